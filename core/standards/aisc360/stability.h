// Findings about the method of design for stability (AISC 360 C, Appendix 7): which one the forces stand for, and those of its
// conditions that can be told from the frame.
#pragma once

#include "core/standards/standard.h"

namespace wr::aisc360 {

void auditStability(const WholeFrame& model, std::vector<Finding>& out);
// α·Pr against half the strength of the cross-section Pns of every member, which the first-order method wants (Appendix 7.3).
void auditSquash(const WholeFrame& model, const CheckReport& report, std::vector<Finding>& out);
// Δ2nd/Δ1st of the frame as B2 of Appendix 8, storey by storey, by an analysis of its own (amplified.h), against what the
// method wants of it. Nothing where the frame has no storeys or one-way elements, or the forces came with the file.
std::optional<Finding> driftRatio(const WholeFrame& model, Progress& progress);

} // namespace wr::aisc360
