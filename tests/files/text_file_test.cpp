// Files in and out as a Unix program does it: pipes, links, permissions, nothing left behind.
#include "core/files/text_file.h"

#include <catch2/catch.hpp>
#include <fstream>
#include <iterator>
#include <sys/stat.h>
#include <thread>
#include <unistd.h>

using namespace wr;
namespace fs = std::filesystem;

namespace {

struct Folder
{
    fs::path at = fs::temp_directory_path() / ("wren-text-" + std::to_string(::getpid()));
    Folder() { fs::create_directories(at); }
    ~Folder() { fs::remove_all(at); }
    size_t files() const { return static_cast<size_t>(std::distance(fs::directory_iterator(at), fs::directory_iterator())); }
};

} // namespace

TEST_CASE("text files: replaced as a whole, permissions and links stay", "[files]")
{
    const Folder f;
    const fs::path a = f.at / "a.txt", link = f.at / "link.txt";
    REQUIRE(writeTextFile("one", a));
    CHECK(readTextFile(a).value() == "one");
    fs::permissions(a, fs::perms::owner_read | fs::perms::owner_write);
    fs::create_symlink(a, link);
    REQUIRE(writeTextFile("two", link));
    CHECK(fs::is_symlink(link));
    CHECK(readTextFile(a).value() == "two");
    CHECK(fs::status(a).permissions() == (fs::perms::owner_read | fs::perms::owner_write));
    CHECK(f.files() == 2); // no part left behind
    CHECK_FALSE(writeTextFile("x", f.at));
    CHECK_FALSE(writeTextFile("x", f.at / "no" / "such"));
    CHECK(readTextFile(f.at / "none").error().find("No such file") != std::string::npos);
    CHECK(readTextFile(f.at).error().find("folder") != std::string::npos);
    CHECK(f.files() == 2);
}

TEST_CASE("text files: a pipe is written to and read from, a full device is told", "[files]")
{
    const Folder f;
    const fs::path pipe = f.at / "pipe";
    REQUIRE(::mkfifo(pipe.c_str(), 0600) == 0);
    const std::string text(200000, 'x');
    std::thread writer([&] { CHECK(writeTextFile(text, pipe).has_value()); });
    CHECK(readTextFile(pipe).value() == text);
    writer.join();
    CHECK(fs::is_fifo(pipe));
    const auto full = writeTextFile("x", "/dev/full");
    REQUIRE_FALSE(full.has_value());
    CHECK(full.error().find("No space left") != std::string::npos);
    CHECK(fs::is_character_file("/dev/full"));
}
