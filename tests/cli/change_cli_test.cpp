// `change` as a user runs it: tools and what they ask for, a longer roof that is checked at once, faults by field.
#include "tests/cli/run_cli.h"

using namespace wr::test;

TEST_CASE("change: bays more, supports and ends, each checked by the other commands", "[cli][shape]")
{
    const Folder folder;
    const std::string roof = std::string(WREN_SOURCE) + "/data/demo/tern-street.frame.json";
    const Run tools = cli("change");
    CHECK(tools.status == 0);
    for (const char* t : {"draw", "copy", "turn", "mirror", "move", "divide", "join", "delete", "ends", "stand", "support"}) {
        INFO(t);
        CHECK(tools.out.find(t) != std::string::npos);
        CHECK(cli("change " + roof + " " + t + " --list").status == 0);
    }
    const Json before = load(roof);
    const std::string longer = folder.file("long.frame.json");
    const Run r = cli("change " + roof + " copy 'by=15 m y' --elements all --write " + longer);
    INFO(r.out);
    REQUIRE(r.status == 0);
    const Json after = load(longer);
    // The frame at y = 15 m stands already: all the rest comes once more.
    CHECK(after["elements"].size() > 2 * before["elements"].size() - 12);
    CHECK(after["elements"].size() < 2 * before["elements"].size());
    const Run check = cli("check " + longer + " --json " + folder.file("c.json"));
    CHECK((check.status == 0 || check.status == 1));
    CHECK(load(folder.file("c.json"))["members"].size() > before["elements"].size());
    REQUIRE(cli("change " + roof + " support kind=fixed --nodes all --write " + folder.file("s.json")).status == 0);
    CHECK(load(folder.file("s.json"))["nodes"][0]["support"]["ry"] == true);
    // A pipe of two: divided, then joined again is the frame it was.
    const Run both = cli("change " + roof + " divide parts=2 --members C1L --write " + folder.file("d.json"));
    REQUIRE(both.status == 0);
    CHECK(load(folder.file("d.json"))["elements"].size() > before["elements"].size());
}

TEST_CASE("change: what cannot be is told, and nothing is written", "[cli][shape]")
{
    const Folder folder;
    const std::string roof = std::string(WREN_SOURCE) + "/data/demo/tern-street.frame.json", out = folder.file("x.json");
    for (const auto& [wrong, words] : {std::pair{"bend --elements all", "no tool"},
                                       {"copy 'by=5 kN y' --elements all", "By"},
                                       {"copy by=0 --elements all", "By"},
                                       {"copy 'far=5 m y' --elements all", "far"},
                                       {"copy times=0 --elements all", "Times"},
                                       {"divide --elements nobody", "nobody"},
                                       {"divide --members nobody", "nobody"},
                                       {"support kind=glued --nodes all", "one of"},
                                       {"delete", "pick"},
                                       {"copy by", "key=value"}}) {
        INFO(wrong);
        const Run r = cli("change " + roof + " " + wrong + " --write " + out);
        INFO(r.out);
        CHECK(r.status == 2);
        CHECK(r.out.find(words) != std::string::npos);
        CHECK_FALSE(fs::exists(out));
    }
    CHECK(cli("change " + roof + " join --elements all").status == 2); // nowhere to write
}
