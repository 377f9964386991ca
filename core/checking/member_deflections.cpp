#include "core/checking/member_deflections.h"

#include "core/base/angles.h"

#include <algorithm>
#include <array>
#include <cmath>
#include <optional>

namespace wr {

namespace {

bool permanent(Action a)
{
    return a == Action::Dead || a == Action::Superimposed;
}

// The case a column of the table belongs to, or -1: a whole combination.
int caseOf(const DeflectionInput& in, int column)
{
    const auto k = static_cast<size_t>(column);
    return k < in.forces.columnCase.size() ? in.forces.columnCase[k] : -1;
}

// The set without its permanent cases. `fails`: a column holds a whole combination with permanent cases in it, and those were
// not solved by themselves: then the variable part is what all loads together add to them.
ForceSet variablePart(const DeflectionInput& in, const ForceSet& s, bool& fails)
{
    fails = false;
    ForceSet out = s;
    const auto still = permanentTerms(in.frame, s.combination);
    if (still.empty()) return out;
    if (std::any_of(s.terms.begin(), s.terms.end(), [&](const auto& t) { return caseOf(in, t.first) < 0; })) {
        const int column = in.forces.columnOf(s.combination, still);
        fails = column < 0;
        if (!fails) out.terms.emplace_back(column, -1.0);
        return out;
    }
    std::erase_if(out.terms, [&](const auto& t) { return permanent(in.frame.cases[caseOf(in, t.first)].action); });
    return out;
}

// Along the whole member: the moment integrated twice and once, the shear once, the curvature of heat twice and once.
struct Line
{
    std::vector<double> bend, bendTurn, shear, heat, heatTurn;
};

// Curvature per kelvin and metre of a set in one plane, by piece; empty where no case has a gradient.
std::vector<double> heatOf(const DeflectionInput& in, const ForceSet& part, bool variable, bool major)
{
    std::vector<double> out;
    for (const auto& [c, factor] : in.frame.combinations[part.combination].terms) {
        const LoadCase& l = in.frame.cases[c];
        if (l.thermal.empty() || (variable && permanent(l.action))) continue;
        for (const ThermalLoad& th : l.thermal)
            for (size_t p = 0; p < in.member.pieces.size(); ++p) {
                const MemberPiece& piece = in.member.pieces[p];
                if (piece.element != th.element) continue;
                out.resize(in.member.pieces.size(), 0.0);
                const Element& e = in.frame.elements[piece.element];
                const double alpha = in.frame.materials[e.material].alpha;
                out[p] -= factor * alpha * (major ? th.gradientZ * piece.zSign : th.gradientY * piece.ySign);
            }
    }
    return out;
}

Line integrate(const std::vector<double>& x, const double* m, const double* v, const DeflectionInput& in,
               const std::vector<double>& heat)
{
    const size_t n = x.size();
    const std::vector<double> zero(n, 0.0);
    Line out{zero, zero, zero, zero, zero};
    size_t piece = 0;
    for (size_t k = 1; k < n; ++k) {
        const double h = x[k] - x[k - 1];
        for (auto* line : {&out.bend, &out.bendTurn, &out.shear, &out.heat, &out.heatTurn})
            (*line)[k] = (*line)[k - 1];
        if (h <= 0) continue; // a moment that jumps at a place is no shear
        // Moments are cubics with the shears as slopes.
        out.bend[k] +=
            out.bendTurn[k - 1] * h + h * h * (7 * m[k - 1] + 3 * m[k]) / 20 + h * h * h * (v[k - 1] / 20 - v[k] / 30);
        out.bendTurn[k] += h / 2 * (m[k - 1] + m[k]) + h * h / 12 * (v[k - 1] - v[k]);
        out.shear[k] += m[k] - m[k - 1];
        if (heat.empty()) continue;
        while (piece + 1 < in.member.pieces.size() && (x[k - 1] + x[k]) / 2 > in.member.pieces[piece + 1].start)
            ++piece;
        out.heat[k] += out.heatTurn[k - 1] * h + heat[piece] * h * h / 2;
        out.heatTurn[k] += heat[piece] * h;
    }
    return out;
}

double valueAt(const std::vector<double>& x, const std::vector<double>& w, double at)
{
    const auto it = std::lower_bound(x.begin(), x.end(), at);
    if (it == x.begin()) return w.front();
    if (it == x.end()) return w.back();
    const auto i = static_cast<size_t>(it - x.begin());
    const double h = x[i] - x[i - 1];
    return h > 0 ? w[i - 1] + (w[i] - w[i - 1]) * (at - x[i - 1]) / h : w[i];
}

// What a node does under the loads of a set, as a vector in the member's axes; nothing: not known.
std::optional<Vec3> movedLocal(const DeflectionInput& in, const ForceSet& part, int node, std::vector<Vec3> NodeMotion::*what)
{
    if (!in.motions) return std::nullopt;
    Vec3 sum{};
    for (const auto& [column, factor] : part.terms) {
        const auto k = static_cast<size_t>(column);
        if (k >= in.motions->size() || static_cast<size_t>(node) >= ((*in.motions)[k].*what).size()) return std::nullopt;
        sum = sum + factor * ((*in.motions)[k].*what)[static_cast<size_t>(node)];
    }
    return in.member.axes.toLocal(sum);
}

// Turn of the frame at a member's end as the slope of its axis along z or y; false: not known.
bool rootSlope(const DeflectionInput& in, const ForceSet& part, bool major, bool atStart, double& slope)
{
    const auto turn = movedLocal(in, part, atStart ? in.member.startNode : in.member.endNode, &NodeMotion::r);
    if (turn) slope = major ? -turn->y : turn->z;
    return turn.has_value();
}

struct Stretch
{
    double from, to;
    bool free, freeAtStart;
    // Measured from one of its ends, whose node moves with the frame as the other does; -1: from the chord.
    int fromNode = -1, toNode = -1;
    bool lastStands = false; // measured from `toNode`, else from `fromNode`
};

// Does a support, or a column below a level member, keep an inner joint from moving along z or y? Whatever the lanes say of
// buckling, nobody measures a deflection across it.
bool keepsJoint(const DeflectionInput& in, int node, bool major)
{
    const Frame& f = in.frame;
    const Node& n = f.nodes[node];
    const Vec3 along = major ? in.member.axes.z : in.member.axes.y, up = f.upward();
    constexpr double kAlong = 0.5;
    if (n.supportHolds(along, kAlong)) return true;
    const bool level = std::abs(dot(in.member.axes.x, up)) < kSin45;
    if (!level || !(std::abs(dot(along, up)) > kAlong)) return false;
    for (const int there : in.elementsAt[node]) {
        const Element& e = f.elements[there];
        const Vec3 away = normalized(f.nodes[e.i == node ? e.j : e.i].at - n.at);
        if (dot(away, up) < -kSin45 && e.behaviour != Behaviour::TensionOnly) return true;
    }
    return false;
}

// Inner joints that a deflection is measured from, as places along the member.
std::vector<double> keptJoints(const DeflectionInput& in, bool major)
{
    std::vector<double> out;
    const Frame& f = in.frame;
    for (size_t p = 0; p + 1 < in.member.pieces.size(); ++p) {
        const MemberPiece& piece = in.member.pieces[p];
        const Element& e = f.elements[piece.element];
        if (keepsJoint(in, piece.reversed ? e.i : e.j, major)) out.push_back(piece.start + piece.length);
    }
    return out;
}

std::vector<Stretch> cutAtJoints(const std::vector<Stretch>& whole, const std::vector<double>& joints, double length)
{
    std::vector<Stretch> out;
    const double eps = 1e-6 * length;
    for (const Stretch& s : whole) {
        double from = s.from;
        for (const double at : joints) {
            if (at <= from + eps || at >= s.to - eps) continue;
            out.push_back({from, at, s.free && s.freeAtStart && from == s.from, s.freeAtStart, -1, -1, false});
            from = at;
        }
        const bool uncut = from == s.from;
        out.push_back({from, s.to, s.free && (uncut || !s.freeAtStart), s.freeAtStart && uncut});
    }
    return out;
}

double heightOf(const Frame& f, int node)
{
    return dot(f.nodes[node].at, f.upward());
}

// Between the floors that an upright member passes, each measured from its lower end.
std::vector<Stretch> storeyStretches(const DeflectionInput& in)
{
    std::vector<Stretch> out;
    const Frame& f = in.frame;
    double from = 0;
    int below = in.member.startNode;
    for (const MemberPiece& piece : in.member.pieces) {
        const Element& e = f.elements[piece.element];
        const int node = piece.reversed ? e.i : e.j;
        const bool last = &piece == &in.member.pieces.back();
        if (!last && !(in.floors && (*in.floors)[static_cast<size_t>(node)])) continue;
        out.push_back({from, piece.start + piece.length, false, false, below, node, heightOf(f, node) < heightOf(f, below)});
        from = piece.start + piece.length;
        below = node;
    }
    return out;
}

bool upright(const DeflectionInput& in)
{
    return std::abs(dot(in.member.axes.x, in.frame.upward())) > kSin45;
}

std::vector<Stretch> stretchesOf(const DeflectionInput& in, bool major)
{
    std::vector<Stretch> out;
    const auto& lane = in.lanes.of(major ? LengthAxis::Major : LengthAxis::Minor);
    if (lane.empty()) return out;
    if (in.from == DeflectionFrom::Storey && upright(in)) return storeyStretches(in);
    if (in.from == DeflectionFrom::Ends || in.from == DeflectionFrom::HeldEnd) {
        const LaneSegment &a = lane.front(), &b = lane.back();
        const bool start = a.cantilever && in.lanes.freeStart, end = b.cantilever && in.lanes.freeEnd;
        if (start && end) return out;
        out.push_back({a.from, b.to, start || end, start});
        if (in.from == DeflectionFrom::Ends || start || end) return out;
        out.back().fromNode = in.member.startNode;
        out.back().toNode = in.member.endNode;
        out.back().lastStands = upright(in) && heightOf(in.frame, in.member.endNode) < heightOf(in.frame, in.member.startNode);
        return out;
    }
    for (size_t i = 0; i < lane.size(); ++i) {
        const LaneSegment& s = lane[i];
        if (s.continuous) continue;
        const bool start = s.cantilever && i == 0 && in.lanes.freeStart,
                   end = s.cantilever && i + 1 == lane.size() && in.lanes.freeEnd;
        if (start && end) continue; // held by nothing at all
        out.push_back({s.from, s.to, start || end, start});
    }
    return cutAtJoints(out, keptJoints(in, major), in.member.length);
}

// What a stretch is measured from: a chord through two held stretches, or the tangent at the root of a cantilever that turns by
// `turn` with the frame.
struct Datum
{
    bool chord = true;
    double a = 0, b = 0, turn = 0;
    bool known = true;
};
Datum datumOf(const DeflectionInput& in, const std::vector<Stretch>& stretches, const Stretch& p, const ForceSet& part,
              bool major)
{
    Datum out{true, p.from, p.to};
    if (!p.free) return out;
    const double root = p.freeAtStart ? p.to : p.from;
    for (const Stretch& q : stretches)
        if (!q.free && std::abs((p.freeAtStart ? q.from : q.to) - root) < 1e-9) return {true, q.from, q.to};
    out.chord = false;
    out.a = root;
    const bool atEnd = std::abs(root - (p.freeAtStart ? in.member.length : 0)) < 1e-6 * in.member.length;
    out.known = atEnd && rootSlope(in, part, major, !p.freeAtStart, out.turn);
    return out;
}

// One stretch, measured from its datum.
void fill(StretchDeflection& b, const std::vector<double>& x, const Line& line, const Datum& datum)
{
    const auto measured = [&](const std::vector<double>& whole, const std::vector<double>* turns, double turn,
                              std::vector<double>& out) {
        const double start = valueAt(x, whole, datum.a);
        double slope = 0;
        if (datum.chord)
            slope = (valueAt(x, whole, datum.b) - start) / (datum.b - datum.a);
        else if (turns)
            slope = valueAt(x, *turns, datum.a);
        for (size_t k = 0; k < x.size(); ++k)
            if (x[k] >= b.from - 1e-9 && x[k] <= b.to + 1e-9)
                out.push_back(whole[k] - start - (slope - turn) * (x[k] - datum.a));
    };
    for (const double at : x)
        if (at >= b.from - 1e-9 && at <= b.to + 1e-9) b.x.push_back(at);
    measured(line.bend, &line.bendTurn, 0, b.bend);
    measured(line.shear, nullptr, 0, b.shear);
    measured(line.heat, &line.heatTurn, datum.turn, b.heat);
}

// Measured from one end: what the other moves against it, in line between them.
void addMovement(StretchDeflection& b, const DeflectionInput& in, const ForceSet& part, const Stretch& p, bool major)
{
    const auto first = movedLocal(in, part, p.fromNode, &NodeMotion::u), last = movedLocal(in, part, p.toNode, &NodeMotion::u);
    b.known = first && last;
    if (!b.known) return;
    const Vec3 move = *last - *first;
    const double along = major ? move.z : move.y, length = p.to - p.from;
    for (size_t k = 0; k < b.x.size(); ++k)
        b.heat[k] += along * (b.x[k] - (p.lastStands ? p.to : p.from)) / length;
}

} // namespace

std::vector<std::pair<int, double>> permanentTerms(const Frame& f, int combination)
{
    std::vector<std::pair<int, double>> out;
    for (const auto& t : f.combinations[combination].terms)
        if (t.second != 0 && permanent(f.cases[t.first].action)) out.push_back(t);
    return out;
}

void deflectionsInto(const MemberPlan& plan, const DeflectionInput& in, std::vector<double>& buffer, Demands& d)
{
    d.deflections.clear();
    d.service = !in.sets.empty();
    d.splitFails = false;
    d.splitLacks = {};
    std::vector<char> asked(in.frame.cases.size()), held(in.frame.cases.size()); // variable cases of sets that split or not
    const size_t n = plan.stations();
    const Vec3 up = in.frame.upward();
    const Axes& axes = in.member.axes;
    const std::array<std::vector<Stretch>, 2> along{stretchesOf(in, true), stretchesOf(in, false)};
    for (size_t i = 0; i < in.sets.size(); ++i) {
        const ForceSet& set = in.forces.sets[in.sets[i].at()];
        for (const bool variable : {false, true}) {
            if (!(variable ? in.variable : in.total)) continue;
            bool fails = false;
            const ForceSet& stands = plan.standing(set, in.sets[i]);
            const ForceSet part = variable ? variablePart(in, stands, fails) : stands;
            if (variable)
                for (const auto& [c, k] : in.frame.combinations[set.combination].terms)
                    (fails ? asked : held)[c] = !permanent(in.frame.cases[c].action);
            if (fails) {
                d.splitFails = true;
                continue;
            }
            combine(plan, part, buffer);
            for (const bool major : {true, false}) {
                const std::vector<Stretch>& stretches = along[major ? 0 : 1];
                if (stretches.empty()) continue;
                const double *m = buffer.data() + (major ? 4 : 5) * n, *v = buffer.data() + (major ? 2 : 1) * n;
                const Line line = integrate(plan.x, m, v, in, heatOf(in, part, variable, major));
                for (const Stretch& p : stretches) {
                    const Datum datum = datumOf(in, stretches, p, part, major);
                    StretchDeflection& b = d.deflections.emplace_back();
                    b.major = major;
                    b.variable = variable;
                    b.free = p.free;
                    b.rootKnown = datum.chord || datum.known;
                    b.from = p.from;
                    b.to = p.to;
                    b.set = ServiceRow(i);
                    b.kind = in.frame.combinations[set.combination].kind;
                    b.up = dot(major ? axes.z : axes.y, up);
                    b.steep = std::abs(dot(axes.x, up));
                    b.measured = in.from == DeflectionFrom::Storey && p.fromNode < 0 ? DeflectionFrom::Holds : in.from;
                    fill(b, plan.x, line, datum);
                    if (p.fromNode >= 0) addMovement(b, in, part, p, major);
                }
            }
        }
    }
    for (size_t c = 0; c < asked.size(); ++c)
        if (asked[c] && !held[c]) d.splitLacks = in.frame.cases[c].id;
}

} // namespace wr
