#include "core/standards/aisc360/run.h"

#include "core/standards/aisc360/meeting.h"
#include "core/standards/aisc360/rows.h"
#include "core/standards/aisc360/torsion_open.h"
#include "core/standards/common/deflection.h"

#include <algorithm>
#include <cmath>

namespace wr::aisc360 {

namespace {

// One outcome of one member, with what was found on the way.
class Explained
{
public:
    Explained(const Context& c, const Demands& d, const CheckOutcome& o)
        : c_(c), d_(d), o_(o), s_(strengths(c, d)), span_(o.span >= 0 ? &d.spans[o.span] : nullptr)
    {
        if (span_) l_ = columnLengths(c.in.lanes, span_->from, span_->to);
        if (o.set.given()) set_ = &d.sets[o.set.at()];
    }

    Trace run()
    {
        switch (o_.check) {
        case kTensionRow:
            tension(c_, t_);
            ratio("P_r", "P_r/P_t", Quantity::Force);
            break;
        case kCompressionRow:
            if (!span_) break;
            compression(c_, l_.major, l_.minor, l_.torsion, t_);
            ratio("P_r", "P_r/P_c", Quantity::Force);
            break;
        case kFlexureMajor:
            amplified(-1, Axis::Major);
            flexureMajor(c_, t_, side(s_.major, set_ ? &set_->top : nullptr, set_ ? &set_->bottom : nullptr, s_.sidedMajor));
            ratio("M_r", "M_r/M_c", Quantity::Moment);
            break;
        case kFlexureMinor:
            amplified(-1, Axis::Minor);
            flexureMinor(c_, t_, side(s_.minor, set_ ? &set_->plus : nullptr, set_ ? &set_->minus : nullptr, s_.sidedMinor));
            ratio("M_r", "M_r/M_c", Quantity::Moment);
            break;
        case kLtb:
            if (!span_ || !set_) break;
            lateral();
            ratio("M_r", "M_r/M_c", Quantity::Moment);
            break;
        case kShearMajor:
            shearMajor(c_, d_, t_);
            ratio("V_r", o_.path == kInteriorPanel ? "V_r/V_ci" : "V_r/V_c", Quantity::Force);
            break;
        case kShearMinor:
            shearMinor(c_, d_, t_);
            ratio("V_r", "V_r/V_c", Quantity::Force);
            break;
        case kTorsionRow:
            if (s_.tube) {
                torsion(c_, t_);
                ratio("T_r", "T_r/T_c", Quantity::Moment);
            } else
                openSection();
            break;
        case kInteraction:
            if (span_ && set_) bendingAndAxial();
            break;
        case kSlenderness:
            if (span_) slenderness();
            break;
        case kDeflection: return explainDeflection(c_.in, d_, o_);
        default: break;
        }
        return std::move(t_);
    }

private:
    void ratio(std::string_view demand, std::string_view formula, Quantity q)
    {
        t_.heading("Ratio", o_.clause);
        given(t_, demand, q, o_.demand);
        step(t_, "ratio", formula, "", Quantity::Ratio, o_.demand / o_.capacity);
    }
    Side side(const std::array<Flexure, 2>& f, const Extreme* plus, const Extreme* minus, bool sidedSection) const
    {
        if (!sidedSection || !plus) return Side::Plus;
        return plus->value / f[0].available >= minus->value / f[1].available ? Side::Plus : Side::Minus;
    }
    const SpanDemand& demand() const { return d_.of(o_.set.at(), static_cast<size_t>(o_.span)); }

    // B1 of first-order moments, where it is more than nothing.
    void amplified(int span, Axis axis)
    {
        if (s_.b1.empty() || !set_ || !set_->firstOrder) return;
        const auto set = o_.set.at();
        if (const int k = governingSegment(c_, d_, set, span, axis); k >= 0) {
            b1(c_, d_.bending[k], d_.bendingOf(set, static_cast<size_t>(k)), t_);
            t_.note("The moments below are first-order moments times B1; what sway adds (B2) is not in them.");
        }
    }
    // Cb and lateral-torsional buckling of one moment.
    void lateralOf(Axis axis, const Met& m, double raise = 1)
    {
        if (axis == Axis::Major ? !s_.ltbMajor : !s_.ltbMinor) return;
        double cb = 1;
        const Ltb& kept =
            axis == Axis::Major ? s_.spans[o_.span].major[static_cast<size_t>(m.ltbSide)] : s_.spans[o_.span].minor;
        if (kept.curve != Ltb::Curve::NoCb && kept.curve != Ltb::Curve::YieldNoCb) {
            t_.heading("Moment along the segment", "F1");
            cb = spanCb(c_, *span_, demand(), axis, t_) * raise;
        }
        if (m.ltbSide != m.moment.side)
            t_.note(c_.s.kind == ShapeKind::Angle
                        ? "The long leg is compressed somewhere in the segment: beta_w is negative for both signs (F10.2)."
                        : "The stem is compressed somewhere in the segment: F9.2(b) counts for both signs.");
        lateralTorsional(c_, span_->lb, cb, t_, m.ltbSide, axis);
    }
    void lateral()
    {
        const auto i = o_.set.at(), k = static_cast<size_t>(o_.span);
        const double raise = tensionCb(c_, span_->lb, demand().leastTension);
        const MetPair major = meet(c_, s_, d_, i, k, Axis::Major, raise), minor = meet(c_, s_, d_, i, k, Axis::Minor);
        const Met &a = major.worstLtb(), &b = minor.worstLtb();
        const bool useMinor = s_.ltbMinor && (!s_.ltbMajor || b.moment.m / b.ltb > a.moment.m / a.ltb);
        amplified(o_.span, useMinor ? Axis::Minor : Axis::Major);
        lateralOf(useMinor ? Axis::Minor : Axis::Major, useMinor ? b : a, useMinor ? 1 : raise);
    }
    double warping() const
    {
        if (s_.tube || d_.forces.empty() || c_.s.kind == ShapeKind::None) return 0;
        if (openTorsionShare(c_, set_->torsion.value) <= c_.in.brief.torsionBelow.value_or(0.01)) return 0;
        return openTorsion(c_, d_.x, d_.concurrent(o_.set.at())).warping;
    }
    void bendingAndAxial()
    {
        const auto i = o_.set.at(), k = static_cast<size_t>(o_.span);
        NoTrace none;
        const double w = warping();
        const Interaction pushed = interactionOf(c_, s_, d_, i, k, false, w, none);
        const bool onlyPulled = demand().leastTension > 0 && !(demand().compression.value > 0);
        const bool pulled =
            demand().tension.value > 0 && (onlyPulled || interactionOf(c_, s_, d_, i, k, true, w, none).h > pushed.h);
        const double raise = tensionCb(c_, span_->lb, demand().leastTension);
        const MetPair major = meet(c_, s_, d_, i, k, Axis::Major, raise), minor = meet(c_, s_, d_, i, k, Axis::Minor);
        amplified(o_.span, Axis::Major);
        amplified(o_.span, Axis::Minor);
        flexureMajor(c_, t_, major.worst().moment.side);
        lateralOf(Axis::Major, major.worst(), raise);
        flexureMinor(c_, t_, minor.worst().moment.side);
        lateralOf(Axis::Minor, minor.worst());
        if (pulled)
            tension(c_, t_);
        else
            compression(c_, l_.major, l_.minor, l_.torsion, t_);
        t_.heading(s_.unsymmetric            ? "Axial force and bending about the principal axes"
                   : o_.path == kWithTorsion ? "Torsion, shear, axial force and bending"
                   : pulled                  ? "Tension and bending"
                                             : "Compression and bending",
                   o_.clause);
        interactionOf(c_, s_, d_, i, k, pulled, w, t_);
    }
    void openSection()
    {
        const auto i = o_.set.at();
        const double* f = d_.concurrent(i);
        if (!f) return;
        const Twist twist = twistOf(c_, d_.x, f);
        NoTrace none;
        size_t station = 0;
        double worst = -1;
        for (size_t n = 0; n < d_.x.size(); ++n)
            if (const double r = openTorsionAt(c_, d_.x, f, twist, n, none); r > worst) {
                worst = r;
                station = n;
            }
        openTorsionAt(c_, d_.x, f, twist, station, t_);
    }
    void slenderness()
    {
        t_.heading("Slenderness", o_.clause);
        if (c_.s.kind == ShapeKind::Angle || c_.pair()) {
            t_.note("As in compression: L_c/r of E5 or E6 where they apply.");
            given(t_, "s", Quantity::Ratio, o_.demand, "E2");
        } else {
            const double sx =
                given(t_, "L_cx", Quantity::Length, l_.major, "E2") / given(t_, "r_x", Quantity::SectionLength, c_.p.ry);
            const double sy =
                given(t_, "L_cy", Quantity::Length, l_.minor, "E2") / given(t_, "r_y", Quantity::SectionLength, c_.p.rz);
            step(t_, "s", "max(L_cx/r_x, L_cy/r_y)", "E2", Quantity::Ratio, std::max(sx, sy));
        }
        given(t_, "s_adv", Quantity::Ratio, o_.capacity, o_.clause);
        step(t_, "ratio", "s/s_adv", "", Quantity::Ratio, o_.demand / o_.capacity);
    }

    const Context& c_;
    const Demands& d_;
    const CheckOutcome& o_;
    Strengths s_;
    const Span* span_;
    const SetDemand* set_ = nullptr;
    ColumnLengths l_;
    Trace t_;
};

} // namespace

Trace explainCheck(Method m, const MemberInput& in, const Demands& d, const CheckOutcome& o)
{
    if (o.status == Status::Unchecked || o.status == Status::NotApplicable) {
        Trace t;
        t.note(o.reason);
        return t;
    }
    const Context c(in, m);
    return Explained(c, d, o).run();
}

} // namespace wr::aisc360
