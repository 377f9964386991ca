#include "core/shaping/shape_edit.h"

#include "core/shaping/sound.h"
#include "core/shaping/steps.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>
#include <set>

namespace wr {

std::string outOf(std::vector<int>& list, size_t rows, const char* what)
{
    std::set<int> seen;
    std::erase_if(list, [&](int k) { return !seen.insert(k).second; });
    for (const int k : list)
        if (k < 0 || static_cast<size_t>(k) >= rows) return fmt::format("the frame has no such {}", what);
    return {};
}

std::expected<Reshaped, std::string> reshaped(const Frame& f, const ShapeEdit& edit)
{
    auto out = std::visit([&](const auto& e) { return reshape(f, e); }, edit);
    // What no frame can be is refused here, whichever way it came about.
    if (out)
        if (std::string fault = unsound(out->frame); !fault.empty()) return std::unexpected(std::move(fault));
    return out;
}

std::string lineWords(const Frame& f, Vec3 from, Vec3 to)
{
    const Vec3 d = to - from;
    const double length = norm(d);
    if (!(length > 0)) return f.units.text(Quantity::Length, 0);
    const Vec3 up = f.upward();
    const double rise = std::asin(std::clamp(dot(d, up) / length, -1.0, 1.0));
    const Vec3 level = d - dot(d, up) * up;
    constexpr double kDegree = 180 / std::numbers::pi;
    std::string out = f.units.text(Quantity::Length, length);
    if (std::abs(rise) > 5e-4) out += fmt::format(", {:.1f}° {}", std::abs(rise) * kDegree, rise > 0 ? "up" : "down");
    if (norm(level) > 1e-6 * length) {
        // In plan from x, towards y (towards −z where y is up).
        const double across = f.up == Up::Z ? level.y : -level.z;
        double plan = std::atan2(across, level.x) * kDegree;
        if (plan < -1e-9) plan += 360;
        out += fmt::format(", {:.1f}° in plan", std::abs(plan));
    }
    return out;
}

} // namespace wr
