// Elastic critical moment for lateral-torsional buckling of a segment, for its own moment diagram. EN 1993-1-1 6.3.2.2(2)
// leaves the way open; here it is the energy method on the segment itself (Timoshenko & Gere 1961, 6.2; Trahair 1993, 7.2):
// twist φ as a series of ten functions that meet the ends' conditions, the displacement eliminated by v'' = -Mφ/(EI_z). So
// C1, C2 and C3 need no table: they are what the solution gives. tests/verification/critical_moment_test.cpp compares it with
// the published coefficients and with a finite element solution in v and φ.
#pragma once

#include "core/standards/en1993/section.h"

#include <array>
#include <span>

namespace wr::en1993 {

// A segment between lateral holds: moment and load at equal steps along it.
struct Segment
{
    static constexpr size_t kSamples = 49;
    double length = 0;                // m, with the brief's factor
    std::array<double, kSamples> m{}; // N·m, positive compresses the top
    std::array<double, kSamples> q{}; // N, load along -z gathered at each sample
    double largest = 0;               // |m|, N·m
    bool cantilever = false, freeAtStart = false;
    bool loaded() const;
    double peak() const; // the moment of largest magnitude at the samples, N·m
    double net() const;  // sum of the loads, N; negative: they act upwards
};

// x, my, vz: stations of the segment in ascending order (places may stand twice); from, to: its ends, m. Between stations a
// cubic through values and slopes (dM/dx = V). Ratio of the true length to `length` does not matter: the diagram is stretched.
Segment sampleSegment(std::span<const double> x, std::span<const double> my, std::span<const double> vz, double from, double to,
                      double length);

// How the ends of a segment are held in plan and against warping: 1 free, 0.5 held at both ends, 0.7 at one (the less
// favourable end is taken). In twist and sideways they are always held, but for a cantilever's tip.
struct EndFixity
{
    double k = 1, kw = 1;
};

struct SectionStiffness
{
    double eiz = 0, eiw = 0, git = 0; // N·m², N·m⁴, N·m²
    double beta = 0;                  // m, (1/Iy)∫z(y²+z²)dA - 2 zs
};

// M_cr as a moment, N·m: the largest |m| of the diagram times the critical factor. zg: height of the loads above the shear
// centre, m. Infinite where there is no moment.
double criticalMoment(const SectionStiffness& s, const Segment& segment, EndFixity ends, double zg);
// Uniform moment, doubly symmetric: π²EIz/(kL)²·sqrt((k/kw)²Iw/Iz + (kL)²GIt/(π²EIz)).
double uniformCriticalMoment(const SectionStiffness& s, double length, EndFixity ends);

} // namespace wr::en1993
