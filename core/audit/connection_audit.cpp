// Connections: whether the elements make one frame.
#include "core/audit/families.h"
#include "core/audit/told.h"

#include <algorithm>
#include <array>
#include <cmath>
#include <fmt/format.h>
#include <map>
#include <numeric>

namespace wr {

namespace {

// Braces may pass each other; what bends is meant to touch.
bool bends(const Element& e)
{
    const auto free = [](const std::array<bool, 6>& r) {
        return r[static_cast<size_t>(Force::My)] && r[static_cast<size_t>(Force::Mz)];
    };
    return e.behaviour == Behaviour::Beam && !(free(e.releaseI) && free(e.releaseJ));
}

// Parts of the frame that no element, link or diaphragm ties to the rest.
void auditParts(const Frame& f, std::vector<Finding>& out)
{
    // Members alone, which nobody has a frame of, stand each for itself.
    if (!f.anySupport() || f.elements.empty()) return;
    std::vector<int> top(f.nodes.size());
    std::iota(top.begin(), top.end(), 0);
    const auto find = [&](int n) {
        while (top[static_cast<size_t>(n)] != n)
            n = top[static_cast<size_t>(n)] = top[static_cast<size_t>(top[static_cast<size_t>(n)])];
        return n;
    };
    const auto tie = [&](int a, int b) { top[static_cast<size_t>(find(a))] = find(b); };
    for (const Element& e : f.elements)
        tie(e.i, e.j);
    for (const auto& tied : {&f.diaphragms.list()})
        for (const Diaphragm& d : *tied)
            for (const int n : d.nodes)
                tie(n, d.nodes.front());
    for (const Link& l : f.links)
        for (const int n : l.nodes)
            tie(n, l.nodes.front());
    struct Part
    {
        size_t elements = 0;
        bool supported = false;
        std::string first;
    };
    std::map<int, Part> parts;
    for (const Element& e : f.elements) {
        Part& p = parts[find(e.i)];
        if (p.elements++ == 0) p.first = e.id;
    }
    for (size_t n = 0; n < f.nodes.size(); ++n)
        if (const auto at = parts.find(find(static_cast<int>(n))); at != parts.end() && f.nodes[n].supported())
            at->second.supported = true;
    if (parts.size() < 2) return;
    const auto largest = std::max_element(parts.begin(), parts.end(),
                                          [](const auto& a, const auto& b) { return a.second.elements < b.second.elements; });
    Told told;
    bool loose = false;
    for (const auto& [node, p] : parts) {
        if (node == largest->first) continue;
        loose = loose || !p.supported;
        told.add(p.first, fmt::format("{} ({} element{}{})", p.first, p.elements, p.elements == 1 ? "" : "s",
                                      p.supported ? "" : ", on no support"));
    }
    const std::string list = told.list;
    told.put(out, "frame.parts", "/elements",
             fmt::format("the frame falls into {} parts that nothing joins; beside the largest those of {}: join them where "
                         "they are meant to touch, or leave them if they are "
                         "frames of their own",
                         parts.size(), list));
    if (!loose) out.back().severity = Severity::Note;
}

// Elements that cross between their ends without a node.
void auditCrossings(const Frame& f, std::vector<Finding>& out)
{
    const size_t n = f.elements.size();
    std::vector<std::array<Vec3, 2>> box(n);
    std::vector<size_t> order(n);
    constexpr double kTouch = 0.001; // m
    for (size_t k = 0; k < n; ++k) {
        const Vec3 a = f.endI(f.elements[k]), b = f.endJ(f.elements[k]);
        for (int d = 0; d < 3; ++d) {
            box[k][0][d] = std::min(a[d], b[d]) - kTouch;
            box[k][1][d] = std::max(a[d], b[d]) + kTouch;
        }
        order[k] = k;
    }
    // Along the longest direction of the frame, in the order of where they begin.
    Vec3 low{1e300, 1e300, 1e300}, high{-1e300, -1e300, -1e300};
    for (const auto& x : box)
        for (int d = 0; d < 3; ++d) {
            low[d] = std::min(low[d], x[0][d]);
            high[d] = std::max(high[d], x[1][d]);
        }
    const Vec3 span = high - low;
    const int along = span.x >= span.y && span.x >= span.z ? 0 : span.y >= span.z ? 1 : 2;
    std::sort(order.begin(), order.end(), [&](size_t a, size_t b) { return box[a][0][along] < box[b][0][along]; });
    Told told;
    for (size_t i = 0; i < n; ++i)
        for (size_t j = i + 1; j < n && box[order[j]][0][along] <= box[order[i]][1][along]; ++j) {
            const size_t p = std::min(order[i], order[j]), q = std::max(order[i], order[j]);
            bool apart = false;
            for (int d = 0; d < 3; ++d)
                apart = apart || box[p][1][d] < box[q][0][d] || box[q][1][d] < box[p][0][d];
            const Element &a = f.elements[p], &b = f.elements[q];
            if (apart || a.i == b.i || a.i == b.j || a.j == b.i || a.j == b.j || (!bends(a) && !bends(b))) continue;
            const Vec3 from = f.endI(a), to = f.endI(b), u = f.endJ(a) - from, v = f.endJ(b) - to, normal = cross(u, v);
            const double lu = norm(u), lv = norm(v);
            if (norm(normal) < 1e-4 * lu * lv) continue;
            const double s = dot(cross(to - from, v), normal) / dot(normal, normal),
                         t = dot(cross(to - from, u), normal) / dot(normal, normal);
            const double end = 0.01; // m: nearer to an end a node is near, which is told elsewhere
            if (s * lu < end || (1 - s) * lu < end || t * lv < end || (1 - t) * lv < end) continue;
            if (norm(from + s * u - to - t * v) > kTouch) continue;
            told.add(a.id, a.id + " and " + b.id);
        }
    const std::string list = told.list;
    told.put(
        out, "frame.crossing", "/elements",
        fmt::format("elements cross without a node and do not hold each other: {}; divide both where they are joined", list));
}

// A few columns whose web stands across that of all others.
void auditTurnedColumns(const Frame& f, std::vector<Finding>& out)
{
    struct Column
    {
        size_t element;
        double angle; // of the web in plan, 0 to 180°
    };
    std::vector<Column> columns;
    const Vec3 up = f.upward();
    const Vec3 e1 = f.up == Up::Z ? Vec3{1, 0, 0} : Vec3{0, 0, 1}, e2 = cross(up, e1);
    for (size_t k = 0; k < f.elements.size(); ++k) {
        const Element& e = f.elements[k];
        const ShapeKind kind = f.sections[e.section].shape.kind;
        if (e.behaviour != Behaviour::Beam || (kind != ShapeKind::I && kind != ShapeKind::IUnequal)) continue;
        const Axes a = rolledAxes(f, e);
        if (std::abs(dot(a.x, up)) < 0.999) continue;
        double angle = std::atan2(dot(a.z, e2), dot(a.z, e1)) * 57.29577951308232;
        if (angle < 0) angle += 180;
        columns.push_back({k, angle});
    }
    constexpr size_t kEnough = 8;
    if (columns.size() < kEnough) return;
    const auto near = [](double a, double b) { return std::min(std::abs(a - b), 180 - std::abs(a - b)) < 5; };
    size_t most = 0;
    double usual = 0;
    for (const Column& c : columns) {
        const auto same = static_cast<size_t>(
            std::count_if(columns.begin(), columns.end(), [&](const Column& o) { return near(o.angle, c.angle); }));
        if (same > most) {
            most = same;
            usual = c.angle;
        }
        if (most * 10 > columns.size() * 8) break;
    }
    if (most == columns.size() || most * 10 < columns.size() * 8) return;
    Told told;
    for (const Column& c : columns)
        if (near(c.angle, std::fmod(usual + 90, 180))) told.add(f.elements[c.element].id, f.elements[c.element].id);
    const std::string list = told.list;
    const size_t turned = told.count;
    told.put(
        out, "frame.column-turned", "/elements",
        fmt::format(
            "{} of {} columns stand with their web across that of the others: {}; turn them by their roll if that is not meant",
            turned, columns.size(), list));
}

} // namespace

void auditConnections(const Frame& f, std::vector<Finding>& out)
{
    auditParts(f, out);
    auditCrossings(f, out);
    auditTurnedColumns(f, out);
}

} // namespace wr
