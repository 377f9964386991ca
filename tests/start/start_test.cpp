// Frames from a few numbers: every kind stands, its loads are those of a hand sum, its forces those of statics.
#include "core/analysis/shares.h"
#include "core/audit/audit.h"
#include "core/files/frame_writer.h"
#include "core/start/start.h"
#include "tests/project/states.h"

#include <random>
#include <set>

using namespace wr;
using Catch::Matchers::WithinAbs;
using Catch::Matchers::WithinRel;

namespace {

StartSetting metric()
{
    return {"en1993", {}};
}
StartSetting customary()
{
    StartSetting s{"aisc360-22-lrfd", {}};
    s.units = {.length = "ft", .force = "kip", .section = "in", .stress = "ksi", .angle = "deg", .mass = "lb"};
    return s;
}

Started started(const std::string& kind, const std::map<std::string, std::string>& values = {},
                const StartSetting& s = metric())
{
    auto r = startFrame(kind, values, s);
    if (!r)
        for (const StartFault& f : r.error())
            UNSCOPED_INFO(f.key << ": " << f.text);
    REQUIRE(r.has_value());
    return *r;
}

const LoadCase& caseOf(const Frame& f, const std::string& id)
{
    for (const LoadCase& c : f.cases)
        if (c.id == id) return c;
    FAIL("no case " << id);
    return f.cases.front();
}

// Loads of a case without its self-weight, N.
Vec3 loadOf(const Frame& f, const std::string& id)
{
    const LoadTotals t = loadTotals(f, caseOf(f, id));
    return t.sum() - t.selfWeight;
}

size_t groupSize(const Frame& f, const std::string& group)
{
    size_t n = 0;
    for (const DesignMember& m : f.design.members)
        n += m.group == group;
    return n;
}

// Axial force of an element in a case, first order; the mean of its ends.
double axial(const FrameForces& r, const Frame& f, const std::string& element, const std::string& loadCase)
{
    for (size_t e = 0; e < f.elements.size(); ++e)
        if (f.elements[e].id == element)
            for (size_t c = 0; c < r.forces.columns; ++c)
                if (r.forces.columnCase[c] >= 0 && f.cases[r.forces.columnCase[c]].id == loadCase)
                    return 0.5 * (r.forces.at(r.forces.first[e], c)[0] + r.forces.at(r.forces.first[e + 1] - 1, c)[0]);
    FAIL(element << " in " << loadCase);
    return 0;
}

} // namespace

TEST_CASE("start: every kind, in both worlds, is analysed, checked, read back equal, and balances", "[start]")
{
#ifdef WREN_SANITIZED // one world of each in turn: four times as long there
    constexpr bool whole = false;
#else
    constexpr bool whole = true;
#endif
    int turn = 0;
    for (const StartSetting& s : {metric(), customary()})
        for (const StartKind& k : startKinds()) {
            if (const int i = turn++; !whole && (i + i / static_cast<int>(startKinds().size())) % 2 != 0) continue;
            INFO(k.key << " by " << s.standard);
            // Smaller than usual where the whole way is long.
            const std::map<std::string, std::map<std::string, std::string>> smaller{
                {"hall", {{"bays", "2 × 6 m"}}},
                {"floors", {{"storeys", "2 × 4 m"}}},
                {"scaffold", {{"bays", "2"}, {"lifts", "3"}}}};
            const auto values = smaller.find(std::string(k.key));
            const Started made =
                started(std::string(k.key), values == smaller.end() ? std::map<std::string, std::string>{} : values->second, s);
            const Frame& f = made.frame;
            const std::string once = writeFrame(f), twice = writeFrame(test::frameOf(once));
            const size_t differs =
                static_cast<size_t>(std::mismatch(once.begin(), once.end(), twice.begin(), twice.end()).first - once.begin());
            INFO(once.substr(differs < 80 ? 0 : differs - 80, 160)
                 << " / " << twice.substr(differs < 80 ? 0 : differs - 80, 160));
            CHECK(once == twice);
            CHECK(f.combinations.size() > 1);
            CHECK(f.design.briefs.size() >= 1);
            const DesignState state = test::wholeState(test::frameOf(writeFrame(f)));
            REQUIRE(state.hasForces());
            for (const Finding& x : state.findings()) {
                UNSCOPED_INFO(x.code << " " << x.subject << ": " << x.text);
                CHECK(x.severity != Severity::Error);
                CHECK(x.code != "frame.parts");
                CHECK(x.code != "frame.crossing");
                CHECK(x.code != "group.mixed");
            }
            // Every member is judged, and every one stands in a group with a brief.
            for (size_t i = 0; i < state.model->members().size(); ++i) {
                const Member& m = state.model->members()[i];
                INFO(m.id);
                CHECK(m.broken.empty());
                CHECK_FALSE(m.group.empty());
                CHECK_FALSE(m.brief.empty());
                CHECK(state.report->results[i].status != Status::Unchecked);
            }
            // What is told of the loads is what the supports answer.
            const FrameForces r = test::forcesOf(f);
            for (const StartTotal& t : made.totals)
                for (size_t c = 0; c < r.forces.columns; ++c)
                    if (r.forces.columnCase[c] >= 0 && f.cases[r.forces.columnCase[c]].id == t.loadCase &&
                        !r.motions[c].f.empty()) {
                        Vec3 reaction;
                        for (const Vec3& v : r.motions[c].f)
                            reaction = reaction + v;
                        CHECK_THAT(norm(reaction + t.force), WithinAbs(0, 1e-5 * std::max(1.0, norm(t.force))));
                    }
        }
}

TEST_CASE("start: a single member bends as its closed forms say, however its ends are held", "[start]")
{
    // 1 kPa dead and 3 kPa live on 3 m: 9 kN/m live over 6 m.
    const double w = 9e3, l = 6;
    for (const auto& [ends, moment] : {std::pair{"pinned", w * l * l / 8},
                                       {"fixed", w * l * l / 24},
                                       {"fixed-pinned", 9 * w * l * l / 128},
                                       {"cantilever", 0.0}}) {
        INFO(ends);
        const Started made = started("member", {{"ends", ends}});
        CHECK_THAT(loadOf(made.frame, "L").z, WithinRel(-w * l, 1e-12));
        const FrameForces r = test::forcesOf(made.frame);
        size_t live = 0;
        for (size_t c = 0; c < r.forces.columns; ++c)
            if (r.forces.columnCase[c] >= 0 && made.frame.cases[r.forces.columnCase[c]].id == "L") live = c;
        double most = 0, least = 0;
        for (int k = 0; k <= 240; ++k) {
            const double m = interpolate(r.forces, 0, l * k / 240, live, false)[4];
            most = std::max(most, m);
            least = std::min(least, m);
        }
        CHECK_THAT(most, WithinAbs(moment, 5e-3 * w * l * l / 8)); // the web shears a little
        const double end = std::string(ends) == "fixed"          ? w * l * l / 12
                           : std::string(ends) == "fixed-pinned" ? w * l * l / 8
                           : std::string(ends) == "cantilever"   ? w * l * l / 2
                                                                 : 0;
        CHECK_THAT(least, WithinAbs(-end, 2e-3 * w * l * l));
    }
    // Held at thirds: two places inside; all along: no length sideways.
    const auto lanes = [](const char* held) {
        const Frame f = started("member", {{"held", held}}).frame;
        return test::modelOf(f)->lanes(0).of(LengthAxis::Top);
    };
    CHECK(lanes("ends").size() == 1);
    CHECK(lanes("thirds").size() == 3);
    CHECK_THAT(lanes("thirds")[1].span(), WithinRel(2.0, 1e-9));
    CHECK(lanes("all along").front().continuous);
}

TEST_CASE("start: a hall's loads are those of a hand sum", "[start]")
{
    const Frame f = started("hall", {{"spans", "18, 12"}, {"bays", "3*6, 5"}, {"eaves", "6"}, {"rise", "1.2"}}).frame;
    const double length = 23, plan = 30 * length, slope = 2 * (std::hypot(9, 1.2) + std::hypot(6, 1.2)) * length;
    CHECK_THAT(loadOf(f, "D").z, WithinRel(-(300 * slope + 200 * 2 * 6 * length), 1e-9));
    CHECK_THAT(loadOf(f, "LR").z, WithinRel(-600 * plan, 1e-9));
    CHECK_THAT(loadOf(f, "S").z, WithinRel(-800 * plan, 1e-9));
    // Walls push and pull to the right; what the roof's suction lifts is its plan, sideways it comes to nothing.
    const Vec3 right = loadOf(f, "WR"), left = loadOf(f, "WL"), along = loadOf(f, "WY");
    CHECK_THAT(right.x, WithinRel(900 * 6 * length, 1e-9));
    CHECK_THAT(right.z, WithinRel(500 * plan, 1e-9));
    CHECK_THAT(left.x, WithinRel(-right.x, 1e-9));
    // The upper half of both gables: of each span half its area.
    CHECK_THAT(along.y, WithinRel(900 * 0.5 * (30 * 6 + (18 + 12) * 1.2 / 2), 1e-9));
    CHECK(groupSize(f, "Columns") == 2 * 5);
    CHECK(groupSize(f, "Valley columns") == 5);
    CHECK(groupSize(f, "Rafters") == 4 * 5);
    CHECK(groupSize(f, "Haunches") == 4 * 5);
    CHECK(groupSize(f, "Eaves beams") == 3 * 4); // two eaves and the valley
    // Purlins and rails stand at right angles to roof and walls, their top outwards: that is where the cladding holds them.
    size_t turned = 0;
    for (const DesignMember& m : f.design.members) {
        if (m.group != "Purlins" && m.group != "Rails") continue;
        const Element& e = f.elements[static_cast<size_t>(m.elements.front())];
        const Vec3 at = f.endI(e), z = elementAxes(f, e).z;
        if (m.group == "Rails") {
            CHECK_THAT(z.x, WithinAbs(at.x < 15 ? -1 : 1, 1e-9));
            continue;
        }
        const bool first = at.x < 18;
        const double from = first ? 0 : 18, half = first ? 9 : 6, into = at.x - from;
        if (std::abs(into - half) < 1e-6) continue; // the ridge stands upright
        const double rises = 1.2 / half * (into < half ? 1 : -1);
        CHECK_THAT(dot(z, normalized({-rises, 0, 1})), WithinAbs(1, 1e-9));
        ++turned;
    }
    CHECK(turned > 30);
    // Without haunches and bracing there are none of them.
    const Frame bare = started("hall", {{"haunch", "0"}, {"bracing", "none"}, {"base", "fixed"}}).frame;
    CHECK(groupSize(bare, "Haunches") == 0);
    CHECK(groupSize(bare, "Roof bracing") == 0);
}

TEST_CASE("start: chords of a truss carry the moment over the depth", "[start]")
{
    for (const char* web : {"diagonals", "posts"}) {
        INFO(web);
        const Frame f = started("truss", {{"web", web}, {"panels", "8"}, {"depth", "2"}, {"span", "24"}}).frame;
        const FrameForces r = test::forcesOf(f);
        // Snow at the nodes: 0.8 kPa × 6 m × 3 m inside, half at the ends. The chord of a panel next to the middle carries the
        // moment at the node across from it.
        const double p = 800.0 * 6 * 3, reaction = 4 * p;
        const auto moment = [&](double x) {
            double m = reaction * x - p / 2 * x;
            for (int k = 1; 3.0 * k < x - 1e-9; ++k)
                m -= p * (x - 3.0 * k);
            return m;
        };
        // Falling diagonals meet the bottom chord's panel 4 (9 to 12 m) at its top node over 9 m; rising ones over 12 m.
        const double at = std::string(web) == "diagonals" ? 9 : 12;
        CHECK_THAT(axial(r, f, "B1.4", "S"), WithinRel(moment(at) / 2, 0.02)); // chords are continuous: a little bends
        CHECK_THAT(loadOf(f, "S").z, WithinRel(-800.0 * 6 * 24, 1e-12));
        CHECK_THAT(loadOf(f, "W").z, WithinRel(500.0 * 6 * 24, 1e-12));
    }
    const Frame pitched = started("truss", {{"form", "pitched"}, {"web", "zigzag"}}).frame;
    CHECK(groupSize(pitched, "Top chord") == 2);
    CHECK(groupSize(pitched, "Posts") == 2);
    // Dead load goes along the slope.
    CHECK_THAT(loadOf(pitched, "D").z, WithinRel(-500.0 * 6 * 2 * std::hypot(12, 1.5), 1e-9));
}

TEST_CASE("start: floors, a tower and a scaffold by hand sums and statics", "[start]")
{
    {
        const Frame f = started("floors", {{"x", "2*6"}, {"y", "5, 7"}, {"storeys", "4, 3.5"}}).frame;
        const double plan = 12 * 12;
        CHECK_THAT(loadOf(f, "D").z, WithinRel(-(3500 + 2500) * plan, 1e-9));
        CHECK_THAT(loadOf(f, "L").z, WithinRel(-3000 * plan, 1e-9));
        CHECK_THAT(loadOf(f, "LR").z, WithinRel(-600 * plan, 1e-9));
        // The lower half of the first storey goes to the ground.
        CHECK_THAT(loadOf(f, "WX").x, WithinRel(900 * 12 * (7.5 - 2), 1e-9));
        CHECK_THAT(loadOf(f, "WY").y, WithinRel(900 * 12 * (7.5 - 2), 1e-9));
        CHECK(f.diaphragms.size() == 2);
        CHECK(groupSize(f, "Bracing") == 2 * 2 * 2);
        CHECK(groupSize(f, "Primaries") == 2 * 3);
        // An inner column carries the floor around it: imposed, with secondaries every 2 m.
        const FrameForces r = test::forcesOf(f);
        CHECK_THAT(axial(r, f, "B2.1", "L"), WithinRel(-3000 * 6 * 6, 0.02));
        const Frame stiff = started("floors", {{"bracing", "none"}}).frame;
        CHECK(groupSize(stiff, "Bracing") == 0);
    }
    {
        const Frame f =
            started("tower", {{"base", "4"}, {"top", "4"}, {"panels", "5*4"}, {"solid", "0"}, {"head", "10 kN"}}).frame;
        const FrameForces r = test::forcesOf(f);
        CHECK_THAT(loadOf(f, "WX").x, WithinRel(10e3, 1e-12));
        CHECK_THAT(loadOf(f, "L").z, WithinRel(-4000.0 * 16, 1e-9));
        // Upright legs: 10 kN at 20 m over 4 m, two legs a side; the diagonals of the lowest panel share a part of it.
        const double couple = 10e3 * 20 / 4 / 2;
        double most = 0;
        for (const char* leg : {"L1.1", "L2.1", "L3.1", "L4.1"})
            most = std::max(most, std::abs(axial(r, f, leg, "WX")));
        CHECK(most <= couple * 1.02);
        CHECK(most >= couple * 0.78); // less the lowest panel's shear
    }
    {
        const Frame f = started("scaffold", {{"bays", "4"}, {"lifts", "3"}}).frame;
        CHECK_THAT(loadOf(f, "L").z, WithinRel(-(2000 + 1000) * 4 * 2.5 * 1.0, 1e-9));
        CHECK_THAT(loadOf(f, "D").z, WithinRel(-250 * 3 * 4 * 2.5 * 1.0, 1e-9));
        CHECK_THAT(loadOf(f, "WY").y, WithinRel(500 * 0.3 * 10 * 6, 1e-9));
        size_t springs = 0;
        for (const Element& e : f.elements)
            springs += e.springI[4] > 0;
        CHECK(springs == groupSize(f, "Ledgers") + groupSize(f, "Transoms"));
        CHECK(groupSize(f, "Spindles") == 10);
        CHECK(groupSize(started("scaffold", {{"jack", "0"}}).frame, "Spindles") == 0);
    }
}

TEST_CASE("start: what cannot be is told field by field, all at once", "[start]")
{
    const auto faults = [](const std::string& kind, const std::map<std::string, std::string>& values) {
        const auto r = startFrame(kind, values, metric());
        REQUIRE_FALSE(r.has_value());
        return r.error();
    };
    const auto all = faults("hall", {{"spans", "20 kN"},
                                     {"bays", "0*6"},
                                     {"eaves", "-3"},
                                     {"base", "soft"},
                                     {"columns", "HEA281"},
                                     {"steel", "S356"},
                                     {"colour", "red"}});
    std::set<std::string> keys;
    for (const StartFault& f : all) {
        INFO(f.key << ": " << f.text);
        CHECK(f.text.size() > 10);
        keys.insert(f.key);
    }
    CHECK(keys == std::set<std::string>{"spans", "bays", "eaves", "base", "columns", "steel", "colour"});
    CHECK(faults("dome", {}).front().text.find("hall") != std::string::npos);
    CHECK(faults("truss", {{"panels", "7"}}).front().key == "panels");
    CHECK(faults("member", {{"span", "1/0"}}).front().key == "span");
    for (const char* words : {"", "0", "-5", "x", "300*5", "5*", "*5", "1.5*4", "5 kN", "999999999*1"}) {
        INFO(words);
        CHECK_FALSE(readLengths(words, {}).has_value());
    }
    CHECK(readLengths("4 × 6 m, 5 m", {}).value() == std::vector<double>{6, 6, 6, 6, 5});
    CHECK(readLengths("2x20 ft", {}).value().size() == 2);
    CHECK_THAT(readLengths("2x20 ft", {}).value()[0], WithinRel(6.096, 1e-12));
    // Fields are asked for with defaults that stand by themselves, in the units of the setting.
    for (const StartKind& k : startKinds())
        for (const StartField& f : startFields(k.key, customary())) {
            INFO(k.key << " " << f.key);
            CHECK_FALSE(f.title.empty());
            CHECK_FALSE(f.meaning.empty());
            CHECK(f.value.find("kPa") == std::string::npos);
        }
}

// With sanitizers each round takes four times as long.
#ifdef WREN_SANITIZED
constexpr int kRounds = 3;
#else
constexpr int kRounds = 12;
#endif

TEST_CASE("start: whatever numbers are stated within their ranges, the frame stands, balances and is read back equal",
          "[start]")
{
    std::mt19937 random(5);
    const auto between = [&](double a, double b) { return std::uniform_real_distribution<double>(a, b)(random); };
    const auto pick = [&](const std::vector<std::string>& words) {
        return words[std::uniform_int_distribution<size_t>(0, words.size() - 1)(random)];
    };
    const auto number = [&](double a, double b) { return fmt::format("{:.3f}", between(a, b)); };
    const auto whole = [&](int a, int b) { return std::to_string(std::uniform_int_distribution<int>(a, b)(random)); };
    const auto rows = [&](int most, double a, double b) {
        std::string out;
        for (int k = 0, n = std::uniform_int_distribution<int>(1, most)(random); k < n; ++k)
            out += (k ? ", " : "") + (between(0, 1) < 0.4 ? whole(2, 3) + "*" : std::string()) + number(a, b);
        return out;
    };
    int frames = 0;
    for (int round = 0; round < kRounds; ++round) {
        const std::vector<std::pair<std::string, std::map<std::string, std::string>>> all{
            {"member",
             {{"span", number(1, 20)},
              {"ends", pick({"pinned", "fixed", "fixed-pinned", "cantilever"})},
              {"held", pick({"ends", "middle", "thirds", "quarters", "all along"})},
              {"axial", number(-50, 50)},
              {"uplift", number(0, 2)}}},
            {"hall",
             {{"spans", rows(2, 8, 25)},
              {"bays", rows(2, 4, 7)},
              {"eaves", number(3, 9)},
              {"rise", number(0.3, 4)},
              {"haunch", pick({"0", "1.2", "2.5"})},
              {"purlins", number(1, 3)},
              {"rails", number(1, 4)},
              {"base", pick({"pinned", "fixed"})},
              {"bracing", pick({"both end bays", "first bay"})}}},
            {"truss",
             {{"form", pick({"parallel", "pitched", "slope"})},
              {"web", pick({"diagonals", "posts", "zigzag"})},
              {"span", number(8, 40)},
              {"depth", number(0.8, 3)},
              {"rise", number(0, 3)},
              {"panels", std::to_string(2 * std::uniform_int_distribution<int>(2, 8)(random))},
              {"bottom", whole(1, 4)}}},
            {"floors",
             {{"x", rows(2, 4, 9)},
              {"y", rows(2, 4, 9)},
              {"storeys", rows(2, 3, 5)},
              {"secondary", number(1.5, 4)},
              {"bracing", pick({"both ways", "along x", "along y", "none"})}}},
            {"tower",
             {{"panels", rows(3, 2, 5)}, {"base", number(2, 8)}, {"top", number(1, 4)}, {"web", pick({"one diagonal"})}}},
            {"scaffold",
             {{"bays", whole(1, 5)},
              {"lifts", whole(1, 5)},
              {"jack", pick({"0", "0.25"})},
              {"ties", whole(1, 3)},
              {"diagonals", whole(1, 4)},
              {"couplers", pick({"0", "12", "40"})}}}};
        for (const auto& [kind, values] : all) {
            std::string said;
            for (const auto& [k, v] : values)
                said += k + "=" + v + " ";
            INFO(kind << " " << said);
            const Started made = started(kind, values);
            const std::string once = writeFrame(made.frame);
            CHECK(once == writeFrame(test::frameOf(once)));
            const FrameForces r = test::forcesOf(made.frame);
            for (size_t c = 0; c < r.forces.columns; ++c) {
                if (r.forces.columnCase[c] < 0) continue;
                Vec3 sum = loadTotals(made.frame, made.frame.cases[r.forces.columnCase[c]]).sum();
                const double size = norm(sum);
                for (const Vec3& v : r.motions[c].f)
                    sum = sum + v;
                CHECK_THAT(norm(sum), WithinAbs(0, 1e-5 * std::max(1.0, size)));
            }
            // Every element is of one member, every node of an element.
            std::vector<int> of(made.frame.elements.size(), 0), at(made.frame.nodes.size(), 0);
            for (const DesignMember& m : made.frame.design.members)
                for (const int e : m.elements)
                    ++of[static_cast<size_t>(e)];
            for (const Element& e : made.frame.elements)
                ++at[static_cast<size_t>(e.i)], ++at[static_cast<size_t>(e.j)];
            CHECK(std::all_of(of.begin(), of.end(), [](int n) { return n == 1; }));
            CHECK(std::all_of(at.begin(), at.end(), [](int n) { return n > 0; }));
            ++frames;
        }
    }
    CHECK(frames == 6 * kRounds);
}
