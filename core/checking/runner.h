// The check runner: a pure function of frame, forces and standard. One model per state of the frame; members are checked alone,
// in parallel, or again after an edit.
#pragma once

#include "core/analysis/motion.h"
#include "core/base/progress.h"
#include "core/checking/plan.h"
#include "core/frame/forces.h"
#include "core/members/members.h"
#include "core/standards/check.h"

#include <memory>
#include <span>
#include <string>
#include <vector>

namespace wr {

// Strength at the member's thickness: explicit fy and fu of the material, else its grade's for the thickest wall.
Steel steelOf(const Material& m, const Shape& s, bool byTable31 = false);

struct CheckReport
{
    std::string standard;
    std::vector<MemberResult> results; // by member
    bool cancelled = false;

    struct Counts
    {
        int checked = 0, over = 0, unchecked = 0, warned = 0, ok = 0, excluded = 0;
        double top = 0;
    };
    Counts counts;
    void count(const std::vector<Member>& members);
};

class CheckModel
{
public:
    // Members are formed and lanes built at once; plans (forces in member axes) only for members that are asked for.
    // `motions`: of the nodes, by column of the forces; without them the turn of a cantilever's root is not known.
    CheckModel(std::shared_ptr<const Frame> frame, std::shared_ptr<const ForceTable> forces,
               std::shared_ptr<const std::vector<Standard>> standards,
               std::shared_ptr<const std::vector<NodeMotion>> motions = nullptr);

    const Frame& frame() const { return *frame_; }
    const ForceTable& forces() const { return *forces_; }
    const std::vector<Member>& members() const { return members_; }
    const Lanes& lanes(size_t member) const { return lanes_[member]; }
    const std::vector<Finding>& findings() const { return findings_; }
    const Standard& standardOf(size_t member) const;
    const Standard& standard() const { return *standard_; }       // of the frame
    std::span<const int> setsFor(const Standard& s) const;        // force sets that count for strength
    std::span<const int> serviceSets() const { return service_; } // those for deflections
    // The set of the table an outcome of a member belongs to; -1: none.
    int setOf(size_t member, const CheckOutcome& o) const;
    // "U3", or nothing.
    std::string combinationOf(size_t member, const CheckOutcome& o) const;
    const Brief& briefOf(size_t member) const;

    MemberPlan plan(size_t member) const;
    Demands demands(size_t member) const; // of the sets of its standard
    MemberInput input(size_t member) const;
    // With another section or other lanes than the frame's, for sizing: the caller keeps them alive.
    MemberInput inputWith(size_t member, const Shape& shape, const SectionProperties& p) const;

    MemberResult check(size_t member) const;
    Trace explain(size_t member, const CheckOutcome& o) const;
    // What the holds inside a member must offer; empty where nothing can be said.
    std::vector<BraceRow> bracing(size_t member) const;
    std::optional<LengthCurve> lengthCurve(size_t member, const CheckOutcome& o) const;
    std::optional<InteractionDiagram> interactionDiagram(size_t member, const CheckOutcome& o) const;
    std::optional<DeflectionCurve> deflectionCurve(size_t member, const CheckOutcome& o) const;
    // Checks the listed members (all if empty) into `report`, in parallel; false if cancelled.
    bool checkAll(CheckReport& report, Progress& progress, std::span<const size_t> which = {}) const;

    // Runs the member's standard over its demands with that section, and adds what the forces as a whole leave open.
    void judge(size_t member, const MemberInput& in, const Demands& d, MemberResult& r) const;
    bool swayMatters() const; // not stated braced in both directions, and some element is compressed

private:
    const NationalParameters* nationalOf(const std::string& stated, const std::string& brief);
    const NationalParameters* nationalFor(size_t member) const; // null: recommended values, or no EN standard
    void warnOfSway(size_t member, const Demands& d, MemberResult& r) const;
    MemberResult checkWith(size_t member, std::vector<double>& buffer, Demands& d) const;
    void demandsInto(size_t member, std::vector<double>& buffer, Demands& d) const;

    std::shared_ptr<const std::vector<NodeMotion>> motions_;
    std::shared_ptr<const Frame> frame_;
    std::shared_ptr<const ForceTable> forces_;
    std::shared_ptr<const std::vector<Standard>> standards_;
    const Standard* standard_ = nullptr;
    std::vector<Member> members_;
    std::vector<Lanes> lanes_;
    std::vector<std::vector<int>> elementsAt_;
    std::vector<Finding> findings_;
    std::vector<std::vector<int>> sets_; // per standard
    std::vector<int> service_;
    bool compressed_ = false; // some element under some load: without, nothing amplifies sway
    std::vector<const Standard*> memberStandard_;
    std::vector<const Brief*> memberBrief_;
    std::vector<const NationalParameters*> memberNational_;
    Brief defaults_;
};

// "compression E3, U9 at 6.10 m" and the like are made of these.
std::string combinationName(const Frame& f, const ForceTable& t, int set);

} // namespace wr
