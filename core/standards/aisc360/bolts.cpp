#include "core/standards/aisc360/bolts.h"

#include "core/standards/aisc360/section.h"

#include <algorithm>
#include <array>
#include <cmath>
#include <numbers>

namespace wr::aisc360 {

namespace {

constexpr double kKsi = 6.894757293168361e6, kInch = 0.0254;
constexpr Safety kBolts{0.75, 2.00}; // J3: tension, shear, bearing

// Table J3.2, ksi: in tension, in shear with threads in the planes and without.
struct BoltRow
{
    std::string_view grade;
    double tension, threads, plain;
};
constexpr std::array kRows{BoltRow{"A325", 90, 54, 68}, BoltRow{"A490", 113, 68, 84}, BoltRow{"A307", 45, 27, 27}};
constexpr std::array kRows2005{BoltRow{"A325", 90, 48, 60}, BoltRow{"A490", 113, 60, 75}, BoltRow{"A307", 45, 24, 24}};

// Table J3.3 and J3.3M: standard holes. Sizes in whole millimetres are metric ones.
double holeOf(double d, int edition)
{
    const double mm = d * 1000;
    if (std::abs(mm - std::round(mm)) < 1e-6) return (mm < 24 ? mm + 2 : mm + 3) / 1000;
    return d + (edition >= 2016 && d > 0.999 * kInch ? kInch / 8 : kInch / 16);
}

} // namespace

std::vector<std::string_view> boltGrades()
{
    std::vector<std::string_view> out;
    for (const BoltRow& r : kRows)
        out.push_back(r.grade);
    return out;
}

BoltLook boltLook(const Method& method, const BoltLayout& b, const BoltForces& f)
{
    BoltLook out;
    out.refused = boltFault(b);
    if (!out.refused.empty()) return out;
    const auto& rows = method.edition == 2005 ? kRows2005 : kRows;
    const auto row = std::find_if(rows.begin(), rows.end(), [&](const BoltRow& r) { return r.grade == b.grade; });
    if (row == rows.end()) {
        out.refused = "bolts of grade " + b.grade + " are not in Table J3.2";
        return out;
    }
    Trace& t = out.trace;
    const bool lrfd = method.lrfd;
    const auto put = [&](std::string_view symbol, Quantity q, double v, std::string_view clause = "") {
        return t.put({symbol, "", clause, q}, v);
    };
    // Of all the bolts: nominal to available.
    const auto available = [&](const Label& ofPhi, const Label& ofOmega, double nominal) {
        put(lrfd ? "phi" : "Omega", Quantity::Ratio, lrfd ? kBolts.phi : kBolts.omega, "J3");
        return t.put(lrfd ? ofPhi : ofOmega, lrfd ? kBolts.phi * nominal : nominal / kBolts.omega);
    };

    t.heading("Bolts in shear", "J3");
    const double n = put("n", Quantity::Ratio, b.count), planes = put("n_s", Quantity::Ratio, b.planes),
                 d = put("d", Quantity::SectionLength, b.diameter);
    const double area = t.put({"A_b", "pi()*d^2/4", "", Quantity::Area}, std::numbers::pi * d * d / 4);
    const double fnv = put("F_nv", Quantity::Stress, (b.threadsInShear ? row->threads : row->plain) * kKsi, "Table J3.2");
    const double rv = t.put({"R_nv", "n*n_s*F_nv*A_b", "J3-1", Quantity::Force}, n * planes * fnv * area);
    const double cv = available({"R_v", "phi*R_nv", "J3", Quantity::Force}, {"R_v", "R_nv/Omega", "J3", Quantity::Force}, rv);
    const double v = put("V", Quantity::Force, std::abs(f.shear));
    out.shear = t.put({"r_v", "V/R_v", "", Quantity::Ratio}, v / cv);

    t.heading("Bearing and tearout at the holes", "J3");
    const double hole = put("d_h", Quantity::SectionLength, holeOf(d, method.edition), "Table J3.3");
    const double edge = put("L_e", Quantity::SectionLength, b.edge > 0 ? b.edge : 1.25 * d, "J3"),
                 pitch = put("s", Quantity::SectionLength, b.pitch > 0 ? b.pitch : 8.0 / 3 * d, "J3");
    if (!(b.edge > 0) || !(b.pitch > 0))
        t.note(
            "Distances that are not stated are the least there can be: 1.25 d to the edge (Table J3.4 asks for that or more), "
            "2⅔ d between bolts.");
    const double clear = b.count > 1 ? t.put({"l_c", "min(L_e - d_h/2, s - d_h)", "J3", Quantity::SectionLength},
                                             std::min(edge - hole / 2, pitch - hole))
                                     : t.put({"l_c", "L_e - d_h/2", "J3", Quantity::SectionLength}, edge - hole / 2);
    if (clear <= 0) {
        out.refused = "the holes reach the edge or each other";
        return out;
    }
    const double plate = put("t", Quantity::SectionLength, b.plate), fu = put("F_u", Quantity::Stress, b.plateFu);
    const double bearing = t.put({"R_nb", "2.4*d*t*F_u", "J3-6a", Quantity::Force}, 2.4 * d * plate * fu);
    const double tear =
        t.put({"R_no", "1.2*l_c*t*F_u", method.edition >= 2016 ? "J3-6c" : "J3-6a", Quantity::Force}, 1.2 * clear * plate * fu);
    const double both = t.put({"R_nh", "n*min(R_nb, R_no)", "J3", Quantity::Force}, n * std::min(bearing, tear));
    const double ch = available({"R_h", "phi*R_nh", "J3", Quantity::Force}, {"R_h", "R_nh/Omega", "J3", Quantity::Force}, both);
    out.bearing = t.put({"r_h", "V/R_h", "", Quantity::Ratio}, v / ch);

    t.heading("Bolts in tension", "J3");
    const double fnt = put("F_nt", Quantity::Stress, row->tension * kKsi, "Table J3.2");
    const double rt = t.put({"R_nt", "n*F_nt*A_b", "J3-1", Quantity::Force}, n * fnt * area);
    const double ct = available({"R_t", "phi*R_nt", "J3", Quantity::Force}, {"R_t", "R_nt/Omega", "J3", Quantity::Force}, rt);
    const double tension = put("T", Quantity::Force, std::max(0.0, f.tension));
    out.tension = t.put({"r_t", "T/R_t", "", Quantity::Ratio}, tension / ct);

    if (tension > 0 && v > 0) {
        t.heading("Tension and shear together", lrfd ? "J3-3a" : "J3-3b");
        t.note("The reduced strength in tension, written as a ratio: the two ratios may come to 1.3 together.");
        out.together =
            t.put({"r_tv", "(r_t + r_v)/1.3", lrfd ? "J3-3a" : "J3-3b", Quantity::Ratio}, (out.tension + out.shear) / 1.3);
    }
    t.note("Looked at: the bolts and the holes they bear in, all loaded alike. Not looked at: prying, eccentric groups, long "
           "joints, slip, block shear, plates, welds.");
    return out;
}

} // namespace wr::aisc360
