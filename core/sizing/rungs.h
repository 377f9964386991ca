// Rungs of a ladder: every section a group may take, with the worst of its members under the present forces.
#pragma once

#include "core/base/progress.h"
#include "core/checking/runner.h"
#include "core/sections/catalogue.h"

#include <optional>
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
    std::string reason;   // why unchecked
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
    int proposed = -1;           // cheapest rung by mass that meets target and limits, ties by depth, then name; -1: none
    bool cancelled = false;
};

// Evaluates every section of the family for the listed members with the forces the model holds. Forces are reduced once per
// member. A rung outside the limits is evaluated too and says which limit it breaks.
RungTable evaluateRungs(const CheckModel& model, const Catalogue& catalogue, const std::vector<size_t>& members,
                        const LadderLimits& limits, Progress& progress);

} // namespace wr
