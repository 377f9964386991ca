// A standard as a value: everything the program asks of one stands in its row, and nothing outside its folder knows which it
// is.
#pragma once

#include "core/analysis/second_order_rules.h"
#include "core/base/progress.h"
#include "core/frame/national.h"
#include "core/frame/strength.h"
#include "core/standards/bolts.h"
#include "core/standards/check.h"
#include "core/standards/common/option.h"
#include "core/standards/gather.h"
#include "core/standards/pictures.h"
#include "core/standards/report.h"
#include "core/standards/stability_line.h"
#include "core/standards/whole_frame.h"

#include <optional>
#include <span>
#include <string_view>
#include <vector>

namespace wr {

// Combinations that a standard wants beside those for strength, and what it calls them.
struct StageWish
{
    std::string_view name; // "fire"
    bool (*takes)(const Combination&) = nullptr;
};

struct Standard
{
    std::string_view key;                  // "aisc360-22-lrfd"
    std::string_view title;                // "AISC 360-22 LRFD"
    std::string_view familyTitle;          // "AISC 360"
    std::string_view family;               // "aisc360": of its options in briefs and its national parameters
    std::string_view basis;                // of combinations it accepts
    std::vector<std::string_view> loading; // keys of the loading standards that make them, the usual one first
    std::string_view grades;               // how the standards of its region's steels begin: "ASTM"
    std::string_view majorAxis, minorAxis; // its notation
    std::vector<CheckRow> checks;
    std::vector<Option> options;                          // of a brief, under its family
    std::vector<Option> nationalOptions;                  // of a set of national parameters
    std::vector<NationalSet> (*nationalSets)() = nullptr; // that come with the program; the first holds the recommended values

    // Second order.
    bool wantsSecondOrder = true;
    const SecondOrderRules* secondOrder = nullptr; // what it changes of stiffness and loads; null: nothing
    std::string_view secondOrderClause;            // "C2.1"
    // How its checks add second-order effects of a member itself to first-order moments ("B1 (Appendix 8)"); null: they do not,
    // or hold them anyway.
    const char* amplifiesMembers = nullptr;
    std::string_view amplifiesSway; // what it calls the effect of sway that they leave out: "B2"

    // Members.
    bool wantsStations = false; // needs Demands::forces of every set
    // What it keeps of the combined sets for itself while they pass by; null: nothing.
    std::unique_ptr<Gatherer> (*gather)(const GatherInput&) = nullptr;
    std::vector<StageWish> stages;
    // What a brief and national parameters come to; null: only limits of deflection.
    std::shared_ptr<const Rules> (*rules)(const Brief&, const NationalSet*) = nullptr;
    // Strengths of a material by thickness; null: stepsOf().
    StrengthSteps (*strengthSteps)(const Material&, const Rules*) = nullptr;
    void (*run)(const MemberInput&, const Demands&, MemberResult&) = nullptr;
    Trace (*explain)(const MemberInput&, const Demands&, const CheckOutcome&) = nullptr;
    // Pictures of an outcome, from the functions of the check; nothing where there is none to draw.
    std::optional<LengthCurve> (*lengthCurve)(const MemberInput&, const Demands&, const CheckOutcome&) = nullptr;
    std::optional<InteractionDiagram> (*interactionDiagram)(const MemberInput&, const Demands&, const CheckOutcome&) = nullptr;
    std::vector<BraceRow> (*bracing)(const MemberInput&, const Demands&) = nullptr; // by place, then kind

    // A quick look at bolts, and the grades it knows, the usual one first; null: it has none.
    BoltCheck bolts = nullptr;
    std::string_view boltClause; // "J3"
    std::vector<std::string_view> boltGrades;

    // Which parts of the section are slender under the member's forces (class 4), a sentence; empty: none. Null: not known.
    std::string (*slenderParts)(const MemberInput&, const Demands&, const MemberResult&) = nullptr;
    // What the analysis holds of what the standard asks for stability, line by line; `findings`: those of the state. May be
    // null.
    std::vector<StabilityLine> (*stability)(const WholeFrame&, std::span<const Finding> findings) = nullptr;

    // Findings on the frame. Any may be null.
    void (*auditFrame)(const WholeFrame&, std::vector<Finding>&) = nullptr;
    void (*auditResults)(const WholeFrame&, const CheckReport&, std::vector<Finding>&) = nullptr;
    std::optional<Finding> (*auditWhole)(const WholeFrame&, Progress&) = nullptr; // by an analysis of its own

    const CheckRow* row(const CheckOutcome& o) const { return o.check < 0 ? nullptr : &checks[static_cast<size_t>(o.check)]; }
    CheckKind kindOf(const CheckOutcome& o) const { return o.check < 0 ? CheckKind::Other : row(o)->kind; }
};

// The one list of shipped standards.
std::vector<Standard> shippedStandards();
constexpr std::string_view kDefaultStandard = "aisc360-22-lrfd";

// The shipped standard of a key; the default one for an empty key, null for an unknown one.
const Standard* shippedStandard(std::string_view key);
// Any standard of a family: its options are the family's. Null for an unknown family.
const Standard* standardOfFamily(std::string_view family);
// Families in the order of the list.
std::vector<std::string_view> standardFamilies();
// Keys of all checks there are, each once.
std::vector<std::string_view> checkKeys();
// The loading standard whose combinations a design standard takes, by their keys. Standards that are not shipped yet count by
// their family's name.
std::string_view loadingKeyFor(std::string_view design);
// How the standards of the steels begin that someone designing to that standard wants first: "EN ".
std::string_view gradeRegion(std::string_view design);

// What analysis in second order goes by, whichever standard a member is checked to: the rules of the first that has any.
const SecondOrderRules& secondOrderRules();

// Sets of national parameters that come with the program; the first of a family holds the recommended values.
const std::vector<NationalSet>& shippedNationalSets();

} // namespace wr
