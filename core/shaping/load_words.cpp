#include "core/shaping/load_words.h"

#include "core/analysis/panels.h"
#include "core/base/entry.h"
#include "core/base/split.h"
#include "core/frame/frame.h"
#include "core/shaping/put_loads.h"
#include "core/shaping/typed.h"

#include <algorithm>
#include <array>
#include <cmath>
#include <fmt/format.h>

namespace wr {

namespace {

using NotRead = std::unexpected<std::string>;

constexpr double kNoise = 1e-9; // components smaller than that against the others are none

constexpr std::array<std::pair<LoadAxes, std::string_view>, 3> kAxes{
    {{LoadAxes::Global, "global"}, {LoadAxes::Local, "local"}, {LoadAxes::Projected, "on plan"}}};

std::string_view axesWord(LoadAxes a)
{
    return std::find_if(kAxes.begin(), kAxes.end(), [&](const auto& k) { return k.first == a; })->second;
}

int onlyOne(const Vec3& v) // the one component that is not zero; -1: none or several
{
    const double size = norm(v);
    int found = -1;
    for (int k = 0; k < 3; ++k)
        if (std::abs(v[k]) > kNoise * size) {
            if (found >= 0) return -1;
            found = k;
        }
    return found;
}

// A vector as typed; a bare number goes where the load goes now.
std::expected<Vec3, std::string> typedVector(const Frame& f, std::string_view text, Quantity q, const Vec3& now, bool global)
{
    if (const auto v = readVector(text, q, f.units, upAxis(f))) return Vec3{(*v)[0], (*v)[1], (*v)[2]};
    const auto number = readEntry(text, q, f.units);
    const int along = onlyOne(now);
    if (along < 0) return NotRead(readVector(text, q, f.units, upAxis(f)).error());
    if (!number)
        return NotRead(text.find(';') == std::string_view::npos ? number.error()
                                                                : readVector(text, q, f.units, upAxis(f)).error());
    Vec3 out;
    out[along] = *number;
    // "3.6 kN/m down" with another number is still down.
    return global && along == upAxis(f) && now[along] < 0 ? -1.0 * out : out;
}

std::string spreadWord(const Frame& f, const AreaLoad& a)
{
    if (!a.oneWay) return "two ways";
    if (const int k = onlyOne(a.span); k >= 0) return fmt::format("along {}", static_cast<char>('x' + k));
    for (const auto& [spread, word] :
         {std::pair(PanelSpread::ShortWay, "the short way"), {PanelSpread::LongWay, "the long way"}}) {
        AreaLoad tried = a;
        spreadPanel(f, tried, spread, {});
        if (norm(cross(tried.span, a.span)) < 1e-6) return word;
    }
    const Vec3 way = normalized(a.span);
    return fmt::format("along {:.4g}; {:.4g}; {:.4g}", way.x, way.y, way.z);
}

std::expected<AreaLoad, std::string> spreadAs(const Frame& f, AreaLoad a, const std::string& text)
{
    const NotRead like("a panel spreads two ways, the short way, the long way, along x, or along three numbers");
    if (text == "two ways")
        spreadPanel(f, a, PanelSpread::TwoWay, {});
    else if (text == "the short way" || text == "the long way")
        spreadPanel(f, a, text == "the short way" ? PanelSpread::ShortWay : PanelSpread::LongWay, {});
    else if (text.starts_with("along ")) {
        const std::string way = text.substr(6);
        Vec3 span;
        if (way.size() == 1 && way[0] >= 'x' && way[0] <= 'z')
            span[way[0] - 'x'] = 1;
        else if (const auto v = readVector(way, Quantity::Ratio, f.units, upAxis(f)))
            span = {(*v)[0], (*v)[1], (*v)[2]};
        if (!(norm(span) > 0)) return like;
        spreadPanel(f, a, PanelSpread::Along, span);
    } else
        return like;
    return a;
}

std::expected<double, std::string> typedLength(const Frame& f, std::string_view text, double length)
{
    auto v = readEntry(text, Quantity::Length, f.units);
    if (v && *v < 0) *v += length;
    if (v && (*v < -1e-9 || *v > length * (1 + 1e-6)))
        return NotRead(fmt::format("the element is {} long", f.units.text(Quantity::Length, length)));
    return v;
}

// Each kind of load says and reads its own words.
class Phrases
{
public:
    Phrases(const Frame& f, LoadWord w) : f_(f), w_(w) {}

    std::string say(const NodalLoad& l) const
    {
        switch (w_) {
        case LoadWord::Kind: return "nodal";
        case LoadWord::On: return node(l.node);
        case LoadWord::Axes: return "global";
        case LoadWord::Value: return vectorText(f_, Quantity::Force, l.f);
        case LoadWord::More: return moment(l.m, true);
        default: return {};
        }
    }
    std::string say(const LineLoad& l) const
    {
        const bool global = l.axes != LoadAxes::Local;
        switch (w_) {
        case LoadWord::Kind: return "line";
        case LoadWord::On: return element(l.element).id;
        case LoadWord::Axes: return std::string(axesWord(l.axes));
        case LoadWord::Place:
            if (l.from == 0 && !l.to) return "all";
            return fmt::format("{} to {}", f_.units.text(Quantity::Length, l.from),
                               f_.units.text(Quantity::Length, l.to.value_or(f_.length(element(l.element)))));
        case LoadWord::Value: return vectorText(f_, Quantity::LineLoad, l.q0, global);
        case LoadWord::More:
            return l.q1 == l.q0 ? std::string() : vectorText(f_, Quantity::LineLoad, l.q1, global) + " at its end";
        }
        return {};
    }
    std::string say(const PointLoad& l) const
    {
        const bool global = l.axes != LoadAxes::Local;
        switch (w_) {
        case LoadWord::Kind: return "point";
        case LoadWord::On: return element(l.element).id;
        case LoadWord::Axes: return std::string(axesWord(l.axes));
        case LoadWord::Place: return f_.units.text(Quantity::Length, l.at);
        case LoadWord::Value: return vectorText(f_, Quantity::Force, l.f, global);
        case LoadWord::More: return moment(l.m, global);
        }
        return {};
    }
    std::string say(const AreaLoad& l) const
    {
        switch (w_) {
        case LoadWord::Kind: return "area";
        case LoadWord::On: {
            std::string out;
            for (const int n : l.nodes)
                out += (out.empty() ? "" : "–") + node(n);
            return out;
        }
        case LoadWord::Axes: return std::string(axesWord(l.axes));
        case LoadWord::Value: return vectorText(f_, Quantity::AreaLoad, l.q, l.axes != LoadAxes::Local);
        case LoadWord::More: return spreadWord(f_, l);
        default: return {};
        }
    }
    std::string say(const ThermalLoad& l) const
    {
        switch (w_) {
        case LoadWord::Kind: return "temperature";
        case LoadWord::On: return element(l.element).id;
        case LoadWord::Value: return f_.units.text(Quantity::Temperature, l.uniform);
        case LoadWord::More: {
            if (l.gradientY == 0 && l.gradientZ == 0) return {};
            const double per = f_.units.factor(Quantity::Length);
            return fmt::format("{}; {}", f_.units.text(Quantity::Temperature, l.gradientY * per, false),
                               f_.units.text(Quantity::Temperature, l.gradientZ * per, false));
        }
        default: return {};
        }
    }
    std::string say(const Settlement& l) const
    {
        switch (w_) {
        case LoadWord::Kind: return "settlement";
        case LoadWord::On: return node(l.node);
        case LoadWord::Axes: return std::string(dofName(l.dof));
        case LoadWord::Value: return f_.units.text(settled(l), l.value);
        default: return {};
        }
    }

    std::string read(NodalLoad& l, const std::string& text) const
    {
        return w_ == LoadWord::Value ? put(l.f, text, Quantity::Force, true) : put(l.m, text, Quantity::Moment, true);
    }
    std::string read(LineLoad& l, std::string text) const
    {
        if (w_ == LoadWord::Axes) return axes(l.axes, text);
        const bool global = l.axes != LoadAxes::Local;
        if (w_ == LoadWord::Value) {
            const bool even = l.q0 == l.q1;
            std::string fault = put(l.q0, text, Quantity::LineLoad, global);
            if (even) l.q1 = l.q0;
            return fault;
        }
        if (w_ == LoadWord::More) {
            if (const size_t words = text.find(" at its end"); words != std::string::npos) text.resize(words);
            if (text.empty()) {
                l.q1 = l.q0;
                return {};
            }
            return put(l.q1, text, Quantity::LineLoad, global);
        }
        if (text == "all") {
            l.from = 0;
            l.to.reset();
            return {};
        }
        const size_t to = text.find(" to ");
        if (to == std::string::npos) return "a load stands over \"all\" of it, or from a place to another: \"0.5 m to 2 m\"";
        const double length = f_.length(element(l.element));
        const auto a = typedLength(f_, text.substr(0, to), length), b = typedLength(f_, text.substr(to + 4), length);
        if (!a) return a.error();
        if (!b) return b.error();
        if (!(*b > *a)) return "the load would end before it begins";
        l.from = *a;
        l.to = *b < length * (1 - 1e-9) ? b.value() : std::optional<double>();
        return {};
    }
    std::string read(PointLoad& l, const std::string& text) const
    {
        const bool global = l.axes != LoadAxes::Local;
        if (w_ == LoadWord::Axes) return axes(l.axes, text);
        if (w_ == LoadWord::Value) return put(l.f, text, Quantity::Force, global);
        if (w_ == LoadWord::More) return put(l.m, text, Quantity::Moment, global);
        const auto at = typedLength(f_, text, f_.length(element(l.element)));
        if (!at) return at.error();
        l.at = *at;
        return {};
    }
    std::string read(AreaLoad& l, const std::string& text) const
    {
        if (w_ == LoadWord::Axes) return axes(l.axes, text);
        if (w_ == LoadWord::Value) return put(l.q, text, Quantity::AreaLoad, l.axes != LoadAxes::Local);
        auto a = spreadAs(f_, l, text);
        if (!a) return a.error();
        LoadCase tried;
        tried.area = {*a};
        if (std::string fault = panelLoads(f_, tried).front().fault; !fault.empty()) return fault;
        l = *std::move(a);
        return {};
    }
    std::string read(ThermalLoad& l, const std::string& text) const
    {
        if (w_ == LoadWord::Value) return put(l.uniform, text, Quantity::Temperature);
        const auto parts = split(text, ";");
        if (parts.size() > 2) return "two numbers: along local y and z";
        double v[2]{};
        for (size_t k = 0; k < parts.size(); ++k)
            if (std::string fault = put(v[k], parts[k], Quantity::Temperature); !fault.empty()) return fault;
        const double per = f_.units.factor(Quantity::Length);
        l.gradientY = v[0] / per;
        l.gradientZ = v[1] / per;
        return {};
    }
    std::string read(Settlement& l, const std::string& text) const { return put(l.value, text, settled(l)); }

private:
    static Quantity settled(const Settlement& l) { return l.dof >= Dof::Rx ? Quantity::Rotation : Quantity::Displacement; }
    const std::string& node(int n) const { return f_.nodes[static_cast<size_t>(n)].id; }
    const Element& element(int e) const { return f_.elements[static_cast<size_t>(e)]; }
    std::string moment(const Vec3& m, bool global) const
    {
        return norm(m) > 0 ? vectorText(f_, Quantity::Moment, m, global) : std::string();
    }
    std::string put(double& to, std::string_view text, Quantity q) const
    {
        const auto v = readEntry(text, q, f_.units);
        if (!v) return v.error();
        to = *v;
        return {};
    }
    std::string put(Vec3& to, const std::string& text, Quantity q, bool global) const
    {
        if (text.empty()) {
            to = {};
            return {};
        }
        const auto v = typedVector(f_, text, q, to, global);
        if (!v) return v.error();
        to = *v;
        return {};
    }
    static std::string axes(LoadAxes& to, const std::string& text)
    {
        const auto at = std::find_if(kAxes.begin(), kAxes.end(), [&](const auto& k) { return k.second == text; });
        if (at == kAxes.end()) return "loads are in one of global, local, on plan";
        to = at->first;
        return {};
    }
    const Frame& f_;
    LoadWord w_;
};

template <class Case, class Do> auto withKind(Case& c, LoadKind k, Do what)
{
    switch (k) {
    case LoadKind::Nodal: return what(c.nodal);
    case LoadKind::Line: return what(c.line);
    case LoadKind::Point: return what(c.point);
    case LoadKind::Area: return what(c.area);
    case LoadKind::Thermal: return what(c.thermal);
    case LoadKind::Settlement: break;
    }
    return what(c.settlement);
}

} // namespace

std::string vectorText(const Frame& f, Quantity q, const Vec3& v, bool global)
{
    if (!(norm(v) > 0)) return f.units.text(q, 0);
    const auto part = [&](int k) { return std::abs(v[k]) > kNoise * norm(v) ? v[k] : 0.0; };
    if (const int k = onlyOne(v); k >= 0) {
        if (global && k == upAxis(f)) return f.units.text(q, std::abs(v[k])) + (v[k] < 0 ? " down" : " up");
        return fmt::format("{} {}", f.units.text(q, v[k]), static_cast<char>('x' + k));
    }
    return fmt::format("{}; {}; {}", f.units.text(q, part(0), false), f.units.text(q, part(1), false),
                       f.units.text(q, part(2)));
}

std::vector<LoadPlace> loadsOf(const Frame& f)
{
    std::vector<LoadPlace> out;
    for (size_t c = 0; c < f.cases.size(); ++c)
        for (int k = 0; k <= static_cast<int>(LoadKind::Settlement); ++k) {
            const auto kind = static_cast<LoadKind>(k);
            const size_t n = withKind(f.cases[c], kind, [](const auto& list) { return list.size(); });
            for (size_t i = 0; i < n; ++i)
                out.push_back({static_cast<int>(c), kind, static_cast<int>(i)});
        }
    return out;
}

std::string loadWord(const Frame& f, const LoadPlace& l, LoadWord w)
{
    return withKind(f.cases[static_cast<size_t>(l.loadCase)], l.kind,
                    [&](const auto& list) { return Phrases(f, w).say(list[static_cast<size_t>(l.index)]); });
}

bool canTypeOver(const LoadPlace& l, LoadWord w)
{
    using enum LoadKind;
    switch (w) {
    case LoadWord::Value: return true;
    case LoadWord::More: return l.kind != Settlement;
    case LoadWord::Axes: return l.kind == Line || l.kind == Point || l.kind == Area;
    case LoadWord::Place: return l.kind == Line || l.kind == Point;
    default: return false;
    }
}

std::expected<LoadCase, std::string> withLoadWord(const Frame& f, const LoadPlace& l, LoadWord w, std::string_view text)
{
    if (!canTypeOver(l, w)) return NotRead("that is not typed over: take the load off and put another");
    std::string trimmed(text);
    const size_t a = trimmed.find_first_not_of(' '), b = trimmed.find_last_not_of(' ');
    trimmed = a == std::string::npos ? std::string() : trimmed.substr(a, b - a + 1);
    LoadCase c = f.cases[static_cast<size_t>(l.loadCase)];
    std::string fault =
        withKind(c, l.kind, [&](auto& list) { return Phrases(f, w).read(list[static_cast<size_t>(l.index)], trimmed); });
    if (!fault.empty()) return NotRead(std::move(fault));
    return c;
}

LoadCase withoutLoad(const Frame& f, const LoadPlace& l)
{
    LoadCase c = f.cases[static_cast<size_t>(l.loadCase)];
    withKind(c, l.kind, [&](auto& list) { list.erase(list.begin() + l.index); });
    return c;
}

} // namespace wr
