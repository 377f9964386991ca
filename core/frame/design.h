// The design block of a frame: members, restraints, lengths, briefs, groups and ladders, as the engineer gave them.
// Positions and lengths in m along the member from its first end.
#pragma once

#include <array>
#include <optional>
#include <string>
#include <string_view>
#include <utility>
#include <vector>

namespace wr {

using Extras = std::vector<std::pair<std::string, std::string>>;

enum class Hold { Major, Minor, Top, Bottom, Twist, Warping }; // what a point is held against
enum class LengthAxis { Major, Minor, Torsion, Top, Bottom };  // the lanes of a member

struct DesignMember
{
    std::string id;
    std::vector<int> elements;
    std::string group, brief;
    bool exclude = false;
    bool ruleHolds = true; // "rule": "none" leaves only the entries of restraints
    Extras extras;
    bool operator==(const DesignMember&) const = default;
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

struct DesignLength
{
    std::string member;
    std::optional<double> from, to; // both absent: every segment of the axis
    LengthAxis axis = LengthAxis::Major;
    std::optional<double> k, length; // one of them
    Extras extras;
    bool operator==(const DesignLength&) const = default;
};

// Where transverse loads act on a member, for lateral-torsional buckling.
enum class LoadHeight { Top, Centroid, Bottom };

// Safety of one limit state, as the engineer states it: LRFD factor, ASD factor.
struct StatedSafety
{
    std::string state; // tensionYield tensionRupture compression flexure shear shearRolled torsion
    std::optional<double> phi, omega;
    bool operator==(const StatedSafety&) const = default;
};

// What only AISC 360 asks ("aisc360" in a brief).
struct Aisc360Options
{
    enum class OneLeg { No, PlanarTruss, SpaceTruss }; // E5(a), E5(b)
    OneLeg oneLeg = OneLeg::No;
    bool connectedUpright = true;      // which leg is connected: h, else b
    bool interactionH13 = false;       // H1.3 where it applies
    bool tensionRaisesCb = false;      // H1.2
    std::optional<double> flangeHoles; // F13.1: net over gross area of the tension flange
    bool webOpenings = false;          // G7
    std::vector<StatedSafety> safety;
    bool operator==(const Aisc360Options&) const = default;
};

// Rules for checking one kind of member. Only what is stated differs from the defaults.
struct Brief
{
    std::string id;
    std::string standard;               // key of another standard than the frame's, or empty
    std::optional<double> netAreaRatio; // An/Ag, default 1
    std::optional<double> shearLag;     // U, default 1
    std::optional<double> cb;           // Cb stated instead of F1-1
    std::optional<double> torsionBelow; // torsion under this share of the torsional shear yield is neglected, default 0.01
    std::optional<double> slendernessCompression, slendernessTension; // L/r limits, default 200 and 300
    bool slendernessRequired = false;                                 // over the limit is a failure, not advice
    std::optional<double> connectorSpacing; // m, between the parts of a pair; none: connected at the ends only
    bool connectorsSnug = false;            // bolted snug-tight; else welded or pretensioned
    std::optional<double> stiffenerSpacing; // m, clear between transverse stiffeners of the web
    bool tensionField = false;              // post-buckling strength of webs in shear
    LoadHeight loadHeight = LoadHeight::Centroid;
    std::array<std::optional<double>, 5> k; // effective length factors by LengthAxis, where no length is given by hand
    std::optional<double> cm;               // Cm stated instead of Eq. A-8-4, where B1 is asked for
    std::vector<std::string> leaveOut;      // checks that are not to be made, listed in the result
    bool anglesAboutLegs = false;           // single angles held all along, so that they bend about their legs' directions
    std::array<bool, 2> warpingFixed{};     // warping held at the first and the last end (torsion of open sections)
    std::optional<double> ltbStress, localStress; // Pa, critical stresses found elsewhere (unsymmetrical shapes)
    Aisc360Options aisc360;
    Extras extras;
    bool operator==(const Brief&) const = default;
};

struct Ladder
{
    std::string id;
    std::string family; // of the catalogue
    std::optional<double> minDepth, maxDepth;
    std::optional<double> target; // utilisation, default 1
    Extras extras;
    bool operator==(const Ladder&) const = default;
};

struct Group
{
    std::string id;
    std::string ladder;
    Extras extras;
    bool operator==(const Group&) const = default;
};

struct Design
{
    std::string standard; // empty: the default
    std::optional<bool> swayX, swayY;
    std::vector<DesignMember> members;
    std::vector<DesignRestraint> restraints;
    std::vector<DesignLength> lengths;
    std::vector<Brief> briefs;
    std::vector<Group> groups;
    std::vector<Ladder> ladders;
    Extras extras;
    bool operator==(const Design&) const = default;
};

std::string_view holdName(Hold h);
std::optional<Hold> holdFromName(std::string_view n);
std::string_view lengthAxisName(LengthAxis a);
std::optional<LengthAxis> lengthAxisFromName(std::string_view n);

} // namespace wr
