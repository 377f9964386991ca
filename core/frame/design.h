// The design block of a frame: members, restraints, lengths, briefs, groups and ladders, as the engineer gave them.
// Positions and lengths in m along the member from its first end.
#pragma once

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
    bool free = false; // an end that nothing holds
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

// Rules for checking one kind of member. Only what is stated differs from the defaults.
struct Brief
{
    std::string id;
    std::string standard;               // key of another standard than the frame's, or empty
    std::optional<double> netAreaRatio; // An/Ag, default 1
    std::optional<double> shearLag;     // U, default 1
    std::optional<double> cb;           // Cb stated instead of F1-1
    std::optional<double> torsionBelow; // torsion under this share of the torsional shear yield is neglected, default 0.01
    std::optional<double> slendernessCompression, slendernessTension; // advised L/r limits, default 200 and 300
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
