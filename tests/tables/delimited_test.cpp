#include "core/tables/cell_number.h"
#include "core/tables/delimited.h"
#include "core/tables/text_encoding.h"
#include "tests/support.h"

#include <random>

using namespace wr;

namespace {

Book readText(const std::string& bytes, const DelimitedForm& form = {})
{
    SilentProgress p;
    auto b = readDelimited(bytes, "table.csv", form, {}, p);
    if (!b) FAIL(b.error());
    return *std::move(b);
}

std::string cell(const Book& b, size_t row, size_t column)
{
    return b.sheets.front().shown(row, column);
}

std::string utf16(const std::string& ascii, bool little, bool marked)
{
    std::string out = marked ? (little ? "\xFF\xFE" : "\xFE\xFF") : "";
    for (const char c : ascii) {
        if (!little) out += '\0';
        out += c;
        if (little) out += '\0';
    }
    return out;
}

} // namespace

TEST_CASE("numbers in cells: every way they are written, and what is none", "[tables]")
{
    struct Row
    {
        const char* text;
        char mark;
        double value; // NaN: no number
    };
    const double none = std::nan("");
    const auto r = GENERATE_COPY(values<Row>({
        {"12", '.', 12},
        {"-12.5", '.', -12.5},
        {"+3", '.', 3},
        {"1,234.5", '.', 1234.5},
        {"1.234,5", ',', 1234.5},
        {"1 234,5", ',', 1234.5},
        {"1'234.5", '.', 1234.5},
        {"1\u00a0234,5", ',', 1234.5},
        {"1\u202f234.5", '.', 1234.5},
        {"\u221212.5", '.', -12.5},
        {"1.2E-3", '.', 1.2e-3},
        {"1,2e+5", ',', 1.2e5},
        {"1.5D+02", '.', 150},
        {" 7 ", '.', 7},
        {".5", '.', 0.5},
        {"5.", '.', 5},
        {"1,234,567", '.', 1234567},
        {"1,234", ',', 1.234},
        {"1.234", ',', 1234},
        {"1,5", '.', none},
        {"1,23", '.', none},
        {"12,34.5", '.', none},
        {"1,234 567", '.', none},
        {"1.2.3", '.', none},
        {"", '.', none},
        {"-", '.', none},
        {"abc", '.', none},
        {"12 kN", '.', none},
        {"1e", '.', none},
        {"0x10", '.', none},
        {"1e400", '.', none},
        {"nan", '.', none},
        {"inf", '.', none},
        {"--3", '.', none},
        {"12 %", '.', none},
        {"1234,567.0", '.', none},
    }));
    CAPTURE(r.text, r.mark);
    const auto v = cellNumber(r.text, r.mark);
    REQUIRE(v.has_value() == !std::isnan(r.value));
    if (v) CHECK(*v == r.value);
}

TEST_CASE("text tables: delimiter, decimal mark and encoding are found", "[tables]")
{
    struct Row
    {
        const char* name;
        std::string bytes;
        char mark;
    };
    const std::string semicolons = "node;x;y;z\n1;0,5;0;1,25\n2;6,0;0;1,25\n";
    const std::string commas = "node,x,y,z\n1,0.5,0,1.25\n2,6.0,0,1.25\n";
    const auto r = GENERATE_COPY(values<Row>({
        {"semicolons", semicolons, ','},
        {"commas", commas, '.'},
        {"tabs", "node\tx\ty\tz\n1\t0.5\t0\t1.25\n", '.'},
        {"tabs with decimal commas", "node\tx\ty\tz\n1\t0,5\t0\t1,25\n2\t6,0\t0\t1,25\n", ','},
        {"bars", "node|x|y|z\n1|0.5|0|1.25\n", '.'},
        {"blanks", "node     x    y    z\n1      0.5    0   1.25\n2      6.0    0   1.25\n", '.'},
        {"carriage returns", "node,x,y,z\r\n1,0.5,0,1.25\r\n", '.'},
        {"carriage returns alone", "node,x,y,z\r1,0.5,0,1.25\r", '.'},
        {"told by its first line", "sep=;\n" + semicolons, ','},
        {"a mark at the beginning", "\xEF\xBB\xBF" + commas, '.'},
        {"UTF-16 little, marked", utf16(commas, true, true), '.'},
        {"UTF-16 big, marked", utf16(commas, false, true), '.'},
        {"UTF-16 little", utf16(commas, true, false), '.'},
        {"UTF-16 big", utf16(commas, false, false), '.'},
    }));
    CAPTURE(r.name);
    const Book b = readText(r.bytes);
    CHECK(b.decimalMark == r.mark);
    const size_t first = b.sheets.front().shown(0, 0) == "node" ? 0 : 1;
    CHECK(cell(b, first, 0) == "node");
    CHECK(cell(b, first, 3) == "z");
    CHECK(cell(b, first + 1, 0) == "1");
    CHECK(cellNumber(cell(b, first + 1, 1), b.decimalMark) == 0.5);
    CHECK(cellNumber(cell(b, first + 1, 3), b.decimalMark) == 1.25);
}

TEST_CASE("text tables: quotes, blank lines and letters of other code pages keep their place", "[tables]")
{
    const Book b = readText("name,remark\n\"a,b\",\"two\nlines \"\"quoted\"\"\"\n\nTr\xE4ger,1.10\n");
    CHECK(b.about.find("Windows-1252") != std::string::npos);
    CHECK(cell(b, 1, 0) == "a,b");
    CHECK(cell(b, 1, 1) == "two\nlines \"quoted\"");
    CHECK(cell(b, 2, 0).empty());
    CHECK(cell(b, 3, 0) == "Tr\u00e4ger");
    CHECK(cell(b, 3, 1) == "1.10"); // a name stays as it is written
}

TEST_CASE("text tables: what cannot be read is refused with a sentence", "[tables]")
{
    SilentProgress p;
    const auto zeros = readDelimited(std::string("a,b\n1,\0\n", 8), "t.csv", {}, {}, p);
    REQUIRE_FALSE(zeros.has_value());
    CHECK(zeros.error().find("no text") != std::string::npos);
    const auto many = readDelimited("a,b\n1,2\n3,4\n", "t.csv", {}, {.cells = 3}, p);
    REQUIRE_FALSE(many.has_value());
    CHECK(many.error().find("more than") != std::string::npos);
    const auto large = readDelimited("a,b\n1,2\n", "t.csv", {}, {.bytes = 4}, p);
    REQUIRE_FALSE(large.has_value());
    p.cancel();
    CHECK(readDelimited("a,b\n1,2\n", "t.csv", {}, {}, p).error() == "cancelled");
}

TEST_CASE("UTF-8: what is none is told apart", "[tables]")
{
    CHECK(isUtf8("plain"));
    CHECK(isUtf8("\u00e4\u20ac"));
    CHECK_FALSE(isUtf8("\xC0\x80"));                                              // over-long
    CHECK_FALSE(isUtf8("\xED\xA0\x80"));                                          // half a surrogate
    CHECK_FALSE(isUtf8("\xF4\x90\x80\x80"));                                      // beyond Unicode
    CHECK_FALSE(isUtf8("\xE2\x82"));                                              // cut off
    const DecodedText t = decodeText(std::string("\xFF\xFE\x00\xD8\x41\x00", 6)); // a lone surrogate
    CHECK(t.replaced > 0);
    // Beyond Unicode, which a converter may let through.
    const DecodedText beyond = decodeText("\xEF\xBB\xBF"
                                          "a\xF4\x90\x80\x80"
                                          "b\xED\xA0\x80");
    CHECK(isUtf8(beyond.text));
    CHECK(beyond.replaced == 7);
    CHECK(beyond.text.starts_with("a\xEF\xBF\xBD"));
}

TEST_CASE("columns by their letters, there and back", "[tables]")
{
    for (const size_t k : {0u, 25u, 26u, 701u, 702u, 16383u})
        CHECK(columnOf(columnLetters(k)) == k);
    CHECK(columnLetters(27) == "AB");
    CHECK(columnOf("XFE") == std::string_view::npos);
    CHECK(columnOf("A1") == std::string_view::npos);
    CHECK(columnOf("") == std::string_view::npos);
}

TEST_CASE("sheets: cells that come in any order stand in their place, the last one wins", "[tables]")
{
    std::mt19937 random(7);
    Sheet s;
    std::map<std::pair<size_t, size_t>, double> want;
    for (int k = 0; k < 3000; ++k) {
        const size_t row = random() % 90, column = random() % 40;
        s.addNumber(row, column, k);
        want[{row, column}] = k;
    }
    s.settle();
    CHECK(s.cells() == want.size());
    for (size_t r = 0; r < 92; ++r)
        for (size_t c = 0; c < 42; ++c) {
            const auto at = want.find({r, c});
            const Cell have = s.at(r, c);
            REQUIRE((have.kind == Cell::Kind::Number) == (at != want.end()));
            if (at != want.end()) REQUIRE(have.number == at->second);
        }
}
