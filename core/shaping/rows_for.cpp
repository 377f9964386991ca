#include "core/shaping/rows_for.h"

#include "core/base/free_id.h"
#include "core/grades/grades.h"
#include "core/sections/catalogue.h"

#include <fmt/format.h>

namespace wr {

std::expected<FrameSection, std::string> sectionNamed(const Frame& f, const std::string& name)
{
    const CatalogueSection* listed = shippedCatalogue().find(name);
    for (const FrameSection& own : f.sections.list())
        if (own.name == name || own.id == name)
            if (!listed || !own.stated.empty() || !(own.shape == listed->shape)) return own;
    if (!listed) {
        std::string near;
        for (const auto& n : shippedCatalogue().suggestions(name))
            near += (near.empty() ? "" : ", ") + n;
        return std::unexpected(
            fmt::format("\"{}\" is not in the catalogue{}", name, near.empty() ? "" : "; did you mean " + near + "?"));
    }
    FrameSection s;
    s.name = listed->designation;
    s.shape = listed->shape;
    s.properties = listed->properties();
    return s;
}

int rowOf(Frame& f, FrameSection s)
{
    const auto& list = std::as_const(f).sections.list();
    int index = -1;
    for (size_t i = 0; i < list.size(); ++i)
        if (list[i].name == s.name && list[i].shape == s.shape && list[i].stated == s.stated &&
            (s.id.empty() || list[i].id == s.id))
            index = static_cast<int>(i);
    if (index >= 0) return index;
    s.id = freeId(f.sections, s.name);
    f.sections.push_back(std::move(s));
    return static_cast<int>(f.sections.size()) - 1;
}

int gradeRow(Frame& f, const Grade& g)
{
    const auto& list = std::as_const(f).materials.list();
    int index = -1;
    for (size_t i = 0; i < list.size(); ++i)
        if (list[i].grade == g.name && !list[i].fy && !list[i].fu) index = static_cast<int>(i);
    if (index >= 0) return index;
    Material m;
    m.id = freeId(f.materials, g.name);
    m.grade = g.name;
    m.e = g.e;
    m.g = g.g;
    m.density = g.density;
    m.alpha = g.alpha;
    f.materials.push_back(std::move(m));
    return static_cast<int>(f.materials.size()) - 1;
}

std::expected<int, std::string> steelRow(Frame& f, const std::string& name)
{
    const auto& list = std::as_const(f).materials.list();
    for (size_t i = 0; i < list.size(); ++i)
        if (list[i].id == name) return static_cast<int>(i);
    const Grade* g = findGrade(name);
    if (!g) return std::unexpected(fmt::format("\"{}\" is not a grade of the list", name));
    return gradeRow(f, *g);
}

} // namespace wr
