// Forces told in every convention come in as the same forces: the analysis's own are turned into each by formulas of mechanics,
// and read back.
#include "tests/intake/books.h"

#include <numbers>
#include <random>

using namespace wr;
using namespace wr::test;

namespace {

// Three pieces in a line between two fixed ends, along a direction; some of them run against it. Loads in all directions.
Frame chain(Vec3 along, double roll, const std::array<bool, 3>& turned)
{
    Frame f = frameOf(beam(R"("nodes":[],"elements":[])", R"({"id":"G","action":"dead"})"));
    f.sections[0].name = "IPE 300";
    f.sections[0].shape = shippedCatalogue().find("IPE 300")->shape;
    f.sections[0].properties = computeProperties(f.sections[0].shape);
    const std::array<double, 4> at{0, 1.5, 3.7, 5};
    for (size_t k = 0; k < 4; ++k) {
        Node n;
        n.id = std::to_string(k + 1);
        n.at = at[k] * along;
        if (k == 0 || k == 3) n.support.fill({true, 0});
        f.nodes.push_back(n);
    }
    for (size_t k = 0; k < 3; ++k) {
        Element e;
        e.id = std::string(1, static_cast<char>('A' + k));
        e.i = static_cast<int>(turned[k] ? k + 1 : k);
        e.j = static_cast<int>(turned[k] ? k : k + 1);
        e.roll = turned[k] ? -roll : roll;
        e.section = e.material = 0;
        f.elements.push_back(e);
    }
    f.cases[0].nodal = {{1, {3e3, -5e3, 7e3}, {1e3, 2e3, -3e3}}, {2, {-2e3, 4e3, 9e3}, {-2e3, 1e3, 2e3}}};
    DesignMember m;
    m.id = "M";
    m.elements = {0, 1, 2};
    m.turned = turned[0];
    f.hasDesign = true;
    f.design.members.push_back(m);
    const FrameForces r = forcesOf(f);
    eachResult(f, r, [&](const GivenResult& g) { f.results.push_back(g); });
    return f;
}

PlainTable& tableOf(std::vector<PlainTable>& tables, TableKind kind)
{
    for (PlainTable& t : tables)
        if (t.kind == kind) return t;
    FAIL("no such table");
    return tables.front();
}

double& at(PlainTable& t, size_t row, size_t column)
{
    return std::get<double>(t.rows[row][column]);
}

// The forces that came in against those of the analysis, station by station.
void same(const Frame& got, const Frame& want, double tolerance = 1e-5)
{
    REQUIRE(got.results.size() == want.results.size());
    for (size_t r = 0; r < want.results.size(); ++r) {
        double largest = 0;
        for (const GivenElement& e : want.results[r].elements)
            for (const GivenStation& s : e.stations)
                for (const double v : s.force)
                    largest = std::max(largest, std::abs(v));
        for (const GivenElement& e : want.results[r].elements) {
            const auto& all = got.results[r].elements;
            const auto have =
                std::find_if(all.begin(), all.end(), [&](const GivenElement& x) { return x.element == e.element; });
            REQUIRE(have != all.end());
            REQUIRE(have->stations.size() == e.stations.size());
            for (size_t k = 0; k < e.stations.size(); ++k) {
                CAPTURE(e.element, k);
                CHECK_THAT(have->stations[k].s, Catch::WithinAbs(e.stations[k].s, 1e-6));
                for (size_t i = 0; i < 6; ++i) {
                    CAPTURE(i);
                    CHECK_THAT(have->stations[k].force[i], Catch::WithinAbs(e.stations[k].force[i], tolerance * largest));
                }
            }
        }
    }
}

// Columns of the table of forces as frameTables() writes it.
constexpr size_t kElement = 0, kStation = 2, kN = 3, kVy = 4, kVz = 5, kMy = 7;

TableUse& forcesOf(Recipe& r)
{
    for (TableUse& t : r.tables)
        if (t.kind == TableKind::Forces) return t;
    FAIL("no table of forces");
    return r.tables.front();
}

} // namespace

TEST_CASE("forces as right-handed vectors on the +x face, from the other end, as shares, with the other sign, in other units",
          "[intake]")
{
    const Frame f = chain({0.6, 0.64, 0.48}, 0.4, {false, true, false});
    std::vector<PlainTable> tables = frameTables(f, false);
    PlainTable& forces = tableOf(tables, TableKind::Forces);
    const auto lengthOf = [&](size_t row) {
        const std::string id = std::get<std::string>(forces.rows[row][kElement]);
        return f.length(f.elements[static_cast<size_t>(id[0] - 'A')]);
    };
    Recipe r = guessRecipe({bookOf(tables)});
    SECTION("as they are") {}
    SECTION("vectors")
    {
        // Of sigma over the face: N, ∫τy, ∫τz, ∫(y·τz − z·τy), ∫z·σ, −∫y·σ. Ours: my compresses +z, mz compresses +y, vy and vz
        // are the slopes of the moments.
        for (size_t k = 0; k < forces.rows.size(); ++k)
            for (const size_t c : {kVy, kVz, kMy})
                at(forces, k, c) = -at(forces, k, c);
        forcesOf(r).signs = ForceSigns::Vectors;
    }
    SECTION("stations from the far end")
    {
        for (size_t k = 0; k < forces.rows.size(); ++k)
            at(forces, k, kStation) = lengthOf(k) - at(forces, k, kStation);
        forcesOf(r).stations = StationAs::FromJ;
    }
    SECTION("stations as shares")
    {
        for (size_t k = 0; k < forces.rows.size(); ++k)
            at(forces, k, kStation) /= lengthOf(k);
        forcesOf(r).stations = StationAs::Share;
    }
    SECTION("compression positive, in kilopounds and feet")
    {
        for (size_t k = 0; k < forces.rows.size(); ++k) {
            at(forces, k, kN) *= -1000 / kKip;
            at(forces, k, kMy) *= 1000 / (kKip * kFoot);
        }
        forcesOf(r).column("n")->reversed = true;
        forcesOf(r).column("n")->unit = "kip";
        forcesOf(r).column("my")->unit = "kip-ft";
    }
    const Intake t = taken({bookOf(tables)}, r);
    REQUIRE(t.sound);
    same(t.frame, f);
}

TEST_CASE("what acts on the ends of an element: at i against the section's own, at j the same", "[intake]")
{
    for (const bool withNode : {true, false}) {
        CAPTURE(withNode);
        const Frame f = chain({0, 0, 1}, 0.3, {true, false, true});
        // Only the two ends of each.
        Frame ends = f;
        for (GivenResult& r : ends.results)
            for (GivenElement& e : r.elements)
                e.stations = {e.stations.front(), e.stations.back()};
        PlainTable actions;
        actions.kind = TableKind::Forces;
        actions.name = "Member end actions";
        actions.headings = {"element",      "load",     "at node",        "N [kN]",        "V minor [kN]",
                            "V major [kN]", "T [kN·m]", "M major [kN·m]", "M minor [kN·m]"};
        if (!withNode) actions.headings[2] = "remark";
        for (const GivenResult& r : ends.results)
            for (const GivenElement& g : r.elements)
                for (const bool j : {false, true}) {
                    const Element& e = f.elements[static_cast<size_t>(g.element)];
                    const auto& s = g.stations[j ? 1 : 0].force;
                    const std::array<double, 6> vector{s[0], -s[1], -s[2], s[3], -s[4], s[5]};
                    std::vector<std::variant<std::monostate, double, std::string>> row{
                        e.id, r.combination >= 0 ? f.combinations[static_cast<size_t>(r.combination)].id : "G",
                        f.nodes[static_cast<size_t>(j ? e.j : e.i)].id};
                    for (const double v : vector)
                        row.emplace_back((j ? v : -v) / 1000);
                    actions.rows.push_back(row);
                }
        std::vector<PlainTable> tables = frameTables(f, false);
        std::erase_if(tables, [](const PlainTable& t) {
            return t.kind == TableKind::Forces || t.kind == TableKind::Displacements || t.kind == TableKind::Reactions;
        });
        tables.push_back(actions);
        const Recipe r = guessRecipe({bookOf(tables)});
        Recipe known = r;
        CHECK(forcesOf(known).signs == ForceSigns::Ends);
        if (withNode) CHECK(forcesOf(known).column("node") != nullptr);
        const Intake t = taken({bookOf(tables)}, r);
        REQUIRE(t.sound);
        same(t.frame, ends);
    }
}

TEST_CASE("forces along a member come to its elements, whichever way they run, roll and lean", "[intake]")
{
    // The same member built of elements that all run along it tells the forces; that with turned elements was analysed by
    // itself.
    std::mt19937 random(11);
    const std::array directions{Vec3{1, 0, 0},         Vec3{0, 0, 1},       Vec3{0, 0, -1},
                                Vec3{0.6, 0.64, 0.48}, Vec3{0, -0.8, -0.6}, Vec3{-1, 0, 0}};
    for (const Vec3& along : directions)
        for (int ways = 0; ways < 8; ++ways) {
            const double roll = ways % 2 ? 0 : std::uniform_real_distribution<>(-std::numbers::pi, std::numbers::pi)(random);
            const std::array<bool, 3> turned{(ways & 1) != 0, (ways & 2) != 0, (ways & 4) != 0};
            CAPTURE(along.x, along.y, along.z, roll, ways);
            const Frame straight = chain(along, roll, {false, false, false}), wanted = chain(along, roll, turned);
            std::vector<PlainTable> tables = frameTables(wanted, false);
            std::erase_if(tables, [](const PlainTable& t) {
                return t.kind == TableKind::Displacements || t.kind == TableKind::Reactions;
            });
            PlainTable& forces = tableOf(tables, TableKind::Forces);
            forces.headings[kElement] = "member";
            forces.rows.clear();
            for (const GivenResult& r : straight.results)
                for (const GivenElement& e : r.elements)
                    for (const GivenStation& s : e.stations) {
                        const double from = e.element == 0 ? 0 : e.element == 1 ? 1.5 : 3.7;
                        std::vector<std::variant<std::monostate, double, std::string>> row{
                            "M", r.combination >= 0 ? straight.combinations[static_cast<size_t>(r.combination)].id : "G",
                            from + s.s};
                        for (const double v : s.force)
                            row.emplace_back(v / 1000);
                        forces.rows.push_back(row);
                    }
            const Intake t = taken({bookOf(tables)});
            REQUIRE(t.sound);
            same(t.frame, wanted);
        }
}

TEST_CASE("a frame as tables comes back as it was", "[intake]")
{
    for (const char* name : {"tern-street", "marrow-hill", "sedge-lane"}) {
        CAPTURE(name);
        const Frame f = frameOf(demo(name));
        const Intake t = taken({bookOf(frameTables(f, true, 15))});
        REQUIRE(t.sound);
        const Frame& g = t.frame;
        REQUIRE(g.nodes.size() == f.nodes.size());
        for (size_t k = 0; k < f.nodes.size(); ++k) {
            CHECK(norm(g.nodes[k].at - f.nodes[k].at) < 1e-9);
            for (size_t d = 0; d < 6; ++d) {
                CHECK(g.nodes[k].support[d].held == f.nodes[k].support[d].held);
                CHECK_THAT(g.nodes[k].support[d].spring, Catch::WithinRel(f.nodes[k].support[d].spring, 1e-9));
            }
        }
        REQUIRE(g.elements.size() == f.elements.size());
        for (size_t k = 0; k < f.elements.size(); ++k) {
            const Element &a = f.elements[k], &b = g.elements[k];
            CHECK((a.id == b.id && a.i == b.i && a.j == b.j && a.behaviour == b.behaviour && a.releaseI == b.releaseI &&
                   a.releaseJ == b.releaseJ));
            CHECK_THAT(b.roll, Catch::WithinAbs(a.roll, 1e-12));
            CHECK(f.sections[static_cast<size_t>(a.section)].shape == g.sections[static_cast<size_t>(b.section)].shape);
            CHECK(f.materials[static_cast<size_t>(a.material)].grade == g.materials[static_cast<size_t>(b.material)].grade);
        }
        REQUIRE(g.combinations.size() == f.combinations.size());
        for (size_t k = 0; k < f.combinations.size(); ++k) {
            CHECK(g.combinations[k].terms == f.combinations[k].terms);
            CHECK(g.combinations[k].purpose == f.combinations[k].purpose);
            CHECK(g.combinations[k].basis == f.combinations[k].basis);
        }
        for (size_t k = 0; k < f.cases.size(); ++k)
            CHECK(g.cases[k].action == f.cases[k].action);
        REQUIRE(g.design.members.size() == f.design.members.size());
        for (size_t k = 0; k < f.design.members.size(); ++k) {
            CHECK(g.design.members[k].elements == f.design.members[k].elements);
            CHECK(g.design.members[k].group == f.design.members[k].group);
        }
    }
}
