#include "core/standards/aisc360/appendix8.h"

#include <algorithm>
#include <cmath>

namespace wr::aisc360 {

template <class Sink> double b1(const Context& c, const BendingSegment& s, const BendingDemand& d, Sink& sink)
{
    sink.heading(s.major ? "Second-order effect between the ends, major axis"
                         : "Second-order effect between the ends, minor axis",
                 "A-8.2.1");
    const double inertia = given(sink, "I", Quantity::Inertia, s.major ? c.p.iy : c.p.iz),
                 e = given(sink, "E", Quantity::Stress, c.e), l = given(sink, "L_c1", Quantity::Length, s.length, "A-8.2.1");
    const double pe = step(sink, "P_e1", "pi()^2*E*I/L_c1^2", "A-8-5", Quantity::Force, kPi * kPi * e * inertia / (l * l));
    double cm = 1;
    if (c.in.brief.cm) {
        cm = given(sink, "C_m", Quantity::Ratio, *c.in.brief.cm);
        sink.note("C_m is stated in the brief.");
    } else if (d.loaded || s.cantilever || s.goesOn) {
        cm = given(sink, "C_m", Quantity::Ratio, 1.0, "A-8.2.1(b)");
        sink.note(s.cantilever ? "One end is free."
                  : s.goesOn   ? "The segment goes on into another member."
                               : "Loads act between the ends.");
    } else {
        const double smaller = std::abs(d.mFrom) < std::abs(d.mTo) ? d.mFrom : d.mTo,
                     larger = std::abs(d.mFrom) < std::abs(d.mTo) ? d.mTo : d.mFrom;
        const double m1 = given(sink, "M_1", Quantity::Moment, smaller, "A-8.2.1(a)"),
                     m2 = given(sink, "M_2", Quantity::Moment, larger, "A-8.2.1(a)");
        // Here both moments count by the fibre they compress: alike is single curvature, where the standard's ratio is
        // negative.
        cm = m2 == 0 ? given(sink, "C_m", Quantity::Ratio, 1.0, "A-8-4")
                     : step(sink, "C_m", "0.6 + 0.4*M_1/M_2", "A-8-4", Quantity::Ratio, 0.6 + 0.4 * m1 / m2);
    }
    const double p = given(sink, "P_r", Quantity::Force, d.compression, "A-8.2.1"),
                 alpha = given(sink, "alpha", Quantity::Ratio, c.lrfd ? 1.0 : 1.6, "A-8.2.1");
    if (alpha * p >= 0.999 * pe) {
        sink.note("The compression reaches the elastic buckling load of the segment: no finite moment holds it.");
        return given(sink, "B_1", Quantity::Ratio, kPastElastic, "A-8-3");
    }
    return step(sink, "B_1", "max(1, C_m/(1 - alpha*P_r/P_e1))", "A-8-3", Quantity::Ratio,
                std::max(1.0, cm / (1 - alpha * p / pe)));
}

namespace {

bool overlaps(const BendingSegment& s, const Span& span)
{
    const double eps = 1e-6 * (span.to - span.from);
    return s.from < span.to - eps && s.to > span.from + eps;
}

} // namespace

int governingSegment(const Context& c, const Demands& d, size_t set, int span, Axis axis)
{
    NoTrace none;
    int best = -1;
    double most = 0;
    for (size_t k = 0; k < d.bending.size(); ++k) {
        const BendingSegment& s = d.bending[k];
        if (s.major != (axis == Axis::Major) || (span >= 0 && !overlaps(s, d.spans[span]))) continue;
        const BendingDemand& x = d.bendingOf(set, k);
        if (!(x.compression > 0) || !(s.length > 0)) continue;
        if (const double b = b1(c, s, x, none); b > most) {
            most = b;
            best = static_cast<int>(k);
        }
    }
    return best;
}

Amplification::Amplification(const Context& c, const Demands& d) : count_(d.spans.size())
{
    const bool any = std::any_of(d.sets.begin(), d.sets.end(), [](const SetDemand& s) { return s.firstOrder; });
    if (!any || d.bending.empty()) return;
    NoTrace none;
    spans_.assign(2 * d.sets.size() * count_, 1.0);
    whole_.assign(2 * d.sets.size(), 1.0);
    for (size_t i = 0; i < d.sets.size(); ++i) {
        if (!d.sets[i].firstOrder || !(d.sets[i].compression.value > 0)) continue;
        for (size_t k = 0; k < d.bending.size(); ++k) {
            const BendingSegment& s = d.bending[k];
            const BendingDemand& x = d.bendingOf(i, k);
            if (!(x.compression > 0) || !(s.length > 0)) continue;
            const double b = b1(c, s, x, none);
            const size_t axis = s.major ? 0 : 1;
            whole_[2 * i + axis] = std::max(whole_[2 * i + axis], b);
            for (size_t n = 0; n < count_; ++n)
                if (overlaps(s, d.spans[n])) {
                    double& now = spans_[2 * (i * count_ + n) + axis];
                    now = std::max(now, b);
                }
        }
    }
}

template double b1<NoTrace>(const Context&, const BendingSegment&, const BendingDemand&, NoTrace&);
template double b1<Trace>(const Context&, const BendingSegment&, const BendingDemand&, Trace&);

} // namespace wr::aisc360
