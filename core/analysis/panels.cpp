#include "core/analysis/panels.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>

namespace wr {

namespace {

// Elements between two corners of a panel, with the stretch of the edge that each covers.
struct Stretch
{
    int element;
    double from, to; // along the edge
    bool reversed;
};

struct Edge
{
    Vec3 a, along, inward; // unit vectors
    double length = 0;
    std::vector<Stretch> elements; // empty: nothing stands there
};

class Panel
{
public:
    Panel(const Frame& f, const std::vector<std::vector<int>>& atNode, const AreaLoad& load)
        : f_(f), atNode_(atNode), load_(load)
    {
    }

    PanelLoad spread()
    {
        shape();
        if (out_.fault.empty()) load_.oneWay ? oneWay() : twoWay();
        if (out_.fault.empty()) compare();
        if (!out_.fault.empty()) out_.lines.clear();
        return std::move(out_);
    }

private:
    const Vec3& corner(size_t k) const { return f_.nodes[load_.nodes[k % load_.nodes.size()]].at; }
    const std::string& name(size_t k) const { return f_.nodes[load_.nodes[k % load_.nodes.size()]].id; }

    void shape()
    {
        const size_t n = load_.nodes.size();
        Vec3 twice; // Newell: twice the area along the normal
        for (size_t k = 0; k < n; ++k)
            twice = twice + cross(corner(k) - corner(0), corner(k + 1) - corner(0));
        out_.area = norm(twice) / 2;
        double round = 0;
        for (size_t k = 0; k < n; ++k)
            round = std::max(round, norm(corner(k + 1) - corner(k)));
        if (!(out_.area > 1e-9 * round * round)) {
            out_.fault = "its corners lie in one line";
            return;
        }
        normal_ = (0.5 / out_.area) * twice;
        for (size_t k = 0; k < n; ++k) {
            if (std::abs(dot(corner(k) - corner(0), normal_)) > 1e-3 * round) {
                out_.fault = fmt::format("corner {} lies out of the plane of the others: split it into triangles", name(k));
                return;
            }
            Edge e;
            e.a = corner(k);
            e.length = norm(corner(k + 1) - e.a);
            if (!(e.length > 1e-6)) {
                out_.fault = fmt::format("corner {} stands twice", name(k));
                return;
            }
            e.along = (1 / e.length) * (corner(k + 1) - e.a);
            e.inward = cross(normal_, e.along);
            e.elements = walk(k);
            edges_.push_back(std::move(e));
        }
        for (size_t k = 0; k < n; ++k)
            for (size_t j = 0; j < n; ++j)
                if (dot(corner(j) - edges_[k].a, edges_[k].inward) < -1e-6 * round) {
                    out_.fault = "it is not convex: split it into convex panels";
                    return;
                }
        Vec3 q = load_.q;
        if (load_.axes == LoadAxes::Local)
            q = q.x * edges_[0].along + q.y * edges_[0].inward + q.z * normal_;
        else if (load_.axes == LoadAxes::Projected)
            for (int k = 0; k < 3; ++k)
                q[k] *= std::abs(normal_[k]);
        q_ = q;
        out_.total = out_.area * q;
    }

    // From corner to corner over nodes on the line between.
    std::vector<Stretch> walk(size_t k) const
    {
        const Vec3 a = corner(k);
        const double length = norm(corner(k + 1) - a);
        const Vec3 along = (1 / length) * (corner(k + 1) - a);
        std::vector<Stretch> out;
        int node = load_.nodes[k % load_.nodes.size()];
        const int last = load_.nodes[(k + 1) % load_.nodes.size()];
        double at = 0;
        while (node != last) {
            bool found = false;
            for (const int e : atNode_[node]) {
                const Element& el = f_.elements[e];
                const int other = el.i == node ? el.j : el.i;
                const Vec3 d = f_.nodes[other].at - a;
                const double s = dot(d, along);
                if (s <= at + 1e-6 * length || s > length * (1 + 1e-6) || norm(d - s * along) > 1e-4 * length) continue;
                out.push_back({e, at, s, el.j == node});
                node = other;
                at = s;
                found = true;
                break;
            }
            if (!found) return {};
        }
        return out;
    }

    // A load on an edge, linear between two places; `q` per length of the edge.
    void put(const Edge& e, double from, double to, double depthFrom, double depthTo)
    {
        for (const Stretch& s : e.elements) {
            const double a = std::max(from, s.from), b = std::min(to, s.to);
            if (b - a <= 1e-12 * e.length) continue;
            const auto depth = [&](double x) { return depthFrom + (depthTo - depthFrom) * (x - from) / (to - from); };
            const Element& el = f_.elements[s.element];
            // With rigid offsets the element is shorter than the edge under it: the load is pushed together.
            const double scale = f_.length(el) / (s.to - s.from);
            LineLoad l;
            l.element = s.element;
            l.from = (s.reversed ? s.to - b : a - s.from) * scale;
            l.to = (s.reversed ? s.to - a : b - s.from) * scale;
            l.q0 = (depth(s.reversed ? b : a) / scale) * q_;
            l.q1 = (depth(s.reversed ? a : b) / scale) * q_;
            out_.lines.push_back(l);
        }
    }

    void oneWay()
    {
        Vec3 span = load_.span - dot(load_.span, normal_) * normal_;
        if (norm(span) < 1e-6) {
            out_.fault = "its span stands across its plane";
            return;
        }
        span = normalized(span);
        const Vec3 across = cross(normal_, span);
        const auto place = [&](Vec3 p) { return dot(p - corner(0), across); };
        std::vector<double> kinks;
        for (size_t k = 0; k < edges_.size(); ++k)
            kinks.push_back(place(corner(k)));
        std::sort(kinks.begin(), kinks.end());
        // Length of the strip at a place: between the two edges it meets.
        const auto strip = [&](double b) {
            double low = 1e300, high = -1e300;
            for (const Edge& e : edges_) {
                const double rate = dot(e.along, across);
                if (std::abs(rate) < 1e-9) continue;
                const double s = (b - place(e.a)) / rate;
                if (s < -1e-9 * e.length || s > e.length * (1 + 1e-9)) continue;
                const double x = dot(e.a + s * e.along - corner(0), span);
                low = std::min(low, x);
                high = std::max(high, x);
            }
            return std::max(0.0, high - low);
        };
        for (size_t k = 0; k < edges_.size(); ++k) {
            const Edge& e = edges_[k];
            const double rate = dot(e.along, across);
            if (std::abs(rate) < 1e-6) continue; // runs with the strips
            if (e.elements.empty()) {
                out_.fault = fmt::format("its strips end on the edge {}–{}, where no element runs from corner to corner",
                                         name(k), name(k + 1));
                return;
            }
            std::vector<double> cuts{0, e.length};
            for (const double b : kinks)
                if (const double s = (b - place(e.a)) / rate; s > 1e-9 * e.length && s < e.length * (1 - 1e-9))
                    cuts.push_back(s);
            std::sort(cuts.begin(), cuts.end());
            for (size_t i = 0; i + 1 < cuts.size(); ++i) {
                // Just inside of the kinks: an edge along the strips makes the length jump there.
                const double h = 1e-7 * (cuts[i + 1] - cuts[i]);
                const double at0 = strip(place(e.a) + rate * (cuts[i] + h)), at1 = strip(place(e.a) + rate * (cuts[i + 1] - h));
                put(e, cuts[i], cuts[i + 1], at0 / 2 * std::abs(rate), at1 / 2 * std::abs(rate));
            }
        }
    }

    void twoWay()
    {
        const auto carries = [](const Edge& e) { return !e.elements.empty(); };
        if (std::count_if(edges_.begin(), edges_.end(), carries) < 2) {
            out_.fault = "fewer than two of its edges have elements from corner to corner: nothing carries it";
            return;
        }
        for (const Edge& e : edges_) {
            if (!carries(e)) continue;
            // Depth inwards of what is nearest to this edge: the least of lines t = p + r·s, one for each other edge.
            std::vector<std::pair<double, double>> lines;
            for (const Edge& o : edges_) {
                if (&o == &e) continue;
                const double c = dot(e.inward, o.inward);
                const double away = carries(o) ? 1 - c : -c; // bisector, or the bare edge itself
                if (away < 1e-9) continue;
                lines.emplace_back(dot(e.a - o.a, o.inward) / away, dot(e.along, o.inward) / away);
            }
            const auto depth = [&](double s) {
                double t = 1e300;
                for (const auto& [p, r] : lines)
                    t = std::min(t, p + r * s);
                return std::max(0.0, t);
            };
            std::vector<double> cuts{0, e.length};
            const auto cut = [&](double s) {
                if (s > 1e-9 * e.length && s < e.length * (1 - 1e-9)) cuts.push_back(s);
            };
            for (size_t i = 0; i < lines.size(); ++i) {
                if (lines[i].second != 0) cut(-lines[i].first / lines[i].second);
                for (size_t j = 0; j < i; ++j)
                    if (const double r = lines[i].second - lines[j].second; std::abs(r) > 1e-12)
                        cut((lines[j].first - lines[i].first) / r);
            }
            std::sort(cuts.begin(), cuts.end());
            for (size_t i = 0; i + 1 < cuts.size(); ++i)
                if (cuts[i + 1] - cuts[i] > 1e-9 * e.length) put(e, cuts[i], cuts[i + 1], depth(cuts[i]), depth(cuts[i + 1]));
        }
    }

    void compare()
    {
        Vec3 sum;
        for (const LineLoad& l : out_.lines)
            sum = sum + ((*l.to - l.from) / 2) * (l.q0 + l.q1);
        if (norm(sum - out_.total) > 1e-6 * norm(out_.total))
            out_.fault = "the edges that have elements do not catch the whole of it: make it one-way, or split it";
    }

    const Frame& f_;
    const std::vector<std::vector<int>>& atNode_;
    const AreaLoad& load_;
    Vec3 normal_, q_;
    std::vector<Edge> edges_;
    PanelLoad out_;
};

} // namespace

std::vector<PanelLoad> panelLoads(const Frame& f, const LoadCase& c)
{
    std::vector<PanelLoad> out;
    if (c.area.empty()) return out;
    std::vector<std::vector<int>> atNode(f.nodes.size());
    for (size_t e = 0; e < f.elements.size(); ++e)
        for (const int n : {f.elements[e].i, f.elements[e].j})
            atNode[n].push_back(static_cast<int>(e));
    for (const AreaLoad& a : c.area)
        out.push_back(Panel(f, atNode, a).spread());
    return out;
}

} // namespace wr
