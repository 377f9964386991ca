// What is drawn on paper, on screen and into files alike: paths and words at places, in points (1/72 inch), y downwards.
#pragma once

#include <array>
#include <cstdint>
#include <optional>
#include <string>
#include <variant>
#include <vector>

namespace wr {

using Ink = std::uint32_t; // 0xRRGGBB

// Inks of printed matter: dark on white whatever the window's theme is.
namespace inks {
constexpr Ink text = 0x1f2933, second = 0x5b6770, faint = 0x8a949b, hairline = 0xd5d2c8, over = 0xb5300f, warned = 0x8a5a00,
              unchecked = 0x6d6a61, good = 0x0d6b6b, current = 0x5c4b9b, steel = 0xdfe6e6, sagging = 0xcfe0df,
              hogging = 0xf6d9c7, white = 0xffffff, shade = 0xf5f3ec;
}

enum class Face { Plain, Strong, Italic };

struct Spot
{
    double x = 0, y = 0;
    bool operator==(const Spot&) const = default;
};

// Straight and curved strokes; filled by the even-odd rule.
struct PathMark
{
    enum class Op : std::uint8_t { Move, Line, Curve, Close }; // Curve takes three spots: two handles and its end
    std::vector<Op> ops;
    std::vector<Spot> spots;
    std::optional<Ink> fill, stroke;
    double width = 0.5;
    std::array<double, 2> dash{}; // on, off; none where the first is 0

    PathMark& move(double x, double y);
    PathMark& line(double x, double y);
    PathMark& curve(Spot a, Spot b, Spot to);
    PathMark& close();
};

// Words on one line; (x, y) is where the baseline begins.
struct TextMark
{
    double x = 0, y = 0, size = 9;
    std::string text; // UTF-8
    Ink ink = inks::text;
    Face face = Face::Plain;
    double turn = 0; // degrees, anticlockwise about the beginning
};

using Mark = std::variant<PathMark, TextMark>;

PathMark lineMark(Spot a, Spot b, Ink ink, double width = 0.5);
PathMark boxMark(double x, double y, double w, double h, std::optional<Ink> fill, std::optional<Ink> stroke = {},
                 double width = 0.5);
PathMark discMark(Spot centre, double radius, std::optional<Ink> fill, std::optional<Ink> stroke = {}, double width = 0.5);
void shift(Mark& m, double dx, double dy);
void appendShifted(std::vector<Mark>& to, const std::vector<Mark>& from, double dx, double dy);

struct Picture
{
    double width = 0, height = 0; // pt
    std::vector<Mark> marks;
    std::string about; // in words, for those who cannot see it
};

} // namespace wr
