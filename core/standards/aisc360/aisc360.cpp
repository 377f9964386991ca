#include "core/standards/aisc360/aisc360.h"

#include "core/standards/aisc360/compression.h"
#include "core/standards/aisc360/flexure.h"
#include "core/standards/aisc360/interaction.h"
#include "core/standards/aisc360/shear.h"
#include "core/standards/aisc360/tension.h"

#include <algorithm>
#include <cmath>

namespace wr {

namespace {

using namespace aisc360;

enum Row {
    kTensionRow,
    kCompressionRow,
    kFlexureMajor,
    kLtb,
    kFlexureMinor,
    kShearMajor,
    kShearMinor,
    kTorsionRow,
    kInteraction,
    kSlenderness,
    kRows
};

const std::vector<CheckRow> kChecks{{"tension", "Tension", "D"},
                                    {"compression", "Compression", "E"},
                                    {"flexure-major", "Flexure, major axis", "F"},
                                    {"ltb", "Lateral-torsional buckling", "F"},
                                    {"flexure-minor", "Flexure, minor axis", "F"},
                                    {"shear-major", "Shear, major axis", "G"},
                                    {"shear-minor", "Shear, minor axis", "G"},
                                    {"torsion", "Torsion", "H3"},
                                    {"interaction", "Axial force and bending", "H"},
                                    {"slenderness", "Slenderness (advised)", "E2"}};

// Effective lengths that go with a span: the longest of all column segments that overlap it.
struct ColumnLengths
{
    double x = 0, y = 0, z = 0;
};

ColumnLengths columnLengths(const Lanes& lanes, double from, double to)
{
    const auto longest = [&](LengthAxis a) {
        double l = 0;
        const double eps = 1e-9 * (to - from);
        for (const LaneSegment& s : lanes.of(a))
            if (s.from < to - eps && s.to > from + eps) l = std::max(l, s.length);
        return l;
    };
    return {longest(LengthAxis::Major), longest(LengthAxis::Minor), longest(LengthAxis::Torsion)};
}

struct SpanStrength
{
    Compression compression;
    double ltbUnit = 0, ltbPlateau = 0;
    std::string_view ltbClause;
};

// Everything that does not depend on forces.
struct Strengths
{
    Tension tension;
    Flexure major, minor;
    Shear shearMajor, shearMinor, torsion;
    bool ltb = false, tube = false;
    std::vector<SpanStrength> spans;
    std::string_view minorUncovered;
};

// A tube wider than deep is stiffer about local z: F7.4 then belongs to that axis. Lp decides whether it matters.
bool minorNeedsLtb(const Context& c, double lb)
{
    if (c.s.kind != ShapeKind::Rhs || c.p.iz <= c.p.iy * (1 + 1e-9)) return false;
    return lb > 0.13 * c.e * c.p.ry * std::sqrt(c.p.it * c.p.a) / (c.fy * c.p.wplz);
}

Strengths strengths(const Context& c, const Demands& d)
{
    NoTrace none;
    Strengths s;
    s.tension = tension(c, none);
    s.major = flexureMajor(c, none), s.minor = flexureMinor(c, none);
    s.shearMajor = shearMajor(c, none), s.shearMinor = shearMinor(c, none), s.torsion = torsion(c, none);
    s.ltb = ltbApplies(c);
    s.tube = c.s.kind != ShapeKind::I;
    for (const Span& span : d.spans) {
        SpanStrength& x = s.spans.emplace_back();
        const ColumnLengths l = columnLengths(c.in.lanes, span.from, span.to);
        x.compression = compression(c, l.x, l.y, l.z, none);
        if (s.ltb) {
            const Ltb ltb = lateralTorsional(c, span.lb, 1.0, none);
            x.ltbUnit = ltb.unit, x.ltbPlateau = ltb.plateau, x.ltbClause = ltb.clause;
        }
        if (minorNeedsLtb(c, span.lb))
            s.minorUncovered = "tube wider than deep, bent about its stronger axis over a long unbraced length: turn the "
                               "section by 90° (roll) and swap h and b";
    }
    return s;
}

// Demand moment of a span and the Cb that goes with it. A span that is held for one flange only sees the moments that compress
// that flange; where the segment's largest moment is of the other sign, Cb is referred to the demand and never taken below 1.
struct SpanMoment
{
    double m = 0, at = 0, cb = 1;
};

SpanMoment spanMoment(const Context& c, const Span& span, const SpanDemand& d)
{
    SpanMoment out;
    const Extreme& e = !span.bottom ? d.top : !span.top ? d.bottom : d.top.value >= d.bottom.value ? d.top : d.bottom;
    out.m = e.value, out.at = e.at;
    if (c.in.brief.cb)
        out.cb = *c.in.brief.cb;
    else if (!span.cantilever) {
        NoTrace none;
        const double largest = d.largest();
        out.cb = momentFactor(largest, d.a, d.b, d.c, none);
        if (out.m < largest) out.cb = std::max(1.0, out.cb * out.m / largest);
    }
    return out;
}

class Best
{
public:
    explicit Best(MemberResult& r) : r_(r)
    {
        r_.outcomes.assign(kRows, {});
        for (int k = 0; k < kRows; ++k) {
            CheckOutcome& o = at(static_cast<Row>(k));
            o.check = k, o.status = Status::Ok, o.capacity = 1;
            o.clause = kChecks[static_cast<size_t>(k)].chapter;
        }
    }
    CheckOutcome& at(Row k) { return r_.outcomes[static_cast<size_t>(k)]; }
    void take(Row k, double ratio, double demand, double capacity, size_t set, int span, double x, std::string_view clause)
    {
        CheckOutcome& o = at(k);
        if (std::isnan(o.ratio)) return; // a ratio that is no number is kept: it makes the check unchecked
        if (!(ratio <= o.ratio) || o.set < 0) {
            o.ratio = ratio, o.demand = demand, o.capacity = capacity;
            o.set = static_cast<int>(set), o.span = span, o.at = x, o.clause = clause;
        }
    }
    void unchecked(Row k, std::string_view reason)
    {
        CheckOutcome& o = at(k);
        o.status = Status::Unchecked, o.reason = reason;
    }
    void notApplicable(Row k, std::string_view reason)
    {
        CheckOutcome& o = at(k);
        o.status = Status::NotApplicable, o.reason = reason;
    }

private:
    MemberResult& r_;
};

void allUnchecked(MemberResult& r, const std::string& reason)
{
    r.outcomes.clear();
    for (int k = 0; k < kSlenderness; ++k) {
        CheckOutcome o;
        o.check = k, o.status = Status::Unchecked, o.reason = reason, o.clause = kChecks[static_cast<size_t>(k)].chapter;
        r.outcomes.push_back(std::move(o));
    }
    r.settle();
}

std::string uncoveredShape(const Shape& s)
{
    switch (s.kind) {
    case ShapeKind::I:
    case ShapeKind::Rhs:
    case ShapeKind::Chs: return {};
    case ShapeKind::None:
        return "the section has stated properties but no dimensions, so its walls cannot be classified: give \"shape\" and "
               "dimensions";
    default: return std::string(shapeTitle(s.kind)) + " is not covered yet by AISC 360-22 here";
    }
}

void spanChecks(const Context& c, const Demands& d, const Strengths& s, size_t i, Best& best)
{
    const SetDemand& set = d.sets[i];
    const bool twisted = s.tube && set.torsion.value > 0.2 * s.torsion.available;
    NoTrace none;
    for (size_t k = 0; k < d.spans.size(); ++k) {
        const Span& span = d.spans[k];
        const SpanDemand& x = d.of(i, k);
        const SpanStrength& cap = s.spans[k];
        const int at = static_cast<int>(k);
        best.take(kCompressionRow, x.compression.value / cap.compression.available, x.compression.value,
                  cap.compression.available, i, at, x.compression.at, cap.compression.clause);
        const SpanMoment m = spanMoment(c, span, x);
        double mcx = s.major.available;
        if (s.ltb) {
            const double mLtb = c.available(ltbNominal(m.cb, cap.ltbUnit, cap.ltbPlateau), kFlexure);
            best.take(kLtb, m.m / mLtb, m.m, mLtb, i, at, m.at, cap.ltbClause);
            mcx = std::min(mcx, mLtb);
        }
        const auto both = [&](const Extreme& axial, double pc) {
            double h = 0;
            std::string_view clause;
            if (twisted) {
                const double vr = set.shearMajor.value / s.shearMajor.available > set.shearMinor.value / s.shearMinor.available
                                      ? set.shearMajor.value
                                      : set.shearMinor.value;
                const double vc = vr == set.shearMajor.value ? s.shearMajor.available : s.shearMinor.available;
                h = interactionTorsion(axial.value, pc, m.m, mcx, x.minor.value, s.minor.available, vr, vc, set.torsion.value,
                                       s.torsion.available, none);
                clause = "H3.2";
            } else {
                h = interaction(axial.value, pc, m.m, mcx, x.minor.value, s.minor.available, none);
                clause = "H1.1";
            }
            best.take(kInteraction, h, h, 1.0, i, at, m.m > 0 ? m.at : axial.at, clause);
        };
        both(x.compression, cap.compression.available);
        if (x.tension.value > 0) both(x.tension, s.tension.available);
    }
}

void setChecks(const Demands& d, const Strengths& s, size_t i, Best& best)
{
    const SetDemand& x = d.sets[i];
    const auto take = [&](Row row, const Extreme& e, double capacity, std::string_view clause) {
        best.take(row, e.value / capacity, e.value, capacity, i, -1, e.at, clause);
    };
    take(kTensionRow, x.tension, s.tension.available, s.tension.clause);
    take(kFlexureMajor, x.top.value >= x.bottom.value ? x.top : x.bottom, s.major.available, s.major.clause);
    take(kFlexureMinor, x.minor, s.minor.available, s.minor.clause);
    take(kShearMajor, x.shearMajor, s.shearMajor.available, s.shearMajor.clause);
    take(kShearMinor, x.shearMinor, s.shearMinor.available, s.shearMinor.clause);
    if (s.tube) take(kTorsionRow, x.torsion, s.torsion.available, s.torsion.clause);
}

// Torsion of open shapes: neglected below the brief's threshold (and said so), otherwise unchecked.
void openTorsion(const Context& c, const Demands& d, MemberResult& r, Best& best)
{
    double largest = 0;
    for (const SetDemand& x : d.sets)
        largest = std::max(largest, x.torsion.value);
    const double share = openTorsionShare(c, largest), limit = c.in.brief.torsionBelow.value_or(0.01);
    if (share <= limit) {
        best.notApplicable(kTorsionRow, "no torsion to speak of");
        if (share > 1e-9)
            r.notes.emplace_back("Torsion is neglected: its St Venant shear stress stays below " + significant(limit * 100, 2) +
                                 " % of the available shear yield stress (brief: torsionBelow).");
    } else
        best.unchecked(kTorsionRow, "torsion of an open section (H3.3) is not covered yet: the St Venant shear stress is " +
                                        significant(share * 100, 3) + " % of the available shear yield stress");
}

void slendernessAdvice(const Context& c, const Demands& d, const Strengths& s, Best& best)
{
    bool compressed = false, pulled = false;
    for (const SetDemand& x : d.sets)
        compressed |= x.compression.value > 0, pulled |= x.tension.value > 0;
    double slenderness = 0;
    int span = -1;
    for (size_t k = 0; k < s.spans.size(); ++k)
        if (s.spans[k].compression.slenderness > slenderness)
            slenderness = s.spans[k].compression.slenderness, span = static_cast<int>(k);
    CheckOutcome& o = best.at(kSlenderness);
    o.counts = false;
    if (!compressed && !pulled) return best.notApplicable(kSlenderness, "no axial force");
    const double limit =
        compressed ? c.in.brief.slendernessCompression.value_or(200) : c.in.brief.slendernessTension.value_or(300);
    o.demand = slenderness, o.capacity = limit, o.ratio = slenderness / limit, o.span = span;
    o.clause = compressed ? "E2" : "D1";
    if (o.ratio > 1) o.reason = std::string("L/r is above the advised ") + significant(limit, 3);
}

template <bool Lrfd> void run(const MemberInput& in, const Demands& d, MemberResult& r)
{
    r = {};
    if (const std::string reason = uncoveredShape(in.shape); !reason.empty()) return allUnchecked(r, reason);
    if (!in.steel.reason.empty()) return allUnchecked(r, in.steel.reason);
    if (d.sets.empty()) return allUnchecked(r, "no strength combination of this standard: make them at the stop Frame");
    if (!d.valid)
        return allUnchecked(r,
                            "forces are missing for one of its elements: analyse the frame, or give results for all elements");
    if (in.shape.kind == ShapeKind::I && in.section.iz > in.section.iy)
        return allUnchecked(r, "the stated Iz is larger than Iy: y must be the major axis");
    const Context c(in, Lrfd);
    const Strengths s = strengths(c, d);
    Best best(r);
    for (size_t i = 0; i < d.sets.size(); ++i) {
        setChecks(d, s, i, best);
        spanChecks(c, d, s, i, best);
    }
    for (const Row row : {kTensionRow, kCompressionRow, kShearMajor, kShearMinor})
        best.at(row).quantity = Quantity::Force;
    for (const Row row : {kFlexureMajor, kLtb, kFlexureMinor, kTorsionRow})
        best.at(row).quantity = Quantity::Moment;
    if (!s.ltb) best.notApplicable(kLtb, "this shape does not buckle sideways in bending");
    if (!s.tube) openTorsion(c, d, r, best);
    slendernessAdvice(c, d, s, best);

    // What the standard does not cover here stays unchecked, and takes the interaction with it, unless nothing asks for it.
    const auto spoil = [&](Row row, std::string_view why) {
        if (why.empty() || best.at(row).demand <= 0) return;
        best.unchecked(row, why);
        best.unchecked(kInteraction, why);
        if (row == kFlexureMajor && s.ltb) best.unchecked(kLtb, why);
    };
    spoil(kFlexureMajor, s.major.uncovered);
    spoil(kFlexureMinor, s.minor.uncovered.empty() ? s.minorUncovered : s.minor.uncovered);
    for (const SpanStrength& x : s.spans)
        spoil(kCompressionRow, x.compression.uncovered);
    spoil(kShearMajor, s.shearMajor.uncovered);
    spoil(kShearMinor, s.shearMinor.uncovered);
    if (s.tube) spoil(kTorsionRow, s.torsion.uncovered);
    r.settle();
}

void putRatio(Trace& t, std::string_view demand, std::string_view formula, Quantity q, const CheckOutcome& o)
{
    t.heading("Ratio", o.clause);
    t.put({demand, "", "", q}, o.demand);
    t.put({"ratio", formula, "", Quantity::Ratio}, o.demand / o.capacity);
}

void explainMoments(const Context& c, const Demands& d, const CheckOutcome& o, Trace& t, double& mcx, double& m)
{
    const Span& span = d.spans[static_cast<size_t>(o.span)];
    const SpanDemand& x = d.of(static_cast<size_t>(o.set), static_cast<size_t>(o.span));
    const SpanMoment sm = spanMoment(c, span, x);
    m = sm.m;
    if (!ltbApplies(c)) return;
    if (c.in.brief.cb)
        t.note("C_b is stated in the brief.");
    else if (span.cantilever)
        t.note("Cantilever with a free end: C_b = 1 (F1).");
    else {
        const double cb = momentFactor(x.largest(), x.a, x.b, x.c, t);
        if (sm.m < x.largest() && x.largest() > 0) {
            t.put({"M_r", "", "F1", Quantity::Moment}, sm.m);
            t.put({"C_b", "max(1, C_b*M_r/M_max)", "F1", Quantity::Ratio}, std::max(1.0, cb * sm.m / x.largest()));
            t.note("The largest moment of the segment compresses the other flange; C_b is referred to the moment that "
                   "compresses this one.");
        }
    }
    const Ltb ltb = lateralTorsional(c, span.lb, sm.cb, t);
    mcx = std::min(mcx, ltb.available);
}

template <bool Lrfd> Trace explain(const MemberInput& in, const Demands& d, const CheckOutcome& o)
{
    Trace t;
    if (o.status == Status::Unchecked || o.status == Status::NotApplicable) {
        t.note(o.reason);
        return t;
    }
    const Context c(in, Lrfd);
    NoTrace none;
    const Span* span = o.span >= 0 ? &d.spans[static_cast<size_t>(o.span)] : nullptr;
    const ColumnLengths l = span ? columnLengths(in.lanes, span->from, span->to) : ColumnLengths{};
    switch (o.check) {
    case kTensionRow:
        tension(c, t);
        putRatio(t, "P_r", "P_r/P_t", Quantity::Force, o);
        break;
    case kCompressionRow:
        if (!span) break;
        compression(c, l.x, l.y, l.z, t);
        putRatio(t, "P_r", "P_r/P_c", Quantity::Force, o);
        break;
    case kFlexureMajor:
        flexureMajor(c, t);
        putRatio(t, "M_r", "M_r/M_c", Quantity::Moment, o);
        break;
    case kFlexureMinor:
        flexureMinor(c, t);
        putRatio(t, "M_r", "M_r/M_c", Quantity::Moment, o);
        break;
    case kLtb: {
        if (!span || o.set < 0) break;
        double mcx = 1e300, m = 0;
        explainMoments(c, d, o, t, mcx, m);
        putRatio(t, "M_r", "M_r/M_c", Quantity::Moment, o);
        break;
    }
    case kShearMajor:
        shearMajor(c, t);
        putRatio(t, "V_r", "V_r/V_c", Quantity::Force, o);
        break;
    case kShearMinor:
        shearMinor(c, t);
        putRatio(t, "V_r", "V_r/V_c", Quantity::Force, o);
        break;
    case kTorsionRow:
        torsion(c, t);
        putRatio(t, "T_r", "T_r/T_c", Quantity::Moment, o);
        break;
    case kInteraction: {
        if (!span || o.set < 0) break;
        const SpanDemand& x = d.of(static_cast<size_t>(o.set), static_cast<size_t>(o.span));
        const SetDemand& set = d.sets[static_cast<size_t>(o.set)];
        double mcx = flexureMajor(c, t).available, m = 0;
        explainMoments(c, d, o, t, mcx, m);
        const double mcy = flexureMinor(c, t).available;
        const double pc = compression(c, l.x, l.y, l.z, none).available, pt = tension(c, none).available;
        const bool tube = in.shape.kind != ShapeKind::I;
        const Shear sx = shearMajor(c, none), sy = shearMinor(c, none), tc = tube ? torsion(c, none) : Shear{};
        const bool twisted = tube && set.torsion.value > 0.2 * tc.available;
        const bool major = set.shearMajor.value / sx.available > set.shearMinor.value / sy.available;
        const auto h = [&](double axial, double cap, auto& sink) {
            if (twisted)
                return interactionTorsion(axial, cap, m, mcx, x.minor.value, mcy,
                                          major ? set.shearMajor.value : set.shearMinor.value,
                                          major ? sx.available : sy.available, set.torsion.value, tc.available, sink);
            return interaction(axial, cap, m, mcx, x.minor.value, mcy, sink);
        };
        const bool pulled = x.tension.value > 0 && h(x.tension.value, pt, none) > h(x.compression.value, pc, none);
        if (pulled)
            tension(c, t);
        else
            compression(c, l.x, l.y, l.z, t);
        t.heading(twisted  ? "Torsion, shear, axial force and bending"
                  : pulled ? "Tension and bending"
                           : "Compression and bending",
                  twisted  ? "H3.2"
                  : pulled ? "H1.2"
                           : "H1.1");
        h(pulled ? x.tension.value : x.compression.value, pulled ? pt : pc, t);
        break;
    }
    case kSlenderness:
        if (!span) break;
        t.heading("Slenderness", o.clause);
        {
            const double sx =
                t.put({"L_cx", "", "E2", Quantity::Length}, l.x) / t.put({"r_x", "", "", Quantity::SectionLength}, c.p.ry);
            const double sy =
                t.put({"L_cy", "", "E2", Quantity::Length}, l.y) / t.put({"r_y", "", "", Quantity::SectionLength}, c.p.rz);
            t.put({"s", "max(L_cx/r_x, L_cy/r_y)", "E2", Quantity::Ratio}, std::max(sx, sy));
        }
        t.put({"s_adv", "", o.clause, Quantity::Ratio}, o.capacity);
        t.put({"ratio", "s/s_adv", "", Quantity::Ratio}, o.demand / o.capacity);
        break;
    default: break;
    }
    return t;
}

template <bool Lrfd> Standard make(std::string_view key, std::string_view title, std::string_view basis)
{
    Standard s;
    s.key = key, s.title = title, s.basis = basis;
    s.majorAxis = "x", s.minorAxis = "y";
    s.checks = kChecks;
    s.run = run<Lrfd>, s.explain = explain<Lrfd>;
    return s;
}

} // namespace

Standard aisc360Lrfd()
{
    return make<true>("aisc360-22-lrfd", "AISC 360-22 LRFD", "lrfd");
}
Standard aisc360Asd()
{
    return make<false>("aisc360-22-asd", "AISC 360-22 ASD", "asd");
}

} // namespace wr
