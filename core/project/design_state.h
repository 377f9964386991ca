// The state of a design: frame, results, members with holds and lengths, check report and findings, as one immutable snapshot.
// The one way from a file to findings, and from an edit to the next state; window and command line use the same functions. Each
// gives a new state and leaves the old one as it is.
#pragma once

#include "core/checking/runner.h"
#include "core/project/frame_results.h"
#include "core/project/history.h"

#include <memory>
#include <optional>
#include <set>
#include <vector>

namespace wr {

struct DesignState
{
    using Standards = CheckModel::Standards;
    std::shared_ptr<const Frame> frame; // its "results" are empty: they stand below
    std::shared_ptr<const FrameResults> results;
    std::shared_ptr<const CheckModel> model;
    std::shared_ptr<const CheckReport> report; // a member that was not checked yet has no outcomes
    std::set<size_t> stale;                    // members whose result is not (or no longer) theirs
    bool checked = false;                      // the report is one: not only places for results
    double checkSeconds = 0;                   // that the last check took, without the audit behind it
    std::shared_ptr<const std::vector<Finding>> read, analysis, audited, ofReport; // of the reader, the analysis, the audit …
    // Of its geometry and where loads stand: kept as long as those tables are the same.
    std::shared_ptr<const std::vector<Finding>> geometry;
    struct GeometryOf
    {
        Rows<Node> nodes;
        Rows<Element> elements;
        Rows<Link> links;
        Rows<Diaphragm> diaphragms;
        Rows<LoadCase> cases;
    };
    std::optional<GeometryOf> geometryOf;
    // Of the frame as a whole; empty after an edit that touches them, until the check.
    std::shared_ptr<const std::vector<StandingLimit>> limits;
    struct LimitsOf // what they were found for
    {
        std::shared_ptr<const FrameResults> results;
        Rows<FrameLimit> limits;
        Rows<Node> nodes;
        Rows<Combination> combinations;
    };
    std::optional<LimitsOf> limitsOf;
    std::optional<Finding> whole; // what an analysis of its own says of the frame (auditWhole), where `wholeKnown`
    bool wholeKnown = false;

    const ForceTable& forces() const { return results->forces.forces; }
    bool hasForces() const { return !forces().empty(); }
    bool forcesFit() const; // they belong to the sizes the frame has
    double mass() const;    // kg, of all elements
    // Of the reader, the analysis, the audit, the report and the whole frame, in that order; then acceptances that match none.
    std::vector<Finding> findings() const;
    // What the forces hold of what the standard asks for stability; empty where it asks for nothing or there are no forces.
    std::vector<StabilityLine> stability() const;
};

// 1. From a frame as it was read, with the findings of the reader: results that came with it, else those of an analysis by
// `choice`, unless results of this frame were `kept`. An analysis that fails leaves no forces; its findings say why.
DesignState beginState(Frame frame, std::vector<Finding> read, const DesignState::Standards& standards,
                       const AnalysisChoice& choice, Progress& progress, std::shared_ptr<AnalysisMemory> memory = nullptr,
                       std::shared_ptr<const FrameResults> kept = nullptr);
// 2. What holds the members and with what they buckle, found for the results at hand where it is not known yet; `buckling`:
// with the lengths of the frame's buckling. Members whose lanes stay as they were keep their results. Where it is stopped, the
// state is as it was.
DesignState heldState(const DesignState& s, Progress& progress, bool buckling = false);
// The same for one member before all others are through: what holds it, by a test of its own line alone. Nothing where it is
// stopped or cannot be told. A first look: in the test of all, others may stand lower and let go of each other.
std::optional<MemberHolds> firstLook(const DesignState& s, size_t member, Progress& progress);
// 3. Members whose results are stale are checked, and the audit follows; false in the second where it was cancelled.
std::pair<DesignState, bool> checkedState(const DesignState& s, Progress& progress);
// 4. What an analysis of its own finds, and what that does to the members. May take long.
DesignState judgedState(const DesignState& s, Progress& progress);

// The same frame and forces under another standard, unchecked.
DesignState underStandard(const DesignState& s, const std::string& standard);
// Members whose briefs ask for a second standard under that one, unchecked; the others stand as they were. Nothing where no
// brief does.
std::optional<DesignState> underSecond(const DesignState& s);
// With other results of the same frame. Results that failed leave the forces there were; their findings stand.
DesignState withResults(const DesignState& s, std::shared_ptr<const FrameResults> results);
// The audit alone, for a state whose members are not to be checked.
DesignState auditedState(const DesignState& s);

// What a patch made stale, by aspect.
struct Staleness
{
    bool shape = false;   // nodes, elements, what ties and holds them
    bool came = false;    // other results came with it, or they are said to be others
    bool sizes = false;   // sections or materials of elements
    bool loads = false;   // cases or combinations
    bool method = false;  // the way of analysis
    bool members = false; // which members there are, or their order
    bool again = false;   // combinations that briefs want to be solved with other factors
    bool analyse = false; // there are no forces for this state: it is to be analysed
};
struct Advanced
{
    DesignState state;
    Staleness stale;
};
// The state after a change; null where the patch does not fit. Results are looked up in the store under the new key.
std::optional<Advanced> advance(const DesignState& s, const Patch& patch, const ResultStore& store);
// The same where the changed frame is at hand: what the patch makes of the state's.
Advanced advance(const DesignState& s, const Patch& patch, Frame changed, const ResultStore& store);

// A frame for the file: with the results that came with it.
Frame frameToWrite(const DesignState& s);

} // namespace wr
