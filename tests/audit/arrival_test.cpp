// What the audit says of frames and forces on arrival: nothing of sound ones, and each fault in turn.
#include "core/audit/audit.h"
#include "core/audit/families.h"
#include "core/project/design_state.h"
#include "tests/support.h"

using namespace wr;
using namespace wr::test;

namespace {

// A demo frame with the results of its own analysis given.
Frame given(const std::string& name, bool combinations = true)
{
    Frame f = frameOf(demo(name));
    const FrameForces r = forcesOf(f);
    eachResult(f, r, [&](const GivenResult& g) {
        if (g.loadCase >= 0 || combinations) f.results.push_back(g);
    });
    return f;
}

std::vector<std::string> codesOf(const Frame& f)
{
    std::vector<Finding> out, none;
    auditArrival(f, givenForces(f, none), out);
    auditConnections(f, out);
    std::vector<std::string> codes;
    for (const Finding& x : out) {
        UNSCOPED_INFO(x.code << ": " << x.text);
        codes.push_back(x.code);
    }
    return codes;
}

using Codes = std::vector<std::string>;

template <class F> Frame changed(Frame f, F&& how)
{
    for (GivenResult& r : f.results)
        for (GivenElement& e : r.elements)
            for (GivenStation& s : e.stations)
                how(s);
    return f;
}

} // namespace

TEST_CASE("arrival: nothing is said of forces that are right", "[audit][arrival]")
{
    CHECK(codesOf(given("tern-street")).empty());
    CHECK(codesOf(given("marrow-hill", false)).empty());
}

TEST_CASE("arrival: what is noticed stands among the findings of the state, and stays while the forces do", "[audit][arrival]")
{
    const auto standards = std::make_shared<const std::vector<Standard>>(shippedStandards());
    const Frame f = changed(given("tern-street"), [](GivenStation& s) { s.force[2] = -s.force[2]; });
    SilentProgress p;
    const DesignState s = beginState(f, {}, standards, choiceFor(f), p);
    const auto has = [](const DesignState& d, std::string_view code) {
        const std::vector<Finding> all = d.findings();
        return std::any_of(all.begin(), all.end(), [&](const Finding& x) { return x.code == code; });
    };
    CHECK(has(s, "forces.balance"));
    CHECK(has(checkedState(heldState(s, p), p).first, "forces.balance"));
    CHECK_FALSE(has(beginState(given("tern-street"), {}, standards, choiceFor(f), p), "forces.balance"));
}

TEST_CASE("arrival: moments about the other axis are asked about", "[audit][arrival]")
{
    const Codes codes = codesOf(changed(given("tern-street"), [](GivenStation& s) {
        std::swap(s.force[4], s.force[5]);
        std::swap(s.force[1], s.force[2]);
    }));
    CHECK(std::find(codes.begin(), codes.end(), "forces.axes") != codes.end());
    CHECK(std::find(codes.begin(), codes.end(), "forces.balance") != codes.end());
}

TEST_CASE("arrival: signs told wrongly leave the nodes open", "[audit][arrival]")
{
    // Shears as vectors where slopes are meant.
    const Codes shears = codesOf(changed(given("tern-street"), [](GivenStation& s) {
        s.force[1] = -s.force[1];
        s.force[2] = -s.force[2];
    }));
    CHECK(std::find(shears.begin(), shears.end(), "forces.balance") != shears.end());
    CHECK(std::find(shears.begin(), shears.end(), "forces.reactions") != shears.end());
    const Codes axial = codesOf(changed(given("marrow-hill", false), [](GivenStation& s) { s.force[0] = -s.force[0]; }));
    CHECK(std::find(axial.begin(), axial.end(), "forces.reactions") != axial.end());
    // Reactions of the structure on the support.
    Frame turned = given("tern-street");
    for (GivenResult& r : turned.results)
        for (NodeResult& n : r.nodes)
            n.f = -n.f;
    CHECK(codesOf(turned) == Codes{"forces.reactions", "forces.totals"});
}

TEST_CASE("arrival: loads that the results do not know", "[audit][arrival]")
{
    Frame f = given("tern-street");
    f.cases[1].line.push_back({0, LoadAxes::Global, 0, std::nullopt, {0, 0, -50e3}, {0, 0, -50e3}});
    const Codes codes = codesOf(f);
    CHECK(std::find(codes.begin(), codes.end(), "forces.totals") != codes.end());
}

TEST_CASE("arrival: two stations and no shears do not say how the moment runs", "[audit][arrival]")
{
    Frame f = given("tern-street", false);
    for (GivenResult& r : f.results) {
        r.nodes.clear();
        for (GivenElement& e : r.elements) {
            const GivenStation middle = e.stations[e.stations.size() / 2];
            e.stations = {e.stations.front(), middle, e.stations.back()};
        }
    }
    const Codes with = codesOf(f);
    CHECK(std::find(with.begin(), with.end(), "forces.stations") == with.end()); // shears say it
    const Codes without = codesOf(changed(f, [](GivenStation& s) { s.force[1] = s.force[2] = 0; }));
    CHECK(std::find(without.begin(), without.end(), "forces.stations") != without.end());
}

TEST_CASE("arrival: parts, crossings, turned columns", "[audit][arrival]")
{
    Frame f = frameOf(demo("tern-street"));
    f.results.clear();
    std::vector<Finding> none;
    auditConnections(f, none);
    CHECK(none.empty());
    // A beam beside the frame, on nothing.
    Frame apart = f;
    for (const Vec3 at : {Vec3{20, 0, 0}, Vec3{24, 0, 0}}) {
        Node n;
        n.id = fmt::format("P{}", apart.nodes.size());
        n.at = at;
        apart.nodes.push_back(n);
    }
    Element e = f.elements[0];
    e.id = "loose";
    e.i = static_cast<int>(apart.nodes.size()) - 2;
    e.j = e.i + 1;
    apart.elements.push_back(e);
    std::vector<Finding> parts;
    auditConnections(apart, parts);
    REQUIRE(parts.size() == 1);
    CHECK(parts[0].code == "frame.parts");
    CHECK(parts[0].severity == Severity::Warning);
    CHECK(parts[0].text.find("loose (1 element, on no support)") != std::string::npos);
    apart.nodes.back().support[2] = {true, 0};
    parts.clear();
    auditConnections(apart, parts);
    CHECK(parts.at(0).severity == Severity::Note);
    // Two beams that cross at mid-span; as pinned braces they may.
    Frame crossing = f;
    for (const Vec3 at : {Vec3{0, 20, 3}, Vec3{4, 20, 3}, Vec3{2, 18, 3}, Vec3{2, 22, 3}}) {
        Node n;
        n.id = fmt::format("X{}", crossing.nodes.size());
        n.at = at;
        n.support.fill({true, 0});
        crossing.nodes.push_back(n);
    }
    for (const int k : {4, 2}) {
        Element x = f.elements[0];
        x.id = fmt::format("cross{}", k);
        x.behaviour = Behaviour::Beam;
        x.releaseI = x.releaseJ = {};
        x.i = static_cast<int>(crossing.nodes.size()) - k;
        x.j = x.i + 1;
        crossing.elements.push_back(x);
    }
    const auto codes = [](const Frame& g) {
        std::vector<Finding> out;
        auditConnections(g, out);
        Codes c;
        for (const Finding& x : out)
            c.push_back(x.code);
        return c;
    };
    CHECK(codes(crossing) == Codes{"frame.parts", "frame.crossing"});
    for (const size_t back : {1u, 2u}) {
        Element& x = crossing.elements[crossing.elements.size() - back];
        x.releaseI[4] = x.releaseI[5] = x.releaseJ[4] = x.releaseJ[5] = true;
    }
    CHECK(codes(crossing) == Codes{"frame.parts"});
    // One column of eight turned by 90°.
    Frame turned = f;
    for (Element& x : turned.elements)
        if (std::abs(dot(rolledAxes(turned, x).x, Vec3{0, 0, 1})) > 0.999 && x.behaviour == Behaviour::Beam) {
            x.roll += 1.5707963267948966;
            break;
        }
    CHECK(codes(turned) == Codes{"frame.column-turned"});
}
