// The bound that tells most places of a member by itself (EN 1993-1-1 6.2.9) against the check it stands for.
#include "core/sections/catalogue.h"
#include "core/standards/en1993/classification.h"
#include "core/standards/en1993/section_bound.h"
#include "tests/verification/en_alone.h"

#include <random>

using namespace wr;
using namespace wr::en1993;
using test::EnAlone;
using test::sectionRatio;

TEST_CASE("EN 1993 6.2.9: no place comes to more than the bound that leaves it out, far over its strength too",
          "[en1993][bound]")
{
    std::mt19937 random(20);
    std::uniform_real_distribution<double> unit(-1, 1);
    std::vector<Shape> shapes;
    for (const char* family : {"HEA", "IPE", "UB", "W", "RHS", "CHS", "UPE", "L"})
        for (const CatalogueSection* s : shippedCatalogue().family(family))
            if (unit(random) > 0.6) shapes.push_back(s->shape);
    // Slender and unequal plates, which no family has.
    for (int k = 0; k < 60; ++k) {
        Shape s;
        s.kind = k % 2 ? ShapeKind::IUnequal : ShapeKind::I;
        s.welded = true;
        s.h = 0.6 + 0.5 * unit(random), s.b = 0.3 + 0.2 * unit(random), s.b2 = 0.3 + 0.2 * unit(random);
        s.tw = 0.008 + 0.004 * unit(random), s.tf = s.tf2 = 0.014 + 0.008 * unit(random);
        shapes.push_back(s);
    }
    size_t judged = 0, far = 0, close = 0;
    for (size_t k = 0; k < shapes.size(); ++k) {
        EnAlone m(shapes[k], k % 3 == 0 ? 235 : k % 3 == 1 ? 355 : 460);
        if (k % 5 == 0 && shapes[k].kind == ShapeKind::I) test::option(m.brief, "en1993", "elasticSection", true);
        const Context c(m.input);
        const Strengths s = strengths(c, {});
        const SectionBound bound(c, s);
        for (int i = 0; i < 60; ++i) {
            // One action, two or three; from a tenth of the strength to ten times.
            const double size = std::pow(10.0, unit(random));
            Station at;
            if (i % 4 != 0) at.a.n = size * unit(random) * s.leastN;
            if (i % 4 != 1) at.a.my = size * unit(random) * s.leastMy;
            if (i % 4 != 2) at.a.mz = size * unit(random) * s.leastMz;
            const double ratio = sectionRatio(m, at), most = bound.atMost(at.a.n, at.a.my, at.a.mz);
            INFO("shape " << k << " n " << at.a.n << " my " << at.a.my << " mz " << at.a.mz << " class " << s.worst);
            REQUIRE(ratio <= most * (1 + 1e-9));
            ++judged;
            far += ratio > 1;
            close += ratio > 0.999 * most;
            // The plates that are left out change no class.
            NoTrace none;
            const int all = classify(c, s.plates, at.a, none), some = classOf(c, s, at.a);
            REQUIRE((all <= 2 ? some <= 2 : some == all));
        }
    }
    CHECK(judged > 15000);
    CHECK(far > judged / 3);
    CHECK(close > judged / 5); // and it is worth something
}
