// The quick way through rows of XML against the plain one: the same events, whatever the text is cut into.
#include "core/tables/row_stream.h"
#include "core/tables/xml_events.h"

#include <catch2/catch.hpp>
#include <random>
#include <string>

using namespace wr;

namespace {

// Everything that is heard, as words.
struct Heard : XmlEvents
{
    std::string all, now;
    size_t stopAfter = 0, begun = 0;
    void begin(std::string_view name, const XmlAttributes& a) override
    {
        flush();
        all += "<" + std::string(name);
        for (const char* key : {"r", "t", "s", "x:value", "table:number-rows-repeated"})
            if (a.has(key)) all += " " + std::string(key) + "=" + std::string(a[key]);
        all += ">";
        if (++begun == stopAfter) stop();
    }
    void text(std::string_view t) override { now += t; }
    void end(std::string_view name) override
    {
        flush();
        all += "</" + std::string(name) + ">";
    }
    // Blanks between elements are heard by neither in the same pieces: they say nothing.
    void flush()
    {
        if (now.find_first_not_of(" \n\t\r") != std::string::npos) all += "[" + now + "]";
        now.clear();
    }
};

template <class Reader> std::string read(Reader& reader, Heard& heard, const std::string& text, size_t piece)
{
    for (size_t at = 0; at < text.size(); at += piece)
        if (!reader.feed(std::string_view(text).substr(at, piece))) break;
    if (!heard.stopped()) reader.feed("", true);
    heard.flush();
    return heard.all + (reader.error().empty() ? "" : "!");
}

std::string plainly(const std::string& text)
{
    Heard h;
    XmlReader r(h);
    return read(r, h, text, 1u << 16);
}

std::string quickly(const std::string& text, size_t piece, bool* odd = nullptr)
{
    Heard h;
    RowStream r(h, "row");
    std::string out = read(r, h, text, piece);
    if (odd) *odd = r.odd();
    return out;
}

std::string randomSheet(std::mt19937& random)
{
    const std::string prefix = random() % 3 == 0 ? "x:" : "";
    const auto tag = [&](const std::string& name) { return prefix + name; };
    const auto pick = [&](std::initializer_list<const char*> words) {
        return std::string(*(words.begin() + random() % words.size()));
    };
    std::string out = "<" + tag("sheet") + " r=\"head\"><" + tag("rowBreaks") + "/><" + tag("cols") + "><" + tag("col") +
                      " r=\"1\"/></" + tag("cols") + "><" + tag("data") + ">";
    const int rows = static_cast<int>(random() % 40);
    for (int r = 0; r < rows; ++r) {
        if (random() % 9 == 0) {
            out += "<" + tag("row") + " r=\"" + std::to_string(r) + "\"/>";
            continue;
        }
        out += "<" + tag("row") + pick({"", " r=\"7\"", " s=\"a&amp;b\"", "\n  t=\"x\" "}) + ">";
        for (unsigned c = random() % 6; c > 0; --c)
            out += "<" + tag("c") + " t=\"n\"><" + tag("v") + ">" +
                   pick({"1.5", "a &lt; b", "&#228;", " two  words ", "row", "&quot;row&quot;"}) + "</" + tag("v") + "></" +
                   tag("c") + ">" + pick({"", "\n", "  "});
        out += "</" + tag("row") + ">" + pick({"", "\n", " "});
        if (random() % 11 == 0) out += "<" + tag("other") + ">between</" + tag("other") + ">";
    }
    out += "</" + tag("data") + "><" + tag("merge") + " r=\"A1:B2\"/></" + tag("sheet") + ">";
    return out;
}

} // namespace

TEST_CASE("rows of XML: quick and plain reading hear the same, cut anywhere", "[tables][rows]")
{
    std::mt19937 random(5);
    for (int k = 0; k < 400; ++k) {
        const std::string text = randomSheet(random);
        const std::string want = plainly(text);
        REQUIRE(want.find('!') == std::string::npos);
        for (const size_t piece : {size_t{1}, size_t{7}, 1 + random() % 200, text.size()}) {
            CAPTURE(text, piece);
            bool odd = true;
            REQUIRE(quickly(text, piece, &odd) == want);
            REQUIRE_FALSE(odd);
        }
    }
}

TEST_CASE("rows of XML: what only the plain way reads rightly is told as odd", "[tables][rows]")
{
    for (const char* text : {"<s><!-- <row><c/></row> --><row><c/></row></s>", "<s><![CDATA[<row/>]]><row/></s>",
                             "<!DOCTYPE s><s><row/></s>", "<s><row><c><row><c/></row></c></row></s>"}) {
        CAPTURE(text);
        bool odd = false;
        static_cast<void>(quickly(text, 1000, &odd));
        CHECK(odd);
    }
    // Cut between the two signs that begin a comment.
    Heard h;
    RowStream r(h, "row");
    CHECK(r.feed("<s><"));
    CHECK_FALSE(r.feed("!-- x --></s>"));
    CHECK(r.odd());
}

TEST_CASE("rows of XML: damaged text is an error or odd, and a reader that has enough stops", "[tables][rows]")
{
    for (const char* text : {"<s><row><c></row></s>", "<s><row/>", "no xml", "<s><row r=1/></s>"}) {
        CAPTURE(text);
        bool odd = false;
        const std::string out = quickly(text, 3, &odd);
        CHECK((odd || out.ends_with("!")));
    }
    std::string many = "<s>";
    for (int k = 0; k < 20000; ++k)
        many += "<row><c>1</c></row>";
    many += "</s>";
    Heard h;
    h.stopAfter = 5;
    RowStream r(h, "row");
    for (size_t at = 0; at < many.size(); at += 1000)
        if (!r.feed(std::string_view(many).substr(at, 1000))) break;
    CHECK(h.begun == 5);
    CHECK_FALSE(r.odd());
}

TEST_CASE("rows of XML: a long table goes through in runs", "[tables][rows]")
{
    std::string many = "<s>";
    for (int k = 0; k < 60000; ++k)
        many += "<row r=\"" + std::to_string(k) + "\"><c>" + std::to_string(k) + "</c></row>";
    many += "<tail/></s>";
    CHECK(quickly(many, 1u << 18) == plainly(many));
}
