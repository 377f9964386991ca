// The report as a tree: what is in it, by what is chosen; and that its numbers are those of the check.
#include "core/files/frame_writer.h"
#include "core/files/report_contents.h"
#include "core/paper/fonts.h"
#include "core/project/edits.h"
#include "core/reporting/check_picture.h"
#include "core/reporting/report_pages.h"
#include "core/takeoff/take_off.h"
#include "tests/reporting/checked.h"

#include <algorithm>
#include <set>

using namespace wr;
using Catch::Matchers::Contains;
using Catch::Matchers::WithinAbs;

namespace {

const TableBlock* tableOf(const ReportTree& t, const std::string& key)
{
    static thread_local std::vector<std::vector<ReportBlock>> kept;
    const TableBlock* out = nullptr;
    walk(t.parts, [&](const ReportPart& p, int) {
        if (p.key != key || out) return;
        kept.push_back(p.content());
        for (const ReportBlock& b : kept.back())
            if (const auto* x = std::get_if<TableBlock>(&b); x && !out) out = x;
    });
    return out;
}

std::set<std::string> keysOf(const ReportTree& t)
{
    std::set<std::string> out;
    walk(t.parts, [&](const ReportPart& p, int) {
        INFO(p.key);
        CHECK(out.insert(p.key).second); // each place once
    });
    return out;
}

// Parts, tables with their columns and rows, words: what the golden file holds.
std::string outlineOf(const ReportTree& t)
{
    std::string out;
    walk(t.parts, [&](const ReportPart& p, int depth) {
        const std::string in(static_cast<size_t>(2 * depth), ' ');
        out += in + p.key + " \"" + p.title + "\"" + (p.aside.empty() ? "" : " " + p.aside) + "\n";
        for (const ReportBlock& b : p.content()) {
            if (const auto* x = std::get_if<TableBlock>(&b)) {
                out += in + "  | ";
                for (const TableColumn& c : x->table.columns)
                    out += c.name + (c.unit.empty() ? "" : " (" + c.unit + ")") + " | ";
                out += fmt::format("{} rows\n", x->table.rows.size());
                for (size_t c = 0; !x->table.rows.empty() && c < x->table.columns.size(); ++c)
                    out += (c ? " · " : in + "    ") + cellText(x->table, 0, c);
                out += x->table.rows.empty() ? "" : "\n";
            }
            if (const auto* x = std::get_if<Paragraph>(&b)) out += in + "  " + x->text + "\n";
            if (const auto* x = std::get_if<Facts>(&b))
                for (const auto& [name, value] : x->rows)
                    out += in + "  " + name + ": " + (name == "Input" || name == "Program" ? "…" : value) + "\n";
            if (const auto* x = std::get_if<Calculation>(&b)) out += fmt::format("{}  {} steps\n", in, x->trace.steps.size());
            if (const auto* x = std::get_if<PictureBlock>(&b)) out += in + "  picture: " + x->picture.about + "\n";
        }
    });
    return out;
}

} // namespace

TEST_CASE("report: the tree of the demo roof is as it was", "[reporting]")
{
    ReportChoice choice;
    choice.subject = "Roof, member checks";
    choice.by = "M. Tarn";
    choice.revision = "B";
    choice.depth["Purlins"] = ReportDepth::Full;
    choice.depth["Columns"] = ReportDepth::Summary;
    ReportInput in = test::reportOf(test::ternStreet());
    in.deep.assign(in.state.model->members().size(), 0);
    for (const char* id : {"P1L", "C1L"})
        in.deep[*in.state.model->find(id)] = 1;
    const std::string now = outlineOf(buildReport(in, choice)),
                      file = std::string(WREN_SOURCE) + "/tests/reporting/tern-street-report.txt";
    // To take a wanted change over: WREN_GOLDEN=1.
    if (std::getenv("WREN_GOLDEN")) std::ofstream(file) << now;
    CHECK(now == test::slurp(file));
}

TEST_CASE("report: every number of the table of members is that of the check, and the calculation says it again", "[reporting]")
{
    ReportChoice choice;
    choice.otherDepth = ReportDepth::Full;
    const ReportInput in = test::reportOf(test::ternStreet());
    const DesignState& s = in.state;
    const ReportTree tree = buildReport(in, choice);
    const TableBlock* all = tableOf(tree, "results.all");
    REQUIRE(all);
    REQUIRE(all->table.rows.size() == s.model->members().size());
    size_t calculations = 0, compared = 0;
    for (size_t i = 0; i < all->table.rows.size(); ++i) {
        const auto& cells = all->table.rows[i].cells;
        const MemberResult& r = s.report->results[i];
        CHECK(std::get<std::string>(cells[0]) == s.model->members()[i].id);
        CHECK(std::get<double>(cells[8]) == r.utilisation);
        CHECK(std::get<std::string>(cells[5]) == r.govern()->clause);
        CHECK(std::get<std::string>(cells[6]) == s.model->combinationOf(i, *r.govern()));
        CHECK(all->to[i] == "member." + s.model->members()[i].id);
    }
    walk(tree.parts, [&](const ReportPart& p, int) {
        if (!p.key.starts_with("member.")) return;
        ++calculations;
        const size_t i = *s.model->find(p.key.substr(7));
        // A calculation stands for each check with a demand, and its last ratio is the check's.
        std::vector<double> last;
        for (const ReportBlock& b : p.content())
            if (const auto* c = std::get_if<Calculation>(&b))
                for (auto step = c->trace.steps.rbegin(); step != c->trace.steps.rend(); ++step)
                    if (step->kind == TraceStep::Kind::Value && step->label.symbol == "ratio") {
                        last.push_back(step->value);
                        break;
                    }
        for (const double ratio : last) {
            const auto& outcomes = s.report->results[i].outcomes;
            CHECK(std::any_of(outcomes.begin(), outcomes.end(), [&](const CheckOutcome& o) {
                return std::abs(o.ratio - ratio) <= 1e-12 * std::max(1.0, ratio);
            }));
            ++compared;
        }
    });
    CHECK(calculations == 40);
    CHECK(compared > 200);
}

TEST_CASE("report: each combination alone comes to no more than the worst of all, and one of them to that", "[reporting]")
{
    ReportChoice choice;
    choice.otherDepth = ReportDepth::Full;
    choice.everyCombination = true;
    const ReportInput in = test::reportOf(test::ternStreet());
    const DesignState& s = in.state;
    size_t seen = 0;
    walk(buildReport(in, choice).parts, [&](const ReportPart& p, int) {
        if (!p.key.starts_with("member.")) return;
        const MemberResult& r = s.report->results[*s.model->find(p.key.substr(7))];
        for (const ReportBlock& b : p.content()) {
            const auto* t = std::get_if<TableBlock>(&b);
            if (!t || t->caption != "Each combination alone") continue;
            ++seen;
            CHECK(t->table.rows.size() == 7);
            double most = 0;
            for (const Table::Row& row : t->table.rows)
                if (const auto* v = std::get_if<double>(&row.cells[4])) most = std::max(most, *v);
            INFO(p.key);
            CHECK_THAT(most, WithinAbs(r.utilisation, 1e-12));
        }
    });
    CHECK(seen == 40);
}

TEST_CASE("report: a member that is no line, one that is left out and one without a group are told as they are",
          "[reporting][takeoff]")
{
    Frame f = test::frameOf(R"({"format":"wren-frame","version":1,"materials":[{"id":"M","grade":"EN 10025-2 S355"}],
"sections":[{"id":"S","name":"IPE300"}],
"nodes":[{"id":"1","at":[0,0,0],"support":{"ux":true,"uy":true,"uz":true,"rx":true,"ry":true,"rz":true}},{"id":"2","at":[4,0,0]},{"id":"3","at":[4,3,0]},
{"id":"4","at":[8,3,0],"support":{"ux":true,"uy":true,"uz":true,"rx":true,"ry":true,"rz":true}}],
"elements":[{"id":"a","nodes":["1","2"],"section":"S","material":"M"},{"id":"b","nodes":["2","3"],"section":"S","material":"M"},{"id":"c","nodes":["3","4"],"section":"S","material":"M"}],
"cases":[{"id":"G","selfWeight":1}],"combinations":[{"id":"U","terms":{"G":1.35}}],
"design":{"standard":"en1993","groups":[{"id":"none"}],"members":[{"id":"Bent","elements":["a","c"]},{"id":"Out","elements":["b"],"exclude":true,"group":"none"}]}})");
    ReportInput in = test::reportOf(test::wholeState(f));
    ReportChoice choice;
    choice.otherDepth = ReportDepth::Full;
    const ReportTree tree = buildReport(in, choice);
    keysOf(tree);
    const TableBlock* unchecked = tableOf(tree, "results.unchecked");
    REQUIRE(unchecked);
    CHECK(std::get<std::string>(unchecked->table.rows.at(0).cells[0]) == "Bent");
    CHECK_THAT(std::get<std::string>(unchecked->table.rows.at(0).cells[3]), Contains("line"));
    const TableBlock* all = tableOf(tree, "results.all");
    REQUIRE(all);
    bool out = false;
    for (const auto& row : all->table.rows)
        out |= std::get<std::string>(row.cells[0]) == "Out" && std::get<std::string>(row.cells[9]) == "left out";
    CHECK(out);
    SilentProgress p;
    CHECK(ReportPages(tree, p).count() > 5);
    CHECK_THAT(takeOff(*in.state.model, TakeOffBy::Level).total.length, WithinAbs(11.0, 1e-9));
}

TEST_CASE("report: the steel of a member is the one it is checked with, also where its brief states another",
          "[reporting][takeoff]")
{
    Frame f = *test::ternStreet().frame;
    Brief b;
    b.id = "old steel";
    b.grade = "EN 10025-2 S235";
    f.design.briefs.push_back(b);
    bool given = false;
    for (DesignMember& m : f.design.members.edit())
        if (m.id == "P1L") m.brief = b.id, given = true;
    REQUIRE(given);
    const ReportInput in = test::reportOf(test::wholeState(f));
    ReportChoice choice;
    choice.members = {"P1L", "P1R"};
    const auto lineOf = [&](const std::string& member) {
        std::string out;
        walk(buildReport(in, choice).parts, [&](const ReportPart& p, int) {
            if (p.key == "member." + member) out = std::get<Paragraph>(p.content().front()).text;
        });
        return out;
    };
    CHECK_THAT(lineOf("P1L"), Contains("S235") && !Contains("S355") && Contains("brief old steel"));
    CHECK_THAT(lineOf("P1R"), Contains("S355") && Contains("no brief"));
    const TakeOff t = takeOff(*in.state.model, TakeOffBy::Grade);
    const auto old =
        std::find_if(t.lines.begin(), t.lines.end(), [](const TakeOffLine& l) { return l.name == "EN 10025-2 S235"; });
    REQUIRE(old != t.lines.end());
    CHECK(old->pieces == 1);
    // Who is checked by which brief stands in the report.
    const TableBlock* briefs = tableOf(buildReport(in, choice), "briefs.members");
    REQUIRE(briefs);
    CHECK(briefs->table.rows.size() == in.state.model->members().size());
}

TEST_CASE("report: the log of sizing stands in it, a row a round", "[reporting]")
{
    ReportInput in = test::reportOf(test::ternStreet());
    SettleRound first;
    first.round = 1;
    first.mass = 3547;
    first.top = 0.92;
    SettleRound second = first;
    second.round = 2;
    second.mass = 2716;
    in.rounds = {first, second};
    const TableBlock* t = tableOf(buildReport(in, {}), "changes.rounds");
    REQUIRE(t);
    CHECK(t->table.rows.size() == 2);
}

TEST_CASE("report: what is left out is not there, and takes what is in it along", "[reporting]")
{
    const ReportInput in = test::reportOf(test::ternStreet());
    std::set<std::string> topics;
    for (const ReportTopic& t : reportTopics())
        CHECK(topics.insert(t.key).second);
    const auto whole = keysOf(buildReport(in, {}));
    for (const char* key :
         {"cover", "basis.stability", "frame.loads", "members.lengths", "results.groups", "findings", "takeoff.sections"})
        CHECK(whole.contains(key));
    CHECK_FALSE(whole.contains("calculations")); // every member by a line
    CHECK_FALSE(whole.contains("changes"));      // nothing to tell of
    ReportChoice less;
    less.without = {"basis", "frame.loads", "takeoff.levels"};
    const auto part = keysOf(buildReport(in, less));
    for (const char* key : {"basis", "basis.stability", "frame.loads", "takeoff.levels"})
        CHECK_FALSE(part.contains(key));
    CHECK(part.contains("frame.combinations"));
    ReportChoice frameless;
    frameless.without = {"frame"};
    CHECK_FALSE(frameless.holds("frame.loads"));
    CHECK(frameless.holds("frames"));
    // Depth by group; without the calculations nothing leads to them.
    ReportChoice deep;
    deep.depth["Columns"] = ReportDepth::Full;
    deep.depth["Rafters"] = ReportDepth::Summary;
    const ReportTree tree = buildReport(in, deep);
    const auto keys = keysOf(tree);
    CHECK(std::count_if(keys.begin(), keys.end(), [](const std::string& k) { return k.starts_with("member."); }) == 16);
    deep.without = {"calculations"};
    for (const std::string& to : tableOf(buildReport(in, deep), "results.all")->to)
        CHECK(to.empty());
}

TEST_CASE("report: what changed is told against another state, and what was over then", "[reporting]")
{
    ReportInput in = test::reportOf(test::ternStreet());
    Frame weaker = *in.state.frame;
    for (FrameSection& s : weaker.sections.edit())
        if (s.name == "IPE120") {
            s.name = "IPE100";
            s.shape = shippedCatalogue().find("IPE100")->shape;
            s.properties = computeProperties(s.shape);
        }
    in.against = test::wholeState(std::move(weaker));
    in.againstName = "before";
    const ReportTree tree = buildReport(in, {});
    const TableBlock* t = tableOf(tree, "changes.members");
    REQUIRE(t);
    // The purlins crossed the limit and stand first.
    CHECK(std::get<std::string>(t->table.rows.front().cells[2]) == "IPE100");
    CHECK(std::get<std::string>(t->table.rows.front().cells[3]) == "IPE120");
    CHECK(std::get<std::string>(t->table.rows.front().cells[7]) == "came right");
    CHECK(std::get<double>(t->table.rows.front().cells[5]) > 1);
    CHECK(std::get<double>(t->table.rows.front().cells[6]) < 1);
    // Rows and calculations of what differs are marked, others are not; the pages have a bar beside each.
    const TableBlock* all = tableOf(tree, "results.all");
    REQUIRE(all);
    REQUIRE(all->changed.size() == all->table.rows.size());
    size_t marked = 0;
    for (size_t r = 0; r < all->changed.size(); ++r) {
        const std::string& id = std::get<std::string>(all->table.rows[r].cells[0]);
        const bool differs = std::any_of(t->table.rows.begin(), t->table.rows.end(),
                                         [&](const Table::Row& x) { return std::get<std::string>(x.cells[0]) == id; });
        CHECK((all->changed[r] != 0) == differs);
        marked += differs;
    }
    CHECK(marked >= 10); // the purlins
    SilentProgress silent;
    ReportChoice one;
    one.without = {"cover",     "basis",          "frame",        "members",
                   "briefs",    "results.groups", "results.over", "results.unchecked",
                   "movements", "changes",        "findings",     "takeoff"};
    const auto bars = [&](const ReportTree& of) {
        const ReportPages pages(of, silent);
        size_t n = 0;
        for (size_t k = 0; k < pages.count(); ++k)
            for (const Mark& m : pages.page(k).marks)
                if (const auto* p = std::get_if<PathMark>(&m))
                    n += p->width == 1.6 && p->stroke == inks::current && p->spots[0].x == pages.style().left - 10;
        return n;
    };
    CHECK(bars(buildReport(in, one)) == marked);
    one.members = {std::get<std::string>(t->table.rows.front().cells[0])};
    CHECK(bars(buildReport(in, one)) >= marked + 1); // its calculation, on every page of it
    in.against.reset();
    CHECK(bars(buildReport(in, one)) == 0);
    // Then and now of the steel: the difference is that of the two masses.
    in.against = test::wholeState(*in.state.frame);
    CHECK(tableOf(buildReport(in, {}), "takeoff.changes") != nullptr);
    // Bars to buy: as much as is used, or more.
    const TableBlock* bars12 = tableOf(buildReport(in, {}), "takeoff.bars");
    REQUIRE(bars12);
    CHECK(bars12->table.rows.size() >= 5);
}

TEST_CASE("report: what governs is drawn: today's strength stands on its curve, every combination against the surface",
          "[reporting]")
{
    size_t curves = 0, surfaces = 0;
    for (const char* standard : {"aisc360-22-lrfd", "en1993"}) {
        Frame f = *test::ternStreet().frame;
        f.design.standard = standard;
        for (Combination& c : f.combinations.edit())
            if (!c.basis.empty()) c.basis = shippedStandard(standard)->basis;
        const DesignState s = test::wholeState(f);
        for (size_t i = 0; i < s.model->members().size(); ++i)
            for (const CheckOutcome& o : s.report->results[i].outcomes) {
                if (!o.ofForces() || o.status == Status::Unchecked) continue;
                if (const auto c = s.model->lengthCurve(i, o)) {
                    ++curves;
                    const Picture p = lengthPicture(*c, f.units, 480, paperFonts());
                    // The ring of today's strength lies on the curve, to a pixel.
                    const PathMark *ring = nullptr, *curve = nullptr;
                    for (const Mark& m : p.marks)
                        if (const auto* path = std::get_if<PathMark>(&m)) {
                            if (path->fill == inks::white) ring = path;
                            if (path->stroke && path->width == 1.2) curve = path;
                        }
                    REQUIRE(ring);
                    REQUIRE(curve);
                    Spot low{1e9, 1e9}, high{-1e9, -1e9};
                    for (const Spot& q : ring->spots)
                        low = {std::min(low.x, q.x), std::min(low.y, q.y)},
                        high = {std::max(high.x, q.x), std::max(high.y, q.y)};
                    const Spot centre{(low.x + high.x) / 2, (low.y + high.y) / 2};
                    double nearest = 1e9;
                    for (size_t k = 0; k + 1 < curve->spots.size(); ++k) {
                        const Spot &a = curve->spots[k], &b = curve->spots[k + 1];
                        const double l2 = std::pow(b.x - a.x, 2) + std::pow(b.y - a.y, 2);
                        const double t =
                            l2 > 0
                                ? std::clamp(((centre.x - a.x) * (b.x - a.x) + (centre.y - a.y) * (b.y - a.y)) / l2, 0.0, 1.0)
                                : 0;
                        nearest =
                            std::min(nearest, std::hypot(a.x + t * (b.x - a.x) - centre.x, a.y + t * (b.y - a.y) - centre.y));
                    }
                    INFO(standard << " " << s.model->members()[i].id << " " << c->title);
                    CHECK(nearest < 1.0);
                }
                if (const auto d = s.model->interactionDiagram(i, o)) {
                    ++surfaces;
                    const Picture p = interactionPicture(*d, o.set, f.units, 480, paperFonts());
                    size_t points = 0;
                    for (const Mark& m : p.marks)
                        if (const auto* path = std::get_if<PathMark>(&m)) points += path->fill.has_value();
                    CHECK(points == d->points.size());
                }
            }
    }
    CHECK(curves > 50);
    CHECK(surfaces > 50);
}

TEST_CASE("report: its fingerprint tells inputs apart, and forces of other sizes are told on every page", "[reporting]")
{
    const DesignState& s = test::ternStreet();
    const std::string print = inputFingerprint(s);
    CHECK(print.size() == 12);
    CHECK(print == inputFingerprint(test::wholeState(test::frameOf(test::demo("tern-street")))));
    Frame f = *s.frame;
    f.cases.edit().front().selfWeight = 1.01;
    CHECK(inputFingerprint(test::wholeState(f)) != print);
    f = *s.frame;
    f.nodes.edit().front().at.z += 0.001;
    CHECK(inputFingerprint(test::wholeState(f)) != print);
    const ReportTree tree = buildReport(test::reportOf(s), {});
    CHECK_THAT(tree.foot, Contains(print) && Contains("AISC 360-22 LRFD") && Contains("first-order forces"));
    DesignState other = s;
    Frame grown = *s.frame;
    grown.sections.edit().front().properties.a *= 1.1;
    other.frame = std::make_shared<const Frame>(grown);
    CHECK_THAT(buildReport(test::reportOf(other), {}).foot, Contains("OTHER SIZES"));
}

TEST_CASE("report: what it holds is kept with the frame, undone, and read from a file of contents", "[reporting][files]")
{
    Frame f = *test::ternStreet().frame;
    const Frame before = f;
    ReportChoice c;
    c.subject = "Roof";
    c.forWhom = "the market \"board\"";
    c.without = {"basis.stability"};
    c.depth = {{"Columns", ReportDepth::Full}, {"", ReportDepth::Summary}};
    c.otherDepth = ReportDepth::Summary;
    c.pick = "util > 0.9";
    c.letter = c.everyCombination = true;
    c.formats = {"pdf", "xlsx"};
    const auto patch = applyEdit(f, SetReport{c});
    REQUIRE(patch.has_value());
    CHECK(f.design.report == c);
    CHECK(applyEdit(f, SetReport{c}).error() == "that is what the report holds already");
    const std::string written = writeFrame(f);
    CHECK(test::frameOf(written).design.report == c);
    REQUIRE(applyPatch(f, inverseOf(*patch)));
    CHECK(f == before);
    CHECK_THAT(writeFrame(before), !Contains("\"report\""));
    CHECK(*readContents(writeContents(c)) == c);
    CHECK(readContents("{").error() == "it is no JSON");
    CHECK(readContents("[]").error() == "an object with the keys of \"report\" was expected");
    CHECK_THAT(readContents(R"({"depth":{"Columns":"deep"}})").error(),
               Contains("/depth/Columns") && Contains("line, summary, full"));
    CHECK_THAT(readContents(R"({"pages":3})").error(), Contains("pages"));
    CHECK_THAT(readContents(R"({"paper":"a3"})").error(), Contains("a4, letter"));
}
