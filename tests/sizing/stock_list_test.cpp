// Stock lists as people keep them, and what is wrong with them in words.
#include "core/sizing/stock.h"
#include "core/sizing/stock_list.h"
#include "tests/support.h"

#include <random>

using namespace wr;

namespace {

std::expected<StockList, std::string> readStock(const std::string& text)
{
    static const Frame f = test::frameOf(test::demo("tern-street"));
    SilentProgress p;
    return readStockList(text, "stock.csv", f, shippedCatalogue(), p);
}

std::string fault(const std::string& text)
{
    const auto r = readStock(text);
    return r ? "none" : r.error();
}

} // namespace

TEST_CASE("stock list: sections, prices and what is there", "[sizing][stock]")
{
    const auto list = readStock(
        "Section,Price per kg,Price per m,Available\nIPE 300,1.10,,yes\nHEA*,1.25,,12\nIPE 330,,60,no\nOddity 5,2,,\n");
    if (!list) FAIL(list.error());
    REQUIRE(list->rows.size() == 4);
    CHECK(list->rows[0] == StockRow{"IPE 300", 1.10, {}, true});
    CHECK(list->rows[1] == StockRow{"HEA*", 1.25, {}, true});
    CHECK(list->rows[2] == StockRow{"IPE 330", {}, 60.0, false});
    CHECK(list->away == 1);
    CHECK(list->unknown == std::vector<std::string>{"Oddity 5"});
    Design d;
    d.stock = list->rows;
    CHECK(pricePerMetre(stockOf(d, "IPE300"), 42.2).value() == Approx(1.10 * 42.2));
    CHECK(pricePerMetre(stockOf(d, "IPE330"), 49.1).value() == Approx(60));
}

TEST_CASE("stock list: units in headings, commas as decimals, a title above", "[sizing][stock]")
{
    const auto euro = readStock("Stock of May;;\nProfile;EUR/t;in stock\nIPE 300;1100,50;3\nIPE 330;1200;0\n");
    if (!euro) FAIL(euro.error());
    REQUIRE(euro->rows.size() == 2);
    CHECK(euro->rows[0].perKg.value() == Approx(1.1005));
    CHECK_FALSE(euro->rows[1].available);
    const auto feet = readStock("designation\tcost per ft\tcost per lb\nIPE 300\t30\t0.5\n");
    if (!feet) FAIL(feet.error());
    CHECK(feet->rows[0].perM.value() == Approx(30 / 0.3048));
    CHECK(feet->rows[0].perKg.value() == Approx(0.5 / 0.45359237));
}

TEST_CASE("stock list: a ton is what the frame's units make of it", "[sizing][stock]")
{
    const auto metric = readStock("section,price per ton\nIPE 300,1000\n");
    REQUIRE(metric.has_value());
    CHECK(metric->rows[0].perKg.value() == Approx(1.0));
    const Frame f = test::frameOf(test::demo("marrow-hill"));
    SilentProgress p;
    const auto pounds = readStockList("section,price per ton\nW12X65,907.18474\n", "stock.csv", f, shippedCatalogue(), p);
    REQUIRE(pounds.has_value());
    CHECK(pounds->rows[0].perKg.value() == Approx(1.0));
    CHECK(pounds->unknown.empty());
}

TEST_CASE("stock list: what is wrong is said with its row", "[sizing][stock]")
{
    CHECK(fault("a,b\n1,2\n").find("has no column of sections") != std::string::npos);
    CHECK(fault("Section,Price per kg\nIPE 300,cheap\n") == "stock.csv, row 2: \"cheap\" is no price");
    CHECK(fault("Section,Price per kg\nIPE 300,-1\n") == "stock.csv, row 2: \"-1\" is no price");
    CHECK(fault("Section,Price per kg\nIPE 300,1\nipe300,2\n") == "stock.csv, row 3: ipe300 stands twice");
    CHECK(fault("Section,Available\nIPE 300,perhaps\n").find("row 2: \"perhaps\" is neither yes nor no") != std::string::npos);
    CHECK(fault("Section,Price per kg\n").find("lists no section") != std::string::npos);
    CHECK_FALSE(fault("").empty());
}

// Whatever stands in the file: a list or a sentence, and of a list every row is one the frame can keep.
TEST_CASE("stock list: damaged files end in a list or a sentence", "[sizing][stock]")
{
    const std::string good =
        "Section,Price per kg,Price per m,Available\nIPE 300,1.10,,yes\nHEA*,1.25,\"60\",12\nIPE 330,,60,no\n";
    std::mt19937 random(20);
    size_t lists = 0;
    for (int k = 0; k < 4000; ++k) {
        std::string text = good;
        for (int n = 1 + static_cast<int>(random() % 6); n > 0; --n) {
            const size_t at = random() % (text.size() + 1);
            switch (random() % 4) {
            case 0: text.insert(at, 1, static_cast<char>(random() % 256)); break;
            case 1: text.erase(std::min(at, text.size() - 1), 1 + random() % 5); break;
            case 2: text.insert(at, std::string(random() % 2 ? "\"" : ",;\n")); break;
            default:
                if (at < text.size()) text[at] = static_cast<char>(random() % 256);
            }
            if (text.empty()) text = "x";
        }
        CAPTURE(text);
        const auto list = readStock(text);
        if (!list) {
            CHECK_FALSE(list.error().empty());
            continue;
        }
        ++lists;
        for (const StockRow& r : list->rows) {
            CHECK_FALSE(r.id.empty());
            for (const auto& v : {r.perKg, r.perM})
                if (v) CHECK((std::isfinite(*v) && *v >= 0));
        }
    }
    CHECK(lists > 500);
}
