// Results that came with a file: kept once beside the frame, written back as they came, found again under edits, and kept with
// the project whatever was done.
#include "core/base/fingerprint.h"
#include "core/project/file/project_writer.h"
#include "core/project/file/result_bytes.h"
#include "core/project/file/row_bytes.h"
#include "core/project/file/row_json.h"
#include "tests/project/states.h"

#include <SQLiteCpp/SQLiteCpp.h>
#include <filesystem>
#include <random>

using namespace wr;
using namespace wr::test;

namespace {

// Results as analyses write them, and worse: stations that differ between results, places that stand twice, elements and nodes
// left out, steps, magnitudes, orders said and not said.
Frame withRandomResults(unsigned seed)
{
    std::mt19937 random(seed);
    const auto below = [&](int n) { return static_cast<int>(random() % static_cast<unsigned>(n)); };
    const auto value = [&] { return static_cast<double>(below(2'000'000) - 1'000'000) / 7; };
    Frame f = frameOf(demo("tern-street"));
    f.cases[1].unsignedResult = seed % 2 == 0;
    const auto add = [&](int loadCase, int combination, int step) {
        GivenResult r;
        r.loadCase = loadCase, r.combination = combination, r.step = step;
        r.orderSaid = below(2) == 1;
        r.secondOrder = r.orderSaid && combination >= 0 && below(2) == 1;
        r.reducedStiffness = r.secondOrder && below(2) == 1;
        for (size_t e = 0; e < f.elements.size(); ++e) {
            if (below(6) == 0) continue;
            GivenElement g;
            g.element = static_cast<int>(e);
            const double l = f.length(f.elements[e]);
            const int parts = 1 + below(4);
            for (int k = 0; k <= parts; ++k) {
                const double s = k == parts ? l : l * k / parts;
                const int times = k > 0 && k < parts && below(3) == 0 ? 2 : 1;
                for (int n = 0; n < times; ++n)
                    g.stations.push_back({s, {value(), value(), value(), value(), value(), value()}});
            }
            r.elements.push_back(std::move(g));
        }
        if (below(3) > 0)
            for (size_t n = 0; n < f.nodes.size(); n += 1 + static_cast<size_t>(below(3)))
                r.nodes.push_back({static_cast<int>(n), {value(), 0, value()}, {}, {value(), value(), 0}, {0, 0, value()}});
        f.results.push_back(std::move(r));
    };
    add(0, -1, -1);
    add(1, -1, -1);
    for (int step = 1; step <= 3; ++step)
        add(-1, 0, step);
    for (size_t c = 1; c < f.combinations.size(); ++c)
        if (below(2)) add(-1, static_cast<int>(c), -1);
    return f;
}

struct Folder
{
    std::filesystem::path path = std::filesystem::temp_directory_path() / "wren_came_with_test";
    Folder()
    {
        std::filesystem::remove_all(path);
        std::filesystem::create_directories(path);
    }
    ~Folder() { std::filesystem::remove_all(path); }
};

} // namespace

TEST_CASE("results that came: written back number by number, whatever is left out or stands twice", "[given]")
{
    for (unsigned seed = 1; seed <= 40; ++seed) {
        CAPTURE(seed);
        Frame f = withRandomResults(seed);
        const Frame before = f;
        const auto came = takeResults(f);
        CHECK(f.results.empty());
        CHECK(f.came.results == came);
        CHECK(rowsOf(*came, f) == before.results.list());
        CHECK(cameFor(f) == came); // the very same: nothing is held twice
        // Through the bytes of a project too.
        const auto back = cameFromBytes(bytesOf(*came));
        REQUIRE(back.has_value());
        CHECK(nameOf(**back) == f.came.name);
        CHECK(rowsOf(**back, f) == before.results.list());
        // Another number anywhere is another name.
        Frame other = before;
        other.results[0].elements.back().stations.back().force[5] += 1e-6;
        takeResults(other);
        CHECK(other.came.name != f.came.name);
        const DesignState s = begunState(before);
        CHECK(frameToWrite(s) == before);
    }
}

TEST_CASE("results that came: the same numbers of a frame that stands elsewhere, or of other loads, are others", "[given]")
{
    const Frame given = withResults(frameOf(demo("tern-street")), forcesOf(frameOf(demo("tern-street"))));
    const DesignState s = begunState(given);
    // The whole frame a metre to the east: taken in again, every element has its forces.
    Frame shifted = given;
    for (Node& n : shifted.nodes)
        n.at.x += 1;
    takeResults(shifted);
    CHECK(shifted.came.name != s.frame->came.name);
    const auto next = advance(s, differences(*s.frame, shifted, "again"), ResultStore{});
    REQUIRE(next.has_value());
    CHECK(next->state.results == shifted.came.results);
    CHECK(rowsOf(*next->state.results, *next->state.frame) == given.results.list());
    Frame loaded = given;
    loaded.cases[0].selfWeight += 0.1;
    takeResults(loaded);
    CHECK(loaded.came.name != s.frame->came.name);
}

TEST_CASE("results that came: what stands beside their table is little", "[given]")
{
    Frame f = withResults(frameOf(demo("marrow-hill")), forcesOf(frameOf(demo("marrow-hill"))));
    const auto came = takeResults(f);
    REQUIRE(came->as->results.size() > 20);
    // Elements, stations and nodes of all results are one list each.
    for (const AsGiven::Result& r : came->as->results) {
        CHECK(r.parts == came->as->results.front().parts);
        CHECK(r.nodes == came->as->results.front().nodes);
        CHECK(r.head.elements.empty());
    }
}

TEST_CASE("results that came: an edit of the loads leaves out what no longer fits, and undo brings it back", "[given]")
{
    const Frame f = withRandomResults(3);
    const DesignState s = begunState(f);
    Frame next = *s.frame;
    SetLoads fewer{f.cases.list(), f.combinations.list(), "fewer"};
    fewer.combinations.erase(fewer.combinations.begin());
    const auto patch = applyEdit(next, fewer);
    REQUIRE(patch.has_value());
    const auto without = advance(s, *patch, ResultStore{});
    REQUIRE(without.has_value());
    CHECK(without->state.forces().given);
    CHECK(frameToWrite(without->state).results.size() < f.results.size());
    // The store knows nothing: all comes from what came.
    const auto back = advance(without->state, inverseOf(*patch), ResultStore{});
    REQUIRE(back.has_value());
    CHECK(back->state.results == s.results);
    CHECK(frameToWrite(back->state) == f);
    // Another title is no other case.
    Frame named = *s.frame;
    named.cases[0].title = "Own weight";
    CHECK(rowsOf(*s.results, named).size() == f.results.size());
    named.cases[0].selfWeight += 1;
    CHECK(rowsOf(*s.results, named).size() < f.results.size());
}

TEST_CASE("results that came: of elements that stand elsewhere nothing is known any more", "[given]")
{
    Frame f = withResults(frameOf(demo("tern-street")), forcesOf(frameOf(demo("tern-street"))));
    const DesignState s = wholeState(f);
    // One node moves: its elements have no forces, the others keep theirs, under other places too.
    Frame moved = *s.frame;
    const int node = moved.elements[0].j;
    moved.nodes[static_cast<size_t>(node)].at.x += 0.1;
    std::rotate(moved.elements.begin(), moved.elements.begin() + 1, moved.elements.end());
    for (LoadCase& c : moved.cases) {
        c.line.clear(), c.point.clear(), c.thermal.clear();
    }
    moved.design.members = {};
    moved.design.restraints = {};
    moved.design.lengths = {};
    const auto next = advance(s, differences(*s.frame, moved, "moved"), ResultStore{});
    REQUIRE(next.has_value());
    CHECK(next->stale.shape);
    CHECK_FALSE(next->stale.analyse);
    const ForceTable& t = next->state.forces();
    CHECK(t.given);
    CHECK_FALSE(next->state.forcesFit());
    size_t known = 0, unknown = 0;
    for (size_t e = 0; e < moved.elements.size(); ++e) {
        const Element& x = moved.elements.list()[e];
        const bool touched = x.i == node || x.j == node;
        const double* v = t.at(t.first[e], 0);
        CHECK(std::isnan(v[0]) == touched);
        (touched ? unknown : known) += 1;
        if (touched) continue;
        const auto was = static_cast<size_t>(
            std::find_if(f.elements.begin(), f.elements.end(), [&](const Element& o) { return o.id == x.id; }) -
            f.elements.begin());
        CHECK(v[4] == s.forces().at(s.forces().first[was], 0)[4]);
    }
    CHECK(known > 0);
    CHECK(unknown > 1);
}

TEST_CASE("results that came: a frame of another shape has them no more, and undo brings them back", "[given][shape]")
{
    const Frame given = withResults(frameOf(demo("tern-street")), forcesOf(frameOf(demo("tern-street"))));
    const DesignState s = begunState(given);
    REQUIRE(s.forces().given);
    CopyParts c;
    c.elements = {0, 1};
    c.by = {0, 30, 0};
    Frame next = *s.frame;
    const auto patch = applyEdit(next, ShapeEdit{c});
    REQUIRE(patch.has_value());
    CHECK(next.came.name.empty());
    const Advanced after = advance(s, *patch, next, ResultStore{});
    CHECK(after.stale.analyse);
    CHECK_FALSE(after.state.hasForces());
    CHECK(frameToWrite(after.state).results.empty());
    const auto back = advance(after.state, inverseOf(*patch), ResultStore{});
    REQUIRE(back.has_value());
    CHECK(*back->state.frame == *s.frame);
    CHECK(back->state.forces().given);
    CHECK(frameToWrite(back->state) == frameToWrite(s));
}

TEST_CASE("results that came: kept with the project through edits of them, undone after it was opened again", "[given]")
{
    const Folder folder;
    const auto path = folder.path / "a.wren";
    const Frame f = withRandomResults(5), other = withRandomResults(7);
    Frame first = f, second = other;
    const auto one = takeResults(first), two = takeResults(second);
    const Patch again = differences(first, second, "again");
    REQUIRE(again.came);
    {
        auto file = ProjectFile::create(path, first);
        REQUIRE(file.has_value());
        ProjectWriter w(*std::move(file));
        w.results(std::make_shared<const Frame>(first), one);
        w.add(1, again, std::make_shared<const Frame>(second));
        w.results(std::make_shared<const Frame>(second), two);
        CHECK(w.flush());
    }
    const auto file = ProjectFile::open(path);
    REQUIRE(file.has_value());
    // Each stands once.
    CHECK(file->parts("came").size() == 2);
    const auto c = file->read();
    REQUIRE(c.has_value());
    CHECK(c->lost.empty());
    CHECK(c->frame == second);
    REQUIRE(c->results);
    CHECK(c->results == c->frame.came.results);
    CHECK(rowsOf(*c->results, c->frame) == other.results.list());
    History h = historyOf(*c);
    Frame back = c->frame;
    REQUIRE(h.undo(back));
    CHECK(back == first);
    REQUIRE(back.came.results);
    CHECK(rowsOf(*back.came.results, back) == f.results.list());
    // A state whose forces are of another frame is not taken for this one's, though its loads are the same.
    Frame moved = c->frame;
    moved.nodes[0].at.x += 0.5;
    {
        auto w = *ProjectFile::create(folder.path / "b.wren", c->frame);
        w.write([&](ProjectFile::Writing& to) { to.results(moved, *two); });
        CHECK(w.read()->results == nullptr);
    }
    // Broken, it is told, and the rest is there.
    {
        SQLite::Database db(path.string(), SQLite::OPEN_READWRITE);
        db.exec("UPDATE part SET bytes = x'00' WHERE kind = 'came' AND name = '" + first.came.name + "'");
    }
    const auto broken = file->read();
    REQUIRE(broken.has_value());
    REQUIRE(broken->lost.size() == 1);
    CHECK(broken->lost.front().find("results that came with a file") == 0);
    CHECK(broken->frame == second);
}

TEST_CASE("results that came: a project of version 2 is brought up with them", "[given]")
{
    const Folder folder;
    const auto path = folder.path / "old.wren";
    Frame f = withRandomResults(2);
    const Frame before = f;
    auto came = std::make_shared<FrameResults>(*takeResults(f));
    Frame bare = f;
    bare.came = {};
    // As that version wrote them: the rows beside the table, and no frame that names them.
    std::string bytes = bytesOf(*came);
    const size_t size = std::stoul(bytes.substr(0, 16), nullptr, 16);
    nlohmann::json head = nlohmann::json::from_cbor(bytes.substr(16, size));
    head.erase("as");
    head["table"].erase("orderSaid");
    head["table"].erase("notional");
    head["given"] = before.results;
    std::string old;
    nlohmann::json::to_cbor(head, old);
    old = fmt::format("{:016x}", old.size()) + old + bytes.substr(16 + size);
    {
        auto file = ProjectFile::create(path, bare);
        ProjectWriter w(*std::move(file));
        w.results(std::make_shared<const Frame>(bare), came);
        Patch p = *applyEdit(bare, SetStandard{"en1993"});
        w.add(1, p, std::make_shared<const Frame>(bare));
        CHECK(w.flush());
    }
    {
        SQLite::Database db(path.string(), SQLite::OPEN_READWRITE);
        SQLite::Statement s(db, "UPDATE results SET bytes = ?, checksum = ?, loads = ?");
        s.bind(1, old.data(), static_cast<int>(old.size()));
        s.bind(2, static_cast<std::int64_t>(fingerprintOf(old)));
        s.bind(3, static_cast<std::int64_t>(loadsFingerprint(bare)));
        s.exec();
        db.exec("PRAGMA user_version = 2");
    }
    {
        const auto look = ProjectFile::open(path, true);
        REQUIRE(look.has_value());
        CHECK(rowsOf(*look->read()->results, look->read()->frame) == before.results.list());
    }
    const auto file = ProjectFile::open(path);
    REQUIRE(file.has_value());
    CHECK(file->keptOld().filename() == "old.version-2.wren");
    const auto c = file->read();
    REQUIRE(c.has_value());
    CHECK(c->lost.empty());
    REQUIRE(c->results);
    CHECK(c->frame.came.results == c->results);
    CHECK(rowsOf(*c->results, c->frame) == before.results.list());
    History h = historyOf(*c);
    Frame back = c->frame;
    REQUIRE(h.undo(back));
    CHECK(back.design.standard == before.design.standard);
    CHECK(back.came == c->frame.came);
}
