#include "core/analysis/combinations.h"

#include "core/analysis/prepared.h"
#include "core/analysis/whole.h"

#include <algorithm>
#include <fmt/format.h>
#include <limits>
#include <optional>

namespace wr {

CombinationResult analyseCombinations(const Frame& f, const CombinationOptions& given, const SecondOrderRules& rules,
                                      Progress& progress)
{
    CombinationOptions o = given;
    if (!o.memory) o.memory = std::make_shared<AnalysisMemory>();
    CombinationResult out;
    out.findings = coverage(f);
    if (!out.findings.empty()) return out;
    progress.at(0.02, "assembling");
    Prepared whole(refined(f, o.secondOrder ? o.pieces : 1), f.nodes.size(), o.shearDeformation, o.memory);
    if (!whole.factor(out.findings) || progress.cancelled()) return out;
    std::vector<SolvedAgain> again;
    const std::vector<WholeLoad> list = allLoads(f, o, rules, again);
    const bool reduces = o.reducedStiffness && o.secondOrder &&
                         std::any_of(list.begin(), list.end(), [&](const WholeLoad& l) { return forStrength(f, l); });
    std::optional<Prepared> softer;
    if (reduces) {
        Refined fine = whole.fine;
        reduceStiffness(fine.frame, rules);
        softer.emplace(std::move(fine), f.nodes.size(), o.shearDeformation, o.memory);
        std::vector<Finding> twice;
        if (!softer->factor(twice)) return out;
    }
    // Stations come from the loads of the whole elements.
    std::vector<CaseLoads> spans(f.cases.size());
    for (size_t c = 0; c < f.cases.size(); ++c)
        spans[c].spans = spanLoads(f, f.cases[c]);
    out.forces = stationTable(f, spans, o.stations, list.size());
    std::fill(out.forces.values.begin(), out.forces.values.end(), std::numeric_limits<double>::quiet_NaN());
    out.forces.columnCase.assign(list.size(), -1);
    out.forces.secondOrder = o.secondOrder;
    out.forces.reducedStiffness = reduces;
    out.forces.again = std::move(again);
    for (size_t c = 0; c < list.size(); ++c)
        if (list[c].loadCase >= 0)
            out.forces.columnCase[c] = list[c].loadCase;
        else if (!list[c].again)
            out.forces.sets.push_back({list[c].combination, -1, {{static_cast<int>(c), 1.0}}});
    out.combinations.resize(list.size());
    const auto context = [&](const Prepared& p, bool reduced) {
        return WholeContext{f, p.fine, p.system, p.cases, p.linear, rules, reduced, o.memory};
    };
    const WholeContext full = context(whole, false), soft = context(softer ? *softer : whole, true);
    solveEach(whole, list.size(), progress, 0.1, "combinations", out.findings, [&](size_t c, std::vector<Finding>& findings) {
        const bool reduced = reduces && forStrength(f, list[c]);
        WholeSolution(reduced ? soft : full, o, list[c], o.secondOrder ? loadScale(f, list[c], rules) : 1.0)
            .run(out.combinations[c], out.forces, c, findings);
    });
    out.ok = !progress.cancelled() &&
             std::all_of(out.combinations.begin(), out.combinations.end(), [](const auto& c) { return c.solved; });
    return out;
}

bool forStrength(const Frame& f, const WholeLoad& l)
{
    return l.combination >= 0 && forStrength(f.combinations[l.combination].purpose);
}

double loadScale(const Frame& f, const WholeLoad& l, const SecondOrderRules& rules)
{
    return forStrength(f, l) ? rules.loadScale(f.combinations[l.combination]) : 1.0;
}

std::vector<WholeLoad> allLoads(const Frame& f, const CombinationOptions& o, const SecondOrderRules& rules,
                                std::vector<SolvedAgain>& columns)
{
    std::vector<WholeLoad> out = wholeLoads(f, o.cases);
    columns.clear();
    const size_t first = out.size();
    for (const SolvedAgain& a : o.again) {
        WholeLoad l{a.combination,
                    -1,
                    f.combinations[a.combination].id + " with other factors",
                    fmt::format("/combinations/{}", a.combination),
                    a.terms,
                    true};
        const auto same = [&](const WholeLoad& x) {
            return x.terms == l.terms && forStrength(f, x) == forStrength(f, l) &&
                   loadScale(f, x, rules) == loadScale(f, l, rules);
        };
        auto at = std::find_if(out.begin() + static_cast<ptrdiff_t>(first), out.end(), same);
        if (at == out.end()) at = out.insert(out.end(), std::move(l));
        columns.push_back({a.combination, a.terms, static_cast<int>(at - out.begin())});
    }
    return out;
}

std::vector<WholeLoad> wholeLoads(const Frame& f, bool cases)
{
    std::vector<WholeLoad> out;
    for (size_t c = 0; c < f.combinations.size(); ++c)
        if (!f.combinations[c].off)
            out.push_back(
                {static_cast<int>(c), -1, f.combinations[c].id, fmt::format("/combinations/{}", c), f.combinations[c].terms});
    if (cases || out.empty())
        for (size_t c = 0; c < f.cases.size(); ++c)
            out.push_back({-1, static_cast<int>(c), f.cases[c].id, fmt::format("/cases/{}", c), {{static_cast<int>(c), 1.0}}});
    return out;
}

} // namespace wr
