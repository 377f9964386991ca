// Ladders, stock and plates in a frame file: written and read back, and what is wrong told with its place.
#include "core/files/frame_reader.h"
#include "core/files/frame_writer.h"
#include "core/project/file/row_bytes.h"
#include "tests/support.h"

#include <algorithm>

using namespace wr;
using Catch::Matchers::WithinRel;

TEST_CASE("frame file: ladders with all they can say come back, in feet and inches too", "[files][sizing]")
{
    for (const char* demo : {"tern-street", "marrow-hill"}) {
        Frame f = test::frameOf(test::demo(demo));
        f.hasDesign = true;
        Ladder l;
        l.id = "all";
        l.family = "W";
        l.families = {"HEA", "HEB"};
        l.sections = {"IPE300"};
        l.made = MadeShape{
            ShapeKind::I,
            {{"h", 0.3, 0.6, 0.05, false}, {"b", 0.2, 0, 0, false}, {"tw", 0, 0, 0, true}, {"tf", 0.01, 0.03, 0, true}}};
        l.minDepth = 0.2, l.maxDepth = 0.6, l.minWidth = 0.1, l.maxWidth = 0.3, l.maxMass = 120, l.minThickness = 0.006;
        l.depthWithin = 0.05, l.wideAs = f.design.groups.list()[0].id, l.target = 0.9, l.overCarried = true, l.stock = true;
        Ladder same;
        same.id = "same";
        same.sameAs = f.design.groups.list()[1].id;
        f.design.ladders = {l, same};
        f.design.groups[0].ladder = "same";
        f.design.groups[0].target = 0.85;
        f.design.stock = {{"IPE*", 1.2, {}, true}, {"W12X65", {}, 80.0, false}};
        f.design.plates = {0.006, 0.0127};
        const auto back = readFrame(writeFrame(f));
        REQUIRE(back.ok());
        const Ladder& r = back.value->design.ladders.list()[0];
        CHECK(r.families == l.families);
        CHECK(r.sections == l.sections);
        REQUIRE(r.made);
        REQUIRE(r.made->dimensions.size() == 4);
        CHECK_THAT(r.made->dimensions[0].to, WithinRel(0.6, 1e-9));
        CHECK_THAT(r.made->dimensions[0].step, WithinRel(0.05, 1e-9));
        CHECK(r.made->dimensions[2].plates);
        CHECK(r.made->dimensions[2].to == 0);
        CHECK_THAT(r.made->dimensions[3].from, WithinRel(0.01, 1e-9));
        CHECK_THAT(*r.maxMass, WithinRel(120.0, 1e-9));
        CHECK_THAT(*r.depthWithin, WithinRel(0.05, 1e-9));
        CHECK((r.wideAs == l.wideAs && r.overCarried && r.stock));
        CHECK(back.value->design.ladders.list()[1].sameAs == same.sameAs);
        CHECK(back.value->design.groups.list()[0].target == 0.85);
        CHECK_THAT(*back.value->design.stock.list()[0].perKg, WithinRel(1.2, 1e-9));
        CHECK_THAT(*back.value->design.stock.list()[1].perM, WithinRel(80.0, 1e-9));
        CHECK_FALSE(back.value->design.stock.list()[1].available);
        CHECK_THAT(back.value->design.plates.at(1), WithinRel(0.0127, 1e-9));
        // Through the project file bit by bit.
        CHECK(*frameFromBytes(bytesOf(f)) == f);
    }
}

TEST_CASE("frame file: what is wrong with a ladder is told with its place", "[files][sizing]")
{
    const auto faultsOf = [](const std::string& ladders, const std::string& more = "") {
        std::string all;
        for (const Finding& x :
             readFrame(R"({"format":"wren-frame","version":1,"design":{"ladders":[)" + ladders + "]" + more + "}}").findings)
            if (x.place.starts_with("/design")) all += x.place + ": " + x.text + "\n";
        return all;
    };
    CHECK(faultsOf(R"({"id":"a"})").find("a ladder needs \"family\", \"families\"") != std::string::npos);
    CHECK(faultsOf(R"({"id":"a","family":"IPE"})").empty());
    CHECK(faultsOf(R"({"id":"a","made":{"shape":"i","h":500,"b":200,"tw":8}})").find("/design/ladders/0/made/tf") !=
          std::string::npos);
    CHECK(faultsOf(R"({"id":"a","made":{"shape":"i","h":{"from":500,"to":300,"step":50},"b":200,"tw":8,"tf":10}})")
              .find("\"to\" lies below \"from\"") != std::string::npos);
    CHECK(faultsOf(R"({"id":"a","family":"IPE","minWidth":-1})").find("/design/ladders/0/minWidth") == 0);
    CHECK(faultsOf(R"({"id":"a","family":"IPE"})", R"(,"plates":[6,"x"])").find("/design/plates/1") == 0);
    CHECK(faultsOf(R"({"id":"a","family":"IPE"})", R"(,"stock":[{"perKg":1}])").find("/design/stock/0") == 0);
}
