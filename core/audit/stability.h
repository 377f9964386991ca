// Findings about the method of design for stability (AISC 360 C, Appendix 7): which one the forces stand for, and those of its
// conditions that can be told from the frame.
#pragma once

#include "core/checking/runner.h"

namespace wr {

void auditStability(const CheckModel& model, std::vector<Finding>& out);
// α·Pr against half the squash load of every member, which the first-order method wants (Appendix 7.3).
void auditSquash(const CheckModel& model, const CheckReport& report, std::vector<Finding>& out);

} // namespace wr
