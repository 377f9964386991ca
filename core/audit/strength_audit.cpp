// Strengths: what is stated for a material against its grade at the thickness of the sections it is used for.
#include "core/audit/families.h"

#include "core/grades/grades.h"

#include <fmt/format.h>
#include <set>

namespace wr {

void auditStrengths(const Frame& f, std::vector<Finding>& out)
{
    std::set<std::pair<int, int>> used;
    for (const Element& e : f.elements.list())
        used.emplace(e.material, e.section);
    struct Of
    {
        std::string list;
        size_t count = 0;
        bool stated = false; // else: there is none for the thickness
    };
    for (size_t m = 0; m < f.materials.size(); ++m) {
        const Material& steel = f.materials[m];
        const Grade* grade = findGrade(steel.grade.empty() ? steel.id : steel.grade);
        if (!grade || !steel.steps.empty()) continue; // steps of its own are somebody's decision
        Of higher, none;
        for (const auto& [material, section] : used) {
            if (material != static_cast<int>(m)) continue;
            const FrameSection& s = f.sections[section];
            const double t = thickestWall(s.shape);
            if (!(t > 0)) continue;
            const auto at = strengthAt(*grade, t);
            constexpr size_t kNamed = 4;
            const auto add = [&](Of& to, const std::string& words) {
                if (to.count++ < kNamed) to.list += (to.list.empty() ? "" : ", ") + words;
                if (to.count == kNamed + 1) to.list += " and more";
            };
            const std::string name = s.name.empty() ? s.id : s.name;
            const std::string thick = f.units.text(Quantity::SectionLength, t);
            if (!at && !steel.fy)
                add(none, fmt::format("{} ({})", name, thick));
            else if (at && steel.fy && *steel.fy > at->fy * (1 + 1e-6))
                add(higher, fmt::format("{} ({}: {})", name, thick, f.units.text(Quantity::Stress, at->fy)));
        }
        const std::string place = fmt::format("/materials/{}", m);
        if (higher.count > 0)
            out.push_back(finding("grade.thickness", place, steel.id,
                                  fmt::format("material {} states fy = {}, more than {} has at the thickness of {}", steel.id,
                                              f.units.text(Quantity::Stress, *steel.fy), grade->name, higher.list)));
        if (none.count > 0)
            out.push_back(finding("grade.thickness", place, steel.id,
                                  fmt::format("{} states no strength for the thickness of {}: their members stay unchecked",
                                              grade->name, none.list)));
    }
}

} // namespace wr
