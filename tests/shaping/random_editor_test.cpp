// Whatever is done to a frame, it can be written and read back the same, and undone to what it was.
#include "core/files/frame_writer.h"
#include "core/start/start.h"
#include "tests/project/random_edits.h"
#include "tests/shaping/random_editor.h"

#include <map>

using namespace wr;

namespace {

// What is written in the frame's own units is rounded to what a file says; read back it says the same again.
void soundFile(const Frame& f)
{
    const std::string text = writeFrame(f);
    const Loaded<Frame> back = readFrame(text);
    for (const Finding& x : back.findings)
        UNSCOPED_INFO(x.place << " " << x.text);
    REQUIRE(back.ok());
    const Frame& g = *back.value;
    REQUIRE(g.nodes.size() == f.nodes.size());
    REQUIRE(g.elements.size() == f.elements.size());
    for (size_t e = 0; e < f.elements.size(); ++e) {
        REQUIRE(g.elements.list()[e].i == f.elements.list()[e].i);
        REQUIRE(g.elements.list()[e].j == f.elements.list()[e].j);
        REQUIRE(g.elements.list()[e].section == f.elements.list()[e].section);
        REQUIRE(std::abs(g.length(g.elements.list()[e]) - f.length(f.elements.list()[e])) < 1e-9);
    }
    REQUIRE(g.design.members.size() == f.design.members.size());
    for (size_t c = 0; c < f.cases.size(); ++c) {
        REQUIRE(g.cases.list()[c].line.size() == f.cases.list()[c].line.size());
        REQUIRE(g.cases.list()[c].nodal.size() == f.cases.list()[c].nodal.size());
    }
    REQUIRE(writeFrame(g) == text);
}

} // namespace

TEST_CASE("random editor: no edit leaves a frame that cannot be written, read back the same, and undone", "[shape][random]")
{
    const size_t edits = test::asked("WREN_SHAPE_EDITS", 1500);
    std::map<size_t, size_t> done; // by kind of shape edit
    size_t refused = 0, made = 0;
    for (size_t k = 0; made < edits; ++k) {
        StartSetting s;
        const char* kinds[]{"hall", "truss", "floors", "member"};
        Frame f = k % 5 == 4 ? Frame{} : startFrame(kinds[k % 5], {}, s).value().frame;
        if (k % 5 == 4) { // from nothing
            f.hasDesign = true;
            f.design.standard = "en1993";
        }
        test::RandomEditor editor(k);
        for (int n = 0; n < 120 && made < edits; ++n) {
            const Edit e = editor.edit(f);
            const Frame before = f;
            const auto patch = applyEdit(f, e);
            if (!patch) {
                ++refused;
                REQUIRE(patch.error().size() > 8);
                REQUIRE(f == before);
                continue;
            }
            ++made;
            INFO("frame " << k << ", edit " << n << ": " << patch->words);
            if (const auto* shape = std::get_if<ShapeEdit>(&e)) ++done[shape->index()];
            soundFile(f);
            Frame back = f;
            REQUIRE(applyPatch(back, inverseOf(*patch)));
            REQUIRE(back == before);
            REQUIRE(applyPatch(back, *patch));
            REQUIRE(back == f);
            // Small enough to be quick.
            if (f.elements.size() > 90) {
                DeleteParts half;
                for (size_t x = 0; x < f.elements.size(); x += 2)
                    half.elements.push_back(static_cast<int>(x));
                REQUIRE(applyEdit(f, ShapeEdit{half}).has_value());
                soundFile(f);
            }
        }
    }
    CHECK(done.size() == std::variant_size_v<ShapeEdit>);
    for (const auto& [kind, count] : done) {
        CAPTURE(kind, count);
        CHECK(count > edits / 200);
    }
    CHECK(refused < 3 * made);
}
