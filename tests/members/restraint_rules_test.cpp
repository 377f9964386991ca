// What is asked of a hold besides its stiffness: struts that carry, twist, what briefs say, what the frame's buckling shows;
// and random columns against a second reading of their own.
#include "core/files/frame_writer.h"
#include "core/restraint/found_holds.h"
#include "core/restraint/restraint.h"
#include "core/restraint/struts.h"
#include "core/restraint/twist.h"
#include "tests/members/column_row.h"

#include <cmath>
#include <numbers>

using namespace wr;
using Catch::Matchers::WithinAbs;
using Catch::Matchers::WithinRel;

namespace {

constexpr double kPi2 = std::numbers::pi * std::numbers::pi;

const HoldPoint& holdAt(const CheckModel& m, const char* id, double at)
{
    for (const HoldPoint& p : m.holds(m.find(id).value()).points)
        if (std::abs(p.at - at) < 1e-6) return p;
    FAIL("no place " << at);
    throw std::logic_error("");
}

} // namespace

TEST_CASE("restraint: a strut that cannot carry 1 % of what leans on it holds nothing", "[restraint]")
{
    for (const int n : {1, 3})
        for (const double share : {0.9, 1.1}) {
            // Each column leans with 100 kN on the one run of struts; each strut is 5 m long.
            const double ei = share * 0.01 * n * 100e3 * 25 / kPi2;
            const auto m = test::modelOf(test::columnRow(n, ei, 100));
            CAPTURE(n, share);
            for (int k = 0; k < n; ++k) {
                const HoldPoint& p = holdAt(*m, fmt::format("L{}", k).c_str(), 3);
                CHECK_THAT(p.strut[0], WithinRel(share, 1e-9));
                CHECK(p.held.major == (share > 1));
                CHECK(p.verdict[0] == (share > 1 ? HoldVerdict::Holds : HoldVerdict::TooWeak));
                CHECK(p.doubtful[0] == (share < 1));
                CHECK(p.held.minor); // supports along y
            }
            const auto findings = m->findings();
            CHECK(std::any_of(findings.begin(), findings.end(), [](const Finding& x) {
                      return x.code == "hold.doubtful" && x.text.find("of 1 % of the thrust") != std::string::npos;
                  }) == (share < 1));
        }
    // Held at its own middle the strut carries four times as much; what leans on a run of its own counts for itself.
    Frame f = test::columnRow(1, 0.5 * 0.01 * 100e3 * 25 / kPi2, 100);
    Node middle = f.nodes[0];
    middle.id = "m";
    middle.at = {-2.5, 0, 3};
    middle.support = {};
    middle.support[1] = middle.support[2] = {true, 0};
    f.nodes.push_back(middle);
    const int m = static_cast<int>(f.nodes.size()) - 1;
    Element half = f.elements[2];
    half.id = "W2";
    half.j = m;
    auto& list = f.elements.edit();
    list[2].i = m;
    list.push_back(half);
    CHECK_THAT(holdAt(*test::modelOf(f), "L0", 3).strut[0], WithinRel(2.0, 1e-9));
}

TEST_CASE("restraint: twist by the torsional stiffness of what is joined in bending, else by the depth", "[restraint]")
{
    // A beam of 8 m, purlins of 200 mm along y at both thirds, their far ends on supports 4 m away.
    struct Case
    {
        bool bothSides = false, released = false, reversed = false;
        double times = 1; // the load
    };
    const auto frame = [](const Case& c) {
        std::string nodes, elements;
        for (const int k : {1, 2}) {
            for (const int side : {1, -1}) {
                if (side < 0 && !c.bothSides) continue;
                const std::string id = fmt::format("p{}{}", k, side > 0 ? "l" : "r");
                nodes += fmt::format(R"(,{{"id":"{}","at":[{},{},0],{}}})", id, 8.0 / 3 * k, 4 * side, test::kFixed);
                elements +=
                    fmt::format(R"(,{{"id":"{0}","nodes":[{1}],"section":"P","material":"M"{2}}})", id,
                                c.reversed ? fmt::format(R"("{}","{}")", id, k) : fmt::format(R"("{}","{}")", k, id),
                                c.released ? fmt::format(R"(,"release":{{"{}":["my","mz"]}})", c.reversed ? "j" : "i") : "");
            }
        }
        std::string json =
            test::beam(R"("nodes":[{"id":"a","at":[0,0,0],)" + test::kPinned + R"(},{"id":"1","at":[2.6666666666666665,0,0]},
{"id":"2","at":[5.333333333333333,0,0]},{"id":"b","at":[8,0,0],"support":{"uy":true,"uz":true,"rx":true}})" +
                           nodes + R"(],
"elements":[{"id":"1","nodes":["a","1"],"section":"G","material":"M"},{"id":"2","nodes":["1","2"],"section":"G","material":"M"},
{"id":"3","nodes":["2","b"],"section":"G","material":"M"})" +
                           elements + "]",
                       R"({"id":"Q","nodal":[{"node":"1","f":[0,0,-60]},{"node":"2","f":[0,0,-60]}]})",
                       R"(,"combinations":[{"id":"U","purpose":"strength","terms":{"Q":1}}])");
        json.insert(
            json.find("],\"nodes\""),
            R"(,{"id":"G","shape":"i","h":300,"b":150,"tw":7,"tf":11},{"id":"P","shape":"i","h":200,"b":80,"tw":5,"tf":7})");
        Frame f = test::frameOf(json);
        for (NodalLoad& l : f.cases.edit()[0].nodal)
            l.f.z *= c.times;
        return f;
    };
    const auto needed = [](const Frame& f, const CheckModel& m) {
        double most = 0;
        for (const int e : {0, 1, 2})
            most = std::max(most, pressOf(f, m.forces(), m.forces().sets[0])[static_cast<size_t>(e)].moment);
        return 2.4 * 8 * most * most / (2 * 200e9 * f.sections[1].properties.iz);
    };
    for (const bool reversed : {false, true})
        for (const bool both : {false, true})
            for (const double times : {1.0, 8.0}) {
                const Frame f = frame({both, false, reversed, times});
                const auto m = test::modelOf(f);
                const HoldPoint& p = holdAt(*m, "1", 8.0 / 3);
                CAPTURE(reversed, both, times);
                const double offered = (both ? 2 : 1) * 2 * 200e9 * f.sections[2].properties.iy / 4;
                const double ratio = offered / needed(f, *m);
                if (times > 1) {
                    REQUIRE(ratio < 1);
                    // The softest goes first; then the other one stands alone and needs twice as much.
                    CHECK((p.twist == Approx(ratio).epsilon(1e-3) || p.twist == Approx(ratio / 2).epsilon(1e-3)));
                } else {
                    REQUIRE(ratio > 1);
                    CHECK_THAT(p.twist, WithinRel(ratio, 1e-6));
                }
                CHECK(p.held.minor);
                CHECK(p.held.top);
                CHECK(p.held.twist == (times == 1));
                CHECK(p.held.bottom == (times == 1));
                CHECK(p.flangeAssumed == (times > 1));
            }
    // A hinge tells nothing of twist: half the depth stands for it, and the words say so.
    const Frame hinged = frame({false, true, false, 8});
    const auto m = test::modelOf(hinged);
    const HoldPoint& p = holdAt(*m, "1", 8.0 / 3);
    CHECK(std::isnan(p.twist));
    CHECK(p.held.twist);
    CHECK(holdWords(m->frame(), m->forces(), p).find("twist by the depth") != std::string::npos);
}

TEST_CASE("restraint: a brief says which flange what frames in holds, and what holds a member all along", "[restraint][input]")
{
    const auto model = [](const std::string& purlin, const std::string& beam, const std::string& more = "") {
        std::string json = test::beam(
            R"("nodes":[{"id":"a","at":[0,0,0],)" + test::kPinned + R"(},{"id":"1","at":[3,0,0]},
{"id":"b","at":[6,0,0],"support":{"uy":true,"uz":true,"rx":true}},{"id":"p","at":[3,4,0],)" +
                test::kFixed + R"(}],
"elements":[{"id":"1","nodes":["a","1"],"section":"G","material":"M"},{"id":"2","nodes":["1","b"],"section":"G","material":"M"},
{"id":"P","nodes":["1","p"],"section":"P","material":"M","release":{"i":["my","mz"]}}])",
            R"({"id":"Q","nodal":[{"node":"1","f":[0,0,-60]}]})",
            R"(,"combinations":[{"id":"U","purpose":"strength","terms":{"Q":1}}],"design":{"standard":"aisc360-22-lrfd",
"briefs":[{"id":"Purlins")" +
                purlin + R"(},{"id":"Beams")" + beam +
                R"(}],"members":[{"id":"B","elements":["1","2"],"brief":"Beams"},{"id":"P","elements":["P"],"brief":"Purlins"}])" +
                more + "}");
        json.insert(
            json.find("],\"nodes\""),
            R"(,{"id":"G","shape":"i","h":300,"b":150,"tw":7,"tf":11},{"id":"P","shape":"i","h":100,"b":80,"tw":5,"tf":7})");
        return test::modelOf(test::frameOf(json));
    };
    const auto plain = model("", "");
    CHECK(holdAt(*plain, "B", 3).origin == HoldOrigin::Joint);
    CHECK(holdAt(*plain, "B", 3).flangeAssumed);
    const auto bottom = model(R"(,"holds":{"framing":["bottom"]})", "");
    const HoldPoint& p = holdAt(*bottom, "B", 3);
    CHECK(p.origin == HoldOrigin::Brief);
    CHECK(bottom->frame().elements[p.evidence].id == "P");
    CHECK(p.held == Held{false, true, false, true, false});
    CHECK_FALSE(p.flangeAssumed);
    CHECK(bottom->lanes(0).of(LengthAxis::Bottom).size() == 2);
    CHECK(bottom->lanes(0).of(LengthAxis::Top).size() == 1);
    CHECK(plain->lanes(0).of(LengthAxis::Top).size() == 2);
    const auto both = model(R"(,"holds":{"framing":["top","twist"]})", "");
    CHECK(holdAt(*both, "B", 3).held == Held{false, true, true, false, true});
    // By hand over the brief; what was there before stays to be seen.
    const auto hand = model(R"(,"holds":{"framing":["bottom"]})", "",
                            R"(,"restraints":[{"member":"B","at":3,"holds":["top"],"lets":["bottom"]}])");
    const HoldPoint& q = holdAt(*hand, "B", 3);
    CHECK(q.origin == HoldOrigin::Stated);
    CHECK(q.held.top);
    CHECK_FALSE(q.held.bottom);
    CHECK(q.found.bottom);
    CHECK(q.foundOrigin == HoldOrigin::Brief);
    // All along: the lane has no length; "rule": "none" leaves the entries alone.
    const auto along = model("", R"(,"holds":{"along":["top"]})");
    REQUIRE(along->holds(0).stretches.size() == 1);
    CHECK(along->holds(0).stretches[0].origin == HoldOrigin::Brief);
    for (const LaneSegment& s : along->lanes(0).of(LengthAxis::Top))
        CHECK(s.continuous);
    CHECK_FALSE(along->lanes(0).of(LengthAxis::Bottom)[0].continuous);
    // There and back, and words that are none.
    CHECK(writeFrame(bottom->frame()) == writeFrame(*readFrame(writeFrame(bottom->frame())).value));
    std::string bad = writeFrame(bottom->frame());
    bad.replace(bad.find("\"bottom\""), 8, "\"minor\" ");
    const auto read = readFrame(bad);
    REQUIRE(read.findings.size() == 1);
    CHECK(read.findings[0].text.find("allowed: top, bottom, twist") != std::string::npos);
    CHECK(read.findings[0].place.find("/design/briefs/0/holds") != std::string::npos);
}

TEST_CASE("restraint: a truss in gravity and in uplift", "[restraint]")
{
    // Six panels of 2 m, 1.5 m high; the upper chord held along y at every node, the lower at its ends only.
    const auto truss = [](bool gravity, bool uplift, bool turned) {
        std::string nodes, elements, down;
        const auto bar = [&](const std::string& id, const std::string& a, const std::string& b, const char* more) {
            const bool back = turned && !elements.empty() && elements.size() % 2 == 0;
            elements += fmt::format(R"({}{{"id":"{}","nodes":["{}","{}"],"section":"S","material":"M"{}}})",
                                    elements.empty() ? "" : ",", id, back ? b : a, back ? a : b, more);
        };
        for (int k = 0; k <= 6; ++k) {
            const char* end = k == 0   ? R"(,"support":{"ux":true,"uy":true,"uz":true,"rx":true})"
                              : k == 6 ? R"(,"support":{"uy":true,"uz":true,"rx":true})"
                                       : "";
            nodes += fmt::format(R"({}{{"id":"l{}","at":[{},0,0]{}}},{{"id":"u{}","at":[{},0,1.5],"support":{{"uy":true{}}}}})",
                                 k ? "," : "", k, 2 * k, end, k, 2 * k, k ? "" : R"(,"rx":true)");
            down += fmt::format(R"({}{{"node":"u{}","f":[0,0,-20]}})", k ? "," : "", k);
        }
        for (int k = 0; k < 6; ++k) {
            bar(fmt::format("L{}", k), fmt::format("l{}", k), fmt::format("l{}", k + 1), "");
            bar(fmt::format("U{}", k), fmt::format("u{}", k), fmt::format("u{}", k + 1), "");
            bar(fmt::format("D{}", k), fmt::format("l{}", k), fmt::format("u{}", k + 1), R"(,"behaviour":"axial")");
        }
        for (int k = 0; k <= 6; ++k)
            bar(fmt::format("V{}", k), fmt::format("l{}", k), fmt::format("u{}", k), R"(,"behaviour":"axial")");
        std::string combinations;
        if (gravity) combinations += R"({"id":"G","purpose":"strength","terms":{"Q":1}})";
        if (uplift) combinations += std::string(gravity ? "," : "") + R"({"id":"W","purpose":"strength","terms":{"Q":-0.8}})";
        return test::frameOf(test::beam("\"nodes\":[" + nodes + "],\"elements\":[" + elements + "]",
                                        R"({"id":"Q","nodal":[)" + down + "]}", R"(,"combinations":[)" + combinations + "]"));
    };
    for (const bool turned : {false, true})
        for (const auto& [gravity, uplift] : {std::pair{true, false}, {false, true}, {true, true}}) {
            const auto m = test::modelOf(truss(gravity, uplift, turned));
            CAPTURE(turned, gravity, uplift);
            // A chord that turned pieces make runs like its first element.
            const auto chord = [&](const char* id) {
                for (size_t e = 0; e < m->frame().elements.size(); ++e)
                    if (m->frame().elements[e].id == id) return static_cast<size_t>(m->formed().ofElement(static_cast<int>(e)));
                throw std::logic_error("no chord");
            };
            const size_t upper = chord("U2"), lower = chord("L2");
            REQUIRE(m->members()[upper].pieces.size() == 6);
            REQUIRE(m->members()[lower].pieces.size() == 6);
            CHECK(m->lanes(upper).longest(LengthAxis::Minor) == Approx(2));
            // In its own plane the web holds whatever chord is pressed; sideways nothing holds the lower one between its ends.
            CHECK(m->lanes(upper).longest(LengthAxis::Major) == Approx(2));
            CHECK(m->lanes(lower).longest(LengthAxis::Major) == Approx(2));
            for (const HoldPoint& p : m->holds(lower).points) {
                if (p.at < 1e-6 || p.at > 12 - 1e-6) continue;
                CHECK_FALSE(p.held.minor);
                CHECK(p.held.major);
            }
            CHECK(m->lanes(lower).longest(LengthAxis::Minor) == Approx(12));
            const HoldPoint &u = m->holds(upper).points[2], &l = m->holds(lower).points[2];
            CHECK(u.verdict[1] == HoldVerdict::Support);
            CHECK(u.verdict[0] == HoldVerdict::Holds);
            CHECK(l.verdict[0] == HoldVerdict::Holds);
            CHECK(u.ratio(0) > 1);
            CHECK(l.ratio(0) > 1);
        }
}

TEST_CASE("restraint: crossed bars hold each other by the frame's buckling only, and not by a tension that is missing once",
          "[restraint]")
{
    // Two bars of 5 m that cross in their middles and are joined there, one pressed, one pulled as much; the other set presses
    // both.
    const auto model = [](bool alsoBoth) {
        const Frame f = test::frameOf(test::beam(
            R"("nodes":[{"id":"a","at":[0,0,0],"support":{"ux":true,"uy":true,"uz":true,"rx":true}},
{"id":"b","at":[4,0,3],"support":{"uy":true}},{"id":"c","at":[4,0,0],"support":{"ux":true,"uy":true,"uz":true,"rx":true}},
{"id":"d","at":[0,0,3],"support":{"uy":true}},{"id":"x","at":[2,0,1.5]}],
"elements":[{"id":"1","nodes":["a","x"],"section":"S","material":"M","release":{"i":["my","mz"]}},
{"id":"2","nodes":["x","b"],"section":"S","material":"M","release":{"j":["my","mz"]}},
{"id":"3","nodes":["c","x"],"section":"S","material":"M","release":{"i":["my","mz"]}},
{"id":"4","nodes":["x","d"],"section":"S","material":"M","release":{"j":["my","mz"]}},
{"id":"T","nodes":["d","b"],"section":"S","material":"M","behaviour":"axial"}])",
            R"({"id":"H","nodal":[{"node":"b","f":[-80,0,-60]},{"node":"d","f":[-80,0,60]}]},
{"id":"V","nodal":[{"node":"b","f":[-80,0,-60]},{"node":"d","f":[80,0,-60]}]})",
            std::string(R"(,"combinations":[{"id":"U1","purpose":"strength","terms":{"H":1}})") +
                (alsoBoth ? R"(,{"id":"U2","purpose":"strength","terms":{"V":1}}])" : "]")));
        const auto plain = test::modelOf(f);
        SilentProgress progress;
        const auto forces = std::make_shared<const ForceTable>(plain->forces());
        return std::make_unique<CheckModel>(
            plain->sharedFrame(), forces, nullptr,
            std::make_shared<const FrameRestraint>(f, plain->members(), *forces, true, progress), *plain, Changed{});
    };
    const auto one = model(false), two = model(true);
    const HoldPoint &p = holdAt(*one, "1", 2.5), &q = holdAt(*two, "1", 2.5);
    // Square to the plane (the weak axis of these bars bends there): not by 8P/L.
    CHECK_FALSE(p.held.minor);
    CHECK_FALSE(q.held.minor);
    CHECK(p.byFrame[1]);
    CHECK(p.doubtful[1]);
    CHECK_FALSE(q.byFrame[1]);
    const auto findings = one->findings();
    CHECK(std::any_of(findings.begin(), findings.end(), [](const Finding& x) {
        return x.code == "hold.doubtful" &&
               x.text.find("by the frame's buckling analysis, to be confirmed") != std::string::npos;
    }));
}

TEST_CASE("restraint: what a hold has to carry by EN 1993-1-1 5.3.3, by hand", "[restraint]")
{
    // A column of 6 m with 100 kN, held at its middle: q = 8·100·(6/500 + 6/500)/6² = 0.5333 kN/m, over 3 m.
    Frame f = test::columnRow(1, 1e9, 100);
    f.design.standard = "en1993";
    const auto m = test::modelOf(f);
    bool major = false;
    for (const BraceRow& r : m->bracing(m->find("L0").value())) {
        CHECK(r.at == Approx(3));
        CHECK_THAT(r.strength, WithinRel(1600.0, 1e-6));
        CHECK(r.clause == "5.3.3(3)");
        CHECK(r.stiffness == 0); // the standard asks for none
        major |= r.kind == "major";
    }
    CHECK(major);
}

TEST_CASE("restraint: members joined, split or turned keep what their lines were tested with, where the lines are the same",
          "[restraint]")
{
    // Two columns of two pieces each on struts; the first as one member, as two, turned round.
    const auto with = [](const std::vector<std::pair<std::string, std::vector<int>>>& members, bool turned) {
        Frame f = test::columnRow(2, 1e9, 100);
        for (const auto& [id, elements] : members) {
            DesignMember m;
            m.id = id;
            m.elements = elements;
            m.turned = turned;
            f.design.members.push_back(m);
        }
        return f;
    };
    const auto formed = [](const Frame& f) {
        std::vector<Finding> ignored;
        return formMembers(f, ignored);
    };
    const Frame whole = with({{"A", {0, 1}}}, false);
    const ForceTable forces = test::forcesOf(whole).forces;
    SilentProgress p;
    const RestraintResult before = testRestraint(whole, formed(whole).members(), forces, {}, p);
    REQUIRE(before.complete);
    REQUIRE(before.lines.size() == formed(whole).members().size());
    for (const Frame& f : {with({{"A1", {0}}, {"A2", {1}}}, false), with({{"A", {0, 1}}}, true)}) {
        const Formed now = formed(f);
        const auto taken = restraintOfOthers(before, f, now.members());
        const RestraintResult fresh = testRestraint(f, now.members(), forces, {}, p);
        if (!taken) { // a line that runs the other way is tested anew
            CHECK(f.design.members[0].turned);
            continue;
        }
        REQUIRE(taken->members.size() == fresh.members.size());
        for (size_t i = 0; i < fresh.members.size(); ++i) {
            REQUIRE(taken->members[i].places.size() == fresh.members[i].places.size());
            for (size_t k = 0; k < fresh.members[i].places.size(); ++k) {
                const PlaceTest &a = taken->members[i].places[k], &b = fresh.members[i].places[k];
                CAPTURE(now.members()[i].id, k);
                CHECK(a.place.node == b.place.node);
                CHECK_THAT(a.place.at, WithinAbs(b.place.at, 1e-9));
                CHECK(a.verdict == b.verdict);
                for (const size_t d : {size_t{0}, size_t{1}})
                    CHECK_THAT(a.offered[d], WithinRel(b.offered[d], 1e-6) || WithinAbs(b.offered[d], 1e-3));
            }
        }
    }
    // Another line: the upper half has a hinge at its foot now.
    Frame hinged = whole;
    hinged.elements.edit()[1].releaseI[static_cast<size_t>(Force::My)] = true;
    hinged.elements.edit()[1].releaseI[static_cast<size_t>(Force::Mz)] = true;
    hinged.design.members = {};
    CHECK_FALSE(restraintOfOthers(before, hinged, formed(hinged).members()));
}

TEST_CASE("restraint: a first look at one member tests its line alone and says what the test of all says", "[restraint]")
{
    for (const bool wall : {true, false}) {
        const Frame f = test::columnRow(4, 1e9, 100, wall);
        std::vector<Finding> ignored;
        const Formed formed = formMembers(f, ignored);
        const ForceTable forces = test::forcesOf(f).forces;
        SilentProgress p;
        const RestraintResult all = testRestraint(f, formed.members(), forces, {}, p);
        for (const char* id : {"L0", "L3"}) {
            RestraintOptions o;
            o.only = {formed.find(id).value()};
            const RestraintResult one = testRestraint(f, formed.members(), forces, o, p);
            REQUIRE(one.complete);
            CHECK(one.tangents <= all.tangents);
            const auto &a = one.members[o.only[0]].places, &b = all.members[o.only[0]].places;
            REQUIRE(a.size() == b.size());
            for (size_t k = 0; k < a.size(); ++k) {
                CAPTURE(wall, id, k);
                for (const Across d : kAcross)
                    CHECK(a[k].holds(d) == b[k].holds(d));
            }
        }
    }
}
