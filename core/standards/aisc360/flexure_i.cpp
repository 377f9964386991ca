// AISC 360 F2 to F6: I shapes, channels about the minor axis.
#include "core/standards/aisc360/flexure.h"

namespace wr::aisc360 {

namespace {

enum class Web { Compact, Noncompact, Slender };

// What F3 to F5 need of an I bent about its major axis with one flange compressed.
struct IBending
{
    FlangePlate fc, ft;
    double sxc, sxt, hc, hp, h, ho;
    double lambdaW, lambdaPw, lambdaRw; // hc/tw, Table B4.1b cases 15 and 16
    double myc, myt, mp, aw, rt;
    double fl; // F4-6
    bool thin; // Iyc/Iy at most 0.23
    bool doubly;
    Web web;
    double lambda, lambdaPf, lambdaRf; // compression flange
    double kc;
};

IBending bending(const Context& c, Side side)
{
    IBending o{};
    const Shape& s = c.s;
    const bool top = side == Side::Plus;
    o.fc = top ? topFlange(s) : bottomFlange(s);
    o.ft = top ? bottomFlange(s) : topFlange(s);
    o.sxc = top ? c.p.welyTop : c.p.welyBottom;
    o.sxt = top ? c.p.welyBottom : c.p.welyTop;
    o.doubly = doublySymmetricI(s);
    o.h = webDepth(s);
    o.ho = c.p.ho > 0 ? c.p.ho : s.h - (o.fc.t + o.ft.t) / 2;
    const double root = c.root();
    if (o.doubly) {
        o.hc = o.hp = o.h;
        o.lambdaPw = 3.76 * root;
    } else {
        // From the centroid to the compressed face; the equal-area axis lies zp above the centroid.
        const double out = top ? s.h / 2 - c.p.cz : s.h / 2 + c.p.cz, plasticOut = top ? out - c.p.zp : out + c.p.zp;
        o.hc = 2 * (out - o.fc.t - s.r);
        o.hp = 2 * (plasticOut - o.fc.t - s.r);
    }
    o.mp = c.fy * c.p.wply;
    o.myc = c.fy * o.sxc;
    o.myt = c.fy * o.sxt;
    o.lambdaW = o.hc / s.tw;
    o.lambdaRw = 5.70 * root;
    if (!o.doubly) {
        const double my = std::min(o.myc, o.myt), k = 0.54 * o.mp / my - 0.09;
        o.lambdaPw = std::min(o.hp > 0 ? o.hc / o.hp * root / (k * k) : o.lambdaRw, o.lambdaRw);
    }
    o.web = o.lambdaW <= o.lambdaPw ? Web::Compact : o.lambdaW <= o.lambdaRw ? Web::Noncompact : Web::Slender;
    const double sx = c.edition >= 2016 ? std::min(o.sxc, o.sxt) : o.sxc;
    if (!(o.doubly && o.web == Web::Compact)) o.mp = std::min(o.mp, 1.6 * c.fy * sx);
    o.aw = o.hc * s.tw / (o.fc.b * o.fc.t);
    const double depth = s.h;
    o.rt = c.edition >= 2016 ? o.fc.b / std::sqrt(12 * (1 + o.aw / 6))
                             : o.fc.b / std::sqrt(12 * (o.ho / depth + o.aw * o.h * o.h / (6 * o.ho * depth)));
    const double iyc = o.fc.t * cube(o.fc.b) / 12;
    o.thin = iyc / c.p.iz <= 0.23;
    const double ratio = o.sxt / o.sxc;
    o.fl = o.doubly || ratio >= 0.7 - 1e-12 ? 0.7 * c.fy : std::max(c.fy * ratio, 0.5 * c.fy);
    if (o.web == Web::Slender) o.fl = 0.7 * c.fy; // F5 has no F_L
    o.kc = kc(s);
    o.lambda = o.fc.b / 2 / o.fc.t;
    o.lambdaPf = 0.38 * root;
    o.lambdaRf = s.welded ? 0.95 * std::sqrt(o.kc * c.e / o.fl) : 1.0 * root;
    return o;
}

template <class Sink> void putFlange(const IBending& b, Sink& sink)
{
    given(sink, "lambda", Quantity::Ratio, b.lambda, "B4.1");
    given(sink, "lambda_pf", Quantity::Ratio, b.lambdaPf, "Table B4.1b");
    given(sink, "lambda_rf", Quantity::Ratio, b.lambdaRf, "Table B4.1b");
}

// Says how the web is classified, with its limits.
template <class Sink> void putWeb(const IBending& b, Sink& sink)
{
    given(sink, "lambda_w", Quantity::Ratio, b.lambdaW, "B4.1");
    given(sink, "lambda_pw", Quantity::Ratio, b.lambdaPw, "Table B4.1b");
    given(sink, "lambda_rw", Quantity::Ratio, b.lambdaRw, "Table B4.1b");
    sink.note(b.web == Web::Compact      ? "The web is compact."
              : b.web == Web::Noncompact ? "The web is noncompact."
                                         : "The web is slender.");
}

// F4-9, F4-10 and F4-16, F4-17: web plastification factor for the compressed (c) or the tension (t) flange.
template <class Sink> double plastification(const IBending& b, bool compressed, Sink& sink)
{
    const std::string_view symbol = compressed ? "R_pc" : "R_pt";
    if (b.thin) {
        sink.note("I_yc/I_y does not exceed 0.23.");
        return step(sink, symbol, "1", compressed ? "F4-10" : "F4-17", Quantity::Ratio, 1.0);
    }
    given(sink, "M_p", Quantity::Moment, b.mp, "F4");
    const double my = compressed ? b.myc : b.myt, full = b.mp / my;
    if (b.lambdaW <= b.lambdaPw)
        return compressed ? step(sink, symbol, "M_p/M_yc", "F4-9a", Quantity::Ratio, full)
                          : step(sink, symbol, "M_p/M_yt", "F4-16a", Quantity::Ratio, full);
    const double v = std::min(full, full - (full - 1) * (b.lambdaW - b.lambdaPw) / (b.lambdaRw - b.lambdaPw));
    return compressed
               ? step(sink, symbol, "min(M_p/M_yc, M_p/M_yc - (M_p/M_yc - 1)*(lambda_w - lambda_pw)/(lambda_rw - lambda_pw))",
                      "F4-9b", Quantity::Ratio, v)
               : step(sink, symbol, "min(M_p/M_yt, M_p/M_yt - (M_p/M_yt - 1)*(lambda_w - lambda_pw)/(lambda_rw - lambda_pw))",
                      "F4-16b", Quantity::Ratio, v);
}

// F5-6: bending strength reduction for a slender web.
template <class Sink> double girderFactor(const Context& c, const IBending& b, Sink& sink)
{
    const double aw = given(sink, "a_w", Quantity::Ratio, std::min(b.aw, 10.0), "F4-12");
    return step(sink, "R_pg", "min(1, 1 - a_w/(1200 + 300*a_w)*(lambda_w - 5.7*sqrt(E/F_y)))", "F5-6", Quantity::Ratio,
                std::min(1.0, 1 - aw / (1200 + 300 * aw) * (b.lambdaW - 5.70 * c.root())));
}

template <class Sink> void putModuli(const IBending& b, Sink& sink)
{
    given(sink, "S_xc", Quantity::SectionModulus, b.sxc);
    given(sink, "S_xt", Quantity::SectionModulus, b.sxt);
}

// F2.1 and F3.2.
template <class Sink> Flexure compactWeb(const Context& c, const IBending& b, Sink& sink)
{
    Flexure out{0, "F2.1", {}};
    sink.heading("Classification", "B4.1");
    putFlange(b, sink);
    sink.note(b.lambda <= b.lambdaPf   ? "The flange is compact."
              : b.lambda <= b.lambdaRf ? "The flange is noncompact."
                                       : "The flange is slender.");
    putWeb(b, sink);
    sink.heading("Yielding", "F2.1");
    const double mp = plasticMoment(c, true, "F2-1", sink);
    double mn = step(sink, "M_n", "M_p", "F2-1", Quantity::Moment, mp);
    if (b.lambda > b.lambdaPf) {
        out.clause = "F3.2";
        sink.heading("Compression flange local buckling", "F3.2");
        const double sx = given(sink, "S_x", Quantity::SectionModulus, c.p.wely);
        if (b.lambda <= b.lambdaRf)
            mn = step(sink, "M_n", "M_p - (M_p - 0.7*F_y*S_x)*(lambda - lambda_pf)/(lambda_rf - lambda_pf)", "F3-1",
                      Quantity::Moment, mp - (mp - 0.7 * c.fy * sx) * (b.lambda - b.lambdaPf) / (b.lambdaRf - b.lambdaPf));
        else {
            const double k = given(sink, "k_c", Quantity::Ratio, b.kc, "Table B4.1");
            given(sink, "E", Quantity::Stress, c.e);
            mn = step(sink, "M_n", "0.9*E*k_c*S_x/lambda^2", "F3-2", Quantity::Moment, 0.9 * c.e * k * sx / sqr(b.lambda));
        }
    }
    out.available = availableMoment(c, mn, sink);
    return out;
}

// F4.1, F4.3, F4.4: webs compact or noncompact, one or two axes of symmetry.
template <class Sink> Flexure noncompactWeb(const Context& c, const IBending& b, Sink& sink)
{
    Flexure out{0, "F4.1", {}};
    sink.heading("Compression flange yielding", "F4.1");
    putSteel(c, sink);
    putModuli(b, sink);
    putWeb(b, sink);
    const double myc = step(sink, "M_yc", "F_y*S_xc", "F4-4", Quantity::Moment, b.myc);
    const double rpc = plastification(b, true, sink);
    double mn = step(sink, "M_n", "R_pc*M_yc", "F4-1", Quantity::Moment, rpc * myc);
    if (b.lambda > b.lambdaPf) {
        sink.heading("Compression flange local buckling", "F4.3");
        putFlange(b, sink);
        const double fl = given(sink, "F_L", Quantity::Stress, b.fl, "F4-6");
        double m = 0;
        if (b.lambda <= b.lambdaRf)
            m = step(sink, "M_nf", "R_pc*M_yc - (R_pc*M_yc - F_L*S_xc)*(lambda - lambda_pf)/(lambda_rf - lambda_pf)", "F4-13",
                     Quantity::Moment,
                     rpc * myc - (rpc * myc - fl * b.sxc) * (b.lambda - b.lambdaPf) / (b.lambdaRf - b.lambdaPf));
        else {
            const double k = given(sink, "k_c", Quantity::Ratio, b.kc, "Table B4.1");
            m = step(sink, "M_nf", "0.9*E*k_c*S_xc/lambda^2", "F4-14", Quantity::Moment, 0.9 * c.e * k * b.sxc / sqr(b.lambda));
        }
        if (m < mn) out.clause = "F4.3";
        mn = step(sink, "M_n", "min(M_n, M_nf)", "F4", Quantity::Moment, std::min(mn, m));
    }
    if (b.sxt < b.sxc * (1 - 1e-9)) {
        sink.heading("Tension flange yielding", "F4.4");
        const double myt = step(sink, "M_yt", "F_y*S_xt", "F4-15", Quantity::Moment, b.myt);
        const double rpt = plastification(b, false, sink);
        const double m = step(sink, "M_nt", "R_pt*M_yt", "F4-15", Quantity::Moment, rpt * myt);
        if (m < mn) out.clause = "F4.4";
        mn = step(sink, "M_n", "min(M_n, M_nt)", "F4", Quantity::Moment, std::min(mn, m));
    }
    out.available = availableMoment(c, mn, sink);
    return out;
}

// F5.1, F5.3, F5.4: slender webs.
template <class Sink> Flexure slenderWeb(const Context& c, const IBending& b, Sink& sink)
{
    Flexure out{0, "F5.1", {}};
    sink.heading("Compression flange yielding", "F5.1");
    putSteel(c, sink);
    putModuli(b, sink);
    putWeb(b, sink);
    const double rpg = girderFactor(c, b, sink);
    double mn = step(sink, "M_n", "R_pg*F_y*S_xc", "F5-1", Quantity::Moment, rpg * c.fy * b.sxc);
    if (b.lambda > b.lambdaPf) {
        sink.heading("Compression flange local buckling", "F5.3");
        putFlange(b, sink);
        double fcr = 0;
        if (b.lambda <= b.lambdaRf)
            fcr = step(sink, "F_cr", "F_y - 0.3*F_y*(lambda - lambda_pf)/(lambda_rf - lambda_pf)", "F5-8", Quantity::Stress,
                       c.fy - 0.3 * c.fy * (b.lambda - b.lambdaPf) / (b.lambdaRf - b.lambdaPf));
        else {
            const double k = given(sink, "k_c", Quantity::Ratio, b.kc, "Table B4.1");
            fcr = step(sink, "F_cr", "0.9*E*k_c/lambda^2", "F5-9", Quantity::Stress, 0.9 * c.e * k / sqr(b.lambda));
        }
        const double m = step(sink, "M_nf", "R_pg*F_cr*S_xc", "F5-7", Quantity::Moment, rpg * fcr * b.sxc);
        if (m < mn) out.clause = "F5.3";
        mn = step(sink, "M_n", "min(M_n, M_nf)", "F5", Quantity::Moment, std::min(mn, m));
    }
    if (b.sxt < b.sxc * (1 - 1e-9)) {
        sink.heading("Tension flange yielding", "F5.4");
        const double m = step(sink, "M_nt", "F_y*S_xt", "F5-10", Quantity::Moment, c.fy * b.sxt);
        if (m < mn) out.clause = "F5.4";
        mn = step(sink, "M_n", "min(M_n, M_nt)", "F5", Quantity::Moment, std::min(mn, m));
    }
    out.available = availableMoment(c, mn, sink);
    return out;
}

// F13.1: holes in the tension flange.
template <class Sink> void throughHoles(const Context& c, const IBending& b, Flexure& out, Sink& sink)
{
    const auto net = c.options.flangeHoles;
    if (!net) return;
    sink.heading("Holes in the tension flange", "F13.1");
    const double afg = given(sink, "A_fg", Quantity::Area, b.ft.b * b.ft.t, "F13.1"),
                 r = given(sink, "r_f", Quantity::Ratio, *net);
    const double afn = step(sink, "A_fn", "r_f*A_fg", "F13.1", Quantity::Area, r * afg);
    const double fy = given(sink, "F_y", Quantity::Stress, c.fy), fu = given(sink, "F_u", Quantity::Stress, c.fu);
    const double yt = given(sink, "Y_t", Quantity::Ratio, fy / fu <= 0.8 ? 1.0 : 1.1, "F13.1");
    if (fu * afn >= yt * fy * afg) {
        sink.note("Rupture of the tension flange does not apply.");
        return;
    }
    given(sink, "M_c1", Quantity::Moment, out.available);
    // The symbols of chapter F have S_x as the minimum elastic section modulus about the x axis.
    const double sx = given(sink, "S_x", Quantity::SectionModulus, std::min(b.sxc, b.sxt));
    const double mn = step(sink, "M_n", "F_u*A_fn/A_fg*S_x", "F13-1", Quantity::Moment, fu * afn / afg * sx);
    const double m = availableMoment(c, mn, sink);
    if (m < out.available) out.clause = "F13.1";
    out.available = step(sink, "M_c", "min(M_c1, M_c)", "F13.1", Quantity::Moment, std::min(out.available, m));
}

// F2.2 of I shapes and channels.
template <class Sink> Ltb compactLtb(const Context& c, double lb, double cb, Sink& sink)
{
    Ltb out;
    out.clause = "F2.2";
    sink.heading("Lateral-torsional buckling", "F2.2");
    const bool channel = c.s.kind == ShapeKind::Channel;
    const double fy = given(sink, "F_y", Quantity::Stress, c.fy), e = given(sink, "E", Quantity::Stress, c.e);
    const double z = given(sink, "Z_x", Quantity::SectionModulus, c.p.wply),
                 sx = given(sink, "S_x", Quantity::SectionModulus, c.p.wely);
    const double mp = step(sink, "M_p", "F_y*Z_x", "F2-1", Quantity::Moment, fy * z);
    out.plateau = mp;
    const double l = given(sink, "L_b", Quantity::Length, lb, "F2.2");
    const double ry = given(sink, "r_y", Quantity::SectionLength, c.p.rz);
    const double lp = step(sink, "L_p", "1.76*r_y*sqrt(E/F_y)", "F2-5", Quantity::Length, 1.76 * ry * std::sqrt(e / fy));
    if (l <= lp) return shortEnough(c, out, "F2.2(a)", sink);
    const double iy = given(sink, "I_y", Quantity::Inertia, c.p.iz), cw = given(sink, "C_w", Quantity::Warping, c.p.iw);
    const double j = given(sink, "J", Quantity::Inertia, c.p.it), ho = given(sink, "h_o", Quantity::SectionLength, c.p.ho);
    const double rts =
        step(sink, "r_ts", "sqrt(sqrt(I_y*C_w)/S_x)", "F2-7", Quantity::SectionLength, std::sqrt(std::sqrt(iy * cw) / sx));
    const double k = channel ? step(sink, "c", "h_o/2*sqrt(I_y/C_w)", "F2-8b", Quantity::Ratio, ho / 2 * std::sqrt(iy / cw))
                             : step(sink, "c", "1", "F2-8a", Quantity::Ratio, 1.0);
    const double x = step(sink, "q", "J*c/(S_x*h_o)", "F2-6", Quantity::Ratio, j * k / (sx * ho));
    const double lr =
        step(sink, "L_r", "1.95*r_ts*E/(0.7*F_y)*sqrt(q + sqrt(q^2 + 6.76*(0.7*F_y/E)^2))", "F2-6", Quantity::Length,
             1.95 * rts * e / (0.7 * fy) * std::sqrt(x + std::sqrt(x * x + 6.76 * sqr(0.7 * fy / e))));
    if (l <= lr)
        out.unit = step(sink, "M_1", "M_p - (M_p - 0.7*F_y*S_x)*(L_b - L_p)/(L_r - L_p)", "F2-2", Quantity::Moment,
                        mp - (mp - 0.7 * fy * sx) * (l - lp) / (lr - lp));
    else {
        const double f1 = step(sink, "F_1", "pi()^2*E/(L_b/r_ts)^2*sqrt(1 + 0.078*q*(L_b/r_ts)^2)", "F2-4", Quantity::Stress,
                               kPi * kPi * e / sqr(l / rts) * std::sqrt(1 + 0.078 * x * sqr(l / rts)));
        out.unit = step(sink, "M_1", "F_1*S_x", "F2-3", Quantity::Moment, f1 * sx);
    }
    return withCb(c, out, cb, l <= lr ? "F2-2" : "F2-3", "min(C_b*M_1, M_p)", sink);
}

// F4.2.
template <class Sink> Ltb noncompactLtb(const Context& c, const IBending& b, double lb, double cb, Sink& sink)
{
    Ltb out;
    out.clause = "F4.2";
    sink.heading("Lateral-torsional buckling", "F4.2");
    putSteel(c, sink);
    putModuli(b, sink);
    putWeb(b, sink);
    const double e = c.e, fy = c.fy;
    const double myc = step(sink, "M_yc", "F_y*S_xc", "F4-4", Quantity::Moment, b.myc);
    const double rpc = plastification(b, true, sink);
    const double mp = step(sink, "M_p", "R_pc*M_yc", "F4-1", Quantity::Moment, rpc * myc);
    out.plateau = mp;
    const double l = given(sink, "L_b", Quantity::Length, lb, "F4.2"),
                 rt = given(sink, "r_t", Quantity::SectionLength, b.rt, "F4-11");
    const double lp = step(sink, "L_p", "1.1*r_t*sqrt(E/F_y)", "F4-7", Quantity::Length, 1.1 * rt * std::sqrt(e / fy));
    if (l <= lp) return shortEnough(c, out, "F4.2(a)", sink);
    const double j = given(sink, "J", Quantity::Inertia, b.thin ? 0.0 : c.p.it),
                 ho = given(sink, "h_o", Quantity::SectionLength, b.ho);
    if (b.thin) sink.note("I_yc/I_y does not exceed 0.23: J is taken as zero.");
    const double fl = given(sink, "F_L", Quantity::Stress, b.fl, "F4-6");
    const double q = step(sink, "q", "J/(S_xc*h_o)", "F4-8", Quantity::Ratio, j / (b.sxc * ho));
    const double lr = step(sink, "L_r", "1.95*r_t*E/F_L*sqrt(q + sqrt(q^2 + 6.76*(F_L/E)^2))", "F4-8", Quantity::Length,
                           1.95 * rt * e / fl * std::sqrt(q + std::sqrt(q * q + 6.76 * sqr(fl / e))));
    if (l <= lr)
        out.unit = step(sink, "M_1", "M_p - (M_p - F_L*S_xc)*(L_b - L_p)/(L_r - L_p)", "F4-2", Quantity::Moment,
                        mp - (mp - fl * b.sxc) * (l - lp) / (lr - lp));
    else {
        const double f1 = step(sink, "F_1", "pi()^2*E/(L_b/r_t)^2*sqrt(1 + 0.078*q*(L_b/r_t)^2)", "F4-5", Quantity::Stress,
                               kPi * kPi * e / sqr(l / rt) * std::sqrt(1 + 0.078 * q * sqr(l / rt)));
        out.unit = step(sink, "M_1", "F_1*S_xc", "F4-3", Quantity::Moment, f1 * b.sxc);
    }
    return withCb(c, out, cb, l <= lr ? "F4-2" : "F4-3", "min(C_b*M_1, M_p)", sink);
}

// F5.2.
template <class Sink> Ltb slenderLtb(const Context& c, const IBending& b, double lb, double cb, Sink& sink)
{
    Ltb out;
    out.clause = "F5.2";
    sink.heading("Lateral-torsional buckling", "F5.2");
    putSteel(c, sink);
    putModuli(b, sink);
    putWeb(b, sink);
    const double rpg = girderFactor(c, b, sink);
    const double mp = step(sink, "M_p", "R_pg*F_y*S_xc", "F5-1", Quantity::Moment, rpg * c.fy * b.sxc);
    out.plateau = mp;
    const double l = given(sink, "L_b", Quantity::Length, lb, "F5.2"),
                 rt = given(sink, "r_t", Quantity::SectionLength, b.rt, "F4-11");
    const double lp = step(sink, "L_p", "1.1*r_t*sqrt(E/F_y)", "F4-7", Quantity::Length, 1.1 * rt * c.root());
    if (l <= lp) return shortEnough(c, out, "F5.2(a)", sink);
    const double lr =
        step(sink, "L_r", "pi()*r_t*sqrt(E/(0.7*F_y))", "F5-5", Quantity::Length, kPi * rt * std::sqrt(c.e / (0.7 * c.fy)));
    const double f1 = l <= lr
                          ? step(sink, "F_1", "F_y - 0.3*F_y*(L_b - L_p)/(L_r - L_p)", "F5-3", Quantity::Stress,
                                 c.fy - 0.3 * c.fy * (l - lp) / (lr - lp))
                          : step(sink, "F_1", "pi()^2*E/(L_b/r_t)^2", "F5-4", Quantity::Stress, kPi * kPi * c.e / sqr(l / rt));
    out.unit = step(sink, "M_1", "R_pg*F_1*S_xc", "F5-2", Quantity::Moment, rpg * f1 * b.sxc);
    return withCb(c, out, cb, "F5-2", "min(C_b*M_1, M_p)", sink);
}

} // namespace

template <class Sink> Flexure iMajor(const Context& c, Side side, Sink& sink)
{
    const IBending b = bending(c, side);
    Flexure out = b.doubly && b.web == Web::Compact ? compactWeb(c, b, sink)
                  : b.web == Web::Slender           ? slenderWeb(c, b, sink)
                                                    : noncompactWeb(c, b, sink);
    throughHoles(c, b, out, sink);
    return out;
}

template <class Sink> Ltb iLtb(const Context& c, Side side, double lb, double cb, Sink& sink)
{
    if (c.s.kind == ShapeKind::Channel) return compactLtb(c, lb, cb, sink);
    const IBending b = bending(c, side);
    if (b.doubly && b.web == Web::Compact) return compactLtb(c, lb, cb, sink);
    return b.web == Web::Slender ? slenderLtb(c, b, lb, cb, sink) : noncompactLtb(c, b, lb, cb, sink);
}

template <class Sink> Flexure iMinor(const Context& c, Sink& sink)
{
    Flexure out{0, "F6.1", {}};
    sink.heading("Yielding", "F6.1");
    const double fy = given(sink, "F_y", Quantity::Stress, c.fy);
    const double z = given(sink, "Z_y", Quantity::SectionModulus, c.p.wplz),
                 s = given(sink, "S_y", Quantity::SectionModulus, c.p.welz);
    const double mp = step(sink, "M_p", "min(F_y*Z_y, 1.6*F_y*S_y)", "F6-1", Quantity::Moment, std::min(fy * z, 1.6 * fy * s));
    double mn = step(sink, "M_n", "M_p", "F6-1", Quantity::Moment, mp);
    double lambda = flangeOutstand(c.s) / c.s.tf;
    if (c.s.kind == ShapeKind::IUnequal) lambda = std::max(lambda, c.s.b2 / 2 / c.s.tf2);
    const double lambdaP = 0.38 * c.root(), lambdaR = 1.0 * c.root(); // Table B4.1b case 13
    if (lambda > lambdaP) {
        out.clause = "F6.2";
        sink.heading("Flange local buckling", "F6.2");
        const double l = given(sink, "lambda", Quantity::Ratio, lambda, "B4.1");
        const double lp = given(sink, "lambda_pf", Quantity::Ratio, lambdaP, "Table B4.1b"),
                     lr = given(sink, "lambda_rf", Quantity::Ratio, lambdaR, "Table B4.1b");
        if (l <= lr)
            mn = step(sink, "M_n", "M_p - (M_p - 0.7*F_y*S_y)*(lambda - lambda_pf)/(lambda_rf - lambda_pf)", "F6-2",
                      Quantity::Moment, mp - (mp - 0.7 * fy * s) * (l - lp) / (lr - lp));
        else {
            given(sink, "E", Quantity::Stress, c.e);
            const double fcr = step(sink, "F_cr", "0.69*E/lambda^2", "F6-4", Quantity::Stress, 0.69 * c.e / (l * l));
            mn = step(sink, "M_n", "F_cr*S_y", "F6-3", Quantity::Moment, fcr * s);
        }
    }
    out.available = availableMoment(c, mn, sink);
    return out;
}

template Flexure iMajor<NoTrace>(const Context&, Side, NoTrace&);
template Flexure iMajor<Trace>(const Context&, Side, Trace&);
template Flexure iMinor<NoTrace>(const Context&, NoTrace&);
template Flexure iMinor<Trace>(const Context&, Trace&);
template Ltb iLtb<NoTrace>(const Context&, Side, double, double, NoTrace&);
template Ltb iLtb<Trace>(const Context&, Side, double, double, Trace&);

} // namespace wr::aisc360
