// AISC 360 Appendix 6: what a restraint must carry and how stiff it must be. Point and panel bracing of columns, lateral and
// torsional bracing of beams. 2016 and 2022; 2010 and 2005 write "nodal" and "relative", and 0.004 and 0.008 for beams and
// relative braces.
#pragma once

#include "core/standards/aisc360/section.h"

namespace wr::aisc360 {

struct BraceDemand
{
    double strength = 0;  // N; N·m for torsional bracing
    double stiffness = 0; // N/m; N·m/rad
};

// A6.2.2 point bracing of a column: P required axial strength (N) of this method, lbr between braces (m). A-6-3, A-6-4.
template <class Sink> BraceDemand columnPointBrace(const Context& c, double p, double lbr, Sink& sink);
// A6.2.1 panel bracing. A-6-1, A-6-2.
template <class Sink> BraceDemand columnPanelBrace(const Context& c, double p, double lbr, Sink& sink);
// A6.3.1 lateral bracing of beams: M required moment (N·m), ho between flange centroids (m); cd 2 next to the point of
// inflection of a beam in double curvature, else 1. A-6-5 to A-6-8.
template <class Sink> BraceDemand beamPointBrace(const Context& c, double m, double lbr, double ho, double cd, Sink& sink);
template <class Sink> BraceDemand beamPanelBrace(const Context& c, double m, double lbr, double ho, double cd, Sink& sink);
// A6.3.2a torsional point bracing of a beam: l span, n braced points within it, cb of the unbraced length; without the
// distortion of the web. A-6-9, A-6-11: 3.6 in 2022 where earlier editions have 2.4.
template <class Sink>
BraceDemand beamTorsionalBrace(const Context& c, double m, double lbr, double ho, double l, int n, double cb, Sink& sink);

} // namespace wr::aisc360
