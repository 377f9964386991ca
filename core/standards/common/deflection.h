// Deflection of a member against the limits of its brief, the same for every standard: AISC 360-22 L2, EN 1993-1-1 7.2 and
// EN 1990 A1.4.3 leave the limits to the engineer (or to the national annex).
#pragma once

#include "core/standards/common/outcomes.h"
#include "core/standards/pictures.h"

namespace wr {

// Limits that count for a member.
const std::vector<DeflectionLimit>& limitsOf(const MemberInput& in);

// Largest deflection of a stretch with stiffnesses ei (N·m²) and ga (N; 0: none): downwards and upwards where the direction is
// upright, else by sign. The top of the curve by a parabola through the largest station and its neighbours.
struct Sag
{
    double down = 0, up = 0;     // m, never negative
    double downAt = 0, upAt = 0; // m along the member
};
Sag sagOf(const StretchDeflection& b, double ei, double ga);

// The worst of all limits and combinations, into row `row`; demand and capacity are displacements. Not applicable without
// limits; unchecked where a limit of the brief finds no combination.
void deflectionOutcome(Outcomes& out, int row, const MemberInput& in, const Demands& d, std::string_view clause);
std::optional<DeflectionCurve> deflectionCurve(const MemberInput& in, const Demands& d);
Trace explainDeflection(const MemberInput& in, const Demands& d, const CheckOutcome& o);

} // namespace wr
