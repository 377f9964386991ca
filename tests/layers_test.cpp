// Arrows point downwards only: reads the includes of the sources and fails on one that points back, and on Qt in the core.
#include <algorithm>
#include <catch2/catch.hpp>
#include <filesystem>
#include <fstream>
#include <map>
#include <regex>
#include <set>
#include <string>
#include <vector>

namespace fs = std::filesystem;

TEST_CASE("layers: no include points back, the core knows no Qt", "[layers]")
{
    const std::map<std::string, int> level{{"core/base", 0},
                                           {"core/tables", 1},
                                           {"core/paper", 1},
                                           {"core/intake", 3},
                                           {"core/sections", 1},
                                           {"core/grades", 1},
                                           {"core/frame", 2},
                                           {"core/analysis", 3},
                                           {"core/combos", 3},
                                           {"core/members", 3},
                                           {"core/restraint", 4},
                                           {"core/shaping", 4},
                                           {"core/standards", 5},
                                           {"core/lengths", 5},
                                           {"core/checking", 6},
                                           {"core/briefs", 6},
                                           {"core/picks", 7},
                                           {"core/sizing", 7},
                                           {"core/audit", 7},
                                           {"core/takeoff", 8},
                                           {"core/project", 8},
                                           {"core/files", 9},
                                           {"core/reporting", 9},
                                           {"core/joints", 7},
                                           {"core/start", 7},
                                           {"core/exports", 10},
                                           {"render", 10},
                                           {"plots", 11},
                                           {"logging", 11},
                                           {"app", 12},
                                           {"cli", 12}};
    const auto layer = [&](const std::string& path) {
        int found = -1;
        for (const auto& [folder, l] : level)
            if (path.starts_with(folder + "/")) found = l;
        return found;
    };
    const std::regex include(R"(^\s*#include\s+["<]([^">]+)[">])");
    int files = 0;
    for (const char* top : {"core", "render", "plots", "logging", "app", "cli"})
        for (const auto& entry : fs::recursive_directory_iterator(fs::path(WREN_SOURCE) / top)) {
            const auto ext = entry.path().extension();
            if (ext != ".h" && ext != ".cpp") continue;
            ++files;
            const std::string self = fs::relative(entry.path(), WREN_SOURCE).generic_string();
            std::ifstream in(entry.path());
            std::string line;
            while (std::getline(in, line)) {
                std::smatch m;
                if (!std::regex_search(line, m, include)) continue;
                const std::string target = m[1];
                CAPTURE(self, target);
                if (self.starts_with("core/")) CHECK_FALSE(std::regex_search(target, std::regex("^Q[A-Z]|^Qt")));
                if (const int l = layer(target); l >= 0) {
                    CHECK(l <= layer(self));
                    // Neighbours on one level do not know each other, but for grades that share the name rules of sections.
                    const bool neighbours =
                        l == layer(self) &&
                        self.substr(0, self.rfind('/')).substr(0, target.rfind('/')) != target.substr(0, target.rfind('/')) &&
                        !(self.starts_with("core/files/") &&
                          target.starts_with("core/files/")) && // with a folder for one format
                        !target.starts_with("core/standards") &&
                        !target.starts_with("app");
                    if (neighbours) CHECK((self.starts_with("core/grades") && target.starts_with("core/sections")));
                }
            }
        }
    CHECK(files > 50);
}

TEST_CASE("layers: the stages of docs/architecture.md are there, and none knows a later one", "[layers]")
{
    std::ifstream page(fs::path(WREN_SOURCE) / "docs/architecture.md");
    std::vector<std::string> stages;
    std::string line;
    const std::regex row(R"(^\| ([a-z]+) \| `(core/[a-z_/]+\.h)` \|)");
    while (std::getline(page, line))
        if (std::smatch m; std::regex_search(line, m, row)) stages.push_back(m[2]);
    REQUIRE(stages.size() == 10);
    // Reading and results are told apart from what follows by their folders' levels; the rest stand in the order of the page.
    for (size_t k = 2; k < stages.size(); ++k) {
        CAPTURE(stages[k]);
        std::ifstream in(fs::path(WREN_SOURCE) / stages[k]);
        REQUIRE(in.good());
        while (std::getline(in, line))
            for (size_t later = k + 1; later < stages.size(); ++later)
                CHECK(line.find("\"" + stages[later] + "\"") == std::string::npos);
    }
}

TEST_CASE("layers: what a standard knows stands in its folder: no other code asks for one by its name", "[layers]")
{
    // Names of standards, of their families and their files; keys of checks; clauses are for the standards to say.
    const std::vector<std::regex> told{std::regex(R"~(starts_with\("(aisc|en|is|bs))~"),
                                       std::regex(R"~("(aisc360|en1993)["\-.])~"),
                                       std::regex(R"~(standards/(aisc360|en1993)/)~"),
                                       std::regex(R"~("(flexure-major|flexure-minor|shear-major|shear-minor|slenderness)")~"),
                                       std::regex(R"~(checks\[[^\]]*\]\.key ==)~"),
                                       std::regex(R"~(clause == ")~")};
    int files = 0;
    for (const char* top : {"core", "render", "plots", "logging", "app", "cli"})
        for (const auto& entry : fs::recursive_directory_iterator(fs::path(WREN_SOURCE) / top)) {
            if (entry.path().extension() != ".h" && entry.path().extension() != ".cpp") continue;
            const std::string self = fs::relative(entry.path(), WREN_SOURCE).generic_string();
            const bool inside = self.starts_with("core/standards/");
            // The list of shipped standards names them, and the pictures of the README choose some.
            if (self.starts_with("app/pictures/")) continue;
            if (self == "core/picks/pick.cpp") continue; // a pick's own words: "slenderness" is asked of any standard
            ++files;
            std::ifstream in(entry.path());
            std::string line;
            while (std::getline(in, line)) {
                if (const size_t remark = line.find("//"); remark != std::string::npos) line.resize(remark);
                if (line.find(".help") != std::string::npos || line.find("hall.frame.json") != std::string::npos) continue;
                CAPTURE(self, line);
                for (const std::regex& r : told)
                    CHECK_FALSE((!inside && std::regex_search(line, r)));
            }
        }
    CHECK(files > 200);
}

TEST_CASE("layers: a library that is heavy to compile is seen where its work is done, nowhere else", "[layers]")
{
    struct Library
    {
        std::string header; // as it stands in the include
        std::vector<std::string> places;
    };
    const std::vector<Library> libraries{
        {"CLI/", {"cli/command_line.cpp"}},
        {"nlohmann/",
         {"core/files/json_value.h", "core/files/schema_check.cpp", "core/standards/en1993/parameters.cpp",
          "core/project/file/row_json.h"}},
        {"core/project/file/row_json.h", {"core/project/file/"}},
        {"SQLiteCpp/",
         {"core/project/file/project_file.cpp", "core/project/file/project_contents.cpp", "core/exports/sqlite_export.cpp"}},
        {"core/files/json_value.h", {"core/files/"}},
        {"core/files/json_cursor.h", {"core/files/"}},
        {"Eigen/", {"core/analysis/", "core/restraint/"}},
        {"tao/pegtl",
         {"core/base/expression.cpp", "core/base/entry.cpp", "core/picks/pick_text.cpp", "core/files/ifc/step_file.cpp"}},
        {"expat.h", {"core/tables/xml_events.cpp"}},
        {"pugixml", {"core/tables/row_stream.cpp"}},
        {"zip.h", {"core/tables/package.cpp", "core/tables/package_writer.cpp"}},
        {"csv.h", {"core/tables/delimited.cpp"}},
        {"xlsxwriter.h", {"core/files/table_writer.cpp", "core/reporting/report_workbook.cpp"}},
        {"cairo", {"core/paper/"}},
        {"fontconfig/", {"core/paper/fonts.cpp"}},
        {"dxflib/", {"core/files/dxf_reader.cpp", "core/exports/dxf_writer.cpp"}},
        {"tiny_gltf", {"core/exports/gltf_export.cpp"}},
        {"GL/glu", {"core/exports/solid.cpp"}},
        {"spdlog/", {"logging/log.cpp"}},
        {"qcustomplot.h", {"plots/chart.h"}},
    };
    for (const char* top : {"core", "render", "plots", "logging", "app", "cli"})
        for (const auto& entry : fs::recursive_directory_iterator(fs::path(WREN_SOURCE) / top)) {
            if (entry.path().extension() != ".h" && entry.path().extension() != ".cpp") continue;
            const std::string self = fs::relative(entry.path(), WREN_SOURCE).generic_string();
            std::ifstream in(entry.path());
            std::string line;
            while (std::getline(in, line)) {
                if (!line.starts_with("#include")) continue;
                for (const Library& l : libraries) {
                    if (line.find("<" + l.header) == std::string::npos && line.find("\"" + l.header) == std::string::npos)
                        continue;
                    CAPTURE(self, line);
                    CHECK(std::any_of(l.places.begin(), l.places.end(),
                                      [&](const std::string& p) { return self.starts_with(p); }));
                }
            }
        }
}

TEST_CASE("layers: no two structures of one namespace share a name", "[layers]")
{
    // Two that do are one to the linker: the one's vector is destroyed as the other's.
    const std::regex space(R"(^namespace ([a-z0-9_:]*)\s*\{?$)"), anonymous(R"(^namespace\s*\{)"), ends(R"(^\} // namespace$)"),
        type(R"(^(struct|class|enum class) (\w+)( final)?( : [^;]*)?( \{)?$)");
    std::map<std::string, std::set<std::string>> where;
    for (const char* top : {"core", "render", "plots", "logging", "app", "cli"})
        for (const auto& entry : fs::recursive_directory_iterator(fs::path(WREN_SOURCE) / top)) {
            const auto ext = entry.path().extension();
            if (ext != ".h" && ext != ".cpp") continue;
            std::ifstream in(entry.path());
            std::string line, in_space;
            bool hidden = false;
            while (std::getline(in, line)) {
                std::smatch m;
                if (std::regex_search(line, anonymous))
                    hidden = true;
                else if (std::regex_search(line, m, space))
                    in_space = m[1];
                else if (std::regex_search(line, ends))
                    hidden = false;
                else if (!hidden && std::regex_search(line, m, type))
                    where[in_space + "::" + m[2].str()].insert(fs::relative(entry.path(), WREN_SOURCE).generic_string());
            }
        }
    CHECK(where.size() > 300);
    for (const auto& [name, files] : where) {
        CAPTURE(name, files);
        CHECK(files.size() == 1);
    }
}
