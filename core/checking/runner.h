// The check runner: a pure function of frame, forces and standard. One model per state of the frame; members are checked alone,
// in parallel, or again after an edit.
#pragma once

#include "core/analysis/motion.h"
#include "core/base/progress.h"
#include "core/checking/assignment.h"
#include "core/checking/force_sets.h"
#include "core/checking/frame_limits.h"
#include "core/checking/live_load.h"
#include "core/checking/plan.h"
#include "core/frame/forces.h"
#include "core/lengths/frame_restraint.h"
#include "core/lengths/lengths.h"
#include "core/members/members.h"
#include "core/standards/common/steel.h"
#include "core/standards/standard.h"

#include <memory>
#include <set>
#include <span>
#include <string>
#include <vector>

namespace wr {

// What of a frame has changed since an earlier state of it.
struct Changed
{
    bool forming = false;          // members are to be formed anew, but those that nothing below touches are the same
    std::vector<char> elements;    // per element: something it is made of has changed; empty: none
    std::set<std::string> members; // entries of design.members
    std::set<std::string> stated;  // members whose restraints or lengths are stated anew
};

// What holds a member and the lengths that follow.
struct MemberLanes
{
    MemberHolds holds;
    Lanes lanes;
};

struct SwayColumn; // core/lengths/storey_sway.h

class CheckModel final : public WholeFrame
{
public:
    using Standards = std::shared_ptr<const std::vector<Standard>>;
    using Motions = std::shared_ptr<const std::vector<NodeMotion>>;
    using Restraint = std::shared_ptr<const FrameRestraint>;
    // Members are formed, held and given lengths at once; plans (forces in member axes) only for members that are asked for.
    // `motions`: of the nodes, by column of the forces; without them the turn of a cantilever's root is not known. `restraint`:
    // of the same frame and forces; members it does not know, and all where there is none, are held at their ends as they
    // stand.
    CheckModel(std::shared_ptr<const Frame> frame, std::shared_ptr<const ForceTable> forces, Standards standards,
               Motions motions = nullptr, Restraint restraint = nullptr);
    // The next state after `before`: what `changed` does not touch is taken over.
    CheckModel(std::shared_ptr<const Frame> frame, std::shared_ptr<const ForceTable> forces, Motions motions,
               Restraint restraint, const CheckModel& before, const Changed& changed);

    const Frame& frame() const override { return *frame_; }
    const std::shared_ptr<const Frame>& sharedFrame() const { return frame_; }
    const ForceTable& forces() const override { return *forces_; }
    const SharedList<Member>& members() const override { return formed_->members(); }
    const Formed& formed() const { return *formed_; }
    // The place of a member of that name.
    std::optional<size_t> find(std::string_view id) const { return formed_->find(id); }
    // Do members stand at the same places as in another state, by name?
    bool samePlaces(const CheckModel& other) const;
    const Lanes& lanes(size_t member) const override { return lanes_[member].lanes; }
    const MemberHolds& holds(size_t member) const { return lanes_[member].holds; }
    const Restraint& restraint() const { return restraint_; }
    // Is everything known of what holds the members that can be? `buckling`: with the lengths of buckling.
    bool restraintKnown(bool buckling) const;
    bool secondOrderHolds() const { return secondOrder_; } // systemLengthsStand()
    bool wantsBuckling() const;                            // some brief or member takes its lengths from it
    // Of a member as the stiffness test left it; null: it was not tested.
    const MemberRestraint* tested(size_t member) const { return restraint_ ? restraint_->of(members()[member]) : nullptr; }
    // The joint of the alignment charts at the first or the last end of a segment of the major or the minor lane.
    Joint joint(size_t member, LengthAxis axis, double at) const;
    // Of forming, holds and assignment.
    std::vector<Finding> findings() const;
    const Standards& standards() const { return standards_; }
    const Standard& standardOf(size_t member) const override { return *assignment_->of(member).standard; }
    const Standard& standard() const override { return assignment_->standard(); } // of the frame
    const Rules* rules() const override { return assignment_->plain().rules.get(); }
    std::span<const TableSet> setsFor(const Standard& s) const override { return sets_->strength(s); }
    std::span<const TableSet> setsOf(size_t member) const override { return sets_->strength(assignment_->of(member)); }
    std::span<const TableSet> serviceSets() const { return sets_->service(); } // those for deflections
    std::span<const TableSet> serviceSetsOf(size_t member) const { return sets_->service(assignment_->of(member)); }
    // The set of the table an outcome of a member belongs to.
    TableSet setOf(size_t member, const CheckOutcome& o) const;
    TableSet setOf(size_t member, SetRow row) const { return setsOf(member)[row.at()]; }
    // Under the settings by which an outcome was judged: this model, or the one of another purpose.
    const CheckModel& modelOf(const CheckOutcome& o) const;
    // "U3", or nothing.
    std::string combinationOf(size_t member, const CheckOutcome& o) const;
    const Brief& briefOf(size_t member) const { return assignment_->of(member).brief; }
    // Nothing that a check of the member depends on differs from that member of another state.
    bool sameCheck(size_t member, const CheckModel& other, size_t there) const;

    MemberPlan plan(size_t member) const;
    Demands demands(size_t member) const override; // of the sets of its standard
    // The same with small forces whatever its brief says of them: they are small for the section it has only.
    Demands allDemands(size_t member) const;
    MemberInput input(size_t member) const override;
    // With another section than the frame's, for sizing: the caller keeps it alive.
    MemberInput inputWith(size_t member, const Shape& shape, const SectionProperties& p) const;

    // What its briefs want that the forces do not hold: combinations solved with other factors (live_load.h). Nothing of forces
    // from elsewhere.
    bool wantsAgain(const AnalysisChoice& choice) const;
    // The frame's own limits under these forces (frame_limits.h).
    std::vector<StandingLimit> frameLimits() const;

    MemberResult check(size_t member) const;
    Trace explain(size_t member, const CheckOutcome& o) const;
    // What the holds inside a member must offer; empty where nothing can be said.
    std::vector<BraceRow> bracing(size_t member) const;
    std::optional<LengthCurve> lengthCurve(size_t member, const CheckOutcome& o) const;
    std::optional<InteractionDiagram> interactionDiagram(size_t member, const CheckOutcome& o) const;
    std::optional<DeflectionCurve> deflectionCurve(size_t member, const CheckOutcome& o) const;
    // Checks the listed members (all if empty) into `report`, in parallel; false if cancelled. `combination`: that one alone,
    // with the checks its purpose is for; -1: the worst of all.
    bool checkAll(CheckReport& report, Progress& progress, std::span<const size_t> which = {}, int combination = -1) const;

    // Runs the member's standard over its demands with that section, and adds what the forces as a whole leave open.
    // Where its brief names others for some purposes, those are run as well, with the same section, and each check keeps the
    // worst.
    void judge(size_t member, const MemberInput& in, const Demands& d, MemberResult& r) const;
    bool swayMatters() const; // not stated braced in both directions, and some element is compressed

private:
    // The same state for combinations of one purpose, by the briefs that briefs name for it. `before`: that of the state
    // before.
    CheckModel(const CheckModel& main, Purpose only, const CheckModel* before, const Changed* changed);
    void addPurposes(const CheckModel* before, const Changed* changed);
    const CheckModel* forPurpose(size_t member, Purpose p) const; // null: its own settings stand
    bool samePurposes(size_t member, const CheckModel& other, size_t there) const;
    void judgeOwn(size_t member, const MemberInput& in, const Demands& d, MemberResult& r) const;
    void takeWorst(size_t member, Purpose p, const CheckModel& by, const MemberResult& other, MemberResult& r) const;
    void support(const CheckModel* before, const Changed* changed);
    MemberHolds holdsFor(size_t member, const StatedRows& stated) const;
    bool sameFraming(const CheckModel& before) const;
    std::vector<HoldPoint> foundByFrame(size_t member, const MemberRestraint& found) const;
    LengthContext context() const;
    void lean(const CheckModel* before);
    std::vector<double> factorsOf(std::vector<SwayColumn> columns) const;
    bool sameFactors(size_t member, const CheckModel& other, size_t there) const;
    bool sameLanes(const CheckModel& before, const Changed& changed) const;
    void warnOfSway(size_t member, const Demands& d, MemberResult& r) const;
    void noteBrief(size_t member, const Demands& d, MemberResult& r) const;
    // What of the forces is asked for.
    struct Asked
    {
        bool further = true;  // under the settings of other briefs as well
        bool small = false;   // with what the brief neglects
        int combination = -1; // of that one alone; -1: of all
    };
    MemberResult checkWith(size_t member, std::vector<double>& buffer, Demands& d, int combination = -1) const;
    void reduceLive(size_t member, MemberPlan& plan, std::string* words) const;
    std::vector<TableSet> ofCombination(std::span<const TableSet> sets, int combination) const;
    void onlyOf(size_t member, int combination, MemberResult& r) const;
    void demandsInto(size_t member, std::vector<double>& buffer, Demands& d, const Asked& asked) const;
    // Demands an outcome can be read with; nothing where the holds have changed since it was made.
    std::optional<Demands> demandsOf(size_t member, const CheckOutcome& o) const;
    template <class F> auto staged(size_t member, const MemberInput& in, F&& use) const;

    Motions motions_;
    std::shared_ptr<const Frame> frame_;
    std::shared_ptr<const ForceTable> forces_;
    Standards standards_;
    std::shared_ptr<const Formed> formed_;
    std::shared_ptr<const std::vector<std::vector<int>>> elementsAt_;
    Restraint restraint_;
    std::unique_ptr<const Joints> joints_;
    std::shared_ptr<const MemberLines> lines_;
    // The file holds a whole frame: analysed here, or given forces with supports on which it stands. Else the file may hold a
    // part of it only.
    bool whole_ = true;
    bool secondOrder_ = false; // systemLengthsStand()
    SharedList<MemberLanes> lanes_;
    struct Leaned;
    std::shared_ptr<const Leaned> leaned_; // what lean() found, for the state after this one
    std::shared_ptr<const Assignment> assignment_;
    std::shared_ptr<const ForceSets> sets_;
    std::vector<Finding> formingFindings_;
    std::optional<Purpose> only_;
    std::array<std::shared_ptr<const CheckModel>, kPurposeCount> purposes_; // by Purpose; null: no brief names another
    std::shared_ptr<const std::vector<char>> floors_;                       // per node, where some brief measures by storey
    std::shared_ptr<const LiveLoads> live_;                                 // where some brief has live loads reduced
    bool compressed_ = false; // some element under some load: without, nothing amplifies sway
};

} // namespace wr
