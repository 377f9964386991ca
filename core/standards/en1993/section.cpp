#include "core/standards/en1993/section.h"

#include <algorithm>

namespace wr::en1993 {

double webClear(const Shape& s)
{
    return s.kind == ShapeKind::IUnequal ? s.h - s.tf - s.tf2 : s.h - 2 * s.tf;
}

namespace {

// From a web's face to where the flat part of a flange begins, and from a flange to the flat part of the web.
double toe(const Shape& s)
{
    return std::max(s.r, std::sqrt(2.0) * s.a);
}

void addI(const Context& c, Plates& out)
{
    const Shape& s = c.s;
    const bool unequal = s.kind == ShapeKind::IUnequal;
    const double k = toe(s), tfb = unequal ? s.tf2 : s.tf, bb = unequal ? s.b2 : s.b, z0 = -c.p.cz;
    const auto flange = [&](std::string_view name, double b, double t, double z) {
        for (const double side : {1.0, -1.0}) {
            const double y1 = side * (s.tw / 2 + k), y2 = side * b / 2;
            out.add({name, false, std::abs(y2 - y1), t, y1, z, y2, z});
        }
    };
    flange(unequal ? "Top flange" : "Flanges", s.b, s.tf, s.h / 2 - s.tf / 2 + z0);
    flange(unequal ? "Bottom flange" : "Flanges", bb, tfb, -s.h / 2 + tfb / 2 + z0);
    const double top = s.h / 2 - s.tf - k + z0, low = -s.h / 2 + tfb + k + z0;
    out.add({"Web", true, top - low, s.tw, 0, top, 0, low});
}

void addChannel(const Context& c, Plates& out)
{
    const Shape& s = c.s;
    const double y0 = -c.p.cy, z0 = -c.p.cz, z = (s.h - s.tf) / 2;
    for (const double side : {1.0, -1.0})
        out.add({"Flanges", false, s.b - s.tw - s.r, s.tf, s.tw + s.r + y0, side * z + z0, s.b + y0, side * z + z0});
    const double half = s.h / 2 - s.tf - s.r;
    out.add({"Web", true, 2 * half, s.tw, s.tw / 2 + y0, half + z0, s.tw / 2 + y0, -half + z0});
}

void addTee(const Context& c, Plates& out)
{
    const Shape& s = c.s;
    const double z0 = -c.p.cz, k = toe(s);
    for (const double side : {1.0, -1.0})
        out.add({"Flange", false, s.b / 2 - s.tw / 2 - k, s.tf, side * (s.tw / 2 + k), -s.tf / 2 + z0, side * s.b / 2,
                 -s.tf / 2 + z0});
    out.add({"Stem", false, s.h - s.tf - k, s.tw, 0, -s.tf - k + z0, 0, -s.h + z0});
}

// Legs of an angle in its principal axes.
void addAngle(const Context& c, Plates& out)
{
    const Shape& s = c.s;
    const double co = std::cos(c.p.principal), si = std::sin(c.p.principal);
    const auto leg = [&](std::string_view name, double length, double y1, double z1, double y2, double z2) {
        y1 -= c.p.cy;
        y2 -= c.p.cy;
        z1 -= c.p.cz;
        z2 -= c.p.cz;
        out.add({name, false, length, s.t, co * y1 - si * z1, si * y1 + co * z1, co * y2 - si * z2, si * y2 + co * z2});
    };
    const double k = s.t + s.r;
    leg("Upright leg", s.h - k, s.t / 2, k, s.t / 2, s.h);
    leg("Flat leg", s.b - k, k, s.t / 2, s.b, s.t / 2);
}

// The pair: outstanding legs at the top, the others back to back.
void addPair(const Context& c, Plates& out)
{
    const Shape& s = c.s;
    const double back = s.longBack ? std::max(s.h, s.b) : std::min(s.h, s.b), outstand = s.h + s.b - back;
    const double z0 = -c.p.cz, k = s.t + s.r;
    for (const double side : {1.0, -1.0}) {
        out.add({"Outstanding legs", false, outstand - k, s.t, side * (s.gap / 2 + k), -s.t / 2 + z0,
                 side * (s.gap / 2 + outstand), -s.t / 2 + z0});
        out.add({"Legs back to back", false, back - k, s.t, side * (s.gap / 2 + s.t / 2), -k + z0, side * (s.gap / 2 + s.t / 2),
                 -back + z0});
    }
}

void addTube(const Context& c, Plates& out)
{
    const Shape& s = c.s;
    const double cb = (s.b - 3 * s.t) / 2, ch = (s.h - 3 * s.t) / 2, y = (s.b - s.t) / 2, z = (s.h - s.t) / 2;
    out.add({"Top wall", true, 2 * cb, s.t, cb, z, -cb, z});
    out.add({"Bottom wall", true, 2 * cb, s.t, cb, -z, -cb, -z});
    out.add({"Wall at +y", true, 2 * ch, s.t, y, ch, y, -ch});
    out.add({"Wall at -y", true, 2 * ch, s.t, -y, ch, -y, -ch});
}

void addCruciform(const Context& c, Plates& out)
{
    const Shape& s = c.s;
    const double k = std::sqrt(2.0) * s.a;
    for (const double side : {1.0, -1.0}) {
        const double z1 = side * (s.tf / 2 + k), y1 = side * (s.tw / 2 + k);
        out.add({"Upright plate", false, s.h / 2 - std::abs(z1), s.tw, 0, z1, 0, side * s.h / 2});
        out.add({"Flat plate", false, s.b / 2 - std::abs(y1), s.tf, y1, 0, side * s.b / 2, 0});
    }
}

} // namespace

Plates platesOf(const Context& c)
{
    Plates out;
    switch (c.s.kind) {
    case ShapeKind::I:
    case ShapeKind::IUnequal: addI(c, out); break;
    case ShapeKind::Channel: addChannel(c, out); break;
    case ShapeKind::Tee: addTee(c, out); break;
    case ShapeKind::Angle: addAngle(c, out); break;
    case ShapeKind::DoubleAngle: addPair(c, out); break;
    case ShapeKind::Rhs: addTube(c, out); break;
    case ShapeKind::Cruciform: addCruciform(c, out); break;
    default: break;
    }
    return out;
}

} // namespace wr::en1993
