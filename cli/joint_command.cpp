#include "cli/choice.h"
#include "cli/commands.h"
#include "cli/frame_argument.h"
#include "cli/print_table.h"
#include "cli/whole_way.h"

#include "core/base/entry.h"
#include "core/base/printable.h"
#include "core/reporting/joint_tables.h"
#include "core/reporting/trace_text.h"

#include <algorithm>
#include <memory>

namespace wr::cli {

namespace {

struct JointArguments
{
    std::string frame, node, combination, end, bolts, plate, fu, edge, pitch, csv;
    std::vector<std::string> standards;
    bool plain = false, twoPlanes = false, trace = false;
    ChoiceArguments choice;
};

// The layout that the options state; nothing, with a message, where one cannot be read.
std::optional<BoltLayout> layoutOf(const JointArguments& a, const CheckModel& model, const Standard& s)
{
    auto b = boltsFromWords(a.bolts, s);
    if (!b) {
        complain("error: {}\n", printable(b.error()));
        return std::nullopt;
    }
    b->threadsInShear = !a.plain;
    b->planes = a.twoPlanes ? 2 : 1;
    const UnitSystem& u = model.frame().units;
    for (const auto& [text, quantity, into] :
         {std::tuple{&a.plate, Quantity::SectionLength, &b->plate}, std::tuple{&a.fu, Quantity::Stress, &b->plateFu},
          std::tuple{&a.edge, Quantity::SectionLength, &b->edge}, std::tuple{&a.pitch, Quantity::SectionLength, &b->pitch}}) {
        if (text->empty()) continue;
        const auto v = readEntry(*text, quantity, u);
        if (!v) {
            complain("error: {}\n", printable(v.error()));
            return std::nullopt;
        }
        *into = *v;
    }
    return *b;
}

Report run(const JointArguments& a)
{
    Report out;
    out.badInput = true;
    const DesignState::Standards standards = allStandards();
    if (!canWrite(a.csv)) return out;
    auto loaded = readFrameFor(a.frame, "");
    if (!loaded.ok() || !standardsKnown(a.standards, *standards)) return out;
    if (!a.standards.empty()) loaded.value->design.standard = a.standards.front();
    // Members are not checked: forces and settings are what is asked for.
    const DesignState s = checkedFrame(std::move(*loaded.value), std::move(loaded.findings), standards, a.choice);
    const CheckModel& model = *s.model;
    const Frame& f = model.frame();
    const auto node = std::find_if(f.nodes.begin(), f.nodes.end(), [&](const Node& n) { return n.id == a.node; });
    if (node == f.nodes.end()) {
        complain("error: there is no node \"{}\"\n", printable(a.node));
        return out;
    }
    if (!s.hasForces()) {
        complain("error: {} has no forces: {}\n", printable(a.frame),
                 s.analysis->empty() ? "it cannot be analysed" : printable(s.analysis->front().text));
        return out;
    }
    const int at = static_cast<int>(node - f.nodes.begin());
    const std::vector<JointEnd> ends = endsAt(model, at);
    std::optional<TableSet> set;
    for (size_t k = 0; k < s.forces().sets.size() && !a.combination.empty() && !set; ++k)
        if (setName(f, s.forces().sets[k]) == a.combination) set = TableSet(k);
    if (!a.combination.empty() && !set) {
        complain("error: there are no forces of a combination \"{}\"\n", printable(a.combination));
        return out;
    }
    std::vector<Table> tables;
    if (set) {
        tables.push_back(jointForcesTable(model, ends, *set));
        tables.push_back(
            jointBalanceTable(model, ends, at, *set, motionOf(s.results->forces, s.forces().sets[set->at()].terms)));
    } else
        tables.push_back(jointLargestTable(model, ends));
    std::string words;
    if (!a.bolts.empty()) {
        const auto end = std::find_if(ends.begin(), ends.end(), [&](const JointEnd& e) {
            return f.elements[static_cast<size_t>(e.element)].id == a.end ||
                   model.members()[static_cast<size_t>(e.member)].id == a.end;
        });
        if (end == ends.end()) {
            std::string list;
            for (const JointEnd& e : ends)
                list += (list.empty() ? "" : ", ") + f.elements[static_cast<size_t>(e.element)].id;
            complain("error: --end says whose bolts they are: an element at the node ({}) or its member\n", printable(list));
            return out;
        }
        const Standard& standard = model.standardOf(static_cast<size_t>(end->member));
        if (!standard.bolts) {
            complain("error: there is no look at bolts in {}\n", standard.title);
            return out;
        }
        const auto layout = layoutOf(a, model, standard);
        if (!layout) return out;
        const auto b = boltsAt(model, *end, *layout, set);
        if (!b || !b->look.refused.empty()) {
            complain("error: {}\n", b ? printable(b->look.refused) : "there are no forces at that end");
            return out;
        }
        tables.push_back(boltTable(*b, model));
        words = "a look by " + std::string(standard.boltClause) + ", no design of the connection";
        if (b->bending > 100) // N·m
            words += fmt::format("; the bending there, {}, is not shared out to the bolts",
                                 f.units.text(Quantity::Moment, b->bending));
        words += "\n";
        if (a.trace) words += stepsText(b->look.trace, f.units);
    }
    if (!a.csv.empty()) {
        std::string text;
        for (const Table& t : tables)
            text += tableCsv(t) + "\r\n";
        if (!writeOut(text, a.csv)) return out;
    }
    if (a.csv != "-") {
        for (const Table& t : tables)
            printTable(t);
        put("{}", words);
    }
    out.badInput = false;
    return out;
}

} // namespace

Command jointCommand()
{
    auto a = std::make_shared<JointArguments>();
    std::vector<Argument> list{
        {.name = "FRAME", .help = "frame file or project", .into = &a->frame, .must = true},
        {.name = "--node", .help = "the joint, by the id of its node", .into = &a->node, .must = true, .value = "ID"},
        {.name = "--combination",
         .help = "forces under that one, at the same time; without it the largest of each with what goes with it",
         .into = &a->combination,
         .value = "NAME"},
        {.name = "--bolts",
         .help = "number, size and grade: \"4 M20 8.8\", \"6 3/4in A325\"",
         .into = &a->bolts,
         .value = "WORDS"},
        {.name = "--end", .help = "whose bolts: an element or member that ends there", .into = &a->end, .value = "ID"},
        {.name = "--plate", .help = "thickness of what they bear on (10 mm)", .into = &a->plate, .value = "LENGTH"},
        {.name = "--plate-fu", .help = "its strength (360 MPa)", .into = &a->fu, .value = "STRESS"},
        {.name = "--edge", .help = "end hole to edge, along the force", .into = &a->edge, .value = "LENGTH"},
        {.name = "--pitch", .help = "between holes, along the force", .into = &a->pitch, .value = "LENGTH"},
        {.name = "--no-threads", .help = "no threads in the sheared planes", .into = &a->plain},
        {.name = "--two-planes", .help = "each bolt is sheared twice", .into = &a->twoPlanes},
        {.name = "--calculation", .help = "the bolts step by step", .into = &a->trace},
        {.name = "--csv", .help = "write the tables to this file; - for standard output", .into = &a->csv, .value = "FILE"},
        {.name = "--standard", .help = "design standard instead of the file's", .into = &a->standards, .value = "KEY"}};
    for (Argument& x : a->choice.arguments())
        list.push_back(std::move(x));
    return {
        "joint",
        "A quick look at a joint: forces of all ends there at the same time, their balance, and what bolts come to. No design "
        "of the connection.",
        std::move(list),
        [a] { return run(*a); },
        {{"joint hall.frame.json --node N7", "the largest forces of every end, with what goes with them"},
         {"joint hall.frame.json --node N7 --combination U1", "all ends under one combination, and their balance"},
         {"joint hall.frame.json --node N7 --bolts '4 M20 8.8' --end B7 --calculation", "four bolts of one end"}}};
}

} // namespace wr::cli
