#include "core/sections/derived.h"

#include "core/base/units.h"
#include "core/sections/names.h"

#include <array>
#include <fmt/format.h>

namespace wr {

namespace {

// Half of an I section, split along mid-depth (ASTM A6/A6M: WT, MT and ST shapes). The name halves both numbers.
CatalogueSection teeOf(const CatalogueSection& parent)
{
    const NameParts parts = nameParts(nameKey(parent.designation));
    CatalogueSection t;
    t.family = parts.letters + "T";
    t.designation = fmt::format("{}{:g}X{:g}", t.family, parts.numbers.at(0) / 2, parts.numbers.at(1) / 2);
    t.standard = parent.standard + " (cut from " + parent.designation + ")";
    t.shape = parent.shape;
    t.shape.kind = ShapeKind::Tee;
    t.shape.h = parent.shape.h / 2;
    t.listedMass = parent.listedMass / 2;
    return t;
}

CatalogueSection pairOf(const CatalogueSection& angle, double gap, std::string_view gapName, bool longBack)
{
    const bool equal = angle.shape.h == angle.shape.b;
    CatalogueSection p;
    p.family = "2L";
    p.designation = "2" + angle.designation + std::string(gapName) + (equal ? "" : longBack ? "LLBB" : "SLBB");
    p.standard = angle.standard + " (two of " + angle.designation + ")";
    p.shape = angle.shape;
    p.shape.kind = ShapeKind::DoubleAngle;
    p.shape.gap = gap;
    p.shape.longBack = longBack;
    p.listedMass = 2 * angle.listedMass;
    return p;
}

// ASTM A1085: the wall's minimum is so near the nominal one that the design thickness is the nominal thickness (AISC 360-22
// B4.2). The same sizes as A500; corners outside 2t, inside t.
CatalogueSection a1085Of(const CatalogueSection& tube)
{
    CatalogueSection p;
    p.family = tube.family + " A1085";
    p.designation = tube.designation + " A1085";
    p.standard = "ASTM A1085/A1085M";
    p.shape = tube.shape;
    p.shape.t = tube.nominalThickness;
    if (p.shape.kind == ShapeKind::Rhs) {
        p.shape.ro = 2 * p.shape.t;
        p.shape.ri = p.shape.t;
    }
    p.listedMass = tube.listedMass;
    return p;
}

} // namespace

std::vector<CatalogueSection> derivedSections(const std::vector<CatalogueSection>& read)
{
    std::vector<CatalogueSection> out;
    const auto each = [&](std::string_view family, auto&& make) {
        for (const CatalogueSection& s : read)
            if (s.family == family) make(s);
    };
    for (const std::string_view family : {"W", "M", "S"})
        each(family, [&](const CatalogueSection& s) { out.push_back(teeOf(s)); });
    constexpr std::array<std::pair<double, std::string_view>, 3> gaps{
        {{0, ""}, {0.375 * kInch, "X3/8"}, {0.75 * kInch, "X3/4"}}};
    for (const bool longBack : {true, false})
        for (const auto& [gap, name] : gaps)
            each("L", [&](const CatalogueSection& s) {
                if (s.standard.starts_with("ASTM") && (longBack || s.shape.h != s.shape.b))
                    out.push_back(pairOf(s, gap, name, longBack));
            });
    for (const std::string_view family : {"HSS", "HSS round"})
        each(family, [&](const CatalogueSection& s) { out.push_back(a1085Of(s)); });
    return out;
}

} // namespace wr
