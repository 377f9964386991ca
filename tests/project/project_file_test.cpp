// The project file: what is written stands there after anything that may happen to program, disk and file.
#include "core/project/design_state.h"
#include "core/project/file/check_bytes.h"
#include "core/project/file/project_writer.h"
#include "core/project/file/result_bytes.h"
#include "core/project/file/row_bytes.h"
#include "core/project/history.h"
#include "tests/project/random_edits.h"
#include "tests/project/states.h"
#include "tests/support.h"

#include <SQLiteCpp/SQLiteCpp.h>
#include <csignal>
#include <cstring>
#include <fcntl.h>
#include <set>
#include <sys/wait.h>
#include <unistd.h>

using namespace wr;
namespace fs = std::filesystem;

namespace {

class Place
{
public:
    Place()
    {
        static int count = 0;
        path_ = fs::temp_directory_path() / fmt::format("wren-project-{}-{}", getpid(), count++);
        fs::create_directories(path_);
    }
    ~Place()
    {
        std::error_code ignored;
        fs::remove_all(path_, ignored);
    }
    fs::path operator/(const std::string& name) const { return path_ / name; }

private:
    fs::path path_;
};

Frame street()
{
    Frame f = test::frameOf(test::demo("tern-street"));
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
Frame made(const fs::path& path, size_t edits, const std::shared_ptr<const FrameResults>& results = nullptr)
{
    Frame f = street();
    auto file = ProjectFile::create(path, f);
    REQUIRE(file);
    ProjectWriter w(*std::move(file));
    for (size_t n = 1; n <= edits; ++n) {
        Patch p = test::randomEdit(f, n);
        w.add(n, std::move(p), std::make_shared<const Frame>(f));
    }
    if (results) w.results(std::make_shared<const Frame>(f), results);
    REQUIRE(w.flush());
    return f;
}

ProjectContents contents(const fs::path& path)
{
    auto file = ProjectFile::open(path);
    if (!file) FAIL(file.error().words);
    auto c = file->read();
    if (!c) FAIL(c.error());
    return *std::move(c);
}

void overwrite(const fs::path& path, std::streamoff at, const std::string& bytes)
{
    std::fstream f(path, std::ios::in | std::ios::out | std::ios::binary);
    f.seekp(at);
    f.write(bytes.data(), static_cast<std::streamsize>(bytes.size()));
}

} // namespace

TEST_CASE("project file: edits, undo and results stand in it after it is opened again", "[project-file]")
{
    const Place place;
    const auto path = place / "street.wren";
    // Long enough that saved states of the frame are among the edits.
    const Frame f = made(path, 130);
    ProjectContents c = contents(path);
    CHECK(c.frame == f);
    CHECK(c.at == 130);
    REQUIRE(c.steps.size() == 130);
    CHECK(c.lost.empty());
    CHECK(c.results == nullptr);
    // Undone by 30, then one edit made otherwise: what was undone is gone.
    Frame back = c.frame;
    for (size_t n = 130; n > 100; --n)
        REQUIRE(applyPatch(back, inverseOf(*patchFromBytes(c.steps[n - 1].bytes))));
    {
        ProjectWriter w(*ProjectFile::open(path));
        w.stepTo(100);
    }
    c = contents(path);
    CHECK(c.at == 100);
    CHECK(c.steps.size() == 130); // to be made again
    CHECK(c.frame == back);
    {
        ProjectWriter w(*ProjectFile::open(path));
        Patch p = test::randomEdit(back, 999);
        w.add(101, std::move(p), std::make_shared<const Frame>(back));
        w.part({"view", "south", "from the south"});
        w.part({"view", "north", "from the north"});
        w.part({"view", "south", ""});
        CHECK(w.parts("view").size() == 1);
    }
    c = contents(path);
    CHECK(c.at == 101);
    CHECK(c.steps.size() == 101);
    CHECK(c.frame == back);
    CHECK(ProjectFile::open(path)->parts("view").front().bytes == "from the north");
    // Under another name, and on in that one; the first is free and as it was.
    const auto other = place / "copy.wren";
    {
        ProjectWriter w(*ProjectFile::open(path));
        REQUIRE(w.moveTo(other));
        CHECK(w.path() == other);
        Patch p = test::randomEdit(back, 1000);
        w.add(102, std::move(p), std::make_shared<const Frame>(back));
        CHECK(w.flush());
        CHECK(contents(path).at == 101);
        CHECK_FALSE(ProjectFile::open(other));
        const auto taken = ProjectFile::open(path)->copyTo(other); // somebody has it
        REQUIRE_FALSE(taken);
        CHECK(taken.error().find("cannot be written") != std::string::npos);
    }
    c = contents(other);
    CHECK(c.at == 102);
    CHECK(c.frame == back);
    History h = historyOf(c);
    CHECK(h.made() == 102);
    CHECK(h.saved());
    for (Frame undone = c.frame; h.canUndo();) {
        REQUIRE(applyPatch(undone, *h.undo()));
        if (!h.canUndo()) CHECK(undone == street());
    }
}

TEST_CASE("project file: results come back bit by bit, and only for the loads they belong to", "[project-file]")
{
    const Place place;
    for (const ForceOrder order : {ForceOrder::First, ForceOrder::Second}) {
        const auto path = place / "results.wren";
        Frame f = made(path, 0);
        f.design.analysis = StatedAnalysis{order, false};
        auto r = std::make_shared<FrameResults>();
        r->forces = test::forcesOf(f, choiceFor(f));
        {
            auto file = ProjectFile::create(path, f);
            ProjectWriter w(*std::move(file));
            w.results(std::make_shared<const Frame>(f), r);
            CHECK(w.flush());
        }
        ProjectContents c = contents(path);
        REQUIRE(c.results);
        const ForceTable &a = r->forces.forces, &b = c.results->forces.forces;
        REQUIRE(a.values.size() == b.values.size());
        CHECK(std::memcmp(a.values.data(), b.values.data(), a.values.size() * sizeof(double)) == 0);
        CHECK(a.first == b.first);
        CHECK(a.secondOrder == b.secondOrder);
        CHECK(a.sizes == b.sizes);
        CHECK(a.sets.size() == b.sets.size());
        REQUIRE(r->forces.motions.size() == c.results->forces.motions.size());
        CHECK(r->forces.motions[1].u == c.results->forces.motions[1].u);
        CHECK(r->forces.outcomes.size() == c.results->forces.outcomes.size());
        // Other loads: they are another frame's.
        {
            ProjectWriter w(*ProjectFile::open(path));
            Frame other = f;
            SetLoads loads{f.cases.list(), f.combinations.list(), "other"};
            loads.combinations[0].terms[0].second *= 1.5;
            Patch p = *applyEdit(other, loads);
            w.add(1, std::move(p), std::make_shared<const Frame>(other));
        }
        CHECK(contents(path).results == nullptr);
        // Cut short, they are refused with a sentence.
        const std::string whole = bytesOf(*r);
        for (size_t n = 1; n < 6; ++n)
            CHECK_FALSE(resultsFromBytes(std::string_view(whole).substr(0, whole.size() * n / 6), f));
        Frame fewer = f;
        fewer.elements.pop_back();
        CHECK_FALSE(resultsFromBytes(whole, fewer));
    }
}

TEST_CASE("project file: what is no project, newer, in use or not there is refused with a sentence", "[project-file]")
{
    const Place place;
    const auto path = place / "a.wren";
    made(path, 3);
    CHECK(ProjectFile::isProject(path));
    {
        const auto first = ProjectFile::open(path);
        REQUIRE(first);
        const auto second = ProjectFile::open(path);
        REQUIRE_FALSE(second);
        CHECK(second.error().inUse);
        CHECK(second.error().words.find("is open elsewhere: ") != std::string::npos);
        CHECK(second.error().words.find("since ") != std::string::npos);
        auto look = ProjectFile::open(path, true);
        REQUIRE(look);
        CHECK(look->read()->at == 3);
        CHECK_THROWS_AS(look->write([](ProjectFile::Writing& w) { w.at(1); }), std::exception);
    }
    CHECK(ProjectFile::open(path)); // and free again
    // Wherever a frame file is taken, with results that came with its frame.
    CHECK(readFrameFile(path).value == contents(path).frame);
    {
        const Frame given = withResults(street(), test::forcesOf(street()));
        Frame bare = given;
        auto results = takeResults(bare);
        auto file = ProjectFile::create(place / "given.wren", bare);
        ProjectWriter w(*std::move(file));
        w.results(std::make_shared<const Frame>(bare), results);
        CHECK(w.flush());
        const auto read = readFrameFile(place / "given.wren"); // also while somebody has it
        REQUIRE(read.ok());
        CHECK(read.value->results == given.results);
    }
    {
        SQLite::Database db(path.string(), SQLite::OPEN_READWRITE);
        db.exec(fmt::format("PRAGMA user_version = {}", kProjectVersion + 1));
    }
    const auto newer = ProjectFile::open(path);
    REQUIRE_FALSE(newer);
    CHECK(newer.error().newer);
    CHECK(newer.error().words.find("newer version of Wren Rail") != std::string::npos);
    const auto asFrame = readFrameFile(path);
    REQUIRE_FALSE(asFrame.ok());
    CHECK(asFrame.findings.front().code == "project.refused");
    CHECK_FALSE(ProjectFile::open(place / "none.wren"));
    std::ofstream(place / "text.wren") << "a list of things to buy, longer than a head";
    CHECK(ProjectFile::open(place / "text.wren").error().words.find("is no project of Wren Rail") != std::string::npos);
    {
        SQLite::Database db((place / "other.wren").string(), SQLite::OPEN_READWRITE | SQLite::OPEN_CREATE);
        db.exec("CREATE TABLE t(a)");
    }
    CHECK(ProjectFile::open(place / "other.wren").error().words.find("is no project of Wren Rail") != std::string::npos);
    CHECK(ProjectFile::create(place / "no/such/folder.wren", street()).error().find("cannot be written") != std::string::npos);
}

TEST_CASE("project file: an older one is brought up, and kept beside as it was", "[project-file]")
{
    const Place place;
    const auto path = place / "old.wren";
    const Frame f = made(path, 20);
    const auto setVersion = [&](int version) {
        SQLite::Database db(path.string(), SQLite::OPEN_READWRITE);
        db.exec(fmt::format("PRAGMA user_version = {}", version));
    };
    setVersion(1);
    // Looked at only, nothing is changed.
    CHECK(ProjectFile::open(path, true)->read()->frame == f);
    CHECK(ProjectFile::open(path, true)->keptOld().empty());
    for (const char* name : {"old.version-1.wren", "old.version-1 (2).wren"}) {
        {
            auto file = ProjectFile::open(path);
            REQUIRE(file.has_value());
            CHECK(file->keptOld().filename() == name);
            CHECK(file->read()->frame == f);
            CHECK(file->read()->at == 20);
        }
        CHECK(ProjectFile::open(path)->keptOld().empty()); // it is of this version now
        {
            SQLite::Database db((place / name).string(), SQLite::OPEN_READONLY);
            CHECK(db.execAndGet("PRAGMA user_version").getInt() == 1);
        }
        CHECK(ProjectFile::open(place / name, true)->read()->frame == f);
        setVersion(1); // once more: the first copy is not written over
    }
}

TEST_CASE("project file: check results come back for the state they are of, and for no other", "[project-file]")
{
    const Place place;
    const auto path = place / "checked.wren";
    Frame f = street();
    const DesignState s = test::wholeState(f);
    const std::string bytes = bytesOf(*s.report, *s.model);
    const auto back = reportFromBytes(bytes, *s.model);
    if (!back) UNSCOPED_INFO(back.error());
    REQUIRE(back.has_value());
    REQUIRE(back->results.size() == s.report->results.size());
    for (size_t i = 0; i < back->results.size(); ++i) {
        const MemberResult &a = s.report->results[i], &b = back->results[i];
        CHECK(a.status == b.status);
        CHECK(a.utilisation == b.utilisation);
        CHECK(a.notes == b.notes);
        REQUIRE(a.outcomes.size() == b.outcomes.size());
        for (size_t k = 0; k < a.outcomes.size(); ++k) {
            const CheckOutcome &x = a.outcomes[k], &y = b.outcomes[k];
            CHECK((x.check == y.check && x.status == y.status && x.ratio == y.ratio && x.demand == y.demand &&
                   x.capacity == y.capacity && x.quantity == y.quantity && x.set == y.set && x.serviceSet == y.serviceSet &&
                   x.stage == y.stage && x.settings == y.settings && x.span == y.span && x.at == y.at && x.clause == y.clause &&
                   x.path == y.path && x.counts == y.counts && x.reason == y.reason));
            CHECK(s.model->combinationOf(i, y) == s.model->combinationOf(i, x));
        }
    }
    CHECK(back->counts.over == s.report->counts.over);
    CHECK(back->counts.top == s.report->counts.top);
    {
        ProjectWriter w(*ProjectFile::create(path, f));
        w.results(s.frame, s.results);
        w.check(bytes);
    }
    CHECK(contents(path).check == bytes);
    {
        ProjectWriter w(*ProjectFile::open(path));
        Patch p = test::randomEdit(f, 3);
        w.add(1, std::move(p), std::make_shared<const Frame>(f));
    }
    CHECK(contents(path).check.empty()); // of another state
    {
        ProjectWriter w(*ProjectFile::open(path));
        w.stepTo(0);
    }
    CHECK(contents(path).check == bytes); // undone, it is theirs again
    // Of other members or another standard, or broken: refused, never worse.
    CHECK_FALSE(reportFromBytes(bytes, *test::modelOf(test::frameOf(test::demo("marrow-hill")))).has_value());
    Frame other = street();
    other.design.standard = "aisc360-16-asd";
    for (Combination& c : other.combinations.edit())
        c.basis = "asd";
    CHECK_FALSE(reportFromBytes(bytes, *test::modelOf(other)).has_value());
    std::mt19937 random(4);
    for (int k = 0; k < 400; ++k) {
        std::string bad = bytes;
        if (k % 3 == 0)
            bad.resize(random() % bad.size());
        else
            for (int n = 0; n <= k % 3; ++n)
                bad[random() % (k % 2 ? 600 : bad.size())] = static_cast<char>(random());
        static_cast<void>(reportFromBytes(bad, *s.model));
    }
}

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
#else
    constexpr size_t kUsual = 200;
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
        usleep(2000 + random() % 25000);
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
