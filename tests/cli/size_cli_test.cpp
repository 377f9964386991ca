// `size`: every group with its rungs, rounds, the frame written with its sizes, and the exit status.
#include "tests/cli/run_cli.h"

using namespace wr::test;

namespace {

const Json& groupOf(const Json& answer, const std::string& id)
{
    for (const Json& g : answer["groups"])
        if (g["id"] == id) return g;
    FAIL("no group " << id);
    return answer;
}

} // namespace

TEST_CASE("size: the forces at hand, every rung with what it comes to", "[cli][size]")
{
    const Folder folder;
    const Run r = cli("size " + demo("tern-street") + " --json " + folder.file("a.json"));
    CHECK(r.status == 0);
    CHECK(r.out.find("Rafters") != std::string::npos);
    const Json a = load(folder.file("a.json"));
    CHECK(a["format"] == "wren-size");
    CHECK(a["objective"] == "mass");
    CHECK(a["rounds"].empty());
    CHECK(a["groups"].size() == 8);
    double before = 0, after = 0;
    for (const Json& g : a["groups"]) {
        CAPTURE(g["id"].get<std::string>());
        before += g["mass"][0].get<double>();
        after += g["mass"][1].get<double>();
        bool any = false;
        double mass = 0;
        for (const Json& rung : g["rungs"]) {
            CHECK(rung["mass"].get<double>() >= mass); // lightest first
            mass = rung["mass"].get<double>();
            const bool fits = rung["fits"].get<bool>();
            CHECK(fits != rung.contains("why"));
            if (fits) CHECK(rung["utilisation"].get<double>() <= 1);
            if (fits && !any) CHECK(g["to"] == rung["section"]);
            any = any || fits;
        }
        CHECK(any);
    }
    CHECK(a["mass"][0].get<double>() == Approx(before));
    CHECK(a["mass"][1].get<double>() == Approx(after));
    // Only what is asked for.
    CHECK(cli("size " + demo("tern-street") + " --group Rafters --target 0.8 --json " + folder.file("b.json")).status == 0);
    const Json b = load(folder.file("b.json"));
    REQUIRE(b["groups"].size() == 1);
    CHECK(b["groups"][0]["utilisation"].get<double>() <= 0.8);
    CHECK(cli("size " + demo("tern-street") + " --pick \"group = \\\"Purlins\\\"\" --json " + folder.file("c.json")).status ==
          0);
    CHECK(load(folder.file("c.json"))["groups"].size() == 1);
    CHECK(cli("size " + demo("tern-street") + " --group Nobody").status == 2);
    CHECK(cli("size " + demo("tern-street") + " --objective nicest").status == 2);
    CHECK(cli("size " + demo("tern-street") + " --pick \"group = \\\"None\\\"\"").status == 2);
}

TEST_CASE("size: in rounds, written, and within by a check of the file", "[cli][size]")
{
    const Folder folder;
    const Run r = cli("size " + demo("tern-street") + " --rounds 60 --target 0.95 --write " + folder.file("s.frame.json") +
                      " --json " + folder.file("a.json"));
    CHECK(r.status == 0);
    const Json a = load(folder.file("a.json"));
    CHECK(a["settled"] == true);
    CHECK(a["met"] == true);
    REQUIRE(a["rounds"].size() >= 1);
    CHECK(a["rounds"].back()["top"].get<double>() <= 0.95);
    // Each group against what it had before the first round.
    size_t changed = 0;
    double before = 0, after = 0;
    for (const Json& g : a["groups"]) {
        changed += g["from"] != g["to"];
        before += g["mass"][0].get<double>();
        after += g["mass"][1].get<double>();
    }
    CHECK(changed >= 6);
    CHECK(before == Approx(a["mass"][0].get<double>()));
    CHECK(after == Approx(a["mass"][1].get<double>()));
    CHECK(after < 0.85 * before);
    CHECK(a["rounds"][0]["changed"] == a["rounds"][0]["changes"].size());
    CHECK(cli("check " + folder.file("s.frame.json") + " --json " + folder.file("k.json")).status == 0);
    double top = 0;
    const Json checked = load(folder.file("k.json"));
    for (const Json& m : checked["members"])
        top = std::max(top, m["utilisation"].get<double>());
    CHECK(top == Approx(a["rounds"].back()["top"].get<double>()).epsilon(1e-6));
    // Sized, there is nothing left to do.
    CHECK(cli("size " + folder.file("s.frame.json") + " --rounds 3 --target 0.95 --json " + folder.file("b.json")).status == 0);
    CHECK(load(folder.file("b.json"))["rounds"].empty());
}

TEST_CASE("size: what cannot be met, what cannot be had", "[cli][size]")
{
    const Folder folder;
    Json f = load(demo("tern-street"));
    f["design"]["ladders"] = {{{"id", "small"}, {"sections", {"IPE 80"}}}};
    f["design"]["groups"][0]["ladder"] = "small";
    const std::string small = folder.write("small.frame.json", f.dump());
    const Run over = cli("size " + small + " --json " + folder.file("a.json"));
    CHECK(over.status == 1);
    const Json a = load(folder.file("a.json"));
    const Json& columns = groupOf(a, f["design"]["groups"][0]["id"]);
    CHECK(columns["to"].is_null());
    CHECK(columns["why"].get<std::string>().find("the strongest, IPE80, comes to") == 0);
    CHECK(columns["rungs"][0]["why"] == "over the target");
    // Girders to be made, with plates the file lists.
    f["design"]["plates"] = {5, 6, 8, 10};
    f["design"]["ladders"] = {{{"id", "girders"},
                               {"made",
                                {{"shape", "i"},
                                 {"h", {{"from", 150}, {"to", 300}, {"step", 25}}},
                                 {"b", 120},
                                 {"tw", {{"plates", true}, {"to", 6}}},
                                 {"tf", {{"plates", true}, {"from", 6}}}}}}};
    f["design"]["groups"][0]["ladder"] = "girders";
    const std::string made = folder.write("made.frame.json", f.dump());
    CHECK(cli("size " + made + " --json " + folder.file("m.json") + " --write " + folder.file("mw.frame.json")).status == 0);
    const Json m = load(folder.file("m.json"));
    const Json& girders = groupOf(m, f["design"]["groups"][0]["id"]);
    CHECK(girders["rungs"].size() == 7 * 2 * 3);
    REQUIRE(girders["to"].is_string());
    CHECK(girders["to"].get<std::string>().find("PG") == 0);
    CHECK(cli("check --quiet " + folder.file("mw.frame.json")).status == 0);
    // Too many to be made.
    f["design"]["ladders"][0]["made"]["h"]["step"] = 0.01;
    const Run many = cli("size " + folder.write("many.frame.json", f.dump()));
    CHECK(many.status == 1);
    CHECK(many.out.find("more than 20000: take wider steps") != std::string::npos);
}
