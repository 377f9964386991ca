// EN 1993-1-1 5.2 and 5.3: whether the forces hold what the frame asks of them.
#include "core/audit/stability.h"

#include "core/analysis/combinations.h"
#include "core/analysis/modes.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>

namespace wr {

namespace {

const NationalParameters& nationalOf(const CheckModel& model)
{
    return model.members().empty() || !model.input(0).national ? shippedNationalParameters().front() : *model.input(0).national;
}

// The member that alone holds most of a mode's energy, or none.
std::string aloneIn(const CheckModel& model, const BucklingMode& mode)
{
    for (const Member& m : model.members()) {
        double share = 0;
        for (const MemberPiece& p : m.pieces)
            share += mode.energy[p.element];
        if (share > 0.8) return m.id;
    }
    return {};
}

} // namespace

void auditImperfections(const CheckModel& model, std::vector<Finding>& out)
{
    const ForceTable& t = model.forces();
    const auto sets = model.setsFor(model.standard());
    if (t.empty() || sets.empty()) return;
    const Frame& f = model.frame();
    int without = 0;
    std::string first;
    int last = -1;
    for (const int s : sets) {
        const int k = t.sets[s].combination;
        if (k == last) continue;
        last = k;
        const Combination& c = f.combinations[k];
        const bool held = std::any_of(c.terms.begin(), c.terms.end(), [&](const auto& term) {
            const LoadCase& l = f.cases[term.first];
            return term.second != 0 && (l.action == Action::Notional || l.notional);
        });
        if (!held && without++ == 0) first = c.id;
    }
    const bool second = std::all_of(sets.begin(), sets.end(), [&](int s) { return t.inSecond(t.sets[s].combination); });
    std::string method = second ? "second-order forces " : "first-order forces ";
    method += without == 0 ? "with sway imperfections: " : "without sway imperfections in every combination: ";
    if (second && without == 0)
        method += "members may be checked with their system lengths, their own bow by the buckling curves (5.2.2(7)b)";
    else if (second)
        method += "members may be checked with their system lengths only where the imperfections are in too (5.2.2(7)b)";
    else
        method += "they will do where α_cr is at least 10 (5.2.1(3)); else second order, or buckling lengths of the frame's "
                  "sway mode "
                  "with first-order forces (5.2.2(8))";
    out.push_back(finding("stability.method", "", "", method));
    if (without > 0 && !t.given)
        out.push_back(
            finding("stability.notional", "/combinations", "",
                    fmt::format("{} strength combinations hold no sway imperfection ({} first): 5.3.2(3) wants φ = "
                                "1/200·αh·αm as loads in each, unless its horizontal loads reach 0.15 of the vertical ones "
                                "(5.3.2(4)); make the combinations with notional loads",
                                without, first)));
    auditBows(model, out);
}

std::optional<Finding> criticalFactor(const CheckModel& model, Progress& progress)
{
    const ForceTable& t = model.forces();
    const Frame& f = model.frame();
    if (!model.standard().key.starts_with("en1993") || t.empty() || t.given) return {};
    const BucklingResult r = analyseBuckling(f, {.modes = 1, .pieces = 2}, progress);
    if (!r.ok || progress.cancelled()) return {};
    const BucklingMode* worst = nullptr;
    size_t where = 0;
    const auto sets = model.setsFor(model.standard());
    const std::vector<WholeLoad> loads = wholeLoads(f, false); // those that are on
    for (size_t k = 0; k < r.combinations.size(); ++k) {
        const int combination = loads[k].combination;
        const bool counts = combination >= 0 &&
                            std::any_of(sets.begin(), sets.end(), [&](int s) { return t.sets[s].combination == combination; });
        if (!counts || r.combinations[k].empty()) continue;
        if (!worst || r.combinations[k].front().factor < worst->factor) {
            worst = &r.combinations[k].front();
            where = static_cast<size_t>(combination);
        }
    }
    if (!worst) return {};
    const double limit = nationalOf(model).alphaCr, a = worst->factor;
    const bool second = std::all_of(sets.begin(), sets.end(), [&](int s) { return t.inSecond(t.sets[s].combination); });
    std::string text = fmt::format("lowest critical load factor α_cr = {:.2f}, combination {}", a, f.combinations[where].id);
    if (const std::string m = aloneIn(model, *worst); !m.empty())
        text += fmt::format(": member {} buckles alone, the factor of the frame's sway is higher", m);
    Finding out = finding("stability.drift", "", "", "");
    if (a >= limit)
        text += fmt::format("; not below {:g}: first-order analysis will do (5.2.1(3))", limit);
    else if (second)
        text += fmt::format("; below {:g}: second-order effects are needed (5.2.1(3)), and the forces hold them", limit);
    else {
        out.severity = Severity::Warning;
        text +=
            fmt::format("; below {:g}: second-order effects are needed (5.2.1(3)), but the forces are first order; ", limit);
        text += a >= 3 ? fmt::format("where the sway mode governs, horizontal loads times {:.2f} would do (5.2.2(5)B)",
                                     1 / (1 - 1 / a))
                       : "below 3 the amplifier of 5.2.2(5)B is not allowed: analyse in second order";
    }
    out.text = text;
    return out;
}

} // namespace wr
