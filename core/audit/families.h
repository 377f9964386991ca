// The families of findings, one file each. Every one is a pure function of the state it is given.
#pragma once

#include "core/checking/runner.h"

#include <vector>

namespace wr {

// Nodes, elements and where loads stand: hangs on those tables alone, and looks at all pairs that are near.
void auditGeometry(const Frame& f, std::vector<Finding>& out);
// Whether the elements make one frame: parts that hang on nothing, elements that cross without touching, columns that stand
// turned.
void auditConnections(const Frame& f, std::vector<Finding>& out);
// Forces that came with the file, as they came (results still in the frame): axes, balance at nodes and supports, stations.
void auditArrival(const Frame& f, const ForceTable& t, std::vector<Finding>& out);
// Lengths that belong to another unit.
void auditUnits(const CheckModel& model, std::vector<Finding>& out);
// Strengths that are not those of the grade at the thickness of the section.
void auditStrengths(const Frame& f, std::vector<Finding>& out);
// Combinations and cases against the standard.
void auditCombinations(const CheckModel& model, std::vector<Finding>& out);
// Are there forces, do they belong to the sizes, and are they of the order that the standard asks for?
void auditForces(const CheckModel& model, std::vector<Finding>& out);
// Supports that hold nothing in the checks, members out of proportion or left out.
void auditMembers(const CheckModel& model, std::vector<Finding>& out);
// Members without a brief.
void auditBriefs(const CheckModel& model, std::vector<Finding>& out);
void auditGroups(const CheckModel& model, std::vector<Finding>& out);

} // namespace wr
