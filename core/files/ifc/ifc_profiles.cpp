#include "core/files/ifc/ifc_profiles.h"

#include "core/sections/catalogue.h"

#include <algorithm>

namespace wr {

std::optional<Shape> ifcShape(const IfcModel& m, const StepRecord& p)
{
    const auto length = [&](size_t k) { return m.measure(p[k], Quantity::SectionLength).value_or(0); };
    Shape s;
    // IfcParameterizedProfileDef: ProfileType, ProfileName, Position come first.
    const std::string& k = p.keyword;
    if (k == "IFCISHAPEPROFILEDEF") {
        s.kind = ShapeKind::I;
        s.b = length(3);
        s.h = length(4);
        s.tw = length(5);
        s.tf = length(6);
        s.r = length(7);
        s.welded = s.r == 0;
    } else if (k == "IFCASYMMETRICISHAPEPROFILEDEF") {
        s.kind = ShapeKind::IUnequal;
        s.b2 = length(3); // the bottom flange stands first
        s.h = length(4);
        s.tw = length(5);
        s.tf2 = length(6);
        s.r = length(7);
        s.b = length(8);
        s.tf = m.measure(p[9], Quantity::SectionLength).value_or(s.tf2);
        s.welded = s.r == 0;
    } else if (k == "IFCUSHAPEPROFILEDEF") {
        s.kind = ShapeKind::Channel;
        s.h = length(3);
        s.b = length(4);
        s.tw = length(5);
        s.tf = length(6);
        s.r = length(7);
        s.r2 = length(8);
    } else if (k == "IFCLSHAPEPROFILEDEF") {
        s.kind = ShapeKind::Angle;
        s.h = length(3);
        s.b = m.measure(p[4], Quantity::SectionLength).value_or(s.h);
        s.t = length(5);
        s.r = length(6);
        s.r2 = length(7);
    } else if (k == "IFCTSHAPEPROFILEDEF") {
        s.kind = ShapeKind::Tee;
        s.h = length(3);
        s.b = length(4);
        s.tw = length(5);
        s.tf = length(6);
        s.r = length(7);
    } else if (k == "IFCRECTANGLEHOLLOWPROFILEDEF") {
        s.kind = ShapeKind::Rhs;
        s.b = length(3);
        s.h = length(4);
        s.t = length(5);
        s.ri = length(6);
        s.ro = length(7);
        if (s.ro == 0) s.ro = std::min(2 * s.t, std::min(s.h, s.b) / 2);
        if (!IfcModel::number(p[6])) s.ri = std::max(0.0, s.ro - s.t);
    } else if (k == "IFCCIRCLEHOLLOWPROFILEDEF") {
        s.kind = ShapeKind::Chs;
        s.d = 2 * length(3);
        s.t = length(4);
    } else if (k == "IFCCIRCLEPROFILEDEF") {
        s.kind = ShapeKind::BarRound;
        s.d = 2 * length(3);
    } else if (k == "IFCRECTANGLEPROFILEDEF") {
        s.kind = ShapeKind::BarFlat;
        s.b = length(3);
        s.h = length(4);
    } else
        return std::nullopt;
    return s;
}

Point2 ifcBoxMiddle(const Shape& s)
{
    Point2 low{1e9, 1e9}, high{-1e9, -1e9};
    for (const Loop& l : outlineOf(s).loops)
        for (const Point2& p : l) {
            low = {std::min(low.y, p.y), std::min(low.z, p.z)};
            high = {std::max(high.y, p.y), std::max(high.z, p.z)};
        }
    return {(low.y + high.y) / 2, (low.z + high.z) / 2};
}

namespace {

// Profile and material out of whatever a relation says something is made of.
void madeOf(const IfcModel& m, const StepRecord& what, IfcMadeOf& out, int depth = 0)
{
    if (depth > 8) return;
    const auto each = [&](const StepValue& list) {
        for (const StepValue& v : list.parts)
            madeOf(m, m.at(v), out, depth + 1);
    };
    const std::string& k = what.keyword;
    if (k == "IFCMATERIAL") {
        if (out.material.empty()) out.material = what[0].text;
    } else if (k == "IFCMATERIALLIST")
        each(what[0]);
    else if (k == "IFCMATERIALPROFILESETUSAGE" || k == "IFCMATERIALPROFILESETUSAGETAPERING")
        madeOf(m, m.at(what[0]), out, depth + 1);
    else if (k == "IFCMATERIALPROFILESET")
        each(what[2]);
    else if (k == "IFCMATERIALPROFILE" || k == "IFCMATERIALPROFILEWITHOFFSETS") {
        if (out.profile.keyword.empty()) out.profile = m.at(what[3]);
        madeOf(m, m.at(what[2]), out, depth + 1);
    } else if (k == "IFCMATERIALCONSTITUENTSET")
        each(what[2]);
    else if (k == "IFCMATERIALCONSTITUENT")
        madeOf(m, m.at(what[2]), out, depth + 1);
    else if (k == "IFCMATERIALLAYERSETUSAGE")
        madeOf(m, m.at(what[0]), out, depth + 1);
    else if (k == "IFCMATERIALLAYERSET")
        each(what[0]);
    else if (k == "IFCMATERIALLAYER")
        madeOf(m, m.at(what[0]), out, depth + 1);
}

void madeOfObject(const IfcModel& m, std::uint32_t object, IfcMadeOf& out)
{
    for (const std::uint32_t r : m.naming(object, "IFCRELASSOCIATESMATERIAL", 4))
        madeOf(m, m.at(m.at(r)[5]), out);
    // IFC2X3: IfcProfileProperties name the profile in their second attribute.
    for (const std::uint32_t r : m.naming(object, "IFCRELASSOCIATESPROFILEPROPERTIES", 4))
        if (out.profile.keyword.empty()) out.profile = m.at(m.at(m.at(r)[5])[1]);
}

} // namespace

IfcMadeOf ifcMadeOf(const IfcModel& m, std::uint32_t product)
{
    IfcMadeOf out;
    madeOfObject(m, product, out);
    if (out.profile.keyword.empty() || out.material.empty())
        for (const std::uint32_t r : m.naming(product, "IFCRELDEFINESBYTYPE", 4))
            if (const StepRecord relation = m.at(r); relation[5].kind == StepValue::Kind::Reference)
                madeOfObject(m, relation[5].reference, out);
    return out;
}

int ifcSection(Assembly& a, const IfcModel& m, const StepRecord& profile, std::string* grade)
{
    const auto shape = ifcShape(m, profile);
    std::string name = profile[1].text;
    const bool named = !name.empty();
    const auto meant = a.recipe.sections.find(name);
    const bool listed = named && (meant != a.recipe.sections.end() || shippedCatalogue().find(name));
    if (listed || !shape || !shapeFaults(*shape).empty()) return a.section(named ? name : "a profile without a name", grade);
    // Of its dimensions; profiles of one name and several sizes are several sections.
    if (!named) name = std::string(shapeTitle(shape->kind));
    std::string id = name;
    for (int k = 2;; ++k) {
        const auto have = a.sections.find(id);
        if (have == a.sections.end()) break;
        if (std::as_const(a.frame()).sections[static_cast<size_t>(have->second)].shape == *shape) return have->second;
        id = name + " (" + std::to_string(k) + ")";
    }
    FrameSection s;
    s.id = id;
    if (named) s.name = id;
    s.shape = *shape;
    s.properties = computeProperties(s.shape);
    const int index = static_cast<int>(a.frame().sections.size());
    a.frame().sections.push_back(std::move(s));
    a.materialOfSection.emplace_back();
    a.sections.emplace(id, index);
    return index;
}

} // namespace wr
