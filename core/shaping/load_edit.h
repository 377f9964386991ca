// What can be done to cases and their loads: loads put on picked parts, turned, spread in another way, taken away; cases made,
// changed and taken away.
#pragma once

#include "core/frame/loads.h"

#include <optional>
#include <string>
#include <variant>
#include <vector>

namespace wr {

enum class LoadKind { Nodal, Line, Point, Area, Thermal, Settlement };

// How a panel's load goes to its edges.
enum class PanelSpread { TwoWay, ShortWay, LongWay, Along };

// One load for each of the picked parts. The nodes and elements that `load` itself names do not count.
struct PutLoads
{
    using Load = std::variant<NodalLoad, LineLoad, PointLoad, AreaLoad, ThermalLoad, std::vector<Settlement>>;
    std::string loadCase; // by its name
    std::vector<int> elements,
        nodes; // Nodal, Settlement: nodes. Area: the corners, or the panels between elements. Else elements
    Load load;
    // Line, Point: places are measured along the members that the elements make, from their first ends, and a load that
    // changes does so along them; else along each element.
    bool alongMembers = true;
    std::vector<double> at = {};              // Point: places, m; negative: from the last end; none: in the middle
    PanelSpread spread = PanelSpread::TwoWay; // Area; Along: as `load` says in `span`
    bool instead = false;                     // of what the parts have of this kind in the case
};

// What is set; the rest stays.
struct AlterLoads
{
    std::string loadCase;
    std::string into = {}; // the case that gets them as altered, while they stay; empty: they themselves change
    std::vector<int> elements = {}, nodes = {}; // whose loads; neither: all of the case
    std::optional<LoadKind> kind = {};          // none: every kind
    double factor = 1;
    double turn = 0;                        // rad about the upright: loads in global axes
    std::optional<LoadAxes> axes = {};      // with toward
    std::optional<Vec3> toward = {};        // unit vector in these axes: as large as they are, in this direction
    std::optional<PanelSpread> spread = {}; // of panels
    Vec3 span = {};                         // Along: global
};

struct DropLoads
{
    std::string loadCase;
    std::vector<int> elements = {}, nodes = {}; // whose loads; neither: all of the case
    std::optional<LoadKind> kind = {};
};

struct PutCase // a new one, or another state of the one of that name
{
    std::string id;
    std::optional<std::string> name = {}; // another name
    std::optional<std::string> title = {};
    std::optional<Action> action = {};
    std::optional<double> selfWeight = {};
    std::optional<std::optional<Vec3>> handSum = {}; // N
};

struct DropCase // with its terms in combinations
{
    std::string id;
};

} // namespace wr
