#include "core/shaping/panels_between.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>
#include <map>
#include <numbers>
#include <set>

namespace wr {

namespace {

constexpr double kFlat = 2e-3; // m off a plane, and sine of the angle between planes that are one

struct MeshPlane
{
    Vec3 normal, at;
    std::set<int> nodes;
    bool holds(Vec3 p) const { return std::abs(dot(p - at, normal)) < kFlat; }
};

Vec3 middleOf(const Frame& f)
{
    Vec3 sum;
    for (const Node& n : f.nodes.list())
        sum = sum + n.at;
    return (1.0 / static_cast<double>(std::max<size_t>(1, f.nodes.size()))) * sum;
}

// The side of a plane that panels in it face to.
Vec3 facing(const Frame& f, Vec3 normal, Vec3 at, Vec3 middle)
{
    const double rise = dot(normal, f.upward());
    const double side = std::abs(rise) > 0.1 ? rise : dot(normal, at - middle);
    return side < 0 ? -1.0 * normal : normal;
}

// Two directions in a plane, so that a turn from the first to the second goes round the normal.
std::pair<Vec3, Vec3> planeAxes(Vec3 normal)
{
    const Vec3 off = std::abs(normal.z) < 0.9 ? Vec3{0, 0, 1} : Vec3{1, 0, 0};
    const Vec3 a = normalized(cross(off, normal));
    return {a, cross(normal, a)};
}

class Meshes
{
public:
    Meshes(const Frame& f, const std::vector<int>& elements) : f_(f), middle_(middleOf(f))
    {
        for (const int k : elements) {
            const Element& e = f.elements[static_cast<size_t>(k)];
            if (e.behaviour != Behaviour::Beam || e.i == e.j) continue;
            if (!edges_.insert(std::minmax(e.i, e.j)).second) continue;
            next_[e.i].push_back(e.j);
            next_[e.j].push_back(e.i);
        }
    }
    PanelsBetween find()
    {
        std::vector<MeshPlane> planes;
        for (const auto& [n, around] : next_)
            for (size_t a = 0; a < around.size(); ++a)
                for (size_t b = a + 1; b < around.size(); ++b) {
                    const Vec3 u = normalized(at(around[a]) - at(n)), v = normalized(at(around[b]) - at(n));
                    Vec3 normal = cross(u, v);
                    if (norm(normal) < 1e-3) continue;
                    normal = normalized(normal);
                    const auto same = [&](const MeshPlane& p) {
                        return norm(cross(p.normal, normal)) < kFlat && p.holds(at(n)) && p.holds(at(around[a])) &&
                               p.holds(at(around[b]));
                    };
                    if (std::any_of(planes.begin(), planes.end(), same)) continue;
                    planes.push_back({facing(f_, normal, at(n), middle_), at(n), {}});
                }
        for (MeshPlane& p : planes)
            meshesOf(p);
        return std::move(out_);
    }

private:
    Vec3 at(int n) const { return f_.nodes[static_cast<size_t>(n)].at; }

    void meshesOf(const MeshPlane& p)
    {
        const auto [x, y] = planeAxes(p.normal);
        const auto angle = [&, x = x, y = y](int from, int to) {
            const Vec3 d = at(to) - at(from);
            return std::atan2(dot(d, y), dot(d, x));
        };
        // Nodes with what leads on from them in the plane, in order round; what leads nowhere is taken off.
        std::map<int, std::vector<int>> on;
        for (const auto& [i, j] : edges_)
            if (p.holds(at(i)) && p.holds(at(j))) {
                on[i].push_back(j);
                on[j].push_back(i);
            }
        for (bool again = true; again;) {
            again = false;
            for (auto it = on.begin(); it != on.end();) {
                if (it->second.size() > 1) {
                    ++it;
                    continue;
                }
                for (const int o : it->second)
                    std::erase(on[o], it->first);
                it = on.erase(it);
                again = true;
            }
        }
        for (auto& [n, list] : on)
            std::sort(list.begin(), list.end(), [&, n = n](int a, int b) { return angle(n, a) < angle(n, b); });
        std::set<std::pair<int, int>> gone;
        for (const auto& [n, list] : on)
            for (const int first : list) {
                if (gone.contains({n, first})) continue;
                std::vector<int> round;
                int from = n, to = first;
                while (gone.insert({from, to}).second) {
                    round.push_back(from);
                    const auto& there = on.at(to);
                    // The next one clockwise from where one came: the mesh lies to the left.
                    const auto back = static_cast<size_t>(std::find(there.begin(), there.end(), from) - there.begin());
                    from = std::exchange(to, there[(back + there.size() - 1) % there.size()]);
                }
                take(p, round);
            }
    }

    void take(const MeshPlane& p, const std::vector<int>& round)
    {
        Vec3 twice;
        for (size_t k = 0; k < round.size(); ++k)
            twice = twice + cross(at(round[k]) - at(round[0]), at(round[(k + 1) % round.size()]) - at(round[0]));
        if (dot(twice, p.normal) <= 1e-9) return; // the way round the outside
        std::vector<int> corners;
        bool convex = true;
        const size_t n = round.size();
        for (size_t k = 0; k < n; ++k) {
            const Vec3 a = at(round[k]) - at(round[(k + n - 1) % n]), b = at(round[(k + 1) % n]) - at(round[k]);
            const double bend = dot(cross(normalized(a), normalized(b)), p.normal);
            convex = convex && bend > -1e-4;
            if (bend > 1e-4) corners.push_back(round[k]);
        }
        const std::string who = fmt::format("the mesh at {}, {}, {}", name(round[0]), name(round[1]), name(round[2]));
        if (std::set<int>(round.begin(), round.end()).size() != n || !convex || corners.size() < 3)
            out_.leftOut.push_back(who + " is not convex: divide it, or load it by its corners");
        else
            out_.corners.push_back(std::move(corners));
    }
    const std::string& name(int n) const { return f_.nodes[static_cast<size_t>(n)].id; }

    const Frame& f_;
    Vec3 middle_;
    std::set<std::pair<int, int>> edges_;
    std::map<int, std::vector<int>> next_;
    PanelsBetween out_;
};

} // namespace

PanelsBetween panelsBetween(const Frame& f, const std::vector<int>& elements)
{
    return Meshes(f, elements).find();
}

std::vector<int> roundPanel(const Frame& f, std::vector<int> nodes)
{
    const auto at = [&](int n) { return f.nodes[static_cast<size_t>(n)].at; };
    if (nodes.size() < 3) return {};
    Vec3 middle;
    for (const int n : nodes)
        middle = middle + at(n);
    middle = (1.0 / static_cast<double>(nodes.size())) * middle;
    Vec3 normal;
    double round = 0;
    for (const int a : nodes)
        for (const int b : nodes) {
            const Vec3 v = cross(at(a) - middle, at(b) - middle);
            if (norm(v) > norm(normal)) normal = v;
            round = std::max(round, norm(at(a) - at(b)));
        }
    if (!(norm(normal) > 1e-9 * round * round)) return {};
    normal = facing(f, normalized(normal), middle, middleOf(f));
    for (const int n : nodes)
        if (std::abs(dot(at(n) - middle, normal)) > 1e-3 * round) return {};
    const auto [x, y] = planeAxes(normal);
    std::sort(nodes.begin(), nodes.end(), [&, x = x, y = y](int a, int b) {
        const Vec3 u = at(a) - middle, v = at(b) - middle;
        return std::atan2(dot(u, y), dot(u, x)) < std::atan2(dot(v, y), dot(v, x));
    });
    return nodes;
}

} // namespace wr
