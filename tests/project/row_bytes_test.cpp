// Rows as bytes: every field comes back bit by bit, and nothing in them brings the program down.
#include "core/briefs/brief_sheet.h"
#include "core/project/file/row_bytes.h"
#include "tests/project/random_edits.h"
#include "tests/project/states.h"
#include "tests/support.h"

#include <random>

using namespace wr;

TEST_CASE("row bytes: frames, every line of a brief and patches come back bit by bit", "[project-file]")
{
    for (const char* demo : {"tern-street", "marrow-hill", "sedge-lane"}) {
        const Frame f = test::frameOf(test::demo(demo));
        const auto back = frameFromBytes(bytesOf(f));
        REQUIRE(back);
        CHECK(*back == f);
    }
    // Each line of a brief alone: a field that the bytes forget would come back as it stands by itself.
    Frame f = test::ternFrame();
    const UnitSystem u;
    const auto families = standardFamilies();
    size_t lines = 0;
    for (const SheetLine& l : sheetOf(Brief{}, families, u)) {
        const Option& o = *l.option;
        Brief b;
        b.id = "B";
        std::string text = "0.55";
        switch (o.kind) {
        case Option::Kind::Flag: text = o.standing == "true" ? "no" : "yes"; break;
        case Option::Kind::Number:
            text = !o.numbers.empty()      ? fmt::format("{}", o.numbers.back())
                   : std::isfinite(o.most) ? fmt::format("{}", (std::max(o.least, 0.0) + o.most) / 2)
                                           : fmt::format("{}", std::max(o.least, 0.0) + 1.25);
            break;
        case Option::Kind::Word: text = std::string(o.words.back() == o.standing ? o.words.front() : o.words.back()); break;
        case Option::Kind::Text: text = o.words.empty() ? "Some name" : std::string(o.words.back()); break;
        case Option::Kind::Words: text = o.places > 0 ? "free, fixed" : std::string(o.words.back()); break;
        case Option::Kind::Texts: text = "U*, V1"; break;
        case Option::Kind::Limits: text = "L/360 variable level; L/250 and 30 mm total minor characteristic free L/125"; break;
        }
        const std::string dotted = l.key.substr(0, l.key.size() - o.key.size());
        if (!o.needs.empty())
            b = *withLine(b, dotted + std::string(o.needs), o.key.starts_with("liveLoad") ? "asce7" : "1.5", u);
        if (l.key == "connectors.joined") b = *withLine(b, "connectors.spacing", "0.5 m", u);
        const auto with = withLine(b, l.key, text, u);
        CAPTURE(l.key, text);
        if (!with) FAIL(with.error());
        f.design.briefs = {*with};
        const auto back = frameFromBytes(bytesOf(f));
        REQUIRE(back);
        CHECK(back->design.briefs == f.design.briefs);
        lines += back->design.briefs.list()[0] == Brief{} ? 0 : 1;
    }
    CHECK(lines > 60);
    // Patches, and their inverses: undone one by one the frame is what it was.
    f = test::ternFrame();
    const Frame first = f;
    std::vector<std::string> steps;
    const size_t edits = test::asked("WREN_EDITS", 5000); // scripts/long-runs: 100 000
    for (size_t n = 1; n <= edits; ++n)
        steps.push_back(bytesOf(test::randomEdit(f, n)));
    CHECK_FALSE(f == first);
    for (size_t n = steps.size(); n-- > 0;) {
        const auto p = patchFromBytes(steps[n]);
        REQUIRE(p);
        REQUIRE(applyPatch(f, inverseOf(*p)));
    }
    CHECK(f == first);
}

TEST_CASE("row bytes: nothing in them brings the program down", "[project-file][fuzz]")
{
    const std::string whole = bytesOf(test::ternFrame());
    std::mt19937 random(5);
    int readable = 0;
    for (int k = 0; k < 300; ++k) {
        std::string bytes = whole;
        for (int n = 0; n < 1 + k % 4; ++n)
            bytes[random() % bytes.size()] = static_cast<char>(random());
        if (k % 5 == 0) bytes.resize(random() % bytes.size());
        const auto f = frameFromBytes(bytes);
        readable += f.has_value();
        if (!f) CHECK(f.error().starts_with("the frame cannot be read"));
        if (!patchFromBytes(bytes)) ++readable;
    }
    CHECK(readable > 0);
    CHECK_FALSE(frameFromBytes(""));
    CHECK_FALSE(patchFromBytes("null"));
}
