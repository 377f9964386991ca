// What can be done to the elements, nodes, supports and loads of a frame, and doing it. Members, holds, lengths, groups and
// loads follow.
#pragma once

#include "core/frame/frame.h"
#include "core/shaping/load_edit.h"

#include <array>
#include <expected>
#include <numbers>
#include <optional>
#include <string>
#include <utility>
#include <variant>
#include <vector>

namespace wr {

// Elements from place to place, m. An end at a node is that node; one on an element divides it, and nodes on the way divide
// what is drawn.
struct DrawElements
{
    std::vector<std::pair<Vec3, Vec3>> lines;
    std::string section;          // of the frame by its id, or of the catalogue
    std::string steel;            // of the frame by its id, or a shipped grade
    double roll = 0;              // rad
    std::array<bool, 2> pinned{}; // at the first and the second end: about both axes
    Behaviour behaviour = Behaviour::Beam;
    std::string group, brief; // of the members they make
};
struct MoveNodes // elements at them stretch
{
    std::vector<int> nodes;
    Vec3 by;
};
struct DeleteParts
{
    std::vector<int> elements, nodes; // a node takes its elements along
    bool looseNodes = true;           // nodes that were only for these elements go too
};
// What goes with a copy besides sections, steels and rolls.
struct GoesAlong
{
    bool supports = true, releases = true, groups = true, briefs = true, holds = true, loads = true;
    bool operator==(const GoesAlong&) const = default;
};
struct CopyParts
{
    enum class How { Along, Turned, Mirrored };
    std::vector<int> elements, nodes; // with the nodes of these elements
    How how = How::Along;
    Vec3 by;                             // Along: from one to the next, m
    Vec3 through;                        // Turned, Mirrored: a point of the axis or plane, m
    Vec3 axis{0, 0, 1};                  // Turned: its direction; Mirrored: the normal of the plane
    double angle = std::numbers::pi / 2; // Turned: from one to the next, rad
    int times = 1;                       // of a mirror: 1
    bool move = false;                   // the parts themselves, once
    GoesAlong goes = {};
};
struct DivideElements
{
    enum class By { Parts, Places, Crossings };
    std::vector<int> elements;
    By by = By::Parts;
    int parts = 2;               // equal ones
    std::vector<double> at = {}; // m from the i end; negative: from the j end
};
struct JoinElements // those that run on from each other in a line
{
    std::vector<int> elements;
};
// What is set; the rest stays.
struct SetElements
{
    std::vector<int> elements;
    std::optional<std::array<bool, 6>> releaseI = {}, releaseJ = {}; // by Force
    std::optional<std::array<double, 6>> springI = {}, springJ = {}; // N/m, N·m/rad
    std::optional<Vec3> offsetI = {}, offsetJ = {};                  // m, global
    std::optional<double> roll = {};                                 // rad
    std::optional<Behaviour> behaviour = {};
    std::string section = {}; // of the frame by its id or name, or of the catalogue; empty: as it is
    std::string steel = {};   // of the frame by its id, or a shipped grade; empty: as it is
    std::string words = {};   // "Pinned both ends"; empty: made
};
struct SetSupports
{
    std::vector<int> nodes;
    std::array<Support, 6> support{};
    std::optional<Axes> axes = {}; // none: global
    std::string words = {};        // "Pinned base"; empty: made
};

using ShapeEdit = std::variant<DrawElements, MoveNodes, DeleteParts, CopyParts, DivideElements, JoinElements, SetElements,
                               SetSupports, PutLoads, AlterLoads, DropLoads, PutCase, DropCase>;

struct Reshaped
{
    Frame frame;
    std::string words;                // for the undo menu: "3 elements copied 2 times"
    std::vector<std::string> told;    // what was left out or let go, a sentence each
    std::vector<int> elements, nodes; // of the frame: that came, or were changed
};
// The frame after an edit; it is as it was. The error says why it is refused, and what would do.
std::expected<Reshaped, std::string> reshaped(const Frame& f, const ShapeEdit& edit);

// Angle and length of what is drawn: "4.20 m, 32.0° up, 90.0° in plan".
std::string lineWords(const Frame& f, Vec3 from, Vec3 to);

} // namespace wr
