#include "core/checking/runner.h"
#include "core/files/frame_reader.h"
#include "core/files/frame_writer.h"
#include "core/grades/grades.h"
#include "tests/support.h"

#include <set>

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

TEST_CASE("grades: the shipped list is sound, and its strengths are those of the standards", "[grades]")
{
    std::set<std::string> names;
    for (const Grade& g : shippedGrades()) {
        INFO(g.name);
        CHECK(names.insert(normalisedName(g.name)).second);
        CHECK(g.e > 199e9);
        CHECK(g.e < 211e9);
        REQUIRE_FALSE(g.steps.empty());
        for (size_t i = 0; i < g.steps.size(); ++i) {
            CHECK(g.steps[i].fu > g.steps[i].fy);
            if (i > 0) {
                CHECK(g.steps[i].thickness > g.steps[i - 1].thickness);
                CHECK(g.steps[i].fy <= g.steps[i - 1].fy); // thicker is never stronger
                CHECK(g.steps[i].fu <= g.steps[i - 1].fu);
            }
        }
    }
    CHECK(names.size() >= 60);
    struct Row
    {
        const char* name;
        double thickness, fy, fu; // mm, MPa
    };
    const Row rows[] = {{"EN 10025-2 S235", 16, 235, 360},
                        {"EN 10025-2 S275", 63, 255, 410},
                        {"EN 10025-2 S355", 150, 295, 450},
                        {"EN 10025-2 S450", 40, 430, 550},
                        {"EN 10025-3 S460N", 80, 410, 540},
                        {"EN 10025-4 S460M", 100, 400, 500},
                        {"EN 10210-1 S355H", 20, 345, 470},
                        {"EN 10219-1 S460MH", 16, 460, 530},
                        {"E250", 19, 250, 410},
                        {"E250", 20, 240, 410},
                        {"E350", 50, 320, 490}};
    for (const Row& r : rows) {
        INFO(r.name << " at " << r.thickness);
        REQUIRE(findGrade(r.name) != nullptr);
        CHECK_THAT(strengthAt(*findGrade(r.name), r.thickness / 1e3)->fy, WithinRel(r.fy * 1e6, 1e-9));
        CHECK_THAT(strengthAt(*findGrade(r.name), r.thickness / 1e3)->fu, WithinRel(r.fu * 1e6, 1e-9));
    }
    const std::tuple<const char*, double, double> ksi[] = {{"A36", 36, 58},          {"A572-65", 65, 80}, {"A913-65", 65, 80},
                                                           {"A500-C-rect", 50, 62},  {"A1085-A", 50, 65}, {"A53-B", 35, 60},
                                                           {"A500-B-round", 42, 58}, {"A588", 50, 70}};
    for (const auto& [name, fy, fu] : ksi) {
        INFO(name);
        REQUIRE(findGrade(name) != nullptr);
        CHECK_THAT(findGrade(name)->steps.front().fy, WithinRel(fy * kKsi, 1e-6));
        CHECK_THAT(findGrade(name)->steps.front().fu, WithinRel(fu * kKsi, 1e-6));
    }
}

TEST_CASE("grades: a standard's own steels come first, a near miss is suggested", "[grades]")
{
    CHECK(gradesFor(gradeRegion("aisc360-22-asd")).front()->standard.starts_with("ASTM"));
    CHECK(gradesFor(gradeRegion("en1993")).front()->standard.starts_with("EN 10025-2"));
    CHECK(gradesFor(gradeRegion("is800")).front()->standard.starts_with("IS 2062"));
    CHECK(gradesFor("").size() == shippedGrades().size());
    CHECK(gradeSuggestions("S345").front() == "EN 10025-2 S355");
    CHECK(gradeSuggestions("A993").front() == "ASTM A992");
}

TEST_CASE("grades: a steel of one's own falls with thickness in the frame file", "[grades]")
{
    const std::string head =
        R"({"format":"wren-frame","version":1,"materials":[{"id":"Own","e":205000,"g":79000,"density":7850,"strengths":)";
    const std::string tail = R"(}],"sections":[],"nodes":[],"elements":[]})";
    const auto good = readFrame(head + R"([{"to":20,"fy":420,"fu":520},{"to":60,"fy":400,"fu":500}])" + tail);
    REQUIRE(good.ok());
    const Material& m = good.value->materials.front();
    Shape plate;
    plate.kind = ShapeKind::BarFlat;
    plate.h = 0.3;
    plate.b = 0.03;
    CHECK(steelOf(m, plate).fy == 400e6);
    plate.b = 0.02;
    CHECK(steelOf(m, plate).fy == 420e6);
    plate.b = 0.07;
    CHECK(steelOf(m, plate).reason.find("no strength for a thickness of 70.0 mm") != std::string::npos);
    CHECK(readFrame(writeFrame(*good.value)).value->materials == good.value->materials);
    CHECK_FALSE(readFrame(head + R"([{"to":20,"fy":420,"fu":520},{"to":10,"fy":400,"fu":500}])" + tail).ok());
    CHECK_FALSE(readFrame(head + R"([{"to":20,"fy":420,"fu":320}])" + tail).ok());
    CHECK_FALSE(readFrame(head + R"([{"to":20,"fy":420,"fu":520}],"fy":300)" + tail).ok());
    CHECK_FALSE(readFrame(head + R"([{"to":"thin","fy":420,"fu":520}])" + tail).ok());
}

TEST_CASE("grades: the member's thickest wall decides, an explicit fy wins, none is told", "[grades]")
{
    Material m;
    m.id = "X";
    m.grade = findGrade("S355")->name;
    const Shape thick = test::Alone::find("HEB300").shape; // tf 19 mm
    CHECK(steelOf(m, thick).fy == 345e6);
    m.fy = 300e6;
    CHECK(steelOf(m, thick).fy == 300e6);
    Material none;
    none.id = "Y";
    CHECK(steelOf(none, thick).reason.find("no yield strength") != std::string::npos);
}
