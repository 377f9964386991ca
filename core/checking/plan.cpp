#include "core/checking/plan.h"

#include <algorithm>
#include <cmath>

namespace wr {

namespace {

struct Place
{
    double x;
    int piece;
    double s;    // along the piece's element
    int station; // table station, or -1: interpolate
};

void spansOf(const Lanes& lanes, MemberPlan& plan)
{
    const auto &top = lanes.of(LengthAxis::Top), &bottom = lanes.of(LengthAxis::Bottom);
    const auto add = [&](const LaneSegment& s, bool isTop) {
        for (Span& p : plan.spans)
            if (std::abs(p.from - s.from) < 1e-9 && std::abs(p.to - s.to) < 1e-9 && std::abs(p.lb - s.length) < 1e-9 &&
                p.cantilever == s.cantilever && p.freeAtStart == s.freeAtStart) {
                (isTop ? p.top : p.bottom) = true;
                return;
            }
        Span p;
        p.from = s.from;
        p.to = s.to;
        p.lb = s.length;
        p.cantilever = s.cantilever;
        p.freeAtStart = s.freeAtStart;
        (isTop ? p.top : p.bottom) = true;
        plan.spans.push_back(p);
    };
    for (const LaneSegment& s : top)
        add(s, true);
    for (const LaneSegment& s : bottom)
        add(s, false);
    std::sort(plan.spans.begin(), plan.spans.end(),
              [](const Span& a, const Span& b) { return a.from != b.from ? a.from < b.from : a.to < b.to; });
}

std::vector<Place> placesOf(const Member& m, const MemberPlan& plan, const Lanes& lanes, const ForceTable& t)
{
    std::vector<Place> out;
    for (size_t p = 0; p < m.pieces.size(); ++p) {
        const MemberPiece& piece = m.pieces[p];
        const int begin = t.first[piece.element], end = t.first[static_cast<size_t>(piece.element) + 1];
        for (int k = 0; k < end - begin; ++k) {
            const int station = piece.reversed ? end - 1 - k : begin + k;
            const double s = t.s[station];
            out.push_back({piece.start + (piece.reversed ? piece.length - s : s), static_cast<int>(p), s, station});
        }
    }
    std::vector<double> extra;
    for (const Span& s : plan.spans)
        for (int q = 0; q <= 4; ++q)
            extra.push_back(s.from + q * (s.to - s.from) / 4);
    for (const auto& lane : lanes.axis)
        for (const LaneSegment& s : lane) {
            extra.push_back(s.from);
            extra.push_back(s.to);
        }
    const double eps = 1e-7 * m.length;
    for (const double x : extra) {
        if (std::any_of(out.begin(), out.end(), [&](const Place& p) { return std::abs(p.x - x) < eps; })) continue;
        size_t p = 0;
        while (p + 1 < m.pieces.size() && m.pieces[p].start + m.pieces[p].length < x)
            ++p;
        const MemberPiece& piece = m.pieces[p];
        const double along = std::clamp(x - piece.start, 0.0, piece.length);
        const auto before = std::find_if(out.begin(), out.end(), [&](const Place& q) { return q.x > x; });
        out.insert(before, {x, static_cast<int>(p), piece.reversed ? piece.length - along : along, -1});
    }
    return out;
}

int nearest(const std::vector<double>& x, double at)
{
    int best = 0;
    for (size_t i = 0; i < x.size(); ++i)
        if (std::abs(x[i] - at) < std::abs(x[best] - at)) best = static_cast<int>(i);
    return best;
}

// First and last station that belong to a stretch: at its ends only the side that lies inside it, since the force on the other
// side of a joint or point load is not this stretch's.
std::pair<int, int> range(const std::vector<double>& x, double from, double to, double eps)
{
    const int first = static_cast<int>(std::upper_bound(x.begin(), x.end(), from + eps) - x.begin()) - 1;
    const int last = static_cast<int>(std::lower_bound(x.begin(), x.end(), to - eps) - x.begin());
    return {std::max(first, 0), std::min(std::max(first, last), static_cast<int>(x.size()) - 1)};
}

} // namespace

MemberPlan planMember(const Member& m, const Lanes& lanes, const ForceTable& t, double turn, bool aboutLegs)
{
    MemberPlan plan;
    plan.turn = turn;
    plan.aboutLegs = aboutLegs;
    spansOf(lanes, plan);
    const std::vector<Place> places = placesOf(m, plan, lanes, t);
    const size_t n = places.size();
    plan.columns = t.columns;
    for (const Place& p : places)
        plan.x.push_back(p.x);
    plan.values.resize(t.columns * 6 * n);
    for (size_t i = 0; i < n; ++i) {
        const Place& p = places[i];
        const MemberPiece& piece = m.pieces[p.piece];
        const double sx = piece.reversed ? -1 : 1;
        // n and t do not change when an element is turned round; moments follow the fibres, shears their slope along the
        // member.
        const double sign[6] = {1, sx * piece.ySign, sx * piece.zSign, 1, piece.zSign, piece.ySign};
        for (size_t c = 0; c < t.columns; ++c) {
            SectionForces v;
            if (p.station >= 0)
                std::copy_n(t.at(p.station, c), 6, v.begin());
            else
                v = interpolate(t, piece.element, p.s, c, true);
            for (size_t k = 0; k < 6; ++k) {
                plan.values[(c * 6 + k) * n + i] = sign[k] * v[k];
                if (std::isnan(v[k])) plan.complete = false;
            }
        }
    }
    if (aboutLegs && turn != 0) {
        // (mz, my) are the first moments of the stresses along y and z: they turn like a vector.
        const double co = std::cos(turn), si = std::sin(turn);
        for (size_t c = 0; c < t.columns; ++c)
            for (size_t i = 0; i < n; ++i) {
                for (const size_t k : {size_t{4}, size_t{2}}) { // moments with the shears that are their slopes
                    double &alongZ = plan.values[(c * 6 + k) * n + i],
                           &alongY = plan.values[(c * 6 + (k == 4 ? 5 : 1)) * n + i];
                    const double upright = co * alongZ - si * alongY, flat = co * alongY + si * alongZ;
                    alongZ = upright;
                    alongY = flat;
                }
            }
    }
    const double eps = 1e-7 * m.length;
    for (Span& s : plan.spans) {
        std::tie(s.first, s.last) = range(plan.x, s.from, s.to, eps);
        for (int q = 0; q < 3; ++q)
            s.quarter[q] = nearest(plan.x, s.from + (q + 1) * (s.to - s.from) / 4);
        double from = s.from, to = s.to;
        for (const LengthAxis a : {LengthAxis::Major, LengthAxis::Minor, LengthAxis::Torsion})
            for (const LaneSegment& seg : lanes.of(a))
                if (seg.from < s.to - eps && seg.to > s.from + eps) {
                    from = std::min(from, seg.from);
                    to = std::max(to, seg.to);
                }
        std::tie(s.axialFirst, s.axialLast) = range(plan.x, from, to, eps);
    }
    for (const LengthAxis a : {LengthAxis::Major, LengthAxis::Minor})
        for (const LaneSegment& seg : lanes.of(a)) {
            if (seg.continuous) continue;
            BendingSegment b;
            b.major = a == LengthAxis::Major;
            b.from = seg.from;
            b.to = seg.to;
            b.cantilever = seg.cantilever;
            b.length = (seg.cantilever ? seg.k : std::min(seg.k, 1.0)) * seg.span();
            std::tie(b.first, b.last) = range(plan.x, b.from, b.to, eps);
            plan.bending.push_back(b);
        }
    return plan;
}

void combine(const MemberPlan& plan, const ForceSet& set, std::vector<double>& out)
{
    const size_t n = 6 * plan.stations();
    out.resize(n);
    double* o = out.data();
    bool first = true;
    for (const auto& [column, factor] : set.terms) {
        const double* v = plan.values.data() + static_cast<size_t>(column) * n;
        if (first)
            for (size_t i = 0; i < n; ++i)
                o[i] = factor * v[i];
        else
            for (size_t i = 0; i < n; ++i)
                o[i] += factor * v[i];
        first = false;
    }
    if (first) std::fill(out.begin(), out.end(), 0.0);
}

namespace {

// Peak of a moment inside an interval where its shear changes sign: root of the slope of the cubic through values and slopes.
bool peak(double h, double m0, double v0, double m1, double v1, double& value, double& at)
{
    const double a = 6 * (m0 - m1) / h + 3 * (v0 + v1), b = -6 * (m0 - m1) / h - 4 * v0 - 2 * v1,
                 c = v0; // slope: a·x² + b·x + c
    double x = -1;
    if (std::abs(a) < 1e-12 * (std::abs(b) + std::abs(c)))
        x = b != 0 ? -c / b : -1;
    else {
        const double disc = b * b - 4 * a * c;
        if (disc < 0) return false;
        const double q = -0.5 * (b + std::copysign(std::sqrt(disc), b));
        const double x1 = q / a, x2 = q != 0 ? c / q : -1;
        x = x1 > 0 && x1 < 1 ? x1 : x2;
    }
    if (!(x > 0 && x < 1)) return false;
    value = (1 + 2 * x) * (1 - x) * (1 - x) * m0 + x * (1 - x) * (1 - x) * h * v0 + x * x * (3 - 2 * x) * m1 +
            x * x * (x - 1) * h * v1;
    at = x * h;
    return true;
}

// A moment belongs to the fibre it compresses.
void takeMoment(double m, double x, Extreme& positive, Extreme& negative)
{
    if (m >= 0)
        positive.take(m, x);
    else
        negative.take(-m, x);
}

// Does the shear change by more than rounding (and the curvature of second order) between two stations?
bool changes(const double* v, int first, int last)
{
    const auto [lo, hi] = std::minmax_element(v + first, v + last + 1);
    return *hi - *lo > 0.01 * std::max(std::abs(*lo), std::abs(*hi));
}

// From the largest shear to the nearest place on either side where it is zero or changes sign, else the member's end; the
// longer of the two where both sides count.
double shearLength(const double* v, const double* x, size_t n)
{
    size_t top = 0;
    for (size_t i = 1; i < n; ++i)
        if (std::abs(v[i]) > std::abs(v[top])) top = i;
    if (v[top] == 0) return 0;
    const auto way = [&](int step) {
        for (auto i = static_cast<long>(top); i + step >= 0 && i + step < static_cast<long>(n); i += step) {
            const double a = v[i], b = v[i + step];
            if (a * b > 0) continue;
            const double share = a == b ? 1.0 : a / (a - b);
            return std::abs(x[i] + share * (x[i + step] - x[i]) - x[top]);
        }
        return std::abs((step > 0 ? x[n - 1] : x[0]) - x[top]);
    };
    return std::max(way(1), way(-1));
}

// Second-order effects of the member itself want the ends' moments and the thrust of every bending segment.
void bendingDemands(const MemberPlan& plan, const double* f, BendingDemand* out)
{
    const size_t n = plan.stations();
    for (size_t k = 0; k < plan.bending.size(); ++k) {
        const BendingSegment& s = plan.bending[k];
        const double *m = f + (s.major ? 4 : 5) * n, *v = f + (s.major ? 2 : 1) * n;
        BendingDemand& d = out[k];
        d.mFrom = m[s.first];
        d.mTo = m[s.last];
        for (int i = s.first; i <= s.last; ++i)
            d.compression = std::max(d.compression, -f[i]);
        d.loaded = changes(v, s.first, s.last);
    }
}

void extremes(const MemberPlan& plan, const double* f, SetDemand& d)
{
    const size_t n = plan.stations();
    const double *fn = f, *vy = f + n, *vz = f + 2 * n, *t = f + 3 * n, *my = f + 4 * n, *mz = f + 5 * n, *x = plan.x.data();
    for (size_t i = 0; i < n; ++i) {
        d.tension.take(fn[i], x[i]);
        d.compression.take(-fn[i], x[i]);
        d.shearMinor.take(std::abs(vy[i]), x[i]);
        d.shearMajor.take(std::abs(vz[i]), x[i]);
        d.torsion.take(std::abs(t[i]), x[i]);
        takeMoment(my[i], x[i], d.top, d.bottom);
        takeMoment(mz[i], x[i], d.plus, d.minus);
    }
    if (plan.endPanel > 0)
        for (size_t i = 0; i < n; ++i) {
            const bool end = x[i] < plan.endPanel || x[i] > x[n - 1] - plan.endPanel;
            (end ? d.shearEnd : d.shearInside).take(std::abs(vz[i]), x[i]);
        }
    if (plan.turn == 0 || plan.aboutLegs) {
        d.shearUpright = d.shearMajor;
        d.shearFlat = d.shearMinor;
        return;
    }
    const double c = std::cos(plan.turn), s = std::sin(plan.turn);
    for (size_t i = 0; i < n; ++i) {
        d.shearUpright.take(std::abs(c * vz[i] - s * vy[i]), x[i]);
        d.shearFlat.take(std::abs(c * vy[i] + s * vz[i]), x[i]);
    }
}

} // namespace

void reduceInto(const MemberPlan& plan, const ForceTable& forces, std::span<const TableSet> sets, std::vector<double>& buffer,
                Demands& out)
{
    out.spans = plan.spans;
    out.valid = plan.complete;
    out.setIndex.assign(sets.begin(), sets.end());
    out.sets.assign(sets.size(), {});
    out.spanSets.assign(sets.size() * plan.spans.size(), {});
    const size_t n = plan.stations();
    const double* x = plan.x.data();
    out.x.clear();
    out.forces.clear();
    out.shearLength = 0;
    out.bending.clear();
    out.bendingSets.clear();
    const auto firstOrder = [&](TableSet set) { return !plan.firstOrder.empty() && plan.firstOrder[set.at()]; };
    if (std::any_of(sets.begin(), sets.end(), firstOrder)) {
        out.bending = plan.bending;
        out.bendingSets.assign(sets.size() * plan.bending.size(), {});
    }
    for (size_t i = 0; i < sets.size(); ++i) {
        combine(plan, forces.sets[sets[i].at()], buffer);
        const double *f = buffer.data(), *vy = f + n, *vz = f + 2 * n, *my = f + 4 * n, *mz = f + 5 * n;
        if (!std::all_of(f, f + 6 * n, [](double v) { return std::isfinite(v); })) out.valid = false; // missing, or an overflow
        SetDemand& d = out.sets[i];
        extremes(plan, f, d);
        d.firstOrder = firstOrder(sets[i]);
        if (d.firstOrder) bendingDemands(plan, f, out.bendingSets.data() + i * plan.bending.size());
        if (plan.shearLengths) out.shearLength = std::max({out.shearLength, shearLength(vz, x, n), shearLength(vy, x, n)});
        if ((plan.keepForces || d.torsion.value > 0) && out.forces.empty()) {
            out.x = plan.x;
            out.forces.resize(sets.size() * 6 * n);
        }
        if (!out.forces.empty()) std::copy_n(f, 6 * n, out.forces.begin() + static_cast<ptrdiff_t>(i * 6 * n));
        for (size_t k = 0; k < plan.spans.size(); ++k) {
            const Span& s = plan.spans[k];
            SpanDemand& p = out.of(i, k);
            for (int j = s.axialFirst; j <= s.axialLast; ++j) {
                p.tension.take(f[j], x[j]);
                p.compression.take(-f[j], x[j]);
            }
            double least = f[s.first];
            for (int j = s.first; j <= s.last; ++j) {
                takeMoment(my[j], x[j], p.top, p.bottom);
                takeMoment(mz[j], x[j], p.plus, p.minus);
                least = std::min(least, f[j]);
            }
            p.leastTension = std::max(0.0, least);
            p.a = std::abs(my[s.quarter[0]]);
            p.b = std::abs(my[s.quarter[1]]);
            p.c = std::abs(my[s.quarter[2]]);
            p.za = std::abs(mz[s.quarter[0]]);
            p.zb = std::abs(mz[s.quarter[1]]);
            p.zc = std::abs(mz[s.quarter[2]]);
            p.loaded = changes(vz, s.first, s.last);
            p.push = vz[s.first] - vz[s.last];
        }
        // Peaks between stations.
        for (size_t j = 0; j + 1 < n; ++j) {
            const double h = x[j + 1] - x[j];
            if (h <= 0) continue;
            double value = 0, at = 0;
            if (vz[j] * vz[j + 1] < 0 && peak(h, my[j], vz[j], my[j + 1], vz[j + 1], value, at)) {
                takeMoment(value, x[j] + at, d.top, d.bottom);
                for (size_t k = 0; k < plan.spans.size(); ++k)
                    if (static_cast<int>(j) >= plan.spans[k].first && static_cast<int>(j) < plan.spans[k].last)
                        takeMoment(value, x[j] + at, out.of(i, k).top, out.of(i, k).bottom);
            }
            if (vy[j] * vy[j + 1] < 0 && peak(h, mz[j], vy[j], mz[j + 1], vy[j + 1], value, at)) {
                takeMoment(value, x[j] + at, d.plus, d.minus);
                for (size_t k = 0; k < plan.spans.size(); ++k)
                    if (static_cast<int>(j) >= plan.spans[k].first && static_cast<int>(j) < plan.spans[k].last)
                        takeMoment(value, x[j] + at, out.of(i, k).plus, out.of(i, k).minus);
            }
        }
    }
}

Demands reduce(const MemberPlan& plan, const ForceTable& forces, std::span<const TableSet> sets)
{
    Demands out;
    std::vector<double> buffer;
    reduceInto(plan, forces, sets, buffer, out);
    return out;
}

} // namespace wr
