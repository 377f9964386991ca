// Shapes of sections: kind and dimensions in m, with the checks that such a shape can exist at all.
#pragma once

#include <optional>
#include <string>
#include <string_view>
#include <utility>
#include <vector>

namespace wr {

enum class ShapeKind { None, I, IUnequal, Channel, Tee, Angle, DoubleAngle, Rhs, Chs, BarRound, BarFlat, Cruciform };

// Is the section the same seen from behind (y to -y), and upside down (z to -z)?
constexpr bool symmetricSideways(ShapeKind k)
{
    return k != ShapeKind::Channel && k != ShapeKind::Angle;
}
constexpr bool symmetricUpDown(ShapeKind k)
{
    return k != ShapeKind::IUnequal && k != ShapeKind::Tee && k != ShapeKind::Angle && k != ShapeKind::DoubleAngle;
}

// Names as in the frame file: "i", "i-unequal", "channel" …; None has no name.
std::string_view shapeName(ShapeKind k);
std::optional<ShapeKind> shapeFromName(std::string_view name);
// Words for people: "I section", "Rectangular hollow section" …
std::string_view shapeTitle(ShapeKind k);

enum class Process { Unstated, Hot, Cold };
// Which of the published approximations torsion and warping constants of a rolled I or channel follow (properties.cpp).
enum class TorsionRule { Junction, En, Uk };

// All lengths in m; a dimension that a kind does not have is 0. Meaning of each by kind: docs/frame-format.md.
struct Shape
{
    ShapeKind kind = ShapeKind::None;
    double h = 0, b = 0, tw = 0, tf = 0; // depth, width, web, flange (top = +z flange of an unequal I)
    double b2 = 0, tf2 = 0;              // bottom flange of an unequal I
    double r = 0, r2 = 0;                // root and toe radius
    double a = 0;                        // weld size of a welded shape; 0: rolled
    double slope = 0;                    // flange slope of an I, channel or tee, rise over run; tf is then at mid-outstand
    bool tfAtHalfWidth = false;          // sloped channel whose tf is at b/2 instead (EN 10365 UPN up to h = 300)
    double t = 0;                        // wall or leg; design thickness of a hollow section
    double ro = 0, ri = 0;               // outside and inside corner radius of a rectangular hollow section
    double d = 0;                        // diameter
    double gap = 0;                      // between the angles of a pair
    bool longBack = true;                // long legs back to back
    bool welded = false;                 // built of plates (weld size given, or stated so)
    Process process = Process::Unstated;
    TorsionRule torsion = TorsionRule::Junction;

    bool operator==(const Shape&) const = default;
    double depth() const; // overall size along local z (for angles: the upright leg)
    double width() const; // overall size along local y
    // Thickness of a sloped flange at the face of the web and at its tip; both tf where there is no slope.
    double tfRoot() const;
    double tfToe() const;
};

// The dimension keys of a kind, in the order of the frame file; the flag says whether the key must be given.
std::vector<std::pair<std::string_view, bool>> dimensionKeys(ShapeKind k);
double* dimension(Shape& s, std::string_view key);

// Everything that makes the dimensions impossible: (key, sentence). Empty means the shape can exist.
std::vector<std::pair<std::string, std::string>> shapeFaults(const Shape& s);

} // namespace wr
