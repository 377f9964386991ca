// Loads put on picked parts.
#include "core/shaping/put_loads.h"
#include "core/analysis/panels.h"
#include "core/base/counted.h"
#include "core/members/members.h"
#include "core/shaping/load_cases.h"
#include "core/shaping/panels_between.h"
#include "core/shaping/steps.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>
#include <map>
#include <set>

namespace wr {

namespace {

constexpr double kShortest = 1e-6; // m

// Elements one after the other, as a load runs along them.
struct LoadRun
{
    std::string name;                // "member R1", "element 12"
    std::vector<MemberPiece> pieces; // starts are of the run
    double length = 0;
};

std::vector<LoadRun> loadRuns(const Frame& f, const std::vector<int>& elements, bool alongMembers)
{
    std::vector<LoadRun> out;
    if (!alongMembers) {
        for (const int e : elements) {
            const Element& x = f.elements[static_cast<size_t>(e)];
            out.push_back({"element " + x.id, {{.element = e, .length = f.length(x)}}, f.length(x)});
        }
        return out;
    }
    std::vector<Finding> ignored;
    const Formed formed = formMembers(f, ignored);
    const std::set<int> picked(elements.begin(), elements.end());
    std::set<int> members;
    for (const int e : elements)
        members.insert(formed.ofElement(e));
    for (const int k : members) {
        const Member& m = formed.members()[static_cast<size_t>(k)];
        bool goesOn = false;
        for (MemberPiece p : m.pieces) {
            if (!picked.contains(p.element)) {
                goesOn = false;
                continue;
            }
            if (!goesOn) out.push_back({"member " + m.id, {}, 0});
            goesOn = true;
            p.start = out.back().length;
            p.length = f.length(f.elements[static_cast<size_t>(p.element)]);
            out.back().length += p.length;
            out.back().pieces.push_back(p);
        }
    }
    return out;
}

// Components in the axes of the run (the member's) as those of one of its elements; moments turn alike.
Vec3 inElement(const MemberPiece& p, LoadAxes axes, Vec3 v)
{
    if (axes != LoadAxes::Local) return v;
    return {p.reversed ? -v.x : v.x, p.ySign * v.y, p.zSign * v.z};
}

using HowMany = std::expected<size_t, std::string>; // how many loads came

HowMany putLine(const Frame& f, LoadCase& c, const PutLoads& e, const LineLoad& l)
{
    if (!(largest(l.q0) > 0) && !(largest(l.q1) > 0)) return std::unexpected("say how large the load is");
    size_t n = 0;
    for (const LoadRun& r : loadRuns(f, e.elements, e.alongMembers)) {
        const double from = l.from < 0 ? l.from + r.length : l.from, to = !l.to       ? r.length
                                                                          : *l.to < 0 ? *l.to + r.length
                                                                                      : *l.to;
        if (from < -kShortest || to > r.length + kShortest)
            return std::unexpected(
                fmt::format("{} is {} long: the load would go beyond it", r.name, f.units.text(Quantity::Length, r.length)));
        if (!(to > from + kShortest)) return std::unexpected(fmt::format("on {} the load would end before it begins", r.name));
        const auto q = [&](double s) { return l.q0 + ((s - from) / (to - from)) * (l.q1 - l.q0); };
        for (const MemberPiece& p : r.pieces) {
            const double a = std::max(from, p.start), b = std::min(to, p.start + p.length);
            if (b - a <= kShortest) continue;
            double x = p.reversed ? p.start + p.length - b : a - p.start, y = p.reversed ? p.start + p.length - a : b - p.start;
            if (x < kShortest) x = 0;
            LineLoad one{p.element,
                         l.axes,
                         x,
                         std::nullopt,
                         inElement(p, l.axes, q(p.reversed ? b : a)),
                         inElement(p, l.axes, q(p.reversed ? a : b))};
            if (y < p.length - kShortest) one.to = y;
            c.line.push_back(one);
            ++n;
        }
    }
    return n;
}

HowMany putPoint(const Frame& f, LoadCase& c, const PutLoads& e, const PointLoad& l)
{
    if (!(largest(l.f) > 0) && !(largest(l.m) > 0)) return std::unexpected("say how large the force or moment is");
    size_t n = 0;
    for (const LoadRun& r : loadRuns(f, e.elements, e.alongMembers)) {
        std::vector<double> places = e.at;
        if (places.empty()) places.push_back(r.length / 2);
        for (double s : places) {
            if (s < 0) s += r.length;
            if (s < -kShortest || s > r.length + kShortest)
                return std::unexpected(
                    fmt::format("{} is {} long: that place lies beyond it", r.name, f.units.text(Quantity::Length, r.length)));
            const auto in = std::find_if(r.pieces.begin(), r.pieces.end(),
                                         [&](const MemberPiece& p) { return s <= p.start + p.length + kShortest; });
            const MemberPiece& p = in == r.pieces.end() ? r.pieces.back() : *in;
            const double x = std::clamp(s - p.start, 0.0, p.length);
            c.point.push_back(
                {p.element, l.axes, p.reversed ? p.length - x : x, inElement(p, l.axes, l.f), inElement(p, l.axes, l.m)});
            ++n;
        }
    }
    return n;
}

// Of a panel; corners may stand on its edges.
Vec3 normalOf(const Frame& f, const std::vector<int>& corners)
{
    const auto at = [&](size_t k) { return f.nodes[static_cast<size_t>(corners[k])].at; };
    Vec3 twice;
    for (size_t k = 1; k + 1 < corners.size(); ++k)
        twice = twice + cross(at(k) - at(0), at(k + 1) - at(0));
    return normalized(twice);
}

// The direction in which a panel is the least wide, in its plane.
Vec3 shortWay(const Frame& f, const std::vector<int>& corners)
{
    const auto at = [&](size_t k) { return f.nodes[static_cast<size_t>(corners[k % corners.size()])].at; };
    const Vec3 normal = normalOf(f, corners);
    Vec3 best;
    double least = 0;
    for (size_t k = 0; k < corners.size(); ++k) {
        const Vec3 in = cross(normal, normalized(at(k + 1) - at(k)));
        double wide = 0;
        for (size_t j = 0; j < corners.size(); ++j)
            wide = std::max(wide, dot(at(j) - at(k), in));
        if (k == 0 || wide < least - kShortest) {
            least = wide;
            best = in;
        }
    }
    return best;
}

} // namespace

void spreadPanel(const Frame& f, AreaLoad& a, PanelSpread spread, Vec3 span)
{
    a.oneWay = spread != PanelSpread::TwoWay;
    if (!a.oneWay)
        a.span = {};
    else if (spread == PanelSpread::Along)
        a.span = normalized(span);
    else {
        a.span = shortWay(f, a.nodes);
        if (spread == PanelSpread::LongWay) a.span = normalized(cross(normalOf(f, a.nodes), a.span));
    }
}

namespace {

HowMany putArea(const Frame& f, LoadCase& c, const PutLoads& e, const AreaLoad& l, std::vector<std::string>& told)
{
    if (!(largest(l.q) > 0)) return std::unexpected("say how large the pressure is");
    PanelsBetween found;
    if (e.elements.empty()) {
        if (e.nodes.size() < 3) return std::unexpected("pick three corners of the panel or more, or the beams round panels");
        found.corners.push_back(roundPanel(f, e.nodes));
        if (found.corners.back().empty()) return std::unexpected("the picked corners do not lie in one plane");
    } else
        found = panelsBetween(f, e.elements);
    LoadCase tried;
    for (std::vector<int>& corners : found.corners) {
        AreaLoad a = l;
        a.nodes = std::move(corners);
        spreadPanel(f, a, e.spread, l.span);
        tried.area.push_back(std::move(a));
    }
    const std::vector<PanelLoad> spread = panelLoads(f, tried);
    std::vector<std::string> left = std::move(found.leftOut);
    size_t n = 0;
    for (size_t k = 0; k < spread.size(); ++k) {
        AreaLoad& a = tried.area[k];
        if (!spread[k].fault.empty()) {
            left.push_back(fmt::format("the panel at {}, {}, {}: {}", f.nodes[static_cast<size_t>(a.nodes[0])].id,
                                       f.nodes[static_cast<size_t>(a.nodes[1])].id, f.nodes[static_cast<size_t>(a.nodes[2])].id,
                                       spread[k].fault));
            continue;
        }
        if (e.instead)
            std::erase_if(c.area, [&](const AreaLoad& o) {
                return std::set<int>(o.nodes.begin(), o.nodes.end()) == std::set<int>(a.nodes.begin(), a.nodes.end());
            });
        c.area.push_back(std::move(a));
        ++n;
    }
    if (n == 0)
        return std::unexpected(left.empty() ? "the picked elements enclose no panel in a plane: pick beams all round one"
                                            : left.front());
    told.insert(told.end(), left.begin(), left.end());
    return n;
}

HowMany putSettlement(const Frame& f, LoadCase& c, const PutLoads& e, const std::vector<Settlement>& list)
{
    if (list.empty()) return std::unexpected("say by how much the support moves");
    for (const int n : e.nodes)
        for (Settlement s : list) {
            const Node& node = f.nodes[static_cast<size_t>(n)];
            if (node.support[static_cast<size_t>(s.dof)].free())
                return std::unexpected(
                    fmt::format("node {} has no support along {}, so it cannot settle there", node.id, dofName(s.dof)));
            s.node = n;
            c.settlement.push_back(s);
        }
    return list.size() * e.nodes.size();
}

} // namespace

ReshapedOr reshape(const Frame& f, const PutLoads& given)
{
    PutLoads e = given;
    if (const std::string fault = outOf(e.elements, f.elements.size(), "element"); !fault.empty())
        return std::unexpected(fault);
    if (const std::string fault = outOf(e.nodes, f.nodes.size(), "node"); !fault.empty()) return std::unexpected(fault);
    const auto at = caseNamed(f, e.loadCase);
    if (!at) return std::unexpected(at.error());
    const bool area = std::holds_alternative<AreaLoad>(e.load),
               nodal = std::holds_alternative<NodalLoad>(e.load) || std::holds_alternative<std::vector<Settlement>>(e.load);
    if (!area && (nodal ? e.nodes : e.elements).empty())
        return std::unexpected(nodal ? "pick nodes first" : "pick members or elements first");
    Reshaped out;
    out.frame = f;
    LoadCase& c = out.frame.cases.edit()[static_cast<size_t>(*at)];
    if (c.notional) return std::unexpected(fmt::format("case {} is made of another: its loads follow from that", c.id));
    const std::set<int> elements(e.elements.begin(), e.elements.end()), nodes(e.nodes.begin(), e.nodes.end());
    const auto onElements = [&](auto& list) {
        if (e.instead) std::erase_if(list, [&](const auto& l) { return elements.contains(l.element); });
    };
    const auto onNodes = [&](auto& list) {
        if (e.instead) std::erase_if(list, [&](const auto& l) { return nodes.contains(l.node); });
    };
    const HowMany put = [&]() -> HowMany {
        if (const auto* l = std::get_if<NodalLoad>(&e.load)) {
            if (!(largest(l->f) > 0) && !(largest(l->m) > 0)) return std::unexpected("say how large the force or moment is");
            onNodes(c.nodal);
            for (const int n : e.nodes)
                c.nodal.push_back({n, l->f, l->m});
            return e.nodes.size();
        }
        if (const auto* l = std::get_if<LineLoad>(&e.load)) {
            onElements(c.line);
            return putLine(f, c, e, *l);
        }
        if (const auto* l = std::get_if<PointLoad>(&e.load)) {
            onElements(c.point);
            return putPoint(f, c, e, *l);
        }
        if (const auto* l = std::get_if<AreaLoad>(&e.load)) return putArea(f, c, e, *l, out.told);
        if (const auto* l = std::get_if<ThermalLoad>(&e.load)) {
            if (l->uniform == 0 && l->gradientY == 0 && l->gradientZ == 0) return std::unexpected("say how much warmer it is");
            onElements(c.thermal);
            for (const int n : e.elements)
                c.thermal.push_back({n, l->uniform, l->gradientY, l->gradientZ});
            return e.elements.size();
        }
        onNodes(c.settlement);
        return putSettlement(f, c, e, std::get<std::vector<Settlement>>(e.load));
    }();
    if (!put) return std::unexpected(put.error());
    static constexpr std::pair<const char*, const char*> kinds[]{{"nodal load", "nodal loads"},
                                                                 {"line load", "line loads"},
                                                                 {"point load", "point loads"},
                                                                 {"area load", "area loads"},
                                                                 {"temperature load", "temperature loads"},
                                                                 {"settlement", "settlements"}};
    out.words = fmt::format("{}: {}", c.id, counted(*put, kinds[e.load.index()].first, kinds[e.load.index()].second));
    if (std::string gone = letResultsGo(out.frame, *at); !gone.empty()) out.told.push_back(std::move(gone));
    return out;
}

} // namespace wr
