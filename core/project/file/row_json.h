// Every struct of a frame and of a patch as JSON, for the project file alone: heavy to compile, so no public header includes
// it.
#pragma once

#include "core/project/patch.h"

#include <nlohmann/json.hpp>
#include <optional>
#include <stdexcept>
#include <variant>

// What the library does not know by itself.
namespace nlohmann {

template <class T> struct adl_serializer<std::optional<T>>
{
    static void to_json(json& j, const std::optional<T>& v) { j = v ? json::array({*v}) : json(nullptr); }
    static void from_json(const json& j, std::optional<T>& v)
    {
        if (j.is_null())
            v.reset();
        else
            v = j.at(0).template get<T>();
    }
};
template <> struct adl_serializer<wr::OptionValue>
{
    static void to_json(json& j, const wr::OptionValue& v);
    static void from_json(const json& j, wr::OptionValue& v);
};
template <class T> struct adl_serializer<wr::Rows<T>>
{
    static void to_json(json& j, const wr::Rows<T>& rows) { j = rows.list(); }
    static void from_json(const json& j, wr::Rows<T>& rows) { rows = j.template get<std::vector<T>>(); }
};

} // namespace nlohmann

namespace wr {

// One line a struct: its fields, by their names. A field that is not listed is not kept (tests/project/row_bytes_test.cpp).
// Thousands of them: short.
inline void to_json(nlohmann::json& j, const Vec3& v)
{
    j = {v.x, v.y, v.z};
}
inline void from_json(const nlohmann::json& j, Vec3& v)
{
    v = {j.at(0).get<double>(), j.at(1).get<double>(), j.at(2).get<double>()};
}
inline void to_json(nlohmann::json& j, const Support& s)
{
    if (s.held && s.spring == 0)
        j = true;
    else if (s.held)
        j = {s.spring};
    else
        j = s.spring;
}
inline void from_json(const nlohmann::json& j, Support& s)
{
    s.held = !j.is_number();
    s.spring = j.is_boolean() ? 0 : s.held ? j.at(0).get<double>() : j.get<double>();
}
NLOHMANN_DEFINE_TYPE_NON_INTRUSIVE_WITH_DEFAULT(Axes, x, y, z)
NLOHMANN_DEFINE_TYPE_NON_INTRUSIVE_WITH_DEFAULT(UnitSystem, length, force, section, stress, angle, mass)
NLOHMANN_DEFINE_TYPE_NON_INTRUSIVE_WITH_DEFAULT(GradeStep, thickness, fy, fu)
NLOHMANN_DEFINE_TYPE_NON_INTRUSIVE_WITH_DEFAULT(Material, id, grade, e, g, density, alpha, fy, fu, steps, extras)
NLOHMANN_DEFINE_TYPE_NON_INTRUSIVE_WITH_DEFAULT(Shape, kind, h, b, tw, tf, b2, tf2, r, r2, a, slope, tfAtHalfWidth, t, ro, ri,
                                                d, gap, longBack, welded, process, torsion)
NLOHMANN_DEFINE_TYPE_NON_INTRUSIVE_WITH_DEFAULT(StatedProperties, a, iy, iz, wely, welz, wply, wplz, it, iw, avy, avz)
NLOHMANN_DEFINE_TYPE_NON_INTRUSIVE_WITH_DEFAULT(SectionProperties, a, iy, iz, wely, welz, welyTop, welyBottom, welzPlus,
                                                welzMinus, wply, wplz, it, iw, avy, avz, ry, rz, ys, zs, ro, flexural, betay,
                                                betaz, yp, zp, cy, cz, igy, igz, igyz, wgply, wgplz, ho, rts, perimeter,
                                                principal, depth, width)
NLOHMANN_DEFINE_TYPE_NON_INTRUSIVE_WITH_DEFAULT(FrameSection, id, name, shape, stated, properties, extras)
NLOHMANN_DEFINE_TYPE_NON_INTRUSIVE_WITH_DEFAULT(Node, id, at, support, supportAxes, extras)
NLOHMANN_DEFINE_TYPE_NON_INTRUSIVE_WITH_DEFAULT(Element, id, i, j, section, material, roll, rollToLegs, releaseI, releaseJ,
                                                springI, springJ, behaviour, offsetI, offsetJ, extras)
NLOHMANN_DEFINE_TYPE_NON_INTRUSIVE_WITH_DEFAULT(Diaphragm, id, nodes, extras)
NLOHMANN_DEFINE_TYPE_NON_INTRUSIVE_WITH_DEFAULT(Link, id, nodes, dofs, extras)
NLOHMANN_DEFINE_TYPE_NON_INTRUSIVE_WITH_DEFAULT(NodalLoad, node, f, m)
NLOHMANN_DEFINE_TYPE_NON_INTRUSIVE_WITH_DEFAULT(LineLoad, element, axes, from, to, q0, q1)
NLOHMANN_DEFINE_TYPE_NON_INTRUSIVE_WITH_DEFAULT(PointLoad, element, axes, at, f, m)
NLOHMANN_DEFINE_TYPE_NON_INTRUSIVE_WITH_DEFAULT(ThermalLoad, element, uniform, gradientY, gradientZ)
NLOHMANN_DEFINE_TYPE_NON_INTRUSIVE_WITH_DEFAULT(Settlement, node, dof, value)
NLOHMANN_DEFINE_TYPE_NON_INTRUSIVE_WITH_DEFAULT(AreaLoad, nodes, axes, q, oneWay, span)
NLOHMANN_DEFINE_TYPE_NON_INTRUSIVE_WITH_DEFAULT(NotionalOf, loadCase, direction, factor)
NLOHMANN_DEFINE_TYPE_NON_INTRUSIVE_WITH_DEFAULT(LoadCase, id, title, action, selfWeight, nodal, line, point, thermal,
                                                settlement, area, notional, reversible, exclusive, category, unsignedResult,
                                                handSum, extras)
NLOHMANN_DEFINE_TYPE_NON_INTRUSIVE_WITH_DEFAULT(Combination, id, title, purpose, basis, kind, terms, off, made, extras)
NLOHMANN_DEFINE_TYPE_NON_INTRUSIVE_WITH_DEFAULT(GivenStation, s, force)
NLOHMANN_DEFINE_TYPE_NON_INTRUSIVE_WITH_DEFAULT(GivenElement, element, stations)
NLOHMANN_DEFINE_TYPE_NON_INTRUSIVE_WITH_DEFAULT(NodeResult, node, u, r, f, m)
NLOHMANN_DEFINE_TYPE_NON_INTRUSIVE_WITH_DEFAULT(GivenResult, combination, loadCase, step, orderSaid, secondOrder, amplified,
                                                reducedStiffness, elements, nodes)
// By its name alone: the results stand once in the project, beside the frames and edits that name them.
inline void to_json(nlohmann::json& j, const CameWith& c)
{
    j = c.name;
}
inline void from_json(const nlohmann::json& j, CameWith& c)
{
    c = {nullptr, j.get<std::string>()};
}
NLOHMANN_DEFINE_TYPE_NON_INTRUSIVE_WITH_DEFAULT(DesignMember, id, elements, group, brief, exclude, ruleHolds, turned, byHand,
                                                byRule, kind, extras)
NLOHMANN_DEFINE_TYPE_NON_INTRUSIVE_WITH_DEFAULT(FormingRule, beams, columns, angle)
NLOHMANN_DEFINE_TYPE_NON_INTRUSIVE_WITH_DEFAULT(DesignRestraint, member, at, holds, lets, to, free, extras)
NLOHMANN_DEFINE_TYPE_NON_INTRUSIVE_WITH_DEFAULT(DesignLength, member, from, to, axis, k, length, way, extras)
NLOHMANN_DEFINE_TYPE_NON_INTRUSIVE_WITH_DEFAULT(LiveLoadReduction, less, by, area, floors, kll)
NLOHMANN_DEFINE_TYPE_NON_INTRUSIVE_WITH_DEFAULT(DeflectionLimit, kind, part, along, members, span, cantilever, most)
NLOHMANN_DEFINE_TYPE_NON_INTRUSIVE_WITH_DEFAULT(DeflectionRules, limits, camber, from, twiceCantilever)
NLOHMANN_DEFINE_TYPE_NON_INTRUSIVE_WITH_DEFAULT(NationalSet, id, title, family, values, deflection, extras)
NLOHMANN_DEFINE_TYPE_NON_INTRUSIVE_WITH_DEFAULT(Brief, id, about, standard, second, grade, neglectBelow, netAreaRatio, shearLag,
                                                cb, torsionBelow, slendernessCompression, slendernessTension,
                                                slendernessRequired, noSlenderParts, connectorSpacing, connectorsJoined,
                                                stiffenerSpacing, tensionField, loadHeight, k, lengthsBy, recommendedEnds, base,
                                                secondOrderIncluded, cm, leaveOut, combinations, settings, liveLoad, angleAxes,
                                                warpingFixed, ltbStress, localStress, framing, along, atJoints, deflection,
                                                options, extras)
NLOHMANN_DEFINE_TYPE_NON_INTRUSIVE_WITH_DEFAULT(MadeDimension, key, from, to, step, plates)
NLOHMANN_DEFINE_TYPE_NON_INTRUSIVE_WITH_DEFAULT(MadeShape, kind, dimensions)
NLOHMANN_DEFINE_TYPE_NON_INTRUSIVE_WITH_DEFAULT(Ladder, id, family, minDepth, maxDepth, target, extras, families, sections,
                                                made, minWidth, maxWidth, maxMass, minThickness, depthWithin, wideAs, sameAs,
                                                overCarried, stock)
NLOHMANN_DEFINE_TYPE_NON_INTRUSIVE_WITH_DEFAULT(StockRow, id, perKg, perM, available)
NLOHMANN_DEFINE_TYPE_NON_INTRUSIVE_WITH_DEFAULT(Group, id, ladder, extras, target)
NLOHMANN_DEFINE_TYPE_NON_INTRUSIVE_WITH_DEFAULT(StatedAnalysis, order, reducedStiffness)
NLOHMANN_DEFINE_TYPE_NON_INTRUSIVE_WITH_DEFAULT(StatedForces, order, reducedStiffness, notional, otherSizes)
NLOHMANN_DEFINE_TYPE_NON_INTRUSIVE_WITH_DEFAULT(SavedPick, id, expression, extras)
NLOHMANN_DEFINE_TYPE_NON_INTRUSIVE_WITH_DEFAULT(FrameLimit, id, of, along, kind, over, most, nodes, extras)
NLOHMANN_DEFINE_TYPE_NON_INTRUSIVE_WITH_DEFAULT(Acceptance, id, code, subject, reason, name, date, about, extras)
NLOHMANN_DEFINE_TYPE_NON_INTRUSIVE_WITH_DEFAULT(ReportChoice, subject, forWhom, by, checkedBy, revision, date, words, without,
                                                pick, depth, otherDepth, members, letter, everyCombination, formats, extras)
NLOHMANN_DEFINE_TYPE_NON_INTRUSIVE_WITH_DEFAULT(Design, standard, analysis, givenForces, swayX, swayY, forming, members,
                                                restraints, lengths, briefs, groups, ladders, stock, plates, target, report,
                                                picks, frameLimits, acceptances, nationalParameters, parameterSets, extras)
NLOHMANN_DEFINE_TYPE_NON_INTRUSIVE_WITH_DEFAULT(GridLine, id, at)
NLOHMANN_DEFINE_TYPE_NON_INTRUSIVE_WITH_DEFAULT(Grid, origin, turn, x, y, levels)
NLOHMANN_DEFINE_TYPE_NON_INTRUSIVE_WITH_DEFAULT(Frame, title, units, up, grid, materials, sections, nodes, elements, diaphragms,
                                                links, cases, combinations, results, came, modes, hasDesign, design, extras)
NLOHMANN_DEFINE_TYPE_NON_INTRUSIVE_WITH_DEFAULT(DesignSettings, hasDesign, standard, nationalParameters, analysis, givenForces,
                                                swayX, swayY, forming, plates, target, report)

NLOHMANN_DEFINE_TYPE_NON_INTRUSIVE_WITH_DEFAULT(FrameWords, title, up, grid, extras)

template <class T> void to_json(nlohmann::json& j, const RowsPatch<T>& p)
{
    j = nlohmann::json::object();
    for (const auto& r : p.removed)
        j["removed"].push_back({r.at, r.row});
    for (const auto& r : p.added)
        j["added"].push_back({r.at, r.row});
    for (const auto& c : p.changed)
        j["changed"].push_back({c.from, c.at, c.before, c.after});
}
template <class T> void from_json(const nlohmann::json& j, RowsPatch<T>& p)
{
    const auto list = [&](const char* key) { return j.value(key, nlohmann::json::array()); };
    for (const auto& r : list("removed"))
        p.removed.push_back({r.at(0).template get<size_t>(), r.at(1).template get<T>()});
    for (const auto& r : list("added"))
        p.added.push_back({r.at(0).template get<size_t>(), r.at(1).template get<T>()});
    for (const auto& c : list("changed"))
        p.changed.push_back({c.at(0).template get<size_t>(), c.at(1).template get<size_t>(), c.at(2).template get<T>(),
                             c.at(3).template get<T>()});
}
NLOHMANN_DEFINE_TYPE_NON_INTRUSIVE_WITH_DEFAULT(Patch, words, materials, sections, nodes, elements, diaphragms, links, cases,
                                                combinations, members, restraints, lengths, briefs, groups, ladders, stock,
                                                parameterSets, picks, frameLimits, acceptances, settings, frame, came)

} // namespace wr

namespace nlohmann {

inline void adl_serializer<wr::OptionValue>::to_json(json& j, const wr::OptionValue& v)
{
    std::visit([&](const auto& x) { j = json::array({v.index(), x}); }, v);
}
inline void adl_serializer<wr::OptionValue>::from_json(const json& j, wr::OptionValue& v)
{
    const json& x = j.at(1);
    switch (j.at(0).get<size_t>()) {
    case 0: v = x.get<bool>(); break;
    case 1: v = x.get<double>(); break;
    case 2: v = x.get<std::string>(); break;
    case 3: v = x.get<std::vector<std::string>>(); break;
    case 4: v = x.get<std::vector<wr::DeflectionLimit>>(); break;
    default: throw std::invalid_argument("a value of an option of a kind that is not known");
    }
}

} // namespace nlohmann
