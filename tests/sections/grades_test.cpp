#include "core/checking/runner.h"
#include "core/grades/grades.h"
#include "tests/support.h"

using namespace wr;
using Catch::Matchers::WithinRel;

TEST_CASE("grades: strength falls in steps with thickness (EN 10025-2 table 7)", "[grades]")
{
    const Grade* s355 = findGrade("S355");
    REQUIRE(s355 != nullptr);
    CHECK(strengthAt(*s355, 0.016)->fy == 355e6);
    CHECK(strengthAt(*s355, 0.0161)->fy == 345e6);
    CHECK(strengthAt(*s355, 0.063)->fy == 335e6);
    CHECK_FALSE(strengthAt(*s355, 0.3).has_value());
    CHECK_THAT(strengthAt(*findGrade("A992"), 0.02)->fy, WithinRel(50 * kKsi, 1e-9));
    CHECK(findGrade("EN 10025-2 S355") == s355);
    CHECK(findGrade("S999") == nullptr);
}

TEST_CASE("grades: the member's thickest wall decides, an explicit fy wins, none is told", "[grades]")
{
    Material m;
    m.id = "X", m.grade = findGrade("S355")->name;
    const Shape thick = test::Alone::find("HEB300").shape; // tf 19 mm
    CHECK(steelOf(m, thick).fy == 345e6);
    m.fy = 300e6;
    CHECK(steelOf(m, thick).fy == 300e6);
    Material none;
    none.id = "Y";
    CHECK(steelOf(none, thick).reason.find("no yield strength") != std::string::npos);
}
