// What pictures of a check have in common.
#pragma once

#include "core/standards/check.h"
#include "core/standards/common/column_lengths.h"
#include "core/standards/pictures.h"

#include <algorithm>
#include <vector>

namespace wr {

// Lengths of a capacity curve from nearly nothing to `end`, m.
inline std::vector<double> curveLengths(double end)
{
    constexpr int points = 120;
    std::vector<double> out;
    for (int k = 0; k <= points; ++k)
        out.push_back(std::max(1e-3, end * k / points));
    return out;
}

// Strength in compression over the length: the lengths keep their proportions; that of the more slender axis is drawn. ry, rz:
// radii of gyration, m; titles about the major and the minor axis; `strength`: of ColumnLengths, N.
template <class F> LengthCurve columnCurve(const ColumnLengths& l, double ry, double rz, std::string_view major,
                                           std::string_view minor, const CheckOutcome& o, F&& strength)
{
    const bool slender = l.minor / rz >= l.major / ry;
    LengthCurve out;
    out.title = slender ? minor : major;
    out.quantity = Quantity::Force;
    out.at = slender ? l.minor : l.major;
    out.demand = o.demand;
    out.capacityNow = o.capacity;
    out.length = curveLengths(std::max(1.6 * out.at, 60 * (slender ? rz : ry)));
    for (const double x : out.length)
        out.capacity.push_back(strength(l * (x / out.at)));
    return out;
}

} // namespace wr
