// Displacements inside elements against closed forms and against the same element cut in many.
#include "core/analysis/deflected.h"
#include "core/analysis/refine.h"
#include "core/analysis/storeys.h"
#include "tests/support.h"

#include <cmath>

using namespace wr;
using Catch::Matchers::WithinAbs;
using Catch::Matchers::WithinRel;
using test::kEi;
using test::kEiz;
using test::kFixed;
using test::kPinned;
using test::kRoller;

namespace {

Frame span(const std::string& left, const std::string& right, const std::string& loads, const std::string& element = "")
{
    return test::frameOf(test::beam(R"("nodes":[{"id":"1","at":[0,0,0])" + (left.empty() ? "" : "," + left) +
                                        R"(},{"id":"2","at":[6,0,0])" + (right.empty() ? "" : "," + right) +
                                        R"(}],"elements":[{"id":"E","nodes":["1","2"],"section":"S","material":"M")" + element +
                                        "}]",
                                    R"({"id":"G",)" + loads + "}"));
}

Vec3 at(const Frame& f, double s, const AnalysisChoice& choice = {}, size_t element = 0)
{
    SilentProgress p;
    const FrameForces r = analyseForces(f, choice, secondOrderRules(), p);
    REQUIRE(r.ok);
    const ShownLoad load = shownLoads(f, r).front();
    const Deflected d = deflected(f, r, load, motionOf(r, load.columns), element);
    for (size_t k = 0; k < d.s.size(); ++k)
        if (std::abs(d.s[k] - s) < 1e-6) return d.u[k];
    FAIL("no station there");
    return {};
}

} // namespace

TEST_CASE("deflected: beams with their own load", "[analysis][deflected]")
{
    const std::string q = R"("line":[{"element":"E","q":[[0,0,-10],[0,0,-10]]}])";
    const double ql4 = 10e3 * 6 * 6 * 6 * 6;
    CHECK_THAT(at(span(kPinned, kRoller, q), 3).z, WithinRel(-5 * ql4 / (384 * kEi), 1e-9));
    CHECK_THAT(at(span(kFixed, kFixed, q), 3).z, WithinRel(-ql4 / (384 * kEi), 1e-9));
    CHECK_THAT(at(span(kFixed, "", q), 6).z, WithinRel(-ql4 / (8 * kEi), 1e-9));
    CHECK_THAT(at(span(kFixed, "", q), 3).z, WithinRel(-17 * ql4 / (384 * kEi), 1e-9));
    // Sideways, about the minor axis, with a released head.
    const std::string side = R"("line":[{"element":"E","q":[[0,5,0],[0,5,0]]}])";
    CHECK_THAT(at(span(kPinned, kRoller, side, R"(,"release":{"i":["my","mz"],"j":["my","mz"]})"), 3).y,
               WithinRel(5 * 5e3 * 1296 / (384 * kEiz), 1e-9));
    // A point load stands at a station of its own: P·a²·b²/(3·EI·L).
    CHECK_THAT(at(span(kPinned, kRoller, R"("point":[{"element":"E","at":2,"f":[0,0,-30]}])"), 2).z,
               WithinRel(-30e3 * 4 * 16 / (3 * kEi * 6), 1e-9));
    // A gradient of 50 K/m, warmer on top, lifts the middle: κ·L²/8.
    CHECK_THAT(at(span(kPinned, kRoller, R"("thermal":[{"element":"E","gradient":[0,50]}])"), 3).z,
               WithinRel(1.2e-5 * 50 * 36 / 8, 1e-9));
    // A slide across the axis at the far end: it follows the slope of the near one.
    CHECK_THAT(at(span(kFixed, kFixed, q, R"(,"release":{"j":["vz"]})"), 6).z, WithinRel(-ql4 / (24 * kEi), 1e-9));
}

TEST_CASE("deflected: shear deformation, skew elements and offsets as in the element cut in pieces", "[analysis][deflected]")
{
    std::string text = test::beam(
        R"("nodes":[{"id":"1","at":[0,0,0],)" + kFixed + R"(},{"id":"2","at":[1,2,5]},{"id":"3","at":[4,3,1],)" + kFixed +
            R"(}],"elements":[{"id":"A","nodes":["1","2"],"section":"S","material":"M","roll":25,
"offset":{"i":[0,0.1,0.2],"j":[0.1,0,-0.2]}},
{"id":"B","nodes":["3","2"],"section":"S","material":"M","release":{"i":["my"]}}])",
        R"({"id":"G","line":[{"element":"A","q":[[3,-2,-8],[1,4,-5]]},{"element":"B","q":[[1,1,-2],[1,1,-9]]}],
"nodal":[{"node":"2","f":[5,9,-30]}]})");
    text.replace(text.find(R"("avy":0,"avz":0)"), 15, R"("avy":8000,"avz":9000)");
    const Frame f = test::frameOf(text);
    const Refined fine = refined(f, 10);
    SilentProgress p;
    const FrameForces r = analyseForces(f, {}, secondOrderRules(), p),
                      cut = analyseForces(fine.frame, {}, secondOrderRules(), p);
    const ShownLoad load = shownLoads(f, r).front();
    for (size_t e = 0; e < 2; ++e) {
        const Deflected d = deflected(f, r, load, motionOf(r, load.columns), e);
        for (int k = 0; k < 10; ++k) {
            // Ends of the pieces; at the element's own ends nodes sit at the other end of an offset.
            const auto node = static_cast<size_t>(fine.frame.elements[fine.first[e] + k].j);
            if (k == 9) continue;
            const Vec3 off = d.u[k + 1] - cut.motions[0].u[node];
            const Vec3 x = elementAxes(f, f.elements[e]).x;
            CHECK_THAT(norm(off - dot(off, x) * x), WithinAbs(0.0, 1e-9 + 1e-6 * norm(d.u[5])));
            CHECK_THAT(dot(off, x), WithinAbs(0.0, 2e-9)); // along the axis forces are taken as linear between stations
        }
    }
}

TEST_CASE("deflected: second order bows as the amplified first order does", "[analysis][deflected]")
{
    const double pe = 9.869604401 * kEi / 36;
    const Frame f =
        span(kPinned, kRoller,
             fmt::format(R"("line":[{{"element":"E","q":[[0,0,-10],[0,0,-10]]}}],"nodal":[{{"node":"2","f":[{},0,0]}}])",
                         -0.15 * pe / 1e3));
    // Exact: 5qL⁴/384EI · (12(2 sec u - u² - 2)/(5u⁴)), u = π/2·√(P/Pe).
    const double u = 1.5707963267949 * std::sqrt(0.15), factor = 12 * (2 / std::cos(u) - u * u - 2) / (5 * u * u * u * u);
    CHECK_THAT(at(f, 3, {.order = ForceOrder::Second}).z, WithinRel(-5 * 10e3 * 1296 / (384 * kEi) * factor, 2e-3));
}

TEST_CASE("storeys: floors, heights and drifts of a sway frame", "[analysis][storeys]")
{
    const Frame f =
        test::frameOf(test::beam(R"("nodes":[{"id":"a","at":[0,0,1],)" + kFixed +
                                     R"(},{"id":"b","at":[0,0,5]},{"id":"c","at":[6,0,5]},{"id":"d","at":[6,0,0],)" + kFixed +
                                     R"(},{"id":"e","at":[0,0,8]},{"id":"g","at":[6,0,8]}],
"elements":[{"id":"1","nodes":["a","b"],"section":"S","material":"M"},
{"id":"2","nodes":["b","c"],"section":"S","material":"M"},{"id":"3","nodes":["d","c"],"section":"S","material":"M"},
{"id":"4","nodes":["b","e"],"section":"S","material":"M"},
{"id":"5","nodes":["c","g"],"section":"S","material":"M"},{"id":"6","nodes":["e","g"],"section":"S","material":"M"}])",
                                 R"({"id":"W","nodal":[{"node":"e","f":[10,0,0]}]})"));
    const std::vector<Storey> s = storeysOf(f);
    REQUIRE(s.size() == 2);
    CHECK_THAT(s[0].height(), WithinRel(5.0, 1e-12));
    CHECK_THAT(s[1].height(), WithinRel(3.0, 1e-12));
    const AnalysisResult r = test::analysed(f);
    const std::vector<StoreyDrift> d = storeyDrifts(f, s, r.cases[0]);
    REQUIRE(d.size() == 2);
    CHECK(f.nodes[d[1].node].id == "e");
    CHECK_THAT(d[1].drift.x, WithinRel(r.cases[0].u[4].x - r.cases[0].u[1].x, 1e-12));
    CHECK(f.nodes[d[0].under].supported());
}
