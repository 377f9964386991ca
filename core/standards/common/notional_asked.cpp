#include "core/standards/common/notional_asked.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>

namespace wr {

void askForNotional(const WholeFrame& model, const std::string& which, std::string_view clause, std::vector<Finding>& out)
{
    const Frame& f = model.frame();
    if (f.design.swayX == false && f.design.swayY == false) return;
    constexpr double kUpright = 0.70710678; // 45°
    const bool upright = std::any_of(f.elements.list().begin(), f.elements.list().end(), [&](const Element& e) {
        const Vec3 d = f.endJ(e) - f.endI(e);
        return std::abs(dot(d, f.upward())) > kUpright * norm(d);
    });
    if (!upright) return;
    out.push_back(finding("forces.notional", "/combinations", "",
                          fmt::format("whether the forces that came with the file hold notional loads or sway imperfections is "
                                      "not said, and nothing in {} pushes sideways; {} asks for them: say it, or give forces "
                                      "that do",
                                      which, clause)));
}

std::string notionalWords(const ForceTable& t)
{
    if (!t.given || t.notional == false) return "";
    return t.notional ? "; they are said to be in the given forces" : "; the given forces may hold them";
}

} // namespace wr
