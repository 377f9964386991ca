// Which groups a plan is for, and what each may take.
#pragma once

#include "core/sizing/plan.h"

#include <optional>
#include <string>
#include <vector>

namespace wr {

inline constexpr const char* kNoFamily = "its own section"; // ladder of a section that is in no family, without one

std::string sectionNameOf(const Frame& f, int section); // its name, else its id
// Members of groups, in the order of their names; those in none stand alone behind them.
std::vector<GroupPlan> groupsToPlan(const CheckModel& model, const SizingChoice& choice);
// What a group may be sized with: its ladder, else the family of the section it has. Fills in rules and target; nothing: why.
std::optional<Ladder> ladderOf(const CheckModel& model, GroupPlan& g, const Catalogue& catalogue, const SizingChoice& choice);

} // namespace wr
