// Sizes that are proposed, proved by the ordinary check: held and checked whole with the sections they would have.
#pragma once

#include "core/project/settle.h"

#include <vector>

namespace wr {

struct Proven
{
    SizingPlan plan;
    DesignState then; // with the sizes of the plan under the forces there are; the state itself where nothing changes
    std::vector<std::string> refused; // "Rafters IPE 300: 1.04 when checked whole"
    bool whole = false;               // false: stopped
};

// A plan judges rungs with the holds and lengths of the frame as it is; a softer or deeper section may change them. What comes
// over its target when all proposals are checked whole is refused and the next one is proposed, until all hold. `told`: a
// group's rungs are evaluated.
Proven provenSizes(const DesignState& s, const Catalogue& catalogue, const SizingChoice& choice, Progress& progress,
                   const std::function<void(const GroupPlan&)>& told = {});
// The same from a plan whose rungs are evaluated for that state, with what is chosen in it.
Proven provenSizes(const DesignState& s, SizingPlan plan, const SizingChoice& choice, Progress& progress);

} // namespace wr
