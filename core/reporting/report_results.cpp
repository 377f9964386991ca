// Results: by group, over and warned, unchecked, all; and the calculations of members.
#include "core/checking/steel_name.h"
#include "core/paper/fonts.h"
#include "core/reporting/check_picture.h"
#include "core/reporting/member_picture.h"
#include "core/reporting/page_setter.h"
#include "core/reporting/report_parts.h"
#include "core/sizing/plan_groups.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>
#include <map>

namespace wr {

namespace {

// No more than the rounding of an analysis (1e-6 N, N·m): nothing acts.
bool acts(const CheckOutcome& o)
{
    constexpr double kDust = 1e-6;
    return std::abs(o.demand) > (o.quantity == Quantity::Force || o.quantity == Quantity::Moment ? kDust : 0.0);
}

std::string reasonOf(const MemberResult& r)
{
    for (const CheckOutcome& o : r.outcomes)
        if (o.status == Status::Unchecked && !o.reason.empty()) return o.reason;
    return r.notes.empty() ? "" : r.notes.back();
}

std::string warningOf(const MemberResult& r)
{
    for (const CheckOutcome& o : r.outcomes)
        if (o.status == Status::Warned && !o.reason.empty()) return o.reason;
    return r.notes.empty() ? "" : r.notes.back();
}

// Members in the order of the list; over before unchecked, the larger ratio first.
bool worse(const MemberResult& a, const MemberResult& b)
{
    const auto rank = [](const MemberResult& r) {
        return r.status == Status::Over ? 2 : r.status == Status::Unchecked ? 1 : 0;
    };
    return std::pair(rank(a), a.utilisation) > std::pair(rank(b), b.utilisation);
}

bool counts(const ReportContext& c, size_t i)
{
    return !c.model.members()[i].exclude && i < c.report.results.size();
}

std::map<std::string, std::vector<size_t>> groupsOf(const ReportContext& c)
{
    std::map<std::string, std::vector<size_t>> out;
    for (size_t i = 0; i < c.model.members().size(); ++i)
        if (counts(c, i)) out[c.model.members()[i].group].push_back(i);
    return out;
}

TableBlock checksTable(const ReportContext& c, size_t member)
{
    const MemberResult& r = c.report.results[member];
    const Standard& s = c.model.standardOf(member);
    TableBlock b;
    b.table.columns = {{"Check", ""},  {"Clause", ""},     {"Combination", ""}, {"At", c.units.length, 3},
                       {"Demand", ""}, {"Resistance", ""}, {"Ratio", "", 3},    {"", ""}};
    b.ratio = 6;
    for (const CheckOutcome& o : r.outcomes) {
        if (o.status == Status::NotApplicable) continue;
        const CheckRow& row = s.checks[static_cast<size_t>(o.check)];
        Table::Row x;
        const bool known = o.status != Status::Unchecked;
        x.cells = {std::string(row.title), std::string(o.clause.empty() ? row.chapter : o.clause),
                   o.ofForces() ? c.model.combinationOf(member, o) : std::string()};
        if (o.ofForces())
            x.cells.emplace_back(c.units.show(Quantity::Length, o.at));
        else
            x.cells.emplace_back(std::string());
        x.cells.emplace_back(known ? c.units.text(o.quantity, acts(o) ? o.demand : 0.0) : std::string());
        x.cells.emplace_back(known ? c.units.text(o.quantity, o.capacity) : std::string());
        if (known)
            x.cells.emplace_back(o.ratio);
        else
            x.cells.emplace_back(std::string("–"));
        x.cells.emplace_back(known ? std::string(statusWord(o.status)) : "unchecked: " + o.reason);
        b.table.rows.push_back(std::move(x));
        b.tones.push_back(toneOf(o.status));
    }
    return b;
}

// What each strength combination alone comes to.
TableBlock byCombination(const ReportContext& c, size_t member)
{
    TableBlock b;
    b.caption = "Each combination alone";
    b.table.columns = {
        {"Combination", ""}, {"Governing check", ""}, {"Clause", ""}, {"At", c.units.length, 3}, {"Ratio", "", 3}};
    b.ratio = 4;
    const Standard& s = c.model.standardOf(member);
    int last = -1;
    for (const TableSet set : c.model.setsOf(member)) {
        const int k = c.model.forces().sets[set.at()].combination;
        if (k == last) continue;
        last = k;
        CheckReport one;
        SilentProgress silent;
        const std::array<size_t, 1> which{member};
        if (!c.model.checkAll(one, silent, which, k)) continue;
        const MemberResult& r = one.results[member];
        const CheckOutcome* g = r.govern();
        Table::Row row;
        row.cells = {c.frame.combinations[static_cast<size_t>(k)].id};
        if (!g || r.status == Status::Unchecked) {
            row.cells.insert(row.cells.end(), {std::string("unchecked"), std::string(), std::string(), std::string("–")});
        } else
            row.cells.insert(row.cells.end(), {std::string(s.row(*g)->title), std::string(g->clause),
                                               c.units.show(Quantity::Length, g->at), r.utilisation});
        b.table.rows.push_back(std::move(row));
        b.tones.push_back(toneOf(r.status));
    }
    return b;
}

std::string verdictOf(const MemberResult& r)
{
    return r.status == Status::Unchecked ? "unchecked"
                                         : fmt::format("{} {}", statusWord(r.status), significant(r.utilisation, 3));
}

std::vector<ReportBlock> summaryBlocks(const ReportContext& c, size_t i, bool whole)
{
    const Member& m = c.model.members()[i];
    const MemberResult& r = c.report.results[i];
    std::vector<ReportBlock> out;
    std::string line = fmt::format("{} · {} · {}", sectionNameOf(c.frame, m.section), steelName(c.model, i),
                                   c.units.text(Quantity::Length, m.length));
    if (!m.group.empty()) line += " · group " + m.group;
    line += m.brief.empty() ? " · no brief" : " · brief " + m.brief;
    line +=
        fmt::format(" · {} · {}", c.model.standardOf(i).title,
                    m.pieces.size() == 1 ? std::string("1 element") : fmt::format("{} elements in one line", m.pieces.size()));
    out.emplace_back(Paragraph{line, Paragraph::Look::Plain, Tone::Plain});
    for (const std::string& note : r.notes)
        out.emplace_back(Paragraph{note, Paragraph::Look::Note, Tone::Plain});
    if (m.broken.empty() && whole)
        out.emplace_back(
            PictureBlock{memberPicture(c.model, i, r.govern(), pageStyle(c.choice.letter).width(), paperFonts()), ""});
    if (!m.broken.empty()) out.emplace_back(Paragraph{"Unchecked: " + m.broken, Paragraph::Look::Plain, Tone::Unchecked});
    out.emplace_back(checksTable(c, i));
    return out;
}

// The whole calculation: every check that has a demand, as its trace says it.
std::vector<ReportBlock> fullBlocks(const ReportContext& c, size_t i)
{
    std::vector<ReportBlock> out = summaryBlocks(c, i, true);
    const MemberResult& r = c.report.results[i];
    const Standard& s = c.model.standardOf(i);
    if (c.choice.everyCombination) out.emplace_back(byCombination(c, i));
    for (const CheckOutcome& o : r.outcomes) {
        if (o.status == Status::NotApplicable || o.status == Status::Unchecked || !acts(o)) continue;
        const CheckRow& row = s.checks[static_cast<size_t>(o.check)];
        std::string words = fmt::format("{}: {}, {}", row.title, significant(o.ratio), statusWord(o.status));
        if (o.ofForces())
            words += fmt::format(" · {} at {}", c.model.combinationOf(i, o), c.units.text(Quantity::Length, o.at));
        out.emplace_back(Paragraph{words, Paragraph::Look::Lead, o.status == Status::Over ? Tone::Over : Tone::Plain});
        out.emplace_back(Calculation{c.model.explain(i, o)});
        if (&o != r.govern()) continue;
        // What governs is drawn as well: strength over length, or all combinations against the surface.
        const double width = pageStyle(c.choice.letter).width();
        if (const auto curve = c.model.lengthCurve(i, o))
            out.emplace_back(PictureBlock{lengthPicture(*curve, c.units, width, paperFonts()), ""});
        if (const auto diagram = c.model.interactionDiagram(i, o))
            out.emplace_back(PictureBlock{interactionPicture(*diagram, o.set, c.units, width, paperFonts()), ""});
    }
    return out;
}

} // namespace

TableBlock memberLines(const ReportContext& c, const std::vector<size_t>& members)
{
    TableBlock b;
    b.ratio = kMemberRatio;
    b.table.columns = {{"Member", ""},          {"Group", ""},  {"Section", ""},     {"Length", c.units.length, 2},
                       {"Governing check", ""}, {"Clause", ""}, {"Combination", ""}, {"At", c.units.length, 2},
                       {"Ratio", "", 3},        {"", ""}};
    for (const size_t i : members) {
        const Member& m = c.model.members()[i];
        const MemberResult& r = c.report.results[i];
        const CheckOutcome* g = r.status == Status::Unchecked ? nullptr : r.govern();
        Table::Row row;
        row.element = m.pieces.front().element;
        row.cells = {m.id, m.group, sectionNameOf(c.frame, m.section), c.units.show(Quantity::Length, m.length)};
        if (g) {
            row.cells.emplace_back(std::string(c.model.standardOf(i).row(*g)->title));
            row.cells.emplace_back(std::string(g->clause));
            row.cells.emplace_back(g->ofForces() ? c.model.combinationOf(i, *g) : std::string());
            if (g->ofForces())
                row.cells.emplace_back(c.units.show(Quantity::Length, g->at));
            else
                row.cells.emplace_back(std::string());
            row.cells.emplace_back(r.utilisation);
        } else
            row.cells.insert(row.cells.end(), {std::string(), std::string(), std::string(), std::string(), std::string("–")});
        row.cells.emplace_back(std::string(m.exclude ? "left out" : statusWord(r.status)));
        b.table.rows.push_back(std::move(row));
        if (!c.changed.empty()) b.changed.push_back(c.changed.contains(m.id));
        b.tones.push_back(m.exclude ? Tone::Plain : toneOf(r.status));
        b.to.push_back(c.depthOf(i) == ReportDepth::Line || !c.choice.holds("calculations") ? "" : memberKey(m.id));
    }
    return b;
}

ReportPart resultsPart(const ReportContext& c)
{
    ReportPart p = topicPart("results");
    if (c.choice.holds("results.groups")) {
        std::vector<ReportBlock> blocks;
        std::vector<size_t> worst;
        TableBlock b;
        for (const auto& [group, members] : groupsOf(c))
            worst.push_back(*std::min_element(members.begin(), members.end(), [&](size_t x, size_t y) {
                return worse(c.report.results[x], c.report.results[y]);
            }));
        b = memberLines(c, worst);
        // The group first, with how many it has.
        size_t k = 0;
        for (const auto& [group, members] : groupsOf(c)) {
            auto& cells = b.table.rows[k++].cells;
            std::swap(cells[0], cells[1]);
            cells[0] = group.empty() ? std::string("in no group") : group;
            cells[3] = static_cast<double>(members.size());
        }
        b.table.columns[0].name = "Group", b.table.columns[1].name = "Worst member";
        b.table.columns[3] = {"Members", "", 0};
        if (!worst.empty()) blocks.emplace_back(std::move(b));
        addTopic(p, c, "results.groups", std::move(blocks));
    }
    const auto pickOf = [&](auto&& takes) {
        std::vector<size_t> out;
        for (size_t i = 0; i < c.model.members().size(); ++i)
            if (counts(c, i) && takes(c.report.results[i])) out.push_back(i);
        std::stable_sort(out.begin(), out.end(),
                         [&](size_t a, size_t b) { return worse(c.report.results[a], c.report.results[b]); });
        return out;
    };
    if (c.choice.holds("results.over")) {
        const auto list = pickOf([](const MemberResult& r) { return r.status == Status::Over || r.status == Status::Warned; });
        std::vector<ReportBlock> blocks;
        if (list.empty())
            blocks.emplace_back(
                Paragraph{"No member is over its limit and none is warned.", Paragraph::Look::Plain, Tone::Good});
        else {
            blocks.emplace_back(memberLines(c, list));
            // Each reason once, with whom it is about.
            std::vector<std::pair<std::string, std::vector<size_t>>> reasons;
            for (const size_t i : list) {
                if (c.report.results[i].status != Status::Warned) continue;
                const std::string why = warningOf(c.report.results[i]);
                if (why.empty()) continue;
                const auto it = std::find_if(reasons.begin(), reasons.end(), [&](const auto& r) { return r.first == why; });
                if (it == reasons.end())
                    reasons.push_back({why, {i}});
                else
                    it->second.push_back(i);
            }
            for (const auto& [why, about] : reasons) {
                constexpr size_t kNamed = 12;
                std::string names;
                for (size_t k = 0; k < std::min(about.size(), kNamed); ++k)
                    names += (k ? ", " : "") + c.model.members()[about[k]].id;
                if (about.size() > kNamed) names += fmt::format(" and {} more", about.size() - kNamed);
                blocks.emplace_back(Paragraph{names + ": " + why, Paragraph::Look::Note, Tone::Warned});
            }
        }
        addTopic(p, c, "results.over", std::move(blocks));
    }
    if (c.choice.holds("results.unchecked")) {
        const auto list = pickOf([](const MemberResult& r) { return r.status == Status::Unchecked; });
        std::vector<ReportBlock> blocks;
        if (list.empty())
            blocks.emplace_back(Paragraph{"No member is unchecked.", Paragraph::Look::Plain, Tone::Good});
        else {
            TableBlock t;
            t.table.columns = {{"Member", ""}, {"Group", ""}, {"Section", ""}, {"Why", ""}};
            for (const size_t i : list) {
                const Member& m = c.model.members()[i];
                t.table.rows.push_back({{m.id, m.group, sectionNameOf(c.frame, m.section), reasonOf(c.report.results[i])}});
            }
            blocks.emplace_back(std::move(t));
        }
        addTopic(p, c, "results.unchecked", std::move(blocks));
    }
    if (c.choice.holds("results.all")) {
        std::vector<size_t> all;
        for (size_t i = 0; i < std::min(c.model.members().size(), c.report.results.size()); ++i)
            all.push_back(i);
        TableBlock b = memberLines(c, all);
        for (const size_t i : all)
            b.here.push_back(memberLine(c.model.members()[i].id));
        addTopic(p, c, "results.all", {std::move(b)});
    }
    return p;
}

ReportPart calculationsPart(const ReportContext& c)
{
    ReportPart p = topicPart("calculations");
    for (const auto& [group, members] : groupsOf(c)) {
        ReportPart g;
        g.key = "calculations." + group; // "calculations." of those in none
        g.title = group.empty() ? "In no group" : group;
        if (!c.choice.holds(g.key)) continue;
        for (const size_t i : members) {
            const ReportDepth depth = c.depthOf(i);
            if (depth == ReportDepth::Line) continue;
            const Member& m = c.model.members()[i];
            ReportPart x;
            x.key = memberKey(m.id);
            x.title = m.id;
            x.aside = verdictOf(c.report.results[i]);
            x.tone = toneOf(c.report.results[i].status);
            x.changed = c.changed.contains(m.id);
            if (c.choice.holds("results.all")) x.back = memberLine(m.id);
            x.ownPages = depth == ReportDepth::Full;
            // The state is kept alive by the pieces it is made of.
            const auto later = [state = c.in.state, choice = c.choice, i, depth] {
                ReportInput in;
                in.state = state;
                const ReportContext own(in, choice);
                return depth == ReportDepth::Full ? fullBlocks(own, i) : summaryBlocks(own, i, false);
            };
            x.later = later;
            g.parts.push_back(std::move(x));
        }
        // Summaries stand under the group's heading, one after the other; calculations each on pages of their own behind them.
        std::stable_partition(g.parts.begin(), g.parts.end(), [](const ReportPart& x) { return !x.ownPages; });
        g.ownPages = true;
        if (!g.parts.empty()) p.parts.push_back(std::move(g));
    }
    return p;
}

} // namespace wr
