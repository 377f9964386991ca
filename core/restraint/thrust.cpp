#include "core/restraint/thrust.h"

#include "core/base/powers.h"

#include <algorithm>
#include <cmath>
#include <limits>
#include <tbb/blocked_range.h>
#include <tbb/parallel_for.h>

namespace wr {

std::vector<ElementPress> pressOf(const Frame& f, const ForceTable& t, const ForceSet& set)
{
    std::vector<ElementPress> out(f.elements.size());
    tbb::parallel_for(tbb::blocked_range<size_t>(0, f.elements.size(), 256), [&](const tbb::blocked_range<size_t>& block) {
        for (size_t e = block.begin(); e < block.end(); ++e) {
            double area = 0, moment = 0, before = 0;
            for (int k = t.first[e]; k < t.first[e + 1]; ++k) {
                double n = 0, my = 0;
                for (const auto& [column, factor] : set.terms) {
                    const double* v = t.at(k, static_cast<size_t>(column));
                    n += factor * v[static_cast<size_t>(Force::N)];
                    my += factor * v[static_cast<size_t>(Force::My)];
                }
                moment = std::max(moment, std::abs(my));
                if (k > t.first[e]) area += (t.s[k] - t.s[k - 1]) * (n + before) / 2;
                before = n;
            }
            const double length = t.first[e + 1] > t.first[e] ? t.s[t.first[e + 1] - 1] - t.s[t.first[e]] : 0;
            out[e] = {length > 0 ? area / length : before, moment};
            if (!std::isfinite(out[e].axial) || !std::isfinite(out[e].moment)) out[e] = {};
        }
    });
    return out;
}

Thrust::Thrust(const Frame& f, const Member& m, const std::vector<ElementPress>& press)
{
    for (const MemberPiece& p : m.pieces) {
        const Element& el = f.elements[p.element];
        const FrameSection& s = f.sections[el.section];
        const double e = f.materials[el.material].e, h = s.shape.h > 0 ? s.shape.h : s.shape.d;
        const ElementPress& x = press[static_cast<size_t>(p.element)];
        const double compression = std::max(0.0, -x.axial);
        const double flange = h > 0 ? std::max(0.0, -x.axial + 2 * x.moment / h) : compression;
        pieces_.push_back({p.start, p.start + p.length, {e * s.properties.iy, e * s.properties.iz}, {compression, flange}});
    }
}

double Thrust::most(Across d, double from, double to) const
{
    double out = 0;
    const double eps = 1e-9 * (to - from);
    for (const Piece& p : pieces_)
        if (p.from < to - eps && p.to > from + eps) out = std::max(out, p.thrust[static_cast<size_t>(d)]);
    return out;
}

double Thrust::factor(Across d, double from, double to, double k) const
{
    const double thrust = most(d, from, to);
    if (!(thrust > 0) || !(to > from)) return std::numeric_limits<double>::infinity();
    double ei = std::numeric_limits<double>::infinity();
    const double eps = 1e-9 * (to - from);
    for (const Piece& p : pieces_)
        if (p.from < to - eps && p.to > from + eps) ei = std::min(ei, p.ei[static_cast<size_t>(d)]);
    return sqr(kPi) * ei / (sqr(k * (to - from)) * thrust);
}

} // namespace wr
