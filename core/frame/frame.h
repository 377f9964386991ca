// The frame: what a frame file says, in SI and with references as indices. Plain data; nothing here computes.
#pragma once

#include "core/base/rows.h"
#include "core/base/units.h"
#include "core/base/vec.h"
#include "core/frame/design.h"
#include "core/frame/loads.h"
#include "core/grades/grades.h"
#include "core/sections/properties.h"

#include <array>
#include <cstdint>
#include <map>
#include <memory>
#include <optional>
#include <string>
#include <utility>
#include <vector>

namespace wr {

using Extras = std::vector<std::pair<std::string, std::string>>; // "x-…" keys kept as JSON text and written back

enum class Up { Z, Y };

// One direction of a support: free, held, or a spring (N/m or N·m/rad).
struct Support
{
    bool held = false;
    double spring = 0;
    bool operator==(const Support&) const = default;
    bool free() const { return !held && spring == 0; }
};

struct Node
{
    Node();
    Node(const Node&);
    Node(Node&&) noexcept;
    Node& operator=(const Node&);
    Node& operator=(Node&&) noexcept;
    ~Node();

    std::string id;
    Vec3 at;
    std::array<Support, 6> support;
    std::optional<Axes> supportAxes; // directions of the support where they are not the global ones
    Extras extras;
    bool operator==(const Node&) const;
    // Directions in which the support acts: its own axes, or the global ones.
    std::array<Vec3, 3> supportDirections() const;
    // Does the support resist movement along a direction (unit vector)? least: the cosine from which on it counts.
    bool supportHolds(Vec3 along, double least) const;
    bool supported() const
    {
        for (const Support& s : support)
            if (!s.free()) return true;
        return false;
    }
};

struct Material
{
    std::string id;
    std::string grade; // shipped grade, or empty for an explicit material
    double e = 0, g = 0, density = 0, alpha = 1.2e-5;
    std::optional<double> fy, fu; // explicit strengths; with a grade they follow the thickness
    std::vector<GradeStep> steps; // own strengths by thickness, thin first; only without a grade
    Extras extras;
    bool operator==(const Material&) const = default;
};

struct FrameSection
{
    std::string id;
    std::string name; // catalogue designation, or empty
    Shape shape;
    StatedProperties stated;
    SectionProperties properties; // computed from the two above
    Extras extras;
    bool operator==(const FrameSection&) const = default;
};

enum class Behaviour { Beam, Axial, TensionOnly, CompressionOnly };
enum class Force { N, Vy, Vz, T, My, Mz }; // order of section forces everywhere

struct Element
{
    Element();
    Element(const Element&);
    Element(Element&&) noexcept;
    Element& operator=(const Element&);
    Element& operator=(Element&&) noexcept;
    ~Element();

    std::string id;
    int i = -1, j = -1; // nodes
    int section = -1, material = -1;
    double roll = 0;                            // rad
    bool rollToLegs = false;                    // angles: roll places the legs, the axes are still the principal ones
    std::array<bool, 6> releaseI{}, releaseJ{}; // by Force
    std::array<double, 6> springI{}, springJ{}; // by Force: stiffness of a joint at the end (N/m, N·m/rad); 0: rigid
    Behaviour behaviour = Behaviour::Beam;
    Vec3 offsetI, offsetJ; // rigid: from the node to the element's end, global
    Extras extras;
    bool operator==(const Element&) const;
};

struct Diaphragm
{
    std::string id;
    std::vector<int> nodes;
    Extras extras;
    bool operator==(const Diaphragm&) const = default;
};

// Nodes that move alike in some directions; the first leads.
struct Link
{
    std::string id;
    std::vector<int> nodes;
    std::array<bool, 6> dofs{};
    Extras extras;
    bool operator==(const Link&) const = default;
};

struct GivenStation
{
    double s = 0;
    std::array<double, 6> force{}; // by Force
    bool operator==(const GivenStation&) const = default;
};
struct GivenElement
{
    int element = -1;
    std::vector<GivenStation> stations;
    bool operator==(const GivenElement&) const = default;
};
struct NodeResult
{
    int node = -1;
    Vec3 u, r, f, m;
    bool operator==(const NodeResult&) const = default;
};

// Results that came with the file.
struct GivenResult
{
    GivenResult();
    GivenResult(const GivenResult&);
    GivenResult(GivenResult&&) noexcept;
    GivenResult& operator=(const GivenResult&);
    GivenResult& operator=(GivenResult&&) noexcept;
    ~GivenResult();

    int combination = -1, loadCase = -1; // one of them
    int step = -1;                       // cases with many steps
    bool orderSaid = false;              // does the file say of which order they are?
    bool secondOrder = false;
    bool amplified = false;        // second order by amplified first order (B1, B2), not by equilibrium in the deformed shape
    bool reducedStiffness = false; // of the direct analysis method
    std::vector<GivenElement> elements;
    std::vector<NodeResult> nodes;
    bool operator==(const GivenResult&) const;
};

// What came with the frame's file, once it is taken beside the frame (core/project/frame_results.h): not looked into here, and
// told apart by what it says.
struct FrameResults;
struct CameWith
{
    std::shared_ptr<const FrameResults> results; // null: nothing came, or it could not be read
    std::string name = {};                       // fingerprint of all that is in it; empty: nothing came
    bool operator==(const CameWith& o) const { return name == o.name; }
};

// Named lines to draw along, and levels.
struct GridLine
{
    std::string id;
    double at = 0; // m from the grid's origin
    bool operator==(const GridLine&) const = default;
};
struct Grid
{
    Vec3 origin;
    double turn = 0;                    // rad about `up`
    std::vector<GridLine> x, y, levels; // lines across x stand at distances along x (turned); y: the other level direction
    bool empty() const { return x.empty() && y.empty() && levels.empty(); }
    bool operator==(const Grid&) const = default;
};

struct Frame
{
    Frame();
    Frame(const Frame&);
    Frame(Frame&&) noexcept;
    Frame& operator=(const Frame&);
    Frame& operator=(Frame&&) noexcept;
    ~Frame();

    std::string title;
    UnitSystem units;                      // on screen and in print
    std::optional<UnitSystem> unitsOfFile; // those it is written back in, where they are others
    const UnitSystem& writtenUnits() const { return unitsOfFile ? *unitsOfFile : units; }
    Up up = Up::Z;
    Grid grid;
    Rows<Material> materials;
    Rows<FrameSection> sections;
    Rows<Node> nodes;
    Rows<Element> elements;
    Rows<Diaphragm> diaphragms;
    Rows<Link> links;
    Rows<LoadCase> cases;
    Rows<Combination> combinations;
    Rows<GivenResult> results;
    CameWith came; // the same once it is taken in: then `results` is empty
    Extras modes;  // "buckling" and "vibration" as `analyse` wrote them beside the results: JSON text, kept with those
    bool hasDesign = false;
    Design design;
    Extras extras;
    bool operator==(const Frame&) const;

    // Ends of the element itself, behind rigid offsets: stations, axes and length are theirs.
    Vec3 endI(const Element& e) const { return nodes[e.i].at + e.offsetI; }
    Vec3 endJ(const Element& e) const { return nodes[e.j].at + e.offsetJ; }
    bool anySupport() const;
    // Does a combination hold what pushes the frame sideways: a lateral action or notional loads?
    bool sways(const Combination& c) const;
    double length(const Element& e) const { return norm(endJ(e) - endI(e)); }
    Vec3 upward() const { return up == Up::Z ? Vec3{0, 0, 1} : Vec3{0, 1, 0}; }
};

// Local axes of an element (docs/frame-format.md, "Axes and signs"); angles are turned on to their principal axes.
Axes elementAxes(const Frame& f, const Element& e);
// The same before the turn to principal axes.
Axes rolledAxes(const Frame& f, const Element& e);

// Names as in the frame file.
std::string_view actionName(Action a);
std::optional<Action> actionFromName(std::string_view n);
std::string_view purposeName(Purpose p);
std::optional<Purpose> purposeFromName(std::string_view n);
std::string_view behaviourName(Behaviour b);
std::optional<Behaviour> behaviourFromName(std::string_view n);
std::string_view forceName(Force f);
std::optional<Force> forceFromName(std::string_view n);
std::string_view dofName(Dof d);
std::optional<Dof> dofFromName(std::string_view n);
std::string_view loadAxesName(LoadAxes a);
std::optional<LoadAxes> loadAxesFromName(std::string_view n);
std::vector<std::string_view> actionNames();

} // namespace wr
