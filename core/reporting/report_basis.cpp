// Cover and basis: who, what, by which standard and parameters, from which analysis.
#include "core/base/counted.h"
#include "core/briefs/brief_sheet.h"
#include "core/frame/national.h"
#include "core/reporting/brief_tables.h"
#include "core/reporting/report_parts.h"

#include <fmt/format.h>
#include <set>

namespace wr {

namespace {

std::string methodOf(const ForceTable& t)
{
    const std::string order = t.amplified ? "first order, amplified (B1, B2)" : t.secondOrder ? "second order" : "first order";
    return order + (t.reducedStiffness ? ", with the reduced stiffness of the direct analysis method" : "") +
           (t.given ? "; forces came with the file" : "; analysed here");
}

// Standards in use, each with what it is used for.
std::vector<std::pair<const Standard*, size_t>> standardsInUse(const ReportContext& c)
{
    std::vector<std::pair<const Standard*, size_t>> out;
    for (size_t i = 0; i < c.model.members().size(); ++i) {
        if (c.model.members()[i].exclude) continue;
        const Standard* s = &c.model.standardOf(i);
        bool known = false;
        for (auto& [have, n] : out)
            if (have->key == s->key) ++n, known = true;
        if (!known) out.emplace_back(s, 1);
    }
    return out;
}

} // namespace

ReportPart coverPart(const ReportContext& c)
{
    ReportPart p = topicPart("cover");
    if (!c.choice.holds("cover")) return p;
    const DesignState& s = c.in.state;
    p.title = c.choice.subject.empty() ? "Calculation of steel members" : c.choice.subject;
    const auto add = [](Facts& f, const char* name, const std::string& value) {
        if (!value.empty()) f.rows.emplace_back(name, value);
    };
    if (!c.frame.title.empty()) p.blocks.emplace_back(Paragraph{c.frame.title, Paragraph::Look::Lead, Tone::Plain});
    Facts who;
    add(who, "For", c.choice.forWhom);
    add(who, "By", c.choice.by);
    add(who, "Checked by", c.choice.checkedBy.empty() ? "................................" : c.choice.checkedBy);
    add(who, "Revision", c.choice.revision);
    add(who, "Date", c.choice.date);
    p.blocks.emplace_back(std::move(who));
    const auto& n = c.report.counts;
    std::string verdict = fmt::format("{} checked: {} over, {} unchecked, {} warned, {} within",
                                      counted(static_cast<size_t>(n.checked), "member"), n.over, n.unchecked, n.warned, n.ok);
    if (n.excluded > 0) verdict += fmt::format("; {} left out", n.excluded);
    p.blocks.emplace_back(Paragraph{verdict + fmt::format(". Largest utilisation {}.", significant(n.top, 3)),
                                    Paragraph::Look::Lead,
                                    n.over > 0        ? Tone::Over
                                    : n.unchecked > 0 ? Tone::Unchecked
                                    : n.warned > 0    ? Tone::Warned
                                                      : Tone::Good});
    Facts what;
    std::string standards;
    for (const auto& [standard, members] : standardsInUse(c))
        standards += (standards.empty() ? "" : ", ") + std::string(standard->title);
    add(what, "Standard", standards);
    add(what, "Frame",
        fmt::format("{}, {}, {}", counted(c.frame.nodes.size(), "node"), counted(c.frame.elements.size(), "element"),
                    counted(c.model.members().size(), "member")));
    add(what, "Steel", c.units.text(Quantity::Mass, s.mass()));
    add(what, "Forces", s.hasForces() ? methodOf(s.forces()) : "none");
    if (s.hasForces() && !s.forcesFit()) add(what, "Attention", "the forces belong to other sizes than the frame has now");
    add(what, "Units", fmt::format("{}, {}, {}, {}", c.units.length, c.units.force, c.units.section, c.units.stress));
    add(what, "Program", std::string("Wren Rail ") + WREN_VERSION);
    add(what, "Input", c.fingerprint);
    p.blocks.emplace_back(std::move(what));
    if (c.in.against)
        p.blocks.emplace_back(Paragraph{c.changed.empty() ? "Against " + c.in.againstName + ": no member differs."
                                                          : fmt::format("A bar in the margin marks what differs from {}: {}.",
                                                                        c.in.againstName, counted(c.changed.size(), "member")),
                                        Paragraph::Look::Plain, Tone::Plain});
    if (!c.choice.words.empty()) p.blocks.emplace_back(Paragraph{c.choice.words, Paragraph::Look::Plain, Tone::Plain});
    p.blocks.emplace_back(
        Paragraph{"The same input gives the same report; the fingerprint of the input stands at the foot of every page.",
                  Paragraph::Look::Small, Tone::Plain});
    return p;
}

ReportPart basisPart(const ReportContext& c)
{
    ReportPart p = topicPart("basis");
    const DesignState& s = c.in.state;
    std::vector<ReportBlock> standard;
    for (const auto& [x, members] : standardsInUse(c)) {
        Facts f;
        f.rows.emplace_back("Standard", fmt::format("{} ({})", x->title, counted(members, "member")));
        f.rows.emplace_back("Axes", fmt::format("major {}, minor {}", x->majorAxis, x->minorAxis));
        const NationalSet* set = nationalSetFor(c.frame.design, shippedNationalSets(), "", x->family);
        const auto& sets = x->nationalSets ? x->nationalSets() : std::vector<NationalSet>{};
        if (!sets.empty()) {
            if (!set) set = &sets.front();
            f.rows.emplace_back("Parameters", set->title.empty() ? set->id : set->title);
        }
        standard.emplace_back(std::move(f));
        if (!set) continue;
        TableBlock values;
        values.caption = "National parameters that the set states";
        values.table.columns = {{"Parameter", ""}, {"Value", ""}, {"Clause", ""}};
        for (const Option& o : x->nationalOptions)
            if (const auto it = set->values.find(o.key); it != set->values.end())
                values.table.rows.push_back({{std::string(o.title), valueText(o, it->second, c.units), std::string(o.clause)}});
        if (!values.table.rows.empty()) standard.emplace_back(std::move(values));
    }
    addTopic(p, c, "basis.standard", std::move(standard));

    std::vector<ReportBlock> analysis;
    if (s.hasForces()) {
        const ForceTable& t = s.forces();
        Facts f;
        f.rows.emplace_back("Forces", methodOf(t));
        f.rows.emplace_back("They belong to",
                            s.forcesFit() ? "the sizes in this report" : "OTHER sizes than those in this report");
        f.rows.emplace_back("Shear deformation", t.rigidInShear ? "left out" : "in");
        f.rows.emplace_back("Combinations",
                            fmt::format("{} for strength, {} in service", c.model.setsFor(c.model.standard()).size(),
                                        c.model.serviceSets().size()));
        if (!t.lacks.empty()) f.rows.emplace_back("Lacks", t.lacks);
        analysis.emplace_back(std::move(f));
    } else
        analysis.emplace_back(Paragraph{"There are no forces: nothing is checked.", Paragraph::Look::Plain, Tone::Over});
    addTopic(p, c, "basis.analysis", std::move(analysis));

    std::vector<ReportBlock> stability;
    if (const auto lines = s.stability(); !lines.empty()) stability.emplace_back(TableBlock{.table = stabilityTable(lines)});
    addTopic(p, c, "basis.stability", std::move(stability));
    return p;
}

ReportPart briefsPart(const ReportContext& c)
{
    ReportPart p = topicPart("briefs");
    const auto families = familiesInUse(c.frame.design);
    std::vector<ReportBlock> given;
    std::set<std::string> used;
    for (const Member& m : c.model.members())
        used.insert(m.brief);
    for (const Brief& b : c.frame.design.briefs) {
        if (!used.contains(b.id)) continue;
        TableBlock t;
        t.caption = b.about.empty() ? b.id : b.id + ": " + b.about;
        const auto sheet = sheetOf(b, families, c.units);
        t.table.columns = {{"Topic", ""}, {"Line", ""}, {"Stated", ""}, {"By itself", ""}, {"Clause", ""}};
        for (const SheetLine& l : sheet)
            if (l.differs)
                t.table.rows.push_back(
                    {{l.heading, std::string(l.option->title), l.here, l.standing, std::string(l.option->clause)}});
        if (t.table.rows.empty())
            given.emplace_back(
                Paragraph{t.caption + ": nothing differs from the defaults.", Paragraph::Look::Plain, Tone::Plain});
        else
            given.emplace_back(std::move(t));
    }
    if (used.contains(""))
        given.emplace_back(
            Paragraph{"Members without a brief are checked by the defaults.", Paragraph::Look::Plain, Tone::Plain});
    addTopic(p, c, "briefs.given", std::move(given));
    addTopic(p, c, "briefs.members", {TableBlock{.table = memberBriefTable(c.frame, c.model.members())}});
    return p;
}

} // namespace wr
