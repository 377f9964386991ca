// The manners of the command line: faults told and never passed over, help, silence, outputs looked at before the work.
#include "tests/cli/run_cli.h"

using namespace wr::test;

TEST_CASE("cli: what takes the ground from the answer is never exit 0, and never without a word", "[cli]")
{
    const Folder f;
    const auto with = [&](const std::string& from, const std::string& to) {
        std::string text = beam(1.5);
        const size_t at = text.find(from);
        REQUIRE(at != std::string::npos);
        return text.replace(at, from.size(), to);
    };
    const std::string quiet = " --quiet --json " + f.file("a.json");
    // A standard that nothing has, in the file: no answer by another one.
    const std::string other = with("\"design\":{", R"("design":{"standard":"aisc360-22-ASD",)");
    const Run unknown = cli("check " + f.write("unknown.json", other) + quiet);
    CHECK(unknown.status == 2);
    CHECK(unknown.out.find("aisc360-22-ASD") != std::string::npos);
    CHECK_FALSE(fs::exists(f.file("a.json")));
    // A mechanism, quiet: the reason all the same; analyse writes nothing.
    const std::string slides = f.write("slides.json", with("\"ux\":true,", ""));
    const Run silent = cli("check " + slides + quiet);
    CHECK(silent.status == 2);
    CHECK(silent.out.find("along x") != std::string::npos);
    CHECK(cli("analyse " + slides + " --json " + f.file("half.json")).status == 2);
    CHECK_FALSE(fs::exists(f.file("half.json")));
    // Standard input and output.
    const Run piped = cli("check - --quiet --json - < " + f.write("ok.json", beam(1.5)));
    CHECK(piped.status == 0);
    CHECK(Json::parse(piped.out)["members"].size() == 1);
    CHECK(cli("check " + f.file("ok.json") + " --quiet --json /dev/full").status == 2);
    CHECK(cli("check " + f.file("ok.json") + " --quiet --json - > /dev/full").status == 2);
    // What a file says does not reach the terminal as control characters.
    const Run escape = cli("check " + f.write("esc.json", with("\"W18X50\"", "\"W18\\u001b[31mX\"")));
    CHECK(escape.status == 2);
    CHECK(escape.out.find('\x1b') == std::string::npos);
}

TEST_CASE("cli: a strength combination without forces leaves the members unchecked, with null and without a governing check",
          "[cli]")
{
    const Folder f;
    const std::string text =
        R"({"format":"wren-frame","version":1,"materials":[{"id":"M","grade":"A992"}],"sections":[{"id":"S","name":"W14X90"}],
"nodes":[{"id":"1","at":[0,0,0]},{"id":"2","at":[0,0,4]}],"elements":[{"id":"E","nodes":["1","2"],"section":"S","material":"M"}],
"cases":[{"id":"G"},{"id":"W"}],"combinations":[{"id":"U","terms":{"G":1.2}},{"id":"V","terms":{"G":1,"W":1}}],
"results":[{"case":"G","elements":[{"element":"E","stations":[{"s":0,"n":-500},{"s":4,"n":-500}]}]}]})";
    CHECK(cli("check " + f.write("p.json", text) + " --quiet --json " + f.file("p.out")).status == 4);
    const Json a = load(f.file("p.out"));
    const Json& m = a["members"].at(0);
    CHECK(m["status"] == "unchecked");
    CHECK(m["utilisation"].is_null());
    CHECK_FALSE(m.contains("governing"));
    CHECK(m["notes"].dump().find("combination V has no forces") != std::string::npos);
}

TEST_CASE("cli: help fits 100 columns and has examples that run", "[cli]")
{
    for (const char* command : {"", "check", "analyse", "members", "combinations", "tables", "grades", "sections"}) {
        const Run h = cli(std::string(command) + " --help");
        CHECK(h.status == 0);
        std::istringstream lines(h.out);
        for (std::string line; std::getline(lines, line);) {
            CAPTURE(command, line);
            CHECK(line.size() <= 100);
        }
        if (*command) CHECK(h.out.find("Examples:") != std::string::npos);
        CHECK(h.out.find("TEXT:") == std::string::npos);
    }
    Folder f;
    fs::copy_file(demo("tern-street"), f.file("hall.frame.json"));
    int run = 0;
    for (const char* command : {"check", "analyse", "members", "combinations", "tables", "grades", "sections"}) {
        std::istringstream lines(cli(std::string(command) + " --help").out);
        for (std::string line; std::getline(lines, line);) {
            if (!line.starts_with("  wrenrail-cli ")) continue;
            std::string arguments = line.substr(15);
            if (const size_t c = arguments.find("--trace C1"); c != std::string::npos) arguments.replace(c, 10, "--trace P1L");
            CAPTURE(arguments);
            FILE* p = popen(("cd \"" + f.file("") + "\" && \"" WREN_CLI "\" " + arguments + " > /dev/null 2>&1").c_str(), "r");
            const int s = WEXITSTATUS(pclose(p));
            CHECK((s == 0 || s == 1 || s == 4));
            ++run;
        }
    }
    CHECK(run == 16);
}

TEST_CASE("cli: quiet, unwritable outputs before the work, reasons, counts", "[cli]")
{
    Folder f;
    for (const char* command : {"analyse", "combinations", "check", "members"}) {
        CAPTURE(command);
        CHECK(cli(std::string(command) + " " + demo("tern-street") + " --quiet --json " + f.file("q.json")).out.find("note") ==
              std::string::npos);
        // The frame is not even read.
        const Run r = cli(std::string(command) + " /no/such/frame --json " + f.file("no/such/out.json"));
        CHECK(r.status == 2);
        CHECK(r.out.find("out.json cannot be written") != std::string::npos);
        CHECK(r.out.find("/no/such/frame") == std::string::npos);
    }
    CHECK(cli("analyse " + demo("tern-street") + " --quiet --json " + f.file("q.json")).out.empty());
    const Run one = cli("analyse " + f.write("b.frame.json", beam(10)) + " --json " + f.file("o.json"));
    CHECK(one.out.find("2 nodes, 1 element, 1 case,") != std::string::npos);
    const Run warned = cli("check " + demo("marrow-hill"));
    CHECK(warned.out.find("  over      … and 18 more") != std::string::npos);
    CHECK(warned.out.find("slenderness: L/r is above the advised 200") != std::string::npos);
    CHECK(warned.out.find("what sway adds is missing") != std::string::npos);
    const Run text = cli("check " + demo("tern-street") + " --trace P1L --trace-as text");
    CHECK(text.status == 0);
    CHECK(text.out.find("Member P1L, IPE120, 5.000 m long, by AISC 360-22 LRFD: warned") != std::string::npos);
    CHECK(text.out.find("F_cr = 0.877*F_e") != std::string::npos);
    CHECK(text.out.find("[E3-3]") != std::string::npos);
    CHECK(text.out.find("no demand") == std::string::npos); // every row of this member has one
    CHECK(cli("chek x").out == "error: there is no command \"chek\"; did you mean check?\n");
}
