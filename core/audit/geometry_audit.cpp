// Geometry: nodes that nearly coincide, elements on each other or through nodes they are not joined to, loads on nothing.
#include "core/audit/families.h"
#include "core/audit/told.h"
#include "core/base/cells.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>
#include <map>
#include <set>

namespace wr {

namespace {

class Geometry
{
public:
    Geometry(const Frame& f, std::vector<Finding>& out) : f_(f), out_(out)
    {
        elementsAt_.resize(f.nodes.size());
        for (size_t e = 0; e < f.elements.size(); ++e) {
            elementsAt_[f.elements[e].i].push_back(static_cast<int>(e));
            elementsAt_[f.elements[e].j].push_back(static_cast<int>(e));
        }
        for (const Link& l : f.links.list())
            tied_.insert(l.nodes.begin(), l.nodes.end());
        if (f.nodes.empty()) return;
        Vec3 low = f.nodes[0].at, high = low;
        for (const Node& n : f.nodes.list()) {
            low = {std::min(low.x, n.at.x), std::min(low.y, n.at.y), std::min(low.z, n.at.z)};
            high = {std::max(high.x, n.at.x), std::max(high.y, n.at.y), std::max(high.z, n.at.z)};
        }
        // Close enough to be meant as one, and not a plate's thickness in a small frame.
        constexpr double kNear = 0.01;
        near_ = std::min(kNear, 1e-3 * norm(high - low));
        side_ = std::max(norm(high - low) / std::cbrt(static_cast<double>(f.nodes.size()) + 1), 4 * near_);
    }

    void all()
    {
        if (!(near_ > 0)) return;
        Cells cells(side_);
        for (size_t n = 0; n < f_.nodes.size(); ++n)
            cells.add(static_cast<int>(n), f_.nodes[n].at);
        coincide(cells);
        onEachOther();
        through(cells);
    }
    void inAir()
    {
        Told told;
        std::set<int> held = tied_;
        for (const Diaphragm& d : f_.diaphragms.list())
            held.insert(d.nodes.begin(), d.nodes.end());
        for (const LoadCase& c : f_.cases.list())
            for (const NodalLoad& l : c.nodal)
                if (elementsAt_[l.node].empty() && !held.contains(l.node) && (norm(l.f) > 0 || norm(l.m) > 0))
                    told.add(f_.nodes[l.node].id, fmt::format("{} (case {})", f_.nodes[l.node].id, c.id));
        told.put(out_, "load.in-air", "/cases",
                 fmt::format("loads stand on nodes to which nothing is connected: {}", told.list));
    }

private:
    bool lonely(int n) const { return elementsAt_[n].empty(); }

    void coincide(const Cells& cells)
    {
        Told told;
        for (size_t a = 0; a < f_.nodes.size(); ++a) {
            const int i = static_cast<int>(a);
            if (lonely(i) || tied_.contains(i)) continue;
            cells.near(f_.nodes[a].at, f_.nodes[a].at, near_, [&](int b) {
                if (b <= i || lonely(b) || tied_.contains(b)) return;
                const double apart = norm(f_.nodes[a].at - f_.nodes[b].at);
                if (apart > near_ || joined(i, b)) return;
                told.add(f_.nodes[a].id, fmt::format("{} and {} ({} apart)", f_.nodes[a].id, f_.nodes[b].id,
                                                     f_.units.text(Quantity::Displacement, apart)));
            });
        }
        told.put(out_, "frame.near-nodes", "/nodes",
                 fmt::format("nodes nearly coincide and are not connected: {}; are they meant as one?", told.list));
    }
    bool joined(int a, int b) const
    {
        return std::any_of(elementsAt_[a].begin(), elementsAt_[a].end(),
                           [&](int e) { return f_.elements[e].i == b || f_.elements[e].j == b; });
    }

    // Elements that leave one point in one direction.
    void onEachOther()
    {
        Told told;
        constexpr double kAligned = 1e-6; // 1 − cos of 0.08°
        for (size_t n = 0; n < f_.nodes.size(); ++n) {
            const std::vector<int>& here = elementsAt_[n];
            for (size_t a = 0; a < here.size(); ++a)
                for (size_t b = a + 1; b < here.size(); ++b) {
                    const auto [p, u] = leaving(here[a], static_cast<int>(n));
                    const auto [q, v] = leaving(here[b], static_cast<int>(n));
                    if (norm(p - q) > near_ || 1 - dot(u, v) > kAligned) continue;
                    const Element &x = f_.elements[here[a]], &y = f_.elements[here[b]];
                    const bool same = (x.i == y.i && x.j == y.j) || (x.i == y.j && x.j == y.i);
                    if (same && x.i != static_cast<int>(n)) continue; // told at its other end
                    told.add(x.id, fmt::format("{} and {}{}", x.id, y.id, same ? " (twice the same)" : ""));
                }
        }
        told.put(out_, "frame.overlap", "/elements",
                 fmt::format("elements lie on each other: {}; their stiffness and weight count twice", told.list));
    }
    std::pair<Vec3, Vec3> leaving(int element, int node) const
    {
        const Element& e = f_.elements[element];
        const Vec3 a = f_.endI(e), b = f_.endJ(e), from = e.i == node ? a : b, along = e.i == node ? b - a : a - b;
        return {from, (1 / norm(along)) * along};
    }

    void through(const Cells& cells)
    {
        Told told;
        for (const Element& e : f_.elements.list()) {
            const Vec3 a = f_.endI(e), along = f_.endJ(e) - a;
            const double length = norm(along);
            if (!(length > 4 * near_)) continue;
            const Vec3 u = (1 / length) * along;
            cells.near(a, f_.endJ(e), near_, [&](int n) {
                if (n == e.i || n == e.j || lonely(n) || tied_.contains(n)) return;
                const double at = dot(f_.nodes[n].at - a, u);
                if (at < 2 * near_ || at > length - 2 * near_ || norm(f_.nodes[n].at - a - at * u) > 0.5 * near_) return;
                if (covered(n, e, u)) return; // then they lie on each other, which is told
                told.add(e.id, fmt::format("{} at node {}", e.id, f_.nodes[n].id));
            });
        }
        told.put(out_, "frame.passes-node", "/elements",
                 fmt::format("elements pass through nodes without being connected there: {}; divide them, or move the node",
                             told.list));
    }
    // Does the node end an element that runs along e from one of e's own ends?
    bool covered(int n, const Element& e, Vec3 u) const
    {
        return std::any_of(elementsAt_[n].begin(), elementsAt_[n].end(), [&](int k) {
            const Element& o = f_.elements[k];
            const Vec3 v = f_.endJ(o) - f_.endI(o);
            const bool shares = o.i == e.i || o.i == e.j || o.j == e.i || o.j == e.j;
            return shares && std::abs(dot(v, u)) > (1 - 1e-6) * norm(v);
        });
    }

    const Frame& f_;
    std::vector<Finding>& out_;
    std::vector<std::vector<int>> elementsAt_;
    std::set<int> tied_;
    double near_ = 0, side_ = 1;
};

} // namespace

void auditGeometry(const Frame& f, std::vector<Finding>& out)
{
    Geometry g(f, out);
    g.all();
    g.inAir();
    auditConnections(f, out);
}

} // namespace wr
