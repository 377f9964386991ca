// A truss sized by hand: forces from equilibrium of its joints alone, buckling by 6.3.1 of EN 1993-1-1 written out again here,
// the lightest tube for each group. The program's choice, analysed and settled, is the same.
#include "core/project/settle.h"
#include "tests/project/states.h"

#include <Eigen/Dense>
#include <fmt/format.h>

using namespace wr;
using namespace wr::test;

namespace {

struct Bar
{
    int i, j;
    const char* group;
};

// Five panels of 3 m, 2 m high; loads on the top joints.
constexpr double kPanel = 3, kHeight = 2, kLoad = 80e3;
const std::vector<Vec3> kJoints{{0, 0, 0},  {3, 0, 0}, {6, 0, 0}, {9, 0, 0}, {12, 0, 0},
                                {15, 0, 0}, {3, 0, 2}, {6, 0, 2}, {9, 0, 2}, {12, 0, 2}};
const std::vector<Bar> kBars{{0, 1, "Bottom"}, {1, 2, "Bottom"}, {2, 3, "Bottom"}, {3, 4, "Bottom"}, {4, 5, "Bottom"},
                             {6, 7, "Top"},    {7, 8, "Top"},    {8, 9, "Top"},    {0, 6, "Top"},    {9, 5, "Top"},
                             {1, 6, "Web"},    {2, 7, "Web"},    {3, 8, "Web"},    {4, 9, "Web"},    {6, 2, "Web"},
                             {9, 3, "Web"},    {7, 3, "Web"}};

double lengthOf(const Bar& b)
{
    return norm(kJoints[static_cast<size_t>(b.j)] - kJoints[static_cast<size_t>(b.i)]);
}

// N of each bar, tension positive, for 1.35 times the loads: twenty equations of twenty unknowns.
std::vector<double> forcesByJoints()
{
    const size_t n = kBars.size();
    Eigen::MatrixXd a = Eigen::MatrixXd::Zero(20, 20);
    Eigen::VectorXd p = Eigen::VectorXd::Zero(20);
    for (size_t k = 0; k < n; ++k) {
        const Vec3 d =
            (1 / lengthOf(kBars[k])) * (kJoints[static_cast<size_t>(kBars[k].j)] - kJoints[static_cast<size_t>(kBars[k].i)]);
        a(2 * kBars[k].i, static_cast<long>(k)) += d.x, a(2 * kBars[k].i + 1, static_cast<long>(k)) += d.z;
        a(2 * kBars[k].j, static_cast<long>(k)) -= d.x, a(2 * kBars[k].j + 1, static_cast<long>(k)) -= d.z;
    }
    a(0, 17) = 1, a(1, 18) = 1, a(11, 19) = 1; // pin at the first, roller at the last bottom joint
    for (int t = 6; t < 10; ++t)
        p(2 * t + 1) = 1.35 * kLoad;
    const Eigen::VectorXd x = a.fullPivLu().solve(p);
    return {x.data(), x.data() + n};
}

// EN 1993-1-1 6.2.3, 6.2.4 and 6.3.1, hot finished tubes: curve a. Above 90 ε² it is a shell.
double ratioByHand(const CatalogueSection& s, double n, double length)
{
    const double fy = 355e6, e = 210e9, area = s.properties().a, d = s.shape.d, t = s.shape.t;
    if (d / t > 90 * 235 / 355) return 1e9;
    if (n >= 0) return n / (area * fy);
    const double i = s.properties().ry, lambda = length / i / (3.14159265358979 * std::sqrt(e / fy));
    const double phi = 0.5 * (1 + 0.21 * (lambda - 0.2) + lambda * lambda);
    const double chi = lambda <= 0.2 ? 1 : std::min(1.0, 1 / (phi + std::sqrt(phi * phi - lambda * lambda)));
    return -n / (chi * area * fy);
}

Frame truss()
{
    std::string nodes, elements, loads, members;
    for (size_t k = 0; k < kJoints.size(); ++k) {
        const char* held = k == 0   ? R"(,"support":{"ux":true,"uy":true,"uz":true})"
                           : k == 5 ? R"(,"support":{"uy":true,"uz":true})"
                                    : R"(,"support":{"uy":true})";
        nodes += fmt::format(R"({}{{"id":"{}","at":[{},{},{}]{}}})", k ? "," : "", k, kJoints[k].x, 0, kJoints[k].z, held);
    }
    for (size_t k = 0; k < kBars.size(); ++k) {
        elements += fmt::format(R"({}{{"id":"e{}","nodes":["{}","{}"],"section":"T","material":"M","behaviour":"axial"}})",
                                k ? "," : "", k, kBars[k].i, kBars[k].j);
        members += fmt::format(R"({}{{"id":"M{}","elements":["e{}"],"group":"{}","brief":"own"}})", k ? "," : "", k, k,
                               kBars[k].group);
    }
    for (int t = 6; t < 10; ++t)
        loads += fmt::format(R"({}{{"node":"{}","f":[0,0,-80]}})", t > 6 ? "," : "", t);
    Frame f = frameOf(R"({"format":"wren-frame","version":1,"units":{"length":"m","section":"mm","force":"kN"},
      "materials":[{"id":"M","e":210000,"g":80769,"density":7850,"alpha":1.2e-5,"fy":355,"fu":470}],
      "sections":[{"id":"T","name":"CHS 168.3X5"}],"nodes":[)" +
                      nodes + R"(],"elements":[)" + elements + R"(],"cases":[{"id":"G","action":"dead","nodal":[)" + loads +
                      R"(]}],"combinations":[{"id":"U","purpose":"strength","terms":{"G":1.35}}],
      "design":{"standard":"en1993","briefs":[{"id":"own"}],"members":[)" +
                      members + "]}}");
    f.design.briefs[0].lengthsBy = LengthBy::System;
    return f;
}

} // namespace

TEST_CASE("sizes by hand: a truss from equilibrium and 6.3.1, group by group", "[sizing][verification]")
{
    const std::vector<double> n = forcesByJoints();
    const DesignState s = wholeState(truss());
    for (size_t k = 0; k < kBars.size(); ++k) {
        CAPTURE(k);
        const ForceTable& t = s.forces();
        CHECK(1.35 * t.at(t.first[k], 0)[0] == Approx(n[k]).epsilon(1e-6).margin(1));
    }
    SilentProgress p;
    const Settled done = settle(s, shippedCatalogue(), {}, p);
    CAPTURE(done.why);
    CHECK(done.meets());
    for (const GroupPlan& g : done.plan.groups) {
        CAPTURE(g.id, g.to());
        std::vector<const CatalogueSection*> tubes = shippedCatalogue().family("CHS");
        std::stable_sort(tubes.begin(), tubes.end(), [](const auto* a, const auto* b) {
            return std::tuple(a->properties().a, a->properties().depth) < std::tuple(b->properties().a, b->properties().depth);
        });
        std::string lightest;
        double ratio = 0;
        for (const CatalogueSection* c : tubes) {
            ratio = 0;
            for (size_t k = 0; k < kBars.size(); ++k)
                if (kBars[k].group == g.id) ratio = std::max(ratio, ratioByHand(*c, n[k], lengthOf(kBars[k])));
            if (ratio > 1) continue;
            lightest = c->designation;
            break;
        }
        CHECK(g.to() == lightest);
        // And every rung that the program has judged stands where the hand has it.
        size_t compared = 0;
        for (const Rung& r : g.rungs.rungs) {
            if (r.status == Status::Unchecked) continue;
            double hand = 0;
            for (size_t k = 0; k < kBars.size(); ++k)
                if (kBars[k].group == g.id) hand = std::max(hand, ratioByHand(*r.section, n[k], lengthOf(kBars[k])));
            if (hand > 1e8) continue;
            CAPTURE(r.section->designation);
            CHECK(r.utilisation == Approx(hand).epsilon(2e-3));
            ++compared;
        }
        CHECK(compared > 100);
    }
}
