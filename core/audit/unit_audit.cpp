// Units: a whole frame that is too large, too small, or out of proportion to its sections.
#include "core/audit/families.h"

#include <algorithm>
#include <fmt/format.h>

namespace wr {

namespace {

// Members of real frames are 2 to 150 times as long as deep; half of all members far outside says that a unit is another.
constexpr double kLeast = 1.5, kMost = 250, kUsualLeast = 5, kUsualMost = 60;

// Units of length in which the same numbers would make usual members.
std::string unitsInstead(const UnitSystem& u, double proportion)
{
    std::string out;
    for (const std::string_view name : allowedUnits("length")) {
        if (name == u.length) continue;
        const double as = proportion * *unitLength(name) / *unitLength(u.length);
        if (as >= kUsualLeast && as <= kUsualMost) out += (out.empty() ? "" : " or ") + std::string(name);
    }
    return out;
}

} // namespace

void auditUnits(const CheckModel& model, std::vector<Finding>& out)
{
    const Frame& f = model.frame();
    std::vector<double> proportions;
    for (const Member& m : model.members()) {
        if (m.section < 0 || !m.broken.empty()) continue;
        const SectionProperties& p = f.sections[m.section].properties;
        if (const double depth = std::max(p.depth, p.width); depth > 0) proportions.push_back(m.length / depth);
    }
    if (proportions.empty()) return;
    const auto middle = proportions.begin() + static_cast<std::ptrdiff_t>(proportions.size() / 2);
    std::nth_element(proportions.begin(), middle, proportions.end());
    const double median = *middle;
    if (median >= kLeast && median <= kMost) return;
    const std::string instead = unitsInstead(f.units, median);
    out.push_back(finding(
        "unit.length", "/units", "",
        fmt::format("half of the members are {} than {:.3g} times as long as deep, lengths read in {} and sections in {}{}",
                    median < kLeast ? "less" : "more", median, f.units.length, f.units.section,
                    instead.empty() ? ": is one of the units another?"
                                    : fmt::format(": the coordinates would make sense in {}", instead))));
    out.back().figures = {{"proportion", median}};
}

} // namespace wr
