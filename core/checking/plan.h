// A member prepared for checking: its stations in member axes with all columns of forces beside each other, and the spans
// between holds.
#pragma once

#include "core/frame/forces.h"
#include "core/members/lanes.h"
#include "core/members/members.h"
#include "core/standards/gather.h"

#include <array>
#include <span>
#include <vector>

namespace wr {

struct MemberPlan
{
    std::vector<double> x;      // stations along the member; a place stands twice before and behind a point load
    std::vector<double> values; // [column][component n vy vz t my mz][station], member axes
    size_t columns = 0;
    std::vector<Span> spans;
    bool complete = true;                // no force missing in a used column
    double turn = 0;                     // rad, from the shape's own directions to y and z (angles)
    bool aboutLegs = false;              // moments are about the shape's own directions, not about y and z
    bool keepForces = false;             // Demands::forces of every set, not only where there is torsion
    std::vector<BendingSegment> bending; // of the major and the minor lane
    std::vector<char> firstOrder;        // per force set of the table: its moments want B1; empty: none does
    std::array<double, 3>
        neglect{}; // of N (N), My, Mz (N·m): what stays under it along the whole member in a set counts as nothing
    // By set of the table: the forces that stand for it (part of the live loads); empty, or a set without a combination: its
    // own.
    std::vector<ForceSet> instead;
    const ForceSet& standing(const ForceSet& own, TableSet set) const
    {
        return set.at() < instead.size() && instead[set.at()].combination >= 0 ? instead[set.at()] : own;
    }
    size_t stations() const { return x.size(); }
};

// Element stations, hold points and quarter points of every span; forces there by interpolation that is exact for loads up to
// linear. `turn`: SectionProperties::principal of the section. `aboutLegs`: moments are turned back by it.
MemberPlan planMember(const Member& m, const Lanes& lanes, const ForceTable& forces, double turn = 0, bool aboutLegs = false);

// Section forces of one set at every station: out[component][station].
void combine(const MemberPlan& plan, const ForceSet& set, std::vector<double>& out);
void combineInto(const MemberPlan& plan, const ForceSet& set, double* out); // of 6 times the stations

// Demands of the given sets. Peaks of moment between stations are found where the shear changes sign.
Demands reduce(const MemberPlan& plan, const ForceTable& forces, std::span<const TableSet> sets);
// The same into storage that is used again: no allocation once it has grown.
// `own`: what the standard gathers for itself beside; may be null.
void reduceInto(const MemberPlan& plan, const ForceTable& forces, std::span<const TableSet> sets, std::vector<double>& buffer,
                Demands& out, Gatherer* own = nullptr);

} // namespace wr
