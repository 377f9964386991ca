// AISC 360 E7: columns with slender elements. Effective widths (2016, 2022) and the factor Q (2005, 2010).
#include "core/standards/aisc360/compression.h"
#include "core/standards/aisc360/run.h"

#include <algorithm>
#include <array>
#include <cmath>

namespace wr::aisc360 {

namespace {

// One plate of the section: n times b × t. Limit of Table B4.1a, factors of Table E7.1, and which Qs of the old editions.
struct Plate
{
    enum class Kind { Web, TubeWall, RolledFlange, BuiltFlange, Leg, Stem };
    std::string_view name;
    Kind kind;
    double b, t;
    int n;
    double limit;
    bool stiffened() const { return kind == Kind::Web || kind == Kind::TubeWall; }
    double c1() const { return kind == Kind::Web ? 0.18 : kind == Kind::TubeWall ? 0.20 : 0.22; }
    double c2() const { return kind == Kind::Web ? 1.31 : kind == Kind::TubeWall ? 1.38 : 1.49; }
};

struct Plates
{
    std::array<Plate, 3> list;
    size_t count = 0;
    void add(Plate p) { list[count++] = p; }
};

// Table B4.1a.
Plates platesOf(const Context& c)
{
    using K = Plate::Kind;
    Plates out;
    const Shape& s = c.s;
    const double root = c.root();
    const auto flange = [&](std::string_view name, double b, double t, int n) {
        if (s.welded)
            out.add({name, K::BuiltFlange, b, t, n, 0.64 * std::sqrt(kc(s)) * root});
        else
            out.add({name, K::RolledFlange, b, t, n, 0.56 * root});
    };
    switch (s.kind) {
    case ShapeKind::I: flange("Flanges", s.b / 2, s.tf, 4); break;
    case ShapeKind::IUnequal:
        flange("Top flange", s.b / 2, s.tf, 2);
        flange("Bottom flange", s.b2 / 2, s.tf2, 2);
        break;
    case ShapeKind::Channel: out.add({"Flanges", K::RolledFlange, s.b, s.tf, 2, 0.56 * root}); break;
    case ShapeKind::Tee:
        out.add({"Flange", K::RolledFlange, s.b / 2, s.tf, 2, 0.56 * root});
        out.add({"Stem", K::Stem, s.h, s.tw, 1, 0.75 * root});
        break;
    case ShapeKind::Angle:
        out.add({"Upright leg", K::Leg, s.h, s.t, 1, 0.45 * root});
        out.add({"Flat leg", K::Leg, s.b, s.t, 1, 0.45 * root});
        break;
    case ShapeKind::DoubleAngle:
        // In continuous contact the outstanding legs count as flanges; with separators every leg is a leg.
        if (s.gap > 0)
            out.add({"Outstanding legs", K::Leg, outstandingLeg(s), s.t, 2, 0.45 * root});
        else
            out.add({"Outstanding legs", K::RolledFlange, outstandingLeg(s), s.t, 2, 0.56 * root});
        out.add({"Legs back to back", K::Leg, backLeg(s), s.t, 2, 0.45 * root});
        break;
    case ShapeKind::Cruciform:
        for (const bool upright : {true, false}) {
            const FlangePlate p = crossOutstand(s, upright);
            out.add({upright ? "Upright plate" : "Flat plate", K::Leg, p.b, p.t, 2, 0.45 * root});
        }
        break;
    case ShapeKind::Rhs:
        out.add({"Walls across", K::TubeWall, wallFlat(s.b, s.t, s.ri), s.t, 2, 1.40 * root});
        out.add({"Walls upright", K::TubeWall, wallFlat(s.h, s.t, s.ri), s.t, 2, 1.40 * root});
        break;
    default: break;
    }
    if (s.kind == ShapeKind::I || s.kind == ShapeKind::IUnequal || s.kind == ShapeKind::Channel)
        out.add({"Web", K::Web, webDepth(s), s.tw, 1, 1.49 * root});
    return out;
}

template <class Sink> double putPlate(const Plate& p, Sink& sink)
{
    const double b = given(sink, "b", Quantity::SectionLength, p.b, "B4.1"), t = given(sink, "t", Quantity::SectionLength, p.t);
    const double lambda = step(sink, "lambda", "b/t", "B4.1", Quantity::Ratio, b / t);
    given(sink, "lambda_r", Quantity::Ratio, p.limit, "Table B4.1a");
    given(sink, "n", Quantity::Ratio, p.n);
    return lambda;
}

// E7.1 (2016, 2022): effective width, E7-2 to E7-5.
template <class Sink> double effectiveWidth(const Context& c, const Plate& p, double fcr, Sink& sink)
{
    const double lambda = putPlate(p, sink);
    const double k1 = given(sink, "c_1", Quantity::Ratio, p.c1(), "Table E7.1"),
                 k2 = given(sink, "c_2", Quantity::Ratio, p.c2(), "Table E7.1");
    const double fel =
        step(sink, "F_el", "(c_2*lambda_r/lambda)^2*F_y", "E7-5", Quantity::Stress, sqr(k2 * p.limit / lambda) * c.fy);
    return step(sink, "b_e", "b*(1 - c_1*sqrt(F_el/F_cr))*sqrt(F_el/F_cr)", "E7-3", Quantity::SectionLength,
                p.b * (1 - k1 * std::sqrt(fel / fcr)) * std::sqrt(fel / fcr));
}

constexpr std::string_view kTooThin = "a round tube with D/t of 0.45E/Fy or more is outside E7";

template <class Sink> ColumnStrength today(const Context& c, double fe, Sink& sink)
{
    ColumnStrength out;
    const double fcr = criticalStress(c, fe, sink), ag = c.p.a;
    if (c.s.kind == ShapeKind::Chs) {
        const double ratio = c.s.d / c.s.t;
        if (ratio > 0.11 * c.e / c.fy) {
            out.clause = "E7.2";
            if (ratio >= 0.45 * c.e / c.fy) out.uncovered = kTooThin;
            sink.heading("Effective area of the slender tube", "E7.2");
            const double dt = given(sink, "d_t", Quantity::Ratio, ratio, "B4.1");
            const double ae = step(sink, "A_e", "(0.038*E/(F_y*d_t) + 2/3)*A_g", "E7-7", Quantity::Area,
                                   (0.038 * c.e / (c.fy * dt) + 2.0 / 3) * ag);
            out.nominal = step(sink, "P_n", "F_cr*A_e", "E7-1", Quantity::Force, fcr * ae);
            return out;
        }
    }
    const Plates plates = platesOf(c);
    const double grow = std::sqrt(c.fy / fcr);
    if constexpr (Sink::keeps) {
        if (plates.count > 0) sink.heading("Slenderness of the elements", "E7.1");
        for (size_t k = 0; k < plates.count; ++k) {
            const Plate& p = plates.list[k];
            sink.note(p.name);
            given(sink, "lambda", Quantity::Ratio, p.b / p.t, "B4.1");
            given(sink, "lambda_r", Quantity::Ratio, p.limit, "Table B4.1a");
            step(sink, "lambda_1", "lambda_r*sqrt(F_y/F_cr)", "E7-2", Quantity::Ratio, p.limit * grow);
            sink.note(p.b / p.t <= p.limit * grow ? "The whole width is effective." : "A part of the width is not effective.");
        }
    }
    double ae = ag;
    for (size_t k = 0; k < plates.count; ++k) {
        const Plate& p = plates.list[k];
        if (p.b / p.t <= p.limit * grow) continue;
        if (out.clause.empty()) {
            sink.heading("Effective widths of slender elements", "E7.1");
            given(sink, "A_e", Quantity::Area, ag);
        }
        out.clause = "E7.1";
        sink.note(p.name);
        const double be = effectiveWidth(c, p, fcr, sink);
        ae = step(sink, "A_e", "A_e - n*(b - b_e)*t", "E7.1", Quantity::Area, ae - p.n * (p.b - be) * p.t);
    }
    out.nominal = out.clause.empty() ? step(sink, "P_n", "F_cr*A_g", "E3-1", Quantity::Force, fcr * ag)
                                     : step(sink, "P_n", "F_cr*A_e", "E7-1", Quantity::Force, fcr * ae);
    return out;
}

// 2010, 2005 E7.1: Qs of one unstiffened element (E7-4 to E7-15).
template <class Sink> double oldQs(const Context& c, const Plate& p, Sink& sink)
{
    sink.note(p.name);
    const double l = putPlate(p, sink), x = l * std::sqrt(c.fy / c.e);
    const auto say = [&](std::string_view f, std::string_view eq, double v) {
        return step(sink, "Q_1", f, eq, Quantity::Ratio, v);
    };
    switch (p.kind) {
    case Plate::Kind::RolledFlange:
        return x <= 1.03 ? say("1.415 - 0.74*lambda*sqrt(F_y/E)", "E7-5", 1.415 - 0.74 * l * std::sqrt(c.fy / c.e))
                         : say("0.69*E/(F_y*lambda^2)", "E7-6", 0.69 * c.e / (c.fy * l * l));
    case Plate::Kind::BuiltFlange: {
        const double k = given(sink, "k_c", Quantity::Ratio, kc(c.s), "E7.1");
        return l <= 1.17 * std::sqrt(c.e * k / c.fy)
                   ? say("1.415 - 0.65*lambda*sqrt(F_y/(E*k_c))", "E7-8", 1.415 - 0.65 * l * std::sqrt(c.fy / (c.e * k)))
                   : say("0.9*E*k_c/(F_y*lambda^2)", "E7-9", 0.90 * c.e * k / (c.fy * l * l));
    }
    case Plate::Kind::Leg:
        return x <= 0.91 ? say("1.34 - 0.76*lambda*sqrt(F_y/E)", "E7-11", 1.34 - 0.76 * l * std::sqrt(c.fy / c.e))
                         : say("0.53*E/(F_y*lambda^2)", "E7-12", 0.53 * c.e / (c.fy * l * l));
    default:
        return x <= 1.03 ? say("1.908 - 1.22*lambda*sqrt(F_y/E)", "E7-14", 1.908 - 1.22 * l * std::sqrt(c.fy / c.e))
                         : say("0.69*E/(F_y*lambda^2)", "E7-15", 0.69 * c.e / (c.fy * l * l));
    }
}

// 2010, 2005 E7-2, E7-3: as E3 with Q·Fy.
template <class Sink> double reducedStress(const Context& c, double q, double fe, Sink& sink)
{
    if (q * c.fy / fe <= 2.25)
        return step(sink, "F_cr", "Q*0.658^(Q*F_y/F_e)*F_y", "E7-2", Quantity::Stress,
                    q * std::pow(0.658, q * c.fy / fe) * c.fy);
    return step(sink, "F_cr", "0.877*F_e", "E7-3", Quantity::Stress, 0.877 * fe);
}

// E7.2 before 2016: the area left of the stiffened walls that are slender under the stress f.
template <class Sink>
double areaOfStiffened(const Context& c, const Plates& plates, double f, std::string_view& clause, Sink& to)
{
    const bool tube = c.s.kind == ShapeKind::Rhs;
    const double root = std::sqrt(c.e / f), ag = c.p.a;
    double ae = ag;
    for (size_t k = 0; k < plates.count; ++k) {
        const Plate& p = plates.list[k];
        if (!p.stiffened() || p.b / p.t <= (tube ? 1.40 : 1.49) * root) continue;
        if (ae == ag) given(to, "A_e", Quantity::Area, ag);
        clause = "E7.2";
        to.note(p.name);
        const double l = putPlate(p, to);
        given(to, "f", Quantity::Stress, f, "E7.2");
        const double be = tube ? step(to, "b_e", "min(b, 1.92*t*sqrt(E/f)*(1 - 0.38/lambda*sqrt(E/f)))", "E7-18",
                                      Quantity::SectionLength, std::min(p.b, 1.92 * p.t * root * (1 - 0.38 / l * root)))
                               : step(to, "b_e", "min(b, 1.92*t*sqrt(E/f)*(1 - 0.34/lambda*sqrt(E/f)))", "E7-17",
                                      Quantity::SectionLength, std::min(p.b, 1.92 * p.t * root * (1 - 0.34 / l * root)));
        ae = step(to, "A_e", "A_e - n*(b - b_e)*t", "E7.2", Quantity::Area, ae - p.n * (p.b - be) * p.t);
    }
    return ae;
}

// The stress f of E7.2: F_cr with Q = 1 for webs, P_n/A_e for tubes, which follows by repetition.
double stressOfStiffened(const Context& c, const Plates& plates, double qs, double fe)
{
    NoTrace none;
    if (c.s.kind != ShapeKind::Rhs) return criticalStress(c, fe, none);
    double f = c.fy;
    for (int k = 0; k < 100; ++k) {
        std::string_view unused;
        const double ae = areaOfStiffened(c, plates, f, unused, none),
                     next = reducedStress(c, qs * ae / c.p.a, fe, none) * c.p.a / ae;
        const bool settled = std::abs(next - f) < 1e-13 * c.fy;
        f = next;
        if (settled) break;
    }
    return f;
}

template <class Sink> ColumnStrength before2016(const Context& c, double fe, Sink& sink)
{
    ColumnStrength out;
    const double ag = c.p.a;
    double qs = 1, qa = 1;
    given(sink, "Q_s", Quantity::Ratio, 1.0, "E7");
    given(sink, "Q_a", Quantity::Ratio, 1.0, "E7");
    const Plates plates = platesOf(c);
    for (size_t k = 0; k < plates.count; ++k) {
        const Plate& p = plates.list[k];
        if (p.stiffened() || p.b / p.t <= p.limit) continue;
        out.clause = "E7.1";
        const double q = oldQs(c, p, sink);
        qs = step(sink, "Q_s", "min(Q_s, Q_1)", "E7.1", Quantity::Ratio, std::min(qs, q));
    }
    if (c.s.kind == ShapeKind::Chs && c.s.d / c.s.t > 0.11 * c.e / c.fy) {
        out.clause = "E7.2";
        if (c.s.d / c.s.t >= 0.45 * c.e / c.fy) out.uncovered = kTooThin;
        const double dt = given(sink, "d_t", Quantity::Ratio, c.s.d / c.s.t, "B4.1");
        qa = step(sink, "Q_a", "0.038*E/(F_y*d_t) + 2/3", "E7-19", Quantity::Ratio, 0.038 * c.e / (c.fy * dt) + 2.0 / 3);
    }
    const double f = stressOfStiffened(c, plates, qs, fe);
    if (const double ae = areaOfStiffened(c, plates, f, out.clause, sink); ae < ag)
        qa = step(sink, "Q_a", "A_e/A_g", "E7-16", Quantity::Ratio, ae / ag);
    double fcr = 0;
    if (out.clause.empty())
        fcr = criticalStress(c, fe, sink);
    else {
        sink.heading("Slender elements", "E7");
        const double q = step(sink, "Q", "Q_s*Q_a", "E7", Quantity::Ratio, qs * qa);
        fcr = reducedStress(c, q, fe, sink);
    }
    out.nominal = step(sink, "P_n", "F_cr*A_g", out.clause.empty() ? "E3-1" : "E7-1", Quantity::Force, fcr * ag);
    return out;
}

} // namespace

template <class Sink> ColumnStrength columnStrength(const Context& c, double fe, Sink& sink)
{
    return c.edition >= 2016 ? today(c, fe, sink) : before2016(c, fe, sink);
}

template ColumnStrength columnStrength<NoTrace>(const Context&, double, NoTrace&);
template ColumnStrength columnStrength<Trace>(const Context&, double, Trace&);

std::string slenderParts(Method m, const MemberInput& in, const Demands& d, const MemberResult& r)
{
    const Context c(in, m);
    NoTrace none;
    const bool compressed =
        std::any_of(d.sets.begin(), d.sets.end(), [](const SetDemand& s) { return s.compression.value > 0; });
    // At F_cr = F_y every element over its limit of Table B4.1a shows.
    if (compressed && !columnStrength(c, 1e6 * c.fy, none).clause.empty())
        return "its section has slender elements in compression (Table B4.1a, E7)";
    for (const CheckOutcome& o : r.outcomes)
        if (o.clause.starts_with("F5") && o.demand > 0) return "its web is slender in flexure (F5)";
    return {};
}

} // namespace wr::aisc360
