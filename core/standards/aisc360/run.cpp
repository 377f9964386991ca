#include "core/standards/aisc360/run.h"

#include "core/standards/aisc360/meeting.h"
#include "core/standards/aisc360/own_demands.h"
#include "core/standards/aisc360/rows.h"
#include "core/standards/aisc360/torsion_open.h"
#include "core/standards/common/deflection.h"
#include "core/standards/common/refusal.h"

#include <algorithm>
#include <cmath>

namespace wr::aisc360 {

namespace {

void spanChecks(const Context& c, const Demands& d, const Strengths& s, size_t i, double warping, Outcomes& best)
{
    for (size_t k = 0; k < d.spans.size(); ++k) {
        const SpanDemand& x = d.of(i, k);
        const SpanStrength& cap = s.spans[k];
        const int at = static_cast<int>(k);
        best.take(kCompressionRow, x.compression.value / cap.compression.available, x.compression.value,
                  cap.compression.available, i, at, x.compression.at, cap.compression.clause);
        const auto ltb = [&](Axis axis) {
            const double raise = axis == Axis::Major ? tensionCb(c, d.spans[k].lb, x.leastTension) : 1;
            const MetPair pair = meet(c, s, d, i, k, axis, raise);
            for (size_t n = 0; n < pair.count; ++n) {
                const Met& m = pair.list[n];
                const Ltb& l = axis == Axis::Major ? cap.major[static_cast<size_t>(m.ltbSide)] : cap.minor;
                best.take(kLtb, m.moment.m / m.ltb, m.moment.m, m.ltb, i, at, m.moment.at, l.clause);
            }
        };
        if (s.ltbMajor) ltb(Axis::Major);
        if (s.ltbMinor) ltb(Axis::Minor);
        // Chapter H is for actions that meet; one alone has a row of its own.
        const bool twisted = warping > 0 || (s.tube && d.sets[i].torsion.value > 1e-6);
        if (x.actions() + twisted < 2) continue;
        NoTrace none;
        for (const bool pulled : {false, true}) {
            if (pulled && !(x.tension.value > 0)) continue;
            if (!pulled && x.leastTension > 0 && !(x.compression.value > 0)) continue; // pulled all along
            const Interaction h = interactionOf(c, s, d, i, k, pulled, warping, none);
            best.take(kInteraction, h.h, h.h, 1.0, i, at, h.at, h.clause, h.torsion ? kWithTorsion : kAxialAndBending);
        }
    }
}

void setChecks(const Context& c, const Demands& d, const Strengths& s, size_t i, Outcomes& best)
{
    const SetDemand& x = d.sets[i];
    const auto take = [&](Row row, const Extreme& e, double capacity, std::string_view clause, double raise = 1, int path = 0) {
        best.take(row, raise * e.value / capacity, raise * e.value, capacity, i, -1, e.at, clause, path);
    };
    take(kTensionRow, x.tension, s.tension.available, s.tension.clause);
    const auto moments = [&](Row row, const std::array<Flexure, 2>& f, const Extreme& plus, const Extreme& minus,
                             bool sidedSection) {
        const double raise = s.b1.of(i, row == kFlexureMajor ? Axis::Major : Axis::Minor);
        if (!sidedSection) return take(row, plus.value >= minus.value ? plus : minus, f[0].available, f[0].clause, raise);
        take(row, plus, f[0].available, f[0].clause, raise);
        take(row, minus, f[1].available, f[1].clause, raise);
    };
    moments(kFlexureMajor, s.major, x.top, x.bottom, s.sidedMajor);
    moments(kFlexureMinor, s.minor, x.plus, x.minus, s.sidedMinor);
    if (s.shearMajor.interior > s.shearMajor.available && !ownOf(d).panels.empty()) {
        const PanelShear& p = ownOf(d).panels[i];
        take(kShearMajor, p.end, s.shearMajor.available, s.shearMajor.clause);
        take(kShearMajor, p.inside, s.shearMajor.interior, c.edition >= 2016 ? "G2.2" : "G3.2", 1, kInteriorPanel);
    } else
        take(kShearMajor, x.shearUpright, s.shearMajor.available, s.shearMajor.clause);
    take(kShearMinor, x.shearFlat, s.shearMinor.available, s.shearMinor.clause);
    if (s.tube) take(kTorsionRow, x.torsion, s.torsion.available, s.torsion.clause);
}

// H3.3 of open shapes. Gives the warping part by set.
std::vector<double> openTorsionChecks(const Context& c, const Demands& d, MemberResult& r, Outcomes& best)
{
    std::vector<double> warping(d.sets.size(), 0.0);
    const double share = d.forces.empty() ? 0.0 : openTorsionShare(c, largestTorsion(d)), limit = torsionLimit(c.in.brief);
    if (!openTorsionMatters(best, kTorsionRow, r, c.in, share, "available shear yield stress", " (H3.3)")) return warping;
    for (size_t i = 0; i < d.sets.size(); ++i) {
        if (openTorsionShare(c, d.sets[i].torsion.value) <= limit) continue;
        const OpenTorsion t = openTorsion(c, d.x, d.concurrent(i));
        best.take(kTorsionRow, t.ratio, t.ratio, 1.0, i, -1, t.at, "H3.3");
        warping[i] = t.warping;
    }
    return warping;
}

void slendernessAdvice(const Context& c, const Demands& d, const Strengths& s, Outcomes& best)
{
    double slenderness = 0;
    int span = -1;
    for (size_t k = 0; k < s.spans.size(); ++k)
        if (s.spans[k].compression.slenderness > slenderness) {
            slenderness = s.spans[k].compression.slenderness;
            span = static_cast<int>(k);
        }
    slendernessOutcome(best, kSlenderness, c.in.brief, d, slenderness, span, 200, 300, "E2", "D1");
}

// What the standard does not cover here stays unchecked, and takes the interaction with it, unless nothing asks for it in any
// set: an infinite strength has ratio 0, so the outcome's own demand does not tell.
void spoilUncovered(const Strengths& s, const Demands& d, Outcomes& best)
{
    const auto spoil = [&](Row row, std::string_view why, std::initializer_list<Extreme SetDemand::*> by) {
        wr::spoil(best, d, why, {row, kInteraction}, by);
        if (row == kFlexureMajor && s.ltbMajor) wr::spoil(best, d, why, {kLtb}, by);
    };
    using D = SetDemand;
    spoil(kFlexureMajor, s.outside, {&D::top, &D::bottom});
    for (const Flexure& f : s.major)
        spoil(kFlexureMajor, f.uncovered, {&D::top, &D::bottom});
    for (const Flexure& f : s.minor)
        spoil(kFlexureMinor, f.uncovered, {&D::plus, &D::minus});
    for (const SpanStrength& x : s.spans)
        spoil(kCompressionRow, x.compression.uncovered, {&D::compression});
    spoil(kShearMajor, s.shearMajor.uncovered, {&D::shearUpright});
    spoil(kShearMinor, s.shearMinor.uncovered, {&D::shearFlat});
    if (s.tube) spoil(kTorsionRow, s.torsion.uncovered, {&D::torsion});
}

} // namespace

void runChecks(Method m, const MemberInput& in, const Demands& d, MemberResult& r)
{
    r = {};
    if (const std::string reason = refusal(in, d); !reason.empty()) return allUnchecked(r, kChecks, reason);
    const Context c(in, m);
    const Strengths s = strengths(c, d);
    Outcomes best(r, kChecks);
    std::vector<double> warping(d.sets.size(), 0.0);
    if (!s.tube) warping = openTorsionChecks(c, d, r, best);
    if (s.tube) best.at(kTorsionRow).quantity = Quantity::Moment;
    for (size_t i = 0; i < d.sets.size(); ++i) {
        setChecks(c, d, s, i, best);
        spanChecks(c, d, s, i, warping[i], best);
    }
    if (!s.ltbMajor && !s.ltbMinor) best.notApplicable(kLtb, "this shape does not buckle sideways in bending");
    slendernessAdvice(c, d, s, best);
    deflectionOutcome(best, kDeflection, in, d, m.edition >= 2016 ? "L2" : "L3");
    best.notApplicableIfUntouched(kInteraction, "no two actions meet");
    spoilUncovered(s, d, best);
    best.spoilWithoutStrength(kInteraction);
    best.leaveOut(in.brief);
    r.settle();
}

} // namespace wr::aisc360
