// Project files for tests: a folder that goes with the test, the market roof with all members listed, a file of many edits.
#pragma once

#include "core/project/file/project_writer.h"
#include "tests/project/random_edits.h"
#include "tests/support.h"

#include <filesystem>
#include <unistd.h>

namespace wr::test {

class Place
{
public:
    Place()
    {
        static int count = 0;
        path_ = std::filesystem::temp_directory_path() / fmt::format("wren-project-{}-{}", getpid(), count++);
        std::filesystem::create_directories(path_);
    }
    ~Place()
    {
        std::error_code ignored;
        std::filesystem::remove_all(path_, ignored);
    }
    std::filesystem::path operator/(const std::string& name) const { return path_ / name; }

private:
    std::filesystem::path path_;
};

inline Frame street()
{
    Frame f = frameOf(demo("tern-street"));
    std::vector<MemberRef> all;
    std::vector<Finding> ignored;
    const Formed formed = formMembers(f, ignored);
    for (const Member& m : formed.members()) {
        MemberRef r{m.id, {}};
        for (const MemberPiece& p : m.pieces)
            r.elements.push_back(p.element);
        all.push_back(r);
    }
    declareMembers(f, all);
    return f;
}

// A file with so many edits of the street, closed again.
inline Frame made(const std::filesystem::path& path, size_t edits, const std::shared_ptr<const FrameResults>& results = nullptr)
{
    Frame f = street();
    auto file = ProjectFile::create(path, f);
    REQUIRE(file);
    ProjectWriter w(*std::move(file));
    for (size_t n = 1; n <= edits; ++n) {
        Patch p = randomEdit(f, n);
        w.add(n, std::move(p), std::make_shared<const Frame>(f));
    }
    if (results) w.results(std::make_shared<const Frame>(f), results);
    REQUIRE(w.flush());
    return f;
}

inline ProjectContents contents(const std::filesystem::path& path)
{
    auto file = ProjectFile::open(path);
    if (!file) FAIL(file.error().words);
    auto c = file->read();
    if (!c) FAIL(c.error());
    return *std::move(c);
}

} // namespace wr::test
