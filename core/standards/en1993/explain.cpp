#include "core/standards/en1993/run.h"

#include "core/standards/common/deflection.h"
#include "core/standards/en1993/rows.h"
#include "core/standards/en1993/strengths.h"
#include "core/standards/en1993/torsion_open.h"

#include <algorithm>

namespace wr::en1993 {

namespace {

class Explained
{
public:
    Explained(const Context& c, const Demands& d, const CheckOutcome& o) : c_(c), d_(d), o_(o), s_(strengths(c, d)) {}

    Trace run()
    {
        switch (o_.check) {
        case kTensionRow:
            tension(c_, t_);
            ratio("N_Ed", "N_Ed/N_tRd", Quantity::Force);
            break;
        case kCompressionRow: column(); break;
        case kFlexureMajor:
        case kFlexureMinor: flexure(); break;
        case kLtb: lateral(); break;
        case kShearMajor:
        case kShearMinor: shear(); break;
        case kTorsionRow: torsion(); break;
        case kSectionRow: section(); break;
        case kInteraction: interaction(); break;
        case kSlenderness: slenderness(); break;
        case kDeflection: t_ = explainDeflection(c_.in, d_, o_); break;
        default: break;
        }
        return std::move(t_);
    }

private:
    size_t set() const { return o_.set.at(); }
    size_t span() const { return static_cast<size_t>(o_.span); }

    void ratio(std::string_view demand, std::string_view formula, Quantity q)
    {
        t_.heading("Utilisation", o_.clause);
        given(t_, demand, q, o_.demand);
        step(t_, "ratio", formula, "", Quantity::Ratio, o_.demand / o_.capacity);
    }
    void classes(const Action3& a)
    {
        t_.heading("Class of the section", "5.5");
        classify(c_, s_.plates, a, t_);
    }
    void column()
    {
        if (o_.span < 0) return;
        classes({c_.p.a * c_.fy, 0, 0});
        columnResistance(c_, s_.plates, s_.effective, s_.compressed == 4 ? 4 : 1, s_.spans[span()].lengths, t_);
        ratio("N_Ed", "N_Ed/N_bRd", Quantity::Force);
    }
    void flexure()
    {
        if (!o_.set.given()) return;
        const bool y = o_.check == kFlexureMajor;
        const SetDemand& x = d_.sets[set()];
        const Extreme &plus = y ? x.top : x.plus, &minus = y ? x.bottom : x.minus;
        const Resistance(&r)[2] = y ? s_.bendingY : s_.bendingZ;
        const bool first = plus.value / r[0].value >= minus.value / r[1].value;
        const int cls = (y ? s_.classY : s_.classZ)[first ? 0 : 1];
        const double unit = c_.p.wely * c_.fy * (first ? 1 : -1);
        classes(y ? Action3{0, unit, 0} : Action3{0, 0, unit});
        bending(c_, s_.plates, s_.effective, cls, y ? Axis::Y : Axis::Z, first ? Side::Plus : Side::Minus, t_);
        ratio("M_Ed", "M_Ed/M_cRd", Quantity::Moment);
    }
    void lateral()
    {
        if (!o_.set.given() || o_.span < 0) return;
        const SpanAction a = spanAction(c_, s_, d_, set(), span());
        classes(a.a);
        t_.heading("Modulus", "6.3.2.1");
        const double w = modulus(c_, s_.plates, s_.effective, a.cls, Axis::Y, a.a.my >= 0 ? Side::Plus : Side::Minus, t_);
        lateralSteps(a, w);
        ratio("M_Ed", "M_Ed/M_bRd", Quantity::Moment);
    }
    // M_cr and M_b,Rd as the check found them: of uniform moment where even that leaves no reduction.
    Lateral lateralSteps(const SpanAction& a, double w)
    {
        const SpanStrength& cap = s_.spans[span()];
        const double my = std::abs(a.a.my), lb = d_.spans[span()].lb;
        NoTrace none;
        if (cap.mcrLeast > 0 && ltbMethod(c_) != Options::Ltb::Simplified) {
            const Lateral least = lateralResistance(c_, w, {cap.mcrLeast, 1}, lb, my, none);
            if (least.chi >= 1) {
                t_.note("Even under uniform moment there is no reduction.");
                mcr_ = {cap.mcrLeast, 1};
                return lateralResistance(c_, w, mcr_, lb, my, t_);
            }
        }
        mcr_ = criticalOf(c_, segmentOf(d_, set(), span()), t_, my);
        return lateralResistance(c_, w, mcr_, lb, my, t_);
    }
    void shear()
    {
        const bool y = o_.check == kShearMajor;
        if (o_.path == kWithFlanges && o_.set.given()) {
            NoTrace none;
            const Station at = worstStation(
                [&](const Station& s) { return s.vz / shearWithFlanges(c_, std::abs(s.a.n), std::abs(s.a.my), none).value; });
            shearWithFlanges(c_, std::abs(at.a.n), std::abs(at.a.my), t_);
            return ratio("V_Ed", "V_Ed/V_bRd", Quantity::Force);
        }
        if (o_.path == kPlateBuckling) {
            shearBuckling(c_, y ? Axis::Y : Axis::Z, t_);
            const double torque = y ? s_.constants.torqueZ : s_.constants.torqueY,
                         t = o_.set.given() ? d_.sets[set()].torsion.value : 0.0;
            if (torque * t > 0) t_.note("V_Ed holds what the torque adds to these walls (EN 1993-1-5 5.5(1)).");
            return ratio("V_Ed", "V_Ed/V_bRd", Quantity::Force);
        }
        plasticShear(c_, y ? Axis::Y : Axis::Z, t_);
        if (o_.path == kBesideTorsion && o_.set.given()) {
            tubeTorsion(c_, t_);
            t_.heading("Shear beside torsion", "6.2.7(9)");
            given(t_, "T_Ed", Quantity::Moment, d_.sets[set()].torsion.value);
            given(t_, "V_plRd", Quantity::Force, y ? s_.constants.vz : s_.constants.vy, "6.2.6");
            step(t_, "V_plTRd", "max(0, 1 - T_Ed/T_Rd)*V_plRd", "6.28", Quantity::Force, o_.capacity);
            return ratio("V_Ed", "V_Ed/V_plTRd", Quantity::Force);
        }
        ratio("V_Ed", "V_Ed/V_plRd", Quantity::Force);
    }
    // The station at the outcome's place, of the two that may stand there the one whose ratio is larger.
    template <class F> Station worstStation(F&& ratio) const
    {
        Station worst = stationAt(d_, set(), o_.at);
        double most = -1;
        for (size_t j = 0; j < d_.x.size(); ++j) {
            if (std::abs(d_.x[j] - o_.at) > 1e-9) continue;
            const Station s = stationOf(d_, set(), j);
            if (const double r = ratio(s); r > most) {
                most = r;
                worst = s;
            }
        }
        return worst;
    }
    void torsion()
    {
        if (s_.tube) {
            tubeTorsion(c_, t_);
            return ratio("T_Ed", "T_Ed/T_Rd", Quantity::Moment);
        }
        if (!o_.set.given()) return;
        const OpenTorsion worst = openTorsion(c_, d_, set());
        openTorsionAt(c_, d_, set(), twistOf(c_, d_, set()), worst.station, t_);
    }
    void section()
    {
        if (!o_.set.given()) return;
        NoTrace none;
        const Station worst = worstStation([&](const Station& s) {
            return combined(c_, s_.plates, s_.effective, s_.constants, s, classOf(c_, s_, s.a), none).ratio;
        });
        classes(worst.a);
        combined(c_, s_.plates, s_.effective, s_.constants, worst, classOf(c_, s_, worst.a), t_);
    }
    void interaction()
    {
        if (!o_.set.given() || o_.span < 0) return;
        const SpanAction a = spanAction(c_, s_, d_, set(), span());
        if (!(a.a.n > 0 || a.a.my != 0 || a.a.mz != 0)) {
            t_.note("No compression and no moment in this segment.");
            given(t_, "ratio", Quantity::Ratio, 0.0);
            return;
        }
        classes(a.a);
        Beamcolumn b = beamcolumnOf(c_, s_, d_, set(), span(), a);
        columnResistance(c_, s_.plates, s_.effective, a.cls == 4 && s_.compressed == 4 ? 4 : 1, s_.spans[span()].lengths, t_);
        t_.heading("Moduli", "Table 6.7");
        modulus(c_, s_.plates, s_.effective, a.cls, Axis::Y, a.a.my >= 0 ? Side::Plus : Side::Minus, t_);
        modulus(c_, s_.plates, s_.effective, a.cls, Axis::Z, a.a.mz >= 0 ? Side::Plus : Side::Minus, t_);
        if (s_.ltb && a.a.my != 0) {
            b.ltb = lateralSteps(a, b.wy);
            b.mcr = mcr_.mcr;
            b.c1 = mcr_.c1;
        } else
            b.mcr = kUncovered;
        stability(c_, b, t_);
    }
    void slenderness()
    {
        if (o_.span < 0) return;
        const ColumnLengths& l = s_.spans[span()].lengths;
        t_.heading("Slenderness", o_.clause);
        given(t_, "L_y", Quantity::Length, l.major), given(t_, "i_y", Quantity::SectionLength, c_.p.ry);
        given(t_, "L_z", Quantity::Length, l.minor), given(t_, "i_z", Quantity::SectionLength, c_.p.rz);
        step(t_, "s", "max(L_y/i_y, L_z/i_z)", "", Quantity::Ratio, o_.demand);
        given(t_, "s_lim", Quantity::Ratio, o_.capacity, "brief");
        step(t_, "ratio", "s/s_lim", "", Quantity::Ratio, o_.demand / o_.capacity);
    }

    const Context& c_;
    const Demands& d_;
    const CheckOutcome& o_;
    Strengths s_;
    Critical mcr_{kUncovered, 1};
    Trace t_;
};

} // namespace

Trace explainCheck(const MemberInput& in, const Demands& d, const CheckOutcome& o)
{
    if (o.status == Status::Unchecked || o.status == Status::NotApplicable) {
        Trace t;
        t.note(o.reason);
        return t;
    }
    const Context c(in);
    return Explained(c, d, o).run();
}

} // namespace wr::en1993
