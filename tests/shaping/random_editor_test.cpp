// Whatever is done to a frame, it can be written and read back the same, and undone to what it was.
#include "core/files/frame_writer.h"
#include "core/start/start.h"
#include "tests/project/random_edits.h"
#include "tests/shaping/random_editor.h"

#include <map>
#include <nlohmann/json.hpp>

using namespace wr;

namespace {

#ifdef WREN_SANITIZED
constexpr size_t kUsual = 30; // each takes many times as long
#else
constexpr size_t kUsual = 400;
#endif

// The first place where two files differ by more than the last digits of a number; empty: none.
std::string apart(const nlohmann::json& a, const nlohmann::json& b, const std::string& at)
{
    if (a.is_number() && b.is_number()) {
        const double x = a.get<double>(), y = b.get<double>();
        return std::abs(x - y) <= 1e-9 * (1 + std::abs(x)) ? "" : fmt::format("{}: {} and {}", at, x, y);
    }
    if (a.type() != b.type() || a.size() != b.size()) return at + ": " + a.dump() + " and " + b.dump();
    if (a.is_array() || a.is_object()) {
        auto j = b.begin();
        for (auto i = a.begin(); i != a.end(); ++i, ++j) {
            if (a.is_object() && i.key() != j.key()) return at + ": " + i.key() + " and " + j.key();
            const size_t k = static_cast<size_t>(std::distance(a.begin(), i));
            if (std::string d = apart(*i, *j, at + "/" + (a.is_object() ? i.key() : std::to_string(k))); !d.empty()) return d;
        }
        return "";
    }
    return a == b ? "" : at + ": " + a.dump() + " and " + b.dump();
}

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
    const std::string difference = apart(nlohmann::json::parse(text), nlohmann::json::parse(writeFrame(g)), "");
    REQUIRE(difference.empty());
}

} // namespace

TEST_CASE("random editor: no edit leaves a frame that cannot be written, read back the same, and undone", "[shape][random]")
{
    const size_t edits = test::asked("WREN_SHAPE_EDITS", kUsual);
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
    CHECK(refused < 3 * made);
    if (edits < 200) return; // too few to have met every kind
    CHECK(done.size() == std::variant_size_v<ShapeEdit>);
    for (const auto& [kind, count] : done) {
        CAPTURE(kind, count);
        CHECK(count > edits / 200);
    }
}
