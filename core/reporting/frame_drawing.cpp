#include "core/reporting/frame_drawing.h"

#include "core/analysis/storeys.h"
#include "core/members/kind.h"
#include "core/sizing/plan_groups.h"

#include <algorithm>
#include <array>
#include <cmath>
#include <fmt/format.h>
#include <numbers>
#include <set>

namespace wr {

namespace {

constexpr std::array<std::pair<Lettering, std::string_view>, 5> kLetterings{{{Lettering::None, "none"},
                                                                             {Lettering::Member, "member"},
                                                                             {Lettering::Section, "section"},
                                                                             {Lettering::Utilisation, "utilisation"},
                                                                             {Lettering::Length, "length"}}};
constexpr double kNear = 0.05, kMargin = 26, kBlock = 30, kLetters = 6.5; // m; pt

struct Flat // an element on paper
{
    Spot a, b;
    int element = -1;
    double near = 0; // m towards the eye
    double length() const { return std::hypot(b.x - a.x, b.y - a.y); }
};

// Words along a line as a box that is turned with them: two of them touch where no axis of either parts them.
struct TurnedBox
{
    std::array<Spot, 4> corners;

    TurnedBox(Spot from, double angle, double width, double height) // angle anticlockwise, y downwards
    {
        const double c = std::cos(angle), s = std::sin(angle);
        const auto at = [&](double along, double over) {
            return Spot{from.x + along * c - over * s, from.y - along * s - over * c};
        };
        corners = {at(0, 0), at(width, 0), at(width, height), at(0, height)};
    }
    bool touches(const TurnedBox& o) const { return !partedBy(o) && !o.partedBy(*this); }

private:
    bool partedBy(const TurnedBox& o) const
    {
        for (size_t k = 0; k < 4; ++k) {
            const Spot &p = corners[k], &q = corners[(k + 1) % 4];
            const double nx = q.y - p.y, ny = p.x - q.x;
            const auto reach = [&](const TurnedBox& b) {
                std::pair<double, double> out{1e18, -1e18};
                for (const Spot& s : b.corners) {
                    const double v = s.x * nx + s.y * ny;
                    out = {std::min(out.first, v), std::max(out.second, v)};
                }
                return out;
            };
            const auto a = reach(*this), b = reach(o);
            if (a.second < b.first || b.second < a.first) return true;
        }
        return false;
    }
};

// A support by what it holds: a hatched foot where it holds turning, a triangle where it holds movement both ways, a roller
// else.
void drawSupport(std::vector<Mark>& out, const Node& n, Spot at, const DrawnFrom& from, Vec3 upward)
{
    const bool turning = n.support[3].held || n.support[4].held || n.support[5].held || n.support[3].spring > 0 ||
                         n.support[4].spring > 0 || n.support[5].spring > 0;
    const bool fromAbove = std::abs(dot(from.up, upward)) < 0.1 && std::abs(dot(from.right, upward)) < 0.1;
    if (fromAbove) {
        out.emplace_back(boxMark(at.x - 3, at.y - 3, 6, 6, std::nullopt, inks::second, 0.6));
        return;
    }
    const bool sideways = n.supportHolds(from.right, 0.7);
    PathMark p;
    if (turning && n.support[3].held && n.support[4].held) {
        p.move(at.x - 5, at.y).line(at.x + 5, at.y);
        for (int k = -4; k <= 4; k += 2)
            p.move(at.x + k + 1, at.y).line(at.x + k - 1, at.y + 3);
    } else {
        p.move(at.x, at.y).line(at.x - 4, at.y + 6).line(at.x + 4, at.y + 6).close();
        if (!sideways) p.move(at.x - 5, at.y + 8).line(at.x + 5, at.y + 8);
    }
    p.stroke = inks::second;
    p.width = 0.6;
    out.emplace_back(std::move(p));
}

// A round length for the bar: 1, 2 or 5 times a power of ten, about a fifth of the drawing.
double roundLength(double about)
{
    const double power = std::pow(10.0, std::floor(std::log10(about)));
    for (const double k : {5.0, 2.0, 1.0})
        if (k * power <= about * 1.0001) return k * power;
    return power;
}

} // namespace

std::string_view letteringName(Lettering l)
{
    return kLetterings[static_cast<size_t>(l)].second;
}

std::optional<Lettering> letteringFromName(std::string_view n)
{
    for (const auto& [l, name] : kLetterings)
        if (name == n) return l;
    return {};
}

std::vector<DrawnFrom> drawingsOf(const Frame& f)
{
    std::vector<DrawnFrom> out;
    if (f.elements.empty()) return out;
    const Vec3 z = f.upward(), x{1, 0, 0}, y = cross(z, x);
    const auto words = [&](double v) { return f.units.text(Quantity::Length, std::round(v * 1e3) / 1e3); };
    double lowest = 1e18;
    for (const Node& n : f.nodes)
        lowest = std::min(lowest, dot(n.at, z));
    for (const Storey& s : storeysOf(f)) {
        const double at = s.level + lowest;
        out.push_back({"Plan at " + words(at), x, y, std::pair(at - kNear, at + kNear)});
    }
    // Upright planes that hold a column, by where they stand.
    struct Way
    {
        Vec3 right, normal;
        const char* name;
    };
    for (const Way& w : {Way{x, -y, "y"}, Way{y, x, "x"}}) {
        std::vector<double> planes;
        for (const Element& e : f.elements) {
            const Vec3 a = f.endI(e), b = f.endJ(e), d = b - a;
            if (std::abs(dot(d, z)) < 0.95 * norm(d)) continue;
            const double at = dot(a, w.normal);
            if (std::none_of(planes.begin(), planes.end(), [&](double p) { return std::abs(p - at) < kNear; }))
                planes.push_back(at);
        }
        std::sort(planes.begin(), planes.end());
        if (w.name[0] == 'y') std::reverse(planes.begin(), planes.end()); // by y, which the normal runs against
        for (const double at : planes)
            out.push_back({fmt::format("Elevation at {} = {}", w.name, words(dot(w.normal, w.name[0] == 'y' ? y : x) * at)),
                           w.right, z, std::pair(at - kNear, at + kNear)});
    }
    const double c = std::cos(std::numbers::pi / 6), s = std::sin(std::numbers::pi / 6);
    const Vec3 right = c * x + s * y, away = c * y - s * x; // looked at from aside and a little from above
    out.push_back({"View", right, 0.94 * z + 0.34 * away, {}});
    out.back().up = (1 / norm(out.back().up)) * out.back().up;
    return out;
}

FrameDrawing drawFrame(const CheckModel& model, const CheckReport* report, const DrawnFrom& from, const DrawingStyle& style,
                       const TextMeasure& measure)
{
    const Frame& f = model.frame();
    const Vec3 normal = cross(from.right, from.up);
    FrameDrawing out;
    out.picture.width = style.width;
    out.picture.height = style.height;
    out.picture.about = from.title;
    std::vector<Mark>& marks = out.picture.marks;
    const auto inSlice = [&](Vec3 p) {
        const double d = dot(p, normal);
        return !from.slice || (d >= from.slice->first && d <= from.slice->second);
    };
    // What is to be seen, in metres first.
    std::vector<Flat> flat;
    double x0 = 1e18, x1 = -1e18, y0 = 1e18, y1 = -1e18;
    for (size_t e = 0; e < f.elements.size(); ++e) {
        const Vec3 a = f.endI(f.elements[e]), b = f.endJ(f.elements[e]);
        if (!inSlice(a) || !inSlice(b)) continue;
        Flat x{{dot(a, from.right), dot(a, from.up)}, {dot(b, from.right), dot(b, from.up)}, static_cast<int>(e)};
        x.near = 0.5 * dot(a + b, normal);
        if (x.length() < 0.01) continue; // runs towards the eye
        for (const Spot& s : {x.a, x.b}) {
            x0 = std::min(x0, s.x), x1 = std::max(x1, s.x);
            y0 = std::min(y0, s.y), y1 = std::max(y1, s.y);
        }
        flat.push_back(x);
    }
    // What is nearer is drawn over what is behind it.
    std::stable_sort(flat.begin(), flat.end(), [](const Flat& a, const Flat& b) { return a.near < b.near - 1e-9; });
    const double foot = style.titleBlock ? kBlock : 0, wide = style.width - 2 * kMargin,
                 high = style.height - 2 * kMargin - foot;
    if (!flat.empty()) {
        const double k = out.scale = std::min(wide / std::max(x1 - x0, 0.1), high / std::max(y1 - y0, 0.1));
        const double left = kMargin + (wide - k * (x1 - x0)) / 2, bottom = kMargin + high - (high - k * (y1 - y0)) / 2;
        const auto place = [&](Spot s) { return Spot{left + k * (s.x - x0), bottom - k * (s.y - y0)}; };
        for (Flat& x : flat)
            x.a = place(x.a), x.b = place(x.b);
        for (const Flat& x : flat) {
            const Element& el = f.elements[static_cast<size_t>(x.element)];
            const int m = model.formed().ofElement(x.element);
            const MemberResult* r = report && m >= 0 && static_cast<size_t>(m) < report->results.size()
                                        ? &report->results[static_cast<size_t>(m)]
                                        : nullptr;
            const Ink ink = r && r->status == Status::Over ? inks::over : inks::text;
            const double dx = (x.b.x - x.a.x) / x.length(), dy = (x.b.y - x.a.y) / x.length();
            if (style.trueWidth) {
                // Half of what the section measures across the line, seen from here.
                const Axes axes = elementAxes(f, el);
                const SectionProperties& p = f.sections[static_cast<size_t>(el.section)].properties;
                const Vec3 across = dx * from.up + dy * from.right; // on paper at right angles to the line, y downwards
                const double half = k * (std::abs(dot(axes.z, across)) * p.depth + std::abs(dot(axes.y, across)) * p.width) / 2;
                PathMark body;
                body.move(x.a.x - dy * half, x.a.y + dx * half).line(x.b.x - dy * half, x.b.y + dx * half);
                body.line(x.b.x + dy * half, x.b.y - dx * half).line(x.a.x + dy * half, x.a.y - dx * half).close();
                body.fill = inks::steel;
                body.stroke = ink;
                body.width = 0.4;
                marks.emplace_back(std::move(body));
            } else
                marks.emplace_back(lineMark(x.a, x.b, ink, 1.1));
            // A joint that lets bending through: a ring a little before the end.
            const auto ring = [&](const std::array<bool, 6>& release, Spot end, double sign) {
                if (!release[4] && !release[5]) return;
                const double off = std::min(6.0, x.length() / 4);
                marks.emplace_back(
                    discMark({end.x + sign * dx * off, end.y + sign * dy * off}, 1.6, inks::white, inks::text, 0.6));
            };
            if (el.behaviour == Behaviour::Beam) {
                ring(el.releaseI, x.a, 1);
                ring(el.releaseJ, x.b, -1);
            }
        }
        for (const Node& n : f.nodes)
            if (n.supported() && inSlice(n.at))
                drawSupport(marks, n, place({dot(n.at, from.right), dot(n.at, from.up)}), from, f.upward());
        // A member is lettered once, along its longest element to be seen; what finds no room is counted.
        std::vector<const Flat*> longest(model.members().size(), nullptr);
        for (const Flat& x : flat)
            if (const int m = model.formed().ofElement(x.element); m >= 0)
                if (const Flat*& best = longest[static_cast<size_t>(m)]; !best || x.length() > best->length()) best = &x;
        std::vector<TurnedBox> taken;
        for (size_t m = 0; m < longest.size() && style.lettering != Lettering::None; ++m) {
            if (!longest[m]) continue;
            const Member& member = model.members()[m];
            std::string words;
            switch (style.lettering) {
            case Lettering::Member: words = member.id; break;
            case Lettering::Section: words = sectionNameOf(f, member.section); break;
            case Lettering::Length: words = f.units.text(Quantity::Length, member.length); break;
            case Lettering::Utilisation:
                if (report && m < report->results.size() && report->results[m].status != Status::Unchecked)
                    words = significant(report->results[m].utilisation, 3);
                break;
            case Lettering::None: break;
            }
            if (words.empty()) continue;
            Spot a = longest[m]->a, b = longest[m]->b;
            if (b.x < a.x - 1e-9 || (std::abs(b.x - a.x) <= 1e-9 && b.y > a.y))
                std::swap(a, b); // read from the left, or from below
            const double length = std::hypot(b.x - a.x, b.y - a.y), angle = std::atan2(a.y - b.y, b.x - a.x);
            const double w = measure.advance(words, Face::Plain, kLetters), ux = (b.x - a.x) / length,
                         uy = (b.y - a.y) / length;
            bool placed = false;
            for (const double at : {0.5, 0.35, 0.65, 0.2, 0.8}) {
                for (const double over : {2.2, -7.2}) { // above the line, under it
                    const double along = at * length - w / 2;
                    if (w > length + 8 || along < -4 || along + w > length + 4) continue;
                    const Spot begin{a.x + ux * along + uy * over, a.y + uy * along - ux * over};
                    const TurnedBox box({begin.x - ux * 0.5, begin.y - uy * 0.5}, angle, w + 1, 0.75 * kLetters);
                    if (std::any_of(taken.begin(), taken.end(), [&](const TurnedBox& t) { return t.touches(box); })) continue;
                    const MemberResult* r = report && m < report->results.size() ? &report->results[m] : nullptr;
                    marks.emplace_back(TextMark{begin.x, begin.y, kLetters, words,
                                                r && r->status == Status::Over ? inks::over : inks::second, Face::Plain,
                                                angle * 180 / std::numbers::pi});
                    taken.push_back(box);
                    placed = true;
                    break;
                }
                if (placed) break;
            }
            (placed ? out.lettered : out.unlettered) += 1;
        }
    }
    // Scale bar and title block: one line under the drawing.
    const double base = style.height - 10;
    if (out.scale > 0) {
        const double metres = roundLength(wide / out.scale / 5 / f.units.factor(Quantity::Length)) *
                              f.units.factor(Quantity::Length),
                     w = metres * out.scale;
        marks.emplace_back(lineMark({kMargin, base}, {kMargin + w, base}, inks::text, 1.2));
        for (const double x : {kMargin, kMargin + w})
            marks.emplace_back(lineMark({x, base - 3}, {x, base + 3}, inks::text, 0.8));
        marks.emplace_back(
            TextMark{kMargin + w + 5, base + 2.4, 7, f.units.text(Quantity::Length, metres), inks::second, Face::Plain, 0});
    }
    if (style.titleBlock) {
        const double top = style.height - kBlock;
        marks.emplace_back(lineMark({kMargin, top}, {style.width - kMargin, top}, inks::hairline, 0.7));
        const double right = style.width - kMargin;
        const auto put = [&](double y, const std::string& s, Face face, double size, Ink ink) {
            const std::string t = cutToWidth(s, face, size, wide * 0.6, measure);
            marks.emplace_back(TextMark{right - measure.advance(t, face, size), y, size, t, ink, face, 0});
        };
        put(top + 11, from.title, Face::Strong, 9, inks::text);
        std::string second = style.project;
        if (!style.revision.empty()) second += (second.empty() ? "" : " · ") + ("revision " + style.revision);
        if (style.lettering != Lettering::None && out.unlettered > 0)
            second += (second.empty() ? "" : " · ") + fmt::format("{} without room for letters", out.unlettered);
        if (!second.empty()) put(top + 21, second, Face::Plain, 7, inks::second);
    }
    return out;
}

} // namespace wr
