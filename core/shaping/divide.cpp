// Elements divided, and joined again.
#include "core/base/counted.h"
#include "core/shaping/reshape.h"
#include "core/shaping/steps.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>
#include <map>
#include <set>

namespace wr {

namespace {

constexpr int kMostParts = 1000;

// Where two lines come within kOnePlace of each other, as shares of each; nothing where they run along each other.
std::optional<std::pair<double, double>> crossing(Vec3 a, Vec3 b, Vec3 c, Vec3 d)
{
    const Vec3 u = b - a, v = d - c, w = c - a;
    const double uu = dot(u, u), vv = dot(v, v), uv = dot(u, v), det = uu * vv - uv * uv;
    if (!(det > 1e-9 * uu * vv)) return std::nullopt;
    const double s = (dot(w, u) * vv - dot(w, v) * uv) / det, t = (dot(w, u) * uv - dot(w, v) * uu) / det;
    const double ds = kOnePlace / std::sqrt(uu), dt = kOnePlace / std::sqrt(vv);
    if (s < -ds || s > 1 + ds || t < -dt || t > 1 + dt) return std::nullopt;
    if (norm(a + s * u - c - t * v) > kOnePlace) return std::nullopt;
    return std::pair(s, t);
}

// At crossings of the picked with each other and with the rest: both are divided, at one node.
void atCrossings(Reshape& r, const std::vector<int>& picked, size_t& divided)
{
    const Frame& f = r.before();
    NodesNear near(r);
    std::map<int, std::map<double, int>> cuts; // by element: share and node
    const std::set<int> mine(picked.begin(), picked.end());
    std::vector<std::string> axial;
    const auto box = [&](const Element& e) {
        const Vec3 a = f.endI(e), b = f.endJ(e), by{kOnePlace, kOnePlace, kOnePlace};
        return std::pair(Vec3{std::min(a.x, b.x), std::min(a.y, b.y), std::min(a.z, b.z)} - by,
                         Vec3{std::max(a.x, b.x), std::max(a.y, b.y), std::max(a.z, b.z)} + by);
    };
    for (const int p : picked) {
        const Element& x = f.elements[static_cast<size_t>(p)];
        const auto [low, high] = box(x);
        for (size_t o = 0; o < f.elements.size(); ++o) {
            const int other = static_cast<int>(o);
            if (other == p || (mine.contains(other) && other < p)) continue; // each pair once
            const Element& y = f.elements[o];
            const auto [l, h] = box(y);
            if (l.x > high.x || h.x < low.x || l.y > high.y || h.y < low.y || l.z > high.z || h.z < low.z) continue;
            const auto at = crossing(f.endI(x), f.endJ(x), f.endI(y), f.endJ(y));
            if (!at) continue;
            const auto inside = [&](const Element& e, double t) {
                const double d = kOnePlace / f.length(e);
                return t > d && t < 1 - d;
            };
            const bool inX = inside(x, at->first), inY = inside(y, at->second);
            if (!inX && !inY) continue; // they meet at their ends
            bool bound = false;
            for (const auto& [e, in] : {std::pair(&x, inX), std::pair(&y, inY)})
                if (in && e->behaviour != Behaviour::Beam) {
                    axial.push_back(e->id);
                    bound = true;
                }
            if (bound) continue;
            const Vec3 place = f.endI(x) + at->first * (f.endJ(x) - f.endI(x));
            int n = near.at(place);
            if (n < 0) {
                n = r.addNode(place);
                near.add(n);
            }
            if (inX) cuts[p].emplace(at->first, n);
            if (inY) cuts[other].emplace(at->second, n);
        }
    }
    for (const auto& [e, at] : cuts) {
        std::vector<double> shares;
        std::vector<int> nodes;
        for (const auto& [t, n] : at) {
            if (!nodes.empty() && nodes.back() == n) continue;
            shares.push_back(t);
            nodes.push_back(n);
        }
        r.divide(e, shares, nodes);
        ++divided;
    }
    std::sort(axial.begin(), axial.end());
    axial.erase(std::unique(axial.begin(), axial.end()), axial.end());
    if (!axial.empty())
        r.tell(axial.size() == 1 ? fmt::format("element {}, of axial force only: divided it would not stand", axial.front())
                                 : fmt::format("{} elements of axial force only: divided they would not stand", axial.size()));
}

} // namespace

ReshapedOr reshape(const Frame& f, const DivideElements& e)
{
    std::vector<int> elements = e.elements;
    if (const std::string fault = outOf(elements, f.elements.size(), "element"); !fault.empty()) return std::unexpected(fault);
    if (elements.empty()) return std::unexpected("pick elements first");
    if (e.by == DivideElements::By::Parts && (e.parts < 2 || e.parts > kMostParts))
        return std::unexpected(fmt::format("divide in 2 to {} parts", kMostParts));
    if (e.by == DivideElements::By::Places && e.at.empty()) return std::unexpected("say where: \"1.2 m; -0.5 m\"");
    Reshape r(f);
    size_t divided = 0;
    if (e.by == DivideElements::By::Crossings)
        atCrossings(r, elements, divided);
    else
        for (const int k : elements) {
            const Element& x = f.elements[static_cast<size_t>(k)];
            if (x.behaviour != Behaviour::Beam) {
                r.tell(fmt::format("element {}, of axial force only: divided it would not stand", x.id));
                continue;
            }
            const double length = f.length(x), least = kOnePlace / length;
            std::set<double> shares;
            if (e.by == DivideElements::By::Parts)
                for (int p = 1; p < e.parts; ++p)
                    shares.insert(static_cast<double>(p) / e.parts);
            else
                for (const double at : e.at) {
                    const double t = (at < 0 ? length + at : at) / length;
                    if (!std::isfinite(t) || t < least || t > 1 - least) {
                        r.tell(fmt::format("{} on element {}, which is {} long", f.units.text(Quantity::Length, at), x.id,
                                           f.units.text(Quantity::Length, length)));
                        continue;
                    }
                    if (std::none_of(shares.begin(), shares.end(), [&](double o) { return std::abs(o - t) <= least; }))
                        shares.insert(t);
                }
            if (shares.empty()) continue;
            if (length / static_cast<double>(shares.size() + 1) < 2 * kOnePlace)
                return std::unexpected(fmt::format("the parts of element {} would be shorter than {}", x.id,
                                                   f.units.text(Quantity::Length, 2 * kOnePlace)));
            r.divide(k, {shares.begin(), shares.end()}, {});
            ++divided;
        }
    if (divided == 0)
        return std::unexpected(e.by == DivideElements::By::Crossings ? "nothing crosses them between their ends"
                                                                     : "nothing can be divided there");
    Reshape::Done done = r.finish();
    Reshaped out;
    for (const int k : elements)
        for (const ElementShare& s : done.lineage.elements[static_cast<size_t>(k)])
            out.elements.push_back(s.element);
    out.words =
        fmt::format("Divide {}{}",
                    divided == 1 && elements.size() == 1 ? "element " + f.elements[static_cast<size_t>(elements.front())].id
                                                         : counted(divided, "element"),
                    e.by == DivideElements::By::Parts       ? fmt::format(" in {}", e.parts)
                    : e.by == DivideElements::By::Crossings ? " where they cross"
                                                            : "");
    out.frame = std::move(done.frame);
    out.told = std::move(done.told);
    return out;
}

namespace {

class Joiner
{
public:
    Joiner(const Frame& f, const std::vector<int>& picked) : f_(f), picked_(picked.begin(), picked.end()), at_(f.nodes.size())
    {
        for (size_t e = 0; e < f.elements.size(); ++e) {
            at_[static_cast<size_t>(f.elements[e].i)].push_back(static_cast<int>(e));
            at_[static_cast<size_t>(f.elements[e].j)].push_back(static_cast<int>(e));
        }
        named_.resize(f.nodes.size(), nullptr);
        for (const Diaphragm& d : f.diaphragms.list())
            for (const int n : d.nodes)
                named_[static_cast<size_t>(n)] = "it is in a floor";
        for (const Link& l : f.links.list())
            for (const int n : l.nodes)
                named_[static_cast<size_t>(n)] = "it is linked";
        for (const FrameLimit& l : f.design.frameLimits.list())
            for (const int n : l.nodes)
                named_[static_cast<size_t>(n)] = "its movement is limited";
        for (const LoadCase& c : f.cases.list()) {
            for (const NodalLoad& l : c.nodal)
                named_[static_cast<size_t>(l.node)] = "a load stands on it";
            for (const Settlement& s : c.settlement)
                named_[static_cast<size_t>(s.node)] = "it settles";
            for (const AreaLoad& a : c.area)
                for (const int n : a.nodes)
                    named_[static_cast<size_t>(n)] = "it is a corner of a load";
        }
    }

    // Why two elements cannot be one across a node; empty: they can.
    std::string fault(int a, int b, int node) const
    {
        const Element &x = f_.elements[static_cast<size_t>(a)], &y = f_.elements[static_cast<size_t>(b)];
        const auto& here = at_[static_cast<size_t>(node)];
        const std::string& name = f_.nodes[static_cast<size_t>(node)].id;
        if (here.size() > 2) return fmt::format("others meet at node {}", name);
        if (f_.nodes[static_cast<size_t>(node)].supported()) return fmt::format("node {} is supported", name);
        if (named_[static_cast<size_t>(node)]) return fmt::format("node {}: {}", name, named_[static_cast<size_t>(node)]);
        if (x.section != y.section || x.material != y.material)
            return fmt::format("{} and {} have other sections or steels", x.id, y.id);
        if (x.behaviour != y.behaviour) return fmt::format("{} and {} carry in other ways", x.id, y.id);
        for (const auto& [e, end] : {std::pair(&x, x.i == node), std::pair(&y, y.i == node)}) {
            const auto& release = end ? e->releaseI : e->releaseJ;
            const auto& spring = end ? e->springI : e->springJ;
            if (std::any_of(release.begin(), release.end(), [](bool v) { return v; }) ||
                std::any_of(spring.begin(), spring.end(), [](double v) { return v != 0; }))
                return fmt::format("{} has a joint at node {}", e->id, name);
        }
        if (norm((x.i == node ? x.offsetI : x.offsetJ) - (y.i == node ? y.offsetI : y.offsetJ)) > 1e-6)
            return fmt::format("{} and {} stand off node {} differently", x.id, y.id, name);
        const Axes p = rolledAxes(f_, x), q = rolledAxes(f_, y);
        const bool against = (x.i == node) == (y.i == node);
        constexpr double kLine = 1.5e-6; // 1 − cos of 0.1°
        if (1 - (against ? -1 : 1) * dot(p.x, q.x) > kLine) return fmt::format("{} and {} are not in a line", x.id, y.id);
        // The second, seen along the first: turned round its z runs on.
        const ShapeKind kind = f_.sections[static_cast<size_t>(x.section)].shape.kind;
        const double z = dot(p.z, q.z);
        const bool same = against ? z > 1 - kLine && symmetricSideways(kind)
                                  : z > 1 - kLine || (z < -1 + kLine && symmetricSideways(kind) && symmetricUpDown(kind));
        if (!same || x.rollToLegs != y.rollToLegs) return fmt::format("{} and {} stand turned against each other", x.id, y.id);
        for (const LoadCase& c : f_.cases.list())
            if (thermal(c, a) != thermal(c, b, against))
                return fmt::format("{} and {} have other temperatures in case {}", x.id, y.id, c.id);
        return {};
    }
    int next(int e, int node) const // the other picked one there; -1: none
    {
        for (const int o : at_[static_cast<size_t>(node)])
            if (o != e && picked_.contains(o)) return o;
        return -1;
    }

private:
    // In the axes of one that runs the same way: z is the same, y is turned round.
    static std::vector<std::array<double, 3>> thermal(const LoadCase& c, int e, bool against = false)
    {
        std::vector<std::array<double, 3>> out;
        for (const ThermalLoad& t : c.thermal)
            if (t.element == e) out.push_back({t.uniform, against ? 0 - t.gradientY : t.gradientY, t.gradientZ});
        return out;
    }
    const Frame& f_;
    std::set<int> picked_;
    std::vector<std::vector<int>> at_;
    std::vector<const char*> named_;
};

} // namespace

ReshapedOr reshape(const Frame& f, const JoinElements& e)
{
    std::vector<int> elements = e.elements;
    if (const std::string fault = outOf(elements, f.elements.size(), "element"); !fault.empty()) return std::unexpected(fault);
    if (elements.size() < 2) return std::unexpected("pick two or more elements to join");
    const Joiner joiner(f, elements);
    std::sort(elements.begin(), elements.end());
    std::set<int> done;
    Reshape r(f);
    std::string why;
    size_t joined = 0;
    std::vector<int> firsts;
    for (const int start : elements) {
        if (done.contains(start)) continue;
        // Both ways from the first in the table.
        std::vector<Reshape::Part> line{{start, false}};
        done.insert(start);
        std::vector<int> inner;
        for (const bool back : {false, true})
            for (;;) {
                const Reshape::Part& end = back ? line.front() : line.back();
                const Element& x = f.elements[static_cast<size_t>(end.element)];
                const int node = end.turned != back ? x.i : x.j;
                const int o = joiner.next(end.element, node);
                if (o < 0 || done.contains(o)) break;
                if (std::string fault = joiner.fault(end.element, o, node); !fault.empty()) {
                    if (why.empty()) why = std::move(fault);
                    break;
                }
                done.insert(o);
                inner.push_back(node);
                const Element& y = f.elements[static_cast<size_t>(o)];
                if (back)
                    line.insert(line.begin(), {o, y.j != node});
                else
                    line.push_back({o, y.i != node});
            }
        if (line.size() < 2) continue;
        // The one that stands first in the table gives its name and its sense.
        const auto first =
            std::min_element(line.begin(), line.end(), [](const auto& a, const auto& b) { return a.element < b.element; });
        r.join(line, first->element);
        for (const int n : inner)
            r.dropNode(n);
        firsts.push_back(first->element);
        joined += line.size();
    }
    if (joined == 0) return std::unexpected(why.empty() ? "none of them runs on from another" : why);
    if (!why.empty()) r.tell(why);
    Reshape::Done finished = r.finish();
    Reshaped out;
    for (const int k : firsts)
        out.elements.push_back(finished.elements[static_cast<size_t>(k)]);
    out.words =
        fmt::format("Join {} to {}", counted(joined, "element"),
                    firsts.size() == 1 ? f.elements[static_cast<size_t>(firsts.front())].id : fmt::format("{}", firsts.size()));
    out.frame = std::move(finished.frame);
    out.told = std::move(finished.told);
    return out;
}

} // namespace wr
