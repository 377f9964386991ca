// An access scaffold: two rows of standards of lifts with coupling pins between, on base jacks, with ledgers, transoms,
// diagonals in the outer face and ties to what it stands before.
#include "core/start/kinds.h"

#include <cmath>
#include <fmt/format.h>

namespace wr {

std::vector<StartField> scaffoldFields(const StartSetting& s)
{
    return Asks(s)
        .count("bays", "Bays", 4, "along the face")
        .measure("bay", "Length of a bay", Quantity::Length, "2.5 m", "8 ft", "from standard to standard")
        .measure("width", "Width", Quantity::Length, "1.0 m", "3 ft", "between the two rows")
        .count("lifts", "Lifts", 5, "one over the other")
        .measure("lift", "Height of a lift", Quantity::Length, "2.0 m", "6.5 ft", "from deck to deck")
        .measure("jack", "Base jacks out", Quantity::Length, "300 mm", "12 in", "of the spindles; 0: none")
        .count("ties", "Ties", 2, "at every so many lifts, at every second standard")
        .count("diagonals", "Diagonals", 4, "one bay in so many is braced")
        .measure("couplers", "Ledger joints", Quantity::SpringMoment, "15 kNm/rad", "11 kip-ft/rad",
                 "stiffness against turning about the ledger's joint")
        .measure("deck", "Decks", Quantity::AreaLoad, "0.25 kPa", "5 psf", "their own weight, at every lift")
        .measure("load", "Load", Quantity::AreaLoad, "2.0 kPa", "50 psf", "on the top deck, and half of it on the one below")
        .measure("wind", "Wind", Quantity::AreaLoad, "0.5 kPa", "10 psf", "on the solid share of the face")
        .measure("solid", "Solid share", Quantity::Ratio, "0.3", "0.3", "of the face, with netting up to 1")
        .section("tube", "Tubes", "CHS 48.3x3.2", "Pipe1-1/2STD")
        .section("spindle", "Spindles", "CHS 42.4x4", "Pipe1-1/4XS")
        .steel()
        .done();
}

void buildScaffold(Given& g, Draft& d)
{
    const int bays = g.count("bays", 1, 60), lifts = g.count("lifts", 1, 40), ties = g.count("ties", 1, 40),
              every = g.count("diagonals", 1, 60);
    const double bay = g.measure("bay", 0.5, 5), width = g.measure("width", 0.4, 5), lift = g.measure("lift", 1, 4),
                 jack = g.measure("jack", 0, 1), couplers = g.measure("couplers", 0, 1e9);
    const double deck = g.measure("deck", 0, 1e6), load = g.measure("load", 0, 1e6), wind = g.measure("wind", 0, 1e6),
                 solid = g.measure("solid", 0, 1.5);
    const int tube = d.section("tube"), spindle = d.section("spindle");
    if (!g.sound()) return;
    d.secondOrder();
    // x along the face, y away from it: the inner row at 0, the outer one at the width.
    const auto at = [&](int i, bool outer, int k) { return d.node({i * bay, outer ? width : 0, jack + k * lift}); };
    Brief tubes;
    tubes.id = "Scaffold";
    tubes.about = "tubes and spindles";
    d.brief(std::move(tubes));
    Draft::Line l;
    l.brief = "Scaffold";
    for (int i = 0; i <= bays; ++i)
        for (const bool outer : {false, true}) {
            std::vector<int> nodes;
            for (int k = 0; k <= lifts; ++k)
                nodes.push_back(at(i, outer, k));
            l = {};
            l.brief = "Scaffold";
            int foot = nodes.front();
            if (jack > 0) {
                foot = d.node({i * bay, outer ? width : 0, 0});
                l.member = fmt::format("J{}{}", i + 1, outer ? "o" : "i");
                l.group = "Spindles";
                l.section = spindle;
                d.line({foot, nodes.front()}, l);
            }
            d.support(foot, Draft::Foot::Pinned);
            d.hold(foot, "rz");
            // Standards come in lengths of a lift: a member each. Their pins fit closely and carry bending here.
            for (int k = 0; k < lifts; ++k) {
                l.member = fmt::format("S{}{}-{}", i + 1, outer ? "o" : "i", k + 1);
                l.group = "Standards";
                l.section = tube;
                d.line({nodes[static_cast<size_t>(k)], nodes[static_cast<size_t>(k + 1)]}, l);
            }
        }
    // Joints that turn: springs about both axes at the ends of ledgers and transoms.
    const auto joined = [&](const std::vector<int>& elements) {
        for (const int e : elements) {
            Element& x = d.frame().elements.edit()[static_cast<size_t>(e)];
            for (const Force f : {Force::My, Force::Mz}) {
                const auto k = static_cast<size_t>(f);
                if (couplers > 0)
                    x.springI[k] = x.springJ[k] = couplers;
                else
                    x.releaseI[k] = x.releaseJ[k] = true;
            }
        }
    };
    for (int k = 0; k <= lifts; ++k) {
        for (int i = 0; i < bays; ++i)
            for (const bool outer : {false, true}) {
                l = {};
                l.brief = "Scaffold";
                l.section = tube;
                l.member = fmt::format("L{}-{}{}", k, i + 1, outer ? "o" : "i");
                l.group = "Ledgers";
                joined(d.line({at(i, outer, k), at(i + 1, outer, k)}, l));
            }
        for (int i = 0; i <= bays; ++i) {
            l.member = fmt::format("T{}-{}", k, i + 1);
            l.group = "Transoms";
            joined(d.line({at(i, false, k), at(i, true, k)}, l));
        }
    }
    l.behaviour = Behaviour::Axial;
    for (int k = 0; k < lifts; ++k) {
        for (int i = 0; i < bays; i += every) {
            const bool turned = k % 2 == 1;
            l.member = fmt::format("D{}-{}", k + 1, i + 1);
            l.group = "Diagonals";
            d.line({at(turned ? i + 1 : i, true, k), at(turned ? i : i + 1, true, k + 1)}, l);
        }
        // Across at both ends.
        for (const int i : {0, bays}) {
            const bool turned = k % 2 == 1;
            l.member = fmt::format("X{}-{}", k + 1, i + 1);
            l.group = "Diagonals";
            d.line({at(i, turned, k), at(i, !turned, k + 1)}, l);
        }
    }
    for (int k = ties; k <= lifts; k += ties)
        for (int i = 0; i <= bays; i += 2)
            d.hold(at(i, false, k), "ux uy");
    if (lifts < ties) d.hold(at(0, false, lifts), "ux uy");
    const int cd = d.caseOf("D", "Dead", Action::Dead, true), cl = d.caseOf("L", "Decks in use", Action::Live),
              wx = d.caseOf("WX", "Wind along", Action::Wind), wy = d.caseOf("WY", "Wind across", Action::Wind);
    d.loads(cl).category = "E";
    for (const int w : {wx, wy}) {
        d.loads(w).exclusive = "wind";
        d.loads(w).reversible = true;
    }
    for (int k = 1; k <= lifts; ++k)
        for (int i = 0; i < bays; ++i) {
            const std::vector<int> corners{at(i, false, k), at(i + 1, false, k), at(i + 1, true, k), at(i, true, k)};
            const Vec3 span{1, 0, 0}; // decks lie on the transoms
            d.panel(cd, corners, {0, 0, -deck}, LoadAxes::Global, span);
            if (k >= lifts - 1) d.panel(cl, corners, {0, 0, -(k == lifts ? load : load / 2)}, LoadAxes::Global, span);
        }
    for (int k = 0; k <= lifts; ++k) {
        const double high = k == 0 || k == lifts ? lift / 2 : lift;
        for (int i = 0; i <= bays; ++i) {
            const double wide = i == 0 || i == bays ? bay / 2 : bay;
            d.nodal(wy, at(i, true, k), {0, wind * solid * high * wide, 0});
        }
        for (const bool outer : {false, true})
            d.nodal(wx, at(0, outer, k), {wind * solid * high * width / 2, 0, 0});
    }
}

} // namespace wr
