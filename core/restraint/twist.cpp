#include "core/restraint/twist.h"

#include "core/base/powers.h"

#include <algorithm>
#include <cmath>

namespace wr {

namespace {

double depthOf(const Shape& s)
{
    return s.h > 0 ? s.h : s.d;
}

// From a place of a line of braces to the next one that holds its depth, away along one of its elements.
double spanAway(const TestedLines& lines, size_t line, int element, int node)
{
    const Frame& f = lines.frame();
    const Member& chain = lines.chain(line);
    const Shape& shape = f.sections[chain.section].shape;
    double here = 0, other = 0;
    for (const MemberPiece& p : chain.pieces) {
        if (p.element != element) continue;
        const bool first = (f.elements[element].i == node) != p.reversed;
        here = first ? p.start : p.start + p.length;
        other = first ? p.start + p.length : p.start;
    }
    const bool on = other > here;
    double to = on ? chain.length : 0;
    for (const HoldCandidate& c : lines.places(line)) {
        const bool beyond = on ? c.at > here + 1e-9 && c.at < to : c.at < here - 1e-9 && c.at > to;
        if (!beyond) continue;
        const bool whole = c.support || std::any_of(c.elements.begin(), c.elements.end(),
                                                    [&](int e) { return holdsDepth(f, c, shape, f.elements[e]); });
        if (whole) to = c.at;
    }
    return std::abs(to - here);
}

} // namespace

bool holdsDepth(const Frame& f, const HoldCandidate& place, const Shape& member, const Element& e)
{
    if (e.behaviour != Behaviour::Beam) return false;
    const Axes a = elementAxes(f, e);
    // A beam that meets the side of a column stands with its depth along the member, a column runs along a beam's whole depth.
    if (std::abs(dot(a.z, place.axes.x)) > 0.7 || std::abs(dot(a.x, place.axes.z)) > 0.7) return true;
    return depthOf(f.sections[e.section].shape) >= 0.5 * depthOf(member);
}

std::vector<double> twistOffered(const TestedLines& lines, size_t line)
{
    const Frame& f = lines.frame();
    std::vector<double> out;
    for (const HoldCandidate& c : lines.places(line)) {
        double sum = 0;
        bool any = false;
        for (const int e : c.elements) {
            const Element& x = f.elements[e];
            const size_t of = lines.ofElement(static_cast<size_t>(e));
            if (x.behaviour != Behaviour::Beam || of == kNoLine) continue;
            const Axes a = elementAxes(f, x);
            const auto& release = x.i == c.node ? x.releaseI : x.releaseJ;
            const SectionProperties& p = f.sections[x.section].properties;
            const double about[] = {dot(a.y, c.axes.x), dot(a.z, c.axes.x)}, inertia[] = {p.iy, p.iz};
            for (const size_t k : {size_t{0}, size_t{1}}) {
                if (release[static_cast<size_t>(k == 0 ? Force::My : Force::Mz)] || std::abs(about[k]) < 1e-3) continue;
                const double l = spanAway(lines, of, e, c.node);
                if (!(l > 0)) continue;
                sum += sqr(about[k]) * 2 * f.materials[x.material].e * inertia[k] / l;
                any |= std::abs(about[k]) > 0.1;
            }
        }
        out.push_back(any ? sum : kUntested);
    }
    return out;
}

std::vector<double> twistNeeded(const TestedLines& lines, size_t line, const LineSegments& spans,
                                const std::vector<ElementPress>& press, const std::vector<char>& counted)
{
    const Frame& f = lines.frame();
    const Member& chain = lines.chain(line);
    std::vector<double> out(lines.places(line).size(), 0.0);
    for (size_t k = 0; k + 1 < spans.at.size(); ++k) {
        const double from = spans.at[k], to = spans.at[k + 1], eps = 1e-9 * (to - from);
        double m = 0, ei = std::numeric_limits<double>::infinity();
        for (const MemberPiece& p : chain.pieces) {
            if (!(p.start < to - eps && p.start + p.length > from + eps)) continue;
            const Element& e = f.elements[p.element];
            m = std::max(m, press[static_cast<size_t>(p.element)].moment);
            ei = std::min(ei, f.materials[e.material].e * f.sections[e.section].properties.iz);
        }
        int n = 0;
        for (size_t i = 0; i < out.size(); ++i)
            n += counted[i] && lines.places(line)[i].at > from + eps && lines.places(line)[i].at < to - eps;
        const double needed = 2.4 * (to - from) * sqr(m) / (std::max(n, 1) * ei);
        for (size_t i = 0; i < out.size(); ++i)
            if (const double at = lines.places(line)[i].at; at > from - 1e-6 && at < to + 1e-6)
                out[i] = std::max(out[i], needed);
    }
    return out;
}

} // namespace wr
