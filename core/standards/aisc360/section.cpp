#include "core/standards/aisc360/section.h"

#include <algorithm>
#include <cmath>

namespace wr::aisc360 {

double webDepth(const Shape& s)
{
    if (s.kind == ShapeKind::IUnequal) return s.h - s.tf - s.tf2 - 2 * s.r;
    return s.h - 2 * s.tf - 2 * s.r;
}
double flangeOutstand(const Shape& s)
{
    return s.kind == ShapeKind::Channel ? s.b : s.b / 2;
}
double wallFlat(double outside, double t, double ri)
{
    return std::max(outside - 3 * t, outside - 2 * t - 2 * ri);
}
double kc(const Shape& s)
{
    return std::clamp(4 / std::sqrt(webDepth(s) / s.tw), 0.35, 0.76);
}
double backLeg(const Shape& s)
{
    return s.longBack ? std::max(s.h, s.b) : std::min(s.h, s.b);
}
double outstandingLeg(const Shape& s)
{
    return s.longBack ? std::min(s.h, s.b) : std::max(s.h, s.b);
}
FlangePlate topFlange(const Shape& s)
{
    return {s.b, s.tf};
}
FlangePlate bottomFlange(const Shape& s)
{
    return s.kind == ShapeKind::IUnequal ? FlangePlate{s.b2, s.tf2} : FlangePlate{s.b, s.tf};
}
FlangePlate crossOutstand(const Shape& s, bool upright)
{
    return upright ? FlangePlate{(s.h - s.tf) / 2, s.tw} : FlangePlate{(s.b - s.tw) / 2, s.tf};
}
bool doublySymmetricI(const Shape& s)
{
    return s.kind == ShapeKind::I || (s.kind == ShapeKind::IUnequal && s.b == s.b2 && s.tf == s.tf2);
}

std::string proportions(const Context& c)
{
    const Shape& s = c.s;
    if (s.kind != ShapeKind::I && s.kind != ShapeKind::IUnequal) return {};
    const FlangePlate top = topFlange(s), bottom = bottomFlange(s);
    const double it = top.t * cube(top.b), ib = bottom.t * cube(bottom.b), share = it / (it + ib);
    if (share < 0.1 || share > 0.9)
        return "one flange has " + significant(share * 100, 2) +
               " % of the flanges' inertia about the minor axis: outside 10 to 90 % (F13.2)";
    const double h = webDepth(s), web = h / s.tw;
    if (web <= 5.70 * c.root()) return {};
    // F13-4 is for a/h above 1.5, which no stiffeners at all are too; 260 besides without them.
    double most = std::min(260.0, 0.40 * c.e / c.fy);
    std::string_view why = "without stiffeners";
    if (const auto a = c.in.brief.stiffenerSpacing) {
        most = *a / h <= 1.5 ? 12.0 * c.root() : 0.40 * c.e / c.fy;
        why = "with the stated stiffeners";
    }
    if (web > most)
        return "h/tw = " + significant(web, 4) + " is above the " + significant(most, 4) + " of F13.2 " + std::string(why);
    const double aw = h * s.tw / std::min(top.b * top.t, bottom.b * bottom.t);
    if (aw > 10) return "the web has more than ten times the area of a flange: outside F13.2";
    return {};
}

} // namespace wr::aisc360
