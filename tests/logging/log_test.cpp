#include "logging/log.h"

#include <catch2/catch.hpp>
#include <cstdlib>
#include <fstream>
#include <sstream>
#include <unistd.h>

namespace fs = std::filesystem;

namespace {

// A state folder of the test's own.
class State
{
public:
    State() : path_(fs::temp_directory_path() / ("wren-state-" + std::to_string(getpid())))
    {
        setenv("XDG_STATE_HOME", path_.c_str(), 1);
    }
    ~State()
    {
        wr::startLog({.name = "off", .toFile = false});
        unsetenv("XDG_STATE_HOME");
        fs::permissions(path_, fs::perms::owner_all);
        fs::remove_all(path_);
    }
    fs::path folder() const { return path_ / "wrenrail"; }
    std::string text(const std::string& name) const
    {
        std::ifstream in(folder() / name);
        std::ostringstream out;
        out << in.rdbuf();
        return out.str();
    }

private:
    fs::path path_;
};

} // namespace

TEST_CASE("log: what is said stands in the state folder, with times and levels", "[logging]")
{
    const State state;
    CHECK(wr::stateFolder() == state.folder());
    wr::startLog({.name = "test"});
    wr::logInfo("opened a {frame} %s"); // nothing in it is a format
    wr::logError("it broke");
    {
        const wr::LogTime time("a step");
    }
    const std::string text = state.text("test.log");
    CHECK(text.find("info: opened a {frame} %s\n") != std::string::npos);
    CHECK(text.find("error: it broke\n") != std::string::npos);
    CHECK(text.find("info: a step: 0.0") != std::string::npos);
}

TEST_CASE("log: the file turns over instead of growing without end", "[logging]")
{
    const State state;
    wr::startLog({.name = "test"});
    const std::string line(2000, 'x');
    for (int k = 0; k < 3000; ++k) // 6 MB
        wr::logInfo(line);
    std::uintmax_t all = 0;
    int files = 0;
    for (const auto& entry : fs::directory_iterator(state.folder())) {
        all += entry.file_size();
        ++files;
    }
    CHECK(files == 4);
    CHECK(all < 4.3e6);
}

TEST_CASE("log: a folder that cannot be written costs nothing", "[logging]")
{
    const State state;
    std::ofstream(state.folder().parent_path().string()) << "a file where the folder should be";
    wr::startLog({.name = "test"});
    wr::logInfo("said to nobody");
    CHECK_FALSE(fs::exists(state.folder() / "test.log"));
}
