// Strengths must not jump where the standard does not, and never rise with length.
#include "core/standards/aisc360/compression.h"
#include "core/standards/aisc360/flexure.h"
#include "core/standards/aisc360/shear.h"
#include "tests/support.h"

#include <random>

using namespace wr;
using namespace wr::aisc360;
using test::Alone;

namespace {
NoTrace none;

template <class F> void sweep(double from, double to, double jump, F value)
{
    double last = value(from);
    constexpr int n = 4000;
    for (int k = 1; k <= n; ++k) {
        const double x = from + (to - from) * k / n, v = value(x);
        CAPTURE(x, v, last);
        CHECK(v <= last * (1 + 1e-12));
        CHECK(v >= last * (1 - jump));
        last = v;
    }
}
} // namespace

TEST_CASE("continuity: compression and lateral-torsional buckling over length", "[aisc360][continuity]")
{
    for (const char* name : {"W14X90", "W18X35", "W8X10", "HSS8X4X1/4", "HSS6X6X1/2", "HSS6.625X0.280"}) {
        INFO(name);
        const Alone a(name, 50, 65);
        const Context c(a.input, true);
        sweep(0.2, 15, 0.01, [&](double l) { return compression(c, l, l, l, none).available; });
        if (ltbApplies(c)) sweep(0.2, 25, 0.01, [&](double l) { return lateralTorsional(c, l, 1.0, none).available; });
    }
}

TEST_CASE("continuity: flange and web slenderness of I and tubes", "[aisc360][continuity]")
{
    const auto welded = [](double tf) {
        Shape s;
        s.kind = ShapeKind::I;
        s.h = 0.5;
        s.b = 0.4;
        s.tw = 0.012;
        s.tf = tf;
        s.welded = true;
        return s;
    };
    // Strength over the flange's thickness, referred to the plastic moment: continuous through 0.38 and the noncompact limit.
    double last = 0;
    for (double tf = 0.03; tf > 0.009; tf -= 0.00001) {
        const Alone a(welded(tf), 50, 65);
        const double v = flexureMajor(Context(a.input, true), none).available / (0.9 * a.input.steel.fy * a.section.wply);
        if (last > 0) CHECK(std::abs(v - last) < 0.003);
        last = v;
    }
    last = 0;
    for (double t = 0.012; t > 0.0032; t -= 0.000005) {
        Shape s;
        s.kind = ShapeKind::Rhs;
        s.h = 0.2;
        s.b = 0.2;
        s.t = t;
        s.ro = 2 * t;
        s.ri = t;
        const Alone a(s, 50, 62);
        const double v = flexureMajor(Context(a.input, true), none).available / (0.9 * a.input.steel.fy * a.section.wply);
        CAPTURE(t);
        // F7-2 and F7-3 do not meet exactly at λr: the standard itself steps there by a few per cent.
        if (last > 0) CHECK(std::abs(v - last) < 0.06);
        last = v;
    }
}

TEST_CASE("properties of every catalogue section: finite strengths, more steel is never weaker in tension",
          "[aisc360][continuity]")
{
    std::mt19937 random(3);
    std::uniform_real_distribution<double> length(0.5, 15), strength(35, 60);
    for (const CatalogueSection& s : shippedCatalogue().sections()) {
        if (s.shape.kind != ShapeKind::I && s.shape.kind != ShapeKind::Rhs && s.shape.kind != ShapeKind::Chs) continue;
        const double fy = strength(random), l = length(random);
        const Alone a(s.designation, fy, fy + 15, l);
        const Context c(a.input, true);
        INFO(s.designation);
        const Compression p = compression(c, l, l, l, none);
        CHECK(p.available > 0);
        CHECK(p.available <= 0.9 * a.input.steel.fy * a.section.a * (1 + 1e-9));
        const Flexure f = flexureMajor(c, none), g = flexureMinor(c, none);
        for (const Flexure* x : {&f, &g})
            if (x->uncovered.empty()) {
                CHECK(x->available > 0);
                CHECK(x->available <= 0.9 * a.input.steel.fy * std::max(a.section.wply, a.section.wplz) * (1 + 1e-9));
            }
        CHECK(shearMajor(c, {}, none).available > 0);
        CHECK(shearMinor(c, {}, none).available > 0);
    }
}
