#include "core/standards/en1993/flange_holes.h"

#include <algorithm>

namespace wr::en1993 {

namespace {

// Widths, thickness and height above the centroid of the flange in tension.
struct TensionFlange
{
    double b, t, z;
};
TensionFlange tensionFlange(const Context& c, Side compressed)
{
    const Shape& s = c.s;
    if (compressed == Side::Minus) return {s.b, s.tf, s.h / 2 - s.tf / 2 - c.p.cz};
    const bool unequal = s.kind == ShapeKind::IUnequal;
    const double t = unequal ? s.tf2 : s.tf;
    return {unequal ? s.b2 : s.b, t, -s.h / 2 + t / 2 - c.p.cz};
}

} // namespace

template <class Sink> HolesKeep holesKeep(const Context& c, int cls, Side side, Sink& sink)
{
    const auto net = c.options.flangeHoles;
    if (!net || *net >= 1) return {};
    if (!c.iShape() && c.s.kind != ShapeKind::Channel)
        return {1, "holes in the tension flange (6.2.5(4)) are taken for I sections and channels only"};
    sink.heading("Holes in the tension flange", "6.2.5(4)");
    const TensionFlange f = tensionFlange(c, side);
    const double af = given(sink, "A_f", Quantity::Area, f.b * f.t), r = given(sink, "r_f", Quantity::Ratio, *net),
                 fy = given(sink, "f_y", Quantity::Stress, c.fy), fu = given(sink, "f_u", Quantity::Stress, c.fu),
                 m0 = given(sink, "gamma_M0", Quantity::Ratio, c.gammaM0(), "6.1"),
                 m2 = given(sink, "gamma_M2", Quantity::Ratio, c.national.gammaM2, "6.1");
    const double k =
        step(sink, "k_f", "0.9*r_f*f_u/gamma_M2/(f_y/gamma_M0)", "6.16", Quantity::Ratio, 0.9 * r * fu / m2 / (fy / m0));
    if (k >= 1) {
        sink.note("The holes may be left out of account.");
        return {};
    }
    const double lost = step(sink, "dA", "(1 - k_f)*A_f", "6.2.5(4)", Quantity::Area, (1 - k) * af);
    HolesKeep out;
    if (cls <= 2) {
        const double zt = given(sink, "z_t", Quantity::SectionLength, std::abs(f.z - c.p.zp), "from the axis of equal areas"),
                     tw = given(sink, "t_w", Quantity::SectionLength, c.s.tw),
                     w = given(sink, "W_ply", Quantity::SectionModulus, c.p.wply);
        out.share = step(sink, "k_h", "max(0, (W_ply - dA*z_t - dA^2/(4*t_w))/W_ply)", "6.2.5(4)", Quantity::Ratio,
                         std::max(0.0, (w - lost * zt - sqr(lost) / (4 * tw)) / w));
        return out;
    }
    const bool top = side == Side::Plus; // compressed
    const double zt = given(sink, "z_t", Quantity::SectionLength, std::abs(f.z), "from the centroid"),
                 a = given(sink, "A", Quantity::Area, c.p.a), iy = given(sink, "I_y", Quantity::Inertia, c.p.iy),
                 wc = given(sink, "W_c", Quantity::SectionModulus, top ? c.p.welyTop : c.p.welyBottom, "compressed fibre"),
                 wt = given(sink, "W_t", Quantity::SectionModulus, top ? c.p.welyBottom : c.p.welyTop, "fibre in tension");
    const double e = step(sink, "e", "dA*z_t/(A - dA)", "", Quantity::SectionLength, lost * zt / (a - lost));
    const double i =
        step(sink, "I_net", "I_y - dA*z_t^2 - (A - dA)*e^2", "", Quantity::Inertia, iy - lost * sqr(zt) - (a - lost) * sqr(e));
    const double least = std::min(wc, wt), kept = std::min(i / (iy / wc - e), i / (iy / wt + e));
    out.share = step(sink, "k_h", "min(1, min(I_net/(I_y/W_c - e), I_net/(I_y/W_t + e))/min(W_c, W_t))", "6.2.5(4)",
                     Quantity::Ratio, std::min(1.0, kept / least));
    return out;
}

template HolesKeep holesKeep<NoTrace>(const Context&, int, Side, NoTrace&);
template HolesKeep holesKeep<Trace>(const Context&, int, Side, Trace&);

} // namespace wr::en1993
