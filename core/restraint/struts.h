// Struts: can what frames in carry 1 % of the thrust that leans on it, in compression?
//
// The thrust is N, and N + M/h sideways. What leans on a strut is every line that it, or another strut in one straight run with
// it, meets sideways. The strut carries its Euler load between the places where it is held itself, or its yield load, whichever
// is less; a one-way element that has its opposite carries its yield load.
#pragma once

#include "core/members/holds.h"
#include "core/restraint/tested_lines.h"

#include <vector>

namespace wr {

class Struts
{
public:
    Struts(const TestedLines& lines);
    // Capacity of the strongest strut at each place over 1 % of the thrust on its run, by line, place and Across, under the
    // thrusts of one set of forces. NaN: nothing leans on it, or something other than struts holds there (a support, a
    // diaphragm, an element by its bending).
    std::vector<std::vector<std::array<double, 2>>> ratios(const std::vector<LineState>& states) const;

private:
    struct Strut
    {
        size_t line;
        Across across;
        size_t place, run;
        double along;    // share of its force that acts along the direction
        double capacity; // N
    };
    double capacity(int element) const;
    const TestedLines& lines_;
    std::vector<Strut> struts_;
    size_t runs_ = 0;
};

// Lines one behind the other: they meet end to end within 15°, whether bending is carried through or not. By line.
std::vector<size_t> straightRuns(const TestedLines& lines);

} // namespace wr
