// Elements divided, joined, copied, turned and mirrored: the analysis says that loads, joints and supports went along.
#include "core/files/frame_writer.h"
#include "core/shaping/placement.h"
#include "core/shaping/shape_edit.h"
#include "core/shaping/shape_tools.h"
#include "tests/analysis/random_frame.h"
#include "tests/shaping/shaped.h"
#include "tests/support.h"

#include <algorithm>
#include <cmath>
#include <numbers>

using namespace wr;
using Catch::Matchers::Contains;
using Catch::Matchers::WithinAbs;
using Catch::Matchers::WithinRel;
using test::done;
using test::randomFrame;
using test::refusal;

namespace {

std::vector<int> allElements(const Frame& f)
{
    std::vector<int> out(f.elements.size());
    for (size_t k = 0; k < out.size(); ++k)
        out[k] = static_cast<int>(k);
    return out;
}

int nodeNamed(const Frame& f, const std::string& id)
{
    for (size_t k = 0; k < f.nodes.size(); ++k)
        if (f.nodes[k].id == id) return static_cast<int>(k);
    return -1;
}

// Largest difference of the movements of nodes that both frames have by name, as `placed` lays those of the first, over the
// largest movement.
double apart(const Frame& f, const Frame& g, const Placement* placed = nullptr)
{
    const AnalysisResult a = test::analysed(f), b = test::analysed(g);
    REQUIRE(a.cases.size() == b.cases.size());
    double most = 0, size = 0;
    for (size_t c = 0; c < a.cases.size(); ++c)
        for (size_t n = 0; n < f.nodes.size(); ++n) {
            const int k = nodeNamed(g, f.nodes[n].id);
            if (k < 0) continue;
            const Vec3 u = placed ? placed->vector(a.cases[c].u[n]) : a.cases[c].u[n],
                       r = placed ? placed->moment(a.cases[c].r[n]) : a.cases[c].r[n];
            most = std::max(
                {most, norm(u - b.cases[c].u[static_cast<size_t>(k)]), norm(r - b.cases[c].r[static_cast<size_t>(k)])});
            size = std::max({size, norm(u), norm(r)});
        }
    REQUIRE(size > 0);
    return most / size;
}

// The random frame without loads that are tied to nodes of a whole (notional), with sections of every symmetry.
Frame shapes(unsigned seed)
{
    Frame f = randomFrame(seed);
    f.cases.pop_back();
    f.combinations.clear();
    const char* names[]{"IPE300", "UPE200", "L100x100x10", "HEA200"};
    f.sections.clear();
    for (const char* n : names) {
        FrameSection s;
        s.id = s.name = n;
        const CatalogueSection* c = shippedCatalogue().find(n);
        REQUIRE(c);
        s.shape = c->shape;
        s.properties = c->properties();
        f.sections.push_back(s);
    }
    for (size_t e = 0; e < f.elements.size(); ++e) {
        f.elements[e].section = static_cast<int>((e + seed) % 4);
        f.elements[e].rollToLegs = names[f.elements[e].section][0] == 'L' && seed % 2 == 0;
    }
    for (LoadCase& c : f.cases)
        c.thermal.push_back({static_cast<int>(seed % f.elements.size()), 20, 300, -500});
    return f;
}

} // namespace

TEST_CASE("shape: random elements divided anywhere carry every kind of load as before", "[shape]")
{
    for (unsigned seed = 1; seed <= 12; ++seed) {
        INFO("seed " << seed);
        const Frame f = shapes(seed);
        DivideElements d;
        d.elements = allElements(f);
        if (seed % 2) {
            d.by = DivideElements::By::Places;
            d.at = {0.37, -1.13, 1.9};
        } else
            d.parts = 3;
        const Reshaped r = done(f, d);
        CHECK(r.frame.elements.size() >= 3 * f.elements.size());
        CHECK(r.told.empty());
        CHECK(apart(f, r.frame) < 1e-8);
        // Joined again it is the frame it was, to the last load.
        JoinElements j;
        j.elements = r.elements;
        const Reshaped back = done(r.frame, j);
        REQUIRE(back.frame.elements.size() == f.elements.size());
        REQUIRE(back.frame.nodes.size() == f.nodes.size());
        for (size_t e = 0; e < f.elements.size(); ++e) {
            CHECK(back.frame.elements.list()[e].id == f.elements.list()[e].id);
            CHECK(back.frame.elements.list()[e].i == f.elements.list()[e].i);
            CHECK(back.frame.elements.list()[e].j == f.elements.list()[e].j);
            CHECK(back.frame.elements.list()[e].releaseI == f.elements.list()[e].releaseI);
            CHECK(back.frame.elements.list()[e].springJ == f.elements.list()[e].springJ);
        }
        CHECK(apart(f, back.frame) < 1e-8);
    }
}

TEST_CASE("shape: a copy turned about the upright or mirrored moves as its original does, whatever its sections", "[shape]")
{
    for (unsigned seed = 1; seed <= 16; ++seed) {
        INFO("seed " << seed);
        const Frame f = shapes(seed);
        CopyParts c;
        c.elements = allElements(f);
        Placement p;
        switch (seed % 4) {
        case 0:
            c.by = {40, 3, 0.5};
            p = Placement::moved(c.by);
            break;
        case 1:
            c.how = CopyParts::How::Turned;
            c.through = {30, -20, 0};
            c.angle = 0.7 + seed;
            p = Placement::turned(c.through, c.axis, c.angle);
            break;
        case 2:
            c.how = CopyParts::How::Mirrored;
            c.through = {25, 0, 0};
            c.axis = {1, 0, 0};
            p = Placement::mirror(c.through, c.axis);
            break;
        default:
            c.how = CopyParts::How::Mirrored;
            c.through = {30, 5, 0};
            c.axis = {2, -1, 0}; // askew to the axes
            p = Placement::mirror(c.through, c.axis);
        }
        const Reshaped r = done(f, c);
        REQUIRE(r.frame.elements.size() == 2 * f.elements.size());
        REQUIRE(r.frame.nodes.size() == 2 * f.nodes.size());
        // The copy by itself, its nodes named as in the original.
        DeleteParts originals;
        originals.elements = allElements(f);
        Frame copy = done(r.frame, originals).frame;
        REQUIRE(copy.nodes.size() == f.nodes.size());
        for (size_t n = 0; n < f.nodes.size(); ++n) {
            CHECK(norm(std::as_const(copy).nodes[n].at - p.place(f.nodes[n].at)) < 1e-9);
            copy.nodes[n].id = f.nodes[n].id;
        }
        CHECK(apart(f, copy, &p) < 1e-8);
        // Section by section the local forces are the same but for signs of what the mirror turns round.
        const AnalysisResult a = test::analysed(f), b = test::analysed(copy);
        double size = 0, off = 0;
        for (size_t k = 0; k < a.forces.s.size(); ++k)
            size = std::max(size, std::abs(a.forces.at(static_cast<int>(k), 0)[0]));
        for (size_t e = 0; e < f.elements.size(); ++e)
            for (const bool end : {false, true}) {
                const bool swapped = copy.elements[e].i != static_cast<int>(f.elements[e].i);
                const auto at = [&](const ForceTable& t, bool last) {
                    const int first = t.first[e];
                    return t.at(last ? t.first[e + 1] - 1 : first, 0)[0];
                };
                off = std::max(off, std::abs(at(a.forces, end) - at(b.forces, end != swapped)));
            }
        CHECK(off < 1e-6 * size);
    }
}

TEST_CASE("shape: laid down, what pulls downwards still does", "[shape]")
{
    // A bar along x with 2 kN/m down and 3 kN/m in its own z; turned about y it stands upright.
    const Frame f = test::frameOf(test::beam(
        R"("nodes":[{"id":"1","at":[0,0,0],"support":{"ux":true,"uy":true,"uz":true,"rx":true,"ry":true,"rz":true}},{"id":"2","at":[4,0,0]}],
"elements":[{"id":"C","nodes":["1","2"],"section":"S","material":"M"}])",
        R"({"id":"G","line":[{"element":"C","q":[[0,0,-2],[0,0,-2]]},{"element":"C","axes":"local","q":[[0,0,-3],[0,0,-3]]}]})"));
    CopyParts c;
    c.elements = {0};
    c.how = CopyParts::How::Turned;
    c.through = {10, 0, 0};
    c.axis = {0, 1, 0};
    c.angle = -std::numbers::pi / 2;
    const Reshaped r = done(f, c);
    REQUIRE(r.frame.cases.list()[0].line.size() == 4);
    CHECK(norm(r.frame.cases.list()[0].line[2].q0 - f.cases[0].line[0].q0) < 1e-9);
    const Element& e = r.frame.elements.list()[1];
    const Vec3 own = elementAxes(r.frame, e).toGlobal(r.frame.cases.list()[0].line[3].q0);
    CHECK_THAT(own.x, WithinAbs(3000, 1e-6)); // its z turned from up to −x: the load from down to +x
    CHECK_THAT(own.z, WithinAbs(0, 1e-6));
}

TEST_CASE("shape: bays copied along share what stands there already, and loads on it stand once", "[shape]")
{
    // A portal along y with a purlin to where the next one will stand.
    const Frame f =
        test::frameOf(R"({"format":"wren-frame","version":1,
"materials":[{"id":"S","grade":"EN 10025-2 S275"}],"sections":[{"id":"A","name":"IPE300"}],
"nodes":[{"id":"1","at":[0,0,0],)" +
                      test::kFixed + R"(},{"id":"2","at":[0,0,4]},{"id":"3","at":[6,0,4]},{"id":"4","at":[6,0,0],)" +
                      test::kFixed + R"(},{"id":"5","at":[0,5,0],)" + test::kFixed +
                      R"(},{"id":"6","at":[0,5,4]},{"id":"7","at":[6,5,4]},{"id":"8","at":[6,5,0],)" + test::kFixed + R"(}],
"elements":[{"id":"C1","nodes":["1","2"],"section":"A","material":"S"},{"id":"B1","nodes":["2","3"],"section":"A","material":"S"},
{"id":"C2","nodes":["4","3"],"section":"A","material":"S"},{"id":"C3","nodes":["5","6"],"section":"A","material":"S"},
{"id":"B2","nodes":["6","7"],"section":"A","material":"S"},{"id":"C4","nodes":["8","7"],"section":"A","material":"S"},
{"id":"P1","nodes":["2","6"],"section":"A","material":"S"},{"id":"P2","nodes":["3","7"],"section":"A","material":"S"}],
"cases":[{"id":"G","action":"dead","line":[{"element":"B1","q":[[0,0,-5],[0,0,-5]]},{"element":"B2","q":[[0,0,-5],[0,0,-5]]},{"element":"P1","q":[[0,0,-1],[0,0,-1]]}],
"nodal":[{"node":"2","f":[0,0,-7]},{"node":"6","f":[0,0,-7]}],
"area":[{"nodes":["2","3","7","6"],"q":[0,0,-0.75],"span":[0,1,0]}]}],
"design":{"standard":"en1993","members":[{"id":"B1","elements":["B1"],"group":"rafters"},{"id":"B2","elements":["B2"],"group":"rafters"},
{"id":"P1","elements":["P1"],"group":"purlins"}],"restraints":[{"member":"P1","at":2.5,"holds":["minor"]}]}})");
    CopyParts c;
    c.elements = allElements(f);
    c.by = {0, 5, 0};
    c.times = 3;
    const Reshaped r = done(f, c);
    // 5 portals of 3 elements, 4 bays of 2 purlins.
    CHECK(r.frame.elements.size() == 15 + 8);
    CHECK(r.frame.nodes.size() == 20);
    size_t held = 0;
    for (const Node& n : r.frame.nodes.list())
        held += n.supported();
    CHECK(held == 10);
    const LoadCase& g = r.frame.cases.list()[0];
    CHECK(g.line.size() == 5 + 4); // rafters, and one purlin a bay
    CHECK(g.nodal.size() == 5);
    CHECK(g.area.size() == 4);
    size_t rafters = 0, purlins = 0;
    for (const DesignMember& m : r.frame.design.members.list()) {
        rafters += m.group == "rafters";
        purlins += m.group == "purlins";
    }
    CHECK(rafters == 5);
    CHECK(purlins == 4);
    REQUIRE(r.frame.design.restraints.size() == 4);
    for (const DesignRestraint& x : r.frame.design.restraints.list())
        CHECK_THAT(x.at, WithinAbs(2.5, 1e-9));
    // The written file is read back as it is, and what was copied twice the same is there once.
    const auto again = readFrame(writeFrame(r.frame));
    REQUIRE(again.ok());
    CHECK(again.value->elements.size() == r.frame.elements.size());
    CHECK_THAT(refusal(r.frame,
                       [&] {
                           CopyParts once = c;
                           once.times = 1;
                           once.elements = allElements(f);
                           return once;
                       }()),
               Contains("already"));
    // Nothing goes along that is not ticked.
    c.goes = {false, false, false, false, false, false};
    const Reshaped bare = done(f, c);
    CHECK(bare.frame.cases.list()[0].line.size() == f.cases[0].line.size());
    CHECK(bare.frame.design.members.size() == 9); // what is put together stays so, and has nothing else of the original
    CHECK(std::count_if(bare.frame.design.members.list().begin(), bare.frame.design.members.list().end(),
                        [](const DesignMember& m) { return !m.group.empty(); }) == 3);
    CHECK(bare.frame.design.restraints.size() == 1);
}

TEST_CASE("shape: what is drawn joins what it meets", "[shape]")
{
    const Frame f = test::frameOf(test::demo("tern-street"));
    const Element& beam = f.elements[5];
    const Vec3 middle = 0.5 * (f.nodes[beam.i].at + f.nodes[beam.j].at), up = f.upward();
    DrawElements d;
    d.section = "HEA140";
    d.steel = f.materials[0].id;
    d.lines = {{middle, middle + 2.0 * up}, {middle + 2.0 * up, middle + 2.0 * up + Vec3{1, 0, 0}}};
    d.group = "masts";
    const Reshaped r = done(f, d);
    CHECK(r.frame.elements.size() == f.elements.size() + 3); // two drawn, one came of the beam
    CHECK(r.frame.nodes.size() == f.nodes.size() + 3);
    CHECK(r.elements.size() == 2);
    const Element& mast = r.frame.elements.list()[static_cast<size_t>(r.elements[0])];
    CHECK_FALSE(mast.releaseI[4]);
    CHECK(r.frame.sections.list()[static_cast<size_t>(mast.section)].name == "HEA140");
    size_t masts = 0;
    for (const DesignMember& m : r.frame.design.members.list())
        masts += m.group == "masts";
    CHECK(masts == 2);
    CHECK(apart(f, r.frame) < 0.05); // a small mast changes little
    d.lines.resize(1);
    d.pinned = {true, false};
    const Reshaped pinned = done(f, d);
    const Element& e = pinned.frame.elements.list()[static_cast<size_t>(pinned.elements[0])];
    CHECK(e.releaseI[4]);
    CHECK(e.releaseI[5]);
    CHECK_FALSE(e.releaseJ[4]);
    // Silly input is refused with what would do.
    d.section = "IPE 30000";
    CHECK_THAT(refusal(f, d), Contains("not in the catalogue"));
    d.section = "HEA140";
    d.lines = {{middle, middle}};
    CHECK_THAT(refusal(f, d), Contains("longer than"));
    d.lines = {{f.nodes[beam.i].at, f.nodes[beam.j].at}};
    CHECK_THAT(refusal(f, d), Contains("already"));
    d.lines = {{middle, {std::nan(""), 0, 0}}};
    CHECK_THAT(refusal(f, d), Contains("no place"));
    CHECK_THAT(refusal(f, DeleteParts{{9999}, {}, true}), Contains("no such element"));
    CHECK_THAT(refusal(f, DeleteParts{}), Contains("pick"));
}

TEST_CASE("shape: what is divided and joined keeps members, holds and lengths where they stood", "[shape]")
{
    Frame f = test::frameOf(R"({"format":"wren-frame","version":1,
"materials":[{"id":"S","grade":"EN 10025-2 S275"}],"sections":[{"id":"A","name":"IPE300"}],
"nodes":[{"id":"1","at":[0,0,0],)" +
                            test::kPinned +
                            R"(},{"id":"2","at":[4,0,0]},{"id":"3","at":[10,0,0],"support":{"uy":true,"uz":true,"rx":true}}],
"elements":[{"id":"a","nodes":["1","2"],"section":"A","material":"S"},{"id":"b","nodes":["3","2"],"section":"A","material":"S"}],
"design":{"standard":"en1993","members":[{"id":"M","elements":["a","b"],"group":"G"}],
"restraints":[{"member":"M","at":3,"holds":["minor"]},{"member":"M","at":7,"holds":["top"]},{"member":"M","at":5,"to":9,"holds":["bottom"]}],
"lengths":[{"member":"M","axis":"minor","from":3,"to":7,"k":0.8}]}})");
    DivideElements d;
    d.elements = {0, 1};
    d.parts = 3;
    const Reshaped r = done(f, d);
    REQUIRE(r.frame.design.members.size() == 1);
    CHECK(r.frame.design.members.list()[0].elements.size() == 6);
    CHECK(r.frame.design.restraints == f.design.restraints);
    CHECK(r.frame.design.lengths == f.design.lengths);
    // The middle is taken out: two members, each with what stood on it.
    DeleteParts out;
    for (size_t k = 0; k < r.frame.elements.size(); ++k) {
        const Element& e = r.frame.elements.list()[k];
        const double mid = 0.5 * (r.frame.nodes.list()[e.i].at.x + r.frame.nodes.list()[e.j].at.x);
        if (mid > 4 && mid < 6) out.elements.push_back(static_cast<int>(k));
    }
    REQUIRE(out.elements.size() == 1);
    const Reshaped gap = done(r.frame, out);
    REQUIRE(gap.frame.design.members.size() == 2);
    CHECK(gap.frame.design.members.list()[1].group == "G");
    // What stood at 7 m of ten now stands on the part from 6 m on, which runs as the whole did.
    const auto& holds = gap.frame.design.restraints.list();
    const auto at = [&](const std::string& member, Hold h) {
        for (const DesignRestraint& x : holds)
            if (x.member == member && x.holds == std::vector{h}) return x.at;
        return -1.0;
    };
    const std::string second = gap.frame.design.members.list()[1].id;
    CHECK_THAT(at("M", Hold::Minor), WithinAbs(3, 1e-9));
    CHECK_THAT(at(second, Hold::Top), WithinAbs(1, 1e-9));
    CHECK_THAT(at(second, Hold::Bottom), WithinAbs(0, 1e-9));
    // A node moved: what stood at a share of an element stands at that share.
    MoveNodes m;
    m.nodes = {2};
    m.by = {6, 0, 0};
    const Reshaped longer = done(f, m);
    CHECK_THAT(longer.frame.design.restraints.list()[1].at, WithinAbs(4 + 3 * 12 / 6.0, 1e-9));
    // The other end onto the middle node: the element between is gone, and told.
    m.nodes = {0};
    m.by = {4, 0, 0};
    const Reshaped shorter = done(f, m);
    CHECK(shorter.frame.elements.size() == 1);
    REQUIRE_FALSE(shorter.told.empty());
    CHECK(shorter.frame.nodes.size() == 2);
    CHECK(shorter.frame.nodes.list()[0].supported()); // the support went along
}

TEST_CASE("shape: crossings are divided at one node, braces of axial force are not", "[shape]")
{
    Frame f =
        test::frameOf(R"({"format":"wren-frame","version":1,
"materials":[{"id":"S","grade":"EN 10025-2 S275"}],"sections":[{"id":"A","name":"IPE300"}],
"nodes":[{"id":"1","at":[0,0,0],)" +
                      test::kFixed + R"(},{"id":"2","at":[6,0,0]},{"id":"3","at":[2,-3,0],)" + test::kFixed +
                      R"(},{"id":"4","at":[2,3,0]},{"id":"5","at":[0,-3,0],)" + test::kFixed + R"(},{"id":"6","at":[6,3,0]}],
"elements":[{"id":"a","nodes":["1","2"],"section":"A","material":"S"},{"id":"b","nodes":["3","4"],"section":"A","material":"S"},
{"id":"c","nodes":["5","6"],"section":"A","material":"S","behaviour":"axial"}]})");
    DivideElements d;
    d.elements = {0};
    d.by = DivideElements::By::Crossings;
    const Reshaped r = done(f, d);
    CHECK(r.frame.elements.size() == 5);
    CHECK(r.frame.nodes.size() == 7);
    CHECK(norm(r.frame.nodes.list()[6].at - Vec3{2, 0, 0}) < 1e-12);
    REQUIRE(r.told.size() == 1);
    CHECK_THAT(r.told[0], Contains("element c"));
    d.elements = {2};
    CHECK_THAT(refusal(f, d), Contains("nothing crosses"));
}

TEST_CASE("shape: moved in place, a part leaves what it stood on", "[shape]")
{
    const Frame f = shapes(3);
    CopyParts c;
    c.elements = allElements(f);
    c.how = CopyParts::How::Mirrored;
    c.through = {2, 0, 0};
    c.axis = {1, 0, 0};
    c.move = true;
    const Reshaped r = done(f, c);
    REQUIRE(r.frame.nodes.size() == f.nodes.size());
    REQUIRE(r.frame.elements.size() == f.elements.size());
    const Placement p = Placement::mirror(c.through, c.axis);
    for (size_t n = 0; n < f.nodes.size(); ++n)
        CHECK(norm(r.frame.nodes.list()[n].at - p.place(f.nodes[n].at)) < 1e-12);
    // Twice in the mirror is where it was.
    const Reshaped back = done(r.frame, c);
    for (size_t e = 0; e < f.elements.size(); ++e) {
        const Axes a = elementAxes(f, f.elements[e]), b = elementAxes(back.frame, back.frame.elements.list()[e]);
        CHECK(norm(a.x - b.x) + norm(a.y - b.y) + norm(a.z - b.z) < 1e-9);
    }
    CHECK(apart(f, back.frame) < 1e-8);
    // One beam of it alone: columns stay, and it has nodes of its own.
    CopyParts one;
    one.elements = {1};
    one.by = {0, 0, 1};
    one.move = true;
    const Reshaped lifted = done(f, one);
    CHECK(lifted.frame.nodes.size() == f.nodes.size() + 2);
    CHECK(lifted.frame.elements.list()[1].i != f.elements[1].i);
}

TEST_CASE("shape: joints, offsets and supports are set, and refused where they mean nothing", "[shape]")
{
    const Frame f = test::frameOf(test::demo("marrow-hill"));
    std::vector<int> axial, beams;
    for (size_t e = 0; e < f.elements.size(); ++e)
        (f.elements[e].behaviour == Behaviour::Beam ? beams : axial).push_back(static_cast<int>(e));
    SetElements s;
    s.elements = {beams.front(), beams.front()};
    s.releaseJ = std::array<bool, 6>{false, false, false, false, true, true};
    const Reshaped r = done(f, s);
    CHECK(r.elements.size() == 1);
    CHECK(r.frame.elements.list()[static_cast<size_t>(beams.front())].releaseJ[4]);
    CHECK_THAT(refusal(r.frame, s), Contains("how they are"));
    s.releaseJ.reset();
    s.springJ = std::array<double, 6>{0, 0, 0, 0, -1, 0};
    CHECK_THAT(refusal(f, s), Contains("not less than zero"));
    s.springJ = std::array<double, 6>{0, 0, 0, 0, 5e6, 0};
    CHECK_FALSE(done(r.frame, s).frame.elements.list()[static_cast<size_t>(beams.front())].releaseJ[4]);
    if (!axial.empty()) {
        s.elements = {axial.front()};
        CHECK_THAT(refusal(f, s), Contains("axial force only"));
    }
    SetSupports u;
    u.nodes = {0};
    for (size_t k = 0; k < 3; ++k)
        u.support[k].held = true;
    u.words = "Pinned base";
    const bool already = [&] {
        const auto out = reshaped(f, u);
        return !out.has_value();
    }();
    u.support[4].spring = 2e7;
    const Reshaped sup = done(f, u);
    CHECK(sup.frame.nodes.list()[0].support[4].spring == 2e7);
    CHECK_THAT(sup.words, Contains("Pinned base at node"));
    u.support[4].spring = std::nan("");
    CHECK_THAT(refusal(f, u), Contains("not less than zero"));
    (void)already;
}

TEST_CASE("shape: elements beside each other are copied as such, with each its own load", "[shape]")
{
    Frame f = test::frameOf(test::beam(
        R"("nodes":[{"id":"1","at":[0,0,0],"support":{"ux":true,"uy":true,"uz":true,"rx":true,"ry":true,"rz":true}},{"id":"2","at":[4,0,0]}],
"elements":[{"id":"a","nodes":["1","2"],"section":"S","material":"M"},{"id":"b","nodes":["2","1"],"section":"S","material":"M","offset":{"i":[0,0.2,0],"j":[0,0.2,0]}}])",
        R"({"id":"G","line":[{"element":"a","q":[[0,0,-2],[0,0,-2]]},{"element":"b","q":[[0,0,-3],[0,0,-1]]}]})"));
    CopyParts c;
    c.elements = {0, 1};
    c.by = {0, 3, 0};
    c.times = 2;
    const Reshaped r = done(f, c);
    CHECK(r.frame.elements.size() == 6);
    CHECK(r.frame.cases.list()[0].line.size() == 6);
    CHECK(r.told.empty());
    // Once more where they stand: nothing comes, and nothing is loaded twice.
    c.times = 1;
    CHECK_THAT(refusal(r.frame, c), Contains("already"));
}

TEST_CASE("shape: what is drawn on from a member is one with it, and says so", "[shape]")
{
    const Frame f = test::frameOf(R"({"format":"wren-frame","version":1,
"materials":[{"id":"S","grade":"EN 10025-2 S275"}],"sections":[{"id":"A","name":"IPE300"}],
"nodes":[{"id":"1","at":[0,0,0],)" +
                                  test::kFixed + R"(},{"id":"2","at":[4,0,0]}],
"elements":[{"id":"a","nodes":["1","2"],"section":"A","material":"S"}],
"design":{"standard":"en1993","members":[{"id":"a","elements":["a"],"group":"Old","by":"rule"}]}})");
    DrawElements d;
    d.section = "A";
    d.steel = "S";
    d.group = "New";
    d.lines = {{{4, 0, 0}, {7, 0, 0}}};
    const Reshaped r = done(f, d);
    REQUIRE(r.told.size() == 1);
    CHECK_THAT(r.told[0], Contains("one member with a"));
    REQUIRE(r.frame.design.members.size() == 1);
    CHECK(r.frame.design.members.list()[0].elements.size() == 2);
    CHECK(r.frame.design.members.list()[0].group == "Old");
}

TEST_CASE("section: of the frame, the catalogue or a grade, for the pick", "[shape]")
{
    const Frame f = test::frameOf(test::demo("tern-street"));
    SetElements s;
    s.elements = {0, 3};
    s.section = "HEB 200";
    const Reshaped r = done(f, s);
    CHECK(r.frame.sections.size() == f.sections.size() + 1);
    for (const int k : s.elements)
        CHECK(r.frame.sections[static_cast<size_t>(r.frame.elements[static_cast<size_t>(k)].section)].name == "HEB200");
    CHECK(r.frame.elements[6].section == f.elements[6].section);
    CHECK_THAT(r.words, Contains("Section HEB 200 of 2 elements"));
    s.section = "Rafter"; // a row of the frame by its id
    CHECK(done(f, s).frame.sections.size() == f.sections.size());
    CHECK(done(f, s).frame.elements[0].section == f.elements[1].section);
    s.section.clear();
    s.steel = "S275";
    const Reshaped soft = done(f, s);
    CHECK(soft.frame.materials[static_cast<size_t>(soft.frame.elements[0].material)].grade == "EN 10025-2 S275");
    s.steel = "S9999";
    CHECK_FALSE(refusal(f, s).empty());
    s.steel.clear();
    s.section = "HEB 205";
    CHECK_THAT(refusal(f, s), Contains("HEB"));
    SetElements angle;
    angle.elements = {39};
    angle.section = "L100x100x10";
    Frame g = done(f, angle).frame;
    g.elements.edit()[39].rollToLegs = true;
    angle.section = "HEA 100";
    CHECK_THAT(refusal(g, angle), Contains("turned to legs"));
    CHECK(shapeEdit("section", {}, f, {0}, {}).error().key == "section");
}
