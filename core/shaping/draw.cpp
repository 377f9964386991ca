// Elements from place to place; supports, ends and rolls of those there are.
#include "core/base/counted.h"
#include "core/members/members.h"
#include "core/shaping/carry_decisions.h"
#include "core/shaping/carry_references.h"
#include "core/shaping/reshape.h"
#include "core/shaping/rows_for.h"
#include "core/shaping/steps.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>

namespace wr {

namespace {

bool finite(Vec3 v)
{
    return std::isfinite(v.x) && std::isfinite(v.y) && std::isfinite(v.z);
}

} // namespace

ReshapedOr reshape(const Frame& f, const DrawElements& e)
{
    if (e.lines.empty()) return std::unexpected("draw a line first");
    for (const auto& [a, b] : e.lines) {
        if (!finite(a) || !finite(b)) return std::unexpected("an end of the line is no place");
        if (!(norm(b - a) > 2 * kOnePlace))
            return std::unexpected(fmt::format("an element is longer than {}", f.units.text(Quantity::Length, 2 * kOnePlace)));
    }
    auto section = sectionNamed(f, e.section);
    if (!section) return std::unexpected(section.error());
    Reshape r(f);
    const int row = rowOf(r.frame(), *section);
    const auto steel = steelRow(r.frame(), e.steel);
    if (!steel) return std::unexpected(steel.error());
    std::vector<int> fresh, drawn;
    NodesNear near(r);
    const auto nodeAt = [&](Vec3 at) {
        int n = near.at(at);
        if (n >= 0) return n;
        n = r.addNode(at);
        near.add(n);
        fresh.push_back(n);
        return n;
    };
    const std::string like = f.elements.empty() ? "0" : f.elements.list().back().id;
    size_t already = 0;
    for (const auto& [a, b] : e.lines) {
        Element x;
        x.i = nodeAt(a);
        x.j = nodeAt(b);
        const auto& list = r.now().elements.list();
        if (std::any_of(list.begin(), list.end(),
                        [&](const Element& o) { return (o.i == x.i && o.j == x.j) || (o.i == x.j && o.j == x.i); })) {
            ++already;
            continue;
        }
        x.section = row;
        x.material = *steel;
        x.roll = e.roll;
        x.behaviour = e.behaviour;
        if (e.behaviour == Behaviour::Beam)
            for (size_t end = 0; end < 2; ++end)
                if (e.pinned[end])
                    for (const Force k : {Force::My, Force::Mz})
                        (end == 0 ? x.releaseI : x.releaseJ)[static_cast<size_t>(k)] = true;
        drawn.push_back(r.addElement(std::move(x), like));
    }
    if (drawn.empty()) return std::unexpected("there is an element already");
    if (already > 0)
        r.tell(fmt::format("{}, which {} there already", counted(already, "element"), already == 1 ? "is" : "are"));
    connect(r, fresh, drawn);
    Reshape::Done done = r.finish();
    Reshaped out;
    // Pieces of what was drawn are drawn too; pieces of what was there are not.
    std::vector<char> there(done.frame.elements.size(), 0);
    for (const auto& shares : done.lineage.elements)
        for (const ElementShare& s : shares)
            there[static_cast<size_t>(s.element)] = 1;
    for (size_t k = 0; k < there.size(); ++k)
        if (!there[k]) out.elements.push_back(static_cast<int>(k));
    if (!e.group.empty() || !e.brief.empty()) {
        DesignMember m;
        m.group = e.group;
        m.brief = e.brief;
        m.byRule = true;
        m.elements = out.elements;
        done.frame.hasDesign = true;
        formByRule(done.frame, {m});
        // Where the rule makes one member of what is drawn and what stood there, that has its own say.
        std::vector<Finding> ignored;
        const Formed formed = formMembers(done.frame, ignored);
        for (const int k : out.elements)
            if (const Member& of = formed.members()[static_cast<size_t>(formed.ofElement(k))];
                of.group != e.group || of.brief != e.brief) {
                done.told.push_back(fmt::format("its group or brief: it is one member with {}", of.id));
                break;
            }
        auto& groups = done.frame.design.groups;
        if (!e.group.empty() &&
            std::none_of(groups.list().begin(), groups.list().end(), [&](const Group& g) { return g.id == e.group; }))
            groups.push_back({e.group, {}, {}});
    }
    for (const int n : fresh)
        out.nodes.push_back(done.nodes[static_cast<size_t>(n)]);
    const std::string shown = section->name.empty() ? section->id : section->name;
    out.words = fmt::format("Draw {} {}", counted(out.elements.size(), "element"), shown);
    out.frame = std::move(done.frame);
    out.told = std::move(done.told);
    return out;
}

ReshapedOr reshape(const Frame& f, const SetElements& e)
{
    Reshaped out{f, e.words, {}, e.elements, {}};
    if (const std::string fault = outOf(out.elements, f.elements.size(), "element"); !fault.empty())
        return std::unexpected(fault);
    if (out.elements.empty()) return std::unexpected("pick elements first");
    std::optional<int> section, steel;
    if (!e.section.empty()) {
        auto s = sectionNamed(f, e.section);
        if (!s) return std::unexpected(s.error());
        section = rowOf(out.frame, *std::move(s));
    }
    if (!e.steel.empty()) {
        const auto row = steelRow(out.frame, e.steel);
        if (!row) return std::unexpected(row.error());
        steel = *row;
    }
    std::vector<Element>& list = out.frame.elements.edit();
    std::vector<std::string> bound;
    for (const int k : out.elements) {
        Element& x = list[static_cast<size_t>(k)];
        if (section) x.section = *section;
        if (steel) x.material = *steel;
        if (e.behaviour) {
            x.behaviour = *e.behaviour;
            if (*e.behaviour != Behaviour::Beam) { // it has no moments to release, nor joints that turn
                x.releaseI = x.releaseJ = {};
                x.springI = x.springJ = {};
            }
        }
        const bool joints = e.releaseI || e.releaseJ || e.springI || e.springJ;
        if (joints && x.behaviour != Behaviour::Beam) {
            bound.push_back(x.id);
            continue;
        }
        if (e.releaseI) x.releaseI = *e.releaseI;
        if (e.releaseJ) x.releaseJ = *e.releaseJ;
        if (e.springI) x.springI = *e.springI;
        if (e.springJ) x.springJ = *e.springJ;
        for (size_t c = 0; c < 6; ++c) { // released and sprung at once is a spring
            if (x.springI[c] < 0 || x.springJ[c] < 0 || !std::isfinite(x.springI[c]) || !std::isfinite(x.springJ[c]))
                return std::unexpected("the stiffness of a joint is not less than zero");
            if (x.springI[c] > 0) x.releaseI[c] = false;
            if (x.springJ[c] > 0) x.releaseJ[c] = false;
        }
        if (e.offsetI) x.offsetI = *e.offsetI;
        if (e.offsetJ) x.offsetJ = *e.offsetJ;
        if (e.roll) x.roll = *e.roll;
        if (!finite(x.offsetI) || !finite(x.offsetJ) || !std::isfinite(x.roll)) return std::unexpected("that is no number");
        if (!(out.frame.length(x) > 2 * kOnePlace))
            return std::unexpected(fmt::format("with these offsets element {} has no length", x.id));
    }
    if (bound.size() == out.elements.size())
        return std::unexpected("they carry axial force only: their ends have nothing to release");
    if (!bound.empty())
        out.told.push_back(fmt::format("{} of axial force only, which have no joints", counted(bound.size(), "element")));
    if (out.words.empty())
        out.words = fmt::format("{} of {}",
                                !e.section.empty()       ? "Section " + e.section
                                : !e.steel.empty()       ? "Steel " + e.steel
                                : e.behaviour            ? "Behaviour"
                                : e.roll                 ? "Roll"
                                : e.offsetI || e.offsetJ ? "Offsets"
                                : e.springI || e.springJ ? "Joint stiffness"
                                                         : "Releases",
                                counted(out.elements.size(), "element"));
    if (out.frame == f) return std::unexpected("that is how they are");
    // Members that the rule makes may be others now, and forces that came were of other elements.
    std::vector<std::string> told;
    carryReferences(f, out.frame, Lineage::same(f), told);
    carryDecisions(f, out.frame, Lineage::same(f), told);
    out.told.insert(out.told.end(), told.begin(), told.end());
    return out;
}

ReshapedOr reshape(const Frame& f, const SetSupports& e)
{
    Reshaped out{f, e.words, {}, {}, e.nodes};
    if (const std::string fault = outOf(out.nodes, f.nodes.size(), "node"); !fault.empty()) return std::unexpected(fault);
    if (out.nodes.empty()) return std::unexpected("pick nodes first");
    for (const Support& s : e.support)
        if (!(s.spring >= 0) || !std::isfinite(s.spring))
            return std::unexpected("the stiffness of a spring is not less than zero");
    if (e.axes)
        for (const Vec3 v : {e.axes->x, e.axes->y, e.axes->z})
            if (!(std::abs(norm(v) - 1) < 1e-6)) return std::unexpected("axes of a support are directions of length one");
    const bool any = std::any_of(e.support.begin(), e.support.end(), [](const Support& s) { return !s.free(); });
    std::vector<Node>& list = out.frame.nodes.edit();
    for (const int k : out.nodes) {
        Node& n = list[static_cast<size_t>(k)];
        n.support = e.support;
        n.supportAxes = any ? e.axes : std::nullopt;
    }
    if (out.words.empty()) out.words = any ? "Support" : "No support";
    out.words += fmt::format(" at {}", out.nodes.size() == 1 ? "node " + f.nodes[static_cast<size_t>(out.nodes.front())].id
                                                             : counted(out.nodes.size(), "node"));
    if (out.frame == f) return std::unexpected("that is how they stand");
    carryReferences(f, out.frame, Lineage::same(f), out.told);
    return out;
}

} // namespace wr
