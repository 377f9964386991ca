#include "core/reporting/check_picture.h"

#include "core/paper/utilisation_ink.h"
#include "core/reporting/sketch.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>

namespace wr {

namespace {

constexpr double kHeight = 128, kLeft = 46, kBottom = 22, kTop = 16;
constexpr Ink kCurve = 0x1D6478;

// A box with its axes: places of values on paper.
struct Plot
{
    double x0, x1, y0, y1, width;
    Spot at(double x, double y) const
    {
        return {kLeft + (width - kLeft - 12) * (x - x0) / (x1 - x0), kTop + (kHeight - kTop - kBottom) * (y1 - y) / (y1 - y0)};
    }
};

// A step of 1, 2 or 5 times a power of ten that parts a range into four to ten.
double stepOf(double range)
{
    const double power = std::pow(10.0, std::floor(std::log10(std::max(range, 1e-12) / 4)));
    for (const double k : {1.0, 2.0, 5.0, 10.0})
        if (range / (k * power) <= 8) return k * power;
    return 10 * power;
}

void axes(Sketch& s, const Plot& p, const std::string& title, const std::string& across)
{
    s.words(0, 8, title, inks::text, 0, 7.5, Face::Strong);
    const double sx = stepOf(p.x1 - p.x0), sy = stepOf(p.y1 - p.y0);
    for (double y = std::ceil(p.y0 / sy - 1e-9) * sy; y <= p.y1 + 1e-9 * sy; y += sy) {
        s.line(p.at(p.x0, y), p.at(p.x1, y), inks::hairline, 0.4);
        s.words(p.at(p.x0, y).x - 4, p.at(p.x0, y).y + 2.3, fmt::format("{:g}", std::abs(y) < 1e-9 * sy ? 0.0 : y),
                inks::second, 1, 6.5);
    }
    for (double x = std::ceil(p.x0 / sx - 1e-9) * sx; x <= p.x1 + 1e-9 * sx; x += sx) {
        const Spot at = p.at(x, p.y0);
        s.line({at.x, at.y}, {at.x, at.y + 2.5}, inks::faint, 0.4);
        s.words(at.x, at.y + 10, fmt::format("{:g}", std::abs(x) < 1e-9 * sx ? 0.0 : x), inks::second, 0.5, 6.5);
    }
    s.line(p.at(p.x0, p.y0), p.at(p.x1, p.y0), inks::faint, 0.6);
    s.line(p.at(p.x0, p.y0), p.at(p.x0, p.y1), inks::faint, 0.6);
    s.words(p.at(p.x1, p.y0).x, p.at(p.x1, p.y0).y + 19, across, inks::second, 1, 6.5);
}

PathMark through(const Plot& p, const std::vector<double>& x, const std::vector<double>& y, Ink ink, double width)
{
    PathMark out;
    bool begun = false;
    for (size_t k = 0; k < x.size(); ++k) {
        if (!std::isfinite(x[k]) || !std::isfinite(y[k])) continue;
        const Spot at = p.at(std::clamp(x[k], p.x0, p.x1), std::clamp(y[k], p.y0, p.y1));
        begun ? out.line(at.x, at.y) : out.move(at.x, at.y);
        begun = true;
    }
    out.stroke = ink;
    out.width = width;
    return out;
}

std::vector<double> shown(const UnitSystem& u, Quantity q, const std::vector<double>& si)
{
    std::vector<double> out;
    for (const double v : si)
        out.push_back(u.show(q, v));
    return out;
}

PathMark diamond(Spot at, double r, Ink ink)
{
    PathMark out;
    out.move(at.x, at.y - r).line(at.x + r, at.y).line(at.x, at.y + r).line(at.x - r, at.y).close();
    out.fill = ink;
    return out;
}

} // namespace

Picture lengthPicture(const LengthCurve& c, const UnitSystem& u, double width, const TextMeasure& measure)
{
    Sketch s(measure);
    const std::vector<double> x = shown(u, Quantity::Length, c.length), y = shown(u, c.quantity, c.capacity),
                              plain = shown(u, c.quantity, c.plain);
    const double now = u.show(c.quantity, c.capacityNow), demand = u.show(c.quantity, c.demand),
                 at = u.show(Quantity::Length, c.at);
    double most = std::max(now, demand);
    for (const double v : y)
        if (std::isfinite(v)) most = std::max(most, v);
    const Plot p{0, std::max({x.empty() ? 1.0 : x.back(), at, 1e-9}), 0, 1.06 * std::max(most, 1e-9), width};
    axes(s, p, fmt::format("{}, {}", c.title, u.symbol(c.quantity)), "length, " + u.symbol(Quantity::Length));
    for (const auto& [place, symbol] : c.marks) {
        const double l = u.show(Quantity::Length, place);
        if (l > p.x1 || l < 0) continue;
        PathMark line = lineMark(p.at(l, 0), p.at(l, p.y1), inks::faint, 0.5);
        line.dash = {1.5, 1.5};
        s.marks.emplace_back(std::move(line));
        s.words(p.at(l, 0).x + 2, p.at(l, p.y1).y + 6, std::string(symbol), inks::second, 0, 6.5, Face::Italic);
    }
    if (!plain.empty()) {
        PathMark line = through(p, x, plain, inks::second, 0.7);
        line.dash = {3, 2};
        s.marks.emplace_back(std::move(line));
    }
    s.marks.emplace_back(through(p, x, y, kCurve, 1.2));
    const bool over = c.demand > c.capacityNow;
    s.line(p.at(at, demand), p.at(at, now), over ? inks::over : inks::current, 0.8);
    s.marks.emplace_back(discMark(p.at(at, now), 2.2, inks::white, kCurve, 0.9));
    s.marks.emplace_back(over ? Mark(diamond(p.at(at, demand), 3.4, inks::over))
                              : Mark(discMark(p.at(at, demand), 2.4, inks::current)));
    Picture out;
    out.width = width;
    out.height = kHeight;
    out.about = fmt::format("{}: {} at {}, demand {}", c.title, u.text(c.quantity, c.capacityNow),
                            u.text(Quantity::Length, c.at), u.text(c.quantity, c.demand));
    out.marks = std::move(s.marks);
    return out;
}

Picture interactionPicture(const InteractionDiagram& d, SetRow governing, const UnitSystem& u, double width,
                           const TextMeasure& measure)
{
    Sketch s(measure);
    double right = 1.1, top = 1.1, bottom = 0;
    for (const InteractionDiagram::Point& p : d.points) {
        right = std::max(right, p.moment * 1.05);
        top = std::max(top, p.axial * 1.05);
        bottom = std::min(bottom, p.axial * 1.1);
    }
    bottom = bottom < -0.02 ? std::min(bottom, -1.1) : 0;
    const Plot p{0, right, bottom, top, width};
    axes(s, p, fmt::format("Axial force against moments, each over its strength ({})", d.clause), "moments");
    std::vector<double> m, n;
    for (const auto& [moment, axial] : d.surface)
        if (axial >= bottom) m.push_back(moment), n.push_back(axial);
    s.marks.emplace_back(through(p, m, n, kCurve, 1.2));
    s.words(p.at(right, 1).x, p.at(right, 1).y - 3, "compression 1 = " + u.text(Quantity::Force, d.compression), inks::second,
            1, 6.5);
    if (bottom < 0)
        s.words(p.at(right, -1).x, p.at(right, -1).y + 8, "tension −1 = " + u.text(Quantity::Force, d.tension), inks::second, 1,
                6.5);
    // A set may have several places: the worst of them governs.
    const InteractionDiagram::Point* current = nullptr;
    for (const InteractionDiagram::Point& x : d.points)
        if (x.set == governing && (!current || x.ratio > current->ratio)) current = &x;
    for (const InteractionDiagram::Point& x : d.points) {
        if (&x == current) continue;
        // Past the limit by its form too, not by colour alone.
        if (x.ratio > 1)
            s.marks.emplace_back(diamond(p.at(x.moment, x.axial), 2.4, inks::over));
        else
            s.marks.emplace_back(discMark(p.at(x.moment, x.axial), 1.5, utilisationInk(x.ratio)));
    }
    if (current) {
        if (current->ratio > 1)
            s.marks.emplace_back(diamond(p.at(current->moment, current->axial), 3.6, inks::over));
        else
            s.marks.emplace_back(discMark(p.at(current->moment, current->axial), 2.6, inks::current));
    }
    Picture out;
    out.width = width;
    out.height = kHeight;
    out.about = fmt::format("Axial force against moments by {}: {} combinations", d.clause, d.points.size());
    out.marks = std::move(s.marks);
    return out;
}

} // namespace wr
