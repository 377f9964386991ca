// A quick look at the bolts of a joint: do so many of that size carry these forces? No design of the connection: plates, welds,
// prying, eccentricity and block shear are not looked at.
#pragma once

#include "core/standards/rules.h"
#include "core/standards/trace.h"

#include <string>
#include <string_view>
#include <vector>

namespace wr {

// Bolts alike, loaded alike. Lengths in m, stresses in Pa.
struct BoltLayout
{
    int count = 4;
    double diameter = 0.020;
    std::string grade;          // one of Standard::boltGrades
    bool threadsInShear = true; // the threads lie in a plane that is sheared
    int planes = 1;             // sheared planes a bolt
    double plate = 0.010;       // thickness of what the bolts bear on, in one direction the least
    double plateFu = 360e6;     // of it
    // From the middle of the outer holes to the edge, and between holes: along the force and across it. 0: the least distances
    // that the standard allows.
    double edge = 0, pitch = 0, edgeAcross = 0, pitchAcross = 0;
};

// Of all the bolts together, N: shear is the resultant across them.
struct BoltForces
{
    double shear = 0, tension = 0;
};

struct BoltLook
{
    std::string refused; // why there is no answer; empty: there is
    Trace trace;
    double shear = 0, bearing = 0, tension = 0, together = 0; // ratios; together: shear with tension
    double top() const;
};

// By a standard. `rules`: with national parameters; null: its defaults.
using BoltCheck = BoltLook (*)(const BoltLayout&, const BoltForces&, const Rules* rules);

// What is impossible about a layout, a sentence; empty: nothing.
std::string boltFault(const BoltLayout& b);

} // namespace wr
