// The common vocabulary of a code check: what a standard is given, what it answers. Nothing here belongs to one standard.
#pragma once

#include "core/base/finding.h"
#include "core/frame/frame.h"
#include "core/members/lanes.h"
#include "core/standards/demand.h"
#include "core/standards/rules.h"
#include "core/standards/trace.h"

#include <optional>
#include <span>
#include <string>
#include <string_view>
#include <vector>

namespace wr {

enum class Status { Unchecked, NotApplicable, Ok, Warned, Over };
std::string_view statusWord(Status s); // as in the command line's answer

// The steel of a member at its thickness.
struct Steel
{
    double e = 0, g = 0, fy = 0, fu = 0;
    std::string reason;   // why there is no strength, else empty
    double fyNominal = 0; // of the thinnest plates: the grade's own number; 0: not known apart from fy
};

// Another material of the member beside its steel: a slab, an encasement, bars.
struct MemberPart
{
    std::string_view name;
    const Material& material;
    const Shape& shape;
    const SectionProperties& section;
};

// Another stage of the member beside the one its demands are for (erection, fire …): the combinations the standard asked for
// under that name (Standard::stages), with what holds the member then.
struct MemberStage
{
    std::string_view name;
    int row = -1; // of Standard::stages
    const Lanes& lanes;
    const Demands& demands;
};

// One member as a standard sees it. References outlive the call.
struct MemberInput
{
    const Shape& shape;
    const SectionProperties& section;
    Steel steel;
    const Lanes& lanes;
    const Brief& brief; // defaults where the member has none
    double length = 0;
    const Rules* rules = nullptr; // of the member's standard; null: what its brief alone comes to
    bool shearDeformation = true; // in deflections, as in the analysis
    std::span<const MemberPart> parts = {};
    std::span<const MemberStage> stages = {};
};

// What a check looks at, the same for every standard: what its demand is, and how the window and the reports treat it.
enum class CheckKind {
    Tension,
    Compression,
    FlexureMajor,
    FlexureMinor,
    Ltb,
    ShearMajor,
    ShearMinor,
    Torsion,
    Section,     // all forces of one place
    Interaction, // axial force with bending along the member
    Slenderness,
    Deflection,
    Other
};
Quantity quantityOf(CheckKind k); // of demand and capacity

struct CheckRow
{
    CheckKind kind = CheckKind::Other;
    std::string_view key;     // "compression", as in the command line's answer
    std::string_view title;   // "Compression"
    std::string_view chapter; // "E"
};

struct CheckOutcome
{
    int check = -1; // row of Standard::checks
    Status status = Status::Unchecked;
    double ratio = 0, demand = 0, capacity = 0;
    Quantity quantity = Quantity::Ratio;
    SetRow set;            // where it depends on forces for strength, or of a stage
    int stage = -1;        // row of Standard::stages that its set belongs to; -1: those for strength
    ServiceRow serviceSet; // where it is of a service combination
    int settings = -1;     // the Purpose whose combinations it belongs to, judged by the brief that the member's names for it
    bool ofForces() const { return set.given() || serviceSet.given(); }
    int span = -1;           // row of Demands::spans, where it belongs to one
    double at = 0;           // m along the member
    std::string_view clause; // the clause that governs, e.g. "F2.2"
    int path = 0;            // which of several ways the standard went, by its own numbers: what its explanation goes by
    bool counts = true;      // false: advice, does not enter the utilisation
    std::string reason;      // for Unchecked and NotApplicable
};

struct MemberResult
{
    MemberResult();
    MemberResult(const MemberResult&);
    MemberResult(MemberResult&&) noexcept;
    MemberResult& operator=(const MemberResult&);
    MemberResult& operator=(MemberResult&&) noexcept;
    ~MemberResult();

    Status status = Status::Unchecked;
    double utilisation = 0;            // largest ratio of the checks that count
    int governing = -1, runnerUp = -1; // rows of outcomes
    std::vector<CheckOutcome> outcomes;
    std::vector<std::string> notes; // what was neglected or assumed, sentences

    const CheckOutcome* govern() const { return governing < 0 ? nullptr : &outcomes[governing]; }
    // Ranks the outcomes: over before unchecked before warned before ok. A ratio that is no number is unchecked.
    void settle();
};

} // namespace wr
