// A single member: the quick study. Along x, loads down by the width it carries.
#include "core/start/kinds.h"

#include <cmath>
#include <fmt/format.h>

namespace wr {

std::vector<StartField> memberFields(const StartSetting& s)
{
    return Asks(s)
        .measure("span", "Span", Quantity::Length, "6 m", "20 ft", "between the supports; of a cantilever its length")
        .word("ends", "Ends", {"pinned", "fixed", "fixed-pinned", "cantilever"}, "how the ends are supported")
        .measure("width", "Width carried", Quantity::Length, "3 m", "10 ft", "tributary width of the area loads")
        .measure("dead", "Dead", Quantity::AreaLoad, "1.0 kPa", "20 psf",
                 "permanent load on that width, beside the self-weight")
        .measure("live", "Live", Quantity::AreaLoad, "3.0 kPa", "50 psf", "imposed load on that width")
        .measure("snow", "Snow", Quantity::AreaLoad, "0 kPa", "0 psf", "on that width")
        .measure("uplift", "Wind uplift", Quantity::AreaLoad, "0 kPa", "0 psf", "upwards, on that width")
        .measure("axial", "Axial force", Quantity::Force, "0 kN", "0 kip", "of the live load, compression positive")
        .word("held", "Held sideways", {"ends", "middle", "thirds", "quarters", "all along"}, "both flanges, by what frames in")
        .measure("deflection", "Deflection", Quantity::Ratio, "300", "360", "span over this, under service loads")
        .section("section", "Section", "IPE300", "W14X22")
        .steel()
        .done();
}

void buildMember(Given& g, Draft& d)
{
    const double span = g.measure("span", 0.1, 200), width = g.measure("width", 0, 100);
    const std::string ends = g.word("ends"), held = g.word("held");
    const double dead = g.measure("dead", 0, 1e6), live = g.measure("live", 0, 1e6), snow = g.measure("snow", 0, 1e6),
                 uplift = g.measure("uplift", 0, 1e6), axial = g.measure("axial", -1e9, 1e9),
                 over = g.measure("deflection", 20, 5000);
    const int section = d.section("section");
    if (!g.sound()) return;
    const int a = d.node({0, 0, 0}), b = d.node({span, 0, 0});
    const auto foot = [&](int node, bool fixed, bool slides) {
        d.hold(node, slides ? "uy uz rx" : "ux uy uz rx");
        if (fixed) d.hold(node, slides ? "ry rz" : "ry rz");
    };
    foot(a, ends != "pinned", false);
    if (ends != "cantilever") foot(b, ends == "fixed", true);
    Draft::Line l;
    l.member = "B1";
    l.group = "Beam";
    l.brief = "Beam";
    l.section = section;
    const int e = d.line({a, b}, l).front();
    Brief brief = deflectionBrief("Beam", "the beam", over);
    brief.deflection.limits.front().cantilever = over / 2;
    d.brief(std::move(brief));
    const int cd = d.caseOf("D", "Dead", Action::Dead, true), cl = d.caseOf("L", "Live", Action::Live),
              cs = d.caseOf("S", "Snow", Action::Snow), cw = d.caseOf("W", "Wind uplift", Action::Wind);
    d.loads(cl).category = "B";
    d.lineLoad(cd, e, {0, 0, -dead * width});
    d.lineLoad(cl, e, {0, 0, -live * width});
    d.lineLoad(cs, e, {0, 0, -snow * width});
    d.lineLoad(cw, e, {0, 0, uplift * width});
    d.nodal(cl, b, {-axial, 0, 0});
    const auto hold = [&](double at) {
        DesignRestraint r;
        r.member = "B1";
        r.at = at;
        r.holds = {Hold::Minor, Hold::Top, Hold::Bottom, Hold::Twist};
        d.restraint(std::move(r));
    };
    const int parts = held == "middle" ? 2 : held == "thirds" ? 3 : held == "quarters" ? 4 : 1;
    for (int k = 1; k < parts; ++k)
        hold(span * k / parts);
    if (held == "all along") {
        DesignRestraint r;
        r.member = "B1";
        r.at = 0;
        r.to = span;
        r.holds = {Hold::Minor, Hold::Top, Hold::Bottom, Hold::Twist};
        d.restraint(std::move(r));
    }
}

} // namespace wr
