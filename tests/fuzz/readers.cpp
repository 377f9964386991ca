#include "tests/fuzz/readers.h"

#include "core/files/dxf_reader.h"
#include "core/files/frame_reader.h"
#include "core/files/frame_writer.h"
#include "core/files/ifc/ifc_reader.h"
#include "core/files/recipe_json.h"
#include "core/intake/guess.h"
#include "core/tables/delimited.h"
#include "tests/tables/packages.h"

#include <algorithm>

namespace wr::fuzz {

namespace {

// Small enough that an input of a few kilobytes cannot ask for much.
constexpr TableLimits kLimits{.bytes = 5'000'000, .cells = 20'000, .unfolds = 400, .unfoldsFrom = 1'000'000};

std::string sound(const Intake& t)
{
    const bool error = anyError(t.findings);
    if (t.sound && error) return "sound in spite of an error";
    if (!t.sound) return error ? "" : "neither sound nor an error";
    // Reading it again takes longer than all the rest: one in eight.
    static unsigned turn = 0;
    if (turn++ % 8 != 0) return "";
    const auto again = readFrame(writeFrame(t.frame));
    for (const Finding& f : again.findings)
        if (f.severity == Severity::Error) return "its own reader refuses the frame: " + f.place + " " + f.text;
    return "";
}

std::string takeBooks(const Book& book)
{
    SilentProgress p;
    const std::vector<Book> books{book};
    const Recipe r = guessRecipe(books);
    const auto again = readRecipe(writeRecipe(r));
    if (!again.ok())
        return "its own reader refuses the recipe: " + again.findings.front().place + " " + again.findings.front().text;
    return sound(takeIn(books, r, p));
}

std::string delimited(std::string bytes)
{
    SilentProgress p;
    const auto b = readDelimited(std::move(bytes), "t.csv", {}, kLimits, p);
    return b ? takeBooks(*b) : b.error().empty() ? "no words for a refusal" : "";
}

std::string spreadsheet(const test::Parts& parts)
{
    const auto s = test::readParts(parts, kLimits);
    return s ? takeBooks(s->book) : s.error().empty() ? "no words for a refusal" : "";
}

std::string sheetPart(std::string xml)
{
    test::Parts p = test::workbook("", "", "<si><t>node</t></si><si><t>x [m]</t></si>");
    p[3].second = std::move(xml);
    return spreadsheet(p);
}

std::string contentPart(std::string xml)
{
    test::Parts p = test::openDocument("");
    p[1].second = std::move(xml);
    return spreadsheet(p);
}

std::string package(std::string bytes)
{
    SilentProgress progress;
    auto p = Package::ofBytes(std::move(bytes), kLimits);
    if (!p) return p.error().empty() ? "no words for a refusal" : "";
    const auto s =
        isOpenDocument(*p) ? readOpenDocument(*p, "b.ods", kLimits, progress) : readWorkbook(*p, "b.xlsx", kLimits, progress);
    return s ? takeBooks(s->book) : s.error().empty() ? "no words for a refusal" : "";
}

std::string ifc(std::string text)
{
    SilentProgress p;
    Recipe r;
    r.grade = "S355";
    return sound(readIfc(std::move(text), "m.ifc", r, {}, p));
}

std::string dxf(std::string text)
{
    SilentProgress p;
    Recipe r;
    r.grade = "S355";
    return sound(readDxf(text, "m.dxf", r, {}, p));
}

std::string recipe(std::string text)
{
    const auto r = readRecipe(text);
    if (!r.ok()) return r.findings.empty() ? "no words for a refusal" : "";
    const auto again = readRecipe(writeRecipe(*r.value));
    if (!again.ok()) return "its own reader refuses the recipe";
    SilentProgress p;
    const auto book = readDelimited("node,x,y,z\n1,0,0,0\n2,1,1,1\n", "nodes.csv", {}, kLimits, p);
    return sound(takeIn({*book}, *r.value, p));
}

const std::string kTables = R"(node,x [m],y [m],z [m],support
1,0,0,0,fixed
2,0,0,4.5,
3,6,0,4.5,

element,node i,node j,section,grade,member
C1,1,2,HEA 200,S355,C
B1,2,3,IPE 300 S275,S355,B

combination,purpose,case,factor
U1,strength,G,1.35
,,Q,1.5

element,load,step,station [m],N [kN],Vz [kN],My [kNm]
C1,G,,0,-10,2,3
C1,G,,4.5,-9,2,12
B1,Q,max,0,1,2,3
B1,Q,min,0,-1,-2,-3
B1,Q,max,6,1,2,3
B1,Q,min,6,-1,-2,-3
)";

const std::string kSheet =
    R"(<worksheet><sheetData><row r="1"><c r="A1" t="s"><v>0</v></c><c r="B1" t="s"><v>1</v></c><c r="C1" t="inlineStr"><is><t>y [m]</t></is></c></row>
<row r="2"><c r="A2"><v>1</v></c><c r="B2"><v>0.5</v></c><c r="C2"><f>B2*2</f><v>1e0</v></c></row><row><c t="str"><v>2</v></c><c><v>3</v></c><c s="1"><v>44000</v></c></row>
</sheetData><mergeCells><mergeCell ref="A1:A2"/></mergeCells></worksheet>)";

const std::string kContent =
    R"(<office:document-content xmlns:office="o" xmlns:table="t" xmlns:text="x"><office:body><office:spreadsheet><table:table table:name="Nodes">
<table:table-row><table:table-cell office:value-type="string"><text:p>node</text:p></table:table-cell><table:table-cell office:value-type="string" table:number-columns-spanned="2"><text:p>x</text:p></table:table-cell><table:covered-table-cell/><table:table-cell office:value-type="string"><text:p>y</text:p></table:table-cell></table:table-row>
<table:table-row table:number-rows-repeated="3"><table:table-cell office:value-type="float" office:value="1"/><table:table-cell table:number-columns-repeated="2" office:value-type="float" office:value="2.5"/></table:table-row>
</table:table></office:spreadsheet></office:body></office:document-content>)";

const std::string kIfc = R"(ISO-10303-21;
HEADER;
FILE_SCHEMA(('IFC4'));
ENDSEC;
DATA;
#1=IFCSIUNIT(*,.LENGTHUNIT.,.MILLI.,.METRE.);
#3=IFCUNITASSIGNMENT((#1));
#4=IFCPROJECT('p',$,'x',$,$,$,$,$,#3);
#20=IFCCARTESIANPOINT((0.,0.,0.));
#21=IFCCARTESIANPOINT((4000.,0.,0.));
#22=IFCVERTEXPOINT(#20);
#23=IFCVERTEXPOINT(#21);
#24=IFCEDGE(#22,#23);
#25=IFCTOPOLOGYREPRESENTATION($,'Reference','Edge',(#24));
#26=IFCPRODUCTDEFINITIONSHAPE($,$,(#25));
#31=IFCBOUNDARYNODECONDITION($,IFCBOOLEAN(.T.),IFCBOOLEAN(.T.),5.,$,-1.,IFCBOOLEAN(.F.));
#27=IFCTOPOLOGYREPRESENTATION($,'Reference','Vertex',(#22));
#28=IFCPRODUCTDEFINITIONSHAPE($,$,(#27));
#32=IFCSTRUCTURALPOINTCONNECTION('c1',$,'N1',$,$,$,#28,#31,$);
#34=IFCSTRUCTURALCURVEMEMBER('m1',$,'B1',$,$,$,#26,.RIGID_JOINED_MEMBER.,$);
#35=IFCRELCONNECTSSTRUCTURALMEMBER('r1',$,$,$,#34,#32,#31,$,$,$);
#38=IFCISHAPEPROFILEDEF(.AREA.,'IPE 300',$,150.,300.,7.1,10.7,15.,$,$);
#39=IFCMATERIALPROFILE($,$,$,#38,$,$);
#41=IFCRELASSOCIATESMATERIAL('a1',$,$,$,(#34),#39);
#70=IFCSTRUCTURALLOADCASE('g',$,'Q',$,$,.LOAD_CASE.,.VARIABLE_Q.,.SNOW_S.,$,$,(0.,0.,-1.));
#71=IFCSTRUCTURALLOADLINEARFORCE($,0.,0.,-3.,0.,0.,0.);
#72=IFCSTRUCTURALLINEARACTION('l',$,$,$,$,$,$,#71,.GLOBAL_COORDS.,.F.,.PROJECTED_LENGTH.,.CONST.);
#73=IFCRELCONNECTSSTRUCTURALACTIVITY('r5',$,$,$,#34,#72);
#74=IFCRELASSIGNSTOGROUP('r6',$,$,$,(#72),$,#70);
ENDSEC;
END-ISO-10303-21;
)";

const std::string kBuilding = R"(ISO-10303-21;
HEADER;
FILE_SCHEMA(('IFC2X3'));
ENDSEC;
DATA;
#5=IFCCARTESIANPOINT((0.,0.,0.));
#6=IFCAXIS2PLACEMENT3D(#5,$,$);
#9=IFCLOCALPLACEMENT($,#6);
#21=IFCISHAPEPROFILEDEF(.AREA.,'HEA 200',$,0.2,0.19,0.0065,0.01,0.018);
#23=IFCDIRECTION((0.,0.,1.));
#24=IFCEXTRUDEDAREASOLID(#21,#6,#23,6.);
#26=IFCSHAPEREPRESENTATION($,'Body','SweptSolid',(#24));
#27=IFCPRODUCTDEFINITIONSHAPE($,$,(#26));
#28=IFCCOLUMN('c',$,'C1',$,$,#9,#27,$);
#30=IFCCARTESIANPOINT((0.095,0.,3.));
#32=IFCAXIS2PLACEMENT3D(#30,#23,$);
#33=IFCLOCALPLACEMENT(#9,#32);
#34=IFCCARTESIANPOINT((4.,0.,0.));
#35=IFCPOLYLINE((#5,#34));
#36=IFCSHAPEREPRESENTATION($,'Axis','Curve2D',(#35));
#37=IFCPRODUCTDEFINITIONSHAPE($,$,(#36));
#40=IFCBEAM('b',$,'B1',$,$,#33,#37,$);
#42=IFCPROFILEPROPERTIES('IPE300',#21);
#43=IFCRELASSOCIATESPROFILEPROPERTIES('x',$,$,$,(#40),#42,$,$);
ENDSEC;
END-ISO-10303-21;
)";

const std::string kDxf = "0\nSECTION\n2\nHEADER\n9\n$INSUNITS\n70\n4\n0\nENDSEC\n0\nSECTION\n2\nENTITIES\n0\nLINE\n8\nIPE "
                         "300\n10\n0\n20\n0\n30\n0\n11\n4000\n21\n0\n31\n0\n"
                         "0\nLINE\n8\nHEA "
                         "200\n10\n2000\n20\n-"
                         "500\n30\n0\n11\n2000\n21\n500\n31\n0\n0\nPOLYLINE\n8\n0\n70\n1\n0\nVERTEX\n10\n1\n20\n2\n30\n3\n0\nVE"
                         "RTEX\n10\n4\n20\n5\n30\n6\n42\n0.5\n0\nSEQEND\n"
                         "0\nSPLINE\n8\n0\n71\n3\n72\n8\n73\n4\n40\n0\n10\n1\n0\nLWPOLYLINE\n8\nIPE "
                         "300\n90\n3\n10\n1\n20\n1\n10\n5\n20\n9\n0\nHATCH\n91\n1\n92\n2\n93\n4\n0\nENDSEC\n0\nEOF\n";

const std::string kRecipe =
    R"({"format":"wren-recipe","version":1,"up":"z","units":{"length":"m"},"sections":{"a":"IPE 300"},"decimalMark":",",
"tables":[{"file":"nodes.csv","kind":"nodes","heading":1,"first":2,"columns":[{"column":"A","heading":"node","as":"node"},{"column":"B","as":"x","unit":"mm","reversed":true},{"column":"C","as":"y","unit":"ft"}]},
{"kind":"forces","signs":"ends","stations":"share","fillDown":true,"always":{"load":"G"},"columns":[{"column":"A","as":"element"},{"column":"B","as":"n","unit":"kip"}]}]})";

} // namespace

std::vector<Reader> readers()
{
    const std::vector<std::string> cells{",",        ";",
                                         "\t",       "\n",
                                         "\"",       "1e308",
                                         "-",        "\xEF\xBB\xBF",
                                         "\xFF\xFE", "max",
                                         "[kN]",     "99999999999999999999",
                                         "1,5",      "0",
                                         "element",  "member",
                                         "x [m]",    "1.35 G + 1.5 Q"};
    const std::vector<std::string> xml{"<row>",
                                       "</row>",
                                       "<c r=\"ZZZ999999\">",
                                       "<v>",
                                       "</v>",
                                       "<!--",
                                       "-->",
                                       "<![CDATA[",
                                       "]]>",
                                       "&amp;",
                                       "&#0;",
                                       "&#x110000;",
                                       "<!DOCTYPE x>",
                                       "r=\"A1\"",
                                       "t=\"s\"",
                                       "A1:XFD1048576",
                                       "number-rows-repeated=\"1048576\"",
                                       "number-columns-repeated=\"16384\"",
                                       "<table:table-row>",
                                       "</table:table-row>",
                                       "1e999"};
    const std::vector<std::string> step{"#20",
                                        "#34",
                                        "#1",
                                        "#99",
                                        "$",
                                        "*",
                                        "(",
                                        ")",
                                        ",",
                                        ";",
                                        "'",
                                        ".T.",
                                        "-1.",
                                        "1e308",
                                        "1e-308",
                                        "IFCBOOLEAN(.T.)",
                                        "/*",
                                        "*/",
                                        "\\X2\\D800\\X0\\",
                                        "#24=",
                                        "IFCEDGE(#22,#22)"};
    const std::vector<std::string> groups{
        "0\n",        "10\n",     "70\n",    "72\n1000000000\n", "73\n-5\n", "90\n2000000000\n", "93\n999999999\n", "LINE\n",
        "POLYLINE\n", "SPLINE\n", "HATCH\n", "ENDSEC\n",         "nan\n",    "1e308\n",          "BLOCK\n",         "-1\n"};
    const std::vector<std::string> json{"{",
                                        "}",
                                        "[",
                                        "]",
                                        ",",
                                        ":",
                                        "null",
                                        "\"always\"",
                                        "\"heading\":4000000",
                                        "1e308",
                                        "-1",
                                        "\"ZZZ\"",
                                        "\"factorOf\"",
                                        "\"kNm\"",
                                        "true"};
    std::string semicolons = kTables;
    std::replace(semicolons.begin(), semicolons.end(), ',', ';');
    return {{"delimited", {kTables, semicolons, "node  x  y\n1  0  0\n2  1  1\n"}, cells, delimited},
            {"workbook", {kSheet}, xml, sheetPart},
            {"open-document", {kContent}, xml, contentPart},
            {"package",
             {test::zipped(test::workbook(R"(<row r="1"><c r="A1"><v>1</v></c></row>)")),
              test::zipped(test::openDocument("<table:table/>"))},
             {"PK\x03\x04", "PK\x05\x06", "PK\x01\x02", std::string(8, '\xFF'), std::string(8, '\0')},
             package},
            {"ifc", {kIfc, kBuilding}, step, ifc},
            {"dxf", {kDxf}, groups, dxf},
            {"recipe", {kRecipe}, json, recipe}};
}

std::string mutated(const Reader& r, std::mt19937_64& random)
{
    const auto upTo = [&](size_t n) { return n == 0 ? 0 : random() % n; };
    std::string t = r.seeds[upTo(r.seeds.size())];
    const size_t changes = 1 + upTo(6);
    for (size_t k = 0; k < changes && !t.empty(); ++k) {
        const size_t at = upTo(t.size()), length = 1 + upTo(std::min<size_t>(t.size() - at, 40));
        switch (random() % 9) {
        case 0: t[at] = static_cast<char>(random()); break;
        case 1: t.erase(at, length); break;
        case 2: t.insert(at, t.substr(upTo(t.size()), length)); break;
        case 3:
        case 4: t.insert(at, r.words[upTo(r.words.size())]); break;
        case 5: t.replace(at, length, r.words[upTo(r.words.size())]); break;
        case 6: std::swap(t[at], t[upTo(t.size())]); break;
        case 7: t.resize(at); break;
        default:
            for (size_t i = at; i < t.size(); ++i)
                if (t[i] >= '0' && t[i] <= '9') {
                    t[i] = static_cast<char>('0' + random() % 10);
                    break;
                }
        }
    }
    return t;
}

} // namespace wr::fuzz
