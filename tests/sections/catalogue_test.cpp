#include "tests/support.h"

#include <chrono>
#include <map>
#include <set>

using namespace wr;
using Catch::Matchers::WithinRel;

TEST_CASE("catalogue: every row's computed mass is within 1 % of the listed one", "[sections]")
{
    for (const CatalogueSection& s : shippedCatalogue().sections()) {
        INFO(s.designation);
        double area = s.properties.a;
        if (s.nominalThickness > 0) {
            // Tubes are listed by their nominal thickness.
            Shape nominal = s.shape;
            nominal.t = s.nominalThickness, nominal.ro = s.shape.kind == ShapeKind::Rhs ? 2 * nominal.t : 0,
            nominal.ri = s.shape.kind == ShapeKind::Rhs ? nominal.t : 0;
            area = computeProperties(nominal).a;
        }
        const double density = s.standard.starts_with("ASTM") ? 490 * kPoundMass / (kFoot * kFoot * kFoot) : 7850;
        CHECK_THAT(area * density, WithinRel(s.listedMass, 0.01));
    }
}

TEST_CASE("catalogue: designations are unique, families are large enough", "[sections]")
{
    std::set<std::string> names;
    std::map<std::string, int> count;
    for (const CatalogueSection& s : shippedCatalogue().sections()) {
        CHECK(names.insert(normalisedName(s.designation)).second);
        ++count[s.family];
    }
    CHECK(count["IPE"] == 18);
    CHECK(count["HEA"] == 24);
    CHECK(count["HEB"] == 24);
    CHECK(count["W"] >= 60);
    CHECK(count["HSS"] >= 30);
    CHECK(count["HSS round"] >= 15);
    CHECK(count["L"] >= 15);
}

TEST_CASE("catalogue: a W name says depth and mass, and both agree with the row", "[sections]")
{
    for (const CatalogueSection* s : shippedCatalogue().family("W")) {
        double depth = 0, mass = 0;
        REQUIRE(std::sscanf(s->designation.c_str(), "W%lfX%lf", &depth, &mass) == 2);
        INFO(s->designation);
        // Heavy sections of a series are rolled deeper than its name.
        CHECK(std::abs(s->shape.h / kInch - depth) < 3.0);
        CHECK_THAT(s->listedMass, WithinRel(mass * kPoundMass / kFoot, 1e-9));
    }
}

TEST_CASE("catalogue: names as people type them, and suggestions", "[sections]")
{
    const Catalogue& c = shippedCatalogue();
    for (const char* name : {"W12X65", "w12x65", "W 12 × 65", "W12x65 "}) {
        INFO(name);
        REQUIRE(c.find(name) != nullptr);
        CHECK(c.find(name)->designation == "W12X65");
    }
    CHECK(c.find("heb 300") != nullptr);
    CHECK(c.find("HSS6x6x3/8") != nullptr);
    CHECK(c.find("W12X66") == nullptr);
    const auto near = c.suggestions("W12X66");
    REQUIRE_FALSE(near.empty());
    CHECK(std::find(near.begin(), near.end(), "W12X65") != near.end());
}

TEST_CASE("catalogue: a broken file names line and column", "[sections]")
{
    const std::string head = "# family: T\n# shape: i\n# length: mm\ndesignation,mass,h,b,tw,tf,r\n";
    CHECK(readFamily(head + "A,10,100,50,4,6,5\n").has_value());
    CHECK(readFamily(head + "A,10,100,50,4,6\n").error().find("line 5") != std::string::npos);
    CHECK(readFamily(head + "A,10,x,50,4,6,5\n").error().find("column h") != std::string::npos);
    CHECK(readFamily(head + "A,10,100,50,4,60,5\n").error().find("tf") != std::string::npos);
}

TEST_CASE("catalogue: loads fast", "[sections]")
{
    const auto begin = std::chrono::steady_clock::now();
    size_t n = 0;
    for (const char* f : {"w", "ipe", "hss-rect"})
        n += readFamily(test::slurp(std::string(WREN_SOURCE) + "/data/sections/" + f + ".csv"))->size();
    const double ms = std::chrono::duration<double, std::milli>(std::chrono::steady_clock::now() - begin).count();
    CHECK(n > 200);
    WARN("loading " << n << " sections took " << ms << " ms"); // the benchmark judges; a test on a busy machine cannot
}
