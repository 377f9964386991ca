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

namespace {

// Does a member lean in this mode: do its ends move apart across its axis by more than a fifth of the largest translation there
// is? Else members buckle between ends that stay where they are, which their own checks see.
bool sways(const CheckModel& model, const BucklingMode& mode)
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

// The lowest factor of the combinations that count, of any mode or of those that sway.
struct Lowest
{
    const BucklingMode* mode = nullptr;
    size_t combination = 0;
};
Lowest lowestOf(const CheckModel& model, const BucklingResult& r, bool swayOnly)
{
    const std::vector<WholeLoad> loads = wholeLoads(model.frame(), false); // those that are on
    Lowest out;
    for (size_t k = 0; k < r.combinations.size(); ++k) {
        for (const BucklingMode& mode : r.combinations[k]) {
            if (swayOnly && !sways(model, mode)) continue;
            if (!out.mode || mode.factor < out.mode->factor) out = {&mode, static_cast<size_t>(loads[k].combination)};
            break; // smallest first
        }
    }
    return out;
}

} // namespace

// A factor with two decimals needs no finer shape.
constexpr double kEnough = 1e-5;

std::optional<Finding> criticalFactor(const CheckModel& model, Progress& progress)
{
    const ForceTable& t = model.forces();
    const Frame& f = model.frame();
    if (!model.standard().key.starts_with("en1993") || t.empty()) return {};
    const auto sets = model.setsFor(model.standard());
    const auto counts = [&](const WholeLoad& l) {
        return l.combination >= 0 &&
               std::any_of(sets.begin(), sets.end(), [&](int s) { return t.sets[s].combination == l.combination; });
    };
    BucklingResult r =
        analyseBuckling(f, {.modes = 1, .pieces = 2, .tolerance = kEnough, .wanted = counts, .lowestOnly = true}, progress);
    if (!r.ok || progress.cancelled()) return {};
    Lowest worst = lowestOf(model, r, false);
    if (!worst.mode) return {};
    const double limit = nationalOf(model).alphaCr;
    const bool second = std::all_of(sets.begin(), sets.end(), [&](int s) { return t.inSecond(t.sets[s].combination); });
    std::string text = fmt::format("lowest critical load factor α_cr = {:.2f}, combination {}", worst.mode->factor,
                                   f.combinations[worst.combination].id);
    bool swaying = sways(model, *worst.mode);
    if (worst.mode->factor < limit && !swaying) {
        // The members' own checks see this mode; what counts for the frame is the lowest that sways.
        const std::string alone = aloneIn(model, *worst.mode);
        text += alone.empty() ? ": members buckle between ends that stay" : fmt::format(": member {} buckles alone", alone);
        constexpr int kModes = 12;
        r = analyseBuckling(f, {.modes = kModes, .pieces = 2, .tolerance = kEnough, .wanted = counts}, progress);
        if (!r.ok || progress.cancelled()) return {};
        worst = lowestOf(model, r, true);
        swaying = worst.mode != nullptr;
        text += swaying ? fmt::format("; the lowest that sways is {:.2f}, combination {}", worst.mode->factor,
                                      f.combinations[worst.combination].id)
                        : fmt::format("; none of the {} lowest modes sways", kModes);
    }
    Finding out = finding("stability.drift", "", "", "");
    if (!swaying || worst.mode->factor >= limit)
        text += worst.mode ? fmt::format("; not below {:g}: first-order analysis will do (5.2.1(3))", limit)
                           : std::string("; first-order analysis will do (5.2.1(3))");
    else if (second)
        text += fmt::format("; below {:g}: second-order effects are needed (5.2.1(3)), and the forces hold them", limit);
    else {
        const double a = worst.mode->factor;
        out = finding("forces.sway", "", "", "");
        text +=
            fmt::format("; below {:g}: second-order effects are needed (5.2.1(3)), but the forces are first order; ", limit);
        text += a >= 3 ? fmt::format("analyse in second order, or, where the sway mode governs, give horizontal loads times "
                                     "{:.2f} (5.2.2(5)B)",
                                     1 / (1 - 1 / a))
                       : "below 3 the amplifier of 5.2.2(5)B is not allowed: analyse in second order";
    }
    out.text = text;
    return out;
}

void warnOfSway(const Finding& global, const CheckModel& model, CheckReport& report)
{
    if (global.code != "forces.sway") return;
    for (size_t i = 0; i < report.results.size() && i < model.members().size(); ++i) {
        MemberResult& r = report.results[i];
        if (model.members()[i].exclude || r.outcomes.empty()) continue;
        constexpr std::string_view kNote = "First-order forces in a frame that needs second order: what sway adds is missing.";
        if (std::find(r.notes.begin(), r.notes.end(), kNote) != r.notes.end()) continue;
        if (r.status == Status::Ok) r.status = Status::Warned;
        r.notes.emplace_back(kNote);
    }
    report.count(model.members());
}

} // namespace wr
