// The frame: sections, materials, supports, loads and combinations; how it moves.
#include "core/analysis/deflected.h"
#include "core/paper/fonts.h"
#include "core/reporting/analysis_summary.h"
#include "core/reporting/frame_drawing.h"
#include "core/reporting/page_setter.h"
#include "core/reporting/report_parts.h"
#include "core/sizing/plan_groups.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>
#include <map>
#include <set>

namespace wr {

namespace {

TableBlock sectionsTable(const ReportContext& c)
{
    const UnitSystem& u = c.units;
    TableBlock b;
    Table& t = b.table;
    t.columns = {{"Section", ""},
                 {"Shape", ""},
                 {"Members", "", 0},
                 {"h", u.symbol(Quantity::SectionLength), 1},
                 {"b", u.symbol(Quantity::SectionLength), 1},
                 {"A", u.textUnit(Quantity::Area), 2},
                 {"I major", u.textUnit(Quantity::Inertia), 1},
                 {"I minor", u.textUnit(Quantity::Inertia), 1},
                 {"Wel major", u.textUnit(Quantity::SectionModulus), 1},
                 {"Wpl major", u.textUnit(Quantity::SectionModulus), 1},
                 {"Torsion", u.textUnit(Quantity::Inertia), 2}};
    std::map<int, int> used;
    for (const Member& m : c.model.members())
        if (m.section >= 0) ++used[m.section];
    // As tables of sections print them: in centimetres where the frame's are millimetres.
    const auto in = [&](Quantity q, double si) {
        if (u.textUnit(q) == u.symbol(q)) return u.show(q, si);
        return si * std::pow(100.0, q == Quantity::Inertia ? 4 : q == Quantity::SectionModulus ? 3 : 2);
    };
    for (const auto& [section, members] : used) {
        const FrameSection& s = c.frame.sections[static_cast<size_t>(section)];
        const SectionProperties& p = s.properties;
        t.rows.push_back(
            {{sectionNameOf(c.frame, section),
              s.shape.kind == ShapeKind::None ? std::string("properties only") : std::string(shapeTitle(s.shape.kind)),
              static_cast<double>(members), u.show(Quantity::SectionLength, p.depth), u.show(Quantity::SectionLength, p.width),
              in(Quantity::Area, p.a), in(Quantity::Inertia, p.iy), in(Quantity::Inertia, p.iz),
              in(Quantity::SectionModulus, p.wely), in(Quantity::SectionModulus, p.wply), in(Quantity::Inertia, p.it)}});
    }
    return b;
}

TableBlock materialsTable(const ReportContext& c)
{
    const UnitSystem& u = c.units;
    TableBlock b;
    b.table.columns = {{"Material", ""},
                       {"Grade", ""},
                       {"E", u.symbol(Quantity::Stress), 0},
                       {"G", u.symbol(Quantity::Stress), 0},
                       {"Density", u.symbol(Quantity::Density), u.mass == "lb" ? 4 : 0},
                       {"Yield strength", ""},
                       {"Tensile strength", ""}};
    std::set<int> used;
    for (const Element& e : c.frame.elements)
        used.insert(e.material);
    for (const int k : used) {
        if (k < 0) continue;
        const Material& m = c.frame.materials[static_cast<size_t>(k)];
        const auto by = [&](const std::optional<double>& v) {
            return v                 ? u.text(Quantity::Stress, *v)
                   : m.steps.empty() ? std::string("of the grade, by thickness")
                                     : std::string("by thickness, stated");
        };
        b.table.rows.push_back({{m.id, m.grade, u.show(Quantity::Stress, m.e), u.show(Quantity::Stress, m.g),
                                 u.show(Quantity::Density, m.density), by(m.fy), by(m.fu)}});
    }
    return b;
}

TableBlock supportsTable(const ReportContext& c)
{
    const UnitSystem& u = c.units;
    TableBlock b;
    b.table.columns = {{"Node", ""}, {"x", u.length, 3}, {"y", u.length, 3}, {"z", u.length, 3},
                       {"Held", ""}, {"Springs", ""},    {"Turned", ""}};
    for (const Node& n : c.frame.nodes) {
        if (!n.supported()) continue;
        std::string held, springs;
        for (size_t k = 0; k < 6; ++k) {
            const std::string name(dofName(static_cast<Dof>(k)));
            const Quantity q = k < 3 ? Quantity::SpringForce : Quantity::SpringMoment;
            if (n.support[k].held) held += (held.empty() ? "" : " ") + name;
            if (!n.support[k].held && n.support[k].spring != 0)
                springs += (springs.empty() ? "" : ", ") + name + " " + u.text(q, n.support[k].spring);
        }
        b.table.rows.push_back({{n.id, u.show(Quantity::Length, n.at.x), u.show(Quantity::Length, n.at.y),
                                 u.show(Quantity::Length, n.at.z), held, springs, std::string(n.supportAxes ? "yes" : "")}});
    }
    return b;
}

// The factors as a sum: a column a case runs out of the page.
TableBlock combinationsText(const ReportContext& c)
{
    TableBlock b;
    b.table.columns = {{"Name", ""}, {"Title", ""}, {"Purpose", ""}, {"Factors", ""}};
    for (const Combination& x : c.frame.combinations) {
        std::string sum;
        for (const auto& [loadCase, factor] : x.terms) {
            if (factor == 0) continue;
            if (!sum.empty())
                sum += factor < 0 ? " − " : " + ";
            else if (factor < 0)
                sum += "−";
            sum += fmt::format("{:.10g} {}", std::abs(factor), c.frame.cases[static_cast<size_t>(loadCase)].id);
        }
        b.table.rows.push_back({{x.id, x.title, std::string(purposeName(x.purpose)), sum}});
    }
    return b;
}

} // namespace

ReportPart framePart(const ReportContext& c)
{
    ReportPart p = topicPart("frame");
    const FrameForces& r = c.in.state.results->forces;
    const auto one = [](TableBlock t) {
        std::vector<ReportBlock> out;
        if (!t.table.rows.empty()) out.emplace_back(std::move(t));
        return out;
    };
    // Drawings: what is over stands in its own ink.
    const std::vector<DrawnFrom> all = drawingsOf(c.frame);
    for (const auto& [key, begins] :
         {std::pair{"frame.view", "View"}, std::pair{"frame.plans", "Plan"}, std::pair{"frame.elevations", "Elevation"}}) {
        std::vector<ReportBlock> blocks;
        DrawingStyle style;
        style.width = pageStyle(c.choice.letter).width();
        style.project = c.frame.title;
        style.revision = c.choice.revision;
        if (std::string_view(key) == "frame.view") style.lettering = Lettering::None, style.trueWidth = true;
        for (const DrawnFrom& d : all)
            if (c.choice.holds(key) && d.title.starts_with(begins))
                blocks.emplace_back(PictureBlock{drawFrame(c.model, &c.report, d, style, paperFonts()).picture, ""});
        addTopic(p, c, key, std::move(blocks));
    }
    addTopic(p, c, "frame.sections", one(sectionsTable(c)));
    addTopic(p, c, "frame.materials", one(materialsTable(c)));
    addTopic(p, c, "frame.supports", one(supportsTable(c)));
    addTopic(p, c, "frame.cases", one({.table = caseTable(c.frame)}));
    if (c.choice.holds("frame.summary") && r.ok) {
        SummaryInput in{c.frame, &r};
        in.model = &c.model;
        in.report = &c.report;
        const std::vector<SummaryLine> lines = analysisSummary(in);
        TableBlock b{.table = summaryTable(lines)};
        for (const SummaryLine& l : lines)
            b.tones.push_back(l.warns ? Tone::Warned : Tone::Plain);
        addTopic(p, c, "frame.summary", one(std::move(b)));
    }
    if (c.choice.holds("frame.loads") && r.ok) addTopic(p, c, "frame.loads", one({.table = loadTotalsTable(c.frame, r)}));
    addTopic(p, c, "frame.combinations", one(combinationsText(c)));
    return p;
}

ReportPart movementsPart(const ReportContext& c)
{
    ReportPart p = topicPart("movements");
    const DesignState& s = c.in.state;
    if (s.limits && !s.limits->empty()) {
        TableBlock t{.table = frameLimitTable(c.frame, *s.limits, s.forces())};
        for (const StandingLimit& l : *s.limits)
            t.tones.push_back(!l.reason.empty() ? Tone::Unchecked : l.over() ? Tone::Over : Tone::Good);
        for (size_t k = 0; k < t.table.columns.size(); ++k)
            if (t.table.columns[k].name == "Ratio") t.ratio = static_cast<int>(k);
        addTopic(p, c, "movements.limits", {std::move(t)});
    }
    // Members with a limit of deflection, the worst first.
    TableBlock deflections;
    Table& t = deflections.table;
    const std::string mm = c.units.symbol(Quantity::Displacement);
    t.columns = {{"Member", ""},        {"Group", ""},    {"Section", ""}, {"Combination", ""}, {"At", c.units.length, 2},
                 {"Deflection", mm, 1}, {"Limit", mm, 1}, {"Ratio", "", 3}};
    deflections.ratio = 7;
    std::vector<std::pair<double, size_t>> order;
    for (size_t i = 0; i < c.report.results.size(); ++i)
        for (const CheckOutcome& o : c.report.results[i].outcomes)
            if (c.model.standardOf(i).kindOf(o) == CheckKind::Deflection && o.status != Status::NotApplicable &&
                o.status != Status::Unchecked && o.capacity > 0)
                order.emplace_back(-o.ratio, i);
    std::stable_sort(order.begin(), order.end());
    for (const auto& [ratio, i] : order)
        for (const CheckOutcome& o : c.report.results[i].outcomes) {
            if (c.model.standardOf(i).kindOf(o) != CheckKind::Deflection) continue;
            const Member& m = c.model.members()[i];
            t.rows.push_back({{m.id, m.group, sectionNameOf(c.frame, m.section), c.model.combinationOf(i, o),
                               c.units.show(Quantity::Length, o.at), c.units.show(Quantity::Displacement, o.demand),
                               c.units.show(Quantity::Displacement, o.capacity), o.ratio}});
            deflections.tones.push_back(toneOf(o.status));
        }
    if (!t.rows.empty()) addTopic(p, c, "movements.members", {std::move(deflections)});
    const FrameForces& r = s.results->forces;
    if (r.ok && c.choice.holds("movements.drift"))
        if (Table drift = driftTable(c.frame, r, shownLoads(c.frame, r)); !drift.rows.empty())
            addTopic(p, c, "movements.drift", {TableBlock{.table = std::move(drift)}});
    return p;
}

} // namespace wr
