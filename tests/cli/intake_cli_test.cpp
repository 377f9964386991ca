// Taking frames in as a user does.
#include "tests/cli/run_cli.h"

#include <cmath>
#include <cstdlib>

using namespace wr::test;

namespace {

fs::path folder()
{
    const fs::path f = fs::temp_directory_path() / ("wren-intake-" + std::to_string(getpid()));
    fs::create_directories(f);
    return f;
}

void put(const fs::path& p, const std::string& text)
{
    std::ofstream(p, std::ios::binary) << text;
}

Json json(const fs::path& p)
{
    std::ifstream in(p);
    return Json::parse(in);
}

std::string sample(const char* name)
{
    return "\"" + std::string(WREN_SOURCE) + "/data/demo/intake/" + name + "\"";
}

// Every number of two frames' results alike.
void sameResults(const Json& a, const Json& b)
{
    REQUIRE(a["results"].size() == b["results"].size());
    for (size_t r = 0; r < a["results"].size(); ++r) {
        const Json &x = a["results"][r]["elements"], &y = b["results"][r]["elements"];
        REQUIRE(x.size() == y.size());
        for (size_t e = 0; e < x.size(); ++e) {
            REQUIRE(x[e]["stations"].size() == y[e]["stations"].size());
            for (size_t s = 0; s < x[e]["stations"].size(); ++s)
                for (const auto& [key, v] : x[e]["stations"][s].items())
                    REQUIRE(std::abs(v.get<double>() - y[e]["stations"][s][key].get<double>()) <=
                            1e-9 * std::max(1.0, std::abs(v.get<double>())));
        }
    }
}

} // namespace

TEST_CASE("cli: intake of a workbook, of the same as text, and its recipe used again", "[cli][intake]")
{
    const fs::path f = folder();
    const Run book = cli("intake " + sample("roof.xlsx") + " --standard aisc360-22-lrfd --out \"" +
                         (f / "a.frame.json").string() + "\" --save-recipe \"" + (f / "r.json").string() + "\"");
    INFO(book.out);
    REQUIRE(book.status == 0);
    CHECK(book.out.find("Section forces, 13104 rows") != std::string::npos);
    CHECK(book.out.find("H \"M major [kN·m]\" = M major in kN·m") != std::string::npos);
    CHECK(book.out.find("28 nodes, 48 elements") != std::string::npos);
    const Run text =
        cli("intake " + sample("roof") + " --quiet --standard aisc360-22-lrfd --out \"" + (f / "b.frame.json").string() + "\"");
    CHECK(text.status == 0);
    CHECK(text.out.empty());
    sameResults(json(f / "a.frame.json"), json(f / "b.frame.json"));
    const Run again = cli("intake " + sample("roof.xlsx") + " --quiet --recipe \"" + (f / "r.json").string() + "\" --out \"" +
                          (f / "c.frame.json").string() + "\"");
    INFO(again.out);
    CHECK(again.status == 0);
    CHECK(json(f / "c.frame.json")["results"] == json(f / "a.frame.json")["results"]);
    CHECK(cli("check \"" + (f / "a.frame.json").string() + "\" --quiet").status == 0);
    fs::remove_all(f);
}

TEST_CASE("cli: intake tells all faults and writes nothing", "[cli][intake]")
{
    const fs::path f = folder();
    put(f / "nodes.csv", "node,x [m],y [m],z [m]\n1,0,0,0\n2,a,0,4\n");
    put(f / "elements.csv", "element,node i,node j,section\nC1,1,2,HEA 201\nC2,1,3,HEA 200\n");
    const Run r = cli("intake \"" + f.string() + "\" --out \"" + (f / "x.frame.json").string() + "\" --json \"" +
                      (f / "x.json").string() + "\"");
    INFO(r.out);
    CHECK(r.status == 2);
    for (const char* words : {"nodes, row 3, column B (x [m])", "no node \"3\"", "\"HEA 201\" in 1 row", "near are HEA200",
                              "no material is stated", "x.frame.json is not written"})
        CHECK(r.out.find(words) != std::string::npos);
    CHECK_FALSE(fs::exists(f / "x.frame.json"));
    const Json answer = json(f / "x.json");
    CHECK(answer["format"] == "wren-intake");
    CHECK(answer["sound"] == false);
    CHECK(answer["unknown"][0]["name"] == "HEA 201");
    CHECK(answer["tables"].size() == 2);
    CHECK(answer["findings"].size() == 4);
    put(f / "nodes.csv", "node,x [m],y [m],z [m]\n1,0,0,0\n2,0,0,4\n3,5,0,4\n");
    put(f / "recipe.json", R"({"format":"wren-recipe","version":1,"sections":{"HEA 201":"HEA 200"},"tables":[
{"file":"nodes.csv","kind":"nodes","columns":[{"column":"A","heading":"node","as":"node"},{"column":"B","heading":"x [m]","as":"x","unit":"m"},
{"column":"C","heading":"y [m]","as":"y","unit":"m"},{"column":"D","heading":"z [m]","as":"z","unit":"m"}]},
{"file":"elements.csv","kind":"elements","columns":[{"column":"A","heading":"element","as":"element"},{"column":"B","heading":"node i","as":"i"},
{"column":"C","heading":"node j","as":"j"},{"column":"D","heading":"section","as":"section"}]}]})");
    const Run mended =
        cli("intake \"" + (f / "nodes.csv").string() + "\" \"" + (f / "elements.csv").string() + "\" --recipe \"" +
            (f / "recipe.json").string() + "\" --grade S355 --out \"" + (f / "x.frame.json").string() + "\"");
    INFO(mended.out);
    CHECK(mended.status == 0);
    CHECK(json(f / "x.frame.json")["sections"].size() == 2);
    fs::remove_all(f);
}

TEST_CASE("cli: intake of models, and what does not go together", "[cli][intake]")
{
    const fs::path f = folder();
    const Run r = cli("intake " + sample("roof-building.ifc") + " --out \"" + (f / "x.frame.json").string() + "\"");
    INFO(r.out);
    CHECK(r.status == 0);
    CHECK(r.out.find("brought there") != std::string::npos);
    CHECK(
        cli("intake " + sample("roof.ifc") + " " + sample("roof.xlsx") + " --out \"" + (f / "y.json").string() + "\"").status ==
        2);
    CHECK(cli("intake").status == 2);
    CHECK(cli("intake " + sample("roof.ifc")).status == 2);
    CHECK(cli("intake nothing.xlsx --out \"" + (f / "y.json").string() + "\"").out.find("no such file") != std::string::npos);
    CHECK(cli("intake " + sample("roof.xlsx") + " --standard banana --out \"" + (f / "y.json").string() + "\"").status == 2);
    put(f / "bad.json", "{\"format\":\"wren-recipe\"");
    CHECK(cli("intake " + sample("roof.xlsx") + " --recipe \"" + (f / "bad.json").string() + "\" --out -").status == 2);
    fs::remove_all(f);
}

TEST_CASE("cli: the same frame again keeps its decisions, and what differs is told", "[cli][intake]")
{
    const fs::path f = folder();
    Json frame = json(fs::path(WREN_SOURCE) / "data/demo/tern-street.frame.json");
    // As it comes back: without decisions, one element resized, one gone.
    Json next = frame;
    next.erase("design");
    next["elements"][0]["section"] = "Rafter";
    const std::string gone = next["elements"].back()["id"];
    next["elements"].erase(next["elements"].size() - 1);
    for (Json& c : next["cases"])
        if (c.contains("line")) {
            Json lines = Json::array();
            for (const Json& l : c["line"])
                if (l["element"] != gone) lines.push_back(l);
            c["line"] = lines;
        }
    put(f / "next.frame.json", next.dump());
    REQUIRE(
        cli("intake --template \"" + (f / "next").string() + "\" --with \"" + (f / "next.frame.json").string() + "\"").status ==
        0);
    const Run r = cli("intake \"" + (f / "next").string() + "\" --again \"" + std::string(WREN_SOURCE) +
                      "/data/demo/tern-street.frame.json\" --out \"" + (f / "x.frame.json").string() + "\"");
    INFO(r.out);
    CHECK(r.status == 0);
    CHECK(r.out.find("1 gone, 1 resized") != std::string::npos);
    CHECK(r.out.find("gone: " + gone) != std::string::npos);
    CHECK(r.out.find("is there no more: its group") != std::string::npos);
    const Json out = json(f / "x.frame.json");
    CHECK(out["design"]["members"].size() == frame["design"]["members"].size() - 1);
    CHECK(out["design"]["groups"] == frame["design"]["groups"]);
    fs::remove_all(f);
}

TEST_CASE("cli: a template is filled in, taken in and has a page that explains it", "[cli][intake]")
{
    const fs::path f = folder();
    const Run r = cli("intake --template \"" + (f / "t.xlsx").string() + "\"");
    INFO(r.out);
    REQUIRE(r.status == 0);
    const Run back = cli("intake \"" + (f / "t.xlsx").string() + "\" --out \"" + (f / "t.frame.json").string() + "\"");
    INFO(back.out);
    CHECK(back.status == 0);
    CHECK(back.out.find("How to fill in: left out") != std::string::npos);
    CHECK(json(f / "t.frame.json")["elements"].size() == 48);
    fs::remove_all(f);
}

TEST_CASE("cli: LibreOffice opens ours, and what it writes has the same numbers", "[cli][intake]")
{
    const fs::path f = folder();
    fs::copy_file(std::string(WREN_SOURCE) + "/data/demo/intake/roof.xlsx", f / "roof.xlsx");
    const auto convert = [&](const char* to, const char* from, const char* into) {
        fs::create_directories(f / into);
        const std::string command = "cd \"" + f.string() + "\" && HOME=\"" + f.string() +
                                    "\" soffice --headless --convert-to " + to + " --outdir " + into + " " + from +
                                    " >/dev/null 2>&1";
        REQUIRE(std::system(command.c_str()) == 0);
    };
    convert("ods", "roof.xlsx", "ods");
    convert("xlsx", "ods/roof.ods", "back");
    const auto taken = [&](const fs::path& p) {
        const fs::path out = f / "taken.frame.json";
        const Run r = cli("intake \"" + p.string() + "\" --quiet --out \"" + out.string() + "\"");
        INFO(r.out);
        REQUIRE(r.status == 0);
        return json(out);
    };
    const Json ours = taken(f / "roof.xlsx");
    sameResults(taken(f / "ods/roof.ods"), ours);
    sameResults(taken(f / "back/roof.xlsx"), ours);
    fs::remove_all(f);
}
