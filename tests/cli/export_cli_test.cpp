// `export` and `joint` as a user runs them, and what other programs make of the files.
#include "tests/cli/run_cli.h"

using namespace wr::test;

namespace {

int statusOf(const std::string& command)
{
    const int s = std::system((command + " > /dev/null 2>&1").c_str());
    return WIFEXITED(s) ? WEXITSTATUS(s) : 1000;
}

} // namespace

TEST_CASE("export: every format at once, each saying its units; files that others take", "[cli][export]")
{
    const Folder folder;
    std::string out;
    for (const char* e : {"glb", "ifc", "bcf", "dxf", "svg", "pdf", "png", "xlsx", "sqlite"})
        out += " --out " + folder.file(std::string("f.") + e);
    const Run r = cli("export " + demo("marrow-hill") + out);
    INFO(r.out);
    REQUIRE(r.status == 0);
    for (const char* words : {"f.glb: 198 members, metres, y upwards", "f.ifc: 198 members, metres, z upwards",
                              "f.sqlite: 198 members, the frame's units"})
        CHECK(r.out.find(words) != std::string::npos);
    CHECK(statusOf("pdffonts " + folder.file("f.pdf") + " | grep -q Inter") == 0);
    CHECK(statusOf("tidy -xml -q -e " + folder.file("f.svg")) == 0);
    // Topics of coordination: every part of every topic is well formed.
    fs::create_directories(folder.file("bcf"));
    REQUIRE(statusOf("python3 -m zipfile -e " + folder.file("f.bcf") + " " + folder.file("bcf")) == 0);
    CHECK(statusOf("find " + folder.file("bcf") + " -name '*.bcf*' -o -name 'bcf.version' | xargs tidy -xml -q -e") == 0);
    const std::string script = folder.write("glb.py", "import json, struct, sys\n"
                                                      "b = open(sys.argv[1], 'rb').read()\n"
                                                      "assert b[:4] == b'glTF'\n"
                                                      "n = struct.unpack('<I', b[12:16])[0]\n"
                                                      "j = json.loads(b[20:20 + n])\n"
                                                      "u = [x['extras']['utilisation'] for x in j['nodes'] if 'extras' in x]\n"
                                                      "assert len(u) == 198 and max(u) > 1.3\n"
                                                      "assert j['asset']['extras']['up'] == '+Y'\n");
    CHECK(statusOf("python3 " + script + " " + folder.file("f.glb")) == 0);
}

TEST_CASE("export: a pick, a drawing by its name or through nodes, and what is wrong in words", "[cli][export]")
{
    const Folder folder;
    const std::string frame = demo("tern-street");
    const Run views = cli("export " + frame + " --views");
    CHECK(views.status == 0);
    CHECK(views.out.find("Elevation at y = 5.000 m\n") != std::string::npos);
    CHECK(views.out.find("View\n") != std::string::npos);
    const Run r = cli("export " + frame + " --view 'elevation at y = 5.000 m' --letters key --out " + folder.file("e.svg") +
                      " --out " + folder.file("e.dxf"));
    INFO(r.out);
    CHECK(r.status == 0);
    CHECK(slurpText(folder.file("e.svg")).find("Sections") != std::string::npos);
    CHECK(cli("export " + frame + " --view 'through 1, 2, 9' --out " + folder.file("t.svg")).status == 0);
    CHECK(slurpText(folder.file("t.svg")).find("Plane through 1, 2, 9") != std::string::npos);
    const Run some = cli("export " + frame + " --pick 'util > 0.9' --out " + folder.file("p.glb"));
    CHECK(some.status == 0);
    CHECK(some.out.find("40 members") == std::string::npos);
    for (const std::string& wrong :
         {frame + " --out " + folder.file("a.step"), frame + " --view nowhere --out " + folder.file("a.svg"),
          frame + " --view 'through 1, nobody' --out " + folder.file("a.svg"),
          frame + " --pick 'util >' --out " + folder.file("a.glb"), frame + " --out " + folder.file("no/such/a.glb"), frame,
          std::string("no-such.frame.json --out ") + folder.file("a.glb")}) {
        INFO(wrong);
        const Run bad = cli("export " + wrong);
        CHECK(bad.status == 2);
        CHECK(bad.out.find("error") != std::string::npos);
    }
}

TEST_CASE("joint: largest forces, one combination with its balance, bolts with their calculation", "[cli][joint]")
{
    const Folder folder;
    const std::string frame = demo("tern-street");
    const Run largest = cli("joint " + frame + " --node 9");
    INFO(largest.out);
    CHECK(largest.status == 0);
    CHECK(largest.out.find("Largest, with what goes with it") != std::string::npos);
    const Run one = cli("joint " + frame + " --node 9 --combination U3 --csv " + folder.file("j.csv"));
    CHECK(one.status == 0);
    // The last line of the balance: nothing is left.
    const std::string csv = slurpText(folder.file("j.csv"));
    const size_t at = csv.find("left to loads");
    REQUIRE(at != std::string::npos);
    std::istringstream cells(csv.substr(at, csv.find('\r', at) - at));
    std::string cell;
    std::getline(cells, cell, ',');
    int numbers = 0;
    while (std::getline(cells, cell, ',')) {
        CHECK(std::abs(std::stod(cell)) < 1e-6);
        ++numbers;
    }
    CHECK(numbers == 6);
    const Run bolts =
        cli("joint " + frame + " --standard en1993 --node 9 --bolts '4 M20 8.8' --end T1 --plate '12 mm' --calculation");
    INFO(bolts.out);
    CHECK(bolts.status == 0);
    CHECK(bolts.out.find("F_vRd = n*n_s*alpha_v*f_ub*A/gamma_M2 = 376.3 kN") != std::string::npos); // 4 × 94.08
    CHECK(bolts.out.find("no design of the connection") != std::string::npos);
    for (const char* wrong : {"--node nowhere", "--node 9 --combination U99", "--node 9 --bolts '4 M20' --end T1",
                              "--standard en1993 --node 9 --bolts '4 M20 8.8' --end nobody",
                              "--standard en1993 --node 9 --bolts '4 M20 8.8' --end T1 --plate '3 kN'"}) {
        INFO(wrong);
        CHECK(cli("joint " + frame + " " + wrong).status == 2);
    }
}
