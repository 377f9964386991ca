// `audit` and `compare` on the command line: what is told, carried out, accepted; exit status; the answers.
#include "core/files/frame_reader.h"
#include "core/project/edits.h"
#include "core/project/file/project_file.h"
#include "core/project/sidings.h"
#include "tests/cli/run_cli.h"

#include <fstream>

using namespace wr::test;

TEST_CASE("audit: lists findings by stop with their ways out, and settles them", "[cli][audit]")
{
    const Folder folder;
    const std::string street = demo("tern-street");
    const Run list = cli("audit " + street + " --json " + folder.file("a.json"));
    CHECK(list.status == 1); // forces.sway is an open error
    CHECK(list.out.find("Frame: ") == 0);
    CHECK(list.out.find("forces.sway") != std::string::npos);
    CHECK(list.out.find("→ 1. analyse in second order with reduced stiffness") != std::string::npos);
    const Json answer = load(folder.file("a.json"));
    CHECK(answer["format"] == "wren-audit");
    size_t open = 0;
    for (const Json& f : answer["findings"]) {
        CHECK(f["status"] == "open");
        ++open;
        if (f["code"] == "forces.sway") {
            CHECK(f["stop"] == "frame");
            CHECK(f["severity"] == "error");
            CHECK(f["ways"].size() == 4);
            CHECK(f["ways"][0]["does"] == "edit");
        }
        if (f["code"] == "stability.drift") CHECK(f["figures"]["limit"] == 1.5);
    }
    CHECK(answer["counts"]["open"] == open);
    CHECK(answer["stability"].size() == 7);
    // Filters.
    const Run some = cli("audit " + street + " --stop check --severity warning");
    CHECK(some.out.find("Frame:") == std::string::npos);
    CHECK(some.out.find("Check:") == 0);
    const Run stability = cli("audit " + street + " --stability");
    CHECK(stability.out.find("not met     Order of the analysis (C2.1(b))") != std::string::npos);

    // Carried out: the second way, then one that follows from the new state; written, read again and settled.
    const std::string settled = folder.file("s.frame.json");
    const Run done = cli("audit " + street + " --settle forces.sway#1 --settle stability.notional --out " + settled);
    INFO(done.out);
    CHECK(done.status == 0);
    CHECK(load(settled)["design"]["analysis"]["order"] == "second");
    const Run after = cli("audit " + settled);
    CHECK(after.status == 0);
    CHECK(after.out.find("forces.sway") == std::string::npos);
    CHECK(after.out.find("stability.notional") == std::string::npos);
    // Accepted: stays listed with reason and name, and is no open error any more.
    const std::string accepted = folder.file("acc.frame.json");
    CHECK(cli("audit " + street + " --accept forces.sway --reason \"hand check, page 4\" --by EN --out " + accepted).status ==
          0);
    const Run let = cli("audit " + accepted);
    CHECK(let.status == 0);
    CHECK(let.out.find("accepted by EN on ") != std::string::npos);
    CHECK(let.out.find("hand check, page 4") != std::string::npos);
    CHECK(cli("check --quiet " + accepted).status == cli("check --quiet " + street).status);
    CHECK(cli("audit " + accepted + " --forget forces.sway --out " + folder.file("f.frame.json")).status == 1);
    CHECK_FALSE(load(folder.file("f.frame.json"))["design"].contains("acceptances"));
}

TEST_CASE("audit: what cannot be done is told with the way out", "[cli][audit]")
{
    const Folder folder;
    const std::string street = demo("tern-street"), out = " --out " + folder.file("o.frame.json");
    const Run nowhere = cli("audit " + street + " --settle forces.sway");
    CHECK(nowhere.status == 2);
    CHECK(nowhere.out.find("--out") != std::string::npos);
    const Run nobody = cli("audit " + street + " --accept forces.sway" + out);
    CHECK(nobody.status == 2);
    CHECK(nobody.out.find("--reason and --by") != std::string::npos);
    const Run unknown = cli("audit " + street + " --settle forces.swy" + out);
    CHECK(unknown.status == 2);
    CHECK(unknown.out.find("did you mean forces.sway?") != std::string::npos);
    for (const char* way : {"#0", "#9", "#x", "#"}) {
        const Run none = cli("audit " + street + " --settle forces.sway" + std::string(way) + out);
        CHECK(none.status == 2);
        CHECK(none.out.find("has no such way out") != std::string::npos);
    }
    CHECK_FALSE(std::ifstream(folder.file("o.frame.json")).good());
    CHECK(cli("audit " + folder.file("nothing.json")).status == 2);
    CHECK(cli("audit " + street + " --standard en1992").status == 2);
}

TEST_CASE("compare: two files, in a sentence, member by member, with causes", "[cli][compare]")
{
    const Folder folder;
    const std::string street = demo("tern-street");
    const Run same = cli("compare " + street + " " + street);
    CHECK(same.status == 0);
    CHECK(same.out.find("nothing differs; ") != std::string::npos);
    Json f = load(street);
    const std::string before = f["elements"][0]["section"];
    std::string other;
    for (const Json& s : f["sections"])
        if (s["id"] != before) other = s["id"];
    f["elements"][0]["section"] = other;
    const std::string changed = folder.write("changed.frame.json", f.dump());
    const Run run = cli("compare " + street + " " + changed + " --json " + folder.file("c.json"));
    INFO(run.out);
    const Json c = load(folder.file("c.json"));
    CHECK(run.status == cli("check --quiet " + changed).status);
    CHECK(c["format"] == "wren-comparison");
    CHECK(c["then"]["members"] == 40);
    CHECK(c["now"]["mass"].get<double>() != c["then"]["mass"].get<double>());
    double groups = 0;
    for (const Json& g : c["groups"])
        groups += g["mass"].get<double>();
    CHECK(groups == Approx(c["now"]["mass"].get<double>() - c["then"]["mass"].get<double>()));
    REQUIRE(c["members"].size() >= 1);
    CHECK(run.out.find(c["sentence"].get<std::string>()) != std::string::npos);
    size_t split = 0;
    for (const Json& m : c["members"])
        if (m.contains("causes")) {
            ++split;
            const double sum = m["causes"]["demand"].get<double>() + m["causes"]["strength"].get<double>() +
                               m["causes"]["lengths"].get<double>();
            CHECK(sum == Approx(m["now"]["utilisation"].get<double>() - m["then"]["utilisation"].get<double>()).margin(1e-9));
        }
    CHECK(split >= 1);
    CHECK(cli("compare " + street).status == 2);
    CHECK(cli("compare " + street + " " + folder.file("none.json")).status == 2);
}

TEST_CASE("compare: a project against one of its sidings", "[cli][compare]")
{
    using namespace wr;
    const Folder folder;
    auto read = readFrameFile(demo("tern-street"));
    REQUIRE(read.ok());
    const Frame first = *std::move(read.value);
    Frame later = first;
    Edit e = SetExclude{{MemberRef{first.design.members[0].id, first.design.members[0].elements}}, true};
    REQUIRE(applyEdit(later, e).has_value());
    const std::string path = folder.file("p.wren");
    {
        auto file = ProjectFile::create(path, first);
        REQUIRE(file.has_value());
        Siding s;
        s.name = "one left out";
        s.frame = std::make_shared<const Frame>(later);
        file->write([&](ProjectFile::Writing& w) { w.part({"siding", s.name, bytesOf(s, first)}); });
    }
    const Run run = cli("compare " + path + " --siding \"one left out\" --json " + folder.file("c.json"));
    INFO(run.out);
    CHECK(run.status == 0);
    CHECK(load(folder.file("c.json"))["then"]["name"] == "one left out");
    const Run unknown = cli("compare " + path + " --siding \"one left uot\"");
    CHECK(unknown.status == 2);
    CHECK(unknown.out.find("did you mean one left out?") != std::string::npos);
}
