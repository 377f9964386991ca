#include "core/reporting/frame_drawing.h"

#include "core/paper/utilisation_ink.h"
#include "core/sizing/plan_groups.h"

#include <algorithm>
#include <array>
#include <cmath>
#include <fmt/format.h>
#include <map>
#include <numbers>

namespace wr {

namespace {

constexpr std::array<std::pair<Lettering, std::string_view>, 6> kLetterings{{{Lettering::None, "none"},
                                                                             {Lettering::Member, "member"},
                                                                             {Lettering::Section, "section"},
                                                                             {Lettering::Utilisation, "utilisation"},
                                                                             {Lettering::Length, "length"},
                                                                             {Lettering::Key, "key"}}};
constexpr double kMargin = 26, kBlock = 30, kKey = 104, kLetters = 6.5; // pt

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

class FrameSketch
{
public:
    FrameSketch(const CheckModel& model, const CheckReport* report, const DrawnFrom& from, const DrawingStyle& style,
                const TextMeasure& measure)
        : model_(model), f_(model.frame()), report_(report), from_(from), style_(style), measure_(measure),
          normal_(from.normal())
    {
        out_.picture.width = style.width;
        out_.picture.height = style.height;
        out_.picture.about = from.title;
    }

    FrameDrawing draw()
    {
        gather();
        wide_ = style_.width - 2 * kMargin - (style_.lettering == Lettering::Key ? kKey : 0);
        if (!flat_.empty()) {
            lay();
            for (const Flat& x : flat_)
                member(x);
            for (const Node& n : f_.nodes)
                if (n.supported() && inSlice(n.at)) {
                    std::vector<Mark> marks;
                    drawSupport(marks, n, place({dot(n.at, from_.right), dot(n.at, from_.up)}), from_, f_.upward());
                    for (Mark& m : marks)
                        put(std::move(m), "supports");
                }
            letters();
            if (style_.lettering == Lettering::Key) key();
            bar();
        }
        if (style_.titleBlock) title();
        return std::move(out_);
    }

private:
    template <class M> void put(M&& m, const std::string& layer)
    {
        out_.picture.marks.emplace_back(std::forward<M>(m));
        out_.layers.push_back(layer);
    }
    bool inSlice(Vec3 p) const
    {
        const double d = dot(p, normal_);
        return !from_.slice || (d >= from_.slice->first && d <= from_.slice->second);
    }
    bool drawn(int member) const { return style_.only.empty() || (member >= 0 && style_.only[static_cast<size_t>(member)]); }
    const MemberResult* resultOf(int member) const
    {
        return report_ && member >= 0 && static_cast<size_t>(member) < report_->results.size()
                   ? &report_->results[static_cast<size_t>(member)]
                   : nullptr;
    }
    Spot place(Spot s) const { return {out_.origin.x + out_.scale * s.x, out_.origin.y - out_.scale * s.y}; }

    // What is to be seen, in metres first; what is nearer is drawn over what is behind it.
    void gather()
    {
        for (size_t e = 0; e < f_.elements.size(); ++e) {
            const Vec3 a = f_.endI(f_.elements[e]), b = f_.endJ(f_.elements[e]);
            if (!inSlice(a) || !inSlice(b) || !drawn(model_.formed().ofElement(static_cast<int>(e)))) continue;
            Flat x{{dot(a, from_.right), dot(a, from_.up)}, {dot(b, from_.right), dot(b, from_.up)}, static_cast<int>(e)};
            x.near = 0.5 * dot(a + b, normal_);
            if (x.length() < 0.01) continue; // runs towards the eye
            flat_.push_back(x);
        }
        std::stable_sort(flat_.begin(), flat_.end(), [](const Flat& a, const Flat& b) { return a.near < b.near - 1e-9; });
    }

    void lay()
    {
        double x0 = 1e18, x1 = -1e18, y0 = 1e18, y1 = -1e18;
        for (const Flat& x : flat_)
            for (const Spot& s : {x.a, x.b}) {
                x0 = std::min(x0, s.x), x1 = std::max(x1, s.x);
                y0 = std::min(y0, s.y), y1 = std::max(y1, s.y);
            }
        const double high = style_.height - 2 * kMargin - (style_.titleBlock ? kBlock : 0);
        const double k = out_.scale = std::min(wide_ / std::max(x1 - x0, 0.1), high / std::max(y1 - y0, 0.1));
        out_.origin = {kMargin + (wide_ - k * (x1 - x0)) / 2 - k * x0, kMargin + high - (high - k * (y1 - y0)) / 2 + k * y0};
        for (Flat& x : flat_)
            x.a = place(x.a), x.b = place(x.b);
    }

    // Half of what the section measures across the line, seen from here; nothing where members are lines.
    double halfOf(const Flat& x) const
    {
        if (!style_.trueWidth) return 0;
        const Element& el = f_.elements[static_cast<size_t>(x.element)];
        const double dx = (x.b.x - x.a.x) / x.length(), dy = (x.b.y - x.a.y) / x.length();
        const Axes axes = elementAxes(f_, el);
        const SectionProperties& p = f_.sections[static_cast<size_t>(el.section)].properties;
        const Vec3 across = dx * from_.up + dy * from_.right; // on paper at right angles to the line, y downwards
        return out_.scale * (std::abs(dot(axes.z, across)) * p.depth + std::abs(dot(axes.y, across)) * p.width) / 2;
    }

    void member(const Flat& x)
    {
        const Element& el = f_.elements[static_cast<size_t>(x.element)];
        const int m = model_.formed().ofElement(x.element);
        const MemberResult* r = resultOf(m);
        const std::string layer = m < 0 || model_.members()[static_cast<size_t>(m)].group.empty()
                                      ? "in no group"
                                      : model_.members()[static_cast<size_t>(m)].group;
        Ink ink = r && r->status == Status::Over ? inks::over : inks::text;
        if (style_.byUtilisation) ink = utilisationInk(r && r->status != Status::Unchecked ? r->utilisation : std::nan(""));
        const double dx = (x.b.x - x.a.x) / x.length(), dy = (x.b.y - x.a.y) / x.length();
        if (style_.trueWidth) {
            const double half = halfOf(x);
            PathMark body;
            body.move(x.a.x - dy * half, x.a.y + dx * half).line(x.b.x - dy * half, x.b.y + dx * half);
            body.line(x.b.x + dy * half, x.b.y - dx * half).line(x.a.x + dy * half, x.a.y - dx * half).close();
            body.fill = style_.byUtilisation ? ink : inks::steel;
            body.stroke = style_.byUtilisation ? inks::text : ink;
            body.width = 0.4;
            put(std::move(body), layer);
        } else
            put(lineMark(x.a, x.b, ink, style_.byUtilisation ? 2.2 : 1.1), layer);
        // A joint that lets bending through: a ring a little before the end.
        const auto ring = [&](const std::array<bool, 6>& release, Spot end, double sign) {
            if (!release[4] && !release[5]) return;
            const double off = std::min(6.0, x.length() / 4);
            put(discMark({end.x + sign * dx * off, end.y + sign * dy * off}, 1.6, inks::white, inks::text, 0.6), "releases");
        };
        if (el.behaviour == Behaviour::Beam) {
            ring(el.releaseI, x.a, 1);
            ring(el.releaseJ, x.b, -1);
        }
    }

    std::string wordsOf(size_t m)
    {
        const Member& member = model_.members()[m];
        switch (style_.lettering) {
        case Lettering::Member: return member.id;
        case Lettering::Section: return sectionNameOf(f_, member.section);
        case Lettering::Length: return f_.units.text(Quantity::Length, member.length);
        case Lettering::Utilisation:
            if (const MemberResult* r = resultOf(static_cast<int>(m)); r && r->status != Status::Unchecked)
                return significant(r->utilisation, 3);
            return {};
        case Lettering::Key: {
            const std::string name = sectionNameOf(f_, member.section);
            const auto at = std::find_if(key_.begin(), key_.end(), [&](const auto& k) { return k.first == name; });
            return fmt::format("{}", at - key_.begin() + 1);
        }
        case Lettering::None: break;
        }
        return {};
    }

    // A member is lettered once, along its longest element to be seen; what finds no room is counted.
    void letters()
    {
        if (style_.lettering == Lettering::None) return;
        std::vector<const Flat*> longest(model_.members().size(), nullptr);
        for (const Flat& x : flat_)
            if (const int m = model_.formed().ofElement(x.element); m >= 0)
                if (const Flat*& best = longest[static_cast<size_t>(m)]; !best || x.length() > best->length()) best = &x;
        if (style_.lettering == Lettering::Key) {
            std::map<std::string, int> count;
            for (size_t m = 0; m < longest.size(); ++m)
                if (longest[m]) ++count[sectionNameOf(f_, model_.members()[m].section)];
            key_.assign(count.begin(), count.end()); // by name
        }
        // Letters stand beside bodies, not on them.
        std::vector<TurnedBox> taken;
        constexpr size_t kMostBodies = 3000;
        for (const Flat& x : flat_) {
            const double half = halfOf(x);
            if (half < 0.6 || flat_.size() > kMostBodies) continue;
            const double angle = std::atan2(x.a.y - x.b.y, x.b.x - x.a.x);
            taken.emplace_back(Spot{x.a.x + std::sin(angle) * half, x.a.y + std::cos(angle) * half}, angle, x.length(),
                               2 * half);
        }
        for (size_t m = 0; m < longest.size(); ++m) {
            if (!longest[m]) continue;
            const std::string words = wordsOf(m);
            if (!words.empty()) (letter(m, words, *longest[m], taken) ? out_.lettered : out_.unlettered) += 1;
        }
    }

    bool letter(size_t m, const std::string& words, const Flat& along, std::vector<TurnedBox>& taken)
    {
        Spot a = along.a, b = along.b;
        if (b.x < a.x - 1e-9 || (std::abs(b.x - a.x) <= 1e-9 && b.y > a.y))
            std::swap(a, b); // read from the left, or from below
        const double length = std::hypot(b.x - a.x, b.y - a.y), angle = std::atan2(a.y - b.y, b.x - a.x);
        const double half = halfOf(along);
        const double w = measure_.advance(words, Face::Plain, kLetters), ux = (b.x - a.x) / length, uy = (b.y - a.y) / length;
        for (const double at : {0.5, 0.35, 0.65, 0.2, 0.8})
            for (const double over : {2.2 + half, -7.2 - half}) { // above the line, under it
                const double from = at * length - w / 2;
                if (w > length + 8 || from < -4 || from + w > length + 4) continue;
                const Spot begin{a.x + ux * from + uy * over, a.y + uy * from - ux * over};
                const TurnedBox box({begin.x - ux * 0.5, begin.y - uy * 0.5}, angle, w + 1, 0.75 * kLetters);
                if (std::any_of(taken.begin(), taken.end(), [&](const TurnedBox& t) { return t.touches(box); })) continue;
                const MemberResult* r = resultOf(static_cast<int>(m));
                put(TextMark{begin.x, begin.y, kLetters, words, r && r->status == Status::Over ? inks::over : inks::second,
                             Face::Plain, angle * 180 / std::numbers::pi},
                    "letters");
                taken.push_back(box);
                return true;
            }
        return false;
    }

    // Number, section, how many: at the right of the drawing; what finds no room is told.
    void key()
    {
        const double x = style_.width - kMargin - kKey + 12, right = style_.width - kMargin;
        const double bottom = style_.height - kMargin - (style_.titleBlock ? kBlock : 0);
        double y = kMargin + 6;
        put(TextMark{x, y, 7, "Sections", inks::second, Face::Strong, 0}, "sheet");
        for (size_t k = 0; k < key_.size(); ++k) {
            y += 10;
            if (y > bottom) {
                put(TextMark{x, y, kLetters, fmt::format("and {} more", key_.size() - k), inks::second, Face::Plain, 0},
                    "sheet");
                break;
            }
            const std::string count = fmt::format("×{}", key_[k].second);
            const double w = measure_.advance(count, Face::Plain, kLetters);
            put(TextMark{x, y, kLetters, fmt::format("{}", k + 1), inks::text, Face::Strong, 0}, "sheet");
            put(TextMark{x + 14, y, kLetters, cutToWidth(key_[k].first, Face::Plain, kLetters, right - w - x - 20, measure_),
                         inks::text, Face::Plain, 0},
                "sheet");
            put(TextMark{right - w, y, kLetters, count, inks::second, Face::Plain, 0}, "sheet");
        }
    }

    void bar()
    {
        const double base = style_.height - 10;
        const double metres =
            roundLength(wide_ / out_.scale / 5 / f_.units.factor(Quantity::Length)) * f_.units.factor(Quantity::Length);
        const double w = metres * out_.scale;
        put(lineMark({kMargin, base}, {kMargin + w, base}, inks::text, 1.2), "sheet");
        for (const double x : {kMargin, kMargin + w})
            put(lineMark({x, base - 3}, {x, base + 3}, inks::text, 0.8), "sheet");
        put(TextMark{kMargin + w + 5, base + 2.4, 7, f_.units.text(Quantity::Length, metres), inks::second, Face::Plain, 0},
            "sheet");
        if (!style_.byUtilisation) return;
        double x = kMargin + w + 70;
        for (const auto& [words, at] : {std::pair{"0", 0.0},
                                        {"0.5", 0.5},
                                        {"0.75", 0.75},
                                        {"0.9", 0.9},
                                        {"1", 1.0},
                                        {"over", 1.3},
                                        {"not checked", std::nan("")}}) {
            put(boxMark(x, base - 4, 9, 6, utilisationInk(at), inks::faint, 0.3), "sheet");
            put(TextMark{x + 11, base + 1.4, 6, words, inks::second, Face::Plain, 0}, "sheet");
            x += 17 + measure_.advance(words, Face::Plain, 6);
        }
    }

    void title()
    {
        const double top = style_.height - kBlock, right = style_.width - kMargin;
        put(lineMark({kMargin, top}, {right, top}, inks::hairline, 0.7), "sheet");
        const auto words = [&](double y, const std::string& s, Face face, double size, Ink ink) {
            const std::string t = cutToWidth(s, face, size, (style_.width - 2 * kMargin) * 0.6, measure_);
            put(TextMark{right - measure_.advance(t, face, size), y, size, t, ink, face, 0}, "sheet");
        };
        words(top + 11, from_.title, Face::Strong, 9, inks::text);
        std::string second = style_.project;
        if (!style_.revision.empty()) second += (second.empty() ? "" : " · ") + ("revision " + style_.revision);
        if (style_.lettering != Lettering::None && out_.unlettered > 0)
            second += (second.empty() ? "" : " · ") + fmt::format("{} without room for letters", out_.unlettered);
        if (!second.empty()) words(top + 21, second, Face::Plain, 7, inks::second);
    }

    const CheckModel& model_;
    const Frame& f_;
    const CheckReport* report_;
    const DrawnFrom& from_;
    const DrawingStyle& style_;
    const TextMeasure& measure_;
    const Vec3 normal_;
    FrameDrawing out_;
    std::vector<Flat> flat_;
    std::vector<std::pair<std::string, int>> key_;
    double wide_ = 0;
};

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

std::vector<std::string_view> letteringNames()
{
    std::vector<std::string_view> out;
    for (const auto& [l, name] : kLetterings)
        out.push_back(name);
    return out;
}

FrameDrawing drawFrame(const CheckModel& model, const CheckReport* report, const DrawnFrom& from, const DrawingStyle& style,
                       const TextMeasure& measure)
{
    return FrameSketch(model, report, from, style, measure).draw();
}

} // namespace wr
