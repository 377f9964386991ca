// The common vocabulary of a code check: what a standard is given, what it answers. Nothing here belongs to one standard.
#pragma once

#include "core/base/finding.h"
#include "core/frame/frame.h"
#include "core/members/lanes.h"
#include "core/standards/demand.h"
#include "core/standards/trace.h"

#include <optional>
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

// One member as a standard sees it. References outlive the call.
struct MemberInput
{
    const Shape& shape;
    const SectionProperties& section;
    Steel steel;
    const Lanes& lanes;
    const Brief& brief; // defaults where the member has none
    double length = 0;
    const NationalParameters* national = nullptr; // of EN standards; null: recommended values
    bool shearDeformation = true;                 // in deflections, as in the analysis
};

struct CheckOutcome
{
    int check = -1; // row of Standard::checks
    Status status = Status::Unchecked;
    double ratio = 0, demand = 0, capacity = 0;
    Quantity quantity = Quantity::Ratio;
    int set = -1; // row of Demands::sets (of the service sets, if `service`); -1: does not depend on forces
    bool service = false;
    int span = -1;           // row of Demands::spans, where it belongs to one
    double at = 0;           // m along the member
    std::string_view clause; // the clause that governs, e.g. "F2.2"
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

// Capacity over unbraced or effective length, as a handbook plots it, with today's length on it. SI.
struct LengthCurve
{
    std::string_view title; // "Moment capacity over unbraced length"
    Quantity quantity = Quantity::Moment;
    std::vector<double> length, capacity; // of the same size; ascending lengths
    std::vector<double> plain;            // the same under uniform moment, where that is another line; else empty
    double at = 0, demand = 0, capacityNow = 0;
    std::vector<std::pair<double, std::string_view>> marks; // lengths where the formula changes, "L_p"
};

// Axial force against moment, each over its strength: the surface of the standard and every combination of one stretch.
// Compression is positive; moments about both axes are added as the standard's linear terms add them.
struct InteractionDiagram
{
    std::string_view clause;
    std::vector<std::pair<double, double>> surface; // (moment, axial), from full tension to full compression
    struct Point
    {
        double moment = 0, axial = 0, ratio = 0;
        int set = -1;
    };
    std::vector<Point> points;           // by set; the check's ratio decides whether one is outside
    double compression = 0, tension = 0; // N, strengths that stand for 1 and -1
};

// A member as it bends under what governs its deflection, measured from what its limit is measured from. SI, positive downwards
// (against the direction's own positive side where that is not upright).
struct DeflectionCurve
{
    std::string_view title; // "Deflection along z"
    std::vector<double> x, w;
    double limit = 0, at = 0, most = 0; // of the check; most is less the camber
    double camber = 0;
    bool down = true; // the side that governs
};

// What a restraint inside a member is asked for: strength and stiffness, the largest over all sets. SI.
struct BraceRow
{
    double at = 0;                      // m along the member
    std::string_view kind, by, clause;  // kind: what it holds; by: "point", "panel", "torsion"
    double strength = 0, stiffness = 0; // N and N/m; N·m and N·m/rad where it holds twist
    bool twist = false;
    int set = -1; // row of Demands::sets
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
    // How its checks add second-order effects of a member itself to first-order moments ("B1 (Appendix 8)"); null: they do not,
    // or hold them anyway.
    const char* amplifiesMembers = nullptr;
    std::string_view majorAxis, minorAxis; // its notation
    bool wantsStations = false;            // needs Demands::forces of every set
    std::vector<CheckRow> checks;
    void (*run)(const MemberInput&, const Demands&, MemberResult&) = nullptr;
    Trace (*explain)(const MemberInput&, const Demands&, const CheckOutcome&) = nullptr;
    // Pictures of an outcome, from the functions of the check; nothing where there is none to draw.
    std::optional<LengthCurve> (*lengthCurve)(const MemberInput&, const Demands&, const CheckOutcome&) = nullptr;
    std::optional<InteractionDiagram> (*interactionDiagram)(const MemberInput&, const Demands&, const CheckOutcome&) = nullptr;
    std::vector<BraceRow> (*bracing)(const MemberInput&, const Demands&) = nullptr; // by place, then kind
};

// Sets of national parameters that come with the program; the first holds the recommended values.
const std::vector<NationalParameters>& shippedNationalParameters();

// The one list of shipped standards.
std::vector<Standard> shippedStandards();
constexpr std::string_view kDefaultStandard = "aisc360-22-lrfd";

} // namespace wr
