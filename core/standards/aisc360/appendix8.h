// AISC 360 Appendix 8.2.1: B1, the second-order effect of a member between its own ends, on first-order moments (C2.1). What
// sway adds (B2) cannot be had from one member.
#pragma once

#include "core/standards/aisc360/section.h"

#include <vector>

namespace wr::aisc360 {

// Factor on the moments about one axis within one bending segment, at least 1. A compression at or past the elastic load of the
// segment has no finite answer: kPastElastic.
constexpr double kPastElastic = 1000;
template <class Sink> double b1(const Context& c, const BendingSegment& s, const BendingDemand& d, Sink& sink);

// B1 of every set whose forces are first order; empty where there is none.
class Amplification
{
public:
    Amplification() = default;
    Amplification(const Context& c, const Demands& d);
    bool empty() const { return spans_.empty(); }
    // The largest of the segments that overlap a span.
    double of(size_t set, size_t span, Axis axis) const { return empty() ? 1.0 : spans_[2 * (set * count_ + span) + at(axis)]; }
    // The largest of the whole member, for checks of the section.
    double of(size_t set, Axis axis) const { return empty() ? 1.0 : whole_[2 * set + at(axis)]; }

private:
    static size_t at(Axis axis) { return axis == Axis::Major ? 0 : 1; }
    size_t count_ = 0;
    std::vector<double> spans_, whole_;
};

// The segment whose B1 counts about an axis in a set, over a span or (span < 0) the whole member; -1: none.
int governingSegment(const Context& c, const Demands& d, size_t set, int span, Axis axis);

} // namespace wr::aisc360
