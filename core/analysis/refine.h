// A frame whose elements are divided, for analyses that need the shape inside an element: second order, buckling, vibration.
#pragma once

#include "core/base/finding.h"
#include "core/frame/frame.h"

#include <vector>

namespace wr {

struct Refined
{
    Frame frame;                 // nodes of the original first, then the new ones
    std::vector<int> first;      // per original element: its first piece; one more entry at the end
    std::vector<double> starts;  // per piece: distance of its start from the start of its element
    std::vector<double> lengths; // per original element
    // The piece of an element at s, and the distance from the piece's start; at a joint the later piece if `after`.
    std::pair<size_t, double> at(size_t element, double s, bool after) const;
    double end(size_t element, int piece) const // distance of a piece's end from the start of its element
    {
        return piece + 1 < first[element + 1] ? starts[piece + 1] : lengths[element];
    }
};

// Beams in `pieces` equal parts (at least 1), axial elements whole. Where the beam is divided at all it is also cut at point
// loads and where line loads begin or end: there forces jump or kink, which one piece cannot follow. Loads, releases and joint
// springs go with the pieces.
Refined refined(const Frame& f, int pieces);

// Places of findings about the divided frame as places of the original: pieces become their element, added nodes none.
void placesOfOriginal(const Refined& r, size_t nodes, std::vector<Finding>& findings);

} // namespace wr
