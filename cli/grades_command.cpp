#include "cli/commands.h"

#include "core/files/listing_json.h"
#include "core/grades/grades.h"
#include "core/standards/standard.h"

#include <fmt/format.h>
#include <memory>

namespace wr::cli {

namespace {

struct GradesArguments
{
    std::string name, standard;
    bool csv = false, json = false;
};

Report run(const GradesArguments& a)
{
    Report out;
    std::vector<const Grade*> list = gradesFor(gradeRegion(a.standard));
    if (!a.name.empty()) {
        list.clear();
        if (const Grade* g = findGrade(a.name)) list.push_back(g);
        if (list.empty()) {
            std::string near;
            for (const auto& n : gradeSuggestions(a.name))
                near += (near.empty() ? "; did you mean " : ", ") + n;
            complain("error: \"{}\" is not a grade of the list{}\n", a.name, near);
            out.badInput = true;
            return out;
        }
    }
    if (a.json) {
        put("{}", gradesJson(list));
        return out;
    }
    if (a.csv)
        put("name,standard,e,g,density,to,fy,fu\n");
    else
        put("{:<24}{:<36}{:>10}{:>10}{:>10}\n", "grade", "standard", "to mm", "fy MPa", "fu MPa");
    for (const Grade* g : list)
        for (const GradeStep& s : g->steps)
            if (a.csv)
                put("{},{},{:.8g},{:.8g},{:g},{:.8g},{:.8g},{:.8g}\n", g->name, g->standard, g->e / 1e6, g->g / 1e6, g->density,
                    s.thickness * 1e3, s.fy / 1e6, s.fu / 1e6);
            else
                put("{:<24}{:<36}{:>10.5g}{:>10.5g}{:>10.5g}\n", &s == &g->steps.front() ? g->name : "",
                    &s == &g->steps.front() ? g->standard : "", s.thickness * 1e3, s.fy / 1e6, s.fu / 1e6);
    return out;
}

} // namespace

Command gradesCommand()
{
    auto a = std::make_shared<GradesArguments>();
    return {"grades",
            "List the steels with their strengths by thickness.",
            {{"NAME", "one grade (A992, S355, E250 …); all if left out", &a->name},
             {"--standard", "the design standard whose steels come first (aisc360-22-lrfd, en1993, is800 …)", &a->standard},
             {"--csv", "comma-separated values in mm and MPa (docs/sections.md)", &a->csv},
             {"--json", "the same as JSON", &a->json}},
            [a] { return run(*a); },
            {{"grades S355", "one steel, its strengths by thickness"},
             {"grades --standard en1993 --csv", "all, those of the standard first"}}};
}

} // namespace wr::cli
