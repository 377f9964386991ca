#include "core/standards/en1993/strengths.h"

#include "core/standards/en1993/flange_holes.h"

#include <algorithm>

namespace wr::en1993 {

double modulusOfClass(const Context& c, const Strengths& s, int cls, Axis axis, double moment)
{
    NoTrace none;
    return modulus(c, s.plates, s.effective, cls, axis, moment >= 0 ? Side::Plus : Side::Minus, none);
}

int classOf(const Context& c, const Strengths& s, const Action3& a)
{
    NoTrace none;
    if (s.compressed <= 2 && !c.options.elasticSection) return 1;
    return classify(c, s.plates, a, none, &s.slender);
}

Strengths strengths(const Context& c, const Demands& d)
{
    NoTrace none;
    Strengths s;
    s.plates = platesOf(c);
    s.slender = slenderPlates(c, s.plates);
    s.tension = tension(c, none);
    const double unit = c.p.wely * c.fy;
    s.compressed = classify(c, s.plates, {c.p.a * c.fy, 0, 0}, none);
    for (const size_t i : {size_t{0}, size_t{1}}) {
        const double sign = i == 0 ? 1 : -1;
        s.classY[i] = classify(c, s.plates, {0, sign * unit, 0}, none);
        s.classZ[i] = classify(c, s.plates, {0, 0, sign * unit}, none);
    }
    const int worst = s.worst = std::max({s.compressed, s.classY[0], s.classY[1], s.classZ[0], s.classZ[1]});
    if (worst == 4)
        s.effective = effectiveOf(c, s.plates);
    else {
        s.effective.a = c.p.a;
        s.effective.wy[0] = s.effective.wy[1] = c.p.wely;
        s.effective.wz[0] = s.effective.wz[1] = c.p.welz;
    }
    for (const Side side : {Side::Plus, Side::Minus}) {
        const auto i = static_cast<size_t>(side);
        s.bendingY[i] = bending(c, s.plates, s.effective, s.classY[i], Axis::Y, side, none);
        s.bendingZ[i] = bending(c, s.plates, s.effective, s.classZ[i], Axis::Z, side, none);
    }
    s.constants = constantsOf(c);
    s.tube = s.constants.tube > 0;
    if (s.tube) s.torsion = tubeTorsion(c, none);
    s.ltb = ltbApplies(c);
    const auto least = [&](double plastic, double elastic, const double(&eff)[2]) {
        const double w = worst <= 2 ? plastic : worst == 3 ? elastic : std::min({elastic, eff[0], eff[1]});
        return w * c.fy / c.gammaM0();
    };
    s.leastN = (worst == 4 ? std::min(s.effective.a, c.p.a) : c.p.a) * c.fy / c.gammaM0();
    s.leastMy = least(c.p.wply, c.p.wely, s.effective.wy);
    if (c.options.flangeHoles) {
        double share = 1;
        for (const Side side : {Side::Plus, Side::Minus})
            for (const int cls : {1, 3})
                share = std::min(share, holesKeep(c, cls, side, none).share);
        s.leastMy *= std::max(share, 1e-6);
    }
    s.leastMz = least(c.p.wplz, c.p.welz, s.effective.wz);
    const bool plain = loadHeight(c) == 0 && c.p.betay == 0;
    for (const Span& span : d.spans) {
        SpanStrength& x = s.spans.emplace_back();
        x.lengths = columnLengths(c.in.lanes, span.from, span.to);
        x.gross = columnResistance(c, s.plates, s.effective, 1, x.lengths, none);
        x.effective = s.compressed == 4 ? columnResistance(c, s.plates, s.effective, 4, x.lengths, none) : x.gross;
        if (!s.ltb) continue;
        const double lb = std::max(span.lb, 1e-6);
        x.mcr0 = uniformCriticalMoment(stiffnessOf(c), lb, {c.options.kz, c.options.kw});
        if (c.options.c1)
            x.mcrLeast = 0;
        else if (plain && !span.cantilever)
            x.mcrLeast = uniformCriticalMoment(stiffnessOf(c), lb, {1, 1});
    }
    return s;
}

Station stationOf(const Demands& d, size_t set, size_t j)
{
    const size_t n = d.x.size();
    const double* f = d.concurrent(set);
    return {{-f[j], f[4 * n + j], f[5 * n + j]}, std::abs(f[n + j]), std::abs(f[2 * n + j]), std::abs(f[3 * n + j])};
}

SpanAction spanAction(const Context& c, const Strengths& s, const Demands& d, size_t set, size_t span)
{
    const Span& p = d.spans[span];
    const SpanDemand& x = d.of(set, span);
    SpanAction out;
    out.a.n = x.compression.value;
    const Extreme none, &top = p.top ? x.top : none, &bottom = p.bottom ? x.bottom : none;
    out.a.my = top.value >= bottom.value ? top.value : -bottom.value;
    out.a.mz = x.plus.value >= x.minus.value ? x.plus.value : -x.minus.value;
    out.at = out.a.my != 0 ? (out.a.my > 0 ? top.at : bottom.at) : out.a.mz != 0 ? x.minor().at : x.compression.at;
    out.cls = classOf(c, s, out.a);
    return out;
}

Segment segmentOf(const Demands& d, size_t set, size_t span)
{
    const Span& p = d.spans[span];
    const size_t n = d.x.size(), first = static_cast<size_t>(p.first), count = static_cast<size_t>(p.last - p.first) + 1;
    const double* f = d.concurrent(set);
    const std::span<const double> x(d.x.data() + first, count), my(f + 4 * n + first, count), vz(f + 2 * n + first, count);
    Segment out = sampleSegment(x, my, vz, p.from, p.to, std::max(p.lb, 1e-6));
    if (p.goesOn) { // into another member, whose moments are not known here: as if uniform
        const double peak = out.peak();
        out.m.fill(peak);
        out.q.fill(0);
        out.largest = std::abs(peak);
    }
    if (p.cantilever) {
        // The free end is the member's; its factor of 2 stands for what the solution knows itself.
        out.cantilever = true;
        out.length = p.to - p.from;
        out.freeAtStart = p.freeAtStart;
        if (out.freeAtStart)
            out.q.front() -= vz.front();
        else
            out.q.back() += vz.back();
    }
    return out;
}

namespace {

// A moment at a place by the cubic through values and slopes.
double momentAt(const Demands& d, const double* m, const double* v, double at, bool after)
{
    const std::vector<double>& x = d.x;
    size_t j = static_cast<size_t>(std::upper_bound(x.begin(), x.end(), at) - x.begin());
    j = j > 0 ? j - 1 : 0;
    if (!after)
        while (j > 0 && x[j] >= at)
            --j;
    if (j + 1 >= x.size()) return m[x.size() - 1];
    const double l = x[j + 1] - x[j];
    if (l <= 0) return m[j];
    const double t = std::clamp((at - x[j]) / l, 0.0, 1.0);
    return (1 + 2 * t) * sqr(1 - t) * m[j] + t * sqr(1 - t) * l * v[j] + t * t * (3 - 2 * t) * m[j + 1] +
           t * t * (t - 1) * l * v[j + 1];
}

MomentShape shapeBetween(const Demands& d, const double* m, const double* v, double from, double to)
{
    MomentShape out;
    out.first = momentAt(d, m, v, from, true);
    out.last = momentAt(d, m, v, to, false);
    out.middle = momentAt(d, m, v, (from + to) / 2, true);
    const double straight = (out.first + out.last) / 2,
                 most = std::max({std::abs(out.first), std::abs(out.last), std::abs(out.middle)});
    out.loaded = std::abs(out.middle - straight) > 0.01 * most;
    return out;
}

// Ends and middle of the segment of a lane that holds the largest moment: the points braced across the other axis (Table B.3).
// Where two meet in that moment, the one whose factor is the larger.
MomentShape laneShape(const Context& c, const Demands& d, size_t set, const Span& p, LengthAxis axis, bool minor)
{
    const size_t n = d.x.size();
    const double* f = d.concurrent(set);
    const double *m = f + (minor ? 5 : 4) * n, *v = f + (minor ? 1 : 2) * n;
    const auto inside = [&](const LaneSegment& s, const MomentShape& shape) {
        double out = std::max({std::abs(shape.first), std::abs(shape.last), std::abs(shape.middle)});
        for (size_t i = 0; i < n; ++i)
            if (d.x[i] > s.from + 1e-9 && d.x[i] < s.to - 1e-9) out = std::max(out, std::abs(m[i]));
        return out;
    };
    MomentShape best;
    double from = p.from, to = p.to, largest = -1;
    for (const LaneSegment& s : c.in.lanes.of(axis)) {
        if (!(s.from < p.to - 1e-9 && s.to > p.from + 1e-9) || !(s.span() > 0)) continue;
        const MomentShape shape = shapeBetween(d, m, v, s.from, s.to);
        const double here = inside(s, shape);
        const bool alike = std::abs(here - largest) <= 1e-6 * std::max(here, largest);
        if (s.beyond > 0) { // what it goes on into is not known here: as if uniform
            MomentShape uniform;
            uniform.first = uniform.last = uniform.middle = here;
            if (largest < 0 || here >= largest) best = uniform, from = s.from, to = s.to;
        } else if (largest < 0 || (alike ? equivalentMomentB(shape) > equivalentMomentB(best) : here > largest)) {
            best = shape;
            from = s.from;
            to = s.to;
        }
        largest = std::max(largest, here);
    }
    if (largest < 0) best = shapeBetween(d, m, v, from, to);
    if (best.loaded && interactionWay(c) == Options::Interaction::AnnexA) // wants the deflection, of the diagram itself
        best.bow = shapeOf(sampleSegment(d.x, {m, n}, {v, n}, from, to, to - from)).bow;
    return best;
}

} // namespace

Station stationAt(const Demands& d, size_t set, double at)
{
    const size_t n = d.x.size();
    const double* f = d.concurrent(set);
    size_t j = static_cast<size_t>(std::upper_bound(d.x.begin(), d.x.end(), at) - d.x.begin());
    j = std::min(j > 0 ? j - 1 : 0, n - 1);
    const size_t next = std::min(j + 1, n - 1);
    const double l = d.x[next] - d.x[j], t = l > 0 ? (at - d.x[j]) / l : 0;
    const auto line = [&](size_t k) { return f[k * n + j] * (1 - t) + f[k * n + next] * t; };
    return {{-line(0), momentAt(d, f + 4 * n, f + 2 * n, at, true), momentAt(d, f + 5 * n, f + n, at, true)},
            std::abs(line(1)),
            std::abs(line(2)),
            std::abs(line(3))};
}

Beamcolumn beamcolumnOf(const Context& c, const Strengths& s, const Demands& d, size_t set, size_t span, const SpanAction& x)
{
    Beamcolumn b;
    const SpanStrength& cap = s.spans[span];
    b.cls = x.cls;
    b.n = x.a.n;
    b.my = std::abs(x.a.my);
    b.mz = std::abs(x.a.mz);
    b.column = x.cls == 4 && s.compressed == 4 ? cap.effective : cap.gross;
    b.nrk = (x.cls == 4 ? s.effective.a : c.p.a) * c.fy;
    b.wy = modulusOfClass(c, s, x.cls, Axis::Y, x.a.my);
    b.wz = modulusOfClass(c, s, x.cls, Axis::Z, x.a.mz);
    b.myrk = b.wy * c.fy;
    b.mzrk = b.wz * c.fy;
    if (x.cls == 4) {
        b.dmy = b.n * std::abs(s.effective.eny);
        b.dmz = b.n * std::abs(s.effective.enz);
    }
    b.ltbApplies = s.ltb;
    b.mcr0 = cap.mcr0;
    const Span& p = d.spans[span];
    const auto sways = [&](LengthAxis axis) {
        const auto& lane = c.in.lanes.of(axis);
        return std::any_of(lane.begin(), lane.end(), [&](const LaneSegment& l) {
            return l.from < p.to - 1e-9 && l.to > p.from + 1e-9 && l.beyond == 0 && l.length > l.span() * (1 + 1e-6);
        });
    };
    b.swayY = sways(LengthAxis::Major);
    b.swayZ = sways(LengthAxis::Minor);
    b.y = laneShape(c, d, set, p, LengthAxis::Major, false);
    b.z = laneShape(c, d, set, p, LengthAxis::Minor, true);
    const size_t n = d.x.size();
    const double* m = d.concurrent(set) + 4 * n;
    b.lt = p.goesOn ? MomentShape{b.my, b.my, b.my, 1, false} : MomentShape{m[p.first], m[p.quarter[1]], m[p.last], 1, false};
    return b;
}

} // namespace wr::en1993
