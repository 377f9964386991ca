// A tower on four legs that lean in, in panels, with girts at every level and diagonals on every face.
#include "core/start/kinds.h"

#include <cmath>
#include <fmt/format.h>

namespace wr {

std::vector<StartField> towerFields(const StartSetting& s)
{
    return Asks(s)
        .lengths("panels", "Panels", "4 × 4 m, 3 × 3 m", "4 × 13 ft, 3 × 10 ft", "heights from the ground up")
        .measure("base", "Width at the base", Quantity::Length, "6 m", "20 ft", "between the legs")
        .measure("top", "Width at the top", Quantity::Length, "2.5 m", "8 ft", "between the legs")
        .word("web", "Bracing", {"one diagonal", "two, tension only"}, "of every panel of every face")
        .measure("dead", "Platform, dead", Quantity::AreaLoad, "1.0 kPa", "20 psf", "at the top, beside the self-weight")
        .measure("live", "Platform, imposed", Quantity::AreaLoad, "4.0 kPa", "80 psf", "at the top")
        .measure("wind", "Wind", Quantity::AreaLoad, "1.2 kPa", "25 psf", "pressure on what it is solid")
        .measure("solid", "Solid share of a face", Quantity::Ratio, "0.35", "0.35",
                 "with drag: members over the area of the face, both faces")
        .measure("head", "Wind on the head", Quantity::Force, "8 kN", "2 kip", "on what stands at the top")
        .section("legs", "Legs", "CHS 168.3x8", "HSS6.625X0.312")
        .section("girts", "Girts", "CHS 88.9x5", "HSS3.500X0.216")
        .section("brace", "Diagonals", "CHS 88.9x5", "HSS3.500X0.216")
        .steel()
        .done();
}

void buildTower(Given& g, Draft& d)
{
    const auto panels = g.lengths("panels", 0.5, 60);
    const double base = g.measure("base", 0.3, 100), top = g.measure("top", 0.3, 100);
    const bool two = g.word("web") != "one diagonal";
    const double dead = g.measure("dead", 0, 1e6), live = g.measure("live", 0, 1e6), wind = g.measure("wind", 0, 1e6),
                 solid = g.measure("solid", 0, 3), head = g.measure("head", 0, 1e9);
    const int leg = d.section("legs"), girt = d.section("girts"), brace = d.section("brace");
    if (!g.sound()) return;
    d.secondOrder();
    std::vector<double> z{0};
    for (const double p : panels)
        z.push_back(z.back() + p);
    const auto widthAt = [&](double h) { return base + (top - base) * h / z.back(); };
    constexpr std::array<std::array<double, 2>, 4> corners{{{-0.5, -0.5}, {0.5, -0.5}, {0.5, 0.5}, {-0.5, 0.5}}};
    const auto at = [&](size_t corner, size_t level) {
        const double w = widthAt(z[level]);
        return d.node({corners[corner % 4][0] * w, corners[corner % 4][1] * w, z[level]});
    };
    d.brief(deflectionBrief("Tower", "legs, girts and diagonals", 200));
    const int cd = d.caseOf("D", "Dead", Action::Dead, true), cl = d.caseOf("L", "Platform", Action::Live),
              wx = d.caseOf("WX", "Wind along x", Action::Wind), wy = d.caseOf("WY", "Wind along y", Action::Wind),
              wd = d.caseOf("WD", "Wind from a corner", Action::Wind);
    d.loads(cl).category = "E";
    for (const int w : {wx, wy, wd}) {
        d.loads(w).exclusive = "wind";
        d.loads(w).reversible = true;
    }
    Draft::Line l;
    l.brief = "Tower";
    for (size_t c = 0; c < 4; ++c) {
        std::vector<int> nodes;
        for (size_t k = 0; k < z.size(); ++k)
            nodes.push_back(at(c, k));
        d.support(nodes.front(), Draft::Foot::Pinned);
        d.hold(nodes.front(), "rz");
        l.member = fmt::format("L{}", c + 1);
        l.group = "Legs";
        l.section = leg;
        d.line(nodes, l);
    }
    for (size_t k = 1; k < z.size(); ++k)
        for (size_t c = 0; c < 4; ++c) {
            l.behaviour = Behaviour::Beam;
            l.ends = Draft::Ends::Pinned;
            l.member = fmt::format("G{}-{}", k, c + 1);
            l.group = "Girts";
            l.section = girt;
            d.line({at(c, k), at(c + 1, k)}, l);
            l.group = "Diagonals";
            l.section = brace;
            l.behaviour = two ? Behaviour::TensionOnly : Behaviour::Axial;
            const bool turned = (k + c) % 2 == 0;
            l.member = fmt::format("D{}-{}", k, c + 1);
            d.line({at(turned ? c : c + 1, k - 1), at(turned ? c + 1 : c, k)}, l);
            if (two) {
                l.member += "b";
                d.line({at(turned ? c + 1 : c, k - 1), at(turned ? c : c + 1, k)}, l);
            }
        }
    // A square of struts has to be kept square: a diagonal across every second level and the top.
    l.behaviour = Behaviour::Axial;
    l.group = "Plan bracing";
    l.section = girt;
    for (size_t k = 1; k < z.size(); ++k) {
        if (k % 2 && k + 1 != z.size()) continue;
        l.member = fmt::format("H{}", k);
        d.line({at(0, k), at(2, k)}, l);
    }
    const size_t last = z.size() - 1;
    const std::vector<int> platform{at(0, last), at(1, last), at(2, last), at(3, last)};
    d.panel(cd, platform, {0, 0, -dead}, LoadAxes::Global, {});
    d.panel(cl, platform, {0, 0, -live}, LoadAxes::Global, {});
    // Wind on the solid share of a face, to the legs at its levels.
    for (size_t k = 1; k < z.size(); ++k) {
        const double low = z[k] - (z[k] - z[k - 1]) / 2, high = k + 1 < z.size() ? z[k] + (z[k + 1] - z[k]) / 2 : z[k];
        double f = wind * solid * (high - low) * widthAt((low + high) / 2);
        if (k == last) f += head;
        for (size_t c = 0; c < 4; ++c) {
            d.nodal(wx, at(c, k), {f / 4, 0, 0});
            d.nodal(wy, at(c, k), {0, f / 4, 0});
            // Over a corner both faces are met aslant: 1.2 of the force on one, as codes of lattice towers have it or less.
            d.nodal(wd, at(c, k), {1.2 * f / 4 / std::sqrt(2.0), 1.2 * f / 4 / std::sqrt(2.0), 0});
        }
    }
}

} // namespace wr
