#include "core/reporting/drawn_from.h"

#include "core/analysis/storeys.h"
#include "core/base/split.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>
#include <map>
#include <numbers>

namespace wr {

namespace {

constexpr double kNear = 0.05; // m

bool plumb(const Frame& f, const Element& e)
{
    const Vec3 d = f.endJ(e) - f.endI(e);
    return std::abs(dot(d, f.upward())) >= 0.95 * norm(d);
}

// Directions in plan, at right angles to the planes that are drawn: x and y of the frame, then those askew in which three level
// elements or more run from column to column.
struct PlanWay
{
    Vec3 right, normal;
    std::string words; // "y", "x"; empty: askew
};
std::vector<PlanWay> acrossOf(const Frame& f, Vec3 x, Vec3 y)
{
    const Vec3 z = f.upward();
    std::vector<PlanWay> out{{x, -y, "y"}, {y, x, "x"}};
    std::vector<char> column(f.nodes.size(), 0);
    for (const Element& e : f.elements)
        if (plumb(f, e)) column[static_cast<size_t>(e.i)] = column[static_cast<size_t>(e.j)] = 1;
    std::map<int, int> found; // half degrees from x, 0 to 359: how many
    for (const Element& e : f.elements) {
        if (!column[static_cast<size_t>(e.i)] || !column[static_cast<size_t>(e.j)]) continue;
        const Vec3 d = f.endJ(e) - f.endI(e);
        if (std::abs(dot(d, z)) > 0.2 * norm(d)) continue;
        double a = std::atan2(dot(d, y), dot(d, x)) * 180 / std::numbers::pi;
        if (a < 0) a += 180;
        if (a >= 180) a -= 180;
        ++found[static_cast<int>(std::lround(a * 2)) % 360];
    }
    for (const auto& [half, n] : found) {
        if (n < 3 || half <= 4 || std::abs(half - 180) <= 4 || half >= 356) continue;
        const double a = half / 2.0 * std::numbers::pi / 180;
        const Vec3 right = std::cos(a) * x + std::sin(a) * y;
        out.push_back({right, cross(right, z), ""});
    }
    return out;
}

std::string lower(std::string s)
{
    for (char& c : s)
        if (static_cast<unsigned char>(c) < 0x80) c = static_cast<char>(std::tolower(static_cast<unsigned char>(c)));
    return s;
}

} // namespace

std::vector<DrawnFrom> drawingsOf(const Frame& f)
{
    std::vector<DrawnFrom> out;
    if (f.elements.empty()) return out;
    const Vec3 z = f.upward(), x{1, 0, 0}, y = cross(z, x);
    const auto words = [&](double v) { return f.units.text(Quantity::Length, std::round(v * 1e3) / 1e3); };
    double lowest = 1e18;
    for (const Node& n : f.nodes)
        lowest = std::min(lowest, dot(n.at, z));
    for (const Storey& s : storeysOf(f)) {
        const double at = s.level + lowest;
        out.push_back({"Plan at " + words(at), x, y, std::pair(at - kNear, at + kNear)});
    }
    for (const PlanWay& w : acrossOf(f, x, y)) {
        struct Plane
        {
            double at;
            int node; // one of its columns' feet
            int columns;
        };
        std::vector<Plane> planes;
        for (const Element& e : f.elements) {
            if (!plumb(f, e)) continue;
            const Vec3 a = f.endI(e), b = f.endJ(e);
            const double at = dot(a, w.normal);
            const auto have =
                std::find_if(planes.begin(), planes.end(), [&](const Plane& p) { return std::abs(p.at - at) < kNear; });
            if (have == planes.end())
                planes.push_back({at, dot(a, z) < dot(b, z) ? e.i : e.j, 1});
            else
                ++have->columns;
        }
        std::sort(planes.begin(), planes.end(), [](const Plane& a, const Plane& b) { return a.at < b.at; });
        if (w.words == "y") std::reverse(planes.begin(), planes.end()); // by y, which the normal runs against
        for (const Plane& p : planes) {
            std::string title;
            if (!w.words.empty())
                title = fmt::format("Elevation at {} = {}", w.words, words(dot(w.normal, w.words == "y" ? y : x) * p.at));
            else {
                // Askew a plane is worth drawing where level elements run in it.
                const bool any = std::any_of(f.elements.begin(), f.elements.end(), [&](const Element& e) {
                    return !plumb(f, e) && std::abs(dot(f.endI(e), w.normal) - p.at) < kNear &&
                           std::abs(dot(f.endJ(e), w.normal) - p.at) < kNear;
                });
                if (!any) continue;
                title = fmt::format("Elevation at {}° through {}",
                                    significant(std::atan2(dot(w.right, y), dot(w.right, x)) * 180 / std::numbers::pi, 3),
                                    f.nodes[static_cast<size_t>(p.node)].id);
            }
            out.push_back({std::move(title), w.right, z, std::pair(p.at - kNear, p.at + kNear)});
        }
    }
    const double c = std::cos(std::numbers::pi / 6), s = std::sin(std::numbers::pi / 6);
    const Vec3 right = c * x + s * y, away = c * y - s * x; // looked at from aside and a little from above
    out.push_back({"View", right, normalized(0.94 * z + 0.34 * away), {}});
    return out;
}

std::expected<DrawnFrom, std::string> drawnThrough(const Frame& f, std::span<const int> nodes)
{
    if (nodes.size() < 2) return std::unexpected("a plane goes through two nodes or more");
    const Vec3 z = f.upward();
    const auto at = [&](size_t k) { return f.nodes[static_cast<size_t>(nodes[k])].at; };
    // The two that are farthest apart, and of the rest the one farthest from their line.
    size_t a = 0, b = 1;
    for (size_t i = 0; i < nodes.size(); ++i)
        for (size_t j = i + 1; j < nodes.size() && nodes.size() <= 500; ++j)
            if (norm(at(j) - at(i)) > norm(at(b) - at(a))) a = i, b = j;
    const Vec3 line = at(b) - at(a);
    if (norm(line) < 1e-6) return std::unexpected("the nodes are at one place");
    Vec3 n;
    double most = 1e-3 * norm(line); // m from the line: nearer to it they are one line
    for (size_t i = 0; i < nodes.size(); ++i)
        if (const Vec3 c = cross(line, at(i) - at(a)); norm(c) / norm(line) > most) {
            most = norm(c) / norm(line);
            n = normalized(c);
        }
    if (norm(n) < 0.5) {
        n = cross(line, z);
        if (norm(n) < 1e-3 * norm(line))
            return std::unexpected("nodes that stand on one plumb line lie in many planes: pick one beside them");
        n = normalized(n);
    }
    DrawnFrom out;
    const Vec3 x{1, 0, 0}, y = cross(z, x);
    if (std::abs(dot(n, z)) > 0.9995) {
        n = dot(n, z) < 0 ? -n : n;
        out.right = normalized(cross(y, n));
        out.up = cross(n, out.right);
    } else {
        out.right = normalized(cross(z, n));
        // Seen so that x runs to the right; where it does not run at all, y.
        if (dot(out.right, x + 1e-3 * y) < 0) n = -n, out.right = -out.right;
        out.up = cross(n, out.right);
    }
    double low = 1e18, high = -1e18;
    out.title = "Plane through ";
    for (size_t i = 0; i < nodes.size(); ++i) {
        low = std::min(low, dot(at(i), n));
        high = std::max(high, dot(at(i), n));
        if (i < 3 || nodes.size() == 4) out.title += (i ? ", " : "") + f.nodes[static_cast<size_t>(nodes[i])].id;
    }
    if (nodes.size() > 4) out.title += fmt::format(" and {} more", nodes.size() - 3);
    out.slice = std::pair(low - kNear, high + kNear);
    return out;
}

std::expected<DrawnFrom, std::string> drawnFromWords(const Frame& f, const std::string& words)
{
    const std::string wanted = lower(words);
    const std::vector<DrawnFrom> all = drawingsOf(f);
    for (const DrawnFrom& d : all)
        if (lower(d.title) == wanted) return d;
    if (wanted.starts_with("through ")) {
        std::vector<int> nodes;
        for (std::string id : split(std::string_view(words).substr(8), ",")) {
            id.erase(0, id.find_first_not_of(' '));
            id.erase(id.find_last_not_of(' ') + 1);
            const auto n = std::find_if(f.nodes.begin(), f.nodes.end(), [&](const Node& x) { return x.id == id; });
            if (n == f.nodes.end()) return std::unexpected(fmt::format("there is no node \"{}\"", id));
            nodes.push_back(static_cast<int>(n - f.nodes.begin()));
        }
        return drawnThrough(f, nodes);
    }
    std::string list;
    for (const DrawnFrom& d : all)
        list += (list.empty() ? "\"" : ", \"") + d.title + "\"";
    return std::unexpected(
        fmt::format("there is no drawing \"{}\"; there are {} and \"through\" with ids of nodes", words, list));
}

} // namespace wr
