// docs/options.md and the schema of the frame file say of options what the standards' tables say: both are made from them.
#include "core/base/shipped.h"
#include "core/files/frame_writer.h"
#include "core/files/option_schema.h"
#include "core/reporting/option_text.h"
#include "core/standards/standard.h"
#include "tests/support.h"

#include <fstream>
#include <nlohmann/json.hpp>
#include <sstream>

using namespace wr;

TEST_CASE("options: the document is the tables, written out", "[options][docs]")
{
    std::ifstream in(std::string(WREN_SOURCE) + "/docs/options.md");
    std::stringstream text;
    text << in.rdbuf();
    const std::string page = text.str(), tables = allOptions(true);
    REQUIRE(page.size() > tables.size());
    INFO("write it anew: wrenrail-cli options --as markdown, under the first lines of docs/options.md");
    CHECK(page.substr(page.size() - tables.size()) == tables);
}

TEST_CASE("options: the schema describes every option as its table does", "[options][schema]")
{
    const auto file = nlohmann::json::parse(shippedFile("schema/wren-frame-1.schema.json"));
    const auto made = nlohmann::json::parse(optionSchema());
    const auto& design = file["properties"]["design"]["properties"];
    const auto& brief = design["briefs"]["items"]["properties"];
    for (const auto& [key, value] : made["brief"].items()) {
        INFO("brief: " << key << ": write it anew from wrenrail-cli options --as schema");
        REQUIRE(brief.contains(key));
        CHECK(brief[key] == value);
    }
    const auto& set = design["parameterSets"]["items"]["properties"];
    for (const auto& [family, table] : made["nationalSet"].items())
        for (const auto& [key, value] : table.items()) {
            INFO(family << ": " << key);
            REQUIRE(set.contains(key));
            CHECK(set[key] == value);
        }
}

TEST_CASE("options: every one is read from a file, refused where it cannot stand, and written back", "[options][files]")
{
    for (const std::string_view family : standardFamilies())
        for (const Option& o : standardOfFamily(family)->options) {
            CAPTURE(family, o.key);
            OptionValue value = true;
            if (o.kind == Option::Kind::Number)
                value = !o.numbers.empty()       ? o.numbers.back()
                        : std::isfinite(o.most)  ? o.most
                        : std::isfinite(o.least) ? o.least + 1
                                                 : 0.3;
            else if (o.kind == Option::Kind::Word)
                value = std::string(o.words.back());
            else if (o.kind == Option::Kind::Text)
                value = std::string("uk");
            Frame f = test::frameOf(test::demo("tern-street"));
            Brief b;
            b.id = "B";
            test::option(b, std::string(family), std::string(o.key), value);
            if (!o.needs.empty()) test::option(b, std::string(family), std::string(o.needs), 1.0);
            f.design.briefs = {b};
            for (DesignMember& m : f.design.members)
                m.brief.clear();
            const Frame g = test::frameOf(writeFrame(f));
            REQUIRE(g.design.briefs.size() == 1);
            CHECK(g.design.briefs[0].options == b.options);
            if (!o.needs.empty()) { // alone it is a fault that names it
                f.design.briefs[0].options[std::string(family)].erase(std::string(o.needs));
                const auto read = readFrame(writeFrame(f));
                CHECK_FALSE(read.ok());
            }
        }
}
