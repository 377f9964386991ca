// Findings about the method of design for stability (AISC 360 C, Appendix 7): which one the forces stand for, and those of its
// conditions that can be told from the frame.
#pragma once

#include "core/base/progress.h"
#include "core/checking/runner.h"

#include <optional>

namespace wr {

void auditStability(const CheckModel& model, std::vector<Finding>& out);
// α·Pr against half the strength of the cross-section Pns of every member, which the first-order method wants (Appendix 7.3).
void auditSquash(const CheckModel& model, const CheckReport& report, std::vector<Finding>& out);

// EN 1993-1-1 5.2.2, 5.3.2: what the forces hold and which lengths go with them; combinations without sway imperfections.
void auditImperfections(const CheckModel& model, std::vector<Finding>& out);
// EN 1993-1-1 5.3.2(6): members whose bow belongs into the analysis, with e0 of Table 5.1 and the loads of 5.3.2(7) that stand
// for it.
void auditBows(const CheckModel& model, std::vector<Finding>& out);
// EN 1993-1-1 5.2.1: the lowest critical load factor of all combinations for strength, by an eigenvalue analysis of its own,
// against what first-order forces allow. Where members buckle between ends that stay, the lowest mode that sways counts. An error
// (forces.sway) where second order is needed and the forces are first order. Nothing for other standards and for frames whose
// cases hold no loads.
std::optional<Finding> criticalFactor(const CheckModel& model, Progress& progress);
// What that error touches: members that were ok are warned, each with a note.
void warnOfSway(const Finding& global, const CheckModel& model, CheckReport& report);

// Δ2nd/Δ1st of the frame as B2 of Appendix 8, storey by storey, by an analysis of its own (amplified.h), against what the
// method wants of it. Nothing where the frame has no storeys or one-way elements, or the forces came with the file.
std::optional<Finding> driftRatio(const CheckModel& model, Progress& progress);

} // namespace wr
