#include "core/combos/rules.h"

namespace wr {

Role roleOf(Action a)
{
    switch (a) {
    case Action::Dead:
    case Action::Superimposed: return Role::Dead;
    case Action::Live:
    case Action::Storage: return Role::Live;
    case Action::RoofLive: return Role::RoofLive;
    case Action::Snow: return Role::Snow;
    case Action::Wind: return Role::Wind;
    case Action::Seismic: return Role::Seismic;
    case Action::Thermal: return Role::Thermal;
    case Action::Crane: return Role::Crane;
    case Action::Construction: return Role::Construction;
    case Action::Rain: return Role::Rain;
    case Action::Fluid: return Role::Fluid;
    case Action::Accidental: return Role::Accidental;
    case Action::Notional: break;
    }
    return Role::Dead;
}

namespace {

using enum Role;

Part must(Role r, double k)
{
    return {{{r, k}}, true};
}
Part may(Role r, double k)
{
    return {{{r, k}}, false};
}
// Roof live load, snow or rain, one at a time.
Part roof(double live, double snow)
{
    return {{{RoofLive, live}, {Snow, snow}, {Rain, live}}, false};
}
Part mustRoof(double live, double snow)
{
    return {{{RoofLive, live}, {Snow, snow}, {Rain, live}}, true};
}

// Crane loads are live loads (ASCE 7 chapter 4).
std::vector<Part> live(double k)
{
    return {may(Live, k), may(Crane, k)};
}

std::vector<Part> join(std::vector<Part> a, const std::vector<Part>& b)
{
    a.insert(a.end(), b.begin(), b.end());
    return a;
}

void service(std::vector<Equation>& out, const std::string& name, double wind, double snowShare)
{
    out.push_back(
        {name + " CC.2.1, D + L", "characteristic", Purpose::Service, join({must(Dead, 1), roof(1, snowShare)}, live(1))});
    // The part that varies, for limits of it where forces do not superpose: every variable action by itself and those that act
    // together.
    out.push_back({name + " CC.2.1, variable part", "live-only", Purpose::Service, join({roof(1, snowShare)}, live(1))});
    out.push_back({name + " CC.2.2, variable part", "live-only", Purpose::Service, join({must(Wind, wind)}, live(0.5))});
    out.push_back({name + " CC.2.1, thermal part", "live-only", Purpose::Service, {must(Thermal, 1)}});
    out.push_back({name + " CC.2.1, D + 0.5 L", "quasi-permanent", Purpose::Service, join({must(Dead, 1)}, live(0.5))});
    out.push_back({name + " CC.2.2, D + 0.5 L + Wa", "characteristic", Purpose::Service,
                   join({must(Dead, 1), must(Wind, wind)}, live(0.5))});
}

// ASCE 7 2.3.1, 2.4.1: fluid loads go with the factor of the dead load, and like every load need not act.
void withFluid(std::vector<Equation>& equations)
{
    for (Equation& e : equations)
        for (const Part& p : e.parts)
            if (p.oneOf.front().first == Dead) {
                e.parts.push_back(may(Fluid, p.oneOf.front().second));
                break;
            }
}

std::vector<Equation> asceLrfd(const MakeOptions& o, bool of22)
{
    const std::string name = of22 ? "ASCE 7-22 " : "ASCE 7-16 ";
    // Snow of 7-22 is a strength-level load.
    const double lead = of22 ? 1.0 : 1.6, beside = of22 ? 0.3 : 0.5, quake = of22 ? 0.15 : 0.2;
    const double ev = 0.2 * o.sds, e = o.redundancy;
    std::vector<Equation> out;
    out.push_back({name + "2.3.1 (1)", "", Purpose::Strength, {must(Dead, 1.4)}});
    out.push_back({name + "2.3.1 (2)", "", Purpose::Strength, join({must(Dead, 1.2), roof(0.5, beside)}, live(1.6))});
    out.push_back({name + "2.3.1 (3)", "", Purpose::Strength, join({must(Dead, 1.2), mustRoof(1.6, lead)}, live(1.0)), true});
    out.push_back({name + "2.3.1 (3)", "", Purpose::Strength, {must(Dead, 1.2), mustRoof(1.6, lead), must(Wind, 0.5)}});
    out.push_back({name + "2.3.1 (4)", "", Purpose::Strength,
                   join({must(Dead, 1.2), must(Wind, 1.0), roof(0.5, beside)}, live(1.0)), true});
    out.push_back({name + "2.3.1 (5)", "", Purpose::Strength, {must(Dead, 0.9), must(Wind, 1.0)}});
    out.push_back({name + "2.3.6 (6)", "", Purpose::Seismic,
                   join({must(Dead, 1.2 + ev), must(Seismic, e), may(Snow, quake)}, live(1.0)), true});
    out.push_back({name + "2.3.6 (7)", "", Purpose::Seismic, {must(Dead, 0.9 - ev), must(Seismic, e)}});
    if (const double omega = o.overstrength; omega > 0) {
        out.push_back({name + "2.3.6 (6), Omega0", "", Purpose::Seismic,
                       join({must(Dead, 1.2 + ev), must(Seismic, omega), may(Snow, quake)}, live(1.0)), true});
        out.push_back({name + "2.3.6 (7), Omega0", "", Purpose::Seismic, {must(Dead, 0.9 - ev), must(Seismic, omega)}});
    }
    for (const double dead : {1.2, 0.9})
        out.push_back({name + "2.5.2.1", "", Purpose::Accidental,
                       join({must(Dead, dead), must(Accidental, 1), may(Snow, quake)}, live(0.5))});
    out.push_back({name + "C2.3.4", "", Purpose::Strength, join({must(Dead, 1.2), must(Thermal, 1.2)}, live(0.5))});
    out.push_back({name + "C2.3.4", "", Purpose::Strength, join({must(Dead, 1.2), must(Thermal, 1.0)}, live(1.6))});
    return out;
}

std::vector<Equation> asceAsd(const MakeOptions& o, bool of22)
{
    const std::string name = of22 ? "ASCE 7-22 " : "ASCE 7-16 ";
    const double s = of22 ? 0.7 : 1.0, quake = of22 ? 0.1 : 0.75;
    const double ev = 0.2 * o.sds, e = o.redundancy;
    std::vector<Equation> out;
    out.push_back({name + "2.4.1 (1)", "", Purpose::Strength, {must(Dead, 1)}});
    out.push_back({name + "2.4.1 (2)", "", Purpose::Strength, join({must(Dead, 1)}, live(1))});
    out.push_back({name + "2.4.1 (3)", "", Purpose::Strength, {must(Dead, 1), mustRoof(1, s)}});
    out.push_back({name + "2.4.1 (4)", "", Purpose::Strength, join({must(Dead, 1), mustRoof(0.75, 0.75 * s)}, live(0.75))});
    out.push_back({name + "2.4.1 (5)", "", Purpose::Strength, {must(Dead, 1), must(Wind, 0.6)}});
    out.push_back(
        {name + "2.4.1 (6)", "", Purpose::Strength, join({must(Dead, 1), must(Wind, 0.45), roof(0.75, 0.75 * s)}, live(0.75))});
    out.push_back({name + "2.4.1 (7)", "", Purpose::Strength, {must(Dead, 0.6), must(Wind, 0.6)}});
    out.push_back({name + "2.4.5 (8)", "", Purpose::Seismic, {must(Dead, 1 + 0.7 * ev), must(Seismic, 0.7 * e)}});
    out.push_back({name + "2.4.5 (9)", "", Purpose::Seismic,
                   join({must(Dead, 1 + 0.525 * ev), must(Seismic, 0.525 * e), may(Snow, quake)}, live(0.75))});
    out.push_back({name + "2.4.5 (10)", "", Purpose::Seismic, {must(Dead, 0.6 - 0.7 * ev), must(Seismic, 0.7 * e)}});
    if (const double omega = o.overstrength; omega > 0) {
        out.push_back(
            {name + "2.4.5 (8), Omega0", "", Purpose::Seismic, {must(Dead, 1 + 0.7 * ev), must(Seismic, 0.7 * omega)}});
        out.push_back({name + "2.4.5 (9), Omega0", "", Purpose::Seismic,
                       join({must(Dead, 1 + 0.525 * ev), must(Seismic, 0.525 * omega), may(Snow, quake)}, live(0.75))});
        out.push_back(
            {name + "2.4.5 (10), Omega0", "", Purpose::Seismic, {must(Dead, 0.6 - 0.7 * ev), must(Seismic, 0.7 * omega)}});
    }
    out.push_back({name + "C2.4.4", "", Purpose::Strength, {must(Dead, 1), must(Thermal, 1)}});
    out.push_back(
        {name + "C2.4.4", "", Purpose::Strength, join({must(Dead, 1), must(Thermal, 0.75), roof(0.75, 0.75 * s)}, live(0.75))});
    return out;
}

// IS 800:2007 Table 4: leading and accompanying imposed loads, snow among them; erection loads as ER.
std::vector<Equation> is800()
{
    const std::string name = "IS 800 Table 4, ";
    std::vector<Equation> out;
    const auto imposed = [](double k) {
        return std::vector<Part>{may(Live, k), may(RoofLive, k), may(Snow, k), may(Rain, k), may(Fluid, k)};
    };
    out.push_back({name + "DL + LL + CL", "", Purpose::Strength, join({must(Dead, 1.5), may(Crane, 1.05)}, imposed(1.5))});
    out.push_back({name + "DL + CL + LL", "", Purpose::Strength, join({must(Dead, 1.5), must(Crane, 1.5)}, imposed(1.05))});
    for (const auto& [role, letters, purpose] :
         {std::tuple{Wind, "WL", Purpose::Strength}, std::tuple{Seismic, "EL", Purpose::Seismic}}) {
        const std::string with = std::string(" + ") + letters;
        out.push_back({name + "DL + LL + CL" + with, "", purpose,
                       join({must(Dead, 1.2), may(Crane, 1.05), must(role, 0.6)}, imposed(1.2))});
        out.push_back({name + "DL + LL + CL" + with, "", purpose,
                       join({must(Dead, 1.2), may(Crane, 0.53), must(role, 1.2)}, imposed(1.2))});
        // The crane leading.
        out.push_back({name + "DL + CL + LL" + with, "", purpose,
                       join({must(Dead, 1.2), must(Crane, 1.2), must(role, 0.6)}, imposed(1.05))});
        out.push_back({name + "DL + CL + LL" + with, "", purpose,
                       join({must(Dead, 1.2), must(Crane, 1.2), must(role, 1.2)}, imposed(0.53))});
        out.push_back({name + "DL" + with, "", purpose, {must(Dead, 1.5), must(role, 1.5)}});
        out.push_back({name + "0.9 DL" + with, "", purpose, {must(Dead, 0.9), must(role, 1.5)}});
    }
    out.push_back({name + "DL + LL + CL + AL", "", Purpose::Accidental,
                   join({must(Dead, 1), may(Crane, 0.35), must(Accidental, 1)}, imposed(0.35))});
    return out;
}

void is800Service(std::vector<Equation>& out)
{
    const std::string name = "IS 800 Table 4, service ";
    const auto imposed = [](double k) {
        return std::vector<Part>{may(Live, k), may(RoofLive, k), may(Snow, k), may(Crane, k), may(Rain, k), may(Fluid, k)};
    };
    out.push_back({name + "DL + LL + CL", "characteristic", Purpose::Service, join({must(Dead, 1)}, imposed(1))});
    out.push_back({name + "LL + CL", "live-only", Purpose::Service, imposed(1)});
    for (const auto& [role, letters] : {std::pair{Wind, "WL"}, std::pair{Seismic, "EL"}}) {
        out.push_back({name + "LL + CL + " + letters, "live-only", Purpose::Service, join({must(role, 0.8)}, imposed(0.8))});
        out.push_back({name + letters, "live-only", Purpose::Service, {must(role, 1)}});
    }
    for (const auto& [role, letters] : {std::pair{Wind, "WL"}, std::pair{Seismic, "EL"}}) {
        out.push_back({name + "DL + LL + CL + " + letters, "characteristic", Purpose::Service,
                       join({must(Dead, 1), must(role, 0.8)}, imposed(0.8))});
        out.push_back({name + "DL + " + letters, "characteristic", Purpose::Service, {must(Dead, 1), must(role, 1)}});
    }
}

} // namespace

std::vector<Equation> equationsOf(const MakeOptions& o)
{
    std::vector<Equation> out;
    const LoadingStandard s = o.standard;
    const bool of22 = s == LoadingStandard::Asce22Lrfd || s == LoadingStandard::Asce22Asd;
    const bool lrfd = s == LoadingStandard::Asce22Lrfd || s == LoadingStandard::Asce16Lrfd;
    const bool indian = s == LoadingStandard::Is800;
    if (o.strength) out = indian ? is800() : lrfd ? asceLrfd(o, of22) : asceAsd(o, of22);
    if (o.service) {
        if (indian)
            is800Service(out);
        else // snow of 7-22 is at strength level: 0.7 of it as 2.4.1 takes it for loads without factors
            service(out, of22 ? "ASCE 7-22" : "ASCE 7-16", o.serviceWind, of22 ? 0.7 : 1.0);
    }
    if (o.construction) {
        // Steel and deck alone with the loads of construction, taken as live.
        const std::string name = indian ? "IS 800 Table 4, DL + ER"
                                 : of22 ? "ASCE 7-22 stage of construction"
                                        : "ASCE 7-16 stage of construction";
        const double dead = indian || lrfd ? 1.2 : 1.0, load = indian ? 1.2 : lrfd ? 1.6 : 1.0;
        out.push_back({name, "", Purpose::Construction, {must(Dead, dead), must(Construction, load)}});
        if (indian)
            out.push_back(
                {"IS 800 Table 4, 0.9 DL + ER", "", Purpose::Construction, {must(Dead, 0.9), must(Construction, 1.2)}});
    }
    if (!indian) withFluid(out);
    return out;
}

} // namespace wr
