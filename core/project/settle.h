// Sizes in rounds: sized with the forces at hand, analysed with the new sizes, until nothing better is found.
#pragma once

#include "core/project/design_state.h"
#include "core/project/edits.h"
#include "core/sizing/plan.h"

#include <functional>
#include <optional>
#include <string>
#include <vector>

namespace wr {

struct SettleRound
{
    int round = 0;                    // 1, 2 …: an analysis each; 0: as it was
    bool kept = true;                 // false: tried, and taken back because something came over
    double mass = 0;                  // kg, with the sizes of the round
    double top = 0;                   // largest utilisation, by the ordinary check with the forces of these sizes
    size_t over = 0, unchecked = 0;   // members
    std::vector<std::string> changes; // "Rafters IPE400 → IPE360", against the state before it
    std::string limit;                // of the frame, the nearest; empty: there is none
    double ratio = 0;                 // of what moves to what that allows
    double seconds = 0;
};

struct Settled
{
    DesignState state;                     // checked, with the forces of its sizes
    SizingPlan plan;                       // for that state: what each group might take, and what it has
    std::vector<SettleRound> rounds;       // the first is the state there was
    std::vector<std::string> refused = {}; // without rounds: proposals that did not hold when they were checked whole
    bool settled = false;                  // nothing better was found
    bool stopped = false;                  // by hand: the state is the last that was kept
    std::string why;                       // it is not settled, or something cannot be met; empty: all is well
    bool meets() const;                    // settled, and every sized group is within its target by the ordinary check
};

// The edit that a plan proposes: those of its groups that change, all or the listed ones; nothing where none does.
std::optional<SetSections> editOf(const SizingPlan& plan, const DesignState& s, const std::vector<std::string>& groups = {});

struct SettleChoice
{
    SizingChoice sizing = {};
    int rounds = 60;                             // analyses, at most
    std::optional<AnalysisChoice> analysis = {}; // none: as the frame says
};

// First what is over grows, until nothing is: no group shrinks meanwhile. From there on groups take what is better by the
// objective, and a step is kept only where the whole frame, analysed and checked with it, stays within: so the objective only
// ever gets better and nothing oscillates. A step that is refused is tried with fewer groups, those it saves most with first; a
// group whose own step is refused stays as it is. Forces that came with a file cannot be found anew: one round with them as
// they are. Stopped by `progress`, the last state that was kept stands. `told`: a round is through.
Settled settle(const DesignState& s, const Catalogue& catalogue, const SettleChoice& choice, Progress& progress,
               const std::function<void(const SettleRound&)>& told = {});

} // namespace wr
