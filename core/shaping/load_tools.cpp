#include "core/shaping/load_tools.h"

#include <algorithm>
#include <array>
#include <fmt/format.h>

namespace wr {

namespace {

constexpr std::array<const char*, 7> kKinds{"all", "nodal", "line", "point", "area", "temperature", "settlement"};

// Directions by name: in which axes, and where to.
struct LoadWay
{
    std::string word;
    LoadAxes axes;
    Vec3 toward;
};

std::vector<LoadWay> loadWays(const Frame& f, bool local, bool plan)
{
    const Vec3 up = f.upward();
    const char across = acrossName(f);
    Vec3 level;
    level[across - 'x'] = 1;
    std::vector<LoadWay> out{{"down", LoadAxes::Global, -1.0 * up}};
    if (plan) out.push_back({"down, on plan", LoadAxes::Projected, -1.0 * up});
    out.push_back({"up", LoadAxes::Global, up});
    out.push_back({"along x", LoadAxes::Global, {1, 0, 0}});
    out.push_back({std::string("along ") + across, LoadAxes::Global, level});
    if (!local) return out;
    out.push_back({"local x", LoadAxes::Local, {1, 0, 0}});
    out.push_back({"local y", LoadAxes::Local, {0, 1, 0}});
    out.push_back({"local z", LoadAxes::Local, {0, 0, 1}});
    return out;
}

// On a panel, local z is its normal.
std::vector<LoadWay> panelWays(const Frame& f)
{
    std::vector<LoadWay> out = loadWays(f, false, true);
    out.insert(out.begin() + 2, {"inward", LoadAxes::Local, {0, 0, -1}});
    out.insert(out.begin() + 3, {"outward", LoadAxes::Local, {0, 0, 1}});
    return out;
}

std::vector<std::string> wayWords(const std::vector<LoadWay>& list, const char* first = nullptr)
{
    std::vector<std::string> out;
    if (first) out.emplace_back(first);
    for (const LoadWay& w : list)
        out.push_back(w.word);
    return out;
}

std::vector<std::string> spreads(const Frame& f, const char* first = nullptr)
{
    std::vector<std::string> out;
    if (first) out.emplace_back(first);
    for (const std::string& w : {std::string("two ways"), std::string("the short way"), std::string("the long way"),
                                 std::string("along x"), std::string("along ") + acrossName(f)})
        out.push_back(w);
    return out;
}

const LoadWay& wayOf(const std::vector<LoadWay>& list, const std::string& word)
{
    const auto at = std::find_if(list.begin(), list.end(), [&](const LoadWay& w) { return w.word == word; });
    return at == list.end() ? list.front() : *at;
}

void spreadOf(const std::string& word, PanelSpread& spread, Vec3& span)
{
    spread = word == "the short way"  ? PanelSpread::ShortWay
             : word == "the long way" ? PanelSpread::LongWay
             : word == "two ways"     ? PanelSpread::TwoWay
                                      : PanelSpread::Along;
    if (spread == PanelSpread::Along) span[word.back() - 'x'] = 1;
}

// A load as typed: a number along the direction that was chosen, or three numbers in its axes.
Vec3 loadOf(Typed& t, const std::string& key, const LoadWay& way)
{
    const std::string text = t.text(key), last = text.substr(text.find_last_not_of(' ') == std::string::npos
                                                                 ? text.size()
                                                                 : text.find_last_of(' ', text.find_last_not_of(' ')) + 1);
    const bool upright = last.starts_with("up") || last.starts_with("down");
    if (upright && way.axes == LoadAxes::Local) t.say(key, "up and down are not local: say a number");
    // "3 kN/m down": the words say it themselves.
    if (text.find(';') != std::string::npos || upright || last.starts_with('x') || last.starts_with('y') ||
        last.starts_with('z'))
        return t.vector(key);
    return t.measure(key) * way.toward;
}

} // namespace

std::vector<ShapeField> loadFields(std::string_view tool, const Frame& f)
{
    using K = ShapeField::Kind;
    std::vector<ShapeField> out;
    const auto add = [&](const char* key, const char* title, K kind, Quantity q, std::string value, std::string meaning,
                         std::vector<std::string> words = {}) {
        out.push_back({key, title, kind, q, std::move(value), std::move(words), std::move(meaning)});
    };
    const std::string first = f.cases.empty() ? "" : f.cases.list().front().id;
    add("case", "Case", K::Text, Quantity::Ratio, first, "by its name");
    const auto instead = [&] {
        add("instead", "Instead of what is there", K::Flag, Quantity::Ratio, "no",
            "of loads of this kind in the case; else beside them");
    };
    const auto kinds = [&] {
        add("kind", "Loads", K::Word, Quantity::Ratio, kKinds[0], "of which kind", {kKinds.begin(), kKinds.end()});
    };
    if (tool == "nodal") {
        add("load", "Force", K::Measure, Quantity::Force, "0", "along the direction, or three: \"2; 0; -5 kN\"");
        add("way", "Direction", K::Word, Quantity::Ratio, "down", "where the force pushes to",
            wayWords(loadWays(f, false, false)));
        add("moment", "Moment", K::Vector, Quantity::Moment, "0; 0; 0", "about x, y and z, right-handed");
        instead();
    } else if (tool == "line") {
        add("load", "Load", K::Measure, Quantity::LineLoad, "0",
            "per length, an expression too: \"3*1.2 kN/m\"; or three in the axes of the direction");
        add("end", "At its end", K::Text, Quantity::LineLoad, "", "where it changes evenly; empty: the same");
        add("way", "Direction", K::Word, Quantity::Ratio, "down",
            "on plan: per length as seen from above; local: in the element's own axes", wayWords(loadWays(f, true, true)));
        add("from", "From", K::Measure, Quantity::Length, "0", "from the first end");
        add("to", "To", K::Text, Quantity::Length, "", "with − from the last end; empty: to the last end");
        add("run", "Along whole members", K::Flag, Quantity::Ratio, "yes",
            "places and changes run along members, not along each element");
        instead();
    } else if (tool == "point") {
        add("load", "Force", K::Measure, Quantity::Force, "0", "along the direction, or three in its axes");
        add("way", "Direction", K::Word, Quantity::Ratio, "down", "local: in the element's own axes",
            wayWords(loadWays(f, true, false)));
        add("moment", "Moment", K::Vector, Quantity::Moment, "0; 0; 0", "about x, y and z of the same axes");
        add("at", "Places", K::Text, Quantity::Length, "",
            "from the first end, or with − from the last: \"1.2 m; -0.5 m\"; empty: in the middle");
        add("run", "Along whole members", K::Flag, Quantity::Ratio, "yes", "places are measured along members");
        instead();
    } else if (tool == "area") {
        add("load", "Pressure", K::Measure, Quantity::AreaLoad, "0",
            "per area, an expression too: \"50 psf\", \"0.8*1.2 kN/m²\"; or three in the axes of the direction");
        add("way", "Direction", K::Word, Quantity::Ratio, "down",
            "on plan: per area as seen from above; outward: up from a roof, away from the frame's middle on a wall",
            wayWords(panelWays(f)));
        add("spread", "Spread", K::Word, Quantity::Ratio, "two ways",
            "two ways: every point loads the nearest edge; one way: strips load the edges they meet", spreads(f));
        instead();
    } else if (tool == "temperature") {
        add("warmer", "Warmer by", K::Measure, Quantity::Temperature, "0", "K, along the whole section");
        add("y", "Gradient along y", K::Measure, Quantity::Temperature, "0",
            "K per " + f.units.symbol(Quantity::Length) + ", along local y");
        add("z", "Gradient along z", K::Measure, Quantity::Temperature, "0", "the same along local z");
        instead();
    } else if (tool == "settlement") {
        add("move", "Moves by", K::Vector, Quantity::Displacement, "0; 0; 0",
            "where the support is dragged to: \"5 mm down\", or three");
        add("turn", "Turns by", K::Vector, Quantity::Angle, "0; 0; 0", "about x, y and z");
        instead();
    } else if (tool == "alter") {
        kinds();
        add("factor", "Times", K::Measure, Quantity::Ratio, "1", "a number; −1 turns them around");
        add("way", "Direction", K::Word, Quantity::Ratio, "as it is", "as large as they are, in this direction",
            wayWords(loadWays(f, true, true), "as it is"));
        add("turn", "Turned by", K::Measure, Quantity::Angle, "0", "about the upright, loads in global axes");
        add("spread", "Spread", K::Word, Quantity::Ratio, "as it is", "of loads on panels", spreads(f, "as it is"));
        add("into", "Into case", K::Text, Quantity::Ratio, "", "that case gets them so, and they stay; empty: they change");
    } else if (tool == "lift")
        kinds();
    else if (tool == "case") {
        std::vector<std::string> actions;
        actions.emplace_back("as it is");
        for (const std::string_view a : actionNames())
            actions.emplace_back(a);
        add("name", "Another name", K::Text, Quantity::Ratio, "", "empty: as it is");
        add("title", "Title", K::Text, Quantity::Ratio, "", "empty: as it is");
        add("action", "Action", K::Word, Quantity::Ratio, "as it is", "what combinations take it for", actions);
        add("weight", "Self-weight", K::Text, Quantity::Ratio, "",
            "times the frame's own weight, as in \"1\"; empty: as it is");
        add("hand", "Hand sum", K::Text, Quantity::Force, "",
            "what its forces come to by your own sum: \"120 kN down\", or three; \"none\": there is none; empty: as it is");
    }
    return out;
}

ShapeEdit loadEdit(std::string_view tool, Typed& t, const Frame& f, std::vector<int> elements, std::vector<int> nodes)
{
    const std::string name = t.text("case");
    if (tool == "nocase") return DropCase{name};
    if (tool == "case") {
        PutCase c{name};
        if (!t.empty("name")) c.name = t.text("name");
        if (!t.empty("title")) c.title = t.text("title");
        if (const std::string a = t.word("action"); a != "as it is") c.action = actionFromName(a);
        if (!t.empty("weight")) c.selfWeight = t.measure("weight");
        if (t.text("hand") == "none")
            c.handSum = std::optional<Vec3>{};
        else if (!t.empty("hand"))
            c.handSum = std::optional(t.vector("hand"));
        return c;
    }
    const auto kind = [&]() -> std::optional<LoadKind> {
        const std::string word = t.word("kind");
        const auto at = std::find(kKinds.begin() + 1, kKinds.end(), word);
        return at == kKinds.end() ? std::nullopt : std::optional(static_cast<LoadKind>(at - kKinds.begin() - 1));
    };
    if (tool == "lift") return DropLoads{name, std::move(elements), std::move(nodes), kind()};
    if (tool == "alter") {
        AlterLoads a;
        a.loadCase = name;
        a.into = t.text("into");
        a.elements = std::move(elements);
        a.nodes = std::move(nodes);
        a.kind = kind();
        a.factor = t.measure("factor");
        a.turn = t.measure("turn");
        if (const std::string word = t.word("way"); word != "as it is") {
            const std::vector<LoadWay> list = loadWays(f, true, true);
            a.axes = wayOf(list, word).axes;
            a.toward = wayOf(list, word).toward;
        }
        if (const std::string word = t.word("spread"); word != "as it is") spreadOf(word, a.spread.emplace(), a.span);
        return a;
    }
    PutLoads p;
    p.loadCase = name;
    p.elements = std::move(elements);
    p.nodes = std::move(nodes);
    p.instead = t.flag("instead");
    const auto wayAmong = [&](const std::vector<LoadWay>& list) { return wayOf(list, t.word("way")); };
    if (tool == "nodal") {
        const LoadWay w = wayAmong(loadWays(f, false, false));
        p.load = NodalLoad{-1, loadOf(t, "load", w), t.vector("moment")};
    } else if (tool == "line") {
        const LoadWay w = wayAmong(loadWays(f, true, true));
        LineLoad l;
        l.axes = w.axes;
        l.q0 = loadOf(t, "load", w);
        l.q1 = t.empty("end") ? l.q0 : loadOf(t, "end", w);
        l.from = t.measure("from");
        if (!t.empty("to")) l.to = t.measure("to");
        p.load = l;
        p.alongMembers = t.flag("run");
    } else if (tool == "point") {
        const LoadWay w = wayAmong(loadWays(f, true, false));
        PointLoad l;
        l.axes = w.axes;
        l.f = loadOf(t, "load", w);
        l.m = t.vector("moment");
        p.load = l;
        p.at = t.places("at");
        p.alongMembers = t.flag("run");
    } else if (tool == "area") {
        const LoadWay w = wayAmong(panelWays(f));
        AreaLoad l;
        l.axes = w.axes;
        l.q = loadOf(t, "load", w);
        spreadOf(t.word("spread"), p.spread, l.span);
        p.load = l;
    } else if (tool == "temperature") {
        const double perLength = f.units.factor(Quantity::Length);
        p.load = ThermalLoad{-1, t.measure("warmer"), t.measure("y") / perLength, t.measure("z") / perLength};
    } else {
        const Vec3 u = t.vector("move"), r = t.vector("turn");
        std::vector<Settlement> list;
        for (int k = 0; k < 6; ++k)
            if (const double v = k < 3 ? u[k] : r[k - 3]; v != 0) list.push_back({-1, static_cast<Dof>(k), v});
        p.load = std::move(list);
    }
    return p;
}

} // namespace wr
