// `start` as a user runs it: kinds and what they ask for, a frame that is checked at once, faults by field.
#include "tests/cli/run_cli.h"

using namespace wr::test;

TEST_CASE("start: kinds, what may be stated, and a frame that the other commands take", "[cli][start]")
{
    const Folder folder;
    const Run kinds = cli("start");
    CHECK(kinds.status == 0);
    for (const char* k : {"member", "hall", "truss", "floors", "tower", "scaffold"}) {
        INFO(k);
        CHECK(kinds.out.find(k) != std::string::npos);
        const Run list = cli(std::string("start ") + k + " --list --standard en1993");
        CHECK(list.status == 0);
        CHECK(list.out.find("steel") != std::string::npos);
    }
    const std::string hall = folder.file("h.frame.json");
    const Run r = cli("start hall 'spans=2 × 18 m' 'bays=4*6' base=fixed --standard en1993 --title 'Two spans' --out " + hall);
    INFO(r.out);
    REQUIRE(r.status == 0);
    // Snow on plan: 36 × 24 m × 0.8 kN/m².
    CHECK(r.out.find("691.2 kN") != std::string::npos);
    const Json frame = load(hall);
    CHECK(frame["title"] == "Two spans");
    CHECK(frame["design"]["standard"] == "en1993");
    const Run check = cli("check " + hall + " --json " + folder.file("c.json"));
    CHECK((check.status == 0 || check.status == 1)); // within or over, nothing unchecked
    const Json answer = load(folder.file("c.json"));
    CHECK(answer["members"].size() == frame["design"]["members"].size());
    CHECK(cli("members " + hall).status == 0);
    CHECK(cli("takeoff " + hall).status == 0);
    // In feet and pounds where the standard is one of theirs, or where that is asked for.
    REQUIRE(cli("start member span=24 'live=60 psf' --out " + folder.file("m.frame.json")).status == 0);
    CHECK(load(folder.file("m.frame.json"))["units"]["length"] == "ft");
    REQUIRE(cli("start member span=7.2 --units si --out " + folder.file("m.frame.json")).status == 0);
    CHECK(load(folder.file("m.frame.json"))["units"]["length"] == "m");
}

TEST_CASE("start: what cannot be is told, each with its field, and nothing is written", "[cli][start]")
{
    const Folder folder;
    const std::string out = folder.file("x.frame.json");
    const Run r = cli("start hall spans=20kN 'bays=0*6' columns=HEA281 colour=red --standard en1993 --out " + out);
    CHECK(r.status == 2);
    for (const char* words : {"error: spans", "error: bays", "error: columns", "error: colour", "HEA280"})
        CHECK(r.out.find(words) != std::string::npos);
    CHECK_FALSE(fs::exists(out));
    for (const char* wrong :
         {"start dome --out x", "start hall spans --out x", "start hall", "start hall --standard en1999 --out x"}) {
        INFO(wrong);
        CHECK(cli(wrong).status == 2);
    }
}
