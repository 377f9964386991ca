// The project file: edits, results and checks stand in it after it is opened again; what is none, newer, older or in use.
#include "core/project/design_state.h"
#include "core/project/file/check_bytes.h"
#include "core/project/file/result_bytes.h"
#include "core/project/file/row_bytes.h"
#include "core/project/history.h"
#include "tests/project/project_places.h"
#include "tests/project/states.h"

#include <SQLiteCpp/SQLiteCpp.h>
#include <cstring>
#include <fstream>
#include <set>

using namespace wr;
using test::contents;
using test::made;
using test::Place;
using test::street;

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
