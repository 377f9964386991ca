// The design block of a frame: members, restraints, lengths, briefs, groups and ladders, as the engineer gave them.
// Positions and lengths in m along the member from its first end.
#pragma once

#include "core/base/rows.h"
#include "core/frame/report_choice.h"
#include "core/sections/shape.h"

#include <array>
#include <map>
#include <optional>
#include <string>
#include <string_view>
#include <utility>
#include <variant>
#include <vector>

namespace wr {

using Extras = std::vector<std::pair<std::string, std::string>>;

// What combinations are for.
enum class Purpose { Strength, Service, Construction, Fire, Accidental, Seismic };
inline constexpr size_t kPurposeCount = 6;

enum class Hold { Major, Minor, Top, Bottom, Twist, Warping }; // what a point is held against
enum class LengthAxis { Major, Minor, Torsion, Top, Bottom };  // the lanes of a member

// What a member is by how it stands: see memberKind() in core/members/kind.h.
enum class MemberKind { Column, Beam, Brace, Other };

struct DesignMember
{
    std::string id;
    std::vector<int> elements;
    std::string group, brief;
    bool exclude = false;
    bool ruleHolds = true; // "rule": "none" leaves only the entries of restraints
    bool turned = false;   // runs against its first element in the file
    bool byHand = false;   // put together in the program, not brought by a file
    bool byRule = false;   // what the rule makes: listed only because something is said of it, and formed anew with the rule
    std::optional<MemberKind> kind; // by hand; else by slope and releases
    Extras extras;
    bool operator==(const DesignMember&) const = default;
};

// How elements that no member lists become members.
struct FormingRule
{
    // AtColumns: a chain sloping up to 45° breaks where an element steeper than 60° carries bending into the joint.
    enum class Beams { AtColumns, Whole };
    // AtLevels: a chain steeper than 45° breaks where level elements or a diaphragm make a floor.
    enum class Columns { Whole, AtLevels };
    Beams beams = Beams::AtColumns;
    Columns columns = Columns::Whole;
    double angle = 0.017453292519943295; // rad, up to which pieces count as in line (1°)
    bool operator==(const FormingRule&) const = default;
};

struct DesignRestraint
{
    std::string member;
    double at = 0;
    std::vector<Hold> holds, lets;
    std::optional<double> to; // held continuously from `at` to here
    bool free = false;        // an end that nothing holds
    Extras extras;
    bool operator==(const DesignRestraint&) const = default;
};

// Which way gives effective lengths. Safe: the default rule of core/lengths/lengths.h; System: K = 1; Ends: by what the ends
// are; Frame: the alignment charts' equations; Buckling: of the whole frame.
enum class LengthBy { Safe, System, Ends, Frame, Buckling };

struct DesignLength
{
    std::string member;
    std::optional<double> from, to; // both absent: every segment of the axis
    LengthAxis axis = LengthAxis::Major;
    std::optional<double> k, length; // one of the three
    std::optional<LengthBy> way;     // major and minor axis only
    Extras extras;
    bool operator==(const DesignLength&) const = default;
};

// Where transverse loads act on a member, for lateral-torsional buckling.
enum class LoadHeight { Top, Centroid, Bottom };

// How the two angles of a pair are joined to their connectors.
enum class PairJoined { Welded, Snug, Pretensioned };

// How the foot of a column counts for its effective length, where a support stands.
enum class BaseFixity { AsModelled, Pinned, Fixed };

// By which rule live loads are reduced for a member (core/checking/live_load.h): ASCE/SEI 7-22 4.7.2; EN 1991-1-1
// 6.3.1.2(10) and (11); IS 875 (Part 2):1987 3.2.
enum class LiveLoadRule { None, Asce7, En1991, Is875 };
struct LiveLoadReduction
{
    std::optional<double> less; // share of the live loads that is left out; with a rule: at most
    LiveLoadRule by = LiveLoadRule::None;
    std::optional<double> area;   // m² of floor that a member carries; none: found from loads on panels
    std::optional<double> floors; // that a member carries, default 1
    std::optional<double> kll;    // K_LL of ASCE 7 Table 4.7-1, default 1
    bool asked() const { return less || by != LiveLoadRule::None; }
    bool operator==(const LiveLoadReduction&) const = default;
};

// One limit of deflection: which service combinations and which part of their loads count, and what may be reached.
struct DeflectionLimit
{
    enum class Part { Total, Variable };        // Variable: without the cases of permanent actions
    enum class Along { Any, Major, Minor };     // movement along z (bending about the major axis), along y
    enum class Members { Any, Level, Upright }; // up to 45° from the horizontal, or steeper
    std::string kind;                           // of the combinations (characteristic …); empty: all
    Part part = Part::Total;
    Along along = Along::Any;
    Members members = Members::Any;
    std::optional<double> span;       // length over this
    std::optional<double> cantilever; // the same for a free end, whose length is then taken once
    std::optional<double> most;       // m
    bool operator==(const DeflectionLimit&) const = default;
};

// What deflections are measured from: the chord between the holds, or between the ends of the member; the held end of a member
// (the lower one where it is upright, else the first); the floor below, for upright members.
enum class DeflectionFrom { Holds, Ends, HeldEnd, Storey };

// What a brief asks of deflections.
struct DeflectionRules
{
    std::vector<DeflectionLimit> limits; // all have to be met
    double camber = 0;                   // m, built in against gravity, off the total deflection downwards
    DeflectionFrom from = DeflectionFrom::Holds;
    bool twiceCantilever = true; // the length of a cantilever counts twice where no limit of its own is given
    bool operator==(const DeflectionRules&) const = default;
};

// Axes about which a single angle bends. Legs: held continuously (sideways and against twist), LegsFree: held at the ends of
// the segment only, LegsHeldAtPeak: held where the moment is largest as well; the last two stand for equal legs (AISC 360
// F10.2).
enum class AngleAxes { Principal, Legs, LegsFree, LegsHeldAtPeak };

// What is stated for one family of standards, by the key of its option ("c1", "safety.flexure.phi"): the family's own table
// says what each means (core/standards/common/option.h). Numbers in SI, choices by their word.
using OptionValue = std::variant<bool, double, std::string, std::vector<std::string>, std::vector<DeflectionLimit>>;
using StatedOptions = std::map<std::string, OptionValue, std::less<>>;

// A set of national parameters of a family of standards: what it leaves out has the recommended value.
struct NationalSet
{
    NationalSet();
    NationalSet(const NationalSet&);
    NationalSet(NationalSet&&) noexcept;
    NationalSet& operator=(const NationalSet&);
    NationalSet& operator=(NationalSet&&) noexcept;
    ~NationalSet();

    std::string id, title;
    std::string family; // of standards: "en1993"
    StatedOptions values;
    std::vector<DeflectionLimit> deflection; // where the brief states none
    Extras extras;
    bool operator==(const NationalSet&) const;
};

// Rules for checking one kind of member. Only what is stated differs from the defaults.
struct Brief
{
    Brief();
    Brief(const Brief&);
    Brief(Brief&&) noexcept;
    Brief& operator=(const Brief&);
    Brief& operator=(Brief&&) noexcept;
    ~Brief();

    std::string id;
    std::string about;                  // what it is for, in words
    std::string standard;               // key of another standard than the frame's, or empty
    std::string second;                 // key of a standard that its members are checked to as well
    std::string grade;                  // of the steel, whatever the elements' material says of its strength; or empty
    std::optional<double> neglectBelow; // N, My, Mz under this share of their yield values are taken as nothing; none: never
    std::optional<double> netAreaRatio; // An/Ag, default 1
    std::optional<double> shearLag;     // U, default 1
    std::optional<double> cb;           // Cb stated instead of F1-1
    std::optional<double> torsionBelow; // torsion under this share of the torsional shear yield is neglected, default 0.01
    std::optional<double> slendernessCompression, slendernessTension; // L/r limits, default 200 and 300
    bool noSlenderParts = false;            // sections with parts slender in local buckling (class 4) are not wanted: a finding
    bool slendernessRequired = false;       // over the limit is a failure, not advice
    std::optional<double> connectorSpacing; // m, between the parts of a pair; none: connected at the ends only
    PairJoined connectorsJoined = PairJoined::Welded;
    std::optional<double> stiffenerSpacing; // m, clear between transverse stiffeners of the web
    bool tensionField = false;              // post-buckling strength of webs in shear
    LoadHeight loadHeight = LoadHeight::Centroid;
    std::array<std::optional<double>, 5> k; // effective length factors by LengthAxis, where no length is given by hand
    LengthBy lengthsBy = LengthBy::Safe;    // of buckling about the major and the minor axis, where there is no factor
    bool recommendedEnds =
        false; // ends as they are in practice: G of 1 and 10 at bases, 0.65, 0.8, 1.2, 2.1 for 0.5, 0.7, 1, 2
    BaseFixity base = BaseFixity::AsModelled;
    bool secondOrderIncluded = false;  // given forces hold all second-order effects, whatever their results say
    std::optional<double> cm;          // Cm stated instead of Eq. A-8-4, where B1 is asked for
    std::vector<std::string> leaveOut; // checks that are not to be made, listed in the result
    // By Purpose: which combinations count, by their ids, with * and ?; nothing: all of that purpose.
    std::array<std::optional<std::vector<std::string>>, kPurposeCount> combinations;
    // By Purpose: the brief whose settings stand for combinations of that purpose instead of this one's; empty: these.
    std::array<std::string, kPurposeCount> settings;
    LiveLoadReduction liveLoad;
    AngleAxes angleAxes = AngleAxes::Principal;
    std::array<bool, 2> warpingFixed{};           // warping held at the first and the last end (torsion of open sections)
    std::optional<double> ltbStress, localStress; // Pa, critical stresses found elsewhere (unsymmetrical shapes)
    // What members of this brief hold of those they frame into, where they hold them sideways at all (top, bottom, twist);
    // empty: by their depth. What holds them themselves all along.
    std::vector<Hold> framing, along;
    std::vector<Hold> atJoints; // what holds its members wherever an element frames in between their ends
    DeflectionRules deflection;
    std::map<std::string, StatedOptions, std::less<>> options; // by family of standards: "aisc360", "en1993"
    Extras extras;
    bool operator==(const Brief&) const;
    bool anglesAboutLegs() const { return angleAxes != AngleAxes::Principal; }
};

// A dimension of sections that are made for a ladder, m: one value, from–to by a step, or the thicknesses of the plate list.
struct MadeDimension
{
    std::string key;                   // as in the frame file: h, b, tw …
    double from = 0, to = 0, step = 0; // `to` 0: `from` alone
    bool plates = false;               // of the plate list, those from `from` to `to` (0: no bound)
    bool operator==(const MadeDimension&) const = default;
};
struct MadeShape
{
    ShapeKind kind = ShapeKind::None; // i, i-unequal, rhs, chs, bar-flat, bar-round
    std::vector<MadeDimension> dimensions;
    bool operator==(const MadeShape&) const = default;
};

// What a group may be sized with.
struct Ladder
{
    std::string id;
    std::string family; // of the catalogue; one of family, families, sections and made there is
    std::optional<double> minDepth, maxDepth;
    std::optional<double> target; // utilisation, default 1
    Extras extras;
    std::vector<std::string> families = {}; // more of them
    std::vector<std::string> sections = {}; // by designation, or of the frame's own by name
    std::optional<MadeShape> made = {};
    std::optional<double> minWidth = {}, maxWidth = {}; // m
    std::optional<double> maxMass = {};                 // kg/m
    std::optional<double> minThickness = {};            // m, of every part
    std::optional<double> depthWithin = {};             // m: of the depth the group has now
    std::string wideAs = {};                            // a group: flanges at least as wide as its
    std::string sameAs = {};                            // a group: whatever section that takes
    bool overCarried = false;                           // not shallower than the beams that frame into its members
    bool stock = false;                                 // only what the stock list says is there
    bool operator==(const Ladder&) const = default;
};

// What there is to be had, and at what price. One that names a section stands before one that names many with * at its end.
struct StockRow
{
    std::string id;                    // a designation, or its beginning and *: "IPE*"
    std::optional<double> perKg, perM; // price of a kg, or of a m; in whatever money
    bool available = true;
    bool operator==(const StockRow&) const = default;
};

struct Group
{
    std::string id;
    std::string ladder;
    Extras extras;
    std::optional<double> target = {}; // of the utilisation; none: its ladder's
    bool operator==(const Group&) const = default;
};

enum class ForceOrder { First, Second, Amplified };

// How the frame is to be analysed where it brings no results.
struct StatedAnalysis
{
    ForceOrder order = ForceOrder::First;
    bool reducedStiffness = false; // of the direct analysis method
    bool operator==(const StatedAnalysis&) const = default;
};

// What analysis forces that came with the file are of.
struct StatedForces
{
    std::optional<ForceOrder> order;          // of results that do not say it themselves
    bool reducedStiffness = false;            // of the direct analysis method
    std::optional<bool> notional;             // do their combinations hold notional loads or sway imperfections? none: not said
    std::vector<std::string> otherSizes = {}; // elements that had other sections or materials when those forces were found
    bool operator==(const StatedForces&) const = default;
};

// A limit of what the frame moves in service: of every storey against the one below, or of nodes against the ground.
struct FrameLimit
{
    enum class Of { Drift, Nodes };
    enum class Along { Plan, X, Y, Z, Any }; // Plan: in the horizontal plane; Any: wherever
    std::string id;
    Of of = Of::Drift;
    Along along = Along::Plan;
    std::string kind;           // of the combinations (characteristic …); empty: all but live-only
    std::optional<double> over; // the height of the storey, or of the node over the lowest support, over this
    std::optional<double> most; // m
    std::vector<int> nodes;     // of Nodes; empty: all
    Extras extras;
    bool operator==(const FrameLimit&) const = default;
};

// A pick expression (core/picks) under a name.
struct SavedPick
{
    std::string id, expression;
    Extras extras;
    bool operator==(const SavedPick&) const = default;
};

// A finding that somebody has looked at and lets stand. It changes no status, and falls back when what it is about does.
struct Acceptance
{
    std::string id;            // code and subject of the finding: acceptanceId()
    std::string code, subject; // of the finding
    std::string reason, name, date;
    std::string about; // fingerprint of what the finding was about (core/project/acceptances.h)
    Extras extras;
    bool operator==(const Acceptance&) const = default;
};

struct Design
{
    Design();
    Design(const Design&);
    Design(Design&&) noexcept;
    Design& operator=(const Design&);
    Design& operator=(Design&&) noexcept;
    ~Design();

    std::string standard; // empty: the default
    std::optional<StatedAnalysis> analysis;
    std::optional<StatedForces> givenForces;
    std::optional<bool> swayX, swayY;
    std::optional<FormingRule> forming; // none: the default rule
    Rows<DesignMember> members;
    Rows<DesignRestraint> restraints;
    Rows<DesignLength> lengths;
    Rows<Brief> briefs;
    Rows<Group> groups;
    Rows<Ladder> ladders;
    Rows<StockRow> stock;
    std::vector<double> plates;   // m: thicknesses there are, thin first
    std::optional<double> target; // utilisation that groups are sized to which say nothing themselves, nor their ladder
    ReportChoice report;          // what its reports hold
    Rows<SavedPick> picks;
    Rows<FrameLimit> frameLimits;
    Rows<Acceptance> acceptances;
    std::string nationalParameters;  // the set that stands where a brief names none; empty: recommended values
    Rows<NationalSet> parameterSets; // the frame's own
    Extras extras;
    bool operator==(const Design&) const;
};

std::string_view orderName(ForceOrder o); // first, second, amplified
std::optional<ForceOrder> orderFromName(std::string_view n);
std::string_view beamsRuleName(FormingRule::Beams b); // at-columns, whole
std::optional<FormingRule::Beams> beamsRuleFromName(std::string_view n);
std::string_view columnsRuleName(FormingRule::Columns c); // whole, at-levels
std::optional<FormingRule::Columns> columnsRuleFromName(std::string_view n);
std::string_view holdName(Hold h);
std::optional<Hold> holdFromName(std::string_view n);
std::string_view lengthByName(LengthBy b); // safe, system, ends, frame, buckling
std::optional<LengthBy> lengthByFromName(std::string_view n);
std::string_view memberKindName(MemberKind k); // column, beam, brace, other
std::optional<MemberKind> memberKindFromName(std::string_view n);
std::string_view frameLimitOfName(FrameLimit::Of o); // drift, nodes
std::optional<FrameLimit::Of> frameLimitOfFromName(std::string_view n);
std::string_view frameLimitAlongName(FrameLimit::Along a); // plan, x, y, z, any
std::optional<FrameLimit::Along> frameLimitAlongFromName(std::string_view n);
std::string_view lengthAxisName(LengthAxis a);
std::optional<LengthAxis> lengthAxisFromName(std::string_view n);

} // namespace wr
