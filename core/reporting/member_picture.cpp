#include "core/reporting/member_picture.h"

#include "core/checking/plan.h"
#include "core/reporting/sketch.h"
#include "core/sections/outline.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>

namespace wr {

namespace {

struct Lane
{
    const char* name;
    LengthAxis axis;
};
constexpr std::array<Lane, 5> kLanes{{{"major", LengthAxis::Major},
                                      {"minor", LengthAxis::Minor},
                                      {"top", LengthAxis::Top},
                                      {"bottom", LengthAxis::Bottom},
                                      {"twist", LengthAxis::Torsion}}};

// Places along the member as lines with a dot at each hold, and what counts between them.
double lanes(Sketch& d, const CheckModel& model, size_t member, double left, double right, double y)
{
    const Lanes& l = model.lanes(member);
    const double length = model.members()[member].length;
    const UnitSystem& u = model.frame().units;
    const auto x = [&](double at) { return left + (right - left) * at / length; };
    for (const Lane& lane : kLanes) {
        d.words(left - 6, y + 2.4, lane.name, inks::second, 1);
        for (const LaneSegment& s : l.of(lane.axis)) {
            d.line({x(s.from), y}, {x(s.to), y}, inks::faint, s.continuous ? 2.2 : 0.7);
            const std::string text = s.continuous ? "held" : u.text(Quantity::Length, s.length, false);
            if (const double w = d.wide(text, 6.5); w + 6 < x(s.to) - x(s.from)) {
                const double mid = (x(s.from) + x(s.to)) / 2;
                d.marks.emplace_back(boxMark(mid - w / 2 - 2, y - 3.5, w + 4, 7, inks::white));
                d.words(mid, y + 2.3, text, inks::text, 0.5, 6.5);
            }
            for (const double at : {s.from, s.to}) {
                const bool free = s.cantilever && ((s.freeAtStart && at == s.from) || (!s.freeAtStart && at == s.to));
                d.marks.emplace_back(free ? discMark({x(at), y}, 1.7, inks::white, inks::text, 0.6)
                                          : discMark({x(at), y}, 1.7, inks::text));
            }
        }
        y += 9;
    }
    return y;
}

struct Curve
{
    const char* name;
    size_t force; // by Force
    Quantity quantity;
};
constexpr std::array<Curve, 6> kCurves{{{"N", 0, Quantity::Force},
                                        {"My", 4, Quantity::Moment},
                                        {"Vz", 2, Quantity::Force},
                                        {"Mz", 5, Quantity::Moment},
                                        {"Vy", 1, Quantity::Force},
                                        {"T", 3, Quantity::Moment}}};

// One force along the member: filled to its line, ends and the largest with their numbers.
void curve(Sketch& d, const Curve& c, const std::vector<double>& at, const double* v, double length, double left, double right,
           double y, double height, const UnitSystem& u)
{
    double low = 0, high = 0;
    for (size_t k = 0; k < at.size(); ++k)
        low = std::min(low, v[k]), high = std::max(high, v[k]);
    const double span = std::max(high - low, 1e-9);
    const auto px = [&](double s) { return left + (right - left) * s / length; };
    const auto py = [&](double value) { return y + 8 + (height - 16) * (high - value) / span; };
    const double zero = py(0);
    // Each side of the line in its own tint: positive up.
    for (const bool positive : {true, false}) {
        PathMark area;
        area.move(px(at.front()), zero);
        for (size_t k = 0; k < at.size(); ++k) {
            if (k > 0 && (v[k - 1] > 0) != (v[k] > 0) && v[k] != v[k - 1]) { // where it crosses
                const double t = v[k - 1] / (v[k - 1] - v[k]);
                area.line(px(at[k - 1] + t * (at[k] - at[k - 1])), zero);
            }
            area.line(px(at[k]), py(positive ? std::max(0.0, v[k]) : std::min(0.0, v[k])));
        }
        area.line(px(at.back()), zero).close();
        area.fill = positive ? inks::sagging : inks::hogging;
        d.marks.emplace_back(std::move(area));
    }
    PathMark outline;
    outline.move(px(at.front()), py(v[0]));
    for (size_t k = 1; k < at.size(); ++k)
        outline.line(px(at[k]), py(v[k]));
    outline.stroke = inks::text;
    outline.width = 0.7;
    d.marks.emplace_back(std::move(outline));
    d.line({left, zero}, {right, zero}, inks::faint, 0.5);
    d.words(left - 6, zero + 2.4, c.name, inks::text, 1, 7.5, Face::Italic);
    // Numbers: the largest either way and the ends, where they do not run into each other.
    std::vector<size_t> places;
    const auto larger = [&](size_t a, size_t b) { return std::abs(v[a]) > std::abs(v[b]); };
    size_t most = 0, least = 0;
    for (size_t k = 0; k < at.size(); ++k) {
        if (v[k] > v[most]) most = k;
        if (v[k] < v[least]) least = k;
    }
    for (const size_t k : larger(most, least) ? std::array{most, least, size_t{0}, at.size() - 1}
                                              : std::array{least, most, size_t{0}, at.size() - 1})
        if (std::abs(v[k]) > 1e-3 * span) places.push_back(k);
    std::vector<std::array<double, 3>> taken; // from, to, y
    for (const size_t k : places) {
        const std::string text = u.text(c.quantity, v[k]);
        const double w = d.wide(text, 6.5), anchor = at[k] < 0.15 * length ? 0 : at[k] > 0.85 * length ? 1 : 0.5;
        const double from = px(at[k]) - anchor * w +
                            (anchor == 0   ? 3
                             : anchor == 1 ? -3
                                           : 0),
                     ty = py(v[k]) + (v[k] >= 0 ? -2.5 : 7.5);
        const bool hits = std::any_of(taken.begin(), taken.end(), [&](const auto& t) {
            return from < t[1] + 3 && from + w > t[0] - 3 && std::abs(ty - t[2]) < 8;
        });
        if (hits) continue;
        taken.push_back({from, from + w, ty});
        d.words(from, ty, text, inks::text, 0, 6.5);
    }
}

} // namespace

Picture sectionPicture(const Shape& s, const UnitSystem& u, double width, double height, const TextMeasure& measure)
{
    Picture out;
    out.width = width;
    out.height = height;
    Sketch d(measure);
    if (s.kind == ShapeKind::None) {
        d.words(width / 2, height / 2, "properties only", inks::second, 0.5);
        out.marks = std::move(d.marks);
        return out;
    }
    const Outline o = outlineOf(s);
    double y0 = 1e9, y1 = -1e9, z0 = 1e9, z1 = -1e9;
    for (const Loop& l : o.loops)
        for (const Point2& q : l) {
            y0 = std::min(y0, q.y), y1 = std::max(y1, q.y);
            z0 = std::min(z0, q.z), z1 = std::max(z1, q.z);
        }
    const double k = std::min((width - 34) / (y1 - y0), (height - 26) / (z1 - z0));
    const double cx = (width - 20) / 2, cy = (height - 12) / 2;
    const auto at = [&](double y, double z) { return Spot{cx + k * (y - (y0 + y1) / 2), cy - k * (z - (z0 + z1) / 2)}; };
    PathMark body;
    for (const Loop& l : o.loops) {
        for (size_t i = 0; i < l.size(); ++i) {
            const Spot p = at(l[i].y, l[i].z);
            i == 0 ? body.move(p.x, p.y) : body.line(p.x, p.y);
        }
        body.close();
    }
    body.fill = inks::steel;
    body.stroke = inks::text;
    body.width = 0.8;
    d.marks.emplace_back(std::move(body));
    const Spot low = at(y0, z0), high = at(y1, z1);
    d.line({high.x + 8, low.y}, {high.x + 8, high.y}, inks::faint, 0.5);
    for (const double y : {low.y, high.y})
        d.line({high.x + 6, y + 2}, {high.x + 10, y - 2}, inks::second, 0.6);
    // Round outlines are polygons: what they measure is the section's own.
    const bool round = s.kind == ShapeKind::Chs || s.kind == ShapeKind::BarRound;
    const std::string h = u.text(Quantity::SectionLength, round ? s.d : z1 - z0, false),
                      b = u.text(Quantity::SectionLength, round ? s.d : y1 - y0, false);
    d.marks.emplace_back(
        TextMark{high.x + 17, (low.y + high.y) / 2 + d.wide(h) / 2, Sketch::kWords, h, inks::second, Face::Plain, 90});
    d.line({low.x, low.y + 8}, {high.x, low.y + 8}, inks::faint, 0.5);
    for (const double x : {low.x, high.x})
        d.line({x - 2, low.y + 10}, {x + 2, low.y + 6}, inks::second, 0.6);
    d.words((low.x + high.x) / 2, low.y + 16, b, inks::second, 0.5);
    out.marks = std::move(d.marks);
    return out;
}

Picture memberPicture(const CheckModel& model, size_t member, const CheckOutcome* outcome, double width,
                      const TextMeasure& measure)
{
    const Member& m = model.members()[member];
    const Frame& f = model.frame();
    const UnitSystem& u = f.units;
    Picture out;
    out.width = width;
    Sketch d(measure);
    const Picture section = sectionPicture(f.sections[static_cast<size_t>(m.section)].shape, u, 100, 84, measure);
    d.marks = section.marks;
    const double left = 150, right = width - 10;
    const auto x = [&](double at) { return left + (right - left) * at / m.length; };
    // The member with what holds it.
    double y = 16;
    d.line({left, y}, {right, y}, inks::text, 2);
    double free = 0; // words of holds end here
    for (const HoldPoint& p : model.holds(member).points) {
        const double px = x(p.at);
        if (p.held.nothing())
            d.marks.emplace_back(discMark({px, y}, 2.2, inks::white, inks::text, 0.8));
        else
            d.line({px, y - 5}, {px, y + 5}, inks::text, 1.4);
        std::string name;
        if (p.evidence >= 0 && p.origin == HoldOrigin::Joint) name = f.elements[static_cast<size_t>(p.evidence)].id;
        if (p.origin == HoldOrigin::Support) name = "support";
        if (p.origin == HoldOrigin::Stated) name = "by hand";
        if (p.origin == HoldOrigin::Brief) name = "brief";
        if (p.origin == HoldOrigin::PartOnly) name = "end";
        name = cutToWidth(name, Face::Plain, 6.5, 60, measure);
        const double w = d.wide(name, 6.5), from = std::clamp(px - w / 2, left - 10, right - w + 8);
        if (name.empty() || from < free + 4) continue;
        d.words(from, y - 8, name, inks::second, 0, 6.5);
        free = from + w;
    }
    y = lanes(d, model, member, left, right, y + 14);
    d.words(left, y + 1, "0", inks::second, 0, 6.5);
    d.words(right, y + 1, u.text(Quantity::Length, m.length), inks::second, 1, 6.5);
    y = std::max(y + 8, 88.0);
    if (outcome && outcome->ofForces() && !model.forces().empty()) {
        const MemberPlan plan = model.plan(member);
        std::vector<double> forces;
        const TableSet set = model.setOf(member, *outcome);
        if (set.given()) combine(plan, plan.standing(model.forces().sets[set.at()], set), forces);
        if (!forces.empty()) {
            const size_t n = plan.stations();
            const double from = 40, to = width - 10;
            const std::string name = model.combinationOf(member, *outcome);
            d.words(0, y + 6, "Forces in " + name + " (tension +; My: compression at the top +)", inks::second);
            y += 10;
            const auto mostOf = [&](size_t force) {
                const double* v = forces.data() + force * n;
                return std::abs(*std::max_element(v, v + n, [](double l, double r) { return std::abs(l) < std::abs(r); }));
            };
            for (const Curve& c : kCurves) {
                const double* v = forces.data() + c.force * n;
                // What is under a thousandth of the largest of its kind would be drawn as large as that.
                const bool force = c.quantity == Quantity::Force;
                const double most = mostOf(c.force), beside = force ? std::max({mostOf(0), mostOf(1), mostOf(2)})
                                                                    : std::max({mostOf(3), mostOf(4), mostOf(5)});
                if (!std::isfinite(most) || most < 1 || most < 1e-3 * beside) continue; // N, N·m
                constexpr double kHeight = 46;
                curve(d, c, plan.x, v, m.length, from, to, y, kHeight, u);
                y += kHeight;
            }
        }
    }
    out.height = y + 2;
    out.about = fmt::format("Member {}: section, holds and forces", m.id);
    out.marks = std::move(d.marks);
    return out;
}

} // namespace wr
