#include "core/standards/aisc360/stability.h"

#include "core/analysis/amplified.h"
#include "core/standards/aisc360/aisc360.h"
#include "core/standards/aisc360/options.h"
#include "core/standards/aisc360/rows.h"
#include "core/standards/aisc360/second_order.h"
#include "core/standards/common/notional_asked.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>

namespace wr::aisc360 {

std::vector<std::string> withoutNotional(const WholeFrame& model)
{
    const Frame& f = model.frame();
    std::vector<std::string> out;
    for (const TableSet s : model.setsFor(model.standard())) {
        const Combination& c = f.combinations[model.forces().sets[s.at()].combination];
        if (!f.sways(c) && (out.empty() || out.back() != c.id)) out.push_back(c.id);
    }
    return out;
}

std::string firstOf(const std::vector<std::string>& ids)
{
    std::string out;
    for (size_t i = 0; i < ids.size() && i < 4; ++i)
        out += (i ? ", " : "") + ids[i];
    return ids.size() > 4 ? fmt::format("{} and {} more", out, ids.size() - 4) : out;
}

bool firstOrder(const WholeFrame& model)
{
    const ForceTable& t = model.forces();
    return std::any_of(t.sets.begin(), t.sets.end(), [&](const ForceSet& s) { return !t.inSecond(s.combination); });
}

StatedFactors statedFactors(const WholeFrame& model)
{
    StatedFactors out;
    for (size_t i = 0; i < model.members().size(); ++i)
        for (const LengthAxis a : {LengthAxis::Major, LengthAxis::Minor})
            for (const LaneSegment& s : model.lanes(i).of(a)) {
                if (!s.byHand || s.continuous || s.cantilever || std::abs(s.k - 1) <= 1e-9) continue;
                std::vector<std::string>& list = s.k > 1 ? out.above : out.below;
                if (list.empty() || list.back() != model.members()[i].id) list.push_back(model.members()[i].id);
            }
    return out;
}

void auditStability(const WholeFrame& model, std::vector<Finding>& out)
{
    const ForceTable& t = model.forces();
    if (t.empty() || model.setsFor(model.standard()).empty()) return;
    const bool first = firstOrder(model), direct = !first && t.reducedStiffness;
    if (first)
        out.push_back(finding("stability.method", "", "",
                              "first-order forces: without second-order effects only the first-order method (Appendix 7.3) may "
                              "be used: α·Pr at most "
                              "half of Pns in members that resist sway, Δ2nd/Δ1st at most 1.5, additional lateral loads of "
                              "2.1·α·(Δ/L)·Yi and at "
                              "least 0.0042·Yi in every combination, B1 on moments; the drift ratio and B1 are not known from "
                              "first-order forces"));
    else if (direct)
        out.push_back(
            finding("stability.method", "", "",
                    "second-order forces with reduced stiffness: the direct analysis method (C); K = 1 for all members (C3)"));
    else
        out.push_back(finding(
            "stability.method", "", "",
            "second-order forces with the whole stiffness: the effective length method (Appendix 7.2), allowed while Δ2nd/Δ1st "
            "does not "
            "exceed 1.5; K of columns that resist sway from a buckling analysis, 1 only while that ratio is at most 1.1"));
    if (const auto ids = withoutNotional(model); !ids.empty() && !t.notional.value_or(false)) {
        if (t.given && !t.notional)
            askForNotional(model, firstOf(ids), "C2.2b", out);
        else
            out.push_back(finding(
                "stability.notional", "/combinations", "",
                fmt::format(
                    "gravity combinations without notional loads: {}; C2.2b wants 0.002·α·Yi in them: make the combinations "
                    "with notional loads, or add notional cases",
                    firstOf(ids))));
    }
    if (!direct) return;
    const StatedFactors stated = statedFactors(model);
    const auto put = [&](const char* code, const std::vector<std::string>& ids, const std::string& text) {
        if (ids.empty()) return;
        out.push_back(finding(code, "", ids.front(), text));
        out.back().about = ids;
    };
    put("stability.twice", stated.above,
        fmt::format("sway is counted twice: the forces are those of the direct analysis method, which takes K = 1 (C3), and "
                    "larger factors are given to {}; keep one of the two",
                    firstOf(stated.above)));
    put("stability.factors", stated.below,
        fmt::format("the direct analysis method takes K = 1 (C3), but smaller factors are given to {}", firstOf(stated.below)));
}

void auditSquash(const WholeFrame& model, const CheckReport& report, std::vector<Finding>& out)
{
    if (model.forces().empty() || !firstOrder(model)) return;
    const double alpha = model.standard().basis == "asd" ? 1.6 : 1.0;
    double worst = 0;
    std::string id;
    for (size_t i = 0; i < report.results.size(); ++i) {
        if (model.members()[i].exclude) continue;
        const MemberInput in = model.input(i);
        for (const CheckOutcome& o : report.results[i].outcomes)
            if (o.status != Status::Unchecked && o.set.given() && model.standardOf(i).family == kFamily &&
                o.check == kCompressionRow && in.steel.fy > 0 && in.section.a > 0)
                if (const double share = alpha * o.demand / crossSectionCompression(model.standardOf(i).key, in);
                    share > worst) {
                    worst = share;
                    id = model.members()[i].id;
                }
    }
    if (worst > 0.5)
        out.push_back(finding("stability.thrust", "", id,
                              fmt::format("member {} carries {:.2f} of the strength of its cross-section Pns: above the half "
                                          "that the first-order method allows "
                                          "(Appendix 7.3)",
                                          id, worst)));
}

std::optional<Finding> driftRatio(const WholeFrame& model, Progress& progress)
{
    const ForceTable& t = model.forces();
    const Frame& f = model.frame();
    if (t.empty() || t.given) return {};
    const bool first = firstOrder(model), direct = !first && t.reducedStiffness;
    CombinationOptions o;
    o.stations = 2;
    o.reducedStiffness = direct;
    const AmplifiedResult r = analyseAmplified(f, o, kSecondOrder, progress);
    const StoreyFactor* worst = nullptr;
    for (const StoreyFactor& x : r.factors)
        if (x.combination >= 0 && forStrength(f.combinations[x.combination].purpose) && (!worst || x.b2 > worst->b2))
            worst = &x;
    if (!worst || progress.cancelled()) return {};
    // C2.2b(4) with reduced stiffness 1.7; Appendix 7.2.1 and 7.3.1 with the whole one 1.5.
    const double limit = direct ? 1.7 : 1.5;
    const Storey& s = r.storeys[worst->storey];
    std::string text =
        fmt::format("Δ2nd/Δ1st, as B2 of Appendix 8, is at most {:.2f}: storey up to {} along {}, combination {}; ", worst->b2,
                    f.units.text(Quantity::Length, s.level),
                    worst->direction == 0 ? "x"
                    : f.up == Up::Z       ? "y"
                                          : "z",
                    f.combinations[worst->combination].id);
    const bool over = worst->b2 > limit;
    if (direct)
        text += over ? "above 1.7: notional loads are to be added in every combination, not only those of gravity alone (C2.2b)"
                     : "not above 1.7: notional loads are needed in the combinations of gravity alone only (C2.2b)";
    else if (over)
        text += first
                    ? "above 1.5: the first-order method is not allowed (Appendix 7.3.1)"
                    : "above 1.5: the effective length method is not allowed, analyse with reduced stiffness (Appendix 7.2.1)";
    else if (first)
        text += "not above the 1.5 of the first-order method (Appendix 7.3.1)";
    else
        text += worst->b2 <= 1.1
                    ? "not above 1.1: K = 1 may be taken for all columns (Appendix 7.2.3)"
                    : "above 1.1: K of columns that resist sway is to come from a buckling analysis (Appendix 7.2.3)";
    Finding out = finding("stability.drift", "", "", text);
    if (over) out.severity = Severity::Warning;
    out.figures = {{"ratio", worst->b2}, {"limit", limit}};
    return out;
}

} // namespace wr::aisc360
