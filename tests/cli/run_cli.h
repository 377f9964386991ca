// Runs the command line as a user does, and small frames for it.
#pragma once

#include <array>
#include <catch2/catch.hpp>
#include <cstdio>
#include <filesystem>
#include <fstream>
#include <nlohmann/json.hpp>
#include <sstream>
#include <sys/wait.h>
#include <unistd.h>

namespace wr::test {

using Json = nlohmann::json;
namespace fs = std::filesystem;

struct Run
{
    int status;
    std::string out; // standard output and error together
};

inline Run cli(const std::string& arguments)
{
    const std::string command = std::string("\"") + WREN_CLI + "\" " + arguments + " 2>&1";
    FILE* p = popen(command.c_str(), "r");
    REQUIRE(p != nullptr);
    Run r{0, {}};
    std::array<char, 4096> buffer;
    while (const size_t n = fread(buffer.data(), 1, buffer.size(), p))
        r.out.append(buffer.data(), n);
    const int s = pclose(p);
    r.status = WIFEXITED(s) ? WEXITSTATUS(s) : 1000 + s;
    return r;
}

inline std::string demo(const char* name)
{
    return std::string(WREN_SOURCE) + "/data/demo/" + name + ".frame.json";
}

class Folder
{
public:
    Folder() : path_(fs::temp_directory_path() / ("wren-cli-" + std::to_string(getpid()))) { fs::create_directories(path_); }
    ~Folder() { fs::remove_all(path_); }
    std::string file(const std::string& name) const { return (path_ / name).string(); }
    std::string write(const std::string& name, const std::string& text) const
    {
        std::ofstream(file(name)) << text;
        return file(name);
    }

private:
    fs::path path_;
};

inline std::string slurpText(const std::string& path)
{
    std::ifstream in(path, std::ios::binary);
    std::ostringstream s;
    s << in.rdbuf();
    return s.str();
}

inline Json load(const std::string& path)
{
    std::ifstream in(path);
    return Json::parse(in);
}

inline std::string beam(double load, const std::string& section = R"("name":"W18X50")", const std::string& basis = "lrfd")
{
    std::ostringstream s;
    s << R"({"format":"wren-frame","version":1,"units":{"length":"ft","force":"kip","section":"in","stress":"ksi",
"mass":"lb"},"materials":[{"id":"M","grade":"A992"}],"sections":[{"id":"S",)"
      << section << R"(}],"nodes":[{"id":"1","at":[0,0,0],"support":{"ux":true,"uy":true,"uz":true,"rx":true}},
{"id":"2","at":[35,0,0],"support":{"uy":true,"uz":true}}],
"elements":[{"id":"B","nodes":["1","2"],"section":"S","material":"M"}],
"cases":[{"id":"D","line":[{"element":"B","q":[[0,0,)"
      << -load << "],[0,0," << -load << R"(]]}]}],"combinations":[{"id":"U","basis":")" << basis << R"(","terms":{"D":1.0}}],
"design":{"members":[{"id":"B1","elements":["B"]}],"restraints":[{"member":"B1","at":17.5,
"holds":["minor","top","bottom","twist"]}]}})";
    return s.str();
}

} // namespace wr::test
