#include "core/tables/open_book.h"
#include "tests/support.h"
#include "tests/tables/packages.h"

using namespace wr;
using namespace wr::test;

namespace {

Spreadsheet readSheet(const Parts& parts, const TableLimits& limits = {})
{
    auto s = readParts(parts, limits);
    if (!s) FAIL(s.error());
    return *std::move(s);
}

std::string refusal(const Parts& parts, const TableLimits& limits = {})
{
    const auto s = readParts(parts, limits);
    REQUIRE_FALSE(s.has_value());
    return s.error();
}

} // namespace

TEST_CASE("workbooks: every kind of cell", "[tables]")
{
    const Spreadsheet s = readSheet(workbook(
        R"(<row r="1"><c r="A1" t="s"><v>0</v></c><c r="B1" t="s"><v>1</v></c><c r="C1" t="inlineStr"><is><t>in</t><t>line</t></is></c></row>
<row r="3"><c r="A3"><v>-1.25E-2</v></c><c r="B3" t="b"><v>1</v></c><c r="C3" t="e"><v>#DIV/0!</v></c>
<c r="D3" s="1"><v>44927</v></c><c r="E3" s="2"><v>44927</v></c><c r="F3"><f>A3*2</f><v>7</v></c><c r="G3"><f>A3*3</f></c>
<c r="H3" t="str"><f>"a"</f><v>words</v></c></row>
<row><c><v>1</v></c><c><v>2</v></c></row>)",
        "", "<si><t>plain</t></si><si><r><t>two </t></r><r><t>runs</t></r><rPh><t>spoken</t></rPh></si>",
        R"(<numFmts><numFmt numFmtId="164" formatCode="dd\.mm\.yyyy"/><numFmt numFmtId="165" formatCode="0.00&quot;kN m&quot;"/></numFmts>
<cellStyleXfs><xf numFmtId="14"/></cellStyleXfs><cellXfs><xf numFmtId="0"/><xf numFmtId="164"/><xf numFmtId="165"/></cellXfs>)"));
    const Sheet& sheet = s.book.sheets.front();
    CHECK(sheet.name == "Data");
    CHECK(sheet.shown(0, 0) == "plain");
    CHECK(sheet.shown(0, 1) == "two runs");
    CHECK(sheet.shown(0, 2) == "inline");
    CHECK(sheet.at(1, 0).kind == Cell::Kind::Empty);
    CHECK(sheet.at(2, 0).number == -1.25e-2);
    CHECK(sheet.shown(2, 1) == "yes");
    CHECK(sheet.at(2, 2).kind == Cell::Kind::Fault);
    CHECK(sheet.at(2, 3).kind == Cell::Kind::Date);
    CHECK(sheet.at(2, 4).kind == Cell::Kind::Number); // "m" in quotes is no month
    CHECK(sheet.at(2, 5).number == 7);
    CHECK(sheet.at(2, 6).kind == Cell::Kind::Empty);
    CHECK(sheet.shown(2, 7) == "words");
    CHECK(s.notes.formulas == 3);
    CHECK(s.notes.emptyFormulas == 1);
    CHECK(s.notes.firstEmpty == "Data, row 3, column G");
    // Rows and cells without a reference follow one another.
    CHECK(sheet.at(3, 0).number == 1);
    CHECK(sheet.at(3, 1).number == 2);
}

TEST_CASE("workbooks: merged ranges show their value everywhere, a merged column not a million times", "[tables]")
{
    const Spreadsheet s =
        readSheet(workbook(R"(<row r="1"><c r="B1" t="inlineStr"><is><t>Forces</t></is></c><c r="D1"><v>3</v></c></row>
<row r="2"><c r="A2"><v>7</v></c></row><row r="4"><c r="C4"><v>1</v></c></row>)",
                           R"(<mergeCells><mergeCell ref="B1:C1"/><mergeCell ref="A2:A1048576"/></mergeCells>)"));
    const Sheet& sheet = s.book.sheets.front();
    CHECK(sheet.shown(0, 2) == "Forces");
    CHECK(sheet.at(0, 3).number == 3);
    CHECK(sheet.at(3, 0).number == 7);
    CHECK(sheet.rows() == 4);
}

TEST_CASE("workbooks: macros, links and hidden sheets are told, prefixes do not matter", "[tables]")
{
    Parts p = workbook("");
    p[1].second =
        R"(<x:workbook xmlns:x="m" xmlns:r="r"><x:sheets><x:sheet name="Data" state="hidden" r:id="rId1"/></x:sheets></x:workbook>)";
    p[2].second.insert(p[2].second.find("<Relationship Id"),
                       R"(<Relationship Id="rId9" Type="a/externalLink" Target="externalLinks/1.xml"/>)");
    p[3].second =
        R"(<x:worksheet xmlns:x="m"><x:sheetData><x:row r="1"><x:c r="A1"><x:v>4</x:v></x:c></x:row></x:sheetData></x:worksheet>)";
    p.emplace_back("xl/vbaProject.bin", "code");
    const Spreadsheet s = readSheet(p);
    CHECK(s.notes.macros);
    CHECK(s.notes.links);
    CHECK(s.notes.hiddenSheets == 1);
    CHECK(s.book.sheets.front().at(0, 0).number == 4);
}

TEST_CASE("spreadsheets: what is hostile or damaged is refused with a sentence", "[tables]")
{
    Parts bomb = workbook("");
    bomb[3].second = "<worksheet><sheetData>" + std::string(3'000'000, ' ') + "</sheetData></worksheet>";
    CHECK(refusal(bomb, {.unfolds = 50, .unfoldsFrom = 1'000'000}).find("unfolds") != std::string::npos);
    CHECK(refusal(bomb, {.bytes = 1'000'000}).find("unfolds") != std::string::npos);

    Parts entities = workbook("");
    entities[3].second =
        R"(<!DOCTYPE x [<!ENTITY a "aaaa"><!ENTITY b "&a;&a;">]><worksheet><sheetData><row><c t="str"><v>&b;</v></c></row></sheetData></worksheet>)";
    CHECK(refusal(entities).find("document type") != std::string::npos);

    CHECK(refusal(workbook(R"(<row r="1"><c r="A1"><v>1</v></row>)")).find("damaged") != std::string::npos);
    CHECK(refusal(workbook(R"(<row r="1"><c r="!!"><v>1</v></c></row>)")).find("no cell") != std::string::npos);
    CHECK(refusal(workbook(R"(<row r="99999999"><c r="A99999999"><v>1</v></c></row>)")).find("more than") != std::string::npos);
    CHECK(
        refusal(workbook(R"(<row r="1"><c r="A1"><v>1</v></c><c r="B1"><v>1</v></c></row>)"), {.cells = 1}).find("more than") !=
        std::string::npos);
    std::string deep;
    for (int k = 0; k < 5000; ++k)
        deep += "<row>";
    CHECK(refusal(workbook(deep)).find("too deep") != std::string::npos);

    // A row repeated a million times with something in it, a cell over all columns.
    const std::string cell = R"(<table:table-cell office:value-type="float" office:value="1"/>)";
    CHECK(refusal(openDocument(R"(<table:table table:name="T"><table:table-row table:number-rows-repeated="9000000">)" + cell +
                               "</table:table-row></table:table>"))
              .find("more than") != std::string::npos);
    CHECK(
        refusal(
            openDocument(
                R"(<table:table table:name="T"><table:table-row><table:table-cell table:number-columns-repeated="99999" office:value-type="float" office:value="1"/></table:table-row></table:table>)"))
            .find("more than") != std::string::npos);
    CHECK(refusal({{"mimetype", "application/vnd.oasis.opendocument.text"}, {"content.xml", "<a/>"}}).find("no spreadsheet") !=
          std::string::npos);
    SilentProgress progress;
    CHECK_FALSE(Package::ofBytes("PK\x03\x04 and then nothing", {}).has_value());
}

TEST_CASE("OpenDocument: repeated, merged and annotated cells", "[tables]")
{
    const Spreadsheet s = readSheet(openDocument(R"(<table:table table:name="Forces">
<table:table-row><table:table-cell office:value-type="string" table:number-columns-spanned="2"><text:p>End <text:span>i</text:span></text:p></table:table-cell><table:covered-table-cell/>
<table:table-cell office:value-type="string"><office:annotation><text:p>a remark</text:p></office:annotation><text:p>x<text:s text:c="2"/>y</text:p><text:p>second</text:p></table:table-cell></table:table-row>
<table:table-row table:number-rows-repeated="2"><table:table-cell table:number-columns-repeated="3" office:value-type="float" office:value="2.5"><text:p>2,5</text:p></table:table-cell><table:table-cell table:number-columns-repeated="16381"/></table:table-row>
<table:table-row><table:table-cell table:number-rows-spanned="2" office:value-type="float" office:value="8"/><table:table-cell office:value-type="date" office:date-value="2026-01-02"/><table:table-cell calcext:value-type="error" office:value-type="string"><text:p>#REF!</text:p></table:table-cell><table:table-cell table:formula="of:=1+1" office:value-type="float" office:value="2"/></table:table-row>
<table:table-row><table:covered-table-cell/><table:table-cell office:value-type="boolean" office:boolean-value="true"/></table:table-row>
<table:table-row table:number-rows-repeated="1048570"><table:table-cell table:number-columns-repeated="16384"/></table:table-row>
</table:table><table:table table:name="'file:///elsewhere.ods'#$A"><table:table-row><table:table-cell office:value-type="float" office:value="1"/></table:table-row></table:table>)"));
    REQUIRE(s.book.sheets.size() == 1);
    const Sheet& t = s.book.sheets.front();
    CHECK(t.shown(0, 0) == "End i");
    CHECK(t.shown(0, 1) == "End i");
    CHECK(t.shown(0, 2) == "x  y second");
    CHECK(t.at(1, 2).number == 2.5);
    CHECK(t.at(2, 0).number == 2.5);
    CHECK(t.at(3, 0).number == 8);
    CHECK(t.at(3, 1).kind == Cell::Kind::Date);
    CHECK(t.at(3, 2).kind == Cell::Kind::Fault);
    CHECK(t.at(3, 3).number == 2);
    CHECK(t.at(4, 0).number == 8); // of the cell merged over both rows
    CHECK(t.shown(4, 1) == "yes");
    CHECK(t.rows() == 5);
    CHECK(s.notes.links);
    CHECK(s.notes.formulas == 1);
}

TEST_CASE("files of tables are known by what is in them, not by their name", "[tables]")
{
    const auto folder = std::filesystem::temp_directory_path() / "wren-open-book";
    std::filesystem::create_directories(folder);
    const auto put = [&](const char* name, const std::string& bytes) {
        std::ofstream(folder / name, std::ios::binary) << bytes;
        return folder / name;
    };
    CHECK(fileKind(put("a.csv", "node,x\n1,2\n")) == FileKind::Text);
    CHECK(fileKind(put("b.csv", zipped(workbook("")))) == FileKind::Package);
    CHECK(fileKind(put("c.txt", "ISO-10303-21;\nHEADER;\n")) == FileKind::Step);
    CHECK(fileKind(put("d.txt", "  0\nSECTION\n  2\nHEADER\n")) == FileKind::Drawing);
    CHECK(fileKind(put("e.txt", "999\nmade by hand\n0\nSECTION\n")) == FileKind::Drawing);
    CHECK(fileKind(put("f.txt", "\n {\"format\": 1}")) == FileKind::OurJson);
    CHECK(fileKind(put("g.xls", "\xD0\xCF\x11\xE0old")) == FileKind::Old);
    CHECK(fileKind(put("h.xml", "<?xml version='1.0'?><Workbook/>")) == FileKind::Old);
    CHECK(fileKind(put("i.bin", std::string("\x01\0\x02\0\0\0\x03\x04zz", 10))) == FileKind::Unknown);
    SilentProgress progress;
    for (const auto& [name, says] : {std::pair{"g.xls", "older form"}, {"i.bin", "not known"}, {"missing", "no such file"}}) {
        const auto r = openBook(folder / name, {}, {}, progress);
        REQUIRE(r.findings.size() == 1);
        CHECK(r.findings[0].code == "intake.file");
        CHECK(r.findings[0].text.find(says) != std::string::npos);
    }
    const auto b = openBook(folder / "b.csv", {}, {}, progress);
    REQUIRE(b.ok());
    CHECK(b.value->sheets.front().rows() == 0);
    std::filesystem::remove_all(folder);
}
