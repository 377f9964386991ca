#include "core/shaping/reshape.h"

#include "core/shaping/carry_decisions.h"
#include "core/shaping/carry_references.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>
#include <set>

namespace wr {

Reshape::Reshape(const Frame& before)
    : before_(before), next_(before), lineage_(Lineage::same(before)), nodeGone_(before.nodes.size(), 0),
      elementGone_(before.elements.size(), 0), origins_(before.elements.size()), nodeNames_(before.nodes.list()),
      elementNames_(before.elements.list())
{
    for (size_t e = 0; e < origins_.size(); ++e)
        origins_[e] = {{static_cast<int>(e), 0}};
    // Members that are named like elements to come would be taken for others.
    for (const DesignMember& m : before.design.members.list())
        elementNames_.take(m.id);
    lastNode_ = before.nodes.empty() ? "0" : before.nodes.list().back().id;
}

int Reshape::push(Node n)
{
    n.id = nodeNames_.like(lastNode_);
    next_.nodes.push_back(std::move(n));
    nodeGone_.push_back(0);
    return static_cast<int>(next_.nodes.size()) - 1;
}

int Reshape::addNode(Vec3 at)
{
    Node n;
    n.at = at;
    return push(std::move(n));
}

int Reshape::addNode(Node like)
{
    return push(std::move(like));
}

int Reshape::addElement(Element e, const std::string& like)
{
    e.id = elementNames_.like(like);
    next_.elements.push_back(std::move(e));
    elementGone_.push_back(0);
    origins_.emplace_back();
    return static_cast<int>(next_.elements.size()) - 1;
}

void Reshape::dropElement(int e)
{
    elementGone_[static_cast<size_t>(e)] = 1;
    for (const auto& [old, k] : origins_[static_cast<size_t>(e)])
        lineage_.elements[static_cast<size_t>(old)][k].element = -1;
    origins_[static_cast<size_t>(e)].clear();
}

void Reshape::mergeNode(int n, int into)
{
    for (size_t e = 0; e < next_.elements.size(); ++e) {
        const Element& x = std::as_const(next_).elements[e];
        if (elementGone_[e] || (x.i != n && x.j != n)) continue;
        if (x.i == into || x.j == into) {
            dropElement(static_cast<int>(e));
            continue;
        }
        Element& y = element(static_cast<int>(e));
        (y.i == n ? y.i : y.j) = into;
    }
    const Node &from = std::as_const(next_).nodes[static_cast<size_t>(n)],
               &to = std::as_const(next_).nodes[static_cast<size_t>(into)];
    if (from.supported()) {
        if (!to.supported()) {
            Node& t = node(into);
            t.support = std::as_const(next_).nodes[static_cast<size_t>(n)].support;
            t.supportAxes = std::as_const(next_).nodes[static_cast<size_t>(n)].supportAxes;
        } else if (from.supportAxes == to.supportAxes) {
            Node& t = node(into);
            const Node& f = std::as_const(next_).nodes[static_cast<size_t>(n)];
            for (size_t k = 0; k < t.support.size(); ++k) {
                t.support[k].held |= f.support[k].held;
                t.support[k].spring = t.support[k].held ? 0 : std::max(t.support[k].spring, f.support[k].spring);
            }
        } else if (!(from.support == to.support))
            tell(fmt::format("the support of node {}: it met that of {}, which has other directions", from.id, to.id));
    }
    dropNode(n);
    for (int& k : lineage_.nodes)
        if (k == n) k = into;
}

std::vector<int> Reshape::divide(int e, const std::vector<double>& at, const std::vector<int>& nodes)
{
    const Element whole = std::as_const(next_).elements[static_cast<size_t>(e)];
    const Vec3 a = next_.endI(whole), b = next_.endJ(whole);
    // New nodes stand on the line between its nodes, where panels and floors look for them; the pieces stand off them as the
    // whole stood off its own.
    const Vec3 i = std::as_const(next_).nodes[static_cast<size_t>(whole.i)].at,
               j = std::as_const(next_).nodes[static_cast<size_t>(whole.j)].at;
    std::vector<int> inner;
    std::vector<Vec3> off;
    for (size_t k = 0; k < at.size(); ++k) {
        inner.push_back(k < nodes.size() && nodes[k] >= 0 ? nodes[k] : addNode(i + at[k] * (j - i)));
        const Vec3 d = a + at[k] * (b - a) - std::as_const(next_).nodes[static_cast<size_t>(inner.back())].at;
        off.push_back(norm(d) < 1e-9 ? Vec3{} : d);
    }
    std::vector<int> out;
    std::vector<double> ends{0};
    ends.insert(ends.end(), at.begin(), at.end());
    ends.push_back(1);
    const auto shares = origins_[static_cast<size_t>(e)];
    for (size_t k = 0; k <= inner.size(); ++k) {
        Element piece = whole;
        if (k > 0) {
            piece.i = inner[k - 1];
            piece.releaseI = {};
            piece.springI = {};
            piece.offsetI = off[k - 1];
        }
        if (k < inner.size()) {
            piece.j = inner[k];
            piece.releaseJ = {};
            piece.springJ = {};
            piece.offsetJ = off[k];
        }
        if (k == 0) {
            element(e) = std::move(piece);
            out.push_back(e);
        } else
            out.push_back(addElement(std::move(piece), whole.id));
    }
    origins_[static_cast<size_t>(e)].clear();
    for (const auto& [old, k] : shares) {
        auto& list = lineage_.elements[static_cast<size_t>(old)];
        const ElementShare s = list[k];
        list[k].element = -1;
        const double low = std::min(s.start, s.end), high = std::max(s.start, s.end);
        for (size_t p = 0; p + 1 < ends.size(); ++p) {
            const double x = std::max(low, ends[p]), y = std::min(high, ends[p + 1]);
            if (y - x <= 1e-12) continue;
            const double length = ends[p + 1] - ends[p];
            const auto oldPlace = [&](double t) { return s.from + (t - s.start) / (s.end - s.start) * (s.to - s.from); };
            const auto newPlace = [&](double t) { return std::clamp((t - ends[p]) / length, 0.0, 1.0); };
            ElementShare part;
            part.element = out[p];
            const double first = s.reversed() ? y : x, last = s.reversed() ? x : y;
            part.from = oldPlace(first);
            part.to = oldPlace(last);
            part.start = newPlace(first);
            part.end = newPlace(last);
            origins_[static_cast<size_t>(out[p])].emplace_back(old, list.size());
            list.push_back(part);
        }
    }
    return out;
}

void Reshape::join(const std::vector<Part>& line, int into)
{
    const auto lengthOf = [&](const Part& p) {
        return next_.length(std::as_const(next_).elements[static_cast<size_t>(p.element)]);
    };
    double total = 0;
    bool against = false; // the one that stays runs against the line
    for (const Part& p : line) {
        total += lengthOf(p);
        if (p.element == into) against = p.turned;
    }
    double at = 0;
    std::vector<std::pair<int, size_t>> mine;
    for (const Part& p : line) {
        const double share = lengthOf(p) / total;
        // Along the line, then in the sense of the joined element.
        const double low = against ? 1 - at - share : at, high = low + share;
        const bool turned = p.turned != against;
        for (const auto& [old, k] : origins_[static_cast<size_t>(p.element)]) {
            ElementShare& s = lineage_.elements[static_cast<size_t>(old)][k];
            const auto place = [&](double t) { return std::clamp(turned ? high - t * share : low + t * share, 0.0, 1.0); };
            s.start = place(s.start);
            s.end = place(s.end);
            s.element = into;
            mine.emplace_back(old, k);
        }
        at += share;
    }
    for (const Part& p : line)
        if (p.element != into) {
            origins_[static_cast<size_t>(p.element)].clear();
            elementGone_[static_cast<size_t>(p.element)] = 1;
        }
    origins_[static_cast<size_t>(into)] = std::move(mine);
    // Its ends are those of the line.
    struct End
    {
        int node;
        std::array<bool, 6> release;
        std::array<double, 6> spring;
        Vec3 offset;
    };
    const auto endOf = [&](const Part& p, bool last) {
        const Element& x = std::as_const(next_).elements[static_cast<size_t>(p.element)];
        return p.turned != last ? End{x.j, x.releaseJ, x.springJ, x.offsetJ} : End{x.i, x.releaseI, x.springI, x.offsetI};
    };
    End i = endOf(line.front(), false), j = endOf(line.back(), true);
    if (against) std::swap(i, j);
    Element& e = element(into);
    e.i = i.node, e.releaseI = i.release, e.springI = i.spring, e.offsetI = i.offset;
    e.j = j.node, e.releaseJ = j.release, e.springJ = j.spring, e.offsetJ = j.offset;
}

void Reshape::turn(int e)
{
    for (const auto& [old, k] : origins_[static_cast<size_t>(e)]) {
        ElementShare& s = lineage_.elements[static_cast<size_t>(old)][k];
        s.start = 1 - s.start;
        s.end = 1 - s.end;
    }
}

Reshape::Done Reshape::finish(const Laid* laid)
{
    Done out;
    std::vector<int>&node = out.nodes, &element = out.elements;
    node.assign(next_.nodes.size(), -1);
    element.assign(next_.elements.size(), -1);
    int n = 0, e = 0;
    for (size_t k = 0; k < node.size(); ++k)
        if (!nodeGone_[k]) node[k] = n++;
    for (size_t k = 0; k < element.size(); ++k)
        if (!elementGone_[k]) element[k] = e++;
    if (static_cast<size_t>(n) < node.size()) {
        std::vector<Node> list;
        list.reserve(static_cast<size_t>(n));
        for (size_t k = 0; k < node.size(); ++k)
            if (node[k] >= 0) list.push_back(std::as_const(next_).nodes[k]);
        next_.nodes = std::move(list);
    }
    if (static_cast<size_t>(e) < element.size() || static_cast<size_t>(n) < node.size()) {
        std::vector<Element> list;
        list.reserve(static_cast<size_t>(e));
        for (size_t k = 0; k < element.size(); ++k) {
            if (element[k] < 0) continue;
            list.push_back(std::as_const(next_).elements[k]);
            list.back().i = node[static_cast<size_t>(list.back().i)];
            list.back().j = node[static_cast<size_t>(list.back().j)];
        }
        next_.elements = std::move(list);
    }
    for (int& k : lineage_.nodes)
        if (k >= 0) k = node[static_cast<size_t>(k)];
    for (auto& list : lineage_.elements) {
        for (ElementShare& s : list)
            if (s.element >= 0) s.element = element[static_cast<size_t>(s.element)];
        std::erase_if(list, [](const ElementShare& s) { return s.element < 0; });
        std::sort(list.begin(), list.end(), [](const ElementShare& a, const ElementShare& b) { return a.from < b.from; });
    }
    out.told = std::move(told_);
    carryReferences(before_, next_, lineage_, out.told, laid);
    carryDecisions(before_, next_, lineage_, out.told);
    out.lineage = std::move(lineage_);
    out.frame = std::move(next_);
    return out;
}

namespace {

// Cubes of about one node each.
double sideFor(const std::vector<Node>& list)
{
    if (list.empty()) return 1;
    Vec3 low = list.front().at, high = low;
    for (const Node& n : list)
        for (int k = 0; k < 3; ++k) {
            low[k] = std::min(low[k], n.at[k]);
            high[k] = std::max(high[k], n.at[k]);
        }
    return std::max(norm(high - low) / std::cbrt(static_cast<double>(list.size()) + 1), 10 * kOnePlace);
}

} // namespace

NodesNear::NodesNear(const Reshape& r) : r_(r), cells_(sideFor(r.now().nodes.list()))
{
    for (size_t n = 0; n < r.now().nodes.size(); ++n)
        if (!r.nodeGone(static_cast<int>(n))) add(static_cast<int>(n));
}

void NodesNear::add(int n)
{
    cells_.add(n, r_.now().nodes[static_cast<size_t>(n)].at);
}

int NodesNear::at(Vec3 place, int but) const
{
    int best = -1;
    double nearest = kOnePlace;
    cells_.near(place, place, kOnePlace, [&](int n) {
        const double apart = norm(r_.now().nodes[static_cast<size_t>(n)].at - place);
        if (n == but || r_.nodeGone(n) || apart > nearest) return;
        best = n;
        nearest = apart;
    });
    return best;
}

std::optional<double> NodesNear::share(Vec3 a, Vec3 b, int n) const
{
    if (r_.nodeGone(n)) return std::nullopt;
    const double length = norm(b - a);
    if (length < 2 * kOnePlace) return std::nullopt;
    const Vec3 u = (1 / length) * (b - a), d = r_.now().nodes[static_cast<size_t>(n)].at - a;
    const double at = dot(d, u);
    if (!(at > kOnePlace && at < length - kOnePlace && norm(d - at * u) <= kOnePlace)) return std::nullopt;
    return at / length;
}

std::vector<std::pair<double, int>> NodesNear::between(Vec3 a, Vec3 b, const std::vector<int>& of) const
{
    std::vector<std::pair<double, int>> out;
    for (const int n : of)
        if (const auto t = share(a, b, n)) out.emplace_back(*t, n);
    std::sort(out.begin(), out.end());
    return out;
}

std::vector<std::pair<double, int>> NodesNear::between(Vec3 a, Vec3 b) const
{
    std::vector<int> near;
    cells_.near(a, b, kOnePlace, [&](int n) { near.push_back(n); });
    return between(a, b, near);
}

void connect(Reshape& r, const std::vector<int>& nodes, const std::vector<int>& elements)
{
    NodesNear near(r);
    std::set<int> fresh(nodes.begin(), nodes.end()), changed(elements.begin(), elements.end());
    constexpr size_t kFew = 30; // each is looked at for every element
    std::vector<std::string> axial;
    const size_t count = r.now().elements.size();
    for (size_t k = 0; k < count; ++k) {
        const int e = static_cast<int>(k);
        if (r.elementGone(e)) continue;
        const Element& x = r.now().elements[k];
        if (norm(x.offsetI) > 0 || norm(x.offsetJ) > 0) continue; // it does not run from node to node
        std::vector<double> at;
        std::vector<int> by;
        const Vec3 a = r.now().nodes[static_cast<size_t>(x.i)].at, b = r.now().nodes[static_cast<size_t>(x.j)].at;
        const std::vector<int>* only = changed.contains(e) ? nullptr : &nodes;
        for (const auto& [t, n] : only && only->size() <= kFew ? near.between(a, b, *only) : near.between(a, b)) {
            if (only && !fresh.contains(n)) continue;
            at.push_back(t);
            by.push_back(n);
        }
        if (at.empty()) continue;
        if (x.behaviour != Behaviour::Beam) {
            axial.push_back(x.id);
            continue;
        }
        r.divide(e, at, by);
    }
    if (!axial.empty())
        r.tell(
            fmt::format("{} not divided where nodes stand in {}: axial force only",
                        axial.size() == 1 ? "element " + axial.front() + " is" : fmt::format("{} elements are", axial.size()),
                        axial.size() == 1 ? "it" : "them"));
}

void mergeMoved(Reshape& r, const std::vector<int>& moved)
{
    const NodesNear near(r);
    for (const int n : moved) {
        if (r.nodeGone(n)) continue;
        if (const int into = near.at(r.now().nodes[static_cast<size_t>(n)].at, n); into >= 0) r.mergeNode(n, into);
    }
}

} // namespace wr
