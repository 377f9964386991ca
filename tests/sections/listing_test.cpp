#include "core/sections/listing.h"
#include "tests/support.h"

#include <cmath>
#include <set>

using namespace wr;
using Catch::Matchers::WithinRel;

namespace {

std::set<std::string> keysOf(const char* name)
{
    std::set<std::string> out;
    for (const ListedValue* v : listedValuesOf(test::Alone::find(name)))
        out.insert(std::string(v->key));
    return out;
}

double value(const char* section, std::string_view key)
{
    for (const ListedValue& v : listedValues())
        if (v.key == key) return v.value(test::Alone::find(section));
    FAIL("no value " << key);
    return 0;
}

} // namespace

TEST_CASE("listing: every column is documented, none twice", "[sections]")
{
    const std::string doc = test::slurp(std::string(WREN_SOURCE) + "/docs/sections.md");
    std::set<std::string> keys;
    for (const ListedValue& v : listedValues()) {
        INFO(v.key);
        CHECK(keys.insert(std::string(v.key)).second);
        // Named in the first table: alone or in a list of its row.
        bool named = false;
        for (size_t at = doc.find(v.key); at != std::string::npos && at < doc.find("## Families");
             at = doc.find(v.key, at + 1)) {
            const char before = at > 0 ? doc[at - 1] : ' ', after = doc[at + v.key.size()];
            named = named || ((before == ' ' || before == '|') && (after == ',' || after == ' ' || after == '|'));
        }
        CHECK(named);
        CHECK_FALSE(v.meaning.empty());
    }
}

TEST_CASE("listing: what is shown of a section is what its kind has", "[sections]")
{
    const auto w = keysOf("W12X65"), l = keysOf("L6X4X1/2"), c = keysOf("C15X50"), tube = keysOf("HSS6X6X3/8"),
               pipe = keysOf("CHS 168.3X8");
    for (const char* k : {"a", "iy", "iw", "rts", "ho", "tf", "tw", "r"}) {
        INFO(k);
        CHECK(w.contains(k));
    }
    for (const char* k : {"igy", "ys", "beta_y", "slope", "t_nominal", "gap", "corner_out"}) {
        INFO(k);
        CHECK_FALSE(w.contains(k));
    }
    for (const char* k : {"igy", "igz", "igyz", "alpha_deg", "beta_y", "ys", "zs", "cy", "cz", "flexural"}) {
        INFO(k);
        CHECK(l.contains(k));
    }
    CHECK(c.contains("slope"));
    CHECK(c.contains("tf_root"));
    CHECK(c.contains("ys"));
    CHECK_FALSE(c.contains("zs"));
    CHECK(tube.contains("t_nominal"));
    CHECK(tube.contains("corner_out"));
    CHECK_FALSE(pipe.contains("iw"));
    CHECK_FALSE(pipe.contains("t_nominal")); // hot finished: the wall as named is the wall
}

TEST_CASE("listing: both notations, principal axes of angles by their own letters", "[sections]")
{
    const auto find = [](std::string_view key) -> const ListedValue& {
        for (const ListedValue& v : listedValues())
            if (v.key == key) return v;
        FAIL("no value " << key);
        return listedValues().front();
    };
    const CatalogueSection &w = test::Alone::find("W12X65"), &l = test::Alone::find("L6X4X1/2");
    CHECK(notation(find("iy"), w, Notation::European) == "I_y");
    CHECK(notation(find("iy"), w, Notation::American) == "I_x");
    CHECK(notation(find("wplz"), w, Notation::American) == "Z_y");
    CHECK(notation(find("iy"), l, Notation::European) == "I_u");
    CHECK(notation(find("iz"), l, Notation::American) == "I_z"); // the least one
    CHECK(notation(find("igy"), l, Notation::American) == "I_x");
    // No two rows of one section share a symbol in either notation.
    for (const char* name : {"W12X65", "L6X4X1/2", "C15X50", "WT6X32.5", "2L4X3X3/8LLBB", "UPN200", "IPE300"})
        for (const Notation n : {Notation::European, Notation::American}) {
            std::set<std::string_view> seen;
            for (const ListedValue* v : listedValuesOf(test::Alone::find(name))) {
                const std::string_view s = notation(*v, test::Alone::find(name), n);
                INFO(name << " " << v->key << " " << s);
                if (!s.empty()) CHECK(seen.insert(s).second);
            }
        }
}

TEST_CASE("listing: units follow the power, moduli of legs reach the toes", "[sections]")
{
    CHECK(quantityOfPower(1) == Quantity::SectionLength);
    CHECK(quantityOfPower(2) == Quantity::Area);
    CHECK(quantityOfPower(3) == Quantity::SectionModulus);
    CHECK(quantityOfPower(4) == Quantity::Inertia);
    CHECK(quantityOfPower(6) == Quantity::Warping);
    // AISC Table 1-7, L6X4X1/2: Sx 4.31, Sy 2.06, x 0.981 (in). Plastic moduli by hand from two sharp plates, fillet and toes
    // left out.
    const double in3 = std::pow(kInch, 3);
    CHECK_THAT(value("L6X4X1/2", "wgely") / in3, WithinRel(4.31, 0.01));
    CHECK_THAT(value("L6X4X1/2", "wgelz") / in3, WithinRel(2.06, 0.01));
    const double x = 2.375 / 6; // the cut parallel to the long leg lies inside it
    const double zy = 6 * x * x / 2 + 6 * (0.5 - x) * (0.5 - x) / 2 + 3.5 * 0.5 * (2.25 - x);
    CHECK_THAT(value("L6X4X1/2", "wgplz") / in3, WithinRel(zy, 0.01));
    const double y = 6 - 2.375 / 0.5; // the cut parallel to the short leg, 1.25 in from the heel, through the upright leg
    const double zx = 0.5 * (6 - y) * (6 - y) / 2 + 0.5 * (y - 0.5) * (y - 0.5) / 2 + 4 * 0.5 * (y - 0.25);
    CHECK_THAT(value("L6X4X1/2", "wgply") / in3, WithinRel(zx, 0.01));
    CHECK_THAT(value("L6X4X1/2", "cy") / kInch, WithinRel(0.981, 0.01));
    CHECK_THAT(value("HSS6X6X3/8", "t") / value("HSS6X6X3/8", "t_nominal"), WithinRel(0.93, 1e-9));
}
