// The project file after what may happen to program, disk and file: damage, a full disk, a program that is killed.
#include "core/project/history.h"
#include "tests/project/project_places.h"

#include <SQLiteCpp/SQLiteCpp.h>
#include <csignal>
#include <fcntl.h>
#include <fstream>
#include <set>
#include <sys/wait.h>

using namespace wr;
using test::contents;
using test::made;
using test::Place;
using test::street;
namespace fs = std::filesystem;

namespace {

void overwrite(const fs::path& path, std::streamoff at, const std::string& bytes)
{
    std::fstream f(path, std::ios::in | std::ios::out | std::ios::binary);
    f.seekp(at);
    f.write(bytes.data(), static_cast<std::streamsize>(bytes.size()));
}

} // namespace

TEST_CASE("project file: a damaged one gives what can be read, with a list of what was lost", "[project-file][fuzz]")
{
    const Place place;
    const auto path = place / "a.wren";
    const Frame f = made(path, 120);
    {
        SQLite::Database(path.string(), SQLite::OPEN_READWRITE).exec("PRAGMA wal_checkpoint(TRUNCATE)");
    }
    const std::string whole = test::slurp(path.string());
    // The newest saved state of the frame is broken: an earlier one and the edits lead to the same.
    {
        SQLite::Database db(path.string(), SQLite::OPEN_READWRITE);
        db.exec("UPDATE snapshot SET checksum = checksum + 1 WHERE number = 100");
    }
    ProjectContents c = contents(path);
    CHECK(c.frame == f);
    REQUIRE(c.lost.size() == 1);
    CHECK(c.lost[0].find("a saved state of the frame") != std::string::npos);
    // An edit in the middle is broken: the state that was saved before it is what is left.
    {
        SQLite::Database db(path.string(), SQLite::OPEN_READWRITE);
        db.exec("UPDATE step SET bytes = x'00' WHERE number = 110");
    }
    c = contents(path);
    CHECK(c.at <= 110);
    CHECK(c.lost.size() >= 2);
    // Bytes changed at random, and files cut short: never a crash, always a frame or a sentence.
    std::mt19937 random(3);
    int opened = 0, saved = 0, refused = 0;
    for (int k = 0; k < 60; ++k) {
        const auto bad = place / fmt::format("bad{}.wren", k);
        std::string bytes = whole;
        if (k % 6 == 0) bytes.resize(bytes.size() / 4 + random() % (bytes.size() * 3 / 4));
        std::ofstream(bad, std::ios::binary) << bytes;
        for (int n = 0; k % 6 != 0 && n < 3; ++n)
            overwrite(bad, static_cast<std::streamoff>(100 + random() % (bytes.size() - 200)),
                      std::string(1 + random() % 60, 'x'));
        if (auto file = ProjectFile::open(bad)) {
            ++opened;
            if (const auto all = file->read()) CHECK((all->frame == f || !all->lost.empty()));
        } else if (const auto some = ProjectFile::salvage(bad)) {
            ++saved;
            CHECK_FALSE(some->lost.empty());
            CHECK(some->frame.elements.size() == f.elements.size());
        } else {
            ++refused;
            CHECK(some.error().find(bad.string()) != std::string::npos);
        }
    }
    CHECK(opened + saved + refused == 60);
    CHECK(saved > 0);
}

TEST_CASE("project file: a full disk is said, work goes on, and it is written when there is room", "[project-file]")
{
    const Place place;
    const auto path = place / "full.wren";
    Frame f = street();
    std::atomic<int> told{0};
    ProjectWriter w(*ProjectFile::create(path, f), [&] { ++told; });
    CHECK(w.flush());
    w.limitPages(1); // no page more than there are
    size_t n = 0;
    while (w.trouble().empty() && n < 3000) {
        ++n;
        Patch p = test::randomEdit(f, n);
        w.add(n, std::move(p), std::make_shared<const Frame>(f));
        if (n % 20 == 0) w.flush();
    }
    CHECK(w.trouble().find("full") != std::string::npos);
    CHECK(w.waiting() > 0);
    CHECK(told > 0);
    for (const size_t end = n + 20; n < end;) { // it goes on
        ++n;
        Patch p = test::randomEdit(f, n);
        w.add(n, std::move(p), std::make_shared<const Frame>(f));
    }
    CHECK_FALSE(w.flush());
    w.limitPages(1000000);
    CHECK(w.flush());
    CHECK(w.waiting() == 0);
    const auto c = w.read();
    REQUIRE(c);
    CHECK(c->at == n);
    CHECK(c->frame == f);
}

TEST_CASE("project file: killed at any moment it holds all that was written, and a state that was there", "[project-file]")
{
    const Place place;
    const auto path = place / "killed.wren";
    Frame f = street();
    {
        auto file = ProjectFile::create(path, f);
    }
    std::mt19937 random(9);
    size_t at = 0, lostAtMost = 0;
#ifdef __SANITIZE_ADDRESS__
    constexpr size_t kUsual = 25; // each opens the file in a process of its own: slow there
    constexpr unsigned kSlower = 10;
#else
    constexpr size_t kUsual = 200;
    constexpr unsigned kSlower = 1;
#endif
    const size_t kRounds = test::asked("WREN_KILLS", kUsual); // scripts/long-runs: 1 000
    std::set<size_t> ends;
    for (size_t round = 0; round < kRounds; ++round) {
        int ends2[2];
        REQUIRE(pipe(ends2) == 0);
        const pid_t child = fork();
        if (child == 0) { // edits without end, and every few of them it says how many are safe
            ::close(ends2[0]);
            Frame mine = f;
            auto file = ProjectFile::open(path);
            if (!file) _exit(3);
            auto* w = new ProjectWriter(*std::move(file));
            for (size_t n = at + 1;; ++n) {
                Patch p = test::randomEdit(mine, n);
                w->add(n, std::move(p), std::make_shared<const Frame>(mine));
                if (n % 3 == 0 && w->flush())
                    if (::write(ends2[1], &n, sizeof n) != sizeof n) _exit(4);
            }
        }
        REQUIRE(child > 0);
        ::close(ends2[1]);
        usleep(kSlower * (2000 + random() % 25000));
        REQUIRE(kill(child, SIGKILL) == 0);
        int status = 0;
        waitpid(child, &status, 0);
        CHECK(WIFSIGNALED(status)); // it did not end by itself
        size_t safe = at, said = 0;
        while (::read(ends2[0], &said, sizeof said) == sizeof said)
            safe = said;
        ::close(ends2[0]);
        const ProjectContents c = contents(path);
        CAPTURE(round, safe, c.at);
        CHECK(c.lost.empty());
        REQUIRE(c.at >= safe);
        REQUIRE(c.steps.size() == c.at);
        lostAtMost = std::max(lostAtMost, c.at - safe);
        for (; at < c.at; ++at)
            test::randomEdit(f, at + 1);
        REQUIRE(c.frame == f);
        ends.insert(at);
    }
    CHECK(at > kRounds);
    CHECK(ends.size() > kRounds / 4);
}
