// Loads that are there: turned, spread in another way, taken into another case, taken away.
#include "core/analysis/panels.h"
#include "core/base/counted.h"
#include "core/shaping/load_cases.h"
#include "core/shaping/put_loads.h"
#include "core/shaping/steps.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>
#include <set>

namespace wr {

namespace {

// Whose loads are meant.
class Meant
{
public:
    template <class E> Meant(const Frame& f, const E& e)
        : all_(e.elements.empty() && e.nodes.empty()), elements_(e.elements.begin(), e.elements.end()),
          nodes_(e.nodes.begin(), e.nodes.end()), kind_(e.kind), ends_(nodes_)
    {
        for (const int k : elements_)
            for (const int n : {f.elements[static_cast<size_t>(k)].i, f.elements[static_cast<size_t>(k)].j})
                ends_.insert(n);
    }
    bool operator()(const NodalLoad& l) const { return kind(LoadKind::Nodal) && (all_ || nodes_.contains(l.node)); }
    bool operator()(const LineLoad& l) const { return kind(LoadKind::Line) && (all_ || elements_.contains(l.element)); }
    bool operator()(const PointLoad& l) const { return kind(LoadKind::Point) && (all_ || elements_.contains(l.element)); }
    bool operator()(const ThermalLoad& l) const { return kind(LoadKind::Thermal) && (all_ || elements_.contains(l.element)); }
    bool operator()(const Settlement& l) const { return kind(LoadKind::Settlement) && (all_ || nodes_.contains(l.node)); }
    // A panel is meant where all its corners are.
    bool operator()(const AreaLoad& l) const
    {
        return kind(LoadKind::Area) &&
               (all_ || std::all_of(l.nodes.begin(), l.nodes.end(), [&](int n) { return ends_.contains(n); }));
    }

private:
    bool kind(LoadKind k) const { return !kind_ || *kind_ == k; }
    bool all_;
    std::set<int> elements_, nodes_;
    std::optional<LoadKind> kind_;
    std::set<int> ends_;
};

class Alter
{
public:
    Alter(const Frame& f, const AlterLoads& e) : f_(f), e_(e), up_(f.upward()) {}

    void operator()(NodalLoad& l)
    {
        std::tie(l.f, l.m) = std::pair(e_.factor * turned(l.f), e_.factor * turned(l.m));
        if (!e_.toward) return;
        if (*e_.axes == LoadAxes::Local)
            left_.insert("forces at nodes have no local directions");
        else
            l.f = norm(l.f) * *e_.toward;
    }
    void operator()(LineLoad& l)
    {
        if (!mayTurn(l.axes, l.q0) || !mayTurn(l.axes, l.q1)) return;
        l.q0 = e_.factor * (l.axes == LoadAxes::Global ? turned(l.q0) : l.q0);
        l.q1 = e_.factor * (l.axes == LoadAxes::Global ? turned(l.q1) : l.q1);
        if (!e_.toward) return;
        // As large as it is; where it changes its sign along the element it still does.
        const Vec3& more = norm(l.q0) >= norm(l.q1) ? l.q0 : l.q1;
        const auto size = [&](Vec3 q) { return std::copysign(norm(q), norm(q) > 0 ? dot(q, more) : 1.0); };
        const double a = size(l.q0), b = size(l.q1);
        l.q0 = a * *e_.toward;
        l.q1 = b * *e_.toward;
        l.axes = *e_.axes;
    }
    void operator()(PointLoad& l)
    {
        if (l.axes == LoadAxes::Global) {
            l.f = turned(l.f);
            l.m = turned(l.m);
        }
        l.f = e_.factor * l.f;
        l.m = e_.factor * l.m;
        if (!e_.toward) return;
        if (norm(l.m) > 0 && l.axes != *e_.axes)
            left_.insert("forces at places with moments stay in their axes");
        else {
            l.f = norm(l.f) * *e_.toward;
            l.axes = *e_.axes == LoadAxes::Projected ? LoadAxes::Global : *e_.axes;
        }
    }
    void operator()(AreaLoad& l)
    {
        if (!mayTurn(l.axes, l.q)) return;
        l.q = e_.factor * (l.axes == LoadAxes::Global ? turned(l.q) : l.q);
        if (e_.toward) {
            if (*e_.axes == LoadAxes::Local && std::abs(e_.toward->z) < 0.5)
                left_.insert("on panels only local z has a meaning: their normal");
            else {
                l.q = norm(l.q) * *e_.toward;
                l.axes = *e_.axes;
            }
        }
        if (e_.spread) spreadPanel(f_, l, *e_.spread, e_.span);
    }
    void operator()(ThermalLoad& l) const
    {
        l.uniform *= e_.factor;
        l.gradientY *= e_.factor;
        l.gradientZ *= e_.factor;
    }
    void operator()(Settlement& l) const { l.value *= e_.factor; }
    const std::set<std::string>& left() const { return left_; }

private:
    // About the upright.
    Vec3 turned(Vec3 v) const
    {
        if (e_.turn == 0) return v;
        const Vec3 along = dot(v, up_) * up_, level = v - along;
        return along + std::cos(e_.turn) * level + std::sin(e_.turn) * cross(up_, level);
    }
    bool mayTurn(LoadAxes axes, Vec3 q)
    {
        if (e_.turn == 0 || axes != LoadAxes::Projected || norm(q - dot(q, up_) * up_) == 0) return true;
        left_.insert("loads on what is seen along x or y stay: they are not turned");
        return false;
    }
    const Frame& f_;
    const AlterLoads& e_;
    Vec3 up_;
    std::set<std::string> left_;
};

template <class Case, class Do> void eachKind(Case& c, Do what)
{
    what(c.nodal);
    what(c.line);
    what(c.point);
    what(c.area);
    what(c.thermal);
    what(c.settlement);
}

std::expected<int, std::string> readyCase(const Frame& f, const std::string& id, std::vector<int>& elements,
                                          std::vector<int>& nodes)
{
    if (std::string fault = outOf(elements, f.elements.size(), "element"); !fault.empty()) return std::unexpected(fault);
    if (std::string fault = outOf(nodes, f.nodes.size(), "node"); !fault.empty()) return std::unexpected(fault);
    auto at = caseNamed(f, id);
    if (at && f.cases[static_cast<size_t>(*at)].notional)
        return std::unexpected(fmt::format("case {} is made of another: its loads follow from that", id));
    return at;
}

} // namespace

ReshapedOr reshape(const Frame& f, const AlterLoads& given)
{
    AlterLoads e = given;
    const auto at = readyCase(f, e.loadCase, e.elements, e.nodes);
    if (!at) return std::unexpected(at.error());
    const int into = e.into.empty() ? *at : caseNamed(f, e.into).value_or(-1);
    if (into < 0) return std::unexpected(caseNamed(f, e.into).error());
    if (into != *at && f.cases[static_cast<size_t>(into)].notional)
        return std::unexpected(fmt::format("case {} is made of another: its loads follow from that", e.into));
    if (!std::isfinite(e.factor) || e.factor == 0)
        return std::unexpected("times 0 nothing is left: take the loads off instead");
    if (into == *at && e.factor == 1 && e.turn == 0 && !e.toward && !e.spread)
        return std::unexpected("say what changes: a factor, a direction, a turn, a spread or another case");
    if (e.toward && !e.axes) e.axes = LoadAxes::Global;
    Reshaped out;
    out.frame = f;
    std::vector<LoadCase>& cases = out.frame.cases.edit();
    const LoadCase& from = f.cases[static_cast<size_t>(*at)];
    LoadCase& to = cases[static_cast<size_t>(into)];
    const Meant meant(f, e);
    Alter alter(f, e);
    size_t n = 0;
    if (into == *at)
        eachKind(to, [&](auto& list) {
            for (auto& l : list)
                if (meant(l)) {
                    alter(l);
                    ++n;
                }
        });
    else {
        const auto copy = [&](const auto& list, auto& behind) {
            for (auto l : list)
                if (meant(l)) {
                    alter(l);
                    behind.push_back(std::move(l));
                    ++n;
                }
        };
        copy(from.nodal, to.nodal), copy(from.line, to.line), copy(from.point, to.point);
        copy(from.area, to.area), copy(from.thermal, to.thermal), copy(from.settlement, to.settlement);
    }
    if (n == 0) return std::unexpected(fmt::format("case {} has no such loads on what is picked", e.loadCase));
    // A panel that does not take a spread is told, with the way out that its fault names.
    for (const PanelLoad& p : panelLoads(out.frame, to))
        if (!p.fault.empty()) return std::unexpected("a panel: " + p.fault);
    if (into == *at && to == from)
        return std::unexpected(alter.left().empty() ? "they stand so already" : *alter.left().begin());
    out.told.assign(alter.left().begin(), alter.left().end());
    out.words = into == *at ? fmt::format("{}: {} changed", e.loadCase, counted(n, "load"))
                            : fmt::format("{}: {} of {}", e.into, counted(n, "load"), e.loadCase);
    if (std::string gone = letResultsGo(out.frame, into); !gone.empty()) out.told.push_back(std::move(gone));
    return out;
}

ReshapedOr reshape(const Frame& f, const DropLoads& given)
{
    DropLoads e = given;
    const auto at = readyCase(f, e.loadCase, e.elements, e.nodes);
    if (!at) return std::unexpected(at.error());
    Reshaped out;
    out.frame = f;
    const Meant meant(f, e);
    size_t n = 0;
    eachKind(out.frame.cases.edit()[static_cast<size_t>(*at)],
             [&](auto& list) { n += std::erase_if(list, [&](const auto& l) { return meant(l); }); });
    if (n == 0) return std::unexpected(fmt::format("case {} has no such loads on what is picked", e.loadCase));
    out.words = fmt::format("{}: {} taken off", e.loadCase, counted(n, "load"));
    if (std::string gone = letResultsGo(out.frame, *at); !gone.empty()) out.told.push_back(std::move(gone));
    return out;
}

} // namespace wr
