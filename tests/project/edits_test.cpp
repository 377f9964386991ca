#include "core/files/frame_writer.h"
#include "core/project/history.h"
#include "tests/support.h"

using namespace wr;

namespace {
std::vector<MemberRef> refs(const Frame& f, size_t n)
{
    std::vector<Finding> findings;
    const auto members = formMembers(f, findings).members();
    std::vector<MemberRef> out;
    for (size_t i = 0; i < n; ++i) {
        MemberRef r{members[i].id, {}};
        for (const MemberPiece& p : members[i].pieces)
            r.elements.push_back(p.element);
        out.push_back(r);
    }
    return out;
}
} // namespace

TEST_CASE("edits: run, undo and redo give back equal frames, for every kind of edit", "[project]")
{
    for (const bool declared : {true, false}) {
        Frame f = test::frameOf(test::demo("tern-street"));
        if (!declared) f.design = {}, f.hasDesign = false; // members formed by rule are declared by the edit
        const auto m = refs(f, 3);
        SetLengths k{m, LengthAxis::Minor, 0.8, {}}, l{m, LengthAxis::Major, {}, 4.2}, none{m, LengthAxis::Minor, {}, {}};
        ReportChoice roof;
        roof.subject = "Roof";
        roof.depth["Purlins"] = ReportDepth::Full;
        const std::vector<Edit> edits{k,
                                      l,
                                      none,
                                      SetGroup{m, "Others"},
                                      SetSection{m, "ipe 300"},
                                      SetSection{m, "HEA200"},
                                      SetGrade{m, "S275"},
                                      SetStandard{"aisc360-22-asd"},
                                      SetReport{roof},
                                      SetAnalysis{{ForceOrder::Second, true}}};
        for (const Edit& e : edits) {
            CAPTURE(declared, e.index());
            const Frame before = f;
            History h;
            const auto done = h.run(f, e);
            REQUIRE(done.has_value());
            CHECK_FALSE(done->words.empty());
            const Frame after = f;
            REQUIRE(h.undo(f).has_value());
            CHECK(f == before);
            REQUIRE(h.redo(f).has_value());
            CHECK(f == after);
            CHECK_FALSE(h.redo(f).has_value());
        }
    }
}

TEST_CASE("edits: a refused edit changes nothing and says why", "[project]")
{
    Frame f = test::frameOf(test::demo("tern-street"));
    const Frame before = f;
    const auto m = refs(f, 2);
    SetLengths zero{m, LengthAxis::Minor, 0.0, {}}, negative{m, LengthAxis::Minor, {}, -1.0};
    for (const Edit& e : std::vector<Edit>{SetSection{m, "W99X99"}, SetGrade{m, "S999"}, zero, negative,
                                           SetAnalysis{{ForceOrder::First, true}}}) {
        const auto r = applyEdit(f, e);
        REQUIRE_FALSE(r.has_value());
        CHECK(r.error().size() > 10);
        CHECK(f == before);
    }
}

TEST_CASE("edits: a section of one's own is made once, named apart from others, and found by its name", "[project]")
{
    Frame f = test::frameOf(test::demo("tern-street"));
    const auto m = refs(f, 2);
    Shape plate;
    plate.kind = ShapeKind::I;
    plate.h = 0.8;
    plate.b = 0.25;
    plate.tw = 0.01;
    plate.tf = 0.02;
    plate.welded = true;
    const size_t before = f.sections.size();
    REQUIRE(applyEdit(f, SetSection{m, "Girder 800", plate}).has_value());
    REQUIRE(f.sections.size() == before + 1);
    CHECK(f.sections.back().properties.iy == computeProperties(plate).iy);
    REQUIRE(applyEdit(f, SetSection{{m[0]}, "IPE300"}).has_value());
    REQUIRE(applyEdit(f, SetSection{{m[0]}, "Girder 800"}).has_value()); // by name
    REQUIRE(applyEdit(f, SetSection{m, "Girder 800", plate}).has_value());
    CHECK(f.sections.size() <= before + 2);
    const auto used = f.elements[m[0].elements[0]].section;
    CHECK(f.sections[used].name == "Girder 800");
    Shape other = plate;
    other.h = 0.9;
    CHECK(applyEdit(f, SetSection{m, "girder 800", other}).error().find("other dimensions") != std::string::npos);
    CHECK(applyEdit(f, SetSection{m, "ipe 300", other}).error().find("catalogue") != std::string::npos);
    CHECK(applyEdit(f, SetSection{m, "", other}).error().find("name") != std::string::npos);
    other.tf = 0.5;
    CHECK(applyEdit(f, SetSection{m, "Thick", other}).error().find("tf must be less") != std::string::npos);
    // It is saved with its dimensions and read back the same.
    const Frame again = test::frameOf(writeFrame(f));
    const FrameSection& s = again.sections[used];
    CHECK(s.name == "Girder 800");
    CHECK(std::abs(s.shape.h - 0.8) < 1e-9);
    CHECK(s.shape.welded);
}

TEST_CASE("edits: a factor moves the ratio, and only sizes make forces stale", "[project]")
{
    Frame f = test::frameOf(test::demo("tern-street"));
    const auto m = refs(f, 1);
    const double before = test::modelOf(f)->check(0).utilisation;
    const auto sizes = sizesFingerprint(f);
    SetLengths longer{m, LengthAxis::Minor, 2.0, {}};
    const auto done = applyEdit(f, longer);
    REQUIRE(done.has_value());
    CHECK(done->elements.empty());
    CHECK(test::modelOf(f)->check(0).utilisation > before);
    CHECK(sizesFingerprint(f) == sizes);
    const auto bigger = applyEdit(f, SetSection{m, "HEA300"});
    CHECK(bigger->elements.changed.size() == m[0].elements.size());
    CHECK(sizesFingerprint(f) != sizes);
}

TEST_CASE("history: saved is an index, not a flag", "[project]")
{
    Frame f = test::frameOf(test::demo("tern-street"));
    History h;
    CHECK(h.saved());
    REQUIRE(h.run(f, SetGroup{refs(f, 1), "A"}).has_value());
    CHECK_FALSE(h.saved());
    h.undo(f);
    CHECK(h.saved());
    h.redo(f);
    h.markSaved();
    h.undo(f);
    CHECK_FALSE(h.saved());
    REQUIRE(h.run(f, SetGroup{refs(f, 1), "B"}).has_value()); // the saved state is gone for good
    h.undo(f);
    CHECK_FALSE(h.saved());
}
