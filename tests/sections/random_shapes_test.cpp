// Laws that hold for every section that can exist, tried on random ones of every kind.
#include "core/sections/listing.h"
#include "core/sections/names.h"
#include "tests/support.h"

#include <cmath>
#include <random>

using namespace wr;
using Catch::Matchers::WithinAbs;
using Catch::Matchers::WithinRel;

namespace {

class Shapes
{
public:
    // A possible shape of the kind, rolled or welded, sloped or not, 20 mm to 1.5 m.
    Shape next(ShapeKind k)
    {
        for (;;) {
            Shape s;
            s.kind = k;
            const double size = std::exp(between(std::log(0.02), std::log(1.5)));
            s.h = size;
            s.b = size * between(0.2, 1.2);
            s.d = size;
            s.tw = size * between(0.01, 0.08);
            s.tf = size * between(0.01, 0.12);
            s.t = size * between(0.01, 0.15);
            s.b2 = size * between(0.2, 1.2);
            s.tf2 = size * between(0.01, 0.12);
            s.gap = between(0, 1) < 0.5 ? 0 : size * 0.1;
            s.longBack = between(0, 1) < 0.5;
            const bool rolled = between(0, 1) < 0.7;
            if (rolled) {
                s.r = size * between(0.0, 0.06);
                s.r2 = s.r * between(0, 0.6);
            }
            if (rolled && between(0, 1) < 0.5) s.slope = between(0.01, 0.17);
            if (k == ShapeKind::Rhs) {
                s.ro = s.t * between(0, 3);
                s.ri = std::max(0.0, s.ro - s.t);
            }
            // What the kind does not have is nothing.
            Shape own;
            own.kind = k;
            own.longBack = s.longBack;
            for (const auto& [key, must] : dimensionKeys(k))
                if (key != "a") *dimension(own, key) = *dimension(s, key);
            own.welded = own.r == 0 && (k == ShapeKind::I || k == ShapeKind::IUnequal);
            if (shapeFaults(own).empty()) return own;
        }
    }
    double between(double a, double b) { return std::uniform_real_distribution<>(a, b)(random_); }

private:
    std::mt19937 random_{20261};
};

constexpr ShapeKind kKinds[] = {ShapeKind::I,       ShapeKind::IUnequal,    ShapeKind::Channel,  ShapeKind::Tee,
                                ShapeKind::Angle,   ShapeKind::DoubleAngle, ShapeKind::Rhs,      ShapeKind::Chs,
                                ShapeKind::BarFlat, ShapeKind::BarRound,    ShapeKind::Cruciform};

} // namespace

TEST_CASE("random shapes: inequalities that no section escapes", "[sections]")
{
    Shapes shapes;
    for (const ShapeKind k : kKinds)
        for (int n = 0; n < 60; ++n) {
            const Shape s = shapes.next(k);
            const SectionProperties p = computeProperties(s);
            INFO(shapeName(k) << " h " << s.h << " b " << s.b << " tw " << s.tw << " tf " << s.tf << " t " << s.t << " r "
                              << s.r << " slope " << s.slope);
            for (const ListedValue& v : listedValues()) {
                CatalogueSection c;
                c.shape = s;
                CHECK(std::isfinite(v.value(c)));
            }
            CHECK(p.a > 0);
            CHECK(p.a < s.depth() * s.width() * (1 + 1e-9));
            CHECK(p.wply >= p.wely * (1 - 1e-9)); // plastic at least elastic
            CHECK(p.wplz >= p.welz * (1 - 1e-9));
            CHECK(p.wely <= std::min(p.welyTop, p.welyBottom) * (1 + 1e-12));
            CHECK(p.it > 0);
            CHECK(p.it <= (p.iy + p.iz) * 1.005); // never above the polar moment; equal for a circle
            CHECK(p.iw >= 0);
            CHECK(p.ro * p.ro >= (p.iy + p.iz) / p.a * (1 - 1e-9));
            CHECK(p.flexural > 0);
            CHECK(p.flexural <= 1 + 1e-12);
            if (k == ShapeKind::Angle) {
                CHECK(p.iy >= p.iz * (1 - 1e-12)); // principal
                CHECK_THAT(p.iy + p.iz, WithinRel(p.igy + p.igz, 1e-9));
                CHECK_THAT(p.iy * p.iz, WithinRel(p.igy * p.igz - p.igyz * p.igyz, 1e-6));
            }
            CHECK(p.perimeter > 0);
        }
}

TEST_CASE("random shapes: properties scale with the size, stated ones stay", "[sections]")
{
    Shapes shapes;
    for (const ShapeKind k : kKinds)
        for (int n = 0; n < 20; ++n) {
            const Shape s = shapes.next(k);
            const double f = shapes.between(0.3, 4);
            Shape t = s;
            for (const auto& [key, must] : dimensionKeys(k))
                if (key != "slope") *dimension(t, key) *= f;
            CatalogueSection a, b;
            a.shape = s;
            b.shape = t;
            INFO(shapeName(k) << " h " << s.h << " times " << f);
            for (const ListedValue& v : listedValues()) {
                const double x = v.value(a) * std::pow(f, v.power), y = v.value(b);
                INFO(v.key);
                const double size = std::pow(t.depth() + t.width(), v.power);
                CHECK_THAT(y, WithinAbs(x, 1e-6 * std::abs(x) + 1e-7 * size * (v.power == 0 ? 10 : 1)));
            }
            StatedProperties stated;
            stated.wply = 1e-3;
            stated.it = 2e-6;
            const SectionProperties p = computeProperties(s, stated);
            CHECK(p.wply == 1e-3);
            CHECK(p.it == 2e-6);
            CHECK(p.iy == computeProperties(s).iy);
        }
}

TEST_CASE("random shapes: plates add up, slopes fade, pairs are two", "[sections]")
{
    Shapes shapes;
    for (int n = 0; n < 60; ++n) {
        // An unequal I of plates, summed by hand.
        Shape u = shapes.next(ShapeKind::IUnequal);
        u.r = 0;
        const double web = u.h - u.tf - u.tf2;
        const double a = u.b * u.tf + u.b2 * u.tf2 + web * u.tw;
        const double first = u.b * u.tf * (u.h - u.tf / 2) + u.b2 * u.tf2 * u.tf2 / 2 + web * u.tw * (u.tf2 + web / 2);
        const double c = first / a;
        const auto part = [&](double b, double t, double z) { return b * t * t * t / 12 + b * t * (z - c) * (z - c); };
        const double iy = part(u.b, u.tf, u.h - u.tf / 2) + part(u.b2, u.tf2, u.tf2 / 2) + part(u.tw, web, u.tf2 + web / 2);
        const SectionProperties p = computeProperties(u);
        CHECK_THAT(p.a, WithinRel(a, 1e-9));
        CHECK_THAT(p.iy, WithinRel(iy, 1e-9));
        CHECK_THAT(p.iz, WithinRel((u.tf * std::pow(u.b, 3) + u.tf2 * std::pow(u.b2, 3) + web * std::pow(u.tw, 3)) / 12, 1e-9));
        // Turned over, the shear centre and the moduli change sides.
        Shape over = u;
        std::swap(over.b, over.b2), std::swap(over.tf, over.tf2);
        const SectionProperties q = computeProperties(over);
        CHECK_THAT(q.zs, WithinAbs(-p.zs, 1e-9));
        CHECK_THAT(q.welyTop, WithinRel(p.welyBottom, 1e-9));
        CHECK_THAT(q.betay, WithinAbs(-p.betay, 1e-6 * u.h));
        // A vanishing slope is a parallel flange.
        Shape i = shapes.next(ShapeKind::I);
        i.slope = 0;
        i.r2 = 0;
        Shape nearly = i;
        nearly.slope = 1e-9;
        CHECK_THAT(computeProperties(nearly).iy, WithinRel(computeProperties(i).iy, 1e-6));
        if (i.r > 0) CHECK_THAT(computeProperties(nearly).it, WithinRel(computeProperties(i).it, 1e-5));
        // A pair of angles: twice the area, the gap moves them apart.
        Shape pair = shapes.next(ShapeKind::DoubleAngle);
        Shape one = pair;
        one.kind = ShapeKind::Angle;
        one.gap = 0;
        CHECK_THAT(computeProperties(pair).a, WithinRel(2 * computeProperties(one).a, 1e-9));
        Shape wider = pair;
        wider.gap += 0.01;
        CHECK(computeProperties(wider).iz > computeProperties(pair).iz);
        CHECK_THAT(computeProperties(wider).iy, WithinRel(computeProperties(pair).iy, 1e-9));
    }
}

TEST_CASE("random names: any text has a key, finding never fails, keys are stable", "[sections]")
{
    std::mt19937 random(7);
    const std::string letters = "WHIPESCLX0123456789/.- ×*,_abcxyz\"'(){}\\\x80\xff";
    for (int n = 0; n < 20000; ++n) {
        std::string text;
        const size_t length = random() % 24;
        while (text.size() < length)
            text += letters[random() % letters.size()];
        const std::string key = nameKey(text);
        CHECK(nameKey(key).size() <= key.size() + 8);
        if (const CatalogueSection* s = shippedCatalogue().find(text)) CHECK_FALSE(s->designation.empty());
    }
    // Mutilated designations: found again or answered with a suggestion of the same family for one wrong digit.
    const auto& all = shippedCatalogue().sections();
    int told = 0, tried = 0;
    for (int n = 0; n < 300; ++n) {
        std::string name = all[random() % all.size()].designation;
        const size_t at = name.find_last_of("0123456789");
        if (at == std::string::npos) continue;
        name[at] = static_cast<char>('0' + (name[at] - '0' + 1) % 10);
        if (shippedCatalogue().find(name)) continue;
        ++tried;
        INFO(name);
        const bool some = !shippedCatalogue().suggestions(name).empty();
        CHECK(some);
        told += some;
    }
    CHECK(tried > 50);
    CHECK(told == tried);
}
