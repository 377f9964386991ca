// The common vocabulary of a code check: what a standard is given, what it answers. Nothing here belongs to one standard.
#pragma once

#include "core/base/finding.h"
#include "core/frame/frame.h"
#include "core/members/lanes.h"
#include "core/standards/demand.h"
#include "core/standards/trace.h"

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
    std::string reason; // why there is no strength, else empty
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
};

struct CheckOutcome
{
    int check = -1; // row of Standard::checks
    Status status = Status::Unchecked;
    double ratio = 0, demand = 0, capacity = 0;
    Quantity quantity = Quantity::Ratio;
    int set = -1;            // row of Demands::sets; -1: does not depend on forces
    int span = -1;           // row of Demands::spans, where it belongs to one
    double at = 0;           // m along the member
    std::string_view clause; // the clause that governs, e.g. "F2.2"
    bool counts = true;      // false: advice, does not enter the utilisation
    std::string reason;      // for Unchecked and NotApplicable
};

struct MemberResult
{
    Status status = Status::Unchecked;
    double utilisation = 0;            // largest ratio of the checks that count
    int governing = -1, runnerUp = -1; // rows of outcomes
    std::vector<CheckOutcome> outcomes;
    std::vector<std::string> notes; // what was neglected or assumed, sentences

    const CheckOutcome* govern() const { return governing < 0 ? nullptr : &outcomes[static_cast<size_t>(governing)]; }
    // Ranks the outcomes: over before unchecked before warned before ok. A ratio that is no number is unchecked.
    void settle();
};

struct CheckRow
{
    std::string_view key;     // "compression", as in the command line's answer
    std::string_view title;   // "Compression"
    std::string_view chapter; // "E"
};

struct Standard
{
    std::string_view key;   // "aisc360-22-lrfd"
    std::string_view title; // "AISC 360-22 LRFD"
    std::string_view basis; // of combinations it accepts
    bool wantsSecondOrder = true;
    std::string_view majorAxis, minorAxis; // its notation
    std::vector<CheckRow> checks;
    void (*run)(const MemberInput&, const Demands&, MemberResult&) = nullptr;
    Trace (*explain)(const MemberInput&, const Demands&, const CheckOutcome&) = nullptr;
};

// The one list of shipped standards.
std::vector<Standard> shippedStandards();
constexpr std::string_view kDefaultStandard = "aisc360-22-lrfd";

} // namespace wr
