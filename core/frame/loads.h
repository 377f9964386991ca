// Load cases and combinations as a frame file says them: plain data in SI, references as indices.
#pragma once

#include "core/base/vec.h"
#include "core/frame/design.h"

#include <array>
#include <optional>
#include <string>
#include <string_view>
#include <utility>
#include <vector>

namespace wr {

enum class Dof { Ux, Uy, Uz, Rx, Ry, Rz };
enum class Action {
    Dead,
    Superimposed,
    Live,
    RoofLive,
    Storage,
    Snow,
    Wind,
    Seismic,
    Thermal,
    Crane,
    Construction,
    Rain,
    Fluid,
    Accidental,
    Notional
};
enum class LoadAxes { Global, Local, Projected };

struct NodalLoad
{
    int node = -1;
    Vec3 f, m;
    bool operator==(const NodalLoad&) const = default;
};
struct LineLoad
{
    int element = -1;
    LoadAxes axes = LoadAxes::Global;
    double from = 0;
    std::optional<double> to; // to the end where not said
    Vec3 q0, q1;              // N/m at from and to
    bool operator==(const LineLoad&) const = default;
};
struct PointLoad
{
    int element = -1;
    LoadAxes axes = LoadAxes::Global;
    double at = 0;
    Vec3 f, m;
    bool operator==(const PointLoad&) const = default;
};
struct ThermalLoad
{
    int element = -1;
    double uniform = 0;                  // K
    double gradientY = 0, gradientZ = 0; // K/m along local y and z
    bool operator==(const ThermalLoad&) const = default;
};
struct Settlement
{
    int node = -1;
    Dof dof = Dof::Uz;
    double value = 0; // m or rad
    bool operator==(const Settlement&) const = default;
};

// A load on a panel: it goes to the elements along the panel's edges (core/analysis/panels.h).
struct AreaLoad
{
    std::vector<int> nodes; // corners in order round the panel: three or more, convex, in a plane
    LoadAxes axes = LoadAxes::Global;
    Vec3 q;              // N/m² of true area; projected: per area seen along each global axis; local: z is the panel's normal
    bool oneWay = false; // else every point loads its nearest edge
    Vec3 span;           // one-way: direction in which it spans, global
    bool operator==(const AreaLoad&) const = default;
};
// Loads made of another case's downward loads, turned sideways: a share of them at every node.
struct NotionalOf
{
    int loadCase = -1;
    Vec3 direction; // unit, global
    double factor = 0;
    bool operator==(const NotionalOf&) const = default;
};

struct LoadCase
{
    LoadCase();
    LoadCase(const LoadCase&);
    LoadCase(LoadCase&&) noexcept;
    LoadCase& operator=(const LoadCase&);
    LoadCase& operator=(LoadCase&&) noexcept;
    ~LoadCase();

    std::string id, title;
    Action action = Action::Dead;
    double selfWeight = 0;
    std::vector<NodalLoad> nodal;
    std::vector<LineLoad> line;
    std::vector<PointLoad> point;
    std::vector<ThermalLoad> thermal;
    std::vector<Settlement> settlement;
    std::vector<AreaLoad> area;
    std::optional<NotionalOf> notional;
    // What combinations made by rule need to know (core/combos).
    bool reversible = false;     // acts with either sign
    std::string exclusive;       // cases of one such name never act together
    std::string category;        // of use, where a standard's ψ depends on it: A to H of EN 1990
    bool unsignedResult = false; // its results are magnitudes, e.g. of a response spectrum: both signs of each component
    std::optional<Vec3> handSum; // N, global: what its forces come to by the engineer's own sum, to be compared
    Extras extras;
    bool operator==(const LoadCase&) const;
};

// Kinds of service combinations.
inline constexpr std::array<std::string_view, 4> kServiceKinds{"characteristic", "frequent", "quasi-permanent", "live-only"};
// Loads that push a frame sideways.
inline bool lateral(Action a)
{
    return a == Action::Wind || a == Action::Seismic || a == Action::Crane;
}

// Combinations that members are checked for strength with.
inline bool forStrength(Purpose p)
{
    return p == Purpose::Strength || p == Purpose::Construction || p == Purpose::Seismic || p == Purpose::Accidental;
}

struct Combination
{
    std::string id, title;
    Purpose purpose = Purpose::Strength;
    std::string basis;                         // lrfd, asd, en1990 …; empty: not said
    std::string kind;                          // service: characteristic, frequent, quasi-permanent, live-only
    std::vector<std::pair<int, double>> terms; // case, factor; in case order
    bool off = false;                          // kept, but neither analysed nor checked
    std::string made = {};                     // the rule that made it ("ASCE 7-22 2.3.1 (2)"); empty: written by hand
    Extras extras = {};
    bool operator==(const Combination&) const = default;
};

} // namespace wr
