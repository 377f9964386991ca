// What settling moves: groups that grow because they are over, that go together, that are stiffened for limits of the frame.
// Each changes what a plan has chosen, and names the groups.
#pragma once

#include "core/project/design_state.h"
#include "core/sizing/stiffness.h"

#include <optional>
#include <set>
#include <string>
#include <vector>

namespace wr {

using Groups = std::vector<std::string>;

constexpr double kAim = 0.995; // of a limit of the frame, foretold: the analysis with the sizes differs a little

// The nearest limit of the frame: what moves over what may; its name. 0: there is none.
double worstLimit(const DesignState& s, std::string* name = nullptr);
// A group's worst member over what it may come to; above 1 it is over, or cannot be checked.
double worstOf(const DesignState& s, const GroupPlan& g);
bool within(const DesignState& s, const GroupPlan& g);
bool onLadder(const GroupPlan& g); // what it has is a rung that breaks no limit

// What is over in a state takes the best of what is no lighter than it has: what the plan of that state proposes from then
// on. Groups nothing is strong enough for go to `none`.
Groups growing(const DesignState& s, SizingPlan& plan, std::set<std::string>& none);
// Groups that take each other's section move together: each of `groups` with its leader and all that follow it, on the first
// rung from the heaviest proposed on that meets for all. Those for which there is none are taken out.
Groups together(SizingPlan& plan, const Groups& groups);
// What limits of the frame ask for, of those from `least` on, by the forces of the state. Nothing where there is no such limit,
// it was stopped, or nothing can be said (trouble).
std::optional<Stiffening> stiffnessOf(const DesignState& s, const SizingPlan& plan, double least, Progress& progress,
                                      std::string& trouble);
// Groups that a plan is to stiffen so that the limits of the frame are kept.
Groups stiffening(const DesignState& s, SizingPlan& plan, Progress& progress, std::string& trouble);

} // namespace wr
