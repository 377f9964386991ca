#include "core/paper/mark.h"

namespace wr {

PathMark& PathMark::move(double x, double y)
{
    ops.push_back(Op::Move);
    spots.push_back({x, y});
    return *this;
}
PathMark& PathMark::line(double x, double y)
{
    ops.push_back(Op::Line);
    spots.push_back({x, y});
    return *this;
}
PathMark& PathMark::curve(Spot a, Spot b, Spot to)
{
    ops.push_back(Op::Curve);
    spots.insert(spots.end(), {a, b, to});
    return *this;
}
PathMark& PathMark::close()
{
    ops.push_back(Op::Close);
    return *this;
}

PathMark lineMark(Spot a, Spot b, Ink ink, double width)
{
    PathMark p;
    p.move(a.x, a.y).line(b.x, b.y);
    p.stroke = ink;
    p.width = width;
    return p;
}

PathMark boxMark(double x, double y, double w, double h, std::optional<Ink> fill, std::optional<Ink> stroke, double width)
{
    PathMark p;
    p.move(x, y).line(x + w, y).line(x + w, y + h).line(x, y + h).close();
    p.fill = fill;
    p.stroke = stroke;
    p.width = width;
    return p;
}

PathMark discMark(Spot c, double r, std::optional<Ink> fill, std::optional<Ink> stroke, double width)
{
    constexpr double k = 0.5522847498; // of a quarter circle by a cubic
    const double h = k * r;
    PathMark p;
    p.move(c.x + r, c.y);
    p.curve({c.x + r, c.y + h}, {c.x + h, c.y + r}, {c.x, c.y + r})
        .curve({c.x - h, c.y + r}, {c.x - r, c.y + h}, {c.x - r, c.y});
    p.curve({c.x - r, c.y - h}, {c.x - h, c.y - r}, {c.x, c.y - r})
        .curve({c.x + h, c.y - r}, {c.x + r, c.y - h}, {c.x + r, c.y});
    p.close();
    p.fill = fill;
    p.stroke = stroke;
    p.width = width;
    return p;
}

void shift(Mark& m, double dx, double dy)
{
    if (auto* t = std::get_if<TextMark>(&m)) {
        t->x += dx;
        t->y += dy;
    } else
        for (Spot& s : std::get<PathMark>(m).spots) {
            s.x += dx;
            s.y += dy;
        }
}

void appendShifted(std::vector<Mark>& to, const std::vector<Mark>& from, double dx, double dy)
{
    for (const Mark& m : from) {
        to.push_back(m);
        shift(to.back(), dx, dy);
    }
}

} // namespace wr
