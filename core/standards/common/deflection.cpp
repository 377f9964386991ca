#include "core/standards/common/deflection.h"

#include "core/base/angles.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>

namespace wr {

std::vector<DeflectionLimit> deflectionLimits(const Brief& b, const NationalSet* national)
{
    return b.deflection.limits.empty() && national ? national->deflection : b.deflection.limits;
}

const std::vector<DeflectionLimit>& limitsOf(const MemberInput& in)
{
    return in.rules ? in.rules->deflection : in.brief.deflection.limits;
}

namespace {

// Movement along the upward side of the axis at a station, m.
double heave(const StretchDeflection& b, double ei, double ga, size_t i)
{
    return (b.up < -1e-9 ? -1 : 1) * (b.bend[i] / ei - (ga > 0 ? b.shear[i] / ga : 0.0) + b.heat[i]);
}

} // namespace

Sag sagOf(const StretchDeflection& b, double ei, double ga)
{
    Sag out;
    const size_t n = b.x.size();
    const auto w = [&](size_t i) { return heave(b, ei, ga, i); };
    const auto take = [&](double v, double at) {
        if (-v > out.down) {
            out.down = -v;
            out.downAt = at;
        }
        if (v > out.up) {
            out.up = v;
            out.upAt = at;
        }
    };
    for (size_t i = 0; i < n; ++i) {
        const double here = w(i);
        take(here, b.x[i]);
        if (i == 0 || i + 1 == n) continue;
        // Top of the parabola through three stations, where the middle one is beyond both neighbours.
        const double before = w(i - 1), after = w(i + 1), h1 = b.x[i] - b.x[i - 1], h2 = b.x[i + 1] - b.x[i];
        if ((here - before) * (here - after) <= 0 || h1 <= 0 || h2 <= 0) continue;
        const double s1 = (here - before) / h1, s2 = (after - here) / h2, curve = (s2 - s1) / (h1 + h2),
                     slope = s1 + curve * h1, t = -slope / (2 * curve);
        if (t > -h1 && t < h2) take(here + slope * t + curve * t * t, b.x[i] + t);
    }
    return out;
}

namespace {

bool meant(const DeflectionLimit& l, const StretchDeflection& b)
{
    using L = DeflectionLimit;
    if ((l.part == L::Part::Variable) != b.variable) return false;
    // Combinations of the variable part alone are no total.
    if (l.kind.empty() ? l.part == L::Part::Total && b.kind == "live-only" : l.kind != b.kind) return false;
    if (l.along != L::Along::Any && (l.along == L::Along::Major) != b.major) return false;
    return l.members == L::Members::Any || (l.members == L::Members::Upright) == (b.steep > kSin45);
}

// What may be reached: the least of length over a number and of a length.
struct Allowed
{
    double value = 0, length = 0, number = 0; // number 0: only `most`
    bool twice = false;
};
Allowed allowed(const DeflectionLimit& l, const DeflectionRules& rules, const StretchDeflection& b)
{
    Allowed a;
    a.length = b.length();
    a.number = l.span.value_or(0);
    if (b.free) {
        if (l.cantilever)
            a.number = *l.cantilever;
        else if (rules.twiceCantilever)
            a.twice = true;
    }
    a.value = a.number > 0 ? (a.twice ? 2 : 1) * a.length / a.number : 1e300;
    if (l.most) a.value = std::min(a.value, *l.most);
    return a;
}

struct Stiffness
{
    double ei, ga;
};
Stiffness stiffness(const MemberInput& in, bool major)
{
    // Angles held all along bend about their legs' directions.
    const bool legs = in.brief.anglesAboutLegs() && in.shape.kind == ShapeKind::Angle;
    const SectionProperties& p = in.section;
    return {in.steel.e * (major  ? (legs ? p.igy : p.iy)
                          : legs ? p.igz
                                 : p.iz),
            in.shearDeformation ? in.steel.g * (major ? p.avz : p.avy) : 0.0};
}

const char* measuredWords(DeflectionFrom from)
{
    switch (from) {
    case DeflectionFrom::Ends: return "Measured from the chord between the member's ends.";
    case DeflectionFrom::HeldEnd: return "Measured from the held end, with what the other end moves against it.";
    case DeflectionFrom::Storey: return "Measured from the floor below, with what the floor above moves against it.";
    case DeflectionFrom::Holds: break;
    }
    return "Measured from the chord between the holds.";
}

struct Found
{
    const DeflectionLimit* limit = nullptr;
    const StretchDeflection* bow = nullptr;
    double ratio = -1, total = 0, deflection = 0, at = 0;
    bool down = false, cambered = false;
    Allowed allowed;
};

// Visits every limit with every stretch it is meant for.
template <class F> void visit(const MemberInput& in, const Demands& d, F&& each)
{
    const DeflectionRules& rules = in.brief.deflection;
    for (const DeflectionLimit& l : limitsOf(in))
        for (const StretchDeflection& b : d.deflections) {
            if (!meant(l, b)) continue;
            const Stiffness s = stiffness(in, b.major);
            const Sag sag = sagOf(b, s.ei, s.ga);
            Found f;
            f.limit = &l;
            f.bow = &b;
            f.allowed = allowed(l, rules, b);
            // Built in against gravity: only where the direction is more upright than not, and off the total.
            f.cambered = rules.camber > 0 && l.part == DeflectionLimit::Part::Total && std::abs(b.up) > kSin45 && !b.free;
            const double down = f.cambered ? std::max(0.0, sag.down - rules.camber) : sag.down;
            f.down = down >= sag.up;
            f.total = f.down ? sag.down : sag.up;
            f.deflection = f.down ? down : sag.up;
            f.cambered &= f.down;
            f.at = f.down ? sag.downAt : sag.upAt;
            f.ratio = f.deflection / f.allowed.value;
            each(f);
        }
}

std::optional<Found> worstOf(const MemberInput& in, const Demands& d)
{
    std::optional<Found> worst;
    visit(in, d, [&](const Found& f) {
        if (!worst || f.ratio > worst->ratio) worst = f;
    });
    return worst;
}

} // namespace

void deflectionOutcome(Outcomes& out, int row, const MemberInput& in, const Demands& d, std::string_view clause)
{
    const auto& limits = limitsOf(in);
    CheckOutcome& o = out.at(row);
    o.quantity = Quantity::Displacement;
    if (limits.empty()) return out.notApplicable(row, "no limit of deflection is stated: give the brief \"deflection\"");
    const bool own = !in.brief.deflection.limits.empty();
    const auto missing = [&](const std::string& why) { own ? out.unchecked(row, why) : out.notApplicable(row, why); };
    if (!d.service)
        return missing("no combination that its brief takes has the purpose service, so no deflection is known: make such "
                       "combinations, or write one");
    for (const DeflectionLimit& l : limits) {
        const bool found = std::any_of(d.deflections.begin(), d.deflections.end(), [&](const StretchDeflection& b) {
            DeflectionLimit all = l;
            all.along = DeflectionLimit::Along::Any;
            all.members = DeflectionLimit::Members::Any;
            return meant(all, b);
        });
        if (found && !d.alone && l.kind.empty() && l.part == DeflectionLimit::Part::Variable && !d.splitLacks.empty())
            return missing(
                fmt::format("case {} is in no combination of the kind live-only, and the variable part cannot be split "
                            "from forces of whole combinations: make the combinations anew",
                            d.splitLacks));
        if (found || d.alone) continue;
        if (l.part == DeflectionLimit::Part::Variable && d.splitFails)
            return missing("the variable part cannot be split from forces of whole combinations (second order, or results "
                           "by combination): make service combinations of the kind live-only");
        if (d.deflections.empty()) continue; // held all along
        return missing(l.kind.empty() ? "no service combination holds what this limit of deflection asks for"
                                      : "no service combination is of the kind " + l.kind +
                                            ", which a limit of deflection asks for: make such combinations, or write one");
    }
    for (const StretchDeflection& b : d.deflections)
        if (!b.known)
            return missing("the deflection is measured from the end of the member or by storey, and the forces came without "
                           "movements of the nodes: measure it between the holds or the ends, or analyse the frame here");
    visit(in, d, [&](const Found& f) {
        if (std::isnan(o.ratio)) return;
        if (!(f.ratio <= o.ratio) || !o.serviceSet.given()) {
            o.ratio = f.ratio;
            o.demand = f.deflection;
            o.capacity = f.allowed.value;
            o.serviceSet = f.bow->set;
            o.at = f.at;
            o.clause = clause;
        }
    });
    if (!o.serviceSet.given())
        out.notApplicable(row, "no limit of deflection is meant for this member, or it is held all along");
}

std::optional<DeflectionCurve> deflectionCurve(const MemberInput& in, const Demands& d)
{
    const auto worst = worstOf(in, d);
    if (!worst) return {};
    const StretchDeflection& b = *worst->bow;
    const Stiffness s = stiffness(in, b.major);
    DeflectionCurve out;
    out.title = b.major ? "Deflection along z" : "Deflection along y";
    out.x = b.x;
    for (size_t i = 0; i < b.x.size(); ++i)
        out.w.push_back(-heave(b, s.ei, s.ga, i));
    out.limit = worst->allowed.value;
    out.at = worst->at;
    out.most = worst->deflection;
    out.down = worst->down;
    if (worst->cambered) out.camber = in.brief.deflection.camber;
    return out;
}

Trace explainDeflection(const MemberInput& in, const Demands& d, const CheckOutcome& o)
{
    Trace t;
    const auto worst = worstOf(in, d);
    if (!worst) return t;
    const Found& f = *worst;
    const auto given = [&](std::string_view symbol, Quantity q, double v, std::string_view source = "") {
        t.put({symbol, "", source, q}, v);
    };
    t.heading(f.bow->major ? "Deflection along z" : "Deflection along y", o.clause);
    t.note(f.bow->variable ? "Under the variable actions of the combination." : "Under all actions of the combination.");
    t.note(!f.bow->free       ? measuredWords(f.bow->measured)
           : f.bow->rootKnown ? "Measured from the held end of the cantilever, its turn included."
                              : "Measured from the tangent at the held end: its turn is not known.");
    if (in.brief.deflection.limits.empty()) t.note("Limit of the set of national parameters: the brief states none.");
    const Stiffness s = stiffness(in, f.bow->major);
    given("E", Quantity::Stress, in.steel.e);
    given(f.bow->major ? "I_y" : "I_z", Quantity::Inertia, s.ei / in.steel.e);
    const double tot = t.put({"w_tot", "", "integrated", Quantity::Displacement}, f.total);
    double w = tot;
    if (f.cambered) {
        given("w_c", Quantity::Displacement, in.brief.deflection.camber, "camber, brief");
        w = t.put({"w", "max(0, w_tot - w_c)", "EN 1990 A1.4.3", Quantity::Displacement},
                  std::max(0.0, tot - in.brief.deflection.camber));
    } else
        w = t.put({"w", "w_tot", "", Quantity::Displacement}, tot);
    double lim = f.allowed.value;
    const Allowed& a = f.allowed;
    if (a.number > 0) {
        given("L", Quantity::Length, a.length), given("n", Quantity::Ratio, a.number, "limit");
        if (a.twice) t.note("The length of a cantilever counts twice.");
        const double by = a.twice ? t.put({"w_L", "2*L/n", "", Quantity::Displacement}, 2 * a.length / a.number)
                                  : t.put({"w_L", "L/n", "", Quantity::Displacement}, a.length / a.number);
        lim = by;
    }
    if (f.limit->most) {
        given("w_most", Quantity::Displacement, *f.limit->most, "limit");
        lim = a.number > 0 ? t.put({"w_lim", "min(w_L, w_most)", "", Quantity::Displacement}, std::min(lim, *f.limit->most))
                           : t.put({"w_lim", "w_most", "", Quantity::Displacement}, *f.limit->most);
    } else
        t.put({"w_lim", "w_L", "", Quantity::Displacement}, lim);
    t.put({"ratio", "w/w_lim", "", Quantity::Ratio}, w / lim);
    return t;
}

} // namespace wr
