// The summary of an analysis against numbers by hand and against the tables it sums up.
#include "core/reporting/analysis_summary.h"
#include "tests/support.h"

#include <algorithm>

using namespace wr;
using Catch::Matchers::Contains;
using Catch::Matchers::WithinRel;

namespace {

const SummaryLine& lineOf(const std::vector<SummaryLine>& all, const std::string& topic, const std::string& what)
{
    const auto at =
        std::find_if(all.begin(), all.end(), [&](const SummaryLine& l) { return l.topic == topic && l.what == what; });
    for (const SummaryLine& l : all)
        UNSCOPED_INFO(l.topic << " | " << l.what << " | " << l.value << " | " << l.more);
    REQUIRE(at != all.end());
    return *at;
}

size_t linesOf(const std::vector<SummaryLine>& all, const std::string& topic)
{
    return static_cast<size_t>(std::count_if(all.begin(), all.end(), [&](const SummaryLine& l) { return l.topic == topic; }));
}

// A cantilever column of 5 m in ten elements, 100 × 200, pressed by 100 kN and pushed by 2 kN along x at its top.
Frame pressedColumn()
{
    std::string nodes = R"("nodes":[{"id":"0","at":[0,0,0],)" + test::kFixed + "}", elements;
    for (int k = 1; k <= 10; ++k) {
        nodes += fmt::format(R"(,{{"id":"{}","at":[0,0,{}]}})", k, 0.5 * k);
        elements +=
            fmt::format(R"({}{{"id":"e{}","nodes":["{}","{}"],"section":"S","material":"M"}})", k > 1 ? "," : "", k, k - 1, k);
    }
    return test::frameOf(test::beam(nodes + "],\"elements\":[" + elements + "]",
                                    R"({"id":"P","action":"dead","handSum":[0,0,-100],"nodal":[{"node":"10","f":[0,0,-100]}]},
{"id":"H","title":"push","action":"wind","handSum":[2.5,0,0],"nodal":[{"node":"10","f":[2,0,0]}]})",
                                    R"(,"combinations":[{"id":"A","purpose":"strength","terms":{"P":1}},
{"id":"B","purpose":"strength","terms":{"P":1,"H":1}},
{"id":"S","purpose":"service","terms":{"H":1}}])"));
}

} // namespace

TEST_CASE("summary: a column by hand", "[summary]")
{
    const Frame f = pressedColumn();
    const FrameForces r = test::forcesOf(f);
    SilentProgress p;
    const BucklingResult b = analyseBuckling(f, {}, p);
    VibrationOptions o;
    o.modes = 3;
    const VibrationResult v = analyseVibration(f, o, p);
    const auto all = analysisSummary({f, &r, &b, &v});
    CHECK(lineOf(all, "Frame", "Extent").value == "0 × 0 m in plan, 5.000 m high");
    CHECK(lineOf(all, "Frame", "Mass").value == "785.0 kg"); // 0.02 m² · 5 m · 7850
    CHECK(lineOf(all, "Loads", "P").value == "100.0 kN down");
    CHECK_THAT(lineOf(all, "Loads", "P").more, Contains("as by hand") && Contains("balanced by reactions"));
    CHECK_FALSE(lineOf(all, "Loads", "P").warns);
    // Two against two and a half by hand.
    const SummaryLine& push = lineOf(all, "Loads", "H · push");
    CHECK(push.value == "2.000 kN x");
    CHECK(push.warns);
    CHECK_THAT(push.more, Contains("by hand 2.500 kN x"));
    // H·L³/3EI at the top, by the combination for service. The weak way: I about which x bends it.
    const AnalysisResult a = test::analysed(f);
    const double top = a.cases[1].u[10].x;
    CHECK(lineOf(all, "Movement", "Along x").value == f.units.text(Quantity::Displacement, top));
    const double stiff = top * 3 * test::kEi / (2e3 * 125), weak = top * 3 * test::kEiz / (2e3 * 125);
    CHECK((std::abs(stiff - 1) < 2e-3 || std::abs(weak - 1) < 2e-3));
    CHECK(lineOf(all, "Movement", "Largest displacement").node == 10);
    CHECK_THAT(lineOf(all, "Movement", "Largest displacement").more, Contains("node 10 under S"));
    // Euler: π²EI/4L² over 100 kN, the weak way.
    const double euler = std::pow(std::numbers::pi, 2) * test::kEiz / (4 * 25) / 100e3;
    REQUIRE(b.combinations.size() == 3);
    CHECK_THAT(b.combinations[0].front().factor, WithinRel(euler, 3e-3));
    CHECK(lineOf(all, "Buckling", "A").value == "× " + significant(b.combinations[0].front().factor));
    CHECK(lineOf(all, "Buckling", "A").buckling == 0);
    CHECK(lineOf(all, "Buckling", "A").warns == (euler < 10));
    CHECK(linesOf(all, "Buckling") == 2); // the push alone buckles nothing
    // A cantilever's first frequency: 3.516/2π·√(EI/mL⁴).
    const double hz = 3.516 / (2 * std::numbers::pi) * std::sqrt(test::kEiz / (157 * 625.0));
    CHECK_THAT(v.modes.front().frequency, WithinRel(hz, 0.01));
    CHECK_THAT(lineOf(all, "Vibration", "Mode 1").value, Contains(significant(v.modes.front().frequency) + " Hz"));
    // Not analysed: what is known of the frame alone.
    const auto bare = analysisSummary({f});
    CHECK(linesOf(bare, "Movement") + linesOf(bare, "Buckling") + linesOf(bare, "Vibration") == 0);
    CHECK(lineOf(bare, "Loads", "P").more == "as by hand");
}

TEST_CASE("summary: of the market roof, as its tables say", "[summary]")
{
    const auto m = test::modelOf(test::frameOf(test::demo("tern-street")));
    const Frame& f = m->frame();
    SilentProgress p;
    const FrameForces r = test::forcesOf(f);
    CheckReport report;
    REQUIRE(m->checkAll(report, p));
    SummaryInput in{f, &r};
    in.model = m.get();
    in.report = &report;
    const auto all = analysisSummary(in);
    CHECK(linesOf(all, "Loads") == f.cases.size());
    for (const SummaryLine& l : all)
        if (l.topic == "Loads") CHECK_FALSE(l.warns);
    size_t ruled = 0;
    for (const SummaryLine& l : all)
        if (l.topic == "Rules") ruled += static_cast<size_t>(std::stoi(l.value));
    size_t governed = 0;
    for (const MemberResult& x : report.results)
        governed += x.govern() && x.govern()->ofForces();
    CHECK(ruled == governed);
    CHECK(governed > 30);
    const Table t = summaryTable(all);
    REQUIRE(t.rows.size() == all.size());
    CHECK(std::get<std::string>(t.rows[0].cells[0]) == "Frame");
    CHECK(std::get<std::string>(t.rows[1].cells[0]).empty()); // said once
    CHECK(t.rows[2].place == 2);
}
