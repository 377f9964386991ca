#include "core/standards/en1993/bolts.h"

#include "core/standards/en1993/options.h"

#include <algorithm>
#include <array>
#include <cmath>
#include <numbers>
#include <utility>

namespace wr::en1993 {

namespace {

// Table 3.1 and, of Table 3.4, alpha_v where threads are sheared.
struct BoltRow
{
    std::string_view grade;
    double fub, alphaV;
};
constexpr std::array kRows{BoltRow{"8.8", 800e6, 0.6}, BoltRow{"10.9", 1000e6, 0.5}, BoltRow{"4.6", 400e6, 0.6},
                           BoltRow{"4.8", 400e6, 0.5}, BoltRow{"5.6", 500e6, 0.6},   BoltRow{"5.8", 500e6, 0.5},
                           BoltRow{"6.8", 600e6, 0.5}};

// ISO 898-1: size, mm, and stress area of the coarse thread, mm².
constexpr std::array<std::pair<double, double>, 17> kThreads{{{8, 36.6},
                                                              {10, 58.0},
                                                              {12, 84.3},
                                                              {14, 115},
                                                              {16, 157},
                                                              {18, 192},
                                                              {20, 245},
                                                              {22, 303},
                                                              {24, 353},
                                                              {27, 459},
                                                              {30, 561},
                                                              {33, 694},
                                                              {36, 817},
                                                              {39, 976},
                                                              {42, 1120},
                                                              {45, 1310},
                                                              {48, 1470}}};

double holeOf(double mm) // EN 1090-2, Table 11
{
    return mm < 16 ? mm + 1 : mm <= 24 ? mm + 2 : mm + 3;
}

} // namespace

std::vector<std::string_view> boltGrades()
{
    std::vector<std::string_view> out;
    for (const BoltRow& r : kRows)
        out.push_back(r.grade);
    return out;
}

BoltLook boltLook(const BoltLayout& b, const BoltForces& f, const Rules* rules)
{
    BoltLook out;
    out.refused = boltFault(b);
    if (!out.refused.empty()) return out;
    const auto row = std::find_if(kRows.begin(), kRows.end(), [&](const BoltRow& r) { return r.grade == b.grade; });
    const auto thread = std::find_if(kThreads.begin(), kThreads.end(),
                                     [&](const auto& r) { return std::abs(r.first - b.diameter * 1000) < 1e-6; });
    if (row == kRows.end()) out.refused = "bolts of class " + b.grade + " are not in Table 3.1";
    if (thread == kThreads.end()) out.refused = "bolts are M8 to M48";
    if (!out.refused.empty()) return out;
    const auto* en = dynamic_cast<const EnRules*>(rules);

    Trace& t = out.trace;
    const auto put = [&](std::string_view symbol, Quantity q, double v, std::string_view clause = "") {
        return t.put({symbol, "", clause, q}, v);
    };
    t.heading("Bolts in shear", "EN 1993-1-8, Table 3.4");
    const double n = put("n", Quantity::Ratio, b.count), planes = put("n_s", Quantity::Ratio, b.planes),
                 d = put("d", Quantity::SectionLength, b.diameter);
    const double fub = put("f_ub", Quantity::Stress, row->fub, "Table 3.1"),
                 as = put("A_s", Quantity::Area, thread->second * 1e-6, "ISO 898-1"),
                 m2 = put("gamma_M2", Quantity::Ratio, en ? en->national.gammaM2 : National{}.gammaM2, "2.2");
    const double alphaV = put("alpha_v", Quantity::Ratio, b.threadsInShear ? row->alphaV : 0.6, "Table 3.4");
    const double area = b.threadsInShear
                            ? t.put({"A", "A_s", "Table 3.4", Quantity::Area}, as)
                            : t.put({"A", "pi()*d^2/4", "Table 3.4", Quantity::Area}, std::numbers::pi * d * d / 4);
    const double fv =
        t.put({"F_vRd", "n*n_s*alpha_v*f_ub*A/gamma_M2", "Table 3.4", Quantity::Force}, n * planes * alphaV * fub * area / m2);
    const double v = put("F_vEd", Quantity::Force, std::abs(f.shear));
    out.shear = t.put({"r_v", "F_vEd/F_vRd", "", Quantity::Ratio}, v / fv);

    t.heading("Bearing", "EN 1993-1-8, Table 3.4");
    const double hole = put("d_0", Quantity::SectionLength, holeOf(thread->first) / 1000, "EN 1090-2, Table 11");
    const double e1 = put("e_1", Quantity::SectionLength, b.edge > 0 ? b.edge : 1.2 * hole, "Table 3.3"),
                 p1 = put("p_1", Quantity::SectionLength, b.pitch > 0 ? b.pitch : 2.2 * hole, "Table 3.3"),
                 e2 = put("e_2", Quantity::SectionLength, b.edgeAcross > 0 ? b.edgeAcross : 1.2 * hole, "Table 3.3"),
                 p2 = put("p_2", Quantity::SectionLength, b.pitchAcross > 0 ? b.pitchAcross : 2.4 * hole, "Table 3.3");
    if (!(b.edge > 0) || !(b.pitch > 0) || !(b.edgeAcross > 0) || !(b.pitchAcross > 0))
        t.note("Distances that are not stated are the least of Table 3.3.");
    if (e1 < 1.2 * hole - 1e-9 || e2 < 1.2 * hole - 1e-9 || p1 < 2.2 * hole - 1e-9 || p2 < 2.4 * hole - 1e-9) {
        out.refused = "distances are below those of Table 3.3";
        return out;
    }
    const double plate = put("t", Quantity::SectionLength, b.plate), fu = put("f_u", Quantity::Stress, b.plateFu);
    const double alphaD = b.count > 1 ? t.put({"alpha_d", "min(e_1/(3*d_0), p_1/(3*d_0) - 0.25)", "Table 3.4", Quantity::Ratio},
                                              std::min(e1 / (3 * hole), p1 / (3 * hole) - 0.25))
                                      : t.put({"alpha_d", "e_1/(3*d_0)", "Table 3.4", Quantity::Ratio}, e1 / (3 * hole));
    const double alphaB =
        t.put({"alpha_b", "min(alpha_d, f_ub/f_u, 1)", "Table 3.4", Quantity::Ratio}, std::min({alphaD, fub / fu, 1.0}));
    const double k1 =
        b.count > 1
            ? t.put({"k_1", "min(2.8*e_2/d_0 - 1.7, 1.4*p_2/d_0 - 1.7, 2.5)", "Table 3.4", Quantity::Ratio},
                    std::min({2.8 * e2 / hole - 1.7, 1.4 * p2 / hole - 1.7, 2.5}))
            : t.put({"k_1", "min(2.8*e_2/d_0 - 1.7, 2.5)", "Table 3.4", Quantity::Ratio}, std::min(2.8 * e2 / hole - 1.7, 2.5));
    const double fb =
        t.put({"F_bRd", "n*k_1*alpha_b*f_u*d*t/gamma_M2", "Table 3.4", Quantity::Force}, n * k1 * alphaB * fu * d * plate / m2);
    out.bearing = t.put({"r_b", "F_vEd/F_bRd", "", Quantity::Ratio}, v / fb);

    t.heading("Bolts in tension", "EN 1993-1-8, Table 3.4");
    const double ft = t.put({"F_tRd", "n*0.9*f_ub*A_s/gamma_M2", "Table 3.4", Quantity::Force}, n * 0.9 * fub * as / m2);
    const double tension = put("F_tEd", Quantity::Force, std::max(0.0, f.tension));
    out.tension = t.put({"r_t", "F_tEd/F_tRd", "", Quantity::Ratio}, tension / ft);

    if (tension > 0 && v > 0) {
        t.heading("Shear and tension together", "EN 1993-1-8, Table 3.4");
        out.together =
            t.put({"r_vt", "F_vEd/F_vRd + F_tEd/(1.4*F_tRd)", "Table 3.4", Quantity::Ratio}, v / fv + tension / (1.4 * ft));
    }
    t.note(
        "Looked at: the bolts and the holes they bear in, all loaded alike. Not looked at: prying, punching, eccentric groups, "
        "long joints, slip, block tearing, plates, welds.");
    return out;
}

} // namespace wr::en1993
