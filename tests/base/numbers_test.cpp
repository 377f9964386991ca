#include "core/base/numbers.h"
#include "core/base/table_text.h"

#include <catch2/catch.hpp>
#include <cmath>

using namespace wr;

TEST_CASE("numbers: digits are read to the last bit, and what a double cannot hold is zero or infinite", "[numbers]")
{
    CHECK(numberFrom("0.1") == 0.1);
    CHECK(numberFrom("-2.5e-3") == -0.0025);
    CHECK(numberFrom("7.") == 7);
    CHECK(numberFrom("1e-400") == 0);
    CHECK(numberFrom("4.9e-324") == 4.9e-324); // the smallest there is
    CHECK(numberFrom("1e400") == HUGE_VAL);
    CHECK(numberFrom("-1e400") == -HUGE_VAL);
    CHECK(numberFrom("-1e-400") == 0);
    CHECK(numberFrom("0." + std::string(400, '0') + "1") == 0);
    CHECK(numberFrom(std::string(400, '9')) == HUGE_VAL);
    CHECK(numberFrom("1e999999999999999999999") == HUGE_VAL);
    CHECK(numberFrom("1e-999999999999999999999") == 0);
    CHECK(std::isnan(numberFrom("")));
    CHECK(std::isnan(numberFrom("1,5")));
    CHECK(std::isnan(numberFrom("12 m")));
}

TEST_CASE("numbers: rounding to digits, also of what is hardly there", "[numbers]")
{
    CHECK(rounded(1.0 / 3, 3) == 0.333);
    CHECK(rounded(-123456.7, 4) == -123500);
    CHECK(rounded(0, 12) == 0);
    CHECK(rounded(3e-310, 12) == 3e-310);
    CHECK(rounded(HUGE_VAL, 12) == HUGE_VAL);
    CHECK(std::isnan(rounded(std::nan(""), 12)));
    CHECK(rounded(1.7976931348623157e308, 2) == HUGE_VAL); // 1.8e308
}

TEST_CASE("tables: lines keep their number, cells their text", "[numbers]")
{
    const auto lines = tableLines("a,b\r\n\n,2,\n");
    REQUIRE(lines.size() == 2);
    CHECK(lines[0].text == "a,b");
    CHECK(lines[1].number == 3);
    CHECK(split(lines[1].text, ',') == std::vector<std::string_view>{"", "2", ""});
    CHECK(cellNumber("2.50") == 2.5);
    CHECK_FALSE(cellNumber("2.5 "));
    CHECK_FALSE(cellNumber(""));
    CHECK_FALSE(cellNumber("1e999"));
}
