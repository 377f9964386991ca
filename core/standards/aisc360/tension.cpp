#include "core/standards/aisc360/tension.h"

namespace wr::aisc360 {

template <class Sink> Tension tension(const Context& c, Sink& sink)
{
    sink.heading("Yielding in the gross section", "D2(a)");
    const double ag = sink.put({"A_g", "", "", Quantity::Area}, c.p.a);
    const double fy = sink.put({"F_y", "", "", Quantity::Stress}, c.fy);
    const double yield = sink.put({"P_n", "F_y*A_g", "D2-1", Quantity::Force}, fy * ag);
    const double byYield = putAvailable(c, sink, {"P_ty", "phi*P_n", "D2(a)", Quantity::Force},
                                        {"P_ty", "P_n/Omega", "D2(a)", Quantity::Force}, c.safety.tensionYield, yield);

    sink.heading("Rupture in the net section", "D2(b)");
    const double fu = sink.put({"F_u", "", "", Quantity::Stress}, c.fu);
    const double u = sink.put({"U", "", "D3", Quantity::Ratio}, c.in.brief.shearLag.value_or(1.0));
    const double net = sink.put({"r_n", "", "B4.3", Quantity::Ratio}, c.in.brief.netAreaRatio.value_or(1.0));
    if (!c.in.brief.netAreaRatio && !c.in.brief.shearLag)
        sink.note("No holes and no shear lag stated in the brief: A_n = A_g and U = 1 are assumed.");
    const double ae = sink.put({"A_e", "U*r_n*A_g", "D3-1", Quantity::Area}, u * net * ag);
    const double rupture = sink.put({"P_n", "F_u*A_e", "D2-2", Quantity::Force}, fu * ae);
    const double byRupture = putAvailable(c, sink, {"P_tu", "phi*P_n", "D2(b)", Quantity::Force},
                                          {"P_tu", "P_n/Omega", "D2(b)", Quantity::Force}, c.safety.tensionRupture, rupture);
    const double t = sink.put({"P_t", "min(P_ty, P_tu)", "D2", Quantity::Force}, byYield < byRupture ? byYield : byRupture);
    return {t, byYield <= byRupture ? "D2(a)" : "D2(b)"};
}

template Tension tension<NoTrace>(const Context&, NoTrace&);
template Tension tension<Trace>(const Context&, Trace&);

} // namespace wr::aisc360
