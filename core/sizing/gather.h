// Design groups made from members that are alike, and what sharing one section costs them.
#pragma once

#include "core/base/progress.h"
#include "core/checking/runner.h"
#include "core/sections/catalogue.h"

#include <span>
#include <string>
#include <utility>
#include <vector>

namespace wr {

struct GatherLimits
{
    double length = 0.05; // of the longest of a group: as much shorter may one be
    double forces = 0.25; // of the largest N, My, Mz of a group: as much less may one carry
};

struct Alike
{
    std::vector<size_t> members;  // the one that carries most first
    std::string name;             // "Beams 6.00 m", "Columns 8.00 m (2)"
    std::string section;          // the lightest rung of their family that fits all; empty: none, or no family of the catalogue
    double alone = 0, shared = 0; // kg: each with the lightest rung that fits it alone, and all with that section
    bool costed = false;          // the two are known
};

// Members of the same kind, brief, family of sections and shape, whose length and largest forces lie within the limits of those
// of the first of their group. What is left out or does not form a line is in none. Order of the members never matters.
std::vector<Alike> gatherAlike(const CheckModel& model, std::span<const size_t> members, const GatherLimits& limits);
// Fills in what the sharing costs, by the present forces; `target`: of the utilisation. False where it was stopped.
bool costOfSharing(std::vector<Alike>& groups, const CheckModel& model, const Catalogue& catalogue, double target,
                   Progress& progress);

// A group per section, kind or level: names for SetGroups, in the order of the members.
enum class GroupBy { Section, Kind, Level };
std::vector<std::pair<size_t, std::string>> groupNames(const CheckModel& model, std::span<const size_t> members, GroupBy by);

} // namespace wr
