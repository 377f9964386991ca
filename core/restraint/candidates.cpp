#include "core/restraint/candidates.h"

#include "core/base/angles.h"
#include "core/members/forming_reason.h"

#include <algorithm>
#include <cmath>
#include <map>

namespace wr {

namespace {

constexpr double kRigid = 0.999; // cosine between a direction and that of a support which holds it alone

bool actsAlong(const Node& n, Vec3 along)
{
    const auto directions = n.supportDirections();
    for (size_t d = 0; d < 3; ++d)
        if (!n.support[d].free() && std::abs(dot(directions[d], along)) > kSin15) return true;
    return false;
}

// Stiffness an element could have across, for the order of what is named first.
double weight(const Frame& f, const Element& e, Vec3 along)
{
    const double a = dot(directionOf(f, e), along);
    return f.materials[e.material].e * f.sections[e.section].properties.a * a * a / f.length(e);
}

// Do two one-way elements oppose each other: crossing, or meeting at a node with their level directions apart?
bool opposed(const Frame& f, const Element& a, const Element& b)
{
    const Vec3 da = directionOf(f, a), db = directionOf(f, b);
    for (const int n : {a.i, a.j})
        if (n == b.i || n == b.j) {
            const auto flat = [&](Vec3 v) { return v - dot(v, f.upward()) * f.upward(); };
            const Vec3 x = flat(a.i == n ? da : -da), y = flat(b.i == n ? db : -db);
            return norm(x) > kSin15 && norm(y) > kSin15 && dot(x, y) < -0.5 * norm(x) * norm(y);
        }
    const Vec3 normal = cross(da, db), gap = f.nodes[b.i].at - f.nodes[a.i].at;
    const double n2 = dot(normal, normal), la = f.length(a), lb = f.length(b);
    if (n2 < kSin15 * kSin15) return false;
    const double s = dot(cross(gap, db), normal) / n2, t = dot(cross(gap, da), normal) / n2;
    const double apart = std::abs(dot(gap, normal)) / std::sqrt(n2);
    return s > 0.05 * la && s < 0.95 * la && t > 0.05 * lb && t < 0.95 * lb && apart < 0.05 * std::min(la, lb);
}

} // namespace

Vec3 directionOf(const Frame& f, const Element& e)
{
    return normalized(f.nodes[e.j].at - f.nodes[e.i].at);
}

bool fixedAlong(const Node& n, Vec3 along)
{
    double sum = 0;
    const auto directions = n.supportDirections();
    for (size_t d = 0; d < 3; ++d)
        if (n.support[d].held) sum += std::pow(dot(directions[d], along), 2);
    return sum > kRigid * kRigid;
}

std::vector<char> joinedNodes(const Frame& f)
{
    std::vector<char> out(f.nodes.size(), 0);
    for (const Diaphragm& d : f.diaphragms)
        for (const int n : d.nodes)
            out[n] = 1;
    for (const Link& l : f.links)
        for (const int n : l.nodes)
            out[n] = 1;
    return out;
}

std::vector<double> oneWayShares(const Frame& f)
{
    std::vector<double> out(f.elements.size(), 1.0);
    std::vector<size_t> list;
    for (size_t e = 0; e < f.elements.size(); ++e)
        if (f.elements[e].behaviour == Behaviour::TensionOnly || f.elements[e].behaviour == Behaviour::CompressionOnly) {
            out[e] = 0;
            list.push_back(e);
        }
    // Elements are looked for in cells of their own size, by their middles.
    double longest = 0;
    for (const size_t e : list)
        longest = std::max(longest, f.length(f.elements[e]));
    if (longest == 0) return out;
    using Cell = std::array<long, 3>;
    std::map<Cell, std::vector<size_t>> cells;
    const auto cellOf = [&](size_t e) {
        const Vec3 m = (f.nodes[f.elements[e].i].at + f.nodes[f.elements[e].j].at);
        return Cell{std::lround(m.x / 2 / longest), std::lround(m.y / 2 / longest), std::lround(m.z / 2 / longest)};
    };
    for (const size_t e : list)
        cells[cellOf(e)].push_back(e);
    for (const size_t e : list) {
        const Cell c = cellOf(e);
        for (long k = 0; k < 27 && out[e] == 0; ++k) {
            const auto it = cells.find({c[0] + k % 3 - 1, c[1] + k / 3 % 3 - 1, c[2] + k / 9 - 1});
            if (it == cells.end()) continue;
            for (const size_t o : it->second)
                if (o != e && f.elements[o].behaviour == f.elements[e].behaviour && opposed(f, f.elements[e], f.elements[o])) {
                    out[e] = 0.5;
                    break;
                }
        }
    }
    return out;
}

std::vector<HoldCandidate> candidatesOf(const Frame& f, const Member& m, const std::vector<std::vector<int>>& elementsAt,
                                        const std::vector<char>& joined)
{
    std::vector<HoldCandidate> out;
    const auto nodes = nodesAlong(f, m);
    for (size_t k = 0; k < nodes.size(); ++k) {
        const MemberPiece& piece = m.pieces[k < m.pieces.size() ? k : k - 1];
        const Element& el = f.elements[piece.element];
        const Axes a = elementAxes(f, el);
        HoldCandidate c;
        c.node = nodes[k].first;
        c.at = nodes[k].second;
        c.axes = {piece.reversed ? -a.x : a.x, piece.ySign * a.y, piece.zSign * a.z};
        const Node& n = f.nodes[c.node];
        c.support = n.supported();
        c.fixed = {fixedAlong(n, c.axes.z), fixedAlong(n, c.axes.y)};
        c.propped = {actsAlong(n, c.axes.z), actsAlong(n, c.axes.y)};
        c.diaphragm = joined[c.node];
        for (const int e : elementsAt[c.node]) {
            if (std::any_of(m.pieces.begin(), m.pieces.end(), [e](const MemberPiece& p) { return p.element == e; })) continue;
            if (norm(cross(c.axes.x, directionOf(f, f.elements[e]))) > kSin15) c.elements.push_back(e);
        }
        const auto across = [&](int e) {
            return std::max(weight(f, f.elements[e], c.axes.y), weight(f, f.elements[e], c.axes.z));
        };
        std::sort(c.elements.begin(), c.elements.end(), [&](int x, int y) { return across(x) > across(y); });
        if (c.support || c.diaphragm || !c.elements.empty()) out.push_back(std::move(c));
    }
    return out;
}

} // namespace wr
