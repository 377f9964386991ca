// Deflections of a member between its holds, made ready for any section: see StretchDeflection in core/standards/demand.h.
#pragma once

#include "core/analysis/motion.h"
#include "core/checking/plan.h"

namespace wr {

struct DeflectionInput
{
    const Frame& frame;
    const Member& member;
    const Lanes& lanes;
    const ForceTable& forces;
    const std::vector<std::vector<int>>& elementsAt;  // elementsAtNodes()
    std::span<const TableSet> sets;                   // service sets of the table
    const std::vector<NodeMotion>* motions = nullptr; // per column, for the turn of a cantilever's root; may be null
    DeflectionFrom from = DeflectionFrom::Holds;
    const std::vector<char>* floors = nullptr; // per node: it lies on a floor or is a foot (Storey); null: none is known
    bool total = true, variable = false;       // which parts are asked for
};

// Section forces integrated twice along the whole member (its pieces are one line that bends through the joints), then measured
// from the chords. Fills d.deflections, d.service, d.splitFails.
void deflectionsInto(const MemberPlan& plan, const DeflectionInput& in, std::vector<double>& buffer, Demands& d);

// The terms of a combination that are permanent actions.
std::vector<std::pair<int, double>> permanentTerms(const Frame& f, int combination);

} // namespace wr
