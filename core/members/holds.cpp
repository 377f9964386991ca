#include "core/members/holds.h"

#include "core/base/angles.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>

namespace wr {

void Held::set(Hold h, bool v)
{
    switch (h) {
    case Hold::Major: major = v; break;
    case Hold::Minor: minor = v; break;
    case Hold::Top: top = v; break;
    case Hold::Bottom: bottom = v; break;
    case Hold::Twist: twist = v; break;
    case Hold::Warping: break;
    }
}

bool Held::lane(LengthAxis a) const
{
    switch (a) {
    case LengthAxis::Major: return major;
    case LengthAxis::Minor: return minor || (twist && (top || bottom)) || (top && bottom);
    case LengthAxis::Torsion: return twist || (top && bottom);
    case LengthAxis::Top: return top || twist;
    case LengthAxis::Bottom: return bottom || twist;
    }
    return false;
}

std::string evidenceOf(const Frame& f, HoldOrigin origin, int evidence)
{
    const auto row = static_cast<size_t>(evidence);
    switch (origin) {
    case HoldOrigin::Nothing: return "nothing holds it";
    case HoldOrigin::Support: return "support of node " + f.nodes[row].id;
    case HoldOrigin::Joint: return "element " + f.elements[row].id + " frames in";
    case HoldOrigin::Diaphragm: return "the node moves with others (diaphragm or link)";
    case HoldOrigin::PartOnly: return "the file may hold a part of the frame only";
    case HoldOrigin::Brief:
        return evidence >= 0 ? "element " + f.elements[row].id + " frames in, its brief says what it holds"
                             : "held all along by its brief";
    case HoldOrigin::Stated: return "stated by hand";
    }
    return {};
}

std::string evidenceOf(const Frame& f, const HoldPoint& p)
{
    return evidenceOf(f, p.origin, p.evidence);
}

std::vector<std::vector<int>> elementsAtNodes(const Frame& f)
{
    std::vector<std::vector<int>> out(f.nodes.size());
    for (size_t e = 0; e < f.elements.size(); ++e)
        for (const int n : {f.elements[e].i, f.elements[e].j})
            out[n].push_back(static_cast<int>(e));
    return out;
}

namespace {

HoldPoint fork(HoldOrigin origin, int evidence)
{
    HoldPoint out;
    out.held = kFork;
    out.origin = origin;
    out.evidence = evidence;
    out.framed = true;
    return out;
}

// An end is held by a support, or by an element that stands across it.
HoldPoint endOfWhole(const Frame& f, const std::vector<int>& elementsThere, int node, const MemberPiece& last)
{
    if (f.nodes[node].supported()) return fork(HoldOrigin::Support, node);
    const Vec3 along = elementAxes(f, f.elements[last.element]).x;
    for (const int e : elementsThere) {
        if (e == last.element) continue;
        const Element& other = f.elements[e];
        const Vec3 d = normalized(f.nodes[other.j].at - f.nodes[other.i].at);
        if (norm(cross(along, d)) > kSin15) return fork(HoldOrigin::Joint, e);
    }
    return {};
}

// The same where the file may hold a part of the frame only: anything that goes on from there holds.
HoldPoint endOfPart(const Frame& f, const std::vector<int>& elementsThere, int node, const MemberPiece& last, bool anySupport)
{
    if (f.nodes[node].supported()) return fork(HoldOrigin::Support, node);
    for (const int e : elementsThere)
        if (e != last.element) return fork(HoldOrigin::Joint, e);
    if (elementsThere.size() > 1) return fork(HoldOrigin::Joint, last.element); // an element from a node to itself
    return anySupport ? HoldPoint{} : fork(HoldOrigin::PartOnly, -1);
}

class Holder
{
public:
    Holder(const Member& m, std::vector<HoldPoint> found) : m_(m) { out_.points = std::move(found); }

    void along(const std::vector<Hold>& holds)
    {
        HeldStretch s{0, m_.length, {}, HoldOrigin::Brief};
        for (const Hold k : holds) {
            s.held.set(k, true);
            for (const double end : {0.0, m_.length})
                overruled(end, HoldOrigin::Brief).held.set(k, true);
        }
        out_.stretches.push_back(s);
    }
    // Wherever an element frames in between the ends: what frames in there is known from what was found.
    void atJoints(const std::vector<Hold>& holds)
    {
        std::vector<double> places;
        for (const HoldPoint& p : out_.points)
            if (p.framed && p.at > 0 && p.at < m_.length) places.push_back(p.at);
        for (const double at : places)
            for (const Hold k : holds)
                overruled(at, HoldOrigin::Brief).held.set(k, true);
    }
    void state(const DesignRestraint& r)
    {
        HoldPoint& p = overruled(placed(r.at), HoldOrigin::Stated);
        if (r.free) {
            p.held = Held{};
            p.framed = false;
        }
        p.framed |= !r.holds.empty();
        for (const Hold k : r.holds)
            p.held.set(k, true);
        for (const Hold k : r.lets)
            p.held.set(k, false);
        if (!r.to) return;
        // Held all along: the two ends of the stretch are points, and what lies between has no length.
        HeldStretch s{placed(r.at), placed(*r.to), {}};
        for (const Hold k : r.holds) {
            s.held.set(k, true);
            overruled(s.to, HoldOrigin::Stated).held.set(k, true);
        }
        out_.stretches.push_back(s);
    }
    MemberHolds take() { return std::move(out_); }

private:
    // A position that means a joint or another hold but was rounded in the file is that one's.
    double placed(double at) const
    {
        const double l = m_.length, eps = 1e-6 * l, snap = std::max(1e-3, 1e-5 * l);
        for (const MemberPiece& p : m_.pieces)
            for (const double joint : {p.start, p.start + p.length})
                if (std::abs(at - joint) < snap) at = joint;
        at = at < eps ? 0 : at > l - eps ? l : at;
        for (const HoldPoint& p : out_.points)
            if (std::abs(p.at - at) < eps) at = p.at;
        return at;
    }
    HoldPoint& overruled(double place, HoldOrigin by)
    {
        HoldPoint& p = at(place);
        if (p.origin != HoldOrigin::Stated && p.origin != by) {
            p.found = p.held;
            p.foundOrigin = p.origin;
            p.foundEvidence = p.evidence;
        }
        p.origin = by;
        p.evidence = -1;
        return p;
    }
    HoldPoint& at(double place)
    {
        auto& list = out_.points;
        const auto it =
            std::lower_bound(list.begin(), list.end(), place, [](const HoldPoint& p, double x) { return p.at < x; });
        if (it != list.end() && it->at == place) return *it;
        HoldPoint p;
        p.at = place;
        return *list.insert(it, p);
    }

    const Member& m_;
    MemberHolds out_;
};

} // namespace

MemberHolds holdsFrom(const Member& m, std::vector<HoldPoint> found, const StatedRows& stated, bool rule, const Brief* brief)
{
    if (!rule) {
        HoldPoint end;
        end.at = m.length;
        found = {HoldPoint{}, end};
    }
    Holder out(m, std::move(found));
    if (rule && brief && !brief->along.empty()) out.along(brief->along);
    if (rule && brief && !brief->atJoints.empty()) out.atJoints(brief->atJoints);
    for (const DesignRestraint* r : stated.restraints(m.id))
        out.state(*r);
    return out.take();
}

MemberHolds holdsOf(const Frame& f, const Member& m, const StatedRows& stated, const std::vector<std::vector<int>>& elementsAt,
                    bool wholeFrame, const Brief* brief)
{
    const auto end = [&](int node, const MemberPiece& last, double at) {
        HoldPoint out = wholeFrame ? endOfWhole(f, elementsAt[node], node, last)
                                   : endOfPart(f, elementsAt[node], node, last, stated.anySupport());
        out.at = at;
        out.node = node;
        return out;
    };
    return holdsFrom(m, {end(m.startNode, m.pieces.front(), 0), end(m.endNode, m.pieces.back(), m.length)}, stated,
                     stated.ruleHolds(m.id), brief);
}

} // namespace wr
