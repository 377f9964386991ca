// Results that came with a file: taken beside the frame, found again after edits, written back as rows.
#include "core/audit/families.h"
#include "core/base/fingerprint.h"
#include "core/project/frame_results.h"
#include "core/project/row_fingerprint.h"

#include <algorithm>
#include <fmt/format.h>
#include <unordered_map>

namespace wr {

namespace {

using Part = AsGiven::Part;

// The stations that one result states of an element, among those of the table; empty: all of them, in order.
std::vector<int> placesOf(const GivenElement& e, const ForceTable& t)
{
    const int begin = t.first[static_cast<size_t>(e.element)], end = t.first[static_cast<size_t>(e.element) + 1];
    std::vector<int> at;
    int k = begin;
    for (const GivenStation& s : e.stations) {
        while (k < end && t.s[static_cast<size_t>(k)] < s.s)
            ++k;
        at.push_back(k - begin);
        if (k < end) ++k;
    }
    if (std::cmp_equal(at.size(), end - begin)) at.clear();
    return at;
}

std::shared_ptr<FrameResults> lookedUp(const Frame& withResults, Extras modes)
{
    auto out = std::make_shared<FrameResults>();
    std::vector<Finding> findings;
    out->forces = givenResults(withResults, findings);
    out->forces.findings = std::move(findings);
    out->as = asGiven(withResults.results, out->forces.forces, withResults);
    out->modes = std::move(modes);
    return out;
}

template <class T> bool sameNames(const Rows<T>& a, const Rows<T>& b)
{
    return a.shares(b) || std::equal(a.list().begin(), a.list().end(), b.list().begin(), b.list().end(),
                                     [](const T& x, const T& y) { return x.id == y.id; });
}

bool sameLoads(const LoadCase& a, const LoadCase& b)
{
    return a.selfWeight == b.selfWeight && a.nodal == b.nodal && a.line == b.line && a.point == b.point &&
           a.thermal == b.thermal && a.settlement == b.settlement && a.area == b.area && a.notional == b.notional;
}

// By row of the frame they came with: its place in the frame at hand, or -1.
struct Places
{
    std::vector<int> cases, combinations, elements, nodes;
    bool same = true; // all where they were

    Places(const AsGiven& as, const Frame& f) : same(sameNames(as.nodes, f.nodes) && sameNames(as.elements, f.elements))
    {
        const bool elementsAlike = same;
        match(as.nodes, f.nodes, nodes, [](const Node& a, const Node& b) { return norm(a.at - b.at) < kMoved; });
        match(as.elements, f.elements, elements, [&](const Element& a, const Element& b) {
            const auto ends = [](const Rows<Node>& n, const Element& e) {
                return std::pair(n.list()[static_cast<size_t>(e.i)].at + e.offsetI,
                                 n.list()[static_cast<size_t>(e.j)].at + e.offsetJ);
            };
            const auto [ai, aj] = ends(as.nodes, a);
            const auto [bi, bj] = ends(f.nodes, b);
            return norm(ai - bi) < kMoved && norm(aj - bj) < kMoved;
        });
        // Of other elements, loads are told by places that mean something else: by name is all there is then.
        match(as.cases, f.cases, cases,
              [&](const LoadCase& a, const LoadCase& b) { return !elementsAlike || sameLoads(a, b); });
        match(as.combinations, f.combinations, combinations, [&](const Combination& a, const Combination& b) {
            return a.terms.size() == b.terms.size() &&
                   std::equal(a.terms.begin(), a.terms.end(), b.terms.begin(), [&](const auto& x, const auto& y) {
                       return x.second == y.second && as.cases.list()[static_cast<size_t>(x.first)].id ==
                                                          f.cases.list()[static_cast<size_t>(y.first)].id;
                   });
        });
    }

private:
    static constexpr double kMoved = 1e-6; // m
    template <class T, class F> void match(const Rows<T>& then, const Rows<T>& now, std::vector<int>& out, F&& fits)
    {
        out.assign(then.size(), -1);
        std::unordered_map<std::string_view, int> byName;
        for (size_t k = 0; k < now.size(); ++k)
            byName.emplace(now.list()[k].id, static_cast<int>(k));
        for (size_t k = 0; k < then.size(); ++k) {
            const T& row = then.list()[k];
            const auto at = byName.find(row.id);
            if (at != byName.end() && fits(row, now.list()[static_cast<size_t>(at->second)])) out[k] = at->second;
            same = same && std::cmp_equal(out[k], k);
        }
        same = same && then.size() == now.size();
    }
};

// One result as it came, its rows at their places now; elements and nodes that are there no more are left out.
GivenResult rowOf(const FrameResults& r, size_t k, const Places& places)
{
    const AsGiven::Result& as = r.as->results[k];
    const ForceTable& t = r.forces.forces;
    GivenResult out = as.head;
    for (const Part& p : *as.parts) {
        const int now = places.elements[static_cast<size_t>(p.element)];
        if (now < 0) continue;
        GivenElement e;
        e.element = now;
        const int begin = t.first[static_cast<size_t>(p.element)], end = t.first[static_cast<size_t>(p.element) + 1];
        const auto take = [&](int at) {
            const double* v = t.at(at, k);
            GivenStation s;
            s.s = t.s[static_cast<size_t>(at)];
            std::copy_n(v, 6, s.force.begin());
            e.stations.push_back(s);
        };
        if (p.at.empty())
            for (int at = begin; at < end; ++at)
                take(at);
        for (const int at : p.at)
            take(begin + at);
        out.elements.push_back(std::move(e));
    }
    const NodeMotion& m = r.forces.motions[k];
    for (const int n : *as.nodes) {
        const auto at = static_cast<size_t>(n);
        if (const int now = places.nodes[at]; now >= 0) out.nodes.push_back({now, m.u[at], m.r[at], m.f[at], m.m[at]});
    }
    return out;
}

std::vector<GivenResult> rowsAt(const FrameResults& r, const Places& places)
{
    std::vector<GivenResult> out;
    for (size_t k = 0; k < r.as->results.size(); ++k) {
        const GivenResult& head = r.as->results[k].head;
        const int loadCase = head.loadCase < 0 ? -1 : places.cases[static_cast<size_t>(head.loadCase)],
                  combination = head.combination < 0 ? -1 : places.combinations[static_cast<size_t>(head.combination)];
        if (loadCase < 0 && combination < 0) continue;
        out.push_back(rowOf(r, k, places));
        out.back().loadCase = loadCase, out.back().combination = combination;
    }
    return out;
}

} // namespace

std::shared_ptr<const AsGiven> asGiven(const Rows<GivenResult>& rows, const ForceTable& t, const Frame& f)
{
    auto out = std::make_shared<AsGiven>();
    out->said = f.design.givenForces;
    out->nodes = f.nodes, out->elements = f.elements, out->cases = f.cases, out->combinations = f.combinations;
    for (const GivenResult& r : rows.list()) {
        AsGiven::Result one;
        one.head.combination = r.combination, one.head.loadCase = r.loadCase, one.head.step = r.step;
        one.head.orderSaid = r.orderSaid, one.head.secondOrder = r.secondOrder;
        one.head.amplified = r.amplified, one.head.reducedStiffness = r.reducedStiffness;
        std::vector<Part> parts;
        for (const GivenElement& e : r.elements)
            parts.push_back({e.element, placesOf(e, t)});
        std::vector<int> nodes;
        for (const NodeResult& n : r.nodes)
            nodes.push_back(n.node);
        const AsGiven::Result* before = out->results.empty() ? nullptr : &out->results.back();
        one.parts = before && *before->parts == parts ? before->parts : std::make_shared<std::vector<Part>>(std::move(parts));
        one.nodes = before && *before->nodes == nodes ? before->nodes : std::make_shared<std::vector<int>>(std::move(nodes));
        out->results.push_back(std::move(one));
    }
    return out;
}

std::string nameOf(const FrameResults& r)
{
    Fingerprint h;
    const ForceTable& t = r.forces.forces;
    h.add(std::string_view(reinterpret_cast<const char*>(t.values.data()), t.values.size() * sizeof(double)));
    h.add(std::string_view(reinterpret_cast<const char*>(t.s.data()), t.s.size() * sizeof(double)));
    h.add(static_cast<double>(t.sizes >> 32)), h.add(static_cast<double>(t.sizes & 0xffffffffu));
    for (const AsGiven::Result& x : r.as->results) {
        for (const int v : {x.head.combination, x.head.loadCase, x.head.step, static_cast<int>(x.head.orderSaid),
                            static_cast<int>(x.head.secondOrder), static_cast<int>(x.head.amplified),
                            static_cast<int>(x.head.reducedStiffness)})
            h.add(static_cast<double>(v));
        for (const int n : *x.nodes)
            h.add(static_cast<double>(n));
    }
    for (const NodeMotion& m : r.forces.motions)
        for (const auto* v : {&m.u, &m.r, &m.f, &m.m})
            for (const Vec3& x : *v)
                h.add(x.x), h.add(x.y), h.add(x.z);
    // And of what they are: they are found again by it.
    addRows(h, r.as->cases);
    addRows(h, r.as->combinations);
    for (const Node& n : r.as->nodes.list())
        h.add(n.id), h.add(n.at.x), h.add(n.at.y), h.add(n.at.z);
    for (const Element& e : r.as->elements.list()) {
        h.add(e.id), h.add(static_cast<double>(e.i)), h.add(static_cast<double>(e.j));
        for (const Vec3& o : {e.offsetI, e.offsetJ})
            h.add(o.x), h.add(o.y), h.add(o.z);
    }
    return fmt::format("{:016x}", h.value());
}

std::shared_ptr<const FrameResults> takeResults(Frame& f)
{
    auto out = lookedUp(f, std::move(f.modes));
    // Whether they can be what they are taken for is looked at once, with what they came with.
    auditArrival(f, out->forces.forces, out->forces.findings);
    f.results.clear();
    f.modes.clear();
    f.came = {out, nameOf(*out)};
    return out;
}

std::shared_ptr<const FrameResults> cameFor(const Frame& f)
{
    if (!f.came.results) return nullptr;
    const FrameResults& r = *f.came.results;
    const Places places(*r.as, f);
    if (places.same && r.as->said == f.design.givenForces) return f.came.results;
    Frame with = f;
    with.results = rowsAt(r, places);
    auto out = lookedUp(with, r.modes);
    if (places.same) out->forces.findings = r.forces.findings; // of their arrival
    // They belong to the sizes they came with.
    out->forces.forces.sizes = r.forces.forces.sizes;
    for (size_t k = 0; k < places.elements.size(); ++k)
        if (const int now = places.elements[k]; now >= 0)
            out->forces.forces.elementSizes[static_cast<size_t>(now)] = r.forces.forces.elementSizes[k];
    return out;
}

std::vector<GivenResult> rowsOf(const FrameResults& r, const Frame& f)
{
    return r.as ? rowsAt(r, Places(*r.as, f)) : std::vector<GivenResult>{};
}

} // namespace wr
