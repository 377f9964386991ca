#include "core/reporting/trace_text.h"

#include "core/base/printable.h"

#include <fmt/format.h>

namespace wr {

namespace {

std::string stepText(const TraceStep& s, const UnitSystem& u)
{
    const std::string clause = s.label.clause.empty() ? "" : fmt::format("   [{}]", s.label.clause);
    switch (s.kind) {
    case TraceStep::Kind::Heading: return fmt::format("\n  {}{}\n", s.text, clause);
    case TraceStep::Kind::Note: return fmt::format("    {}\n", s.text);
    case TraceStep::Kind::Value: break;
    }
    const std::string value = u.text(s.label.quantity, s.value);
    return s.label.formula.empty() ? fmt::format("    {} = {}{}\n", s.label.symbol, value, clause)
                                   : fmt::format("    {} = {} = {}{}\n", s.label.symbol, s.label.formula, value, clause);
}

} // namespace

std::string stepsText(const Trace& t, const UnitSystem& u)
{
    std::string out;
    for (const TraceStep& s : t.steps)
        out += stepText(s, u);
    return out;
}

std::string traceText(const CheckModel& model, const CheckReport& report, size_t member)
{
    const UnitSystem& u = model.frame().units;
    const Standard& standard = model.standardOf(member);
    const Member& m = model.members()[member];
    const FrameSection& section = model.frame().sections[m.section];
    const MemberResult& r = report.results[member];
    std::string out = fmt::format("Member {}, {}, {} long, by {}: {}", printable(m.id),
                                  printable(section.name.empty() ? section.id : section.name),
                                  u.text(Quantity::Length, m.length), standard.title, statusWord(r.status));
    if (r.status != Status::Unchecked && r.govern())
        out += fmt::format(", {} in {}", significant(r.utilisation), standard.checks[r.govern()->check].title);
    out += "\n";
    for (const std::string& note : r.notes)
        out += "  " + printable(note) + "\n";
    for (const CheckOutcome& o : r.outcomes) {
        if (o.status == Status::NotApplicable) continue;
        const CheckRow& row = standard.checks[o.check];
        out += fmt::format("\n{} ({}): ", row.title, o.clause.empty() ? row.chapter : o.clause);
        if (o.status == Status::Unchecked) {
            out += "unchecked, " + printable(o.reason) + "\n";
            continue;
        }
        if (o.demand == 0 && o.ratio == 0) {
            out += "no demand\n";
            continue;
        }
        out += fmt::format("{}, {}", significant(o.ratio), statusWord(o.status));
        if (o.ofForces())
            out += fmt::format(", {} at {}", printable(model.combinationOf(member, o)), u.text(Quantity::Length, o.at));
        out += "\n";
        out += stepsText(model.explain(member, o), u);
    }
    return out;
}

} // namespace wr
