// EN 1993-1-1 5.2 and 5.3: whether the forces hold what the frame asks of them.
#include "core/standards/en1993/stability.h"

#include "core/analysis/combinations.h"
#include "core/analysis/modes.h"
#include "core/standards/common/notional_asked.h"
#include "core/standards/en1993/options.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>
#include <functional>
#include <limits>
#include <map>

namespace wr::en1993 {

namespace {

const National& nationalOf(const WholeFrame& model)
{
    return static_cast<const EnRules&>(*model.rules()).national;
}

// The member that alone holds most of a mode's energy, or none.
std::string aloneIn(const WholeFrame& model, const BucklingMode& mode)
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

WithoutImperfection withoutImperfection(const WholeFrame& model)
{
    const ForceTable& t = model.forces();
    const Frame& f = model.frame();
    WithoutImperfection out;
    if (t.notional.value_or(false)) return out; // said to be in the given forces
    int last = -1;
    for (const TableSet s : model.setsFor(model.standard())) {
        const int k = t.sets[s.at()].combination;
        if (k == last) continue;
        last = k;
        const Combination& c = f.combinations[k];
        const bool held = std::any_of(c.terms.begin(), c.terms.end(), [&](const auto& term) {
            const LoadCase& l = f.cases[term.first];
            return term.second != 0 && (l.action == Action::Notional || l.notional);
        });
        if (!held && out.count++ == 0) out.first = c.id;
    }
    return out;
}

bool secondOrder(const WholeFrame& model)
{
    const auto sets = model.setsFor(model.standard());
    const ForceTable& t = model.forces();
    return std::all_of(sets.begin(), sets.end(), [&](TableSet s) { return t.inSecond(t.sets[s.at()].combination); });
}

namespace {

// Second-order forces with imperfections go with system lengths: factors above 1 by hand count sway a second time.
void auditTwice(const WholeFrame& model, std::vector<Finding>& out)
{
    std::vector<std::string> ids;
    for (size_t i = 0; i < model.members().size(); ++i)
        for (const LengthAxis a : {LengthAxis::Major, LengthAxis::Minor})
            for (const LaneSegment& s : model.lanes(i).of(a))
                if (s.byHand && !s.continuous && s.sway && s.k > 1 + 1e-9 &&
                    (ids.empty() || ids.back() != model.members()[i].id))
                    ids.push_back(model.members()[i].id);
    if (ids.empty()) return;
    std::string list;
    for (size_t k = 0; k < ids.size() && k < 4; ++k)
        list += (k ? ", " : "") + ids[k];
    if (ids.size() > 4) list += fmt::format(" and {} more", ids.size() - 4);
    out.push_back(
        finding("stability.twice", "", ids.front(),
                fmt::format("sway is counted twice: the forces are of second order with imperfections, which goes with "
                            "system lengths (5.2.2(7)b), and larger factors are given to {}; keep one of the two",
                            list)));
    out.back().about = std::move(ids);
}

} // namespace

void auditImperfections(const WholeFrame& model, std::vector<Finding>& out)
{
    const ForceTable& t = model.forces();
    const auto sets = model.setsFor(model.standard());
    if (t.empty() || sets.empty()) return;
    const auto [without, first] = withoutImperfection(model);
    const bool second = secondOrder(model);
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
    if (without > 0 && t.given && !t.notional)
        askForNotional(model, first, "5.3.2(3)", out);
    else if (without > 0)
        out.push_back(
            finding("stability.notional", "/combinations", "",
                    fmt::format("{} strength combinations hold no sway imperfection ({} first): 5.3.2(3) wants φ = "
                                "1/200·αh·αm as loads in each, unless its horizontal loads reach 0.15 of the vertical ones "
                                "(5.3.2(4)); make the combinations with notional loads",
                                without, first)));
    if (second && without == 0) auditTwice(model, out);
    auditBows(model, out);
}

namespace {

// Does a member lean in this mode: do its ends move apart across its axis by more than a fifth of the largest translation there
// is? Else members buckle between ends that stay where they are, which their own checks see.
bool sways(const WholeFrame& model, const BucklingMode& mode)
{
    const Frame& f = model.frame();
    for (const Member& m : model.members()) {
        if (m.startNode < 0 || m.endNode < 0) continue;
        const int i = m.startNode, j = m.endNode;
        const Vec3 along = f.nodes[j].at - f.nodes[i].at, move = mode.u[j] - mode.u[i];
        const double l = norm(along);
        if (l > 0 && norm(move - (dot(move, along) / (l * l)) * along) > 0.2) return true;
    }
    return false;
}

// A factor with two decimals needs no finer shape.
constexpr double kEnough = 1e-5;
using Counts = std::function<bool(const WholeLoad&)>;

// The lowest factor of all combinations that count.
struct Lowest
{
    const BucklingMode* mode = nullptr;
    int combination = -1;
};
Lowest lowestOf(const WholeFrame& model, const BucklingResult& r)
{
    const std::vector<WholeLoad> loads = wholeLoads(model.frame(), false); // those that are on
    Lowest out;
    for (size_t k = 0; k < r.combinations.size(); ++k)
        if (!r.combinations[k].empty() && (!out.mode || r.combinations[k].front().factor < out.mode->factor))
            out = {&r.combinations[k].front(), loads[k].combination};
    return out;
}

// The lowest factor of the modes that sway. Combinations in which none of the first modes does are looked at further while
// their factors stay below the lowest found.
struct Sway
{
    double factor = std::numeric_limits<double>::infinity(); // infinite: none found
    int combination = -1;
    double reach = std::numeric_limits<double>::infinity(); // none that sways up to here, where the search ended before
};
Sway swayOf(const WholeFrame& model, const Counts& counts, Progress& progress)
{
    const std::vector<WholeLoad> loads = wholeLoads(model.frame(), false);
    Sway out;
    std::map<int, double> open; // combination, the largest factor seen
    for (const int modes : {6, 12, 24}) {
        const Counts wanted = [&](const WholeLoad& l) { return counts(l) && (modes == 6 || open.contains(l.combination)); };
        const BucklingResult r =
            analyseBuckling(model.frame(), {.modes = modes, .pieces = 2, .tolerance = kEnough, .wanted = wanted}, progress);
        open.clear();
        if (!r.ok || progress.cancelled()) break;
        for (size_t k = 0; k < r.combinations.size(); ++k) {
            const std::vector<BucklingMode>& list = r.combinations[k];
            if (list.empty()) continue;
            const auto first = std::find_if(list.begin(), list.end(), [&](const BucklingMode& m) { return sways(model, m); });
            if (first == list.end())
                open[loads[k].combination] = list.back().factor;
            else if (first->factor < out.factor) {
                out.factor = first->factor;
                out.combination = loads[k].combination;
            }
        }
        std::erase_if(open, [&](const auto& x) { return x.second >= out.factor; });
        if (open.empty()) break;
    }
    for (const auto& [combination, factor] : open)
        out.reach = std::min(out.reach, factor);
    return out;
}

// What the lowest factor of a mode that sways says of the forces at hand.
Finding swayFinding(const WholeFrame& model, const Sway& sway, double limit, std::string text)
{
    const bool second = secondOrder(model);
    Finding out = finding("stability.drift", "", "", "");
    const double a = sway.factor;
    if (a >= limit && sway.reach >= limit)
        text += fmt::format("; {}: first-order analysis will do (5.2.1(3))",
                            std::isfinite(a) ? fmt::format("not below {:g}", limit) : "no mode sways");
    else if (second)
        text += fmt::format("; below {:g}: second-order effects are needed (5.2.1(3)), and the forces hold them", limit);
    else if (a >= limit) {
        out.severity = Severity::Warning;
        text += ": where the frame sways below the limit of 5.2.1(3), the forces have to be of second order";
    } else {
        out = finding("forces.sway", "", "", "");
        text +=
            fmt::format("; below {:g}: second-order effects are needed (5.2.1(3)), but the forces are first order; ", limit);
        text += a >= 3 ? fmt::format("analyse in second order, or, where the sway mode governs, give horizontal loads times "
                                     "{:.2f} (5.2.2(5)B)",
                                     1 / (1 - 1 / a))
                       : "below 3 the amplifier of 5.2.2(5)B is not allowed: analyse in second order";
    }
    out.text = std::move(text);
    if (std::isfinite(a) || std::isfinite(sway.reach))
        out.figures = {{std::isfinite(a) ? "alphaCr" : "alphaAbove", std::isfinite(a) ? a : sway.reach}, {"limit", limit}};
    else
        out.figures = {{"noSway", 1}, {"limit", limit}};
    return out;
}

} // namespace

std::optional<Finding> criticalFactor(const WholeFrame& model, Progress& progress)
{
    const ForceTable& t = model.forces();
    const Frame& f = model.frame();
    if (t.empty()) return {};
    const auto sets = model.setsFor(model.standard());
    const auto counts = [&](const WholeLoad& l) {
        return l.combination >= 0 &&
               std::any_of(sets.begin(), sets.end(), [&](TableSet s) { return t.sets[s.at()].combination == l.combination; });
    };
    const BucklingResult r =
        analyseBuckling(f, {.modes = 1, .pieces = 2, .tolerance = kEnough, .wanted = counts, .lowestOnly = true}, progress);
    if (!r.ok || progress.cancelled()) return {};
    const Lowest lowest = lowestOf(model, r);
    if (!lowest.mode) return {};
    const double limit = nationalOf(model).alphaCr;
    std::string text = fmt::format("lowest critical load factor α_cr = {:.2f}, combination {}", lowest.mode->factor,
                                   f.combinations[lowest.combination].id);
    Sway sway{lowest.mode->factor, lowest.combination};
    if (lowest.mode->factor < limit && !sways(model, *lowest.mode)) {
        // The members' own checks see this mode; what counts for the frame is the lowest that sways.
        const std::string alone = aloneIn(model, *lowest.mode);
        text += alone.empty() ? ": members buckle between ends that stay" : fmt::format(": member {} buckles alone", alone);
        sway = swayOf(model, counts, progress);
        if (progress.cancelled()) return {};
        if (std::isfinite(sway.factor))
            text += fmt::format("; the lowest that sways is {:.2f}, combination {}", sway.factor,
                                f.combinations[sway.combination].id);
        if (sway.reach < std::min(limit, sway.factor))
            text += fmt::format("; up to {:.2f} none sways, what lies above was not looked for", sway.reach);
    }
    return swayFinding(model, sway, limit, std::move(text));
}

} // namespace wr::en1993
