#include "tests/sections/torsion_reference.h"
#include "tests/support.h"

using namespace wr;
using Catch::Matchers::WithinRel;

namespace {

double reference(const Shape& s)
{
    const double wall = s.tf > 0 ? std::min(s.tw, s.tf) : s.t > 0 ? s.t : std::min(s.h, s.b) / 3;
    return test::torsionReference(outlineOf(s).loops.front(), wall / 6);
}

} // namespace

TEST_CASE("torsion: the numerical witness itself meets the exact series of a rectangle and a round bar", "[sections]")
{
    Shape flat;
    flat.kind = ShapeKind::BarFlat;
    flat.h = 0.2;
    flat.b = 0.1;
    CHECK_THAT(reference(flat), WithinRel(0.2 * 0.001 * 0.228682, 1e-3)); // Saint-Venant's series at 2 : 1
    Shape round;
    round.kind = ShapeKind::BarRound;
    round.d = 0.1;
    CHECK_THAT(test::torsionReference(outlineOf(round).loops.front(), 0.004), WithinRel(3.14159265 / 32 * 1e-4, 2e-3));
}

TEST_CASE("torsion: J by formula agrees with Prandtl's equation solved on the outline", "[sections]")
{
    struct Row
    {
        const char* name;
        double limit;
    };
    // Parallel flanges, sloped flanges, tees, angles; the sloped channels are our own fit.
    const Row rows[] = {
        {"W12X65", 0.005},   {"W4X13", 0.005},          {"W14X730", 0.015}, {"UB 457X191X67", 0.005},  {"UC 203X203X60", 0.005},
        {"HP14X73", 0.005},  {"M8X6.5", 0.01},          {"S12X50", 0.006},  {"S24X121", 0.006},        {"S8X18.4", 0.006},
        {"ISMB 300", 0.006}, {"ISWB 600X133.7", 0.006}, {"UPE200", 0.005},  {"PFC 430X100X64", 0.005}, {"PFC 100X50X10", 0.005},
        {"UPN200", 0.01},    {"UPN380", 0.01},          {"C15X50", 0.02},   {"C8X11.5", 0.02},         {"MC12X31", 0.02},
        {"ISMC 250", 0.02},  {"L4X4X1/2", 0.01},        {"L8X8X1", 0.01},   {"L6X4X3/8", 0.01},        {"L 150X75X10", 0.01},
        {"WT6X32.5", 0.01},  {"WT18X67.5", 0.01},       {"ST6X25", 0.01}};
    for (const Row& r : rows) {
        const CatalogueSection& s = test::Alone::find(r.name);
        INFO(r.name);
        CHECK_THAT(s.properties().it, WithinRel(reference(s.shape), r.limit));
    }
}

TEST_CASE("torsion: EN 10365's own I formula, kept because its tables print it, against the witness", "[sections]")
{
    // The tables' formula lies above the exact value for thin flanges with large fillets: 9 % for HEAA400 (docs/sections.md).
    const std::pair<const char*, double> rows[] = {{"IPE300", 0.03}, {"IPE600", 0.03}, {"HEB300", 0.03},
                                                   {"HEM300", 0.03}, {"HEA200", 0.05}, {"HEAA400", 0.10}};
    for (const auto& [name, limit] : rows) {
        const CatalogueSection& s = test::Alone::find(name);
        const double exact = reference(s.shape);
        INFO(name << ": ratio " << s.properties().it / exact);
        CHECK_THAT(s.properties().it, WithinRel(exact, limit));
        CHECK(s.properties().it > 0.98 * exact);
    }
}
