// What holds a member, by the tangent stiffness of its frame: closed forms, both directions, reversed and turned.
#include "core/analysis/element.h"
#include "core/restraint/found_holds.h"
#include "core/restraint/restraint.h"
#include "tests/members/column_row.h"

#include <cmath>
#include <random>

using namespace wr;
using Catch::Matchers::WithinAbs;
using Catch::Matchers::WithinRel;

namespace {

RestraintResult tested(const Frame& f, const RestraintOptions& o = {})
{
    std::vector<Finding> findings;
    const FrameForces r = test::forcesOf(f);
    REQUIRE(r.ok);
    SilentProgress p;
    const Formed formed = formMembers(f, findings);
    RestraintResult out = testRestraint(f, formed.members(), r.forces, o, p);
    REQUIRE(out.complete);
    return out;
}

const PlaceTest& at(const RestraintResult& r, const Frame& f, size_t member, const std::string& node)
{
    for (const PlaceTest& p : r.members[member].places)
        if (f.nodes[p.place.node].id == node) return p;
    throw std::logic_error("no such place");
}

// A column of 2 × 3 m in the direction z, pinned at the foot, its top held sideways by a rigid support, pressed by `force` kN;
// at mid-height a bar along x (local z of the column is -x) of stiffness k, N/m, to a rigid support 1 m away.
Frame braced(double k, double force = 100, const std::string& more = "", bool backwards = false)
{
    const std::string section = fmt::format(
        R"(,{{"id":"T","shape":"bar-round","d":20,"properties":{{"a":{},"avy":0,"avz":0}}}})", k * 1.0 / 200e9 * 1e6);
    std::string json =
        test::beam(fmt::format(R"("nodes":[{{"id":"a","at":[0,0,0],"support":{{"ux":true,"uy":true,"uz":true,"rz":true}}}},
{{"id":"b","at":[0,0,3]}},{{"id":"c","at":[0,0,6],"support":{{"ux":true,"uy":true}}}},
{{"id":"d","at":[1,0,3],"support":{{"ux":true,"uy":true,"uz":true,"rx":true,"ry":true,"rz":true}}}}],
"elements":[{{"id":"C1","nodes":["{}","{}"],"section":"S","material":"M"}},{{"id":"C2","nodes":["b","c"],"section":"S","material":"M"}},
{{"id":"T","nodes":["b","d"],"section":"T","material":"M","behaviour":"axial"}}])",
                               backwards ? "b" : "a", backwards ? "a" : "b"),
                   fmt::format(R"({{"id":"G","nodal":[{{"node":"c","f":[0,0,{}]}}]}})", -force),
                   R"(,"combinations":[{"id":"U","purpose":"strength","terms":{"G":1}}])" + more);
    json.insert(json.find("],\"nodes\""), section);
    return test::frameOf(json);
}

double euler(double ei, double l)
{
    return std::numbers::pi * std::numbers::pi * ei / l / l;
}

} // namespace

TEST_CASE("tangent: an element under force is the exact beam-column", "[restraint][analysis]")
{
    const Frame f =
        test::frameOf(test::beam(R"("nodes":[{"id":"1","at":[0,0,0],)" + test::kFixed + R"(},{"id":"2","at":[4,0,0]}],
"elements":[{"id":"A","nodes":["1","2"],"section":"S","material":"M"}])",
                                 R"({"id":"G"})"));
    const Element& e = f.elements[0];
    const double l = 4, ei = test::kEi, pe = euler(ei, l);
    // Livesley and Chandler: at the Euler load a pinned end has no stiffness left (k - kc²/k = 0), and s(1 + c) = π²/2 there...
    const auto pinned = [&](double n) {
        const Matrix12 k = ElementModel(f, e, false, 1, n).stiffness();
        return k(4, 4) - k(4, 10) * k(4, 10) / k(10, 10);
    };
    CHECK_THAT(pinned(0), WithinRel(3 * ei / l, 1e-12));
    CHECK_THAT(pinned(-pe) / (ei / l), WithinAbs(0, 1e-9));
    CHECK(pinned(-0.5 * pe) < 3 * ei / l);
    CHECK(pinned(0.5 * pe) > 3 * ei / l);
    // A cantilever's tip loses its stiffness at a quarter of that; against the tangent formula P·k/(tan kL - kL).
    const auto tip = [&](double n) {
        const Matrix12 k = ElementModel(f, e, false, 1, n).stiffness();
        return k(8, 8) - k(8, 10) * k(8, 10) / k(10, 10);
    };
    CHECK_THAT(tip(-pe / 4) * l * l * l / ei, WithinAbs(0, 1e-9));
    for (const double share : {1e-7, 1e-3, 0.01, 0.1, 0.2}) {
        const double p = share * pe, k = std::sqrt(p / ei);
        CAPTURE(share);
        CHECK_THAT(tip(-p), WithinRel(p * k / (std::tan(k * l) - k * l), 1e-6));
        CHECK_THAT(tip(p), WithinRel(p * k / (k * l - std::tanh(k * l)), 1e-6));
    }
    // Against the divided element with shear, both planes, through zero and the change of the formula.
    Frame soft = f;
    soft.sections[0].properties.avy = soft.sections[0].properties.avz = 1e-3;
    for (const double share : {-0.6, -0.05, -0.008, 0.0, 0.009, 0.2, 0.9})
        for (const bool shear : {false, true}) {
            const ElementModel whole(soft, e, shear, 1, share * pe);
            constexpr int n = 64;
            Frame cut = soft;
            cut.nodes.resize(2);
            cut.nodes[1].at.x = l / n;
            const ElementModel part(cut, cut.elements[0], shear, 1, 0);
            const Matrix12 piece = part.stiffness() + part.geometric(share * pe);
            Eigen::MatrixXd k = Eigen::MatrixXd::Zero(6 * (n + 1), 6 * (n + 1));
            for (int i = 0; i < n; ++i)
                k.block<12, 12>(6 * i, 6 * i) += piece;
            // Inner nodes condensed.
            Eigen::MatrixXd ends(12, 12);
            const Eigen::Index m = 6 * (n - 1);
            const auto outer = [&](int i) { return i < 6 ? i : 6 * n + i - 6; };
            Eigen::MatrixXd koi(12, m), koo(12, 12);
            for (int i = 0; i < 12; ++i) {
                koi.row(i) = k.row(outer(i)).segment(6, m);
                for (int j = 0; j < 12; ++j)
                    koo(i, j) = k(outer(i), outer(j));
            }
            ends = koo - koi * k.block(6, 6, m, m).ldlt().solve(koi.transpose());
            CAPTURE(share, shear);
            CHECK((whole.stiffness() - ends).norm() < 2e-3 * ends.norm());
        }
}

TEST_CASE("restraint: Winter's brace at mid-height: 8P/L holds, half of it does not", "[restraint]")
{
    // The column's local z lies along x: the bar holds against movement along z (major), at 0.98 of the half's Euler load.
    const double p = 0.98 * euler(test::kEiz, 3); // the weaker axis reaches its load first, over 3 m as long as both hold
    const double full = 8 * p / 3;
    for (const bool backwards : {false, true})
        for (const double share : {0.3, 0.5, 0.95, 1.05, 2.0}) {
            const Frame f = braced(share * full, 100, "", backwards);
            CAPTURE(share, backwards);
            const RestraintResult r = tested(f);
            const PlaceTest& mid = at(r, f, 0, "b");
            // Nothing holds along y at mid-height: over 6 m the level is a quarter, and so is what is needed.
            CHECK_FALSE(mid.holds(Across::Minor));
            CHECK_THAT(mid.offered[0], WithinRel(share * full, 2e-3));
            const double level = 0.98 * euler(test::kEiz, 6);
            CHECK_THAT(mid.needed[0], WithinRel(8 * level / 3, 1e-6));
            CHECK(mid.holds(Across::Major) == (share >= 0.25));
            CHECK(at(r, f, 0, "a").verdict[0] == HoldVerdict::Support);
            CHECK(at(r, f, 0, "c").verdict[1] == HoldVerdict::Support);
        }
    // With the other axis held all by itself (a strong minor axis), the major axis asks for 8P/L of its own.
    const auto alone = [&](double share) {
        Frame f = braced(1, 100);
        f.sections[0].properties.iz = 100 * f.sections[0].properties.iy;
        const double own = 8 * 0.98 * euler(test::kEi, 3) / 3;
        f.sections[1].properties.a = share * own / 200e9;
        const RestraintResult r = tested(f);
        return at(r, f, 0, "b");
    };
    CHECK(alone(1.01).verdict[0] == HoldVerdict::Holds);
    CHECK_THAT(alone(1.01).ratio(Across::Major), WithinRel(1.01, 2e-3));
    CHECK(alone(0.99).verdict[0] == HoldVerdict::TooSoft);
    CHECK(alone(0.5).verdict[0] == HoldVerdict::TooSoft);
    // The bare half lets the column buckle between the two: there the frame's own mode tells.
    CHECK_FALSE(alone(0.2).holds(Across::Major));
}

TEST_CASE("restraint: a skew strut holds neither direction by itself, with a second one both", "[restraint]")
{
    const auto frame = [](bool second) {
        const std::string strut = R"(,{"id":"T2","nodes":["b","e"],"section":"T","material":"M","behaviour":"axial"})";
        Frame f = braced(1e9, 100);
        f.nodes[3].at = {1, 1, 3};
        if (!second) return f;
        Node e = f.nodes[3];
        e.id = "e";
        e.at = {1, -1, 3};
        f.nodes.push_back(e);
        Element t = f.elements[2];
        t.id = "T2";
        t.j = 4;
        f.elements.push_back(t);
        return f;
    };
    const Frame one = frame(false), two = frame(true);
    const RestraintResult a = tested(one), b = tested(two);
    for (const Across d : kAcross) {
        CHECK_FALSE(at(a, one, 0, "b").holds(d));
        CHECK(at(b, two, 0, "b").holds(d));
    }
}

TEST_CASE("restraint: equal columns tied in a line hold each other only where a braced bay holds the line", "[restraint]")
{
    const auto line = [](int n, bool anchor) { return test::columnRow(n, test::kEi, 100, anchor); };
    for (const int n : {2, 5}) {
        const Frame loose = line(n, false), held = line(n, true);
        const RestraintResult a = tested(loose), b = tested(held);
        for (int k = 0; k < n; ++k) {
            CAPTURE(n, k);
            const std::string node = fmt::format("b{}", k);
            std::vector<Finding> ignored;
            const size_t m = *formMembers(loose, ignored).find(fmt::format("L{}", k));
            CHECK_FALSE(at(a, loose, m, node).holds(Across::Major));
            CHECK(at(b, held, m, node).holds(Across::Major));
            CHECK(at(a, loose, m, node).holds(Across::Minor)); // supports along y
        }
    }
}

TEST_CASE("restraint: one-way bars hold in pairs only", "[restraint]")
{
    // A portal of two pinned columns and a beam, braced by one diagonal or by two that cross, tension only.
    const auto portal = [](bool first, bool second) {
        std::string more;
        if (first) more += R"(,{"id":"D1","nodes":["1","4"],"section":"T","material":"M","behaviour":"tension-only"})";
        if (second) more += R"(,{"id":"D2","nodes":["2","3"],"section":"T","material":"M","behaviour":"tension-only"})";
        std::string json =
            test::beam(R"("nodes":[{"id":"1","at":[0,0,0],"support":{"ux":true,"uy":true,"uz":true,"rz":true,"rx":true}},
{"id":"2","at":[6,0,0],"support":{"ux":true,"uy":true,"uz":true,"rz":true,"rx":true}},{"id":"3","at":[0,0,4],"support":{"uy":true}},
{"id":"4","at":[6,0,4],"support":{"uy":true}}],
"elements":[{"id":"C1","nodes":["1","3"],"section":"S","material":"M"},{"id":"C2","nodes":["2","4"],"section":"S","material":"M"},
{"id":"B","nodes":["3","4"],"section":"S","material":"M"})" +
                           more + "]",
                       R"({"id":"G","nodal":[{"node":"3","f":[1,0,-100]},{"node":"4","f":[0,0,-100]}]})",
                       R"(,"combinations":[{"id":"U","purpose":"strength","terms":{"G":1}}])");
        json.insert(json.find("],\"nodes\""), R"(,{"id":"T","shape":"bar-round","d":30})");
        return test::frameOf(json);
    };
    const Frame crossed = portal(true, true), single = portal(true, false);
    const RestraintResult a = tested(crossed), b = tested(single);
    for (const size_t column : {size_t{0}, size_t{1}}) {
        const std::string top = column == 0 ? "3" : "4";
        CHECK(at(a, crossed, column, top).holds(Across::Major));
        CHECK_FALSE(at(b, single, column, top).holds(Across::Major));
    }
}

TEST_CASE("restraint: a turn of the whole frame in space and of its elements' ends changes no ratio", "[restraint]")
{
    const Frame f = braced(5e6, 100);
    const RestraintResult base = tested(f);
    std::mt19937 random(3);
    for (int round = 0; round < 6; ++round) {
        // About the vertical: the default orientation of plumb elements is by the global axes, so they are rolled back.
        const double a = std::uniform_real_distribution<double>(0.1, 6)(random);
        Frame g = f;
        const Vec3 x{std::cos(a), std::sin(a), 0}, y{-std::sin(a), std::cos(a), 0}, z{0, 0, 1};
        for (Node& n : g.nodes) {
            n.at = n.at.x * x + n.at.y * y + n.at.z * z;
            n.supportAxes = Axes{x, y, z};
        }
        for (size_t e = 0; e < 2; ++e)
            g.elements[e].roll = f.elements[e].roll + a;
        if (round % 2) std::swap(g.elements[1].i, g.elements[1].j), g.elements[1].roll = -g.elements[1].roll;
        const RestraintResult r = tested(g);
        for (const Across d : kAcross) {
            const PlaceTest &p = at(base, f, 0, "b"), &q = at(r, g, 0, "b");
            CAPTURE(round, a, static_cast<int>(d));
            CHECK(q.holds(d) == p.holds(d));
            CHECK_THAT(q.offered[static_cast<size_t>(d)],
                       WithinRel(p.offered[static_cast<size_t>(d)], 1e-5) || WithinAbs(0, 1));
        }
    }
}

TEST_CASE("restraint: half the depth holds flanges and twist, a lighter element the top flange only", "[restraint]")
{
    // A beam of 300 mm along x; at mid-span one of `depth` along y to a support.
    const auto holds = [](double depth, const std::string& behaviour) {
        std::string json = test::beam(
            R"("nodes":[{"id":"a","at":[0,0,0],)" + test::kPinned + R"(},{"id":"b","at":[3,0,0]},{"id":"c","at":[6,0,0],)" +
                test::kPinned + R"(},{"id":"d","at":[3,4,0],)" + test::kFixed + R"(}],
"elements":[{"id":"1","nodes":["a","b"],"section":"G","material":"M"},{"id":"2","nodes":["b","c"],"section":"G","material":"M"},
{"id":"P","nodes":["b","d"],"section":"P","material":"M","behaviour":")" +
                behaviour + R"("}])",
            R"({"id":"Q","nodal":[{"node":"b","f":[0,0,-50]}]})", R"(,"combinations":[{"id":"U","terms":{"Q":1}}])");
        json.insert(
            json.find("],\"nodes\""),
            fmt::format(
                R"(,{{"id":"G","shape":"i","h":300,"b":150,"tw":7,"tf":11}},{{"id":"P","shape":"i","h":{},"b":80,"tw":5,"tf":7}})",
                depth));
        const Frame f = test::frameOf(json);
        std::vector<Finding> findings;
        const Formed formed = formMembers(f, findings);
        const RestraintResult r = tested(f);
        const auto points = foundHolds(f, formed.members()[0], r.members[0]);
        REQUIRE(points.size() == 3);
        CHECK(points[0].origin == HoldOrigin::Support);
        CHECK(points[1].evidence == 2);
        return points[1];
    };
    for (const auto& [depth, whole] : {std::pair{120.0, false}, {149.0, false}, {150.0, true}, {200.0, true}}) {
        const HoldPoint p = holds(depth, "beam");
        CAPTURE(depth);
        CHECK(p.held.minor);
        CHECK(p.held.top);
        CHECK(p.held.bottom == whole);
        CHECK(p.held.twist == whole);
        CHECK(p.flangeAssumed == !whole);
    }
    CHECK(holds(200, "axial").flangeAssumed); // a bar takes hold of one line only
}

TEST_CASE("restraint: a kinked line that stands alone is held by nothing inside it, whichever way it may spread", "[restraint]")
{
    // A beam of ten pieces with a ridge in the middle, stood on by struts that hold sideways only; in its own plane nothing but
    // its supports is there. What it is pushed by at the ridge it takes lengthwise, which is no hold.
    const auto ridge = [](double rise, bool roller, bool backwards) {
        std::string nodes, elements, loads;
        for (int i = 0; i <= 10; ++i) {
            const double x = 2.0 * i, z = rise * (1 - std::abs(x - 10) / 10);
            const std::string support = i == 0              ? R"(,"support":{"ux":true,"uy":true,"uz":true,"rx":true})"
                                        : i == 10 && roller ? R"(,"support":{"uy":true,"uz":true,"rx":true})"
                                        : i == 10           ? R"(,"support":{"ux":true,"uy":true,"uz":true,"rx":true})"
                                                            : "";
            nodes += fmt::format(R"({}{{"id":"n{}","at":[{},0,{}]{}}})", i ? "," : "", i, x, z, support);
            if (i > 0) {
                const bool turned = backwards && i % 2;
                elements += fmt::format(R"({{"id":"e{}","nodes":["n{}","n{}"],"section":"S","material":"M"}},)", i,
                                        turned ? i : i - 1, turned ? i - 1 : i);
            }
            if (i > 0 && i < 10) {
                nodes += fmt::format(R"(,{{"id":"g{}","at":[{},3,{}],{}}})", i, x, z, test::kFixed.substr(0));
                elements += fmt::format(
                    R"({{"id":"s{}","nodes":["n{}","g{}"],"section":"S","material":"M","behaviour":"axial"}},)", i, i, i);
                loads += fmt::format(R"({{"node":"n{}","f":[0,0,-5]}},)", i);
            }
        }
        elements.pop_back();
        loads += fmt::format(R"({{"node":"n10","f":[{},0,0]}})", roller ? -50 : 0);
        return test::frameOf(test::beam("\"nodes\":[" + nodes + "],\"elements\":[" + elements + "]",
                                        R"({"id":"G","nodal":[)" + loads + "]}",
                                        R"(,"combinations":[{"id":"U","purpose":"strength","terms":{"G":1}}])"));
    };
    for (const double rise : {0.0, 0.5, 1.0})
        for (const bool roller : {true, false})
            for (const bool backwards : {false, true}) {
                const Frame f = ridge(rise, roller, backwards);
                const RestraintResult r = tested(f);
                std::vector<Finding> findings;
                const Formed formed = formMembers(f, findings);
                CAPTURE(rise, roller, backwards);
                for (size_t i = 0; i < formed.members().size(); ++i)
                    for (const PlaceTest& p : r.members[i].places) {
                        const std::string& id = f.nodes[p.place.node].id;
                        if (id[0] != 'n' || id == "n0" || id == "n10" ||
                            f.elements[formed.members()[i].pieces[0].element].id[0] == 's')
                            continue;
                        CAPTURE(id);
                        CHECK(p.holds(Across::Minor));
                        if (rise == 0 && !roller) continue; // nothing presses it
                        CHECK_FALSE(p.holds(Across::Major));
                        CHECK(std::abs(p.offered[0]) <=
                              0.01 * p.needed[0]); // neither is there where the frame buckled with it first
                    }
            }
}

TEST_CASE("restraint: a line of members is tested as one: a step, a splice or a member's end holds nothing", "[restraint]")
{
    // The column of two halves as one member, as two by the file, and with another section above.
    const auto ratio = [](const std::string& design, bool step) {
        Frame f = braced(2e6, 100, design);
        if (step) {
            f.sections.push_back(f.sections[0]);
            f.sections.edit().back().id = "S2";
            f.elements.edit()[1].section = static_cast<int>(f.sections.size()) - 1;
        }
        const RestraintResult r = tested(f);
        return at(r, f, 0, "b");
    };
    const PlaceTest one = ratio("", false);
    for (const bool step : {false, true}) {
        const PlaceTest two =
            ratio(R"(,"design":{"members":[{"id":"A","elements":["C1"]},{"id":"B","elements":["C2"]}]})", step);
        CHECK(two.verdict == one.verdict);
        CHECK_THAT(two.offered[0], WithinRel(one.offered[0], 1e-6));
        CHECK_THAT(two.needed[0], WithinRel(one.needed[0], 1e-9));
    }
}
