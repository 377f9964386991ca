// Materials, sections, nodes, supports, elements and releases.
#include "core/base/nearest.h"
#include "core/base/printable.h"
#include "core/intake/assembly.h"
#include "core/sections/catalogue.h"

#include <algorithm>
#include <array>
#include <cmath>
#include <fmt/format.h>
#include <set>

namespace wr {

namespace {

// Kinds of shapes by the words of tables; by their dimensions where there is no word.
std::optional<ShapeKind> shapeFromWords(const std::string& text)
{
    const std::string w = lowered(text);
    if (const auto k = shapeFromName(w)) return k;
    struct Word
    {
        std::string_view word;
        ShapeKind kind;
    };
    for (const Word& x : {Word{"i section", ShapeKind::I},
                          {"i/wide flange", ShapeKind::I},
                          {"h", ShapeKind::I},
                          {"wide flange", ShapeKind::I},
                          {"box", ShapeKind::Rhs},
                          {"tube", ShapeKind::Rhs},
                          {"box/tube", ShapeKind::Rhs},
                          {"shs", ShapeKind::Rhs},
                          {"rectangular hollow section", ShapeKind::Rhs},
                          {"pipe", ShapeKind::Chs},
                          {"circular hollow section", ShapeKind::Chs},
                          {"u", ShapeKind::Channel},
                          {"c", ShapeKind::Channel},
                          {"t", ShapeKind::Tee},
                          {"l", ShapeKind::Angle},
                          {"flat", ShapeKind::BarFlat},
                          {"plate", ShapeKind::BarFlat},
                          {"round", ShapeKind::BarRound},
                          {"rod", ShapeKind::BarRound}})
        if (x.word == w) return x.kind;
    return std::nullopt;
}

} // namespace

void takeMaterials(Assembly& a)
{
    a.eachTable(TableKind::Materials, [&](const TableRows& rows) {
        const FieldOfRows id = rows.field("material"), grade = rows.field("grade"), e = rows.field("e"), g = rows.field("g"),
                          density = rows.field("density"), fy = rows.field("fy"), fu = rows.field("fu");
        rows.each([&](size_t r) {
            if (a.add(a.materials, rows, id, r, a.frame().materials.size(), "material") < 0) return;
            Material m;
            m.id = rows.name(id, r);
            const std::string named = rows.name(grade, r);
            const auto meant = a.recipe.grades.find(named.empty() ? m.id : named);
            const Grade* listed = findGrade(meant != a.recipe.grades.end() ? meant->second : named.empty() ? m.id : named);
            const auto strength = rows.number(fy, r), ultimate = rows.number(fu, r);
            const auto modulus = rows.number(e, r), shear = rows.number(g, r), mass = rows.number(density, r);
            // A grade's strength follows the thickness; the numbers of a table do not, and may be the thinnest plate's.
            const bool known = listed && (!named.empty() || !strength);
            if (known) {
                m.grade = listed->name;
                m.e = listed->e;
                m.g = listed->g;
                m.density = listed->density;
                m.alpha = listed->alpha;
            } else if (!named.empty() && !strength) {
                UnknownName& u = a.unknownGrades[named];
                u.name = named;
                u.section = false;
                ++u.rows;
                u.near = gradeSuggestions(named, 5);
            }
            const bool american = a.frame().units.force == "kip" || a.frame().units.force == "lbf";
            if (modulus) m.e = *modulus;
            if (shear) m.g = *shear;
            if (mass) m.density = *mass;
            if (!known) {
                // EN 1993-1-1 3.2.6, AISC 360: the moduli of steel.
                if (!(m.e > 0)) m.e = american ? 29000 * kKsi : 210e9;
                if (!(m.g > 0)) m.g = m.e / 2.6;
                if (!(m.density > 0)) m.density = 7850;
                m.fy = strength;
                m.fu = ultimate;
            }
            for (const auto& [field, value] : {std::pair{&e, modulus}, {&g, shear}, {&fy, strength}, {&fu, ultimate}})
                if (value && !(*value > 0)) rows.fault("intake.cell", *field, r, "must be greater than zero");
            if (m.fy && m.fu && *m.fu < *m.fy)
                rows.fault("intake.cell", fu, r, "the tensile strength is below the yield strength");
            a.frame().materials.push_back(std::move(m));
        });
    });
}

void takeSections(Assembly& a)
{
    a.materialOfSection.assign(a.frame().sections.size(), "");
    a.eachTable(TableKind::Sections, [&](const TableRows& rows) {
        const FieldOfRows id = rows.field("section"), name = rows.field("name"), material = rows.field("material"),
                          shape = rows.field("shape");
        std::vector<std::pair<std::string_view, FieldOfRows>> dimensions, stated;
        for (const auto& [key, own] : dimensionFields())
            if (FieldOfRows f = rows.field(key); f.there()) dimensions.emplace_back(own, std::move(f));
        for (const StatedKey& k : statedKeys())
            if (FieldOfRows f = rows.field(k.key); f.there()) stated.emplace_back(k.key, std::move(f));
        rows.each([&](size_t r) {
            const std::string own = rows.name(id, r), typed = rows.name(name, r);
            if (a.sections.contains(own)) {
                rows.fault("intake.duplicate", id, r, "there is a section " + inMarks(own) + " already");
                return;
            }
            if (own.empty()) {
                rows.fault("intake.cell", id, r, "the section has no name");
                return;
            }
            std::string grade = rows.name(material, r);
            FrameSection s;
            s.id = own;
            const std::string& wanted = typed.empty() ? own : typed;
            const auto meant = a.recipe.sections.find(wanted);
            const CatalogueSection* listed = shippedCatalogue().find(meant == a.recipe.sections.end() ? wanted : meant->second);
            if (listed && !rows.name(shape, r).empty() && rows.number(rows.field("h"), r))
                listed = nullptr; // its own dimensions count
            for (const auto& [key, f] : dimensions)
                if (const auto v = rows.number(f, r)) {
                    if (!(*v > 0)) rows.fault("intake.cell", f, r, "must be greater than zero");
                    *dimension(s.shape, key) = *v;
                }
            for (const auto& [key, f] : stated)
                if (const auto v = rows.number(f, r))
                    for (const StatedKey& k : statedKeys())
                        if (k.key == key && *v > 0) s.stated.*k.stated = *v;
            const std::string kind = rows.name(shape, r);
            const auto shapeKind = shapeFromWords(kind);
            const Shape& d = s.shape;
            s.shape.kind = listed                                       ? ShapeKind::None
                           : shapeKind                                  ? *shapeKind
                           : d.tw > 0 && d.tf > 0 && d.h > 0 && d.b > 0 ? ShapeKind::I
                           : d.d > 0 && d.t > 0 && d.h == 0             ? ShapeKind::Chs
                                                                        : ShapeKind::None;
            if (listed) {
                s.name = listed->designation;
                s.shape = listed->shape;
                s.stated = {}; // the catalogue's own are exact; a table's are rounded
            } else if (s.shape.kind != ShapeKind::None) {
                if (!typed.empty()) s.name = typed;
                s.shape.welded =
                    s.shape.a > 0 || (s.shape.r == 0 && (s.shape.kind == ShapeKind::I || s.shape.kind == ShapeKind::IUnequal));
                if (s.shape.kind == ShapeKind::Rhs) {
                    if (d.ro == 0) s.shape.ro = std::min(2 * d.t, std::min(d.h, d.b) / 2);
                    if (d.ri == 0) s.shape.ri = std::max(0.0, s.shape.ro - d.t);
                }
                const auto wrong = shapeFaults(s.shape);
                for (const auto& [key, text] : wrong)
                    rows.fault("section.dimension", id, r, std::string(key) + ": " + text);
                if (!wrong.empty()) {
                    a.sections.emplace(own, -1); // told here, not again at every element
                    return;
                }
            } else if (!s.stated.a) {
                UnknownName& u = a.unknownSections[wanted];
                if (u.rows++ == 0) {
                    u.name = wanted;
                    u.near = shippedCatalogue().suggestions(wanted, 5);
                }
                a.sections.emplace(own, -1);
                return;
            } else
                s.shape = {};
            s.properties = computeProperties(s.shape, s.stated);
            a.sections.emplace(own, static_cast<int>(a.frame().sections.size()));
            a.frame().sections.push_back(std::move(s));
            a.materialOfSection.push_back(std::move(grade));
        });
    });
}

void takeNodes(Assembly& a)
{
    a.eachTable(TableKind::Nodes, [&](const TableRows& rows) {
        const FieldOfRows id = rows.field("node"), support = rows.field("support");
        const std::array at{rows.field("x"), rows.field("y"), rows.field("z")};
        rows.each([&](size_t r) {
            if (a.add(a.nodes, rows, id, r, a.frame().nodes.size(), "node") < 0) return;
            Node n;
            n.id = rows.name(id, r);
            std::array<double, 3> xyz{};
            for (size_t k = 0; k < 3; ++k) {
                if (!at[k].there()) continue;
                const auto v = rows.number(at[k], r);
                if (v)
                    xyz[k] = *v;
                else if (rows.name(at[k], r).empty())
                    rows.fault("intake.cell", at[k], r, "the coordinate is missing");
            }
            n.at = {xyz[0], xyz[1], xyz[2]};
            if (const std::string words = rows.name(support, r);
                !words.empty() && !supportFromWords(words, a.frame().up, n.support))
                rows.fault("intake.cell", support, r,
                           inMarks(words) + " is no support: fixed, pinned, roller, or directions such as ux uy uz");
            a.frame().nodes.push_back(std::move(n));
        });
    });
    a.eachTable(TableKind::Supports, [&](const TableRows& rows) {
        const FieldOfRows id = rows.field("node"), support = rows.field("support");
        const std::array dofs{rows.field("ux"), rows.field("uy"), rows.field("uz"),
                              rows.field("rx"), rows.field("ry"), rows.field("rz")};
        rows.each([&](size_t r) {
            const int n = a.refer(a.nodes, rows, id, r, "node");
            if (n < 0) return;
            Node& node = a.frame().nodes[static_cast<size_t>(n)];
            const std::string words = rows.name(support, r);
            if (!words.empty() && !supportFromWords(words, a.frame().up, node.support))
                rows.fault("intake.cell", support, r,
                           inMarks(words) + " is no support: fixed, pinned, roller, or directions such as ux uy uz");
            for (size_t k = 0; k < 6; ++k)
                if (const auto flag = rows.flag(dofs[k], r)) node.support[k] = {flag->yes, flag->spring};
        });
    });
}

void takeElements(Assembly& a)
{
    bool told = false;
    a.eachTable(TableKind::Elements, [&](const TableRows& rows) {
        const FieldOfRows id = rows.field("element"), i = rows.field("i"), j = rows.field("j"), section = rows.field("section"),
                          material = rows.field("material"), roll = rows.field("roll"), behaviour = rows.field("behaviour"),
                          releaseI = rows.field("releaseI"), releaseJ = rows.field("releaseJ"), member = rows.field("member"),
                          group = rows.field("group");
        size_t grouped = 0;
        rows.each([&](size_t r) {
            if (a.add(a.elements, rows, id, r, a.frame().elements.size(), "element") < 0) return;
            Element e;
            e.id = rows.name(id, r);
            e.i = a.refer(a.nodes, rows, i, r, "node");
            e.j = a.refer(a.nodes, rows, j, r, "node");
            if (e.i >= 0 && e.j >= 0 &&
                !(norm(a.frame().nodes[static_cast<size_t>(e.j)].at - a.frame().nodes[static_cast<size_t>(e.i)].at) > 1e-6))
                rows.fault("frame.zero-length", id, r,
                           fmt::format("element {} has no length: its nodes stand at one place", inMarks(e.id)));
            std::string grade;
            if (const std::string s = rows.name(section, r); !s.empty())
                e.section = a.section(s, &grade);
            else
                rows.fault("intake.cell", section, r, "the section is missing");
            std::string steel = rows.name(material, r);
            if (steel.empty() && e.section >= 0) steel = a.materialOfSection[static_cast<size_t>(e.section)];
            if (steel.empty()) steel = a.recipe.grade;
            if (!steel.empty())
                e.material = a.material(steel);
            else if (!told) {
                told = true;
                a.faults.add("intake.grade-missing", &rows.table(),
                             "no material is stated for these elements, nor for their sections: give a grade for what "
                             "states none");
            }
            if (const auto v = rows.number(roll, r)) e.roll = *v;
            if (const std::string b = lowered(rows.name(behaviour, r)); !b.empty()) {
                const auto known = behaviourFromName(b);
                // Kinds of members and shapes stand in columns of this name too; they say nothing of how an element acts.
                if (known)
                    e.behaviour = *known;
                else if (b == "truss" || b == "bar" || b == "axial only" || b == "strut")
                    e.behaviour = Behaviour::Axial;
                else if (b.find("tension") != std::string::npos)
                    e.behaviour = Behaviour::TensionOnly;
                else if (b.find("compression") != std::string::npos)
                    e.behaviour = Behaviour::CompressionOnly;
            }
            for (const auto& [field, let] : {std::pair{&releaseI, &e.releaseI}, {&releaseJ, &e.releaseJ}})
                if (const std::string words = rows.name(*field, r); !words.empty() && !releaseFromWords(words, *let))
                    rows.fault("intake.cell", *field, r,
                               inMarks(words) + " is no release: pinned, fixed, or forces such as my mz");
            if (const std::string m = rows.name(member, r); !m.empty()) a.elementsOfMember[m].push_back(e.id);
            grouped += group.there() && !member.there();
            a.frame().elements.push_back(std::move(e));
        });
        if (grouped > 0)
            a.faults.add("intake.left-out", &rows.table(),
                         "groups of elements were left out: a group is of members, and which elements make one is not said "
                         "here; give the "
                         "member beside it, or make the groups at the stop Members");
    });
}

void takeReleases(Assembly& a)
{
    a.eachTable(TableKind::Releases, [&](const TableRows& rows) {
        const FieldOfRows id = rows.field("element"), end = rows.field("end");
        constexpr std::array<std::string_view, 6> kForces{"n", "vy", "vz", "t", "my", "mz"};
        std::vector<FieldOfRows> both, ofI, ofJ;
        for (const std::string_view f : kForces) {
            both.push_back(rows.field(f));
            ofI.push_back(rows.field(std::string(f) + "I"));
            ofJ.push_back(rows.field(std::string(f) + "J"));
        }
        rows.each([&](size_t r) {
            const int index = a.refer(a.elements, rows, id, r, "element");
            if (index < 0) return;
            Element& e = a.frame().elements[static_cast<size_t>(index)];
            const std::string at = lowered(rows.name(end, r));
            const Node* nodeI = e.i >= 0 ? &std::as_const(a.frame()).nodes[static_cast<size_t>(e.i)] : nullptr;
            const Node* nodeJ = e.j >= 0 ? &std::as_const(a.frame()).nodes[static_cast<size_t>(e.j)] : nullptr;
            const bool i = at == "i" || at == "start" || at == "1" || at == "begin" || (nodeI && at == lowered(nodeI->id));
            const bool j = at == "j" || at == "end" || at == "2" || (nodeJ && at == lowered(nodeJ->id));
            if (!at.empty() && !i && !j && at != "both" && at != "i j" && at != "ij")
                rows.fault("intake.cell", end, r, inMarks(at) + " is no end: i, j, both");
            for (size_t k = 0; k < 6; ++k) {
                const auto set = [&](const FieldOfRows& f, bool toI, bool toJ) {
                    if (const auto flag = rows.flag(f, r); flag && flag->yes) {
                        e.releaseI[k] = e.releaseI[k] || toI;
                        e.releaseJ[k] = e.releaseJ[k] || toJ;
                    }
                };
                set(both[k], i || !j, j || !i);
                set(ofI[k], true, false);
                set(ofJ[k], false, true);
            }
        });
    });
    for (const Element& e : std::as_const(a.frame()).elements)
        if (e.releaseI[0] && e.releaseJ[0])
            a.faults.add("intake.cell", nullptr,
                         fmt::format("element {}: the axial force is let go at both ends", inMarks(e.id)));
}

} // namespace wr
