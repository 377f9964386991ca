#include "tests/files/ifc_text.h"

using namespace wr;
using namespace wr::test;
using namespace wr::test::ifcfile;

TEST_CASE("ISO 10303-21: every kind of value, comments, letters beyond ASCII", "[ifc]")
{
    const StepFile f = file(step(R"(/* a comment; with 'quotes' */
#7 = IFCTHING ( $ , * , -1.5E-3 , 7, 'it''s \X2\00E4\X0\ \X\E9 ; ( ' , .T. , #8 , ( 1. , (2.,#9) ) , IFCLABEL('x') , () ) ;
#8=IFCOTHER();#2=IFCOTHER('second');
)"));
    CHECK(f.size() == 3);
    CHECK(f.schema() == "IFC4");
    const StepRecord r = f.record(7);
    REQUIRE(r.attributes.size() == 10);
    using K = StepValue::Kind;
    CHECK(r[0].kind == K::None);
    CHECK(r[1].kind == K::Derived);
    CHECK(r[2].number == -1.5e-3);
    CHECK(r[3].number == 7);
    CHECK(r[4].text == "it's \u00e4 \u00e9 ; ( ");
    CHECK(r[5].text == "T");
    CHECK(r[6].reference == 8);
    REQUIRE(r[7].parts.size() == 2);
    CHECK(r[7].parts[1].parts[1].reference == 9);
    CHECK(r[8].kind == K::Typed);
    CHECK(r[8].text == "IFCLABEL");
    CHECK(r[8].parts[0].text == "x");
    CHECK(r[9].parts.empty());
    CHECK(r[42].kind == K::None);
    CHECK(f.all("IFCOTHER").size() == 2);
    CHECK(f.keyword(2) == "IFCOTHER");
    CHECK_FALSE(f.has(99));
    CHECK(f.record(99).keyword.empty());
}

TEST_CASE("ISO 10303-21: what is damaged says where", "[ifc]")
{
    SilentProgress p;
    const auto error = [&](const std::string& t) {
        const auto f = StepFile::read(t, p);
        return f ? std::string() : f.error();
    };
    CHECK(error("nothing of the kind").find("does not begin") != std::string::npos);
    CHECK(error("ISO-10303-21;\nHEADER;\nENDSEC;\nDATA;\n#1=A();\n#2=B(").find("line 6") != std::string::npos);
    CHECK(error("ISO-10303-21;\nDATA;\n#1=A();\n").find("cut off") != std::string::npos);
    CHECK(error(step("#1=A();\n#1=B();\n")).find("#1 stands twice") != std::string::npos);
    CHECK(error(step("#99999999999=A();\n")).find("too large") != std::string::npos);
    CHECK(error(step("#1=A();\n?\n")).find("line 9") != std::string::npos);
    // An instance whose attributes are none is passed over and counted; deep brackets do not exhaust the stack.
    const StepFile f = file(step("#1=A(,,);\n#2=B(" + std::string(100000, '(') + ");\n"));
    CHECK(f.record(1).keyword.empty());
    CHECK(f.record(2).keyword.empty());
    CHECK(f.damaged() == 2);
    CHECK(f.firstDamaged() == 1);
    p.cancel();
    std::string many;
    for (int k = 1; k < 50000; ++k)
        many += "#" + std::to_string(k) + "=A();\n";
    CHECK(error(step(many)) == "cancelled");
}
