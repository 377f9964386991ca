#include "core/picks/pick_match.h"

#include "core/base/nearest.h"
#include "core/base/pattern.h"
#include "core/checking/steel_name.h"
#include "core/members/kind.h"
#include "core/sections/catalogue.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>
#include <functional>
#include <set>

namespace wr {

namespace {

const CheckOutcome* slendernessOf(const PickSource& s, size_t i)
{
    if (!s.report || i >= s.report->results.size()) return nullptr;
    for (const CheckOutcome& o : s.report->results[i].outcomes)
        if (s.model.standardOf(i).kindOf(o) == CheckKind::Slenderness && o.status != Status::NotApplicable &&
            o.status != Status::Unchecked)
            return &o;
    return nullptr;
}

bool heldSideways(const Lanes& lanes)
{
    for (const LengthAxis a : {LengthAxis::Minor, LengthAxis::Top, LengthAxis::Bottom}) {
        const auto& lane = lanes.of(a);
        if (lane.size() > 1 || (!lane.empty() && lane.front().continuous)) return true;
    }
    return false;
}

std::string familyOf(const FrameSection& s)
{
    if (const CatalogueSection* c = s.name.empty() ? nullptr : shippedCatalogue().find(s.name)) return c->family;
    return std::string(shapeName(s.shape.kind));
}

std::optional<double> numberOf(PickName n, const PickSource& s, size_t i)
{
    const Frame& f = s.model.frame();
    const Member& m = s.model.members()[i];
    const SectionProperties& p = f.sections[m.section].properties;
    switch (n) {
    case PickName::Level: return levelOf(f, m);
    case PickName::Length: return m.length;
    case PickName::Mass: return m.length * p.a * f.materials[m.material].density;
    case PickName::Depth: return f.sections[m.section].shape.depth();
    case PickName::Util: {
        const MemberResult* r = s.report && i < s.report->results.size() ? &s.report->results[i] : nullptr;
        return r && r->governing >= 0 && r->status != Status::Unchecked ? std::optional(r->utilisation) : std::nullopt;
    }
    case PickName::Slenderness: {
        const CheckOutcome* o = slendernessOf(s, i);
        return o ? std::optional(o->demand) : std::nullopt;
    }
    default: return std::nullopt;
    }
}

using Fits = std::function<bool(size_t)>;

// A height is the same as one printed with two decimals of its unit; a number as one typed.
bool same(double value, double wanted, const PickNameRow& row, const UnitSystem& u)
{
    if (row.type == PickNameRow::Type::Level) return std::abs(value - wanted) < 0.006 * u.factor(Quantity::Length);
    return std::abs(value - wanted) <= 1e-6 * std::max(std::abs(value), std::abs(wanted));
}

Fits numberTest(const Pick& p, const PickSource& s)
{
    const UnitSystem& u = s.model.frame().units;
    const PickNameRow& row = rowOf(p.name);
    std::vector<double> wanted;
    for (const PickValue& v : p.values)
        if (const auto x = readPickNumber(v.text, row, u)) wanted.push_back(*x);
    return [=, &u, &row, op = p.op, name = p.name](size_t i) {
        const auto v = numberOf(name, s, i);
        if (!v || wanted.empty()) return false;
        const bool equal = std::any_of(wanted.begin(), wanted.end(), [&](double w) { return same(*v, w, row, u); });
        switch (op) {
        case PickOp::Equal:
        case PickOp::In: return equal;
        case PickOp::NotEqual: return !equal;
        case PickOp::Less: return *v < wanted[0] && !equal;
        case PickOp::AtMost: return *v < wanted[0] || equal;
        case PickOp::Greater: return *v > wanted[0] && !equal;
        case PickOp::AtLeast: return *v > wanted[0] || equal;
        }
        return false;
    };
}

Fits textTest(const Pick& p, const PickSource& s)
{
    std::vector<std::string> wanted;
    for (const PickValue& v : p.values)
        wanted.push_back(lowered(v.text));
    // Nothing governs a member that is not checked: that is no text that differs. A member in no group is.
    const bool known = p.name != PickName::Mode && p.name != PickName::Combination && p.name != PickName::Status;
    return [=, op = p.op, name = p.name](size_t i) {
        const std::string text = lowered(pickText(name, s, i));
        if (text.empty() && !known) return false;
        const bool fits = std::any_of(wanted.begin(), wanted.end(), [&](const std::string& w) { return fitsPattern(w, text); });
        return op == PickOp::NotEqual ? !fits : fits;
    };
}

Fits flagTest(PickFlag flag, const PickSource& s)
{
    return [=](size_t i) {
        switch (flag) {
        case PickFlag::Over: return statusOf(s, i) == "over";
        case PickFlag::Unchecked: return statusOf(s, i) == "unchecked";
        case PickFlag::Warned: return statusOf(s, i) == "warned";
        case PickFlag::Ok: return statusOf(s, i) == "ok";
        case PickFlag::LeftOut: return s.model.members()[i].exclude;
        case PickFlag::Changed: return changedSinceAnalysis(s.model, i);
        case PickFlag::Slender: {
            const CheckOutcome* o = slendernessOf(s, i);
            return o && o->ratio > 1;
        }
        case PickFlag::Restrained: return heldSideways(s.model.lanes(i));
        }
        return false;
    };
}

Fits testOf(const Pick& p, const PickSource& s)
{
    std::vector<Fits> parts;
    for (const Pick& part : p.parts)
        parts.push_back(testOf(part, s));
    const auto holds = [](size_t i) { return [i](const Fits& f) { return f(i); }; };
    switch (p.kind) {
    case Pick::Kind::All: return [](size_t) { return true; };
    case Pick::Kind::Both: return [parts, holds](size_t i) { return std::all_of(parts.begin(), parts.end(), holds(i)); };
    case Pick::Kind::Either: return [parts, holds](size_t i) { return std::any_of(parts.begin(), parts.end(), holds(i)); };
    case Pick::Kind::Not: return [inner = parts.front()](size_t i) { return !inner(i); };
    case Pick::Kind::Flag: return flagTest(p.flag, s);
    case Pick::Kind::Test: break;
    }
    const PickNameRow::Type type = rowOf(p.name).type;
    return type == PickNameRow::Type::Number || type == PickNameRow::Type::Level ? numberTest(p, s) : textTest(p, s);
}

} // namespace

std::string pickText(PickName n, const PickSource& s, size_t i)
{
    const CheckModel& model = s.model;
    const Frame& f = model.frame();
    const Member& m = model.members()[i];
    const FrameSection& section = f.sections[m.section];
    const MemberResult* r = s.report && i < s.report->results.size() ? &s.report->results[i] : nullptr;
    switch (n) {
    case PickName::Id: return m.id;
    case PickName::Group: return m.group;
    case PickName::Brief: return m.brief;
    case PickName::Section: return section.name.empty() ? section.id : section.name;
    case PickName::Family: return familyOf(section);
    case PickName::Grade: return steelName(model, i);
    case PickName::Kind: return std::string(memberKindName(memberKind(f, m)));
    case PickName::Status: return std::string(statusOf(s, i));
    case PickName::Mode: return r && r->govern() ? std::string(model.standardOf(i).row(*r->govern())->key) : std::string();
    case PickName::Combination: return r && r->govern() ? model.combinationOf(i, *r->govern()) : std::string();
    case PickName::Standard: return std::string(model.standardOf(i).key);
    case PickName::Restrained: return heldSideways(model.lanes(i)) ? "yes" : "no";
    default: return {};
    }
}

std::string_view statusOf(const PickSource& s, size_t member)
{
    if (s.model.members()[member].exclude) return "left-out";
    if (!s.report || member >= s.report->results.size() || s.report->results[member].outcomes.empty()) return "";
    switch (s.report->results[member].status) {
    case Status::Over: return "over";
    case Status::Unchecked: return "unchecked";
    case Status::Warned: return "warned";
    default: return "ok";
    }
}

bool changedSinceAnalysis(const CheckModel& model, size_t member)
{
    const ForceTable& t = model.forces();
    const Frame& f = model.frame();
    if (t.empty() || t.elementSizes.size() != f.elements.size()) return false;
    for (const MemberPiece& p : model.members()[member].pieces)
        if (t.elementSizes[static_cast<size_t>(p.element)] != elementFingerprint(f, f.elements[p.element])) return true;
    return false;
}

std::vector<size_t> membersOf(const Pick& p, const PickSource& s)
{
    const Fits fits = testOf(p, s);
    std::vector<size_t> out;
    for (size_t i = 0; i < s.model.members().size(); ++i)
        if (fits(i)) out.push_back(i);
    return out;
}

std::vector<std::string> valuesOf(PickName n, const PickSource& s)
{
    const PickNameRow& row = rowOf(n);
    if (const auto words = pickWords(n); !words.empty()) return words;
    if (row.type == PickNameRow::Type::Number) return {};
    std::set<std::string> out;
    const UnitSystem& u = s.model.frame().units;
    for (size_t i = 0; i < s.model.members().size(); ++i)
        if (row.type == PickNameRow::Type::Level) {
            const double z = u.show(Quantity::Length, levelOf(s.model.frame(), s.model.members()[i]));
            out.insert(fmt::format("{:+.2f}", z == 0 ? 0.0 : z));
        } else if (std::string t = pickText(n, s, i); !t.empty())
            out.insert(std::move(t));
    return {out.begin(), out.end()};
}

} // namespace wr
