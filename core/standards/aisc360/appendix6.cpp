#include "core/standards/aisc360/appendix6.h"

#include <algorithm>
#include <cmath>

namespace wr::aisc360 {

namespace {

constexpr Safety kBrace{0.75, 2.00}; // A6.1

// β_br = demand/φ, or Ω·demand.
template <class Sink> double required(const Context& c, std::string_view lrfd, std::string_view asd, std::string_view equation,
                                      double demand, Sink& sink)
{
    if (c.lrfd) {
        given(sink, "phi", Quantity::Ratio, kBrace.phi, "A6.1");
        return step(sink, "beta_br", lrfd, equation, Quantity::SpringForce, demand / kBrace.phi);
    }
    given(sink, "Omega", Quantity::Ratio, kBrace.omega, "A6.1");
    return step(sink, "beta_br", asd, equation, Quantity::SpringForce, demand * kBrace.omega);
}

} // namespace

template <class Sink> BraceDemand columnPointBrace(const Context& c, double p, double lbr, Sink& sink)
{
    sink.heading("Point bracing of a column", "A6.2.2");
    given(sink, "P_r", Quantity::Force, p);
    given(sink, "L_br", Quantity::Length, lbr);
    return {step(sink, "P_br", "0.01*P_r", "A-6-3", Quantity::Force, 0.01 * p),
            required(c, "8*P_r/L_br/phi", "8*P_r/L_br*Omega", "A-6-4", 8 * p / lbr, sink)};
}

template <class Sink> BraceDemand columnPanelBrace(const Context& c, double p, double lbr, Sink& sink)
{
    sink.heading("Panel bracing of a column", "A6.2.1");
    given(sink, "P_r", Quantity::Force, p);
    given(sink, "L_br", Quantity::Length, lbr);
    const double strength = c.edition >= 2016 ? step(sink, "V_br", "0.005*P_r", "A-6-1", Quantity::Force, 0.005 * p)
                                              : step(sink, "V_br", "0.004*P_r", "A-6-1", Quantity::Force, 0.004 * p);
    return {strength, required(c, "2*P_r/L_br/phi", "2*P_r/L_br*Omega", "A-6-2", 2 * p / lbr, sink)};
}

template <class Sink> BraceDemand beamPointBrace(const Context& c, double m, double lbr, double ho, double cd, Sink& sink)
{
    sink.heading("Lateral point bracing of a beam", "A6.3.1b");
    given(sink, "M_r", Quantity::Moment, m), given(sink, "L_br", Quantity::Length, lbr);
    given(sink, "h_o", Quantity::SectionLength, ho), given(sink, "C_d", Quantity::Ratio, cd, "A6.3.1");
    return {step(sink, "P_br", "0.02*M_r*C_d/h_o", "A-6-7", Quantity::Force, 0.02 * m * cd / ho),
            required(c, "10*M_r*C_d/(L_br*h_o)/phi", "10*M_r*C_d/(L_br*h_o)*Omega", "A-6-8", 10 * m * cd / (lbr * ho), sink)};
}

template <class Sink> BraceDemand beamPanelBrace(const Context& c, double m, double lbr, double ho, double cd, Sink& sink)
{
    sink.heading("Lateral panel bracing of a beam", "A6.3.1a");
    given(sink, "M_r", Quantity::Moment, m), given(sink, "L_br", Quantity::Length, lbr);
    given(sink, "h_o", Quantity::SectionLength, ho), given(sink, "C_d", Quantity::Ratio, cd, "A6.3.1");
    const double strength = c.edition >= 2016
                                ? step(sink, "V_br", "0.01*M_r*C_d/h_o", "A-6-5", Quantity::Force, 0.01 * m * cd / ho)
                                : step(sink, "V_br", "0.008*M_r*C_d/h_o", "A-6-5", Quantity::Force, 0.008 * m * cd / ho);
    return {strength,
            required(c, "4*M_r*C_d/(L_br*h_o)/phi", "4*M_r*C_d/(L_br*h_o)*Omega", "A-6-6", 4 * m * cd / (lbr * ho), sink)};
}

template <class Sink>
BraceDemand beamTorsionalBrace(const Context& c, double m, double lbr, double ho, double l, int n, double cb, Sink& sink)
{
    sink.heading("Torsional point bracing of a beam", "A6.3.2a");
    given(sink, "M_r", Quantity::Moment, m), given(sink, "L_br", Quantity::Length, lbr), given(sink, "L", Quantity::Length, l);
    given(sink, "h_o", Quantity::SectionLength, ho), given(sink, "n", Quantity::Ratio, n),
        given(sink, "C_b", Quantity::Ratio, cb, "F1");
    given(sink, "E", Quantity::Stress, c.e);
    const double iy = given(sink, "I_yeff", Quantity::Inertia, c.p.iz, "A6.3.2a");
    // The edition of 2022 asks for three times the ideal stiffness instead of twice, and for the moment that goes with it; the
    // 2 % of 2016 stay as the least.
    const bool thrice = c.edition >= 2022;
    const double ideal = l / (n * c.e * iy) * sqr(m / cb), demand = (thrice ? 3.6 : 2.4) * ideal;
    BraceDemand out;
    if (thrice)
        out.strength = step(sink, "M_br", "max(0.02*M_r, 3.6*L/(n*E*I_yeff)*(M_r/C_b)^2*L_br/(500*h_o))", "A-6-9",
                            Quantity::Moment, std::max(0.02 * m, demand * lbr / (500 * ho)));
    else if (c.edition >= 2016)
        out.strength = step(sink, "M_br", "0.02*M_r", "A-6-9", Quantity::Moment, 0.02 * m);
    else
        out.strength =
            step(sink, "M_br", "0.024*M_r*L/(n*C_b*L_br)", "A-6-9", Quantity::Moment, 0.024 * m * l / (n * cb * lbr));
    if (c.lrfd) {
        given(sink, "phi", Quantity::Ratio, kBrace.phi, "A6.1");
        out.stiffness =
            step(sink, "beta_T", thrice ? "3.6*L/(n*E*I_yeff)*(M_r/C_b)^2/phi" : "2.4*L/(n*E*I_yeff)*(M_r/C_b)^2/phi",
                 "A-6-11a", Quantity::SpringMoment, demand / kBrace.phi);
    } else { // ASD: Ω = 3.00 here, the moment stands squared
        given(sink, "Omega", Quantity::Ratio, 3.00, "A6.3.2a");
        out.stiffness =
            step(sink, "beta_T", thrice ? "3.6*L/(n*E*I_yeff)*(M_r/C_b)^2*Omega" : "2.4*L/(n*E*I_yeff)*(M_r/C_b)^2*Omega",
                 "A-6-11b", Quantity::SpringMoment, demand * 3.00);
    }
    return out;
}

template BraceDemand columnPointBrace<NoTrace>(const Context&, double, double, NoTrace&);
template BraceDemand columnPointBrace<Trace>(const Context&, double, double, Trace&);
template BraceDemand columnPanelBrace<NoTrace>(const Context&, double, double, NoTrace&);
template BraceDemand columnPanelBrace<Trace>(const Context&, double, double, Trace&);
template BraceDemand beamPointBrace<NoTrace>(const Context&, double, double, double, double, NoTrace&);
template BraceDemand beamPointBrace<Trace>(const Context&, double, double, double, double, Trace&);
template BraceDemand beamPanelBrace<NoTrace>(const Context&, double, double, double, double, NoTrace&);
template BraceDemand beamPanelBrace<Trace>(const Context&, double, double, double, double, Trace&);
template BraceDemand beamTorsionalBrace<NoTrace>(const Context&, double, double, double, double, int, double, NoTrace&);
template BraceDemand beamTorsionalBrace<Trace>(const Context&, double, double, double, double, int, double, Trace&);

} // namespace wr::aisc360
