#include "core/files/answer.h"

#include "core/files/units_json.h"

#include "core/files/json_cursor.h"

#include <cmath>
#include <map>

namespace wr {

namespace {

Json number(double v)
{
    return std::isfinite(v) ? Json(v) : Json(nullptr);
}

// Symbols as JSON keys: "F_cr" is "fcr".
std::string valueKey(std::string_view symbol)
{
    std::string out;
    for (const char c : symbol)
        if (c != '_' && c != ',') out += static_cast<char>(std::tolower(static_cast<unsigned char>(c)));
    return out;
}

Json checkJson(const CheckModel& model, size_t member, const CheckOutcome& o)
{
    const Standard& s = model.standardOf(member);
    const UnitSystem& u = model.frame().units;
    const CheckRow& row = s.checks[o.check];
    Json j = {{"check", row.key}, {"clause", o.clause.empty() ? row.chapter : o.clause}, {"status", statusWord(o.status)}};
    if (o.status == Status::Unchecked) {
        j["reason"] = o.reason;
        return j;
    }
    j["ratio"] = number(o.ratio);
    j["demand"] = number(u.show(o.quantity, o.demand));
    j["capacity"] = number(u.show(o.quantity, o.capacity));
    j["unit"] = u.symbol(o.quantity);
    if (!o.counts) j["advice"] = true;
    if (o.ofForces()) {
        j["combination"] = model.combinationOf(member, o);
        j["at"] = number(u.show(Quantity::Length, o.at));
    }
    if (o.demand == 0 && o.ratio == 0) { // nothing to work out
        j["reason"] = "no demand";
        return j;
    }
    Json values = Json::object(), earlier = Json::object();
    std::string heading;
    std::map<std::string, std::string> under;      // the heading a value stands under
    std::map<std::string, std::string_view> owner; // "mc" is M_c or M_C: the second symbol keeps its capitals
    for (const TraceStep& step : model.explain(member, o).steps) {
        if (step.kind == TraceStep::Kind::Heading) heading = step.text;
        if (step.kind != TraceStep::Kind::Value) continue;
        std::string key = valueKey(step.label.symbol);
        const auto [it, fresh] = owner.emplace(key, step.label.symbol);
        if (!fresh && it->second != step.label.symbol) key = step.label.symbol;
        const Json value = number(u.show(step.label.quantity, step.value));
        // A symbol that comes again with another value: the last is what the ratio is made of, the earlier stands under its
        // heading.
        if (values.contains(key) && values[key] != value && under[key] != heading) earlier[under[key]][key] = values[key];
        values[key] = value;
        under[key] = heading;
    }
    if (!earlier.empty()) j["earlier"] = std::move(earlier);
    if (!values.empty()) j["values"] = std::move(values);
    return j;
}

// What the holds inside a member are asked for.
Json bracingJson(const CheckModel& model, size_t member)
{
    const UnitSystem& u = model.frame().units;
    Json out = Json::array();
    for (const BraceRow& b : model.bracing(member)) {
        const Quantity force = b.twist ? Quantity::Moment : Quantity::Force,
                       spring = b.twist ? Quantity::SpringMoment : Quantity::SpringForce;
        out.push_back({{"at", number(u.show(Quantity::Length, b.at))},
                       {"holds", b.kind},
                       {"by", b.by},
                       {"clause", b.clause},
                       {"strength", number(u.show(force, b.strength))},
                       {"stiffness", number(u.show(spring, b.stiffness))},
                       {"combination", combinationName(model.frame(), model.forces(), model.setOf(member, b.set))}});
    }
    return out;
}

// Status, utilisation, what governs and every check of one member by one standard.
void verdict(const CheckModel& model, size_t i, const MemberResult& r, Json& j)
{
    const std::vector<CheckRow>& rows = model.standardOf(i).checks;
    j["status"] = statusWord(r.status);
    const bool unchecked = r.status == Status::Unchecked;
    j["utilisation"] = unchecked ? Json() : number(r.utilisation);
    if (const CheckOutcome* g = r.govern(); g && !unchecked) j["governing"] = rows[g->check].key;
    if (r.runnerUp >= 0 && !unchecked) j["runnerUp"] = rows[r.outcomes[r.runnerUp].check].key;
    j["checks"] = Json::array();
    for (const CheckOutcome& o : r.outcomes)
        if (o.status != Status::NotApplicable) j["checks"].push_back(checkJson(model, i, o));
}

// A limit of the frame: of a storey (level, nodes) or of a node.
Json limitJson(const CheckModel& model, const StandingLimit& r)
{
    const Frame& f = model.frame();
    const FrameLimit& l = f.design.frameLimits.list()[r.limit];
    Json j = {{"id", l.id},
              {"of", frameLimitOfName(l.of)},
              {"status", !r.reason.empty() ? "unchecked"
                         : r.over()        ? "over"
                                           : "ok"}};
    if (!r.reason.empty()) {
        j["reason"] = r.reason;
        return j;
    }
    const auto show = [&](Quantity q, double v) { return f.units.show(q, v); };
    j["node"] = f.nodes[r.node].id;
    if (r.under >= 0) {
        j["under"] = f.nodes[r.under].id;
        j["level"] = show(Quantity::Length, r.level);
    }
    j["height"] = show(Quantity::Length, r.height);
    j["combination"] = combinationName(f, model.forces(), r.set);
    j["value"] = show(Quantity::Displacement, r.value);
    j["allowed"] = show(Quantity::Displacement, r.allowed);
    j["ratio"] = r.ratio;
    return j;
}

} // namespace

std::string writeAnswer(const CheckModel& model, const CheckReport& report, const std::vector<Finding>& findings,
                        const std::vector<SecondOpinion>& others, std::span<const char> only)
{
    const Frame& f = model.frame();
    Json out = {{"format", "wren-check"},      {"version", 1},
                {"standard", report.standard}, {"units", unitsJson(f.units)},
                {"members", Json::array()},    {"findings", Json::array()}};
    for (size_t i = 0; i < report.results.size(); ++i) {
        const Member& m = model.members()[i];
        if (m.exclude || (!only.empty() && !only[i])) continue;
        const MemberResult& r = report.results[i];
        const FrameSection& section = f.sections[m.section];
        Json j = {{"id", m.id}, {"section", section.name.empty() ? section.id : section.name}, {"group", m.group}};
        verdict(model, i, r, j);
        if (&model.standardOf(i) != &model.standard()) j["standard"] = model.standardOf(i).key;
        if (!r.notes.empty()) j["notes"] = r.notes;
        if (Json braces = bracingJson(model, i); !braces.empty()) j["bracing"] = std::move(braces);
        for (const SecondOpinion& o : others) {
            if (!o.about(i)) continue;
            Json k = {{"standard", o.model->standardOf(i).key}};
            verdict(*o.model, i, o.report.results[i], k);
            if (!o.report.results[i].notes.empty()) k["notes"] = o.report.results[i].notes;
            j["others"].push_back(std::move(k));
        }
        out["members"].push_back(std::move(j));
    }
    for (const StandingLimit& r : model.frameLimits())
        out["limits"].push_back(limitJson(model, r));
    for (const Finding& x : findings) {
        Json j = {{"severity", severityWord(x.severity)}, {"code", x.code}};
        if (!x.subject.empty()) j[x.code.starts_with("member") ? "member" : "subject"] = x.subject;
        if (!x.place.empty()) j["place"] = x.place;
        j["text"] = x.text;
        out["findings"].push_back(std::move(j));
    }
    return out.dump(1) + "\n";
}

std::string writeTraces(const CheckModel& model, const CheckReport& report, size_t member)
{
    const UnitSystem& u = model.frame().units;
    Json out = {{"format", "wren-trace"},
                {"version", 1},
                {"standard", model.standardOf(member).key},
                {"member", model.members()[member].id},
                {"units", unitsJson(u)},
                {"checks", Json::array()}};
    for (const CheckOutcome& o : report.results[member].outcomes) {
        if (o.status == Status::NotApplicable) continue;
        Json j = checkJson(model, member, o);
        j.erase("values");
        j["steps"] = Json::array();
        for (const TraceStep& s : model.explain(member, o).steps) {
            if (s.kind == TraceStep::Kind::Heading)
                j["steps"].push_back({{"heading", s.text}, {"clause", s.label.clause}});
            else if (s.kind == TraceStep::Kind::Note)
                j["steps"].push_back({{"note", s.text}});
            else {
                Json step = {{"symbol", s.label.symbol},
                             {"value", number(u.show(s.label.quantity, s.value))},
                             {"unit", u.symbol(s.label.quantity)}};
                if (!s.label.formula.empty()) step["formula"] = s.label.formula;
                if (!s.label.clause.empty()) step["clause"] = s.label.clause;
                j["steps"].push_back(std::move(step));
            }
        }
        out["checks"].push_back(std::move(j));
    }
    return out.dump(1) + "\n";
}

} // namespace wr
