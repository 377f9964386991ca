#include "core/restraint/found_holds.h"

#include "core/base/angles.h"
#include "core/restraint/twist.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>

namespace wr {

namespace {

// Can what frames in push along a direction by itself, not only by bending?
bool pushes(const Frame& f, const HoldCandidate& place, Across d)
{
    const Vec3 along = d == Across::Major ? place.axes.z : place.axes.y;
    const Vec3 up = f.upward();
    if (place.propped[static_cast<size_t>(d)] || (place.diaphragm && norm(along - dot(along, up) * up) > kSin15)) return true;
    return std::any_of(place.elements.begin(), place.elements.end(), [&](int e) {
        const Element& x = f.elements[e];
        if (x.releaseI[static_cast<size_t>(Force::N)] || x.releaseJ[static_cast<size_t>(Force::N)]) return false;
        return std::abs(dot(directionOf(f, x), along)) > kSin15;
    });
}

int pusher(const Frame& f, const HoldCandidate& place, Across d)
{
    const Vec3 along = d == Across::Major ? place.axes.z : place.axes.y;
    int best = -1;
    double most = kSin15;
    for (const int e : place.elements)
        if (const double a = std::abs(dot(directionOf(f, f.elements[e]), along)); a > most + 1e-6) {
            most = a;
            best = e;
        }
    return best;
}

HoldPoint holdAt(const Frame& f, const Member& m, const PlaceTest& p, const FramingHolds& framing)
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
        if (p.needed[k] > 0 && !p.place.fixed[k]) {
            out.offered[k] = p.offered[k];
            out.needed[k] = p.needed[k];
        }
        out.strut[k] = p.strut[k];
        out.pusher[k] = pusher(f, p.place, d);
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
    out.twist = p.twist;
    bool whole = p.place.fixed[1], said = false;
    Held brief;
    for (const int e : p.place.elements) {
        const std::vector<Hold>* holds = framing ? framing(e) : nullptr;
        if (holds && !holds->empty()) {
            said = true;
            for (const Hold h : *holds)
                brief.set(h, true);
        } else
            whole |= holdsDepth(f, p.place, member, f.elements[e]);
    }
    // Where bending is carried in, its stiffness says whether twist is held.
    whole &= end || p.place.fixed[1] || !(p.twist < 1);
    // An end that moves sideways with what it frames into is kept from twisting by it all the same.
    out.held.twist = whole || (end && axial);
    if (!out.held.minor) return out;
    if (said && !p.place.fixed[1] && out.origin == HoldOrigin::Joint) {
        out.origin = HoldOrigin::Brief;
        out.held.twist |= brief.twist;
        out.held.top = whole || brief.top;
        out.held.bottom = whole || brief.bottom;
        return out;
    }
    out.held.top = true;
    out.held.bottom = out.held.twist;
    out.flangeAssumed = !out.held.twist;
    return out;
}

} // namespace

std::vector<HoldPoint> foundHolds(const Frame& f, const Member& m, const MemberRestraint& r, const FramingHolds& framing)
{
    const double eps = 1e-6 * m.length;
    std::vector<HoldPoint> out;
    for (const PlaceTest& p : r.places)
        out.push_back(holdAt(f, m, p, framing));
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
        else if (p.verdict[k] == HoldVerdict::TooWeak)
            out += fmt::format("; {} its struts carry {:.3g} of 1 % of the thrust that leans on them", along, p.strut[k]);
        else if (!std::isnan(p.ratio(k)))
            out += fmt::format("; {} {:.3g} times the stiffness needed", along, p.ratio(k));
        if (p.byFrame[k] && !(k == 0 ? p.held.major : p.held.minor))
            out += ", held by the frame's buckling analysis: to be confirmed";
    }
    if (p.set >= 0) out += fmt::format(" ({})", setName(f, forces.sets[static_cast<size_t>(p.set)]));
    if (!std::isnan(p.twist))
        out += fmt::format("; twist {:.3g} times the stiffness needed", p.twist);
    else if (p.held.twist && p.origin == HoldOrigin::Joint)
        out += "; twist by the depth of what frames in";
    if (p.flangeAssumed) out += "; top flange assumed";
    return out;
}

} // namespace wr
