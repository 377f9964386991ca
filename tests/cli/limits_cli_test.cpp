// Limits of the frame on the command line: in the answer, in the exit status, as a table.
#include "tests/cli/run_cli.h"

using namespace wr::test;

namespace {

// The market roof with limits of its own, and every member left out so that they alone count.
std::string street(const Folder& folder, const char* name, const Json& limits)
{
    Json f = load(demo("tern-street"));
    f["design"]["frameLimits"] = limits;
    return folder.write(name, f.dump());
}

} // namespace

TEST_CASE("check: limits of the frame stand in the answer and count", "[cli][frame-limits]")
{
    const Folder folder;
    const int plain = cli("check --quiet " + demo("tern-street")).status;
    REQUIRE(plain == 0);
    const std::string tight = street(folder, "tight.frame.json", {{{"id", "Sway"}, {"of", "drift"}, {"over", 400}}}),
                      wide = street(folder, "wide.frame.json", {{{"id", "Sway"}, {"of", "drift"}, {"over", 20}}}),
                      none = street(folder, "none.frame.json",
                                    {{{"id", "Sway"}, {"of", "drift"}, {"over", 20}, {"kind", "quasi-permanent"}}});
    CHECK(cli("check --quiet " + wide).status == 0);
    CHECK(cli("check --quiet " + none).status == 4);
    const Run over = cli("check " + tight + " --json " + folder.file("a.json"));
    CHECK(over.status == 1);
    CHECK(over.out.find("drift h/400: the storey below") != std::string::npos);
    const Json answer = load(folder.file("a.json"));
    REQUIRE(answer["limits"].size() >= 1);
    const Json& row = answer["limits"][0];
    CHECK(row["id"] == "Sway");
    CHECK(row["status"] == (row["ratio"].get<double>() > 1 ? "over" : "ok"));
    CHECK(row["value"].get<double>() / row["allowed"].get<double>() == Approx(row["ratio"].get<double>()));
    CHECK(row["allowed"].get<double>() == Approx(1000 * row["height"].get<double>() / 400)); // mm of m
    CHECK(load(folder.file("a.json"))["members"].size() == 40);
    CHECK(cli("check --quiet " + none + " --json " + folder.file("n.json")).status == 4);
    CHECK(load(folder.file("n.json"))["limits"][0]["reason"].get<std::string>().find("quasi-permanent") != std::string::npos);
    // As a table beside the others.
    CHECK(cli("tables " + tight + " --out " + folder.file("t")).status == 0);
    std::ifstream in(folder.file("t") + "/limits.csv");
    std::string head, first;
    std::getline(in, head);
    std::getline(in, first);
    CHECK(head.find("Limit,Ratio,State,Moves (mm),Allowed (mm),Combination,Node") == 0);
    CHECK(first.find("drift h/400,") == 0);
}
