#include "cli/commands.h"
#include "cli/typed_values.h"

#include "core/base/printable.h"
#include "core/base/units.h"
#include "core/files/frame_writer.h"
#include "core/standards/standard.h"
#include "core/start/start.h"

#include <memory>

namespace wr::cli {

namespace {

struct StartArguments
{
    std::string kind, standard, units, out, title;
    std::vector<std::string> values;
    bool list = false;
};

Report run(const StartArguments& a)
{
    Report out;
    out.badInput = true;
    StartSetting s;
    s.standard = a.standard.empty() ? std::string(kDefaultStandard) : a.standard;
    const Standard* standard = shippedStandard(s.standard);
    if (!standard) {
        complain("error: there is no standard \"{}\"\n", printable(s.standard));
        return out;
    }
    if (a.units == "us" || (a.units.empty() && gradeRegion(s.standard) == "ASTM"))
        s.units = {.length = "ft", .force = "kip", .section = "in", .stress = "ksi", .angle = "deg", .mass = "lb"};
    if (a.kind.empty()) {
        for (const StartKind& k : startKinds())
            put("{:<10} {}: {}\n", k.key, k.title, k.meaning);
        out.badInput = false;
        return out;
    }
    const std::vector<StartField> fields = startFields(a.kind, s);
    if (a.list && !fields.empty()) {
        putFields(fields);
        out.badInput = false;
        return out;
    }
    const auto values = typedValues(a.values);
    if (!values) return out;
    if (a.out.empty()) {
        complain("error: --out says where the frame goes; --list tells what may be stated\n");
        return out;
    }
    if (!canWrite(a.out)) return out;
    auto started = startFrame(a.kind, *values, s);
    if (!started) {
        for (const StartFault& f : started.error())
            complain("error: {}{}\n", f.key.empty() ? "" : printable(f.key) + ": ", printable(f.text));
        return out;
    }
    if (!a.title.empty()) started->frame.title = a.title;
    if (!writeOut(writeFrame(started->frame), a.out)) return out;
    const UnitSystem& u = s.units;
    if (a.out != "-") {
        tell("{}: {}, {}, {}, {}\n", printable(a.out), counted(started->frame.nodes.size(), "node"),
             counted(started->frame.elements.size(), "element"), counted(started->frame.design.members.size(), "member"),
             counted(started->frame.combinations.size(), "combination"));
        for (const StartTotal& t : started->totals)
            tell("  {:<4} {:<22} {} {} {}\n", t.loadCase, t.title, u.text(Quantity::Force, t.force.x),
                 u.text(Quantity::Force, t.force.y), u.text(Quantity::Force, t.force.z));
    }
    out.badInput = false;
    return out;
}

} // namespace

Command startCommand()
{
    auto a = std::make_shared<StartArguments>();
    std::vector<Argument> list{
        {.name = "KIND",
         .help = "member, hall, truss, floors, tower or scaffold; without it they are listed",
         .into = &a->kind},
        {.name = "VALUES", .help = "what is stated, as key=value: \"span=8 m\" \"bays=5 × 6 m\"", .into = &a->values},
        {.name = "--list",
         .help = "tells what may be stated of that kind, with what stands where nothing is",
         .into = &a->list},
        {.name = "--out", .help = "frame file; - for standard output", .into = &a->out, .value = "FILE"},
        {.name = "--standard", .help = "design standard", .into = &a->standard, .value = "KEY"},
        {.name = "--units",
         .help = "of what is typed without a unit, and of the file",
         .into = &a->units,
         .words = {"si", "us"}},
        {.name = "--title", .help = "of the frame", .into = &a->title, .value = "WORDS"}};
    return {
        "start",
        "Start a frame from a few numbers, with supports, releases, groups, briefs, cases, loads and combinations.",
        std::move(list),
        [a] { return run(*a); },
        {{"start", "the kinds there are"},
         {"start hall --list --standard en1993", "what a hall asks for"},
         {"start hall \"spans=2 × 18 m\" \"bays=5 × 6 m\" --standard en1993 --out hall.frame.json", "a hall of two spans"},
         {"start member \"span=7.2 m\" section=IPE330 --standard en1993 --out - | wrenrail-cli check -", "a beam, checked"}}};
}

} // namespace wr::cli
