#include "core/lengths/joints.h"

#include "core/base/angles.h"
#include "core/base/powers.h"

#include <algorithm>
#include <cmath>

namespace wr {

namespace {

constexpr double kInLine = 0.5;  // cos 60°: a girder goes on over a ridge
constexpr double kNearly = 1e-6; // of a cosine squared

Vec3 directionFrom(const Frame& f, const Element& e, int node)
{
    const Vec3 d = normalized(f.nodes[e.j].at - f.nodes[e.i].at);
    return e.i == node ? d : -d;
}
int otherEnd(const Element& e, int node)
{
    return e.i == node ? e.j : e.i;
}
bool steep(const Frame& f, const Element& e)
{
    return std::abs(dot(normalized(f.nodes[e.j].at - f.nodes[e.i].at), f.upward())) > kSin45;
}
const std::array<bool, 6>& releasesAt(const Element& e, int node)
{
    return e.i == node ? e.releaseI : e.releaseJ;
}
bool carriesBending(const Element& e, int node)
{
    const auto& r = releasesAt(e, node);
    return e.behaviour == Behaviour::Beam && !(r[static_cast<size_t>(Force::My)] && r[static_cast<size_t>(Force::Mz)]);
}

// Does the support hold the turn about an axis rigidly, and with what spring?
std::pair<bool, double> supportTurn(const Node& n, Vec3 axis)
{
    double held = 0, spring = 0;
    const auto directions = n.supportDirections();
    for (size_t d = 0; d < 3; ++d) {
        const double share = sqr(dot(directions[d], axis));
        if (n.support[d + 3].held) held += share;
        spring += n.support[d + 3].spring * share;
    }
    return {held > 1 - 1e-3, spring};
}

} // namespace

double Joint::girderSum(SwayCase c) const
{
    // A spring is worth a girder with the same stiffness against the joint's turn: 6·EI/L as the charts take it in sway, 2·EI/L
    // where it does not sway.
    double sum = spring / (c == SwayCase::Sway ? 6 : 2);
    for (const JointGirder& g : girders)
        sum += g.turns(static_cast<size_t>(c));
    return sum;
}

void Joint::take(BaseFixity fixity)
{
    if (!foot || pinned || fixity == BaseFixity::AsModelled) return;
    fixed = fixity == BaseFixity::Fixed;
    spring = 0;
    if (!fixed) girders.clear();
}

double Joint::g(SwayCase c, bool recommended) const
{
    constexpr double kInfinite = std::numeric_limits<double>::infinity();
    if (pinned) return kInfinite;
    if (fixed) return recommended ? 1 : 0;
    const double sum = girderSum(c);
    if (sum > 0) return columns / sum;
    return base && recommended ? 10 : kInfinite;
}

Joints::Joints(const Frame& f, const std::vector<std::vector<int>>& elementsAt, std::vector<ElementPress> press)
    : f_(f), at_(elementsAt), press_(std::move(press))
{
}

// EI about an axis with which an element resists turning at one of its nodes; less for a spring of its joint (near: it keeps
// 1 / (1 + 6·EI/(L·k)) of its stiffness in sway).
double Joints::bending(int element, int node, Vec3 axis, bool near) const
{
    const Element& e = f_.elements[element];
    if (e.behaviour != Behaviour::Beam) return 0;
    const Axes a = elementAxes(f_, e);
    const SectionProperties& p = f_.sections[e.section].properties;
    const double young = f_.materials[e.material].e, length = f_.length(e);
    const auto& released = releasesAt(e, node);
    const auto& springs = e.i == node ? e.springI : e.springJ;
    double out = 0;
    for (const bool major : {true, false}) {
        const auto k = static_cast<size_t>(major ? Force::My : Force::Mz);
        const double share = sqr(dot(axis, major ? a.y : a.z));
        if (share < kNearly || (near && released[k])) continue;
        double ei = young * (major ? p.iy : p.iz);
        if (near && springs[k] > 0) ei /= 1 + 6 * ei / (length * springs[k]);
        out += share * ei;
    }
    return out;
}

// The element in which a girder's span goes on at a node: nothing steep stands there and no support, and bending is carried.
std::optional<int> Joints::goesOn(int element, int node) const
{
    if (f_.nodes[node].supported()) return std::nullopt;
    const Vec3 back = directionFrom(f_, f_.elements[element], node);
    std::optional<int> best;
    double most = kInLine;
    for (const int other : at_[node]) {
        const Element& e = f_.elements[other];
        if (other == element) continue;
        if (steep(f_, e)) {
            if (carriesBending(e, node) || e.behaviour != Behaviour::Beam) return std::nullopt;
            continue;
        }
        const double line = -dot(back, directionFrom(f_, e, node));
        if (line > most && carriesBending(e, node)) {
            most = line;
            best = other;
        }
    }
    return best;
}

// Does anything bear a girder at its far end: a support, a column, or a beam that runs through there? What only hangs on the
// girder's own tip (a runway on a bracket) does not, and then the girder turns with the column instead of holding it.
bool Joints::bears(int element, int node) const
{
    if (f_.nodes[node].supported()) return true;
    std::vector<Vec3> through;
    for (const int other : at_[node]) {
        if (other == element) continue;
        const Element& e = f_.elements[other];
        if (steep(f_, e)) return true;
        if (carriesBending(e, node)) through.push_back(directionFrom(f_, e, node));
    }
    for (size_t a = 0; a < through.size(); ++a)
        for (size_t b = a + 1; b < through.size(); ++b)
            if (dot(through[a], through[b]) < -0.966) return true; // in one line within 15°
    return false;
}

std::optional<JointGirder> Joints::girder(int element, int node, Vec3 axis) const
{
    const double first = bending(element, node, axis, true);
    if (!(first > 0)) return std::nullopt;
    JointGirder out;
    out.element = element;
    double flexibility = 0;
    int at = node, current = element;
    for (int guard = 0; guard < 1000; ++guard) {
        const Element& e = f_.elements[current];
        const double ei = guard == 0 ? first : bending(current, at, axis, false), length = f_.length(e);
        if (!(ei > 0)) return std::nullopt; // it bends about another axis from here on
        out.length += length;
        flexibility += length / ei;
        at = otherEnd(e, at);
        const auto next = carriesBending(e, at) ? goesOn(current, at) : std::nullopt;
        if (!next) break;
        current = *next;
    }
    out.farNode = at;
    out.ei = out.length / flexibility;
    const Node& far = f_.nodes[at];
    const bool carried = bending(current, at, axis, true) > 0;
    const bool others = std::any_of(at_[at].begin(), at_[at].end(), [&](int o) {
        return o != current && carriesBending(f_.elements[o], at) && bending(o, at, axis, true) > 0;
    });
    if (at == node || !bears(current, at))
        out.far = FarEnd::Free;
    else if (!carried)
        out.far = FarEnd::Pinned;
    else if (supportTurn(far, axis).first)
        out.far = FarEnd::Fixed;
    else
        out.far = others ? FarEnd::Turns : FarEnd::Pinned;
    switch (out.far) {
    case FarEnd::Turns: out.factor = {1, 1}; break;
    case FarEnd::Fixed: out.factor = {2.0 / 3, 2}; break;
    case FarEnd::Pinned: out.factor = {0.5, 1.5}; break;
    case FarEnd::Free: out.factor = {0, 0}; break;
    }
    if (!press_.empty()) {
        double thrust = 0;
        for (const int e : {element, current})
            thrust = std::max(thrust, -press_[static_cast<size_t>(e)].axial);
        const double critical = sqr(kPi) * out.ei / sqr(out.length);
        out.axial = std::clamp(1 - thrust / critical, 0.0, 1.0);
    }
    return out;
}

Joint Joints::at(const JointQuery& q) const
{
    Joint out;
    out.node = q.node;
    if (q.node < 0) return out; // between nodes: the column goes on, and nothing frames in
    for (const size_t side : {size_t{0}, size_t{1}})
        if (q.length[side] > 0) out.columns += q.ei[side] / q.length[side];
    out.pinned = std::all_of(q.own.begin(), q.own.end(), [&](int e) { return !(bending(e, q.node, q.axis, true) > 0); });
    const Node& n = f_.nodes[q.node];
    std::tie(out.fixed, out.spring) = supportTurn(n, q.axis);
    for (const int e : at_[q.node]) {
        if (std::find(q.own.begin(), q.own.end(), e) != q.own.end()) continue;
        const Element& other = f_.elements[e];
        if (norm(cross(q.along, directionFrom(f_, other, q.node))) < kSin15) {
            // A column that goes on in another section: its own height to the next joint.
            const double ei = bending(e, q.node, q.axis, true);
            int node = q.node, current = e;
            double height = 0;
            for (int guard = 0; guard < 1000; ++guard) {
                height += f_.length(f_.elements[current]);
                node = otherEnd(f_.elements[current], node);
                const auto& there = at_[node];
                if (there.size() != 2 || f_.nodes[node].supported()) break;
                current = there[0] == current ? there[1] : there[0];
            }
            if (ei > 0) out.columns += ei / height;
        } else if (auto g = girder(e, q.node, q.axis))
            out.girders.push_back(*g);
    }
    out.base = n.supported();
    out.foot = n.supportHolds(q.along, kSin45);
    return out;
}

} // namespace wr
