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

TEST_CASE("change: a case with loads on members, nodes and panels, summed up and dropped again", "[cli][shape]")
{
    const Folder folder;
    const std::string roof = std::string(WREN_SOURCE) + "/data/demo/tern-street.frame.json", a = folder.file("a.json"),
                      b = folder.file("b.json");
    REQUIRE(cli("change " + roof + " case case=M title=Works action=live 'hand=30 kN down' --write " + a).status == 0);
    // 5 kN/m on two columns' 4 m across, 2 kN at two nodes, 0.2 kN/m² on plan over 9 × 15 m.
    REQUIRE(cli("change " + a + " line case=M 'load=2*2.5 kN/m' 'way=along y' --members C1L,C1R --write " + b).status == 0);
    REQUIRE(cli("change " + b + " nodal case=M 'load=2 kN' 'way=along x' --nodes 9,10 --write " + a).status == 0);
    REQUIRE(cli("change " + a + " area case=M 'load=0.2 kN/m²' 'way=down, on plan' --elements all --write " + b).status == 0);
    const Run tables = cli("tables " + b + " --out " + folder.file("tables"));
    INFO(tables.out);
    CHECK(tables.status == 0);
    const std::string summary = slurpText(folder.file("tables") + "/summary.csv");
    INFO(summary);
    CHECK(summary.find("M · Works,4.000; 40.00; −27.00 kN,by hand 30.00 kN down; balanced by reactions") != std::string::npos);
    CHECK(load(b)["cases"].back()["handSum"] == Json({0, 0, -30}));
    // Turned around it is the opposite; dropped, the frame is as it was.
    REQUIRE(cli("change " + b + " alter case=M factor=-1 --write " + a).status == 0);
    CHECK(load(a)["cases"].back()["nodal"][0]["f"][0] == -2);
    REQUIRE(cli("change " + a + " nocase case=M --write " + b).status == 0);
    Json others = load(a)["cases"];
    others.erase(others.size() - 1);
    CHECK(load(b)["cases"] == others);
    CHECK(others.size() == load(roof)["cases"].size());
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
