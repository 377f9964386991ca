// Demands: the combined forces of every set reduced to what checks ask for, one set at a time.
#include "core/base/wide.h"
#include "core/checking/plan.h"

#include <algorithm>
#include <cmath>

namespace wr {

namespace {

// A block of out = Σ factor · column that stays in registers.
template <size_t Block> [[gnu::always_inline]] inline void addBlock(const double* values, const std::pair<int, double>* terms,
                                                                    size_t count, size_t n, size_t i, double* out)
{
    double sum[Block];
    const double* v = values + static_cast<size_t>(terms[0].first) * n + i;
    for (size_t k = 0; k < Block; ++k)
        sum[k] = terms[0].second * v[k];
    for (size_t t = 1; t < count; ++t) {
        v = values + static_cast<size_t>(terms[t].first) * n + i;
        for (size_t k = 0; k < Block; ++k)
            sum[k] += terms[t].second * v[k];
    }
    for (size_t k = 0; k < Block; ++k)
        out[i + k] = sum[k];
}
WR_WIDE void addColumns(const double* values, const std::pair<int, double>* terms, size_t count, size_t n, double* out)
{
    size_t i = 0;
    for (; i + 16 <= n; i += 16)
        addBlock<16>(values, terms, count, n, i, out);
    for (; i + 4 <= n; i += 4)
        addBlock<4>(values, terms, count, n, i, out);
    for (; i < n; ++i)
        addBlock<1>(values, terms, count, n, i, out);
}

// Largest and least of each of six components with n values. False where a number is missing or has overflown.
WR_WIDE bool extremesOf(const double* f, size_t n, double* hi, double* lo)
{
    double mark[4] = {0, 0, 0, 0}; // sums of nothings: what is not finite leaves its mark
    for (size_t c = 0; c < 6; ++c) {
        const double* v = f + c * n;
        double high[4] = {v[0], v[0], v[0], v[0]}, low[4] = {v[0], v[0], v[0], v[0]};
        size_t i = 0;
        for (; i + 4 <= n; i += 4)
            for (size_t k = 0; k < 4; ++k) {
                high[k] = v[i + k] > high[k] ? v[i + k] : high[k];
                low[k] = v[i + k] < low[k] ? v[i + k] : low[k];
                mark[k] += v[i + k] * 0.0;
            }
        for (; i < n; ++i) {
            high[0] = v[i] > high[0] ? v[i] : high[0];
            low[0] = v[i] < low[0] ? v[i] : low[0];
            mark[0] += v[i] * 0.0;
        }
        hi[c] = std::max(std::max(high[0], high[1]), std::max(high[2], high[3]));
        lo[c] = std::min(std::min(low[0], low[1]), std::min(low[2], low[3]));
    }
    return mark[0] + mark[1] + mark[2] + mark[3] == 0;
}

} // namespace

void combineInto(const MemberPlan& plan, const ForceSet& set, double* o)
{
    const size_t n = 6 * plan.stations();
    if (set.terms.empty())
        std::fill(o, o + n, 0.0);
    else
        addColumns(plan.values.data(), set.terms.data(), set.terms.size(), n, o);
}

void combine(const MemberPlan& plan, const ForceSet& set, std::vector<double>& out)
{
    out.resize(6 * plan.stations());
    combineInto(plan, set, out.data());
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

// Does a shear between these bounds change by more than rounding (and the curvature of second order)?
bool changes(double lo, double hi)
{
    return hi - lo > 0.01 * std::max(std::abs(lo), std::abs(hi));
}
bool changes(const double* v, int first, int last)
{
    double lo = v[first], hi = v[first];
    for (int i = first + 1; i <= last; ++i) {
        lo = std::min(lo, v[i]);
        hi = std::max(hi, v[i]);
    }
    return changes(lo, hi);
}

// Where a component is largest or least first.
double placeOf(const double* v, double value, const double* x, size_t n)
{
    size_t i = 0;
    while (i + 1 < n && v[i] != value)
        ++i;
    return x[i];
}
Extreme above(const double* v, double hi, const double* x, size_t n)
{
    return hi > 0 ? Extreme{hi, placeOf(v, hi, x, n)} : Extreme{};
}
Extreme below(const double* v, double lo, const double* x, size_t n)
{
    return lo < 0 ? Extreme{-lo, placeOf(v, lo, x, n)} : Extreme{};
}
// The larger of the two by size; where both are the same the first along the member.
Extreme either(const double* v, double hi, double lo, const double* x, size_t n)
{
    if (hi > -lo) return above(v, hi, x, n);
    if (hi < -lo) return below(v, lo, x, n);
    const Extreme up = above(v, hi, x, n), down = below(v, lo, x, n);
    return up.at <= down.at ? up : down;
}

// One combined set, reduced.
class Reducer
{
public:
    Reducer(const MemberPlan& plan, Demands& out) : plan_(plan), out_(out), n_(plan.stations()), x_(plan.x.data()) {}

    // What of a set that was taken stays under the plan's shares: N 1, My 2, Mz 4.
    unsigned char small(size_t i) const
    {
        const SetDemand& d = out_.sets[i];
        const std::array<double, 3> most{std::max(d.tension.value, d.compression.value), d.major().value, d.minor().value};
        unsigned char out = 0;
        for (size_t k = 0; k < 3; ++k)
            if (most[k] > 0 && most[k] < plan_.neglect[k]) out |= static_cast<unsigned char>(1U << k);
        return out;
    }
    // The same set again without them.
    void takeWithout(unsigned char small, size_t i, double* f, bool firstOrder)
    {
        constexpr std::array<size_t, 3> component{0, 4, 5};
        for (size_t k = 0; k < 3; ++k)
            if (small & (1U << k)) std::fill_n(f + component[k] * n_, n_, 0.0);
        out_.sets[i] = {};
        for (size_t k = 0; k < plan_.spans.size(); ++k)
            out_.of(i, k) = {};
        for (size_t k = 0; firstOrder && k < plan_.bending.size(); ++k)
            out_.bendingSets[i * plan_.bending.size() + k] = {};
        without_ = small;
        take(i, f, firstOrder);
        without_ = 0;
    }

    void take(size_t i, const double* f, bool firstOrder)
    {
        const size_t n = n_;
        vy_ = f + n, vz_ = f + 2 * n, my_ = f + 4 * n, mz_ = f + 5 * n, fn_ = f;
        if (!extremesOf(f, n, hi_, lo_)) out_.valid = false; // missing, or an overflow
        SetDemand& d = out_.sets[i];
        extremes(f, d);
        d.firstOrder = firstOrder;
        if (firstOrder) bending(out_.bendingSets.data() + i * plan_.bending.size());
        for (size_t k = 0; k < plan_.spans.size(); ++k)
            span(plan_.spans[k], d, out_.of(i, k));
        peaks(i, d);
    }

private:
    void extremes(const double* f, SetDemand& d)
    {
        const size_t n = n_;
        d.tension = above(fn_, hi_[0], x_, n), d.compression = below(fn_, lo_[0], x_, n);
        d.shearMinor = either(vy_, hi_[1], lo_[1], x_, n);
        d.shearMajor = either(vz_, hi_[2], lo_[2], x_, n);
        d.torsion = either(f + 3 * n, hi_[3], lo_[3], x_, n);
        d.top = above(my_, hi_[4], x_, n), d.bottom = below(my_, lo_[4], x_, n);
        d.plus = above(mz_, hi_[5], x_, n), d.minus = below(mz_, lo_[5], x_, n);
        if (plan_.turn == 0 || plan_.aboutLegs) {
            d.shearUpright = d.shearMajor;
            d.shearFlat = d.shearMinor;
            return;
        }
        const double c = std::cos(plan_.turn), s = std::sin(plan_.turn);
        for (size_t i = 0; i < n; ++i) {
            d.shearUpright.take(std::abs(c * vz_[i] - s * vy_[i]), x_[i]);
            d.shearFlat.take(std::abs(c * vy_[i] + s * vz_[i]), x_[i]);
        }
    }

    // Second-order effects of the member itself want the ends' moments and the thrust of every bending segment.
    void bending(BendingDemand* out) const
    {
        const int end = static_cast<int>(n_) - 1;
        for (size_t k = 0; k < plan_.bending.size(); ++k) {
            const BendingSegment& s = plan_.bending[k];
            const double *m = s.major ? my_ : mz_, *v = s.major ? vz_ : vy_;
            BendingDemand& d = out[k];
            d.mFrom = m[s.first];
            d.mTo = m[s.last];
            if (s.first == 0 && s.last == end) {
                d.compression = std::max(0.0, -lo_[0]);
                d.loaded = s.major ? changes(lo_[2], hi_[2]) : changes(lo_[1], hi_[1]);
                continue;
            }
            for (int i = s.first; i <= s.last; ++i)
                d.compression = std::max(d.compression, -fn_[i]);
            d.loaded = changes(v, s.first, s.last);
        }
    }

    void span(const Span& s, const SetDemand& d, SpanDemand& p)
    {
        const int last = static_cast<int>(n_) - 1;
        const bool whole = s.first == 0 && s.last == last;
        if (s.axialFirst == 0 && s.axialLast == last) {
            p.tension = d.tension;
            p.compression = d.compression;
        } else
            for (int j = s.axialFirst; j <= s.axialLast; ++j) {
                p.tension.take(fn_[j], x_[j]);
                p.compression.take(-fn_[j], x_[j]);
            }
        if (whole) { // before the peaks between stations, which are taken into both
            p.top = d.top, p.bottom = d.bottom, p.plus = d.plus, p.minus = d.minus;
            p.leastTension = std::max(0.0, lo_[0]);
            p.loaded = changes(lo_[2], hi_[2]);
        } else {
            double least = fn_[s.first];
            for (int j = s.first; j <= s.last; ++j) {
                takeMoment(my_[j], x_[j], p.top, p.bottom);
                takeMoment(mz_[j], x_[j], p.plus, p.minus);
                least = std::min(least, fn_[j]);
            }
            p.leastTension = std::max(0.0, least);
            p.loaded = changes(vz_, s.first, s.last);
        }
        p.a = std::abs(my_[s.quarter[0]]);
        p.b = std::abs(my_[s.quarter[1]]);
        p.c = std::abs(my_[s.quarter[2]]);
        p.za = std::abs(mz_[s.quarter[0]]);
        p.zb = std::abs(mz_[s.quarter[1]]);
        p.zc = std::abs(mz_[s.quarter[2]]);
        p.push = vz_[s.first] - vz_[s.last];
    }

    // Peaks of moments between stations, where their shear changes sign.
    void peaks(size_t i, SetDemand& d)
    {
        const auto inside = [&](size_t j, auto&& take) {
            for (size_t k = 0; k < plan_.spans.size(); ++k)
                if (static_cast<int>(j) >= plan_.spans[k].first && static_cast<int>(j) < plan_.spans[k].last)
                    take(out_.of(i, k));
        };
        const bool turnsY = hi_[2] > 0 && lo_[2] < 0 && !(without_ & 2U), turnsZ = hi_[1] > 0 && lo_[1] < 0 && !(without_ & 4U);
        if (!turnsY && !turnsZ) return;
        for (size_t j = 0; j + 1 < n_; ++j) {
            const bool y = turnsY && vz_[j] * vz_[j + 1] < 0, z = turnsZ && vy_[j] * vy_[j + 1] < 0;
            if (!y && !z) continue;
            const double h = x_[j + 1] - x_[j];
            if (h <= 0) continue;
            double value = 0, at = 0;
            if (y && peak(h, my_[j], vz_[j], my_[j + 1], vz_[j + 1], value, at)) {
                takeMoment(value, x_[j] + at, d.top, d.bottom);
                inside(j, [&](SpanDemand& p) { takeMoment(value, x_[j] + at, p.top, p.bottom); });
            }
            if (z && peak(h, mz_[j], vy_[j], mz_[j + 1], vy_[j + 1], value, at)) {
                takeMoment(value, x_[j] + at, d.plus, d.minus);
                inside(j, [&](SpanDemand& p) { takeMoment(value, x_[j] + at, p.plus, p.minus); });
            }
        }
    }

    const MemberPlan& plan_;
    Demands& out_;
    size_t n_;
    const double *x_, *fn_ = nullptr, *vy_ = nullptr, *vz_ = nullptr, *my_ = nullptr, *mz_ = nullptr;
    double hi_[6], lo_[6]; // by component
    unsigned char without_ = 0;
};

} // namespace

void reduceInto(const MemberPlan& plan, const ForceTable& forces, std::span<const TableSet> sets, std::vector<double>& buffer,
                Demands& out, Gatherer* own)
{
    out.spans = plan.spans;
    out.valid = plan.complete;
    out.setIndex.assign(sets.begin(), sets.end());
    out.sets.assign(sets.size(), {});
    out.spanSets.assign(sets.size() * plan.spans.size(), {});
    const size_t n = plan.stations();
    if (!plan.keepForces || sets.empty()) { // else every place of it is written below
        out.x.clear();
        out.forces.clear();
    }
    out.bending.clear();
    out.bendingSets.clear();
    const auto firstOrder = [&](TableSet set) { return !plan.firstOrder.empty() && plan.firstOrder[set.at()]; };
    if (std::any_of(sets.begin(), sets.end(), firstOrder)) {
        out.bending = plan.bending;
        out.bendingSets.assign(sets.size() * plan.bending.size(), {});
    }
    const auto keep = [&] {
        out.x = plan.x;
        out.forces.resize(sets.size() * 6 * n);
    };
    if (plan.keepForces && !sets.empty()) keep();
    buffer.resize(6 * n);
    Reducer reducer(plan, out);
    out.neglected.clear();
    const bool neglects = plan.neglect != std::array<double, 3>{};
    for (size_t i = 0; i < sets.size(); ++i) {
        double* f = plan.keepForces ? out.forces.data() + i * 6 * n : buffer.data();
        combineInto(plan, plan.standing(forces.sets[sets[i].at()], sets[i]), f);
        reducer.take(i, f, firstOrder(sets[i]));
        if (neglects)
            if (const unsigned char small = reducer.small(i)) {
                out.neglected.resize(sets.size(), 0);
                out.neglected[i] = small;
                reducer.takeWithout(small, i, f, firstOrder(sets[i]));
            }
        if (own) own->take({SetRow(i), n, plan.x.data(), f});
        if (plan.keepForces) continue;
        if (out.sets[i].torsion.value > 0 && out.forces.empty()) keep();
        if (!out.forces.empty()) std::copy_n(f, 6 * n, out.forces.begin() + static_cast<ptrdiff_t>(i * 6 * n));
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
