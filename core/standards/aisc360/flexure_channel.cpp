// AISC 360 F2 of channels; F12 where a flange or the web is not compact.
#include "core/standards/aisc360/flexure.h"

#include <algorithm>

namespace wr::aisc360 {

template <class Sink> Flexure channelMajor(const Context& c, Sink& sink)
{
    const double flange = flangeOutstand(c.s) / c.s.tf, web = webDepth(c.s) / c.s.tw;
    const double pf = 0.38 * c.root(), pw = 3.76 * c.root(); // Table B4.1b cases 10, 15
    if (flange <= pf && web <= pw) {
        Flexure out{0, "F2.1", {}};
        sink.heading("Yielding", "F2.1");
        const double mp = plasticMoment(c, true, "F2-1", sink);
        const double mn = step(sink, "M_n", "M_p", "F2-1", Quantity::Moment, mp);
        out.available = availableMoment(c, mn, sink);
        return out;
    }
    // F2 wants compact flanges and webs. F12: first yield and the buckling stress of the plates: elastic beyond λ_r, as in F3-2
    // (flange) and of a web in bending (k = 23.9 gives 21.6 E/(h/tw)²); between λ_p and λ_r on the straight line that F3-1
    // draws, from yield to what the elastic stress is at λ_r, so that nothing jumps there.
    Flexure out{0, "F12.1", {}};
    sink.heading("Yielding", "F12.1");
    sink.note("Flange or web is not compact, so F2 does not apply; first yield and plate buckling govern by F12.");
    putSteel(c, sink);
    const double s = given(sink, "S_x", Quantity::SectionModulus, c.p.wely);
    double fn = step(sink, "F_n", "F_y", "F12-2", Quantity::Stress, c.fy);
    const auto lower = [&](double fcr) {
        if (fcr < fn) out.clause = "F12.3";
        fn = step(sink, "F_n", "min(F_n, F_cr)", "F12", Quantity::Stress, std::min(fn, fcr));
    };
    if (flange > pf) {
        const double rf = 1.0 * c.root();
        const double l = given(sink, "lambda", Quantity::Ratio, flange, "B4.1"),
                     k = given(sink, "k_c", Quantity::Ratio, kc(c.s), "Table B4.1");
        if (l > rf)
            lower(step(sink, "F_cr", "0.9*E*k_c/lambda^2", "F12-4", Quantity::Stress, 0.9 * c.e * k / (l * l)));
        else {
            given(sink, "lambda_pf", Quantity::Ratio, pf, "Table B4.1b");
            given(sink, "lambda_rf", Quantity::Ratio, rf, "Table B4.1b");
            const double end = step(sink, "F_r", "min(0.7*F_y, 0.9*E*k_c/lambda_rf^2)", "F12-4", Quantity::Stress,
                                    std::min(0.7 * c.fy, 0.9 * c.e * k / (rf * rf)));
            lower(step(sink, "F_cr", "F_y - (F_y - F_r)*(lambda - lambda_pf)/(lambda_rf - lambda_pf)", "F12.3",
                       Quantity::Stress, c.fy - (c.fy - end) * (l - pf) / (rf - pf)));
        }
    }
    if (web > pw) {
        const double rw = 5.70 * c.root();
        const double l = given(sink, "lambda_w", Quantity::Ratio, web, "B4.1");
        if (l > rw)
            lower(step(sink, "F_cr", "21.6*E/lambda_w^2", "F12-4", Quantity::Stress, 21.6 * c.e / (l * l)));
        else {
            given(sink, "lambda_pw", Quantity::Ratio, pw, "Table B4.1b");
            given(sink, "lambda_rw", Quantity::Ratio, rw, "Table B4.1b");
            const double end = step(sink, "F_r", "21.6*E/lambda_rw^2", "F12-4", Quantity::Stress, 21.6 * c.e / (rw * rw));
            lower(step(sink, "F_cr", "F_y - (F_y - F_r)*(lambda_w - lambda_pw)/(lambda_rw - lambda_pw)", "F12.3",
                       Quantity::Stress, c.fy - (c.fy - end) * (l - pw) / (rw - pw)));
        }
    }
    const double mn = step(sink, "M_n", "F_n*S_x", "F12-1", Quantity::Moment, fn * s);
    out.available = availableMoment(c, mn, sink);
    return out;
}

template Flexure channelMajor<NoTrace>(const Context&, NoTrace&);
template Flexure channelMajor<Trace>(const Context&, Trace&);

} // namespace wr::aisc360
