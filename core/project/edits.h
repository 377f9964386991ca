// Edits: the only way a frame's design changes. Applying one gives a patch.
#pragma once

#include "core/frame/frame.h"
#include "core/project/patch.h"
#include "core/shaping/shape_edit.h"

#include <expected>
#include <optional>
#include <string>
#include <variant>
#include <vector>

namespace wr {

// Members named here that the design block does not list yet are declared first, with the elements that were formed by rule.
struct MemberRef
{
    std::string id;
    std::vector<int> elements;
    bool operator==(const MemberRef&) const = default;
};

// Effective length factor, absolute length or way of one axis, for whole members or one stretch of them; none of the three:
// back to what the holds give.
struct SetLengths
{
    std::vector<MemberRef> members;
    LengthAxis axis = LengthAxis::Major;
    std::optional<double> k, length;
    std::optional<LengthBy> way = {};
    std::optional<double> from = {}, to = {}; // m along the member; both or none
};

// What holds members by hand (hold_edits.h).
struct HoldPlaces
{
    enum class By { Parts, Spacing, Distances, Nodes, AllAlong };
    By by = By::Parts;
    int parts = 3;               // equal ones
    double spacing = 0;          // m, from the first end
    std::vector<double> at = {}; // m
};
struct GiveHolds
{
    std::vector<MemberRef> members;
    HoldPlaces places;
    std::vector<Hold> holds;
};
struct SetHold // one direction at one place
{
    MemberRef member;
    double at = 0;
    Hold hold = Hold::Minor;
    bool on = true;
    bool found = false; // the rule holds it there: what is taken away is let go, what is put back needs no entry
};
struct DropHolds // all entries: back to what is found
{
    std::vector<MemberRef> members;
};
struct SameHolds // holds and lengths of another member
{
    MemberRef from;
    std::vector<MemberRef> to;
    bool byFraction = true; // of the length; else by distance from the first end
    bool holds = true, lengths = true;
};
// Briefs, groups, kinds and saved picks (brief_edits.h).
struct PutBrief // a new one, or another state of the one of that name
{
    Brief brief;
    std::string was = {}; // the name it had, where it is renamed: its members keep it
};
struct GiveBrief
{
    std::vector<MemberRef> members;
    std::string brief; // empty: none
};
struct DropBrief
{
    std::string brief, to; // its members get that one; empty: none
};
struct TakeOver // what another member is and how it is held and checked
{
    MemberRef from;
    std::vector<MemberRef> to;
    bool brief = true, holds = true, lengths = false, group = false;
    bool byFraction = true; // of the length, holds and lengths
};
struct SetGroups // each its own group, as one step
{
    std::vector<std::pair<MemberRef, std::string>> members;
    std::string words;
};
struct RenameGroup // also into one that there is: then they are merged
{
    std::string from, to;
};
struct SetExclude // left out of design, or taken in again
{
    std::vector<MemberRef> members;
    bool on = true;
};
struct SetKind
{
    std::vector<MemberRef> members;
    std::optional<MemberKind> kind; // none: by slope and releases
};
struct PutPick
{
    SavedPick pick;
};
struct DropPick
{
    std::string pick;
};
struct SetFrameLimits // all of them
{
    std::vector<FrameLimit> limits;
};
struct SetSway // does the frame sway along x and y? none: found by the program
{
    std::optional<bool> x, y;
};
struct SayForces // what analysis the forces that came are of
{
    std::optional<StatedForces> said;
};
struct Accept // a finding; one of the same id is replaced
{
    Acceptance acceptance;
};
struct DropAcceptance
{
    std::string id;
};
struct SetGroup
{
    std::vector<MemberRef> members;
    std::string group;
};
// Another section: out of the catalogue, or one of the frame's own by name, or, with a shape, a new one of that name.
struct SetSection
{
    std::vector<MemberRef> members;
    std::string designation;
    std::optional<Shape> shape = {};
};
// Several at once, as one step: what sizing proposes.
struct SetSections
{
    std::vector<SetSection> groups;
    std::string words; // "Sizes of 6 groups"
};
// Ladders by name, groups that use them, what is in stock (sizing_edits.h).
struct PutLadder // a new one, or another state of the one of that name
{
    Ladder ladder;
};
struct DropLadder
{
    std::string id;
};
struct GiveLadder
{
    std::vector<std::string> groups;
    std::string ladder;           // empty: none
    std::optional<double> target; // of these groups; none: the ladder's
};
struct SetStock
{
    std::vector<StockRow> stock;
    std::vector<double> plates; // m
};
struct SetTarget // of groups that say none themselves, nor their ladder; none: 1
{
    std::optional<double> target;
};
// What reports of the frame hold.
struct SetReport
{
    ReportChoice choice;
};
// A shipped grade.
struct SetGrade
{
    std::vector<MemberRef> members;
    std::string grade;
};
// Cases and combinations as a whole: those of a frame may be changed, added behind and taken off at the end.
struct SetLoads
{
    std::vector<LoadCase> cases;
    std::vector<Combination> combinations;
    std::string words;
};
struct SetStandard
{
    std::string key;
};
// How the frame is analysed.
struct SetAnalysis
{
    StatedAnalysis analysis;
};

// What the members are (member_edits.h), by their names.
struct JoinMembers // into one line, kinks allowed
{
    std::vector<std::string> members;
};
struct SplitMember
{
    std::string member;
    int node = -1; // inside it
};
struct TurnMembers // to run the other way
{
    std::vector<std::string> members;
};
struct BackToRule
{
    std::vector<std::string> members;
};
struct SetForming
{
    FormingRule rule;
};

// Lines and levels to draw along; what stands on them stays where it is.
struct SetGrid
{
    Grid grid;
};

using Edit = std::variant<SetLengths, SetGroup, SetSection, SetSections, PutLadder, DropLadder, GiveLadder, SetStock, SetTarget,
                          SetReport, SetGrade, SetStandard, SetAnalysis, SetLoads, JoinMembers, SplitMember, TurnMembers,
                          BackToRule, SetForming, GiveHolds, SetHold, DropHolds, SameHolds, PutBrief, GiveBrief, DropBrief,
                          TakeOver, SetGroups, RenameGroup, SetExclude, SetKind, PutPick, DropPick, SetFrameLimits, SetSway,
                          SayForces, Accept, DropAcceptance, ShapeEdit, SetGrid, Patch>;

// Members that no entry lists yet get one each; what is said of them stands there.
void declareMembers(Frame& f, const std::vector<MemberRef>& members);
std::string forMembers(const std::vector<MemberRef>& m); // "M1", "4 members"

// Changes the frame and gives what it changed; the inverse of that undoes it. A refused edit changes nothing and says why.
std::expected<Patch, std::string> applyEdit(Frame& frame, const Edit& edit);

} // namespace wr
