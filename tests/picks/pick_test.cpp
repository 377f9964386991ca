// Pick expressions: what they read as, where they are wrong, whom they stand for.
#include "core/members/kind.h"
#include "core/picks/pick_completion.h"
#include "core/picks/pick_match.h"
#include "core/project/design_state.h"
#include "core/project/edits.h"
#include "tests/support.h"

#include <random>
#include <set>

using namespace wr;

namespace {

Pick picked(std::string_view text)
{
    const auto p = parsePick(text, UnitSystem{});
    INFO(text << ": " << (p ? "" : p.error().sentence()));
    REQUIRE(p);
    return *p;
}
PickFault faultIn(std::string_view text)
{
    const auto p = parsePick(text, UnitSystem{});
    INFO(text);
    REQUIRE_FALSE(p);
    return p.error();
}

// Any tree the grammar can say.
class Maker
{
public:
    explicit Maker(unsigned seed) : random_(seed) {}
    Pick pick(int depth)
    {
        Pick out;
        const int what = depth <= 0 ? below(2) : below(5);
        if (what == 0) {
            out.kind = Pick::Kind::Flag;
            out.flag = static_cast<PickFlag>(below(static_cast<int>(pickFlags().size())));
        } else if (what == 1)
            return test();
        else if (what == 2) {
            out.kind = Pick::Kind::Not;
            out.parts.push_back(pick(depth - 1));
        } else {
            out.kind = what == 3 ? Pick::Kind::Both : Pick::Kind::Either;
            for (int n = 2 + below(3); n > 0; --n)
                out.parts.push_back(pick(depth - 1));
        }
        return out;
    }
    int below(int n) { return std::uniform_int_distribution<int>(0, n - 1)(random_); }

private:
    Pick test()
    {
        using T = PickNameRow::Type;
        Pick out;
        out.kind = Pick::Kind::Test;
        const PickNameRow& row = pickNames()[static_cast<size_t>(below(static_cast<int>(pickNames().size())))];
        out.name = row.name;
        const bool ordered = row.type == T::Number || row.type == T::Level;
        out.op = ordered ? static_cast<PickOp>(below(7))
                         : std::array{PickOp::Equal, PickOp::NotEqual, PickOp::In}[static_cast<size_t>(below(3))];
        for (int n = out.op == PickOp::In ? 1 + below(4) : 1; n > 0; --n)
            out.values.push_back({value(row)});
        return out;
    }
    std::string value(const PickNameRow& row)
    {
        using T = PickNameRow::Type;
        static const std::vector<std::string> texts{"W12X65", "Raf*", "a \"quoted\" word", "and", "not", "in",
                                                    "12 ft",  "",     "Stütze ?",          "(x)", "a,b", "+3.20",
                                                    "100",    "\"",   "IPE 300",           "=",   "x\ty"};
        static const std::vector<std::string> numbers{"0.95", "1", "12.5", "-3", "0.001"};
        switch (row.type) {
        case T::Text: return texts[static_cast<size_t>(below(static_cast<int>(texts.size())))];
        case T::Level: return std::array<std::string, 4>{"+3.20", "-0.40", "12 ft 6 in", "6 m"}[static_cast<size_t>(below(4))];
        case T::Number: {
            std::string n = numbers[static_cast<size_t>(below(5))];
            if (row.quantity == Quantity::Length || row.quantity == Quantity::SectionLength)
                n += std::array<const char*, 4>{"", " m", " mm", " ft"}[static_cast<size_t>(below(4))];
            if (row.quantity == Quantity::Mass) n += std::array<const char*, 3>{"", " kg", " t"}[static_cast<size_t>(below(3))];
            return n;
        }
        default: {
            const auto words = pickWords(row.name);
            return words[static_cast<size_t>(below(static_cast<int>(words.size())))];
        }
        }
    }
    std::mt19937 random_;
};

DesignState checkedDemo(const std::string& name)
{
    SilentProgress p;
    const auto standards = std::make_shared<const std::vector<Standard>>(shippedStandards());
    Frame f = test::frameOf(test::demo(name));
    const AnalysisChoice choice = choiceFor(f);
    const DesignState s = heldState(beginState(std::move(f), {}, standards, choice, p), p);
    return checkedState(s, p).first;
}
const DesignState& sedge()
{
    static const DesignState s = checkedDemo("sedge-lane");
    return s;
}
std::set<size_t> members(std::string_view text, const DesignState& s)
{
    const auto p = parsePick(text, s.frame->units);
    INFO(text << ": " << (p ? "" : p.error().sentence()));
    REQUIRE(p);
    const auto list = membersOf(*p, {*s.model, s.checked ? s.report.get() : nullptr});
    return {list.begin(), list.end()};
}
template <class F> std::set<size_t> those(const DesignState& s, F&& is)
{
    std::set<size_t> out;
    for (size_t i = 0; i < s.model->members().size(); ++i)
        if (is(i)) out.insert(i);
    return out;
}

} // namespace

TEST_CASE("picks: what is printed reads as the same tree", "[picks]")
{
    Maker make(7);
    for (int k = 0; k < 3000; ++k) {
        const Pick p = make.pick(4);
        const std::string text = printPick(p);
        CAPTURE(text);
        const auto again = parsePick(text, UnitSystem{});
        if (!again) FAIL(again.error().sentence());
        CHECK(*again == p);
        CHECK(printPick(*again) == text);
    }
    CHECK(picked("") == Pick{});
    CHECK(printPick(Pick{}).empty());
}

TEST_CASE("picks: and binds before or, not before both, words in any case", "[picks]")
{
    CHECK(printPick(picked("over or ok and warned")) == "over or ok and warned");
    CHECK(picked("over or ok and warned").kind == Pick::Kind::Either);
    CHECK(picked("over or ok and warned").parts[1].kind == Pick::Kind::Both);
    CHECK(picked("not over and ok").kind == Pick::Kind::Both);
    CHECK(picked("NOT over AND ok") == picked("not over and ok"));
    CHECK(picked("(over or ok) and warned").kind == Pick::Kind::Both);
    CHECK(picked("not (status = ok) or over").kind == Pick::Kind::Either);
    CHECK(picked("Util>0.9") == picked("util > 0.9"));
    CHECK(picked("length > 6m") == picked("length > 6 m"));
    CHECK(picked("section = \"W12X65\"") == picked("section = W12X65"));
    CHECK(picked("length > 12 ft 6 in and over").parts[0].values[0].text == "12 ft 6 in");
    for (const std::string_view text :
         {"group = \"Rafters*\" and util > 0.95", "kind = column and level in (\"+3.20\", \"+6.10\")",
          "not (status = ok) or over", "length > 6 m"})
        CHECK(printPick(picked(text)) == text);
    for (const ReadyPick& r : readyPicks())
        CHECK(printPick(picked(r.expression)) == r.expression);
}

TEST_CASE("picks: a mistake is told with its place, what is wrong and what is near", "[picks]")
{
    struct Row
    {
        std::string text;
        size_t column;
        std::string says, nearest;
    };
    const std::vector<Row> rows{
        {"grup = \"A\"", 1, "there is no name \"grup\"", "group"},
        {"over and utl > 1", 10, "did you mean util", "util"},
        {"ovr", 1, "did you mean over", "over"},
        {"kind = colum", 8, "there is no kind \"colum\"", "column"},
        {"status in (ok, ovre)", 16, "there is no status \"ovre\"", "over"},
        {"standard = aisc360-22-lfrd", 12, "there is no standard", "aisc360-22-lrfd"},
        {"group > \"A\"", 7, "compared by =, != or in", ""},
        {"length > 6 kN", 10, "\"kN\" is not a unit", ""},
        {"length > \"6\"", 10, "compared with a number", ""},
        {"util > abc", 8, "compared with a number: util > 0.9", ""},
        {"util > 1 m", 8, "util:", ""},
        {"level = high", 9, "compared with a height", ""},
        {"util", 1, "compared with something", ""},
        {"util >", 7, "a value is missing", ""},
        {"group in \"A\"", 10, "a list in brackets", ""},
        {"group in (\"A\" \"B\")", 15, "comma", ""},
        {"group in (\"A\",)", 15, "missing in the list", ""},
        {"(over", 6, "not closed", ""},
        {"over over", 6, "and, or, or the end", ""},
        {"over and", 9, "after and", ""},
        {"not", 4, "after not", ""},
        {")", 1, "a name stands here", ""},
        {"group = \"a", 9, "the quote is not closed", ""},
        {"group = \"Stütze\" annd ok", 18, "and, or, or the end", ""}, // in characters, not bytes
    };
    for (const Row& r : rows) {
        const PickFault f = faultIn(r.text);
        CAPTURE(r.text, f.sentence());
        CHECK(f.column == r.column);
        CHECK(f.words.find(r.says) != std::string::npos);
        CHECK(f.nearest == r.nearest);
    }
}

TEST_CASE("picks: no text takes the reader down", "[picks][fuzz]")
{
    std::mt19937 random(3);
    const std::vector<std::string> bits{"(", ")", "not ", "and ", "or ",  "in ",   "\"", "util", "group", " = ", " > ",   "6 m",
                                        ",", "ü", "\xff", " ",    "over", "1e999", "-",  "*",    "level", "\n",  "length"};
    for (int k = 0; k < 5000; ++k) {
        std::string text;
        for (int n = std::uniform_int_distribution<int>(0, 14)(random); n > 0; --n)
            text += bits[std::uniform_int_distribution<size_t>(0, bits.size() - 1)(random)];
        if (const auto p = parsePick(text, UnitSystem{})) {
            CAPTURE(text);
            CHECK(parsePick(printPick(*p), UnitSystem{}) == *p);
        } else {
            CHECK(p.error().at <= text.size());
            CHECK_FALSE(p.error().words.empty());
        }
    }
    CHECK_FALSE(parsePick(std::string(100'000, '('), UnitSystem{}));
    std::string nots;
    for (int k = 0; k < 5000; ++k)
        nots += "not ";
    CHECK_FALSE(parsePick(nots.substr(0, 9000) + "over", UnitSystem{}));
}

TEST_CASE("picks: whom they stand for in the depot, and what is offered", "[picks]")
{
    const DesignState& s = sedge(); // once for all
    SECTION("they stand for the members they say")
    {
        const CheckModel& m = *s.model;
        const auto result = [&](size_t i) -> const MemberResult& { return s.report->results[i]; };
        CHECK(members("", s).size() == m.members().size());
        const auto over = those(s, [&](size_t i) { return result(i).status == Status::Over; });
        REQUIRE(over.size() == 7);
        CHECK(members("over", s) == over);
        CHECK(members("status = over", s) == over);
        CHECK(members("util > 1", s) == over);
        CHECK(members("not over and util <= 1", s) == those(s, [&](size_t i) { return result(i).utilisation <= 1; }));
        CHECK(members("brief = purlin", s) == those(s, [&](size_t i) { return m.members()[i].brief == "Purlin"; })); // any case
        CHECK(members("brief = \"\"", s) == those(s, [&](size_t i) { return m.members()[i].brief.empty(); }));
        CHECK(members("brief != \"\"", s).size() + members("brief = \"\"", s).size() == m.members().size());
        CHECK(members("id = C?1", s) == those(s, [&](size_t i) {
                  const std::string& id = m.members()[i].id;
                  return id.size() == 3 && id[0] == 'C' && id[2] == '1';
              }));
        CHECK(members("length > 6 m", s) == those(s, [&](size_t i) { return m.members()[i].length > 6 + 1e-6; }));
        CHECK(members("length > 6000 mm", s) == members("length > 6", s));
        CHECK(members("mass > 0.5 t", s) == those(s, [&](size_t i) {
                  const Member& x = m.members()[i];
                  return x.length * s.frame->sections[x.section].properties.a * s.frame->materials[x.material].density > 500;
              }));
        CHECK(members("mode = interaction", s) == those(s, [&](size_t i) {
                  const CheckOutcome* g = result(i).govern();
                  return g && m.standardOf(i).row(*g)->key == "interaction";
              }));
        // Each combination that governs somewhere, and together all that have one.
        std::set<size_t> governed;
        for (const std::string& c : valuesOf(PickName::Combination, {m, s.report.get()})) {
            const auto list = members("combination = \"" + c + "\"", s);
            CHECK_FALSE(list.empty());
            governed.insert(list.begin(), list.end());
        }
        CHECK(governed == members("combination != \"none at all\"", s));
        // Kinds are apart and together everything; levels by two decimals.
        size_t kinds = 0;
        for (const std::string& k : pickWords(PickName::Kind))
            kinds += members("kind = " + k, s).size();
        CHECK(kinds == m.members().size());
        CHECK(members("kind = column", s).size() == 32);
        for (const std::string& level : valuesOf(PickName::Level, {m, s.report.get()}))
            CHECK_FALSE(members("level = \"" + level + "\"", s).empty());
        CHECK(members("level = \"+0.00\" and kind = column", s) == members("kind = column and level < 0.1 m", s));
        // Nothing is known of results before a check: no comparison fits, and neither does its opposite.
        const DesignState bare = [&] {
            DesignState b = s;
            b.checked = false;
            return b;
        }();
        CHECK(members("util > 0", bare).empty());
        CHECK(members("util <= 0", bare).empty());
        CHECK(members("mode != tension", bare).empty());
        CHECK(members("over or ok or warned or unchecked", bare).empty());
    }
    SECTION("what has changed since the analysis, and what was left out")
    {
        CHECK(members("changed", s).empty());
        Frame f = *s.frame;
        const Member& purlin = s.model->members()[*members("brief = Purlin", s).begin()];
        std::vector<int> elements;
        for (const MemberPiece& p : purlin.pieces)
            elements.push_back(p.element);
        const auto patch = applyEdit(f, SetSection{{{purlin.id, elements}}, "IPE400"});
        REQUIRE(patch);
        const DesignState next = advance(s, *patch, ResultStore{})->state;
        CHECK(members("changed", next) == std::set<size_t>{*next.model->find(purlin.id)});
        Frame g = *s.frame;
        const auto out = applyEdit(g, SetExclude{{{purlin.id, elements}}, true});
        REQUIRE(out);
        const DesignState left = advance(s, *out, ResultStore{})->state;
        CHECK(members("left-out", left) == std::set<size_t>{*left.model->find(purlin.id)});
        CHECK(members("status = left-out", left) == members("left-out", left));
        CHECK_FALSE(members("ok", left).contains(*left.model->find(purlin.id)));
    }
    SECTION("completion offers what may stand there")
    {
        const PickSource source{*s.model, s.report.get()};
        const auto has = [](const Completion& c, std::string_view w) {
            return std::find(c.words.begin(), c.words.end(), w) != c.words.end();
        };
        CHECK(has(completionsAt("", 0, source), "group"));
        CHECK(has(completionsAt("", 0, source), "over"));
        CHECK(completionsAt("gr", 2, source).words == std::vector<std::string>{"group", "grade"});
        CHECK(completionsAt("over and le", 11, source).words == std::vector<std::string>{"level", "length", "left-out"});
        CHECK(completionsAt("over and le", 11, source).from == 9);
        CHECK(completionsAt("group ", 6, source).words.front() == "=");
        CHECK(has(completionsAt("brief = ", 8, source), "\"Purlin\""));
        CHECK(completionsAt("brief = \"Pu", 11, source).words == std::vector<std::string>{"\"Purlin\""});
        CHECK(completionsAt("brief = Pu", 10, source).from == 8);
        CHECK(completionsAt("kind in (column, b", 18, source).words == std::vector<std::string>{"beam", "brace"});
        CHECK(completionsAt("over ", 5, source).words == std::vector<std::string>{"and", "or"});
        CHECK(completionsAt("util > 0.9 ", 11, source).words == std::vector<std::string>{"and", "or"});
        CHECK(completionsAt("util > ", 7, source).words.empty());
    }
}

TEST_CASE("kinds: by slope and releases, drawn either way, or by hand", "[members][kind]")
{
    const auto frame = [](double x, double z, const char* more) {
        return test::frameOf(fmt::format(
            R"({{"format":"wren-frame","version":1,"materials":[{{"id":"S","e":210000,"g":81000,"density":7850,"fy":235,"fu":360}}],
"sections":[{{"id":"A","name":"IPE200"}}],"nodes":[{{"id":"a","at":[0,0,0]}},{{"id":"b","at":[{},0,{}]}}],
"elements":[{{"id":"1","nodes":["a","b"],"section":"A","material":"S"{}}},{{"id":"2","nodes":["b","a"],"section":"A","material":"S"{}}}]}})",
            x, z, more, more));
    };
    struct Row
    {
        double x, z;
        const char* more;
        MemberKind kind;
    };
    const char *pinned = R"(,"release":{"i":["my","mz"],"j":["my","mz"]})", *axial = R"(,"behaviour":"axial")",
               *rod = R"(,"behaviour":"tension-only")";
    using K = MemberKind;
    for (const Row& r : std::vector<Row>{{0, 3, "", K::Column},
                                         {0, 3, pinned, K::Column},
                                         {0, 3, axial, K::Column},
                                         {0, 3, rod, K::Brace},
                                         {1, 3, "", K::Column},
                                         {1, 3, pinned, K::Brace},
                                         {1, 1.2, "", K::Other},
                                         {1, 1.2, pinned, K::Brace},
                                         {3, 1, "", K::Beam},
                                         {3, 1, pinned, K::Brace},
                                         {3, 0, "", K::Beam},
                                         {3, 0, pinned, K::Beam},
                                         {3, 0, axial, K::Brace},
                                         {3, 0, rod, K::Brace},
                                         {-3, 0.5, pinned, K::Beam}}) {
        const Frame f = frame(r.x, r.z, r.more);
        std::vector<Finding> findings;
        const Formed formed = formMembers(f, findings);
        REQUIRE(formed.members().size() == 2);
        CAPTURE(r.x, r.z, r.more);
        for (const Member& m : formed.members()) {
            CHECK(memberKind(f, m) == r.kind);
            CHECK(levelOf(f, m) == Approx(r.z > 0 ? 0 : r.z));
            Member hand = m;
            hand.kind = K::Other;
            CHECK(memberKind(f, hand) == K::Other);
        }
    }
}
