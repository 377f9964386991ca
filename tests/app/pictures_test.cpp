// Pictures tested by their meaning, not by pixels.
#include "tests/app/window.h"

#include "render/formula.h"

#include <QImage>
#include <QPainter>
#include <cmath>

using namespace wr;
using test::kHill;
using test::Window;

namespace {
double luminance(const QColor& c)
{
    const auto lin = [](double v) { return v <= 0.04045 ? v / 12.92 : std::pow((v + 0.055) / 1.055, 2.4); };
    return 0.2126 * lin(c.redF()) + 0.7152 * lin(c.greenF()) + 0.0722 * lin(c.blueF());
}
} // namespace

TEST_CASE("colours: the ramp darkens steadily to the limit and changes hue past it, in grey and for colour-blind eyes",
          "[pictures]")
{
    const Theme& t = paperTheme();
    for (double u = 0; u < 0.985; u += 0.01)
        CHECK(luminance(t.utilisation(u)) >= luminance(t.utilisation(u + 0.01)) - 1e-9);
    const QColor under = t.utilisation(1.0), over = t.utilisation(1.001);
    CHECK(std::abs(luminance(under) - luminance(over)) > 0.12); // reads in grey
    // Protanopia and deuteranopia (Viénot 1999 in linear RGB): the step at the limit stays visible.
    const auto blind = [](const QColor& c) {
        const auto lin = [](double v) { return std::pow(v, 2.2); };
        const double r = lin(c.redF()), g = lin(c.greenF()), b = lin(c.blueF());
        return std::array{0.11238 * r + 0.88762 * g, 0.11238 * r + 0.88762 * g, 0.00401 * r - 0.00401 * g + b};
    };
    const auto a = blind(under), b = blind(over);
    CHECK(std::hypot(a[0] - b[0], a[2] - b[2]) > 0.15);
    CHECK(t.utilisation(std::nan("")) == t.unchecked);
    CHECK(slateTheme().utilisation(1.2) != slateTheme().utilisation(0.9));
}

TEST_CASE("formulas: fractions are stacked, roots and powers take room, symbols get subscripts", "[pictures]")
{
    const auto box = [](const char* text) {
        const auto e = parseExpression(text);
        REQUIRE(e.has_value());
        return layoutFormula(*e, 12, Qt::black);
    };
    CHECK(box("a/b").height() > 1.7 * box("a").height());
    CHECK(box("a/b").width < box("a + b").width);
    CHECK(box("x^2").ascent > box("x").ascent);
    CHECK(box("sqrt(x/y)").height() > box("x/y").height());
    CHECK(box("(a/b)^2").width > box("a/b").width);
    CHECK(layoutSymbol("lambda_pf", 12, Qt::black).descent > layoutSymbol("L", 12, Qt::black).descent);
    CHECK(layoutSymbol("lambda", 12, Qt::black).width < layoutText("lambda", 12, Qt::black).width);
    // Every formula of the standard can be drawn without leaving its box.
    QImage image(400, 100, QImage::Format_RGB32);
    image.fill(Qt::white);
    QPainter p(&image);
    const MathBox b = box("1.95*r_ts*E/(0.7*F_y)*sqrt(q + sqrt(q^2 + 6.76*(0.7*F_y/E)^2))");
    drawBox(p, b, 10, 50);
    p.end();
    bool inside = false, outside = false;
    for (int y = 0; y < image.height(); ++y)
        for (int x = 0; x < image.width(); ++x) {
            if (qGray(image.pixel(x, y)) > 200) continue;
            const bool in = x >= 8 && x <= 12 + b.width && y >= 48 - b.ascent && y <= 52 + b.descent;
            (in ? inside : outside) = true;
        }
    CHECK(inside);
    CHECK_FALSE(outside);
}

TEST_CASE("frame view: members over the limit are seen in the over colour, faded when others are picked", "[pictures]")
{
    Window w(kHill);
    const auto count = [&](const std::function<bool(const QColor&)>& like) {
        const QImage image = w.view().grabFramebuffer();
        int n = 0;
        for (int y = 0; y < image.height(); y += 2)
            for (int x = 0; x < image.width(); x += 2)
                n += like(image.pixelColor(x, y));
        return n;
    };
    const auto orange = [](const QColor& c) {
        return c.hue() >= 8 && c.hue() <= 24 && c.saturation() > 190 && c.value() > 170;
    };
    const int all = count(orange);
    CHECK(all > 60);
    w.doc().setPick({w.index("LEG-NE1")});
    w.paint();
    CHECK(count(orange) < all / 4);
    w.doc().setPick({});
    w.view().setSolid(true);
    w.paint();
    CHECK(count(orange) > 20);
    w.window.ride(Stop::Frame);
    w.view().setSolid(false);
    w.paint();
    CHECK(count(orange) < all / 10); // at Frame the stop is not about utilisation
}

TEST_CASE("frame view: hovering tells member, section, group, utilisation, mode and combination", "[pictures]")
{
    Window w(kHill);
    const size_t m = w.index("LEG-SE2");
    const auto at = w.view().middleOf(m);
    QTest::mouseMove(&w.view(), QPoint(5, 5));
    QTest::mouseMove(&w.view(), at->toPoint());
    w.paint();
    const auto there = w.view().memberAt(*at);
    REQUIRE(there.has_value());
    const QString line = w.view().hoverLine();
    CHECK(line.startsWith(QString::fromStdString(w.doc().model().members()[*there].id) + " · "));
    CHECK(line.count(" · ") == 5);
}

TEST_CASE("histogram: counts and brush coordinates", "[pictures]")
{
    QImage image(300, 100, QImage::Format_RGB32);
    QPainter p(&image);
    const HistogramPicture h =
        drawHistogram(p, QRectF(0, 0, 300, 100), {0.05, 0.1, 0.15, 0.95, 1.0, 1.01, 5.0}, 0, 0, paperTheme());
    CHECK(h.counts[0] == 2); // 0.10 belongs to the bar up to 0.1
    CHECK(h.counts[1] == 1);
    CHECK(h.counts[9] == 2); // 1.00 is within the limit
    CHECK(h.counts[10] == 1);
    CHECK(h.counts[19] == 1);
    CHECK(h.utilisationAt(h.xOf(0.73)) == Approx(0.73));
}
