// A plane truss in x and z, held sideways at the top chord by the purlins it carries and at the bottom chord at intervals.
#include "core/start/kinds.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>

namespace wr {

std::vector<StartField> trussFields(const StartSetting& s)
{
    return Asks(s)
        .word("form", "Form", {"parallel", "pitched", "slope"}, "chords parallel, a ridge in the middle, or one slope")
        .word("web", "Web", {"diagonals", "posts", "zigzag"},
              "diagonals falling to the middle with posts, rising to it with posts, or diagonals alone")
        .measure("span", "Span", Quantity::Length, "24 m", "80 ft", "between the supports")
        .measure("depth", "Depth at the ends", Quantity::Length, "2 m", "6 ft", "between the chords at the supports")
        .measure("rise", "Rise", Quantity::Length, "1.5 m", "5 ft", "of the top chord, of forms that slope")
        .count("panels", "Panels", 8, "an even number")
        .measure("width", "Width carried", Quantity::Length, "6 m", "20 ft", "from truss to truss")
        .measure("dead", "Dead", Quantity::AreaLoad, "0.5 kPa", "15 psf", "of the roof, beside the self-weight")
        .measure("live", "Imposed on the roof", Quantity::AreaLoad, "0.6 kPa", "20 psf", "on plan")
        .measure("snow", "Snow", Quantity::AreaLoad, "0.8 kPa", "25 psf", "on plan")
        .measure("uplift", "Wind uplift", Quantity::AreaLoad, "0.5 kPa", "15 psf", "on plan, upwards")
        .count("bottom", "Bottom chord held", 2, "sideways, at every so many nodes")
        .section("top", "Top chord", "SHS 120x6.3", "HSS6X6X1/4")
        .section("lower", "Bottom chord", "SHS 100x6.3", "HSS5X5X1/4")
        .section("diagonals", "Diagonals", "SHS 80x5", "HSS4X4X3/16")
        .section("posts", "Posts", "SHS 70x5", "HSS3X3X3/16")
        .steel()
        .done();
}

void buildTruss(Given& g, Draft& d)
{
    const std::string form = g.word("form"), web = g.word("web");
    const double span = g.measure("span", 1, 300), depth = g.measure("depth", 0.1, 30), rise = g.measure("rise", 0, 100),
                 width = g.measure("width", 0, 100);
    const int panels = g.count("panels", 2, 100), every = g.count("bottom", 1, 100);
    const double dead = g.measure("dead", 0, 1e6), live = g.measure("live", 0, 1e6), snow = g.measure("snow", 0, 1e6),
                 uplift = g.measure("uplift", 0, 1e6);
    const int top = d.section("top"), lower = d.section("lower"), diagonal = d.section("diagonals"), post = d.section("posts");
    if (panels % 2) g.fault("panels", "Panels: an even number, so that a node stands in the middle");
    if (!g.sound()) return;
    d.secondOrder(); // chords between their holds bow
    const auto height = [&](double x) {
        if (form == "pitched") return depth + rise * (1 - std::abs(2 * x / span - 1));
        if (form == "slope") return depth + rise * x / span;
        return depth;
    };
    std::vector<int> up, down;
    for (int k = 0; k <= panels; ++k) {
        const double x = span * k / panels;
        down.push_back(d.node({x, 0, 0}));
        up.push_back(d.node({x, 0, height(x)}));
        d.hold(up.back(), "uy");
        if (k % every == 0 || k == panels) d.hold(down.back(), "uy");
    }
    // The ends stand up and down; one of them lets the truss grow longer.
    d.hold(down.front(), "ux uy uz");
    d.hold(down.back(), "uy uz");
    // Chords carry bending through: one place each keeps them from spinning about themselves.
    d.hold(down.front(), "rx");
    d.hold(up.front(), "rx");
    const auto size = [](int panel) { return static_cast<size_t>(panel); };
    Draft::Line l;
    l.brief = "Truss";
    const auto chord = [&](const std::string& name, const std::vector<int>& nodes, int section) {
        l.section = section;
        l.group = name + " chord";
        if (form == "pitched" && name == "Top") { // broken at the ridge
            const auto mid = nodes.begin() + panels / 2;
            l.member = "T1";
            d.line({nodes.begin(), mid + 1}, l);
            l.member = "T2";
            d.line({mid, nodes.end()}, l);
            return;
        }
        l.member = name == "Top" ? "T1" : "B1";
        d.line(nodes, l);
    };
    chord("Top", up, top);
    chord("Bottom", down, lower);
    l.behaviour = Behaviour::Axial;
    for (int k = 0; k <= panels; ++k) {
        // Without posts only the ends have one, and the middle where two diagonals meet at the bottom.
        if (web == "zigzag" && k != 0 && k != panels) continue;
        l.member = fmt::format("P{}", k);
        l.group = "Posts";
        l.section = post;
        d.line({down[size(k)], up[size(k)]}, l);
    }
    for (int k = 0; k < panels; ++k) {
        const bool left = k < panels / 2;
        bool falls = left; // from the top at its left to the bottom at its right
        if (web == "posts") falls = !left;
        if (web == "zigzag") falls = k % 2 == 0;
        l.member = fmt::format("D{}", k + 1);
        l.group = "Diagonals";
        l.section = diagonal;
        d.line(falls ? std::vector{up[size(k)], down[size(k + 1)]} : std::vector{down[size(k)], up[size(k + 1)]}, l);
    }
    d.brief(deflectionBrief("Truss", "chords and web", 250));
    const int cd = d.caseOf("D", "Dead", Action::Dead, true), cl = d.caseOf("LR", "Imposed on the roof", Action::RoofLive),
              cs = d.caseOf("S", "Snow", Action::Snow), cw = d.caseOf("W", "Wind uplift", Action::Wind);
    d.loads(cl).category = "H";
    // At the nodes of the top chord, where purlins stand: by plan, dead along the slope.
    for (int k = 0; k <= panels; ++k) {
        const double x = span * k / panels, reach = span / panels;
        double plan = 0, along = 0;
        for (const double side : {-1.0, 1.0}) {
            const double to = x + side * reach;
            if (to < -1e-9 || to > span + 1e-9) continue;
            plan += reach / 2;
            along += std::hypot(reach, height(to) - height(x)) / 2;
        }
        const int n = up[size(k)];
        d.nodal(cd, n, {0, 0, -dead * width * along});
        d.nodal(cl, n, {0, 0, -live * width * plan});
        d.nodal(cs, n, {0, 0, -snow * width * plan});
        d.nodal(cw, n, {0, 0, uplift * width * plan});
    }
}

} // namespace wr
