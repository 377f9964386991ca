// Rungs of a ladder: every section a group may take, with the worst of its members under the present forces.
#pragma once

#include "core/base/progress.h"
#include "core/checking/runner.h"
#include "core/sizing/ladder.h"

#include <limits>
#include <optional>
#include <span>
#include <string>
#include <vector>

namespace wr {

struct LadderLimits
{
    std::string family;
    std::optional<double> minDepth, maxDepth; // m
    double target = 1.0;                      // utilisation
};

struct Rung
{
    const CatalogueSection* section = nullptr;
    double mass = 0;        // kg/m, area times density
    double depth = 0;       // m
    double utilisation = 0; // of the worst member
    Status status = Status::Unchecked;
    int member = -1;      // worst member
    int check = -1;       // what governs there
    double groupMass = 0; // kg, all members of the group
    std::string limit;    // which limit it breaks, in words; empty: none
    std::string refused;  // by a check of the whole (core/project/proven.h), in words: then it is its limit as well
    std::string reason;   // why unchecked
    double cost = std::numeric_limits<double>::quiet_NaN(); // of all members; NaN: no price is known
    bool meets(double target) const
    {
        return limit.empty() && (status == Status::Ok || status == Status::Warned) && utilisation <= target;
    }
};

struct RungTable
{
    std::vector<Rung> rungs;     // by mass, then depth, then name
    std::vector<size_t> members; // the group's members that are checked
    double massNow = 0;          // kg
    int proposed = -1;           // lightest rung that meets target and limits, ties by depth, then name; -1: none
    bool cancelled = false;
    std::vector<RungSection> sections;            // what the rungs point to
    int find(std::string_view designation) const; // -1: there is none
};

// Evaluates every section of the family for the listed members with the forces the model holds. Forces are reduced once per
// member. A rung outside the limits is evaluated too and says which limit it breaks.
RungTable evaluateRungs(const CheckModel& model, const Catalogue& catalogue, const std::vector<size_t>& members,
                        const LadderLimits& limits, Progress& progress);

// The same for many groups at once, on all cores: each with the sections it may take. Limits are the caller's: no rung breaks
// one, and none is proposed. `told`: a group is through, with its place; called on whichever thread that was.
struct RungsWanted
{
    std::vector<size_t> members;
    std::vector<RungSection> sections;
};
std::vector<RungTable> evaluateGroups(const CheckModel& model, std::span<const RungsWanted> wanted, Progress& progress,
                                      const std::function<void(size_t, const RungTable&)>& told = {});

// Key of the check that governs a rung ("ltb"), of the standard of its worst member; empty: nothing does.
std::string governingKey(const CheckModel& model, const Rung& r);

// The lightest rung that meets the target, in the order they stand in; -1: none.
int lightestThatMeets(const RungTable& t, double target);

} // namespace wr
