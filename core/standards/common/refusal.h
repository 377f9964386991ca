// When a member cannot be checked at all, and what of its checks is not covered: the same for every standard.
#pragma once

#include "core/standards/common/outcomes.h"

#include <initializer_list>

namespace wr {

// Why no standard can check the member with these demands; empty: it can.
std::string refusal(const MemberInput& in, const Demands& d);

// Does any set ask for one of these? An infinite strength has ratio 0, so the outcome's own demand does not tell.
bool asked(const Demands& d, std::initializer_list<Extreme SetDemand::*> list);

// What is not covered stays unchecked, and takes the rows with it that are made of it, unless nothing asks for it in any set.
void spoil(Outcomes& out, const Demands& d, std::string_view why, std::initializer_list<int> rows,
           std::initializer_list<Extreme SetDemand::*> by);

// Torsion of open shapes: neglected below the brief's threshold (and said so: the share of `what`), not to be told of a section
// without dimensions (`beyond`: the clause). True where it has to be looked at. `share`: of the largest torsion of all sets.
bool openTorsionMatters(Outcomes& out, int row, MemberResult& r, const MemberInput& in, double share, std::string_view what,
                        std::string_view beyond);
inline double torsionLimit(const Brief& b)
{
    return b.torsionBelow.value_or(0.01);
}
double largestTorsion(const Demands& d);

} // namespace wr
