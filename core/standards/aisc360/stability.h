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

// What the forces hold of C1 to C3 and Appendix 7, line by line (stability_statement.cpp). `findings`: those of the state.
std::vector<StabilityLine> stabilityStatement(const WholeFrame& model, std::span<const Finding> findings);

// Strength combinations of gravity alone that hold no notional case.
std::vector<std::string> withoutNotional(const WholeFrame& model);
// Members with effective length factors by hand that are not 1, above it and below.
struct StatedFactors
{
    std::vector<std::string> above, below;
};
StatedFactors statedFactors(const WholeFrame& model);
bool firstOrder(const WholeFrame& model);                 // some of the forces are
std::string firstOf(const std::vector<std::string>& ids); // "A, B and 3 more"

} // namespace wr::aisc360
