#include "cli/commands.h"

#include "core/files/json_cursor.h"
#include "core/grades/grades.h"

#include <CLI/CLI.hpp>
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
    std::vector<const Grade*> list = gradesFor(a.standard);
    if (!a.name.empty()) {
        list.clear();
        if (const Grade* g = findGrade(a.name)) list.push_back(g);
        if (list.empty()) {
            std::string near;
            for (const auto& n : gradeSuggestions(a.name))
                near += (near.empty() ? "; did you mean " : ", ") + n;
            fmt::print(stderr, "error: \"{}\" is not a grade of the list{}\n", a.name, near);
            out.badInput = true;
            return out;
        }
    }
    if (a.json) {
        Json j = Json::array();
        for (const Grade* g : list) {
            Json steps = Json::array();
            for (const GradeStep& s : g->steps)
                steps.push_back({{"to", s.thickness * 1e3}, {"fy", s.fy / 1e6}, {"fu", s.fu / 1e6}});
            j.push_back({{"name", g->name},
                         {"standard", g->standard},
                         {"e", g->e / 1e6},
                         {"g", g->g / 1e6},
                         {"density", g->density},
                         {"strengths", steps}});
        }
        fmt::print("{}\n", j.dump(1));
        return out;
    }
    if (a.csv)
        fmt::print("name,standard,e,g,density,to,fy,fu\n");
    else
        fmt::print("{:<24}{:<36}{:>10}{:>10}{:>10}\n", "grade", "standard", "to mm", "fy MPa", "fu MPa");
    for (const Grade* g : list)
        for (const GradeStep& s : g->steps)
            if (a.csv)
                fmt::print("{},{},{:.8g},{:.8g},{:g},{:.8g},{:.8g},{:.8g}\n", g->name, g->standard, g->e / 1e6, g->g / 1e6,
                           g->density, s.thickness * 1e3, s.fy / 1e6, s.fu / 1e6);
            else
                fmt::print("{:<24}{:<36}{:>10.5g}{:>10.5g}{:>10.5g}\n", &s == &g->steps.front() ? g->name : "",
                           &s == &g->steps.front() ? g->standard : "", s.thickness * 1e3, s.fy / 1e6, s.fu / 1e6);
    return out;
}

} // namespace

Run addGrades(CLI::App& app)
{
    auto a = std::make_shared<GradesArguments>();
    CLI::App* c = app.add_subcommand("grades", "List the steels with their strengths by thickness.");
    c->add_option("NAME", a->name, "one grade (A992, S355, E250 …); all if left out");
    c->add_option("--standard", a->standard, "the design standard whose steels come first (aisc360-22-lrfd, en1993, is800 …)");
    c->add_flag("--csv", a->csv, "comma-separated values in mm and MPa (docs/sections.md)");
    c->add_flag("--json", a->json, "the same as JSON")->excludes("--csv");
    return [a] { return run(*a); };
}

} // namespace wr::cli
