// Findings of EN 1993-1-1 5.2 and 5.3 on the whole frame.
#pragma once

#include "core/standards/standard.h"

namespace wr::en1993 {

// 5.2.2, 5.3.2: what the forces hold and which lengths go with them; combinations without sway imperfections.
void auditImperfections(const WholeFrame& model, std::vector<Finding>& out);
// 5.3.2(6): members whose bow belongs into the analysis, with e0 of Table 5.1 and the loads of 5.3.2(7) that stand for it.
void auditBows(const WholeFrame& model, std::vector<Finding>& out);
// 5.2.1: the lowest critical load factor of all combinations for strength, by an eigenvalue analysis of its own, against what
// first-order forces allow. Where members buckle between ends that stay, the lowest mode that sways counts. An error
// (forces.sway) where second order is needed and the forces are first order. Nothing for frames whose cases hold no loads.
std::optional<Finding> criticalFactor(const WholeFrame& model, Progress& progress);

// What the forces hold of 5.2 and 5.3, line by line (stability_statement.cpp). `findings`: those of the state.
std::vector<StabilityLine> stabilityStatement(const WholeFrame& model, std::span<const Finding> findings);

// Strength combinations without sway imperfections: how many, and the first.
struct WithoutImperfection
{
    int count = 0;
    std::string first;
};
WithoutImperfection withoutImperfection(const WholeFrame& model);
bool secondOrder(const WholeFrame& model); // all strength combinations are

} // namespace wr::en1993
