// Floors on a grid of columns: primary beams along x, secondary beams along y between them, braced bays on two sides each way.
#include "core/shaping/shape_tools.h"
#include "core/start/kinds.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>

namespace wr {

std::vector<StartField> floorsFields(const StartSetting& s)
{
    return Asks(s)
        .lengths("x", "Bays along x", "3 × 7.5 m", "3 × 25 ft", "of the primary beams")
        .lengths("y", "Bays along y", "2 × 6 m", "2 × 20 ft", "of the secondary beams")
        .lengths("storeys", "Storeys", "4.5 m, 2 × 3.6 m", "15 ft, 2 × 12 ft", "heights from the ground up")
        .measure("secondary", "Secondary beams every", Quantity::Length, "2.5 m", "8.5 ft", "along x, at most")
        .word("bracing", "Bracing", {"both ways", "along x", "along y", "none"},
              "in the outer planes; without it beams are stiffly joined")
        .measure("dead", "Floor, dead", Quantity::AreaLoad, "3.5 kPa", "65 psf", "slab, finishes, services")
        .measure("live", "Floor, imposed", Quantity::AreaLoad, "3.0 kPa", "50 psf", "with partitions")
        .measure("roofdead", "Roof, dead", Quantity::AreaLoad, "2.5 kPa", "45 psf", "of the top level")
        .measure("rooflive", "Roof, imposed", Quantity::AreaLoad, "0.6 kPa", "20 psf", "of the top level")
        .measure("snow", "Snow", Quantity::AreaLoad, "0.8 kPa", "25 psf", "of the top level")
        .measure("wind", "Wind", Quantity::AreaLoad, "0.9 kPa", "20 psf", "pressure and suction together, on the faces")
        .section("columns", "Columns", "HEB240", "W12X65")
        .section("primary", "Primary beams", "IPE450", "W21X50")
        .section("beams", "Secondary beams", "IPE300", "W14X22")
        .section("brace", "Bracing", "CHS 139.7x6.3", "HSS5.000X0.250")
        .steel()
        .done();
}

void buildFloors(Given& g, Draft& d)
{
    const auto bx = g.lengths("x", 1, 60), by = g.lengths("y", 1, 60), storeys = g.lengths("storeys", 1, 30);
    const double every = g.measure("secondary", 0.3, 30);
    const std::string braced = g.word("bracing");
    const double dead = g.measure("dead", 0, 1e6), live = g.measure("live", 0, 1e6), roofDead = g.measure("roofdead", 0, 1e6),
                 roofLive = g.measure("rooflive", 0, 1e6), snow = g.measure("snow", 0, 1e6), wind = g.measure("wind", 0, 1e6);
    const int column = d.section("columns"), primary = d.section("primary"), beam = d.section("beams"),
              brace = d.section("brace");
    if (bx.size() * by.size() * storeys.size() > 4000) g.fault("", "more than 4000 bays of floor: start with fewer");
    if (!g.sound()) return;
    d.secondOrder();
    std::vector<double> x{0}, y{0}, z{0};
    for (const auto& [from, to] : {std::pair{&bx, &x}, {&by, &y}, {&storeys, &z}})
        for (const double v : *from)
            to->push_back(to->back() + v);
    const bool stiffX = braced == "none" || braced == "along y", stiffY = braced == "none" || braced == "along x";
    d.brief(deflectionBrief("Beams", "floor and roof beams", 250));
    d.brief(deflectionBrief("Columns", "columns and bracing", 300));
    const int cd = d.caseOf("D", "Dead", Action::Dead, true), cl = d.caseOf("L", "Imposed", Action::Live),
              cr = d.caseOf("LR", "Imposed on the roof", Action::RoofLive), cs = d.caseOf("S", "Snow", Action::Snow),
              wx = d.caseOf("WX", "Wind along x", Action::Wind), wy = d.caseOf("WY", "Wind along y", Action::Wind);
    d.loads(cl).category = "B";
    d.loads(cr).category = "H";
    for (const int w : {wx, wy}) {
        d.loads(w).exclusive = "wind";
        d.loads(w).reversible = true;
    }
    Draft::Line l;
    for (size_t i = 0; i < x.size(); ++i)
        for (size_t j = 0; j < y.size(); ++j) {
            std::vector<int> nodes;
            for (const double level : z)
                nodes.push_back(d.node({x[i], y[j], level}));
            d.support(nodes.front(), braced == "none" ? Draft::Foot::Fixed : Draft::Foot::Pinned);
            d.hold(nodes.front(), "rz");
            l = {};
            l.member = gridLetters(i) + std::to_string(j + 1);
            l.group = i == 0 || i + 1 == x.size() || j == 0 || j + 1 == y.size() ? "Columns, outer" : "Columns, inner";
            l.brief = "Columns";
            l.section = column;
            d.line(nodes, l);
        }
    for (size_t k = 1; k < z.size(); ++k) {
        const bool roof = k + 1 == z.size();
        const std::string level = fmt::format("{}", k);
        std::vector<int> floor;
        // Where secondary beams meet the primary ones.
        std::vector<std::vector<double>> places;
        for (const double bay : bx) {
            const int parts = std::max(1, static_cast<int>(std::ceil(bay / every - 1e-9)));
            std::vector<double> at;
            for (int p = 0; p <= parts; ++p)
                at.push_back(bay * p / parts);
            places.push_back(std::move(at));
        }
        l = {};
        l.brief = "Beams";
        for (size_t j = 0; j < y.size(); ++j)
            for (size_t i = 0; i + 1 < x.size(); ++i) {
                std::vector<int> nodes;
                for (const double at : places[i])
                    nodes.push_back(d.node({x[i] + at, y[j], z[k]}));
                floor.insert(floor.end(), nodes.begin(), nodes.end());
                l.member = fmt::format("P{}-{}{}", level, gridLetters(i), j + 1);
                l.group = roof ? "Roof primaries" : "Primaries";
                l.section = primary;
                l.ends = stiffX ? Draft::Ends::Rigid : Draft::Ends::Pinned;
                d.line(nodes, l);
            }
        for (size_t j = 0; j + 1 < y.size(); ++j)
            for (size_t i = 0; i + 1 < x.size(); ++i)
                for (size_t p = 0; p < places[i].size(); ++p) {
                    const bool onGrid = p == 0 || p + 1 == places[i].size();
                    if (p == 0 && i > 0) continue; // of the bay before
                    const double at = x[i] + places[i][p];
                    l.member = fmt::format("S{}-{}{}.{}", level, gridLetters(i), j + 1, p + 1);
                    l.group = roof ? "Roof secondaries" : "Secondaries";
                    l.section = beam;
                    l.ends = stiffY && onGrid ? Draft::Ends::Rigid : Draft::Ends::Pinned;
                    d.line({d.node({at, y[j], z[k]}), d.node({at, y[j + 1], z[k]})}, l);
                }
        std::sort(floor.begin(), floor.end());
        floor.erase(std::unique(floor.begin(), floor.end()), floor.end());
        Diaphragm dia;
        dia.id = "Level " + level;
        dia.nodes = std::move(floor);
        d.frame().diaphragms.push_back(std::move(dia));
        for (size_t j = 0; j + 1 < y.size(); ++j)
            for (size_t i = 0; i + 1 < x.size(); ++i)
                for (size_t p = 0; p + 1 < places[i].size(); ++p) {
                    const double a = x[i] + places[i][p], b = x[i] + places[i][p + 1];
                    const std::vector<int> corners{d.node({a, y[j], z[k]}), d.node({b, y[j], z[k]}),
                                                   d.node({b, y[j + 1], z[k]}), d.node({a, y[j + 1], z[k]})};
                    const Vec3 span{1, 0, 0}; // from secondary to secondary
                    d.panel(cd, corners, {0, 0, -(roof ? roofDead : dead)}, LoadAxes::Global, span);
                    d.panel(roof ? cr : cl, corners, {0, 0, -(roof ? roofLive : live)}, LoadAxes::Global, span);
                    if (roof) d.panel(cs, corners, {0, 0, -snow}, LoadAxes::Global, span);
                }
        // Wind on the faces: to the columns' heads at this level, by the width and height they stand for.
        const double high = (z[k] - z[k - 1]) / 2 + (roof ? 0 : (z[k + 1] - z[k]) / 2);
        const auto wideOf = [](const std::vector<double>& at, size_t i) {
            return ((i > 0 ? at[i] - at[i - 1] : 0) + (i + 1 < at.size() ? at[i + 1] - at[i] : 0)) / 2;
        };
        for (size_t j = 0; j < y.size(); ++j)
            d.nodal(wx, d.node({0, y[j], z[k]}), {wind * high * wideOf(y, j), 0, 0});
        for (size_t i = 0; i < x.size(); ++i)
            d.nodal(wy, d.node({x[i], 0, z[k]}), {0, wind * high * wideOf(x, i), 0});
        // Diagonals in the middle bay of both outer planes, turning with the storey.
        l = {};
        l.behaviour = Behaviour::Axial;
        l.brief = "Columns";
        l.group = "Bracing";
        l.section = brace;
        const auto diagonal = [&](const std::string& name, Vec3 p, Vec3 q) {
            l.member = name;
            const bool turned = k % 2 == 0;
            p.z = z[k - (turned ? 0 : 1)];
            q.z = z[k - (turned ? 1 : 0)];
            d.line({d.node(p), d.node(q)}, l);
        };
        for (const bool far : {false, true}) {
            const size_t i = bx.size() / 2, j = by.size() / 2;
            if (!stiffX)
                diagonal(fmt::format("X{}{}", level, far ? "b" : "a"), {x[i], far ? y.back() : 0, 0},
                         {x[i + 1], far ? y.back() : 0, 0});
            if (!stiffY)
                diagonal(fmt::format("Y{}{}", level, far ? "b" : "a"), {far ? x.back() : 0, y[j], 0},
                         {far ? x.back() : 0, y[j + 1], 0});
        }
    }
}

} // namespace wr
