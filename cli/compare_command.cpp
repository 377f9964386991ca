#include "cli/choice.h"
#include "cli/commands.h"
#include "cli/frame_argument.h"
#include "cli/whole_way.h"

#include "core/base/nearest.h"
#include "core/base/printable.h"
#include "core/files/compare_answer.h"
#include "core/project/file/project_file.h"
#include "core/project/sidings.h"

#include <cmath>
#include <fmt/format.h>
#include <memory>

namespace wr::cli {

namespace {

struct CompareArguments
{
    std::string then, now, json, siding;
    std::vector<std::string> standard;
    ChoiceArguments choice;
};

// The frame of a siding of a project, with the results that came with its frame file.
std::optional<Frame> sidingOf(const std::string& path, const std::string& name)
{
    auto file = ProjectFile::open(path, true);
    if (!file) {
        complain("error: {}\n", printable(file.error().words));
        return std::nullopt;
    }
    const auto first = file->first();
    if (!first) {
        complain("error: {}\n", printable(first.error()));
        return std::nullopt;
    }
    std::vector<std::string> names;
    for (const ProjectPart& p : file->parts("siding")) {
        names.push_back(p.name);
        if (p.name != name) continue;
        auto s = sidingFromBytes(p.name, p.bytes, *first);
        if (!s) {
            complain("error: {}\n", printable(s.error()));
            return std::nullopt;
        }
        Frame f = *s->frame;
        if (!f.came.name.empty()) // the forces that came with it, as they were when it was parked
            if (const auto contents = file->read()) findCame(f.came, contents->came);
        return f;
    }
    std::string all;
    for (const std::string& n : names)
        all += (all.empty() ? "" : ", ") + n;
    complain("error: there is no siding \"{}\"{}; {}\n", printable(name), didYouMean(name, names),
             names.empty() ? "the project has none" : "it has " + printable(all));
    return std::nullopt;
}

std::string ratio(double v)
{
    return std::isfinite(v) ? fmt::format("{:.2f}", v) : "–";
}

void print(const Comparison& c, const CauseFinder& causes, const std::string& then, const std::string& now)
{
    constexpr size_t kShown = 40;
    for (const auto& [word, name, s] : {std::tuple{"then", &then, &c.then}, {"now", &now, &c.now}})
        put("{:<5} {}: {} · {} over · {} unchecked · top {:.3f} · {:.2f} t\n", word, printable(*name),
            counted(s->members, "member"), s->over, s->unchecked, s->top, s->mass / 1000);
    put("{}\n", c.sentence());
    size_t shown = 0, differ = 0;
    for (const MemberChange& m : c.members) {
        if (m.kind == MemberChange::Kind::Same) continue;
        if (++differ > kShown) continue;
        ++shown;
        const std::string section = m.sectionThen == m.sectionNow ? m.sectionNow
                                    : m.sectionThen.empty()       ? m.sectionNow
                                    : m.sectionNow.empty()        ? m.sectionThen
                                                                  : m.sectionThen + " → " + m.sectionNow;
        std::string why;
        if (const auto x = causes.of(m))
            why = fmt::format("  demand {:+.2f}, strength {:+.2f}, lengths {:+.2f}", x->demand, x->strength, x->lengths);
        put("  {:<16} {:<10} {:<24} {:>5} → {:<5} {:+9.1f} kg{}\n", changeWord(m.kind), printable(m.id), printable(section),
            ratio(m.ratioThen), ratio(m.ratioNow), m.massNow - m.massThen, why);
    }
    if (differ > shown) put("  … and {} more that differ\n", differ - shown);
}

Report run(const CompareArguments& a)
{
    Report out;
    out.badInput = true;
    if (a.now.empty() == a.siding.empty()) {
        complain("error: give two files, or one project and --siding\n");
        return out;
    }
    const DesignState::Standards standards = allStandards();
    if (!standardsKnown(a.standard, *standards)) return out;
    const auto stateOf = [&](Frame f, std::vector<Finding> read) {
        if (!a.standard.empty()) f.design.standard = a.standard.front();
        return checkedFrame(std::move(f), std::move(read), standards, a.choice);
    };
    auto first = readFrameFor(a.then, a.json);
    if (!first.ok()) return out;
    std::optional<DesignState> then, now;
    std::string thenName = a.then, nowName = a.now;
    if (!a.siding.empty()) {
        auto parked = sidingOf(a.then, a.siding);
        if (!parked) return out;
        thenName = a.siding;
        nowName = a.then;
        if (!parked->came.results && !first.value->results.empty()) parked->results = first.value->results;
        then = stateOf(*std::move(parked), {});
        now = stateOf(std::move(*first.value), std::move(first.findings));
    } else {
        auto second = readFrameFor(a.now, a.json);
        if (!second.ok()) return out;
        then = stateOf(std::move(*first.value), std::move(first.findings));
        now = stateOf(std::move(*second.value), std::move(second.findings));
    }
    for (const auto& [s, name] : {std::pair{&*then, &thenName}, {&*now, &nowName}})
        if (!s->hasForces()) {
            complain("error: {} has no forces: {}\n", printable(*name),
                     s->analysis->empty() ? "it cannot be analysed" : printable(s->analysis->front().text));
            return out;
        }
    const Comparison c = compareStates(*then, *now);
    const CauseFinder causes(*then, *now);
    out.badInput = !a.json.empty() && !writeOut(writeComparison(c, causes, thenName, nowName, now->frame->units), a.json);
    if (a.json != "-") print(c, causes, thenName, nowName);
    out.counted = true;
    out.counts = now->report->counts;
    return out;
}

} // namespace

Command compareCommand()
{
    auto a = std::make_shared<CompareArguments>();
    std::vector<Argument> list{{.name = "THEN", .help = "frame file or project", .into = &a->then, .must = true},
                               {.name = "NOW", .help = "the one to compare it with", .into = &a->now}};
    for (Argument& x : a->choice.arguments())
        list.push_back(std::move(x));
    list.push_back({.name = "--siding",
                    .help = "compare this siding of the project THEN with the state it is in now",
                    .into = &a->siding,
                    .value = "NAME"});
    list.push_back(
        {.name = "--standard", .help = "design standard instead of the files'", .into = &a->standard, .value = "KEY"});
    list.push_back(
        {.name = "--json", .help = "write the answer to this file; - for standard output", .into = &a->json, .value = "FILE"});
    return {
        "compare",
        "Two states of a design beside each other: what became over, came right, grew heavier or lighter, and why. The exit "
        "status is that of the second.",
        std::move(list),
        [a] { return run(*a); },
        {{"compare tender.frame.json now.frame.json", "what differs, in a sentence and member by member"},
         {"compare hall.wren --siding \"as tendered\" --json compare.json", "a project against one of its sidings"}}};
}

} // namespace wr::cli
