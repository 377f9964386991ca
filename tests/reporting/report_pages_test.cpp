// Pages of reports: nothing beyond the margins or over other words, the same bytes for the same input, one member and twenty
// thousand, names with all characters.
#include "core/paper/fonts.h"
#include "core/paper/svg.h"
#include "core/reporting/report_pages.h"
#include "core/reporting/report_writers.h"
#include "core/reporting/trace_layout.h"
#include "tests/reporting/checked.h"

#include <algorithm>
#include <filesystem>

using namespace wr;
using Catch::Matchers::WithinAbs;

namespace {

struct Box
{
    double x0, x1, y0, y1, size;
    std::string text;
};

std::vector<Box> wordsOf(const Page& p)
{
    std::vector<Box> out;
    for (const Mark& m : p.marks)
        if (const auto* t = std::get_if<TextMark>(&m); t && t->turn == 0 && !t->text.empty())
            out.push_back(
                {t->x, t->x + paperFonts().advance(t->text, t->face, t->size), t->y - 0.6 * t->size, t->y, t->size, t->text});
    return out;
}

// Words that stand beyond the margins, or over one another by more than a hair.
void checkPage(const Page& p, const PageStyle& s, size_t number)
{
    const std::vector<Box> words = wordsOf(p);
    for (const Box& b : words) {
        INFO("page " << number + 1 << " \"" << b.text << "\"");
        CHECK(b.x0 >= s.left - 0.5);
        CHECK(b.x1 <= s.paper.width - s.right + 0.5);
        CHECK(b.y0 >= 20);
        CHECK(b.y1 <= s.paper.height - 20);
    }
    for (size_t i = 0; i < words.size(); ++i)
        for (size_t j = i + 1; j < words.size(); ++j) {
            const Box &a = words[i], &b = words[j];
            const double x = std::min(a.x1, b.x1) - std::max(a.x0, b.x0), y = std::min(a.y1, b.y1) - std::max(a.y0, b.y0);
            if (x > 0.6 && y > 0.12 * std::min(a.size, b.size))
                FAIL_CHECK("page " << number + 1 << ": \"" << a.text << "\" over \"" << b.text << "\"");
        }
}

class Temporary
{
public:
    explicit Temporary(const std::string& ending)
        : path_(std::filesystem::temp_directory_path() / ("wren-report-" + std::to_string(counter_++) + ending))
    {
    }
    ~Temporary() { std::filesystem::remove(path_); }
    const std::filesystem::path& path() const { return path_; }
    std::string bytes() const { return test::slurp(path_.string()); }

private:
    static inline int counter_ = static_cast<int>(getpid()) * 100;
    std::filesystem::path path_;
};

ReportChoice everything()
{
    ReportChoice c;
    c.otherDepth = ReportDepth::Full;
    c.everyCombination = true;
    return c;
}

} // namespace

TEST_CASE("pages: nothing stands beyond the margins or over other words, on A4 and on Letter", "[reporting][pages]")
{
    SilentProgress p;
    for (const bool letter : {false, true}) {
        ReportChoice c = everything();
        c.letter = letter;
        c.depth["Rafters"] = ReportDepth::Summary;
        const ReportTree tree = buildReport(test::reportOf(test::ternStreet()), c);
        const ReportPages pages(tree, p);
        CHECK(pages.count() > 60);
        CHECK(pages.style().paper.width == (letter ? 612 : 595.28));
        for (size_t k = 0; k < pages.count(); ++k)
            checkPage(pages.page(k), pages.style(), k);
    }
}

TEST_CASE("pages: every link leads to a page, the outline too, and the numbers at the foot count them", "[reporting][pages]")
{
    SilentProgress p;
    const ReportTree tree = buildReport(test::reportOf(test::ternStreet()), everything());
    const ReportPages pages(tree, p);
    size_t links = 0, back = 0;
    for (size_t k = 0; k < pages.count(); ++k) {
        const Page page = pages.page(k);
        for (const PageLink& l : page.links) {
            ++links;
            back += l.to.starts_with("line.");
            REQUIRE(pages.pageOf(l.to));
            CHECK(l.width > 5);
        }
        const auto words = wordsOf(page);
        CHECK(std::any_of(words.begin(), words.end(),
                          [&](const Box& b) { return b.text == fmt::format("page {} of {}", k + 1, pages.count()); }));
    }
    CHECK(links > 120); // contents, tables, and back from each calculation
    CHECK(back == 40);
    for (const OutlineEntry& e : pages.outline())
        CHECK(pages.pageOf(e.place));
    CHECK(pages.outline().size() > 60);
    // Ranges: calculations reach from the first to the last of their members.
    const auto all = pages.rangeOf("calculations"), one = pages.rangeOf("member.P1L");
    REQUIRE((all && one));
    CHECK(one->count >= 2);
    CHECK(one->first >= all->first);
    CHECK(one->first + one->count <= all->first + all->count);
    CHECK(pages.pageOf("member.P1L") == one->first);
    CHECK_FALSE(pages.pageOf("member.nobody"));
}

TEST_CASE("report: the same input is the same file in every format, another is not", "[reporting][pages]")
{
    SilentProgress p;
    ReportChoice c;
    c.depth["Purlins"] = ReportDepth::Full;
    const ReportTree tree = buildReport(test::reportOf(test::ternStreet()), c);
    c.revision = "C";
    const ReportTree other = buildReport(test::reportOf(test::wholeState(test::frameOf(test::demo("tern-street")))), c);
    c.revision.clear();
    const ReportTree same = buildReport(test::reportOf(test::wholeState(test::frameOf(test::demo("tern-street")))), c);
    for (const char* ending : {".pdf", ".html", ".xlsx", ".odt", ".csv"}) {
        INFO(ending);
        const Temporary a(ending), b(ending), d(ending);
        REQUIRE(writeReport(tree, a.path(), p).has_value());
        REQUIRE(writeReport(same, b.path(), p).has_value());
        REQUIRE(writeReport(other, d.path(), p).has_value());
        CHECK(a.bytes().size() > 5000);
        CHECK(a.bytes() == b.bytes());
        if (std::string(ending) != ".csv") CHECK(a.bytes() != d.bytes()); // tables say no revision
    }
    CHECK_FALSE(writeReport(tree, "/nowhere/at/all.pdf", p).has_value());
    CHECK_FALSE(writeReport(tree, "/nowhere/at/all.odt", p).has_value());
    CHECK(writeReport(tree, "report.doc", p).error() == "report.doc: a report ends in .pdf, .html, .xlsx, .odt or .csv");
}

TEST_CASE("report: stopped, it leaves no half of itself behind", "[reporting][pages]")
{
    struct Stops final : Progress
    {
        void at(double, std::string_view) override { cancel(); }
    };
    const ReportTree tree = buildReport(test::reportOf(test::ternStreet()), everything());
    for (const char* ending : {".pdf", ".html", ".odt"}) {
        const Temporary t(ending);
        Stops p;
        CHECK(writeReport(tree, t.path(), p).error() == "stopped");
        if (std::string(ending) != ".html") CHECK_FALSE(std::filesystem::exists(t.path()));
    }
}

TEST_CASE("report: one member, names with all characters, and twenty thousand members", "[reporting][pages]")
{
    SilentProgress p;
    // A beam alone.
    const std::string name = "Träger \"Ω\" <b>&amp; 梁 ' \\\\ 10%";
    const auto beamOf = [](int n, const std::string& id) {
        std::string nodes, elements;
        for (int k = 0; k < n; ++k) {
            nodes += fmt::format(
                R"({}{{"id":"a{}","at":[0,{},0],"support":{{"ux":true,"uy":true,"uz":true,"rx":true}}}},{{"id":"b{}","at":[6,{},0],"support":{{"uy":true,"uz":true,"rx":true}}}})",
                k ? "," : "", k, k, k, k);
            elements += fmt::format(R"({}{{"id":"{}","nodes":["a{}","b{}"],"section":"S","material":"M"}})", k ? "," : "",
                                    n == 1 ? id : fmt::format("e{}", k), k, k);
        }
        return R"({"format":"wren-frame","version":1,"title":")" + id + R"(","materials":[{"id":"M","grade":"EN 10025-2 S355"}],
"sections":[{"id":"S","name":"IPE300"}],"nodes":[)" +
               nodes + R"(],"elements":[)" + elements + R"(],
"cases":[{"id":"G","selfWeight":1}],"combinations":[{"id":"U","terms":{"G":1.35}}],"design":{"standard":"en1993"}})";
    };
    std::string quoted;
    for (const char ch : name)
        quoted += ch == '"' ? std::string("\\\"") : std::string(1, ch);
    const DesignState one = test::wholeState(test::frameOf(beamOf(1, quoted)));
    CHECK(one.model->members()[0].id.find("梁") != std::string::npos);
    ReportChoice c = everything();
    c.words = "Line one\nline two " + std::string(300, 'x');
    const ReportTree tree = buildReport(test::reportOf(one), c);
    const ReportPages pages(tree, p);
    for (size_t k = 0; k < pages.count(); ++k)
        checkPage(pages.page(k), pages.style(), k);
    for (const char* ending : {".pdf", ".html", ".xlsx", ".odt", ".csv"}) {
        const Temporary t(ending);
        REQUIRE(writeReport(tree, t.path(), p).has_value());
        if (std::string(ending) == ".html") {
            const std::string html = t.bytes();
            CHECK(html.find("<b>&amp;") == std::string::npos);
            CHECK(html.find("&lt;b&gt;&amp;amp;") != std::string::npos);
        }
    }
#ifndef WREN_SANITIZED
    const DesignState many = test::wholeState(test::frameOf(beamOf(20000, "many")));
    ReportChoice lines;
    lines.without = {"members", "frame.supports"};
    const ReportTree large = buildReport(test::reportOf(many), lines);
    const ReportPages pages20k(large, p);
    CHECK(pages20k.count() > 300);
    CHECK(pages20k.pageOf("line.e19999").value_or(0) > pages20k.pageOf("line.e0").value_or(0));
    checkPage(pages20k.page(pages20k.count() / 2), pages20k.style(), pages20k.count() / 2);
#endif
}

TEST_CASE("trace: lines stay within the column whatever its width, values that are put in stand beside each other",
          "[reporting][pages]")
{
    const DesignState& s = test::ternStreet();
    size_t formulas = 0;
    for (const double width : {180.0, 330.0, 491.0}) {
        formulas = 0;
        for (const char* id : {"P1L", "C2R", "RXLa"}) {
            const size_t i = *s.model->find(id);
            for (const CheckOutcome& o : s.report->results[i].outcomes) {
                const Trace t = s.model->explain(i, o);
                for (const TraceLine& l : layOutTrace(t, s.frame->units, width, 9, paperFonts())) {
                    formulas += l.formula;
                    for (const Mark& m : l.marks)
                        if (const auto* x = std::get_if<TextMark>(&m)) {
                            CHECK(x->y >= 0);
                            CHECK(x->y <= l.height + 0.5);
                            if (width > 300) CHECK(x->x + paperFonts().advance(x->text, x->face, x->size) <= width + 0.5);
                        }
                }
            }
        }
        CHECK(formulas > 60);
    }
    Trace t;
    for (const char* name : {"A", "B", "C"})
        t.put({name, "", "", Quantity::Ratio}, 1.5);
    t.put({"D", "A + B/C", "", Quantity::Ratio}, 2.5);
    const auto lines = layOutTrace(t, {}, 400, 9, paperFonts());
    REQUIRE(lines.size() == 2);
    CHECK_FALSE(lines[0].formula);
    CHECK(lines[1].formula);
    CHECK(plainStep(t.steps.back(), {}) == "D = A + B/C = 2.5");
}

TEST_CASE("paper: words are broken, cut and measured; pictures are the same in SVG and as pixels", "[reporting][pages]")
{
    const TextMeasure& m = paperFonts();
    CHECK_THAT(m.advance("AB", Face::Plain, 10),
               WithinAbs(m.advance("A", Face::Plain, 10) + m.advance("B", Face::Plain, 10), 1e-9));
    CHECK(m.advance("W", Face::Strong, 10) > m.advance("W", Face::Plain, 10));
    CHECK_THAT(m.advance("x", Face::Plain, 20), WithinAbs(2 * m.advance("x", Face::Plain, 10), 1e-9));
    CHECK(m.advance("\xff\xfe", Face::Plain, 10) >= 0); // no UTF-8
    const auto lines = wrapped("a long sentence that has to be broken and averyveryverylongword", Face::Plain, 9, 60, m);
    CHECK(lines.size() >= 4);
    std::string joined;
    for (const std::string& l : lines) {
        CHECK(m.advance(l, Face::Plain, 9) <= 60.01);
        joined += l;
    }
    CHECK(joined.find("averyveryverylongword") != std::string::npos);
    CHECK(wrapped("one\ntwo", Face::Plain, 9, 500, m) == std::vector<std::string>{"one", "two"});
    CHECK(wrapped("", Face::Plain, 9, 500, m) == std::vector<std::string>{""});
    CHECK(m.advance(cutToWidth("Ωmega and more", Face::Plain, 9, 40, m), Face::Plain, 9) <= 40);
    CHECK(cutToWidth("short", Face::Plain, 9, 400, m) == "short");
    // What is no UTF-8, and names of places with all characters, stop no page.
    {
        SilentProgress silent;
        ReportTree tree;
        tree.title = "odd";
        ReportPart part;
        part.key = "it's \\ [odd] 梁 =";
        part.title = "half \xE6\xA2 a letter";
        part.ownPages = true;
        TableBlock t;
        t.table.columns = {{"a\xff", ""}};
        t.table.rows = {{{std::string("\xfe\x01")}}};
        t.to = {part.key};
        part.blocks = {t, Paragraph{"behind it", {}, {}}};
        tree.parts = {part};
        const Temporary pdf(".pdf");
        const auto done = writeReport(tree, pdf.path(), silent);
        INFO((done ? std::string() : done.error()));
        CHECK(done.has_value());
    }
    Picture p;
    p.width = 40, p.height = 20;
    p.marks.emplace_back(boxMark(10, 5, 20, 10, inks::over));
    const Pixels x = paint(p.marks, p.width, p.height, 2);
    CHECK(x.width == 80);
    CHECK(x.values[static_cast<size_t>(20 * 80 + 40)] == (0xFF000000u | inks::over));
    CHECK(x.values[0] == 0xFFFFFFFFu);
    CHECK(svgOf(p, true).find("<path d=\"M10 5L30 5L30 15L10 15Z\" fill=\"#b5300f\"") != std::string::npos);
    CHECK(xmlText("a<b>&\"\x01") == "a&lt;b&gt;&amp;&quot;");
}
