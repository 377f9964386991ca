#include "core/restraint/found_holds.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>

namespace wr {

namespace {

double depthOf(const Shape& s)
{
    return s.h > 0 ? s.h : s.d;
}

// Does an element take hold of the whole depth of the member there?
bool holdsDepth(const Frame& f, const Candidate& place, const Shape& member, const Element& e)
{
    if (e.behaviour != Behaviour::Beam) return false;
    const Axes a = elementAxes(f, e);
    // A beam that meets the side of a column stands with its depth along the member, a column runs along a beam's whole depth.
    if (std::abs(dot(a.z, place.axes.x)) > 0.7 || std::abs(dot(a.x, place.axes.z)) > 0.7) return true;
    return depthOf(f.sections[e.section].shape) >= 0.5 * depthOf(member);
}

// Can what frames in push along a direction by itself, not only by bending?
bool pushes(const Frame& f, const Candidate& place, Across d)
{
    const Vec3 along = d == Across::Major ? place.axes.z : place.axes.y;
    const Vec3 up = f.upward();
    if (place.support || (place.diaphragm && norm(along - dot(along, up) * up) > kSideways)) return true;
    return std::any_of(place.elements.begin(), place.elements.end(), [&](int e) {
        const Element& x = f.elements[e];
        if (x.releaseI[static_cast<size_t>(Force::N)] || x.releaseJ[static_cast<size_t>(Force::N)]) return false;
        return std::abs(dot(normalized(f.nodes[x.j].at - f.nodes[x.i].at), along)) > kSideways;
    });
}

HoldPoint holdAt(const Frame& f, const Member& m, const PlaceTest& p)
{
    const Shape& member = f.sections[m.section].shape;
    HoldPoint out;
    out.at = p.place.at;
    out.node = p.place.node;
    out.framed = true;
    const bool end = p.place.node == m.startNode || p.place.node == m.endNode;
    // Between the ends of what nothing presses, only what can push by itself.
    const auto held = [&](Across d) {
        return p.holds(d) && (end || p.verdict[static_cast<size_t>(d)] != HoldVerdict::NotPressed || pushes(f, p.place, d));
    };
    out.held.major = held(Across::Major);
    out.held.minor = held(Across::Minor);
    for (const Across d : kAcross) {
        const auto k = static_cast<size_t>(d);
        if (p.needed[k] > 0 && !p.place.fixed[k]) out.ratio[k] = p.ratio(d);
        out.verdict[k] = p.verdict[k];
        out.doubtful[k] = !p.holds(d) && pushes(f, p.place, d);
    }
    out.set = p.set[0] >= 0 ? p.set[0] : p.set[1];
    const bool bySupport = p.place.support && (p.place.fixed[0] || p.place.fixed[1]);
    if (bySupport) {
        out.origin = HoldOrigin::Support;
        out.evidence = p.place.node;
    } else if (!p.place.elements.empty()) {
        out.origin = HoldOrigin::Joint;
        out.evidence = p.place.elements.front();
    } else
        out.origin = p.place.support ? HoldOrigin::Support : HoldOrigin::Diaphragm;
    if (out.origin == HoldOrigin::Support) out.evidence = p.place.node;
    const bool axial = f.elements[m.pieces.front().element].behaviour != Behaviour::Beam;
    if (!out.held.minor && !end) return out;
    const bool whole = p.place.fixed[1] || std::any_of(p.place.elements.begin(), p.place.elements.end(),
                                                       [&](int e) { return holdsDepth(f, p.place, member, f.elements[e]); });
    // An end that moves sideways with what it frames into is kept from twisting by it all the same.
    out.held.twist = whole || (end && axial);
    if (!out.held.minor) return out;
    out.held.top = true;
    out.held.bottom = out.held.twist;
    out.flangeAssumed = !out.held.twist;
    return out;
}

} // namespace

std::vector<HoldPoint> foundHolds(const Frame& f, const Member& m, const MemberRestraint& r)
{
    const double eps = 1e-6 * m.length;
    std::vector<HoldPoint> out;
    for (const PlaceTest& p : r.places)
        out.push_back(holdAt(f, m, p));
    if (out.empty() || out.front().at > eps) out.insert(out.begin(), HoldPoint{});
    out.front().at = 0;
    out.front().node = m.startNode;
    if (out.back().at < m.length - eps) out.emplace_back();
    out.back().at = m.length;
    out.back().node = m.endNode;
    return out;
}

std::string holdWords(const Frame& f, const ForceTable& forces, const HoldPoint& p)
{
    std::string out = evidenceOf(f, p);
    if (p.origin == HoldOrigin::Stated && p.foundEvidence >= 0)
        out += "; by rule: " + evidenceOf(f, p.foundOrigin, p.foundEvidence);
    for (const Across d : kAcross) {
        const auto k = static_cast<size_t>(d);
        const char* along = d == Across::Major ? "along z" : "along y";
        if (p.verdict[k] == HoldVerdict::InMode)
            out += fmt::format("; {} the frame buckles with it moving", along);
        else if (!std::isnan(p.ratio[k]))
            out += fmt::format("; {} {:.3g} times the stiffness needed", along, p.ratio[k]);
    }
    if (p.set >= 0) out += fmt::format(" ({})", setName(f, forces.sets[static_cast<size_t>(p.set)]));
    if (p.flangeAssumed) out += "; top flange assumed";
    return out;
}

} // namespace wr
