// What a member has to offer by EN 1993-1-1, found once per member, and how the demand of a station or a segment meets it. Used
// by the check (run.cpp) and by its printed calculation (explain.cpp) alike.
#pragma once

#include "core/standards/en1993/combined.h"
#include "core/standards/en1993/interaction.h"

#include <vector>

namespace wr::en1993 {

struct SpanStrength
{
    ColumnLengths lengths;
    Column gross, effective;  // N_b,Rd of classes 1 to 3 and of class 4
    double mcr0 = kUncovered; // uniform moment
    double mcrLeast = 0;      // no diagram has a lower M_cr; 0 where nothing is known
};

struct Strengths
{
    Plates plates, slender; // all, and those that can be worse than class 2
    Effective effective;
    SectionConstants constants;
    Resistance tension;
    int compressed = 1;                         // class under compression alone: no combination has a higher one
    int worst = 1;                              // of compression and of bending about either axis
    int classY[2] = {1, 1}, classZ[2] = {1, 1}; // bending alone, by the compressed fibre
    Resistance bendingY[2], bendingZ[2];
    Resistance torsion; // of tubes
    bool tube = false, ltb = false;
    // Least resistances over all classes that can occur, for bounds: N, N·m.
    double leastN = 0, leastMy = 0, leastMz = 0;
    std::vector<SpanStrength> spans;
};
Strengths strengths(const Context& c, const Demands& d);

// Forces of one set at one station.
Station stationOf(const Demands& d, size_t set, size_t station);
// The same at any place: moments by the cubic between stations.
Station stationAt(const Demands& d, size_t set, double at);
// Class under these forces; 1 for 2 as well, which is no different.
int classOf(const Context& c, const Strengths& s, const Action3& a);

// Largest axial compression and moments of a segment in one set, with the class that goes with them.
struct SpanAction
{
    Action3 a; // my: the moment that counts for this segment's flanges; 0 where it compresses the other
    double at = 0;
    int cls = 1;
};
SpanAction spanAction(const Context& c, const Strengths& s, const Demands& d, size_t set, size_t span);

// Moment diagram of a segment, of the span itself.
Segment segmentOf(const Demands& d, size_t set, size_t span);

// 6.61, 6.62 need everything; `ltb` as found for this segment.
Beamcolumn beamcolumnOf(const Context& c, const Strengths& s, const Demands& d, size_t set, size_t span, const SpanAction& x);
double modulusOfClass(const Context& c, const Strengths& s, int cls, Axis axis, double moment);

} // namespace wr::en1993
