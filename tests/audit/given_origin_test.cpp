// What analysis given forces are of: asked where nobody says it, answered by a way out, and heeded by what hangs on it.
#include "core/files/frame_reader.h"
#include "core/files/frame_writer.h"
#include "core/project/ways_out.h"
#include "tests/project/states.h"

using namespace wr;
using namespace wr::test;

namespace {

// A demo frame with forces of its combinations alone, of which nothing is said.
Frame unsaid(const std::string& demoName, AnalysisChoice choice = {})
{
    Frame f = frameOf(demo(demoName));
    f = withResults(f, forcesOf(f, choice));
    erase_if(f.results, [](const GivenResult& r) { return r.loadCase >= 0; });
    for (GivenResult& r : f.results)
        r.orderSaid = r.secondOrder = r.amplified = r.reducedStiffness = false;
    f.design.analysis.reset();
    f.design.givenForces.reset();
    return f;
}

const WayOut& wayOf(const std::vector<WayOut>& ways, std::string_view words)
{
    for (const WayOut& w : ways)
        if (w.words == words) return w;
    FAIL("no way out: " << words);
    return ways.front();
}

StabilityVerdict verdictOf(const DesignState& s, std::string_view what)
{
    for (const StabilityLine& l : s.stability())
        if (l.topic == what) return l.verdict;
    FAIL("no line: " << what);
    return {};
}

} // namespace

TEST_CASE("given forces: of which order they are is asked, and the answer is kept with the frame", "[audit][given]")
{
    const DesignState s = wholeState(unsaid("tern-street"));
    const auto asked = of(s.findings(), "forces.order");
    REQUIRE(asked.size() == 1);
    CHECK(asked.front().severity == Severity::Warning);
    CHECK_FALSE(s.forces().inSecond(0));
    // Said in the file, nothing is asked.
    Frame told = unsaid("tern-street");
    for (GivenResult& r : told.results)
        r.orderSaid = true;
    CHECK(of(wholeState(told).findings(), "forces.order").empty());
    const auto ways = waysOut(s, asked.front());
    const DesignState second = after(s, std::get<Edit>(wayOf(ways, "they are of second order with reduced stiffness").act));
    CHECK(of(second.findings(), "forces.order").empty());
    CHECK(second.forces().inSecond(0));
    CHECK(second.forces().reducedStiffness);
    CHECK(second.forces().given);
    // It counts like results that say it themselves.
    Frame byFile = unsaid("tern-street");
    for (GivenResult& r : byFile.results)
        r.orderSaid = r.secondOrder = r.reducedStiffness = true;
    const DesignState same = wholeState(byFile);
    for (size_t m = 0; m < same.report->results.size(); ++m)
        CHECK(second.report->results[m].utilisation == same.report->results[m].utilisation);
    // In the file and back.
    const Frame written = frameToWrite(second);
    const auto back = readFrame(writeFrame(written));
    REQUIRE(back.ok());
    CHECK(back.value->design.givenForces == written.design.givenForces);
    REQUIRE(back.value->design.givenForces);
    CHECK(back.value->design.givenForces->order == ForceOrder::Second);
    for (const GivenResult& r : back.value->results.list())
        CHECK_FALSE(r.orderSaid);
    // Undone, it is asked again.
    const DesignState undone = after(second, SayForces{});
    CHECK(of(undone.findings(), "forces.order").size() == 1);
    CHECK_FALSE(undone.forces().inSecond(0));
}

TEST_CASE("given forces: whether notional loads are in them is asked where nothing pushes sideways", "[audit][given]")
{
    for (const char* standard : {"aisc360-22-lrfd", "en1993"}) {
        CAPTURE(standard);
        Frame f = unsaid("tern-street");
        f.design.standard = standard;
        for (Combination& c : f.combinations)
            c.basis.clear(); // whichever standard they are of
        const DesignState s = wholeState(f);
        const std::string line =
            s.model->standard().family == std::string_view("en1993") ? "Sway imperfections" : "Notional loads";
        const auto asked = of(s.findings(), "forces.notional");
        REQUIRE(asked.size() == 1);
        CHECK(of(s.findings(), "stability.notional").empty());
        CHECK(verdictOf(s, line) == StabilityVerdict::Unknown);
        const auto ways = waysOut(s, asked.front());
        const DesignState with = after(s, std::get<Edit>(wayOf(ways, "they hold them").act));
        CHECK(of(with.findings(), "forces.notional").empty());
        CHECK(of(with.findings(), "stability.notional").empty());
        CHECK(verdictOf(with, line) == StabilityVerdict::Met);
        // One answer leaves the other question open.
        CHECK(of(with.findings(), "forces.order").size() == 1);
        const DesignState without = after(s, std::get<Edit>(wayOf(ways, "they do not").act));
        CHECK(of(without.findings(), "forces.notional").empty());
        CHECK(of(without.findings(), "stability.notional").size() == 1);
        CHECK(verdictOf(without, line) == StabilityVerdict::NotMet);
        // Not asked of what is stated not to sway, nor of beams alone.
        Frame braced = f;
        braced.design.swayX = braced.design.swayY = false;
        CHECK(of(wholeState(braced).findings(), "forces.notional").empty());
    }
}

TEST_CASE("given forces: what is said of them must go together", "[audit][given]")
{
    Frame f = unsaid("tern-street");
    const auto refused = applyEdit(f, SayForces{StatedForces{ForceOrder::First, true, {}}});
    REQUIRE_FALSE(refused.has_value());
    CHECK(refused.error() == "reduced stiffness belongs to second order, or to amplified forces");
    const auto done = applyEdit(f, SayForces{StatedForces{ForceOrder::Amplified, false, true}});
    REQUIRE(done.has_value());
    CHECK(done->words == "Given forces: amplified, with notional loads");
    const auto read = readFrame(R"({"wren":1})");
    CHECK_FALSE(read.ok());
}
