// Members with what holds them and their effective lengths; findings; take-off; what changed.
#include "core/members/holds.h"
#include "core/project/compare.h"
#include "core/reporting/report_parts.h"
#include "core/reporting/size_tables.h"
#include "core/reporting/take_off_tables.h"
#include "core/restraint/found_holds.h"
#include "core/sizing/plan_groups.h"

#include <algorithm>
#include <fmt/format.h>

namespace wr {

namespace {

std::string_view wayOf(const LaneSegment& s)
{
    if (s.continuous) return "held all along";
    switch (s.source) {
    case LengthSource::System: return "its own length";
    case LengthSource::Ends: return "its ends";
    case LengthSource::FrameSway: return "frame, sways";
    case LengthSource::FrameBraced: return "frame, braced";
    case LengthSource::Buckling: return "buckling of the frame";
    case LengthSource::Brief: return "brief";
    case LengthSource::Stated: return "by hand";
    }
    return "";
}

// "2 × 3.000 (its own length)", "6.000 · K 1.35 (frame, sways)": segments that are alike once.
std::string laneWords(const std::vector<LaneSegment>& lane, const UnitSystem& u)
{
    std::string out;
    for (size_t k = 0; k < lane.size();) {
        const auto words = [&](const LaneSegment& s) {
            if (s.continuous) return std::string("held all along");
            std::string w = u.text(Quantity::Length, s.length, false);
            const double own = s.span() + s.beyond;
            if (std::abs(s.length - own) > 1e-6 * std::max(own, 1.0))
                w += fmt::format(" = {} × {}", significant(s.length / std::max(own, 1e-9), 3),
                                 u.text(Quantity::Length, own, false));
            return w + fmt::format(" ({})", s.cantilever ? "free end" : wayOf(s));
        };
        const std::string first = words(lane[k]);
        size_t n = 1;
        while (k + n < lane.size() && words(lane[k + n]) == first)
            ++n;
        out += (out.empty() ? "" : ", ") + (n > 1 ? fmt::format("{} × {}", n, first) : first);
        k += n;
    }
    return out;
}

} // namespace

ReportPart membersPart(const ReportContext& c)
{
    ReportPart p = topicPart("members");
    if (c.choice.holds("members.lengths")) {
        TableBlock b;
        b.table.columns = {{"Member", ""},
                           {"Length", c.units.length, 3},
                           {"Major axis", c.units.length},
                           {"Minor axis", c.units.length},
                           {"Top flange", c.units.length},
                           {"Bottom flange", c.units.length},
                           {"Twist", c.units.length}};
        for (size_t i = 0; i < c.model.members().size(); ++i) {
            const Member& m = c.model.members()[i];
            if (m.exclude || !m.broken.empty()) continue;
            const Lanes& l = c.model.lanes(i);
            Table::Row row;
            row.cells = {m.id, c.units.show(Quantity::Length, m.length)};
            for (const LengthAxis a :
                 {LengthAxis::Major, LengthAxis::Minor, LengthAxis::Top, LengthAxis::Bottom, LengthAxis::Torsion})
                row.cells.emplace_back(laneWords(l.of(a), c.units));
            b.table.rows.push_back(std::move(row));
        }
        if (!b.table.rows.empty()) addTopic(p, c, "members.lengths", {std::move(b)});
    }
    if (c.choice.holds("members.holds")) {
        TableBlock b;
        b.table.columns = {{"Member", ""}, {"At", c.units.length, 3}, {"Holds", ""}, {"Because", ""}};
        for (size_t i = 0; i < c.model.members().size(); ++i) {
            const Member& m = c.model.members()[i];
            if (m.exclude || !m.broken.empty()) continue;
            for (const HoldPoint& h : c.model.holds(i).points) {
                std::string held;
                const auto add = [&](bool is, const char* name) {
                    if (is) held += (held.empty() ? "" : ", ") + std::string(name);
                };
                if (h.held == kFork)
                    held = "all";
                else
                    add(h.held.major, "major"), add(h.held.minor, "minor"), add(h.held.top, "top"),
                        add(h.held.bottom, "bottom"), add(h.held.twist, "twist");
                b.table.rows.push_back({{m.id, c.units.show(Quantity::Length, h.at), held.empty() ? "nothing" : held,
                                         holdWords(c.frame, c.model.forces(), h)}});
            }
            for (const HeldStretch& s : c.model.holds(i).stretches)
                b.table.rows.push_back(
                    {{m.id, c.units.show(Quantity::Length, s.from), "all along to " + c.units.text(Quantity::Length, s.to),
                      std::string(s.origin == HoldOrigin::Brief ? "by its brief" : "by hand")}});
        }
        if (!b.table.rows.empty()) addTopic(p, c, "members.holds", {std::move(b)});
    }
    return p;
}

ReportPart changesPart(const ReportContext& c)
{
    ReportPart p = topicPart("changes");
    if (!c.in.rounds.empty()) addTopic(p, c, "changes.rounds", {TableBlock{.table = roundsTable(c.in.rounds, c.units)}});
    if (!c.in.against || !c.choice.holds("changes.members")) return p;
    const Comparison all = compareStates(*c.in.against, c.in.state);
    TableBlock b;
    b.caption = "Against " + c.in.againstName;
    b.table.columns = {{"Member", ""},
                       {"Group", ""},
                       {"Section then", ""},
                       {"Section now", ""},
                       {"Mass", c.units.mass, 0},
                       {"Ratio then", "", 3},
                       {"Ratio now", "", 3},
                       {"", ""}};
    b.ratio = 6;
    for (const MemberChange& m : all.members) { // what crossed the limit first, then the largest change
        if (m.kind == MemberChange::Kind::Same) continue;
        b.table.rows.push_back(
            {{m.id, m.group, m.sectionThen, m.sectionNow, c.units.show(Quantity::Mass, m.massNow - m.massThen), m.ratioThen,
              m.ratioNow, std::string(changeWord(m.kind))}});
        b.tones.push_back(toneOf(m.statusNow));
    }
    std::vector<ReportBlock> blocks;
    blocks.emplace_back(Paragraph{all.same() ? "Nothing differs." : all.sentence() + ".", Paragraph::Look::Plain, Tone::Plain});
    if (!b.table.rows.empty()) blocks.emplace_back(std::move(b));
    addTopic(p, c, "changes.members", std::move(blocks));
    return p;
}

ReportPart findingsPart(const ReportContext& c)
{
    ReportPart p = topicPart("findings");
    if (!c.choice.holds("findings")) return p;
    const std::vector<AuditRow> rows = auditRows(c.in.state);
    TableBlock open, accepted;
    open.caption = "Open";
    open.table.columns = {{"", ""}, {"About", ""}, {"Finding", ""}};
    accepted.caption = "Accepted";
    accepted.table.columns = {{"", ""}, {"About", ""}, {"Finding", ""}, {"Accepted because", ""}, {"By", ""}, {"On", ""}};
    for (const Severity level : {Severity::Error, Severity::Warning, Severity::Note})
        for (const AuditRow& r : rows) {
            if (r.finding.severity != level) continue;
            Table::Row row{{std::string(severityWord(level)), r.finding.subject, r.finding.text}};
            const Tone tone = level == Severity::Error ? Tone::Over : level == Severity::Warning ? Tone::Warned : Tone::Plain;
            if (r.accepted) {
                row.cells.insert(row.cells.end(), {r.accepted->reason, r.accepted->name, r.accepted->date});
                accepted.table.rows.push_back(std::move(row));
                accepted.tones.push_back(tone);
            } else {
                open.table.rows.push_back(std::move(row));
                open.tones.push_back(tone);
            }
        }
    if (open.table.rows.empty())
        p.blocks.emplace_back(Paragraph{"No finding is open.", Paragraph::Look::Plain, Tone::Good});
    else
        p.blocks.emplace_back(std::move(open));
    if (!accepted.table.rows.empty()) p.blocks.emplace_back(std::move(accepted));
    return p;
}

ReportPart takeOffPart(const ReportContext& c)
{
    ReportPart p = topicPart("takeoff");
    const std::pair<const char*, TakeOffBy> parts[]{
        {"takeoff.sections", TakeOffBy::Section}, {"takeoff.groups", TakeOffBy::Group}, {"takeoff.levels", TakeOffBy::Level}};
    for (const auto& [key, by] : parts)
        if (c.choice.holds(key)) addTopic(p, c, key, {TableBlock{.table = takeOffTable(takeOff(c.model, by), c.units)}});
    if (c.choice.holds("takeoff.bars")) {
        // Bars as mills sell them: of 12 m, or 40 ft.
        const double bar = c.units.length == "ft" || c.units.length == "in" ? 40 * kFoot : 12;
        TableBlock b;
        b.table = cutListTable(cutList(c.model, bar), bar, c.units);
        b.caption = b.table.title;
        if (!b.table.rows.empty()) addTopic(p, c, "takeoff.bars", {std::move(b)});
    }
    if (c.in.against && c.choice.holds("takeoff.changes")) {
        TableBlock b;
        b.table = takeOffChangesTable(takeOff(*c.in.against->model, TakeOffBy::Section), takeOff(c.model, TakeOffBy::Section),
                                      c.units);
        b.caption = "Against " + c.in.againstName;
        addTopic(p, c, "takeoff.changes", {std::move(b)});
    }
    return p;
}

} // namespace wr
