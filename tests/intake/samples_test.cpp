// The samples in data/demo/intake against the frames they were made from: the same utilisations.
#include "core/files/intake_files.h"
#include "core/intake/guess.h"
#include "tests/support.h"

using namespace wr;
using namespace wr::test;

namespace {

Intake sample(const std::string& name)
{
    SilentProgress p;
    const std::filesystem::path path = std::filesystem::path(WREN_SOURCE) / "data/demo/intake" / name;
    if (isModel(path)) return takeModel(path, {}, p);
    const OpenedTables opened = openTables({path}, {}, p);
    REQUIRE(opened.ok);
    return takeIn(opened.books, guessRecipe(opened.books), p);
}

// The demo frame with the standard alone, and with the members where tables say them.
Frame original(const std::string& name, bool members)
{
    Frame f = frameOf(demo(name));
    Design d;
    d.standard = f.design.standard;
    if (members)
        for (const DesignMember& m : f.design.members) {
            DesignMember own;
            own.id = m.id;
            own.elements = m.elements;
            own.group = m.group;
            own.kind = m.kind;
            d.members.push_back(own);
        }
    f.design = d;
    f.hasDesign = true;
    return f;
}

std::map<std::string, double> utilisations(Frame f, const std::string& standard)
{
    f.hasDesign = true;
    f.design.standard = standard;
    const auto m = modelOf(std::move(f));
    CheckReport r;
    SilentProgress p;
    m->checkAll(r, p);
    std::map<std::string, double> out;
    for (size_t k = 0; k < r.results.size(); ++k)
        out[m->members()[k].id] = r.results[k].utilisation;
    return out;
}

void same(const std::map<std::string, double>& got, const std::map<std::string, double>& want, double tolerance)
{
    REQUIRE(got.size() == want.size());
    for (const auto& [id, u] : want) {
        CAPTURE(id);
        REQUIRE(got.contains(id));
        CHECK_THAT(got.at(id), Catch::WithinRel(u, tolerance));
    }
}

} // namespace

TEST_CASE("sample: the market roof as a workbook and as a folder of text", "[intake][samples]")
{
    Frame f = original("tern-street", true);
    const FrameForces forces = forcesOf(f, [] {
        AnalysisChoice c;
        c.stations = 21;
        return c;
    }());
    eachResult(f, forces, [&](const GivenResult& g) { f.results.push_back(g); });
    const auto want = utilisations(f, f.design.standard);
    for (const char* name : {"roof.xlsx", "roof"}) {
        CAPTURE(name);
        const Intake t = sample(name);
        REQUIRE(t.sound);
        size_t rows = 0;
        for (const GivenResult& r : t.frame.results)
            for (const GivenElement& e : r.elements)
                rows += e.stations.size();
        CHECK(rows >= 10000);
        // Eight digits in the tables.
        same(utilisations(t.frame, f.design.standard), want, 1e-6);
    }
}

TEST_CASE("sample: the tower as a workbook, its cases alone", "[intake][samples]")
{
    Frame f = original("marrow-hill", true);
    const FrameForces forces = forcesOf(f);
    eachResult(f, forces, [&](const GivenResult& g) {
        if (g.loadCase >= 0) f.results.push_back(g);
    });
    const Intake t = sample("tower.xlsx");
    REQUIRE(t.sound);
    CHECK(t.frame.results.size() == f.cases.size());
    same(utilisations(t.frame, f.design.standard), utilisations(f, f.design.standard), 1e-6);
}

TEST_CASE("sample: roof and tower as IFC, analysed here", "[intake][samples]")
{
    for (const auto& [file, name] :
         {std::pair{"roof.ifc", "tern-street"}, {"roof-2x3.ifc", "tern-street"}, {"tower.ifc", "marrow-hill"}}) {
        CAPTURE(file);
        Frame f = original(name, false);
        // The older schema has no factor for the frame's own weight.
        if (std::string(file) == "roof-2x3.ifc")
            for (LoadCase& c : f.cases)
                c.selfWeight = 0;
        const Intake t = sample(file);
        REQUIRE(t.sound);
        same(utilisations(t.frame, f.design.standard), utilisations(f, f.design.standard), 1e-6);
    }
}

TEST_CASE("sample: the roof as a building model stands where the analysis model does", "[intake][samples]")
{
    const Frame f = original("tern-street", true);
    const Intake t = sample("roof-building.ifc");
    REQUIRE(t.sound);
    REQUIRE(t.frame.nodes.size() == f.nodes.size());
    REQUIRE(t.frame.elements.size() == f.elements.size());
    for (const Node& n : f.nodes) {
        CAPTURE(n.id);
        CHECK(std::any_of(t.frame.nodes.begin(), t.frame.nodes.end(), [&](const Node& x) { return norm(x.at - n.at) < 1e-6; }));
    }
    double mass = 0, want = 0;
    for (const auto& [frame, sum] : {std::pair{&f, &want}, {&t.frame, &mass}})
        for (const Element& e : frame->elements)
            *sum += frame->length(e) * frame->sections[static_cast<size_t>(e.section)].properties.a;
    CHECK_THAT(mass, Catch::WithinRel(want, 1e-9));
}
