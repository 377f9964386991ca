// Ladders as they are typed: dimensions there and back, and what is wrong with them in words.
#include "core/sizing/ladder.h"
#include "core/sizing/ladder_text.h"
#include "tests/support.h"

using namespace wr;

namespace {

UnitSystem metric()
{
    return test::frameOf(test::demo("tern-street")).units;
}

std::string fault(ShapeKind k, const char* text)
{
    const auto r = readMade(k, text, metric());
    return r ? "none" : r.error();
}

} // namespace

TEST_CASE("ladder text: dimensions are read, and written as they are read", "[sizing][ladder]")
{
    const UnitSystem u = metric();
    const char* text = "h 400 to 600 by 50, b 200, tw plates 6 to 12, tf plates";
    const auto made = readMade(ShapeKind::I, text, u);
    REQUIRE(made.has_value());
    REQUIRE(made->size() == 4);
    CHECK((*made)[0].from == Approx(0.4));
    CHECK((*made)[0].to == Approx(0.6));
    CHECK((*made)[0].step == Approx(0.05));
    CHECK((*made)[1] == MadeDimension{"b", 0.2, 0, 0, false});
    CHECK((*made)[2].plates);
    CHECK((*made)[2].from == Approx(0.006));
    CHECK((*made)[3] == MadeDimension{"tf", 0, 0, 0, true});
    CHECK(madeText({ShapeKind::I, *made}, u) == text);
    CHECK(madeCount({ShapeKind::I, *made}, {0.005, 0.006, 0.008, 0.012, 0.02}) == 5 * 1 * 3 * 5);
    // Units of its own, equals signs, any order.
    const auto inches = readMade(ShapeKind::Rhs, "t=0.5 in; b 8 in; h 10 in to 14 in by 2 in", u);
    REQUIRE(inches.has_value());
    CHECK((*inches)[0].from == Approx(0.0127));
    CHECK((*inches)[2].to == Approx(14 * 0.0254));
}

TEST_CASE("ladder text: what is wrong is said with its part", "[sizing][ladder]")
{
    CHECK(fault(ShapeKind::I, "h 400, b 200, tw 8").starts_with("tf is missing"));
    CHECK(fault(ShapeKind::I, "h 400 to 600, b 200, tw 8, tf 10").find("needs a step, as in h 400 to 600 by 50") !=
          std::string::npos);
    CHECK(fault(ShapeKind::I, "h 600 to 400 by 50, b 200, tw 8, tf 10").find("runs backwards") != std::string::npos);
    CHECK(fault(ShapeKind::I, "h 400, b 200, tw 8, tf ten").starts_with("tf: "));
    CHECK(fault(ShapeKind::I, "h 400, b 200, tw 8, tf -10").find("greater than zero") != std::string::npos);
    CHECK(fault(ShapeKind::I, "h 400, h 500, b 200, tw 8, tf 10") == "h stands twice");
    CHECK(fault(ShapeKind::I, "depth 400").find("\"depth\" is no dimension of this shape; it has h, b, tw, tf") == 0);
    CHECK(fault(ShapeKind::Chs, "d").find("a number was expected") != std::string::npos);
    CHECK(fault(ShapeKind::I, "h 400 by 50, b 200, tw 8, tf 10") == "h: a step needs from and to");
}

TEST_CASE("ladder text: a ladder in a line", "[sizing][ladder]")
{
    const UnitSystem u = metric();
    Ladder l;
    l.family = "IPE", l.families = {"HEA"};
    l.minDepth = 0.24, l.maxDepth = 0.4;
    l.overCarried = true;
    l.wideAs = "Columns";
    CHECK(ladderText(l, u) == "IPE, HEA · 240 to 400 mm deep · as wide as Columns · not shallower than what it carries");
    Ladder named;
    named.sections = {"A", "B", "C", "D"};
    named.maxMass = 80;
    named.stock = true;
    CHECK(ladderText(named, u).starts_with("4 sections · up to 80"));
    CHECK(ladderText(named, u).ends_with("from stock"));
}
