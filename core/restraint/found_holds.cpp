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
    // Its depth stands along the member's depth, or along the member itself (a beam meeting the side of a column).
    if (std::abs(dot(a.z, place.axes.x)) > 0.7) return true;
    return depthOf(f.sections[e.section].shape) >= 0.5 * depthOf(member);
}

HoldPoint holdAt(const Frame& f, const Shape& member, const PlaceTest& p)
{
    HoldPoint out;
    out.at = p.place.at;
    out.held.major = p.holds(Across::Major);
    out.held.minor = p.holds(Across::Minor);
    for (const Across d : kAcross) {
        const auto k = static_cast<size_t>(d);
        if (p.needed[k] > 0 && !p.place.fixed[k]) out.ratio[k] = p.ratio(d);
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
    if (!out.held.minor) return out;
    const bool whole = p.place.fixed[1] || std::any_of(p.place.elements.begin(), p.place.elements.end(),
                                                       [&](int e) { return holdsDepth(f, p.place, member, f.elements[e]); });
    out.held.top = true;
    out.held.bottom = out.held.twist = whole;
    out.flangeAssumed = !whole;
    return out;
}

} // namespace

std::vector<HoldPoint> foundHolds(const Frame& f, const Member& m, const MemberRestraint& r)
{
    const double eps = 1e-6 * m.length;
    std::vector<HoldPoint> out;
    for (const PlaceTest& p : r.places)
        out.push_back(holdAt(f, f.sections[m.section].shape, p));
    if (out.empty() || out.front().at > eps) out.insert(out.begin(), HoldPoint{});
    out.front().at = 0;
    if (out.back().at < m.length - eps) out.emplace_back();
    out.back().at = m.length;
    return out;
}

std::string holdWords(const Frame& f, const ForceTable& forces, const HoldPoint& p)
{
    std::string out = evidenceOf(f, p);
    for (const Across d : kAcross) {
        const double ratio = p.ratio[static_cast<size_t>(d)];
        if (std::isnan(ratio)) continue;
        out += fmt::format("; {} {:.3g} times the stiffness needed", d == Across::Major ? "along z" : "along y", ratio);
    }
    if (p.set >= 0) out += fmt::format(" ({})", setName(f, forces.sets[static_cast<size_t>(p.set)]));
    if (p.flangeAssumed) out += "; top flange assumed";
    return out;
}

} // namespace wr
