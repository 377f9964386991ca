// AISC 360-22 H1.1, H1.2: doubly symmetric members under axial force and bending; H3.2 for tubes with torsion. Header only: the
// inner loop of every check runs through here.
#pragma once

#include "core/standards/aisc360/section.h"

#include <algorithm>
#include <cmath>

namespace wr::aisc360 {

// H1-1a, H1-1b. Required and available axial strength (N), moments (N·m). With tension the available strength is that of D2
// (H1.2).
template <class Sink> double interaction(double pr, double pc, double mrx, double mcx, double mry, double mcy, Sink& sink)
{
    if constexpr (Sink::keeps) {
        sink.put({"P_r", "", "H1", Quantity::Force}, pr), sink.put({"P_c", "", "H1", Quantity::Force}, pc);
        sink.put({"M_rx", "", "H1", Quantity::Moment}, mrx), sink.put({"M_cx", "", "H1", Quantity::Moment}, mcx);
        sink.put({"M_ry", "", "H1", Quantity::Moment}, mry), sink.put({"M_cy", "", "H1", Quantity::Moment}, mcy);
    }
    const double p = pr / pc;
    if (p >= 0.2)
        return sink.put({"H", "P_r/P_c + 8/9*(M_rx/M_cx + M_ry/M_cy)", "H1-1a", Quantity::Ratio},
                        p + 8.0 / 9 * (mrx / mcx + mry / mcy));
    return sink.put({"H", "P_r/(2*P_c) + M_rx/M_cx + M_ry/M_cy", "H1-1b", Quantity::Ratio}, p / 2 + (mrx / mcx + mry / mcy));
}

// A sum of a part that grows with the loads and one that grows with their square is 1 where the loads times 1/λ just fit: above
// 1 that λ is told instead of the sum, which grows with the square; at or below 1 the standard's own sum.
template <class Sink> double factorOnLoads(double sum, const Label& label, double linear, double square, Sink& sink)
{
    if (sum <= 1) return sum;
    sink.note("Above 1 a square exaggerates: the factor by which the loads are too large.");
    return sink.put(label, (linear + std::sqrt(linear * linear + 4 * square)) / 2);
}

// H1-3: out-of-plane buckling of doubly symmetric rolled compact members bent about the major axis. mcx: strength in
// lateral-torsional buckling with Cb = 1; Cb·Mcx may be larger than the plastic moment (user note of H1.3).
template <class Sink> double outOfPlane(double pr, double pcy, double mr, double mcx, double cb, Sink& sink)
{
    if constexpr (Sink::keeps) {
        sink.put({"P_r", "", "H1.3", Quantity::Force}, pr);
        sink.put({"P_cy", "", "H1.3", Quantity::Force}, pcy);
        sink.put({"M_rx", "", "H1.3", Quantity::Moment}, mr);
        sink.put({"M_cx", "", "H1.3", Quantity::Moment}, mcx);
        sink.put({"C_b", "", "F1", Quantity::Ratio}, cb);
    }
    const double p = pr / pcy, m = mr / (cb * mcx);
    const double h = sink.put({"H", "P_r/P_cy*(1.5 - 0.5*P_r/P_cy) + (M_rx/(C_b*M_cx))^2", "H1-3", Quantity::Ratio},
                              p * (1.5 - 0.5 * p) + m * m);
    return factorOnLoads(h,
                         {"H", "(1.5*P_r/P_cy + sqrt(0.25*(P_r/P_cy)^2 + 4*(M_rx/(C_b*M_cx))^2))/2", "H1-3", Quantity::Ratio},
                         1.5 * p, m * m - 0.5 * p * p, sink);
}
// H1-2 of 2005: out-of-plane buckling, Mcx with its Cb.
template <class Sink> double outOfPlane2005(double pr, double pco, double mr, double mcx, Sink& sink)
{
    if constexpr (Sink::keeps) {
        sink.put({"P_r", "", "H1.3", Quantity::Force}, pr), sink.put({"P_co", "", "H1.3", Quantity::Force}, pco);
        sink.put({"M_rx", "", "H1.3", Quantity::Moment}, mr), sink.put({"M_cx", "", "H1.3", Quantity::Moment}, mcx);
    }
    return factorOnLoads(
        sink.put({"H", "P_r/P_co + (M_rx/M_cx)^2", "H1-2", Quantity::Ratio}, pr / pco + (mr / mcx) * (mr / mcx)),
        {"H", "(P_r/P_co + sqrt((P_r/P_co)^2 + 4*(M_rx/M_cx)^2))/2", "H1-2", Quantity::Ratio}, pr / pco,
        (mr / mcx) * (mr / mcx), sink);
}

// H3-6: tubes where the torsion exceeds a fifth of the torsional strength; moments about both axes are added.
template <class Sink> double interactionTorsion(double pr, double pc, double mrx, double mcx, double mry, double mcy, double vr,
                                                double vc, double tr, double tc, Sink& sink)
{
    if constexpr (Sink::keeps) {
        sink.put({"P_r", "", "H3.2", Quantity::Force}, pr), sink.put({"P_c", "", "H3.2", Quantity::Force}, pc);
        sink.put({"M_rx", "", "H3.2", Quantity::Moment}, mrx), sink.put({"M_cx", "", "H3.2", Quantity::Moment}, mcx);
        sink.put({"M_ry", "", "H3.2", Quantity::Moment}, mry), sink.put({"M_cy", "", "H3.2", Quantity::Moment}, mcy);
        sink.put({"V_r", "", "H3.2", Quantity::Force}, vr), sink.put({"V_c", "", "H3.2", Quantity::Force}, vc);
        sink.put({"T_r", "", "H3.2", Quantity::Moment}, tr), sink.put({"T_c", "", "H3.2", Quantity::Moment}, tc);
    }
    const double shear = vr / vc + tr / tc;
    const double normal = pr / pc + (mrx / mcx + mry / mcy);
    const double h = sink.put({"H", "P_r/P_c + M_rx/M_cx + M_ry/M_cy + (V_r/V_c + T_r/T_c)^2", "H3-6", Quantity::Ratio},
                              normal + shear * shear);
    return factorOnLoads(
        h,
        {"H", "(P_r/P_c + M_rx/M_cx + M_ry/M_cy + sqrt((P_r/P_c + M_rx/M_cx + M_ry/M_cy)^2 + 4*(V_r/V_c + T_r/T_c)^2))/2",
         "H3-6", Quantity::Ratio},
        normal, shear * shear, sink);
}

} // namespace wr::aisc360
