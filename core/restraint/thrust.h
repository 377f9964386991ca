// What presses a member in one set of forces: axial force and compressed flange, and the load factor at which a segment between
// two places reaches its Euler load.
#pragma once

#include "core/frame/forces.h"
#include "core/restraint/candidates.h"

#include <vector>

namespace wr {

// Of each element in one set of forces.
struct ElementPress
{
    double axial = 0;  // N, mean along it, tension positive
    double moment = 0; // N·m, the largest |my|
};
std::vector<ElementPress> pressOf(const Frame& f, const ForceTable& t, const ForceSet& set);

class Thrust
{
public:
    Thrust(const Frame& f, const Member& m, const std::vector<ElementPress>& press);
    // N, largest between two places: compression; sideways with twice the force of the compressed flange, N + 2·M/h.
    double most(Across d, double from, double to) const;
    // Load factor at which the segment from..to reaches π²EI/(k·L)² by its thrust; infinite where nothing presses it.
    double factor(Across d, double from, double to, double k = 1) const;

private:
    struct Piece
    {
        double from, to, ei[2], thrust[2];
    };
    std::vector<Piece> pieces_;
};

} // namespace wr
