#include "cli/choice.h"
#include "cli/commands.h"
#include "cli/frame_argument.h"
#include "cli/pick_argument.h"
#include "cli/print_table.h"
#include "cli/stock_argument.h"
#include "cli/whole_way.h"

#include "core/base/printable.h"
#include "core/files/take_off_answer.h"
#include "core/project/design_state.h"
#include "core/reporting/take_off_tables.h"

#include <fmt/format.h>
#include <memory>

namespace wr::cli {

namespace {

struct TakeOffArguments
{
    std::string frame, against, prices, csv, json, pick;
    std::optional<double> bars;
    ChoiceArguments choice;
};

constexpr std::array<TakeOffBy, 4> kAll{TakeOffBy::Section, TakeOffBy::Grade, TakeOffBy::Group, TakeOffBy::Level};

Report run(const TakeOffArguments& a)
{
    Report out;
    out.badInput = true;
    const auto standards = allStandards();
    for (const std::string& path : {a.csv, a.json})
        if (!canWrite(path)) return out;
    const auto frameOf = [&](const std::string& path) -> std::optional<Loaded<Frame>> {
        auto loaded = readFrameFor(path, a.json);
        if (!loaded.ok() || (!a.prices.empty() && !takeStock(a.prices, *loaded.value))) return std::nullopt;
        return loaded;
    };
    const auto modelOf = [&](Frame f) {
        return std::make_shared<const CheckModel>(std::make_shared<const Frame>(std::move(f)),
                                                  std::make_shared<const ForceTable>(), standards);
    };
    auto loaded = frameOf(a.frame);
    if (!loaded || !pickReads(a.pick, *loaded->value)) return out;
    std::shared_ptr<const CheckModel> now, then;
    std::vector<char> picked;
    if (a.pick.empty())
        now = modelOf(std::move(*loaded->value));
    else { // a pick may ask for what members come to
        const DesignState s = checkedFrame(std::move(*loaded->value), std::move(loaded->findings), standards, a.choice);
        now = s.model;
        picked = *pickedMembers(a.pick, s);
    }
    if (!a.against.empty()) {
        auto other = frameOf(a.against);
        if (!other) return out;
        then = modelOf(std::move(*other->value));
    }
    const UnitSystem& u = now->frame().units;
    std::vector<Table> tables;
    std::vector<TakeOff> all;
    for (const TakeOffBy by : kAll) {
        all.push_back(takeOff(*now, by, picked));
        tables.push_back(takeOffTable(all.back(), u));
    }
    if (a.bars)
        tables.push_back(cutListTable(cutList(*now, *a.bars * u.factor(Quantity::Length), 0.003, picked),
                                      *a.bars * u.factor(Quantity::Length), u));
    if (then) tables.push_back(takeOffChangesTable(takeOff(*then, TakeOffBy::Section), all.front(), u));
    if (!a.csv.empty()) {
        std::string text;
        for (const Table& t : tables)
            text += tableCsv(t) + "\r\n";
        if (!writeOut(text, a.csv)) return out;
    }
    if (!a.json.empty() && !writeOut(writeTakeOff(all, then ? std::optional(takeOff(*then, TakeOffBy::Section)) : std::nullopt,
                                                  now->frame().writtenUnits()),
                                     a.json))
        return out;
    if (a.json != "-" && a.csv != "-")
        for (const Table& t : tables)
            printTable(t);
    out.badInput = false;
    return out;
}

} // namespace

Command takeOffCommand()
{
    auto a = std::make_shared<TakeOffArguments>();
    std::vector<Argument> list{{.name = "FRAME", .help = "frame file or project", .into = &a->frame, .must = true}};
    list.push_back(pickArgument(a->pick, "members only that this pick expression, or the saved pick of that name, stands for"));
    list.push_back({.name = "--against",
                    .help = "another frame or project: then, now and the difference",
                    .into = &a->against,
                    .value = "FRAME2"});
    list.push_back({.name = "--prices",
                    .help = "a table of text with prices by kg or m, in place of the frame's stock list",
                    .into = &a->prices,
                    .value = "FILE"});
    list.push_back({.name = "--bars",
                    .help = "bars of this length that the members are cut from, in the frame's unit",
                    .into = &a->bars,
                    .least = 0.1});
    list.push_back(
        {.name = "--csv", .help = "write the tables to this file; - for standard output", .into = &a->csv, .value = "FILE"});
    list.push_back(
        {.name = "--json", .help = "write the answer to this file; - for standard output", .into = &a->json, .value = "FILE"});
    return {"takeoff",
            "Length, mass, painted area, pieces and cost by section, grade, group and level. Nothing is analysed.",
            std::move(list),
            [a] { return run(*a); },
            {{"takeoff hall.frame.json", "what steel there is"},
             {"takeoff hall.frame.json --prices prices.csv --bars 12", "what it costs, and the bars to buy"},
             {"takeoff sized.frame.json --against hall.frame.json --csv -", "what became lighter, section by section"}}};
}

} // namespace wr::cli
