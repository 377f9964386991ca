// Tables of loads and results, and results that are magnitudes.
#include "core/files/frame_writer.h"
#include "core/reporting/frame_tables.h"
#include "tests/support.h"

#include <cmath>

using namespace wr;
using Catch::Matchers::Contains;
using Catch::Matchers::WithinAbs;
using Catch::Matchers::WithinRel;

namespace {

double number(const Table& t, size_t row, const std::string& column)
{
    for (size_t c = 0; c < t.columns.size(); ++c)
        if (t.columns[c].name == column) return std::get<double>(t.rows[row].cells[c]);
    FAIL("no column " << column);
    return 0;
}

} // namespace

TEST_CASE("tables: loads stand against reactions for every case and combination", "[reporting]")
{
    const Frame f = test::frameOf(test::demo("tern-street"));
    SilentProgress p;
    const FrameForces r = analyseForces(f, {}, secondOrderRules(), p);
    REQUIRE(r.ok);
    const Table t = loadTotalsTable(f, r);
    REQUIRE(t.rows.size() == f.cases.size() + r.forces.sets.size());
    double most = 0;
    for (size_t k = 0; k < t.rows.size(); ++k) {
        most = std::max(most, std::abs(number(t, k, "Load z")));
        for (const char* d : {"x", "y", "z"})
            CHECK_THAT(number(t, k, std::string("Load ") + d) + number(t, k, std::string("Reaction ") + d),
                       WithinAbs(0.0, 1e-6 * (1 + most)));
        CHECK(number(t, k, "Rest") < 1e-6 * (1 + most));
    }
    CHECK(most > 100);
    const std::vector<ShownLoad> loads = shownLoads(f, r);
    CHECK(loads.size() == f.combinations.size() + f.cases.size());
    size_t supported = 0;
    for (const Node& n : f.nodes)
        supported += n.supported();
    CHECK(reactionTable(f, r, loads).rows.size() == supported * loads.size());
    CHECK(displacementTable(f, r, {loads[0]}).rows.size() == f.nodes.size());
    CHECK(forceTable(f, r, {loads[0]}).rows.size() == r.forces.s.size());
    CHECK(bendingTable(f, r, {loads[0]}).rows.size() == f.elements.size());
    CHECK_FALSE(driftTable(f, r, loads).rows.empty());
    // CSV: quoted where it must be, numbers in full.
    Table odd;
    odd.columns = {{"a,b", "kN"}, {"n", "", 1}};
    odd.rows.push_back({{std::string("say \"no\""), 1.0 / 3}, -1, -1});
    odd.rows.push_back({{std::string("x"), std::nan("")}, -1, -1});
    CHECK(tableCsv(odd) == "\"a,b (kN)\",n\r\n\"say \"\"no\"\"\",0.3333333333\r\nx,\r\n");
    CHECK(cellText(odd, 0, 1) == "0.3");
    CHECK(cellText(odd, 1, 1) == "–");
}

TEST_CASE("unsigned results: every sign of N, My and Mz is tried", "[forces]")
{
    const std::string text = test::beam(
        R"("nodes":[{"id":"1","at":[0,0,0],"support":{"ux":true,"uy":true,"uz":true,"rx":true,"ry":true,"rz":true}},
{"id":"2","at":[0,0,4]}],
"elements":[{"id":"E","nodes":["1","2"],"section":"S","material":"M"}])",
        R"({"id":"G"},{"id":"R","action":"seismic","unsigned":true})",
        R"(,"combinations":[{"id":"S","terms":{"G":1,"R":-1}}],"results":[
{"case":"G","elements":[{"element":"E","stations":[{"s":0,"n":-100,"my":10},{"s":4,"n":-90,"my":5}]}]},
{"case":"R","elements":[{"element":"E","stations":[{"s":0,"n":40,"vz":3,"my":20,"mz":7},{"s":4,"n":30,"my":1,"mz":2}]}]}])");
    const Frame f = test::frameOf(text);
    std::vector<Finding> findings;
    const ForceTable t = givenForces(f, findings);
    CHECK(findings.empty());
    REQUIRE(t.sets.size() == 8);
    double least = 0, most = 0, largest = 0;
    bool together = false;
    for (const ForceSet& s : t.sets) {
        std::array<double, 6> v{};
        for (const auto& [c, k] : s.terms)
            for (size_t i = 0; i < 6; ++i)
                v[i] += k * t.at(0, static_cast<size_t>(c))[i];
        least = std::min(least, v[0]);
        most = std::max(most, v[4]);
        largest = std::max(largest, std::abs(v[5]));
        together = together || (v[0] < -139e3 && v[4] > 29e3 && v[5] < -6e3);
        CHECK_FALSE(s.signs.empty());
    }
    CHECK_THAT(least, WithinRel(-140e3, 1e-9));
    CHECK_THAT(most, WithinRel(30e3, 1e-9));
    CHECK_THAT(largest, WithinRel(7e3, 1e-9));
    CHECK(together); // the worst of each in one set
    CHECK(setName(f, t.sets[3]) == "S N- My- Mz+");
    const std::unique_ptr<CheckModel> model = test::modelOf(f);
    CheckReport report;
    SilentProgress p;
    CHECK(model->checkAll(report, p));
}
