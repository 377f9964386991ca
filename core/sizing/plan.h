// Sizes for a whole frame: every group with the rungs of its ladder under the forces at hand, and the one that is proposed.
#pragma once

#include "core/sizing/rungs.h"

#include <functional>
#include <optional>
#include <string>
#include <string_view>
#include <utility>
#include <vector>

namespace wr {

enum class Objective { Mass, Depth, Cost, Few };
std::string_view objectiveName(Objective o); // mass, depth, cost, few
std::optional<Objective> objectiveFromName(std::string_view n);

struct SizingChoice
{
    Objective objective = Objective::Mass;
    std::optional<double> target = {};    // of all groups, in place of their own
    double perSection = 0;                // kg that one different section less is worth; with Few all there is
    double perDepth = 0;                  // kg/m: what a metre less depth of a group is worth, with Mass
    std::vector<std::string> groups = {}; // these alone; empty: all
    std::vector<size_t> members = {};     // groups of these members alone; empty: all
};

// A group, or a member that is in none, and what it may take.
struct GroupPlan
{
    std::string id;        // of the group, or of the member
    bool ofMember = false; // a member in no group
    std::vector<size_t> members;
    Ladder rules; // its ladder; of a group without one the family of its section
    std::string ladder,
        from; // names: of the ladder ("IPE" where the family of its section is all there is), of its section now
    double target = 1;
    RungTable rungs;       // with limits and costs filled in
    int chosen = -1;       // what is proposed; -1: nothing
    std::string why;       // nothing can be proposed, a sentence; empty: something is, or its section stays
    std::string sameAs;    // the group whose section it takes
    size_t impossible = 0; // made sections that cannot be
    double massNow = 0;    // kg
    // Before the first round, where it was settled (core/project/settle.h); else empty.
    std::string fromFirst = {};
    double massFirst = 0;
    const std::string& before() const { return fromFirst.empty() ? from : fromFirst; }
    double massBefore() const { return fromFirst.empty() ? massNow : massFirst; }
    double massThen() const { return chosen < 0 ? massNow : rungs.rungs[static_cast<size_t>(chosen)].groupMass; }
    std::string to() const
    {
        return chosen < 0 ? std::string() : rungs.rungs[static_cast<size_t>(chosen)].section->designation;
    }
    bool changes() const { return chosen >= 0 && to() != from; }
    size_t fitting() const; // rungs that meet the target and all limits
};

struct SizingPlan
{
    std::vector<GroupPlan> groups; // by name
    bool cancelled = false;
    bool proved = true; // with Few: no fewer sections are possible
    double massNow() const;
    double massThen() const;
    size_t sectionsThen() const; // different ones, of those that were planned
    size_t changed() const;
    size_t unfit() const; // groups that nothing can be proposed for
};

// `told`: a group's rungs are evaluated, with its place in the plan (limits are not looked at yet).
SizingPlan planSizes(const CheckModel& model, const Catalogue& catalogue, const SizingChoice& choice, Progress& progress,
                     const std::function<void(const GroupPlan&)>& told = {});
// What rungs are compared by, less is better: kilograms of the group and what its depth is worth, depth, or cost (NaN: no
// price).
double valueOf(const Rung& r, const SizingChoice& c);
// The rung of a group, and that of the same section of every group that takes its section: group and rung of each. Empty where
// one of them has no such rung, or it does not meet.
std::vector<std::pair<size_t, size_t>> rungsTogether(const SizingPlan& plan, size_t group, size_t rung);
// What the section a group has breaks of its ladder, with the sections the others have now: group, and the limit in words.
std::vector<std::pair<std::string, std::string>> brokenNow(const SizingPlan& plan, const CheckModel& model,
                                                           const SizingChoice& choice);
// The choice anew over rungs that are evaluated: another objective, rungs that are refused.
void chooseAgain(SizingPlan& plan, const CheckModel& model, const SizingChoice& choice);

} // namespace wr
