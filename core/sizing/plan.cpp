#include "core/sizing/plan.h"

#include "core/members/kind.h"
#include "core/sizing/fewest.h"
#include "core/sizing/plan_groups.h"
#include "core/sizing/stock.h"

#include <algorithm>
#include <array>
#include <cmath>
#include <fmt/format.h>
#include <map>
#include <set>

namespace wr {

namespace {

constexpr std::array<std::string_view, 4> kObjectives{"mass", "depth", "cost", "few"};

double thinnest(const Shape& s)
{
    double out = 0;
    for (const double t : {s.tw, s.tf, s.tf2, s.t})
        if (t > 0) out = out > 0 ? std::min(out, t) : t;
    return out;
}

// The deepest section that frames in between the ends of a group's members: what they carry.
struct Carried
{
    double depth = 0;
    std::string member;
};

class Planner
{
public:
    Planner(SizingPlan& plan, const CheckModel& model, const SizingChoice& choice)
        : plan_(plan), model_(model), f_(model.frame()), choice_(choice)
    {
        for (size_t g = 0; g < plan_.groups.size(); ++g)
            place_[plan_.groups[g].id] = g;
    }

    void choose()
    {
        for (GroupPlan& g : plan_.groups)
            costs(g);
        // What hangs on another group's choice settles in a few rounds, or is left as it stands then.
        constexpr int kRounds = 6;
        for (int round = 0; round < kRounds; ++round) {
            std::vector<int> before;
            for (const GroupPlan& g : plan_.groups)
                before.push_back(g.chosen);
            for (GroupPlan& g : plan_.groups)
                limits(g);
            all();
            follow();
            std::vector<int> after;
            for (const GroupPlan& g : plan_.groups)
                after.push_back(g.chosen);
            if (after == before) break;
        }
        for (GroupPlan& g : plan_.groups)
            reasons(g);
    }

    std::vector<std::pair<std::string, std::string>> broken()
    {
        std::vector<std::pair<std::string, std::string>> out;
        for (GroupPlan& g : plan_.groups)
            costs(g);
        for (GroupPlan& g : plan_.groups) {
            limits(g);
            if (!g.sameAs.empty()) {
                const auto leader = place_.find(g.sameAs);
                if (leader != place_.end() && plan_.groups[leader->second].from != g.from)
                    out.emplace_back(g.id, "not the section of " + g.sameAs);
            }
            if (g.rungs.rungs.empty()) continue;
            if (g.chosen < 0)
                out.emplace_back(g.id, g.from + " is not on " + g.ladder);
            else if (const Rung& r = g.rungs.rungs[static_cast<size_t>(g.chosen)]; !r.limit.empty())
                out.emplace_back(g.id, r.limit);
        }
        return out;
    }

private:
    // Of another group: the section it is to take, or has.
    const SectionProperties* sectionOf(const std::string& group) const
    {
        const auto at = place_.find(group);
        if (at != place_.end())
            if (const GroupPlan& g = plan_.groups[at->second]; g.chosen >= 0)
                return &g.rungs.rungs[static_cast<size_t>(g.chosen)].section->properties();
        for (const Member& m : model_.members())
            if (m.group == group) return &f_.sections[static_cast<size_t>(m.section)].properties;
        return nullptr;
    }
    double depthOf(size_t member) const
    {
        const Member& m = model_.members()[member];
        const auto at = place_.find(m.group.empty() ? m.id : m.group);
        if (at != place_.end())
            if (const GroupPlan& g = plan_.groups[at->second]; g.chosen >= 0)
                return g.rungs.rungs[static_cast<size_t>(g.chosen)].depth;
        return f_.sections[static_cast<size_t>(m.section)].properties.depth;
    }

    Carried carriedBy(const GroupPlan& g) const
    {
        Carried out;
        std::set<int> inside;
        for (const size_t i : g.members) {
            const Member& m = model_.members()[i];
            for (const MemberPiece& p : m.pieces)
                for (const int n :
                     {f_.elements[static_cast<size_t>(p.element)].i, f_.elements[static_cast<size_t>(p.element)].j})
                    if (n != m.startNode && n != m.endNode) inside.insert(n);
        }
        for (size_t i = 0; i < model_.members().size(); ++i) {
            const Member& m = model_.members()[i];
            if (memberKind(f_, m) != MemberKind::Beam) continue;
            if (!inside.contains(m.startNode) && !inside.contains(m.endNode)) continue;
            if (const double d = depthOf(i); d > out.depth) out = {d, m.id};
        }
        return out;
    }

    void costs(GroupPlan& g)
    {
        double length = 0;
        for (const size_t m : g.rungs.members)
            length += model_.members()[m].length;
        for (Rung& r : g.rungs.rungs) {
            const auto price = pricePerMetre(stockOf(f_.design, r.section->designation), r.mass);
            r.cost = price ? *price * length : std::numeric_limits<double>::quiet_NaN();
        }
    }

    void limits(GroupPlan& g)
    {
        const Ladder* l = &g.rules;
        const Carried carried = l->overCarried ? carriedBy(g) : Carried{};
        const SectionProperties* wide = l->wideAs.empty() ? nullptr : sectionOf(l->wideAs);
        double depthNow = 0;
        for (const size_t m : g.members)
            depthNow = std::max(depthNow, f_.sections[static_cast<size_t>(model_.members()[m].section)].properties.depth);
        for (Rung& r : g.rungs.rungs)
            if (r.limit = broken(*l, r, carried, wide, depthNow); r.limit.empty()) r.limit = r.refused;
    }

    std::string broken(const Ladder& l, const Rung& r, const Carried& carried, const SectionProperties* wide,
                       double depthNow) const
    {
        const SectionProperties& p = r.section->properties();
        const auto size = [&](double v) { return f_.units.text(Quantity::SectionLength, v); };
        const auto above = [](double v, const std::optional<double>& most) { return most && v > *most * (1 + 1e-9); };
        const auto below = [](double v, const std::optional<double>& least) { return least && v < *least * (1 - 1e-9); };
        if (above(p.depth, l.maxDepth)) return "deeper than " + size(*l.maxDepth);
        if (below(p.depth, l.minDepth)) return "shallower than " + size(*l.minDepth);
        if (above(p.width, l.maxWidth)) return "wider than " + size(*l.maxWidth);
        if (below(p.width, l.minWidth)) return "narrower than " + size(*l.minWidth);
        if (above(r.mass, l.maxMass)) return "heavier than " + f_.units.text(Quantity::MassPerLength, *l.maxMass);
        if (l.minThickness)
            if (const double t = thinnest(r.section->shape); t > 0 && below(t, l.minThickness))
                return fmt::format("a part of {}, thinner than {}", size(t), size(*l.minThickness));
        if (l.depthWithin && std::abs(p.depth - depthNow) > *l.depthWithin * (1 + 1e-9))
            return fmt::format("{} from the depth there is", size(std::abs(p.depth - depthNow)));
        if (wide && p.width < wide->width * (1 - 1e-9))
            return fmt::format("narrower than {} ({})", l.wideAs, size(wide->width));
        if (p.depth < carried.depth * (1 - 1e-9))
            return fmt::format("shallower than {}, which it carries ({})", carried.member, size(carried.depth));
        if (l.stock) {
            const StockRow* row = stockOf(f_.design, r.section->designation);
            if (!row) return "not in the stock list";
            if (!row->available) return "not available";
        }
        if (choice_.objective == Objective::Cost && std::isnan(r.cost)) return "no price in the stock list";
        return {};
    }

    void all()
    {
        if (choice_.objective == Objective::Few || choice_.perSection > 0) return together();
        for (GroupPlan& g : plan_.groups) {
            g.chosen = -1;
            for (size_t k = 0; k < g.rungs.rungs.size(); ++k)
                if (g.rungs.rungs[k].meets(g.target) &&
                    (g.chosen < 0 || value(g.rungs.rungs[k]) < value(g.rungs.rungs[static_cast<size_t>(g.chosen)])))
                    g.chosen = static_cast<int>(k);
        }
    }

    void together()
    {
        // All sections of all ladders, in an order that hangs on themselves alone.
        struct Key
        {
            double area, depth;
            std::string name;
            auto operator<=>(const Key&) const = default;
        };
        std::map<Key, int> number;
        const auto key = [](const Rung& r) { return Key{r.section->properties().a, r.depth, r.section->designation}; };
        for (const GroupPlan& g : plan_.groups)
            for (const Rung& r : g.rungs.rungs)
                if (r.meets(g.target)) number.emplace(key(r), 0);
        int next = 0;
        for (auto& [k, n] : number)
            n = next++;
        MassOf mass(plan_.groups.size(), std::vector<double>(number.size(), -1));
        for (size_t g = 0; g < plan_.groups.size(); ++g)
            for (const Rung& r : plan_.groups[g].rungs.rungs)
                if (r.meets(plan_.groups[g].target)) mass[g][static_cast<size_t>(number.at(key(r)))] = value(r);
        const Fewest found =
            choice_.objective == Objective::Few ? fewestSections(mass) : fewerSections(mass, choice_.perSection);
        plan_.proved = choice_.objective == Objective::Few && found.proved;
        for (size_t g = 0; g < plan_.groups.size(); ++g) {
            GroupPlan& p = plan_.groups[g];
            p.chosen = -1;
            for (size_t k = 0; k < p.rungs.rungs.size() && found.chosen[g] >= 0; ++k)
                if (p.rungs.rungs[k].meets(p.target) && number.at(key(p.rungs.rungs[k])) == found.chosen[g])
                    p.chosen = static_cast<int>(k);
        }
    }

    // Rungs stand by mass, then depth, then name: what ties stays with the first.
    double value(const Rung& r) const { return valueOf(r, choice_); }

    // Groups that take the section of another: all take the best that meets what all ask for.
    void follow()
    {
        std::set<size_t> leaders;
        for (GroupPlan& g : plan_.groups) {
            if (g.sameAs.empty()) continue;
            g.chosen = -1;
            if (const auto at = place_.find(g.sameAs); at != place_.end() && g.sameAs != g.id) leaders.insert(at->second);
        }
        for (const size_t l : leaders) {
            GroupPlan& leader = plan_.groups[l];
            const auto& rungs = leader.rungs.rungs;
            leader.chosen = -1;
            for (size_t k = 0; k < rungs.size(); ++k)
                if (!rungsTogether(plan_, l, k).empty() &&
                    (leader.chosen < 0 || value(rungs[k]) < value(rungs[static_cast<size_t>(leader.chosen)])))
                    leader.chosen = static_cast<int>(k);
            if (leader.chosen < 0) continue;
            for (const auto& [g, rung] : rungsTogether(plan_, l, static_cast<size_t>(leader.chosen)))
                plan_.groups[g].chosen = static_cast<int>(rung);
        }
    }

    // Why nothing is proposed: what comes nearest fails by what.
    void reasons(GroupPlan& g)
    {
        if (g.chosen >= 0 || g.rungs.rungs.empty()) {
            if (g.chosen >= 0) g.why.clear();
            return;
        }
        if (g.ladder == kNoFamily) {
            g.why = fmt::format(
                "{} has a section that is in no family of the catalogue, and it is not enough: give it a ladder", g.id);
            return;
        }
        const Rung *within = nullptr, *fits = nullptr;
        size_t unchecked = 0;
        for (const Rung& r : g.rungs.rungs) {
            unchecked += r.status == Status::Unchecked;
            if (r.limit.empty() && r.status != Status::Unchecked && (!within || r.utilisation < within->utilisation))
                within = &r;
            if (!fits && (r.status == Status::Ok || r.status == Status::Warned) && r.utilisation <= g.target) fits = &r;
        }
        if (unchecked == g.rungs.rungs.size())
            g.why = fmt::format("no section of {} can be checked whole: {}", g.ladder, g.rungs.rungs.front().reason);
        else if (fits && !g.sameAs.empty())
            g.why = fmt::format("no section meets the targets of {} and {} together", g.id, g.sameAs);
        else if (fits)
            g.why = fmt::format("{} would meet the target, but is {}", fits->section->designation, fits->limit);
        else if (within)
            g.why = fmt::format("the strongest, {}, comes to {:.2f}: over the target {:g}", within->section->designation,
                                within->utilisation, g.target);
        else
            g.why = fmt::format("every section of {} breaks a limit of it", g.ladder);
    }

    SizingPlan& plan_;
    const CheckModel& model_;
    const Frame& f_;
    const SizingChoice& choice_;
    std::map<std::string, size_t> place_;
};

} // namespace

std::string_view objectiveName(Objective o)
{
    return kObjectives[static_cast<size_t>(o)];
}

std::optional<Objective> objectiveFromName(std::string_view n)
{
    for (size_t k = 0; k < kObjectives.size(); ++k)
        if (kObjectives[k] == n) return static_cast<Objective>(k);
    return std::nullopt;
}

size_t GroupPlan::fitting() const
{
    return static_cast<size_t>(
        std::count_if(rungs.rungs.begin(), rungs.rungs.end(), [&](const Rung& r) { return r.meets(target); }));
}

double SizingPlan::massNow() const
{
    double out = 0;
    for (const GroupPlan& g : groups)
        out += g.massNow;
    return out;
}

double SizingPlan::massThen() const
{
    double out = 0;
    for (const GroupPlan& g : groups)
        out += g.massThen();
    return out;
}

size_t SizingPlan::sectionsThen() const
{
    std::set<std::string> out;
    for (const GroupPlan& g : groups)
        out.insert(g.chosen >= 0 ? g.to() : g.from);
    return out.size();
}

size_t SizingPlan::changed() const
{
    return static_cast<size_t>(std::count_if(groups.begin(), groups.end(), [](const GroupPlan& g) { return g.changes(); }));
}

size_t SizingPlan::unfit() const
{
    return static_cast<size_t>(std::count_if(groups.begin(), groups.end(), [](const GroupPlan& g) { return g.chosen < 0; }));
}

SizingPlan planSizes(const CheckModel& model, const Catalogue& catalogue, const SizingChoice& choice, Progress& progress,
                     const std::function<void(const GroupPlan&)>& told)
{
    SizingPlan plan;
    plan.groups = groupsToPlan(model, choice);
    const Frame& f = model.frame();
    std::map<std::string, std::vector<RungSection>> followed; // what a leader may take
    std::vector<RungsWanted> wanted(plan.groups.size());
    const auto sections = [&](GroupPlan& g, const Ladder& l) -> std::vector<RungSection> {
        auto s = sectionsOf(l, f, catalogue);
        if (!s) {
            g.why = s.error();
            return {};
        }
        g.impossible = s->impossible;
        return std::move(s->sections);
    };
    for (size_t k = 0; k < plan.groups.size(); ++k) {
        GroupPlan& g = plan.groups[k];
        const Member& first = model.members()[g.members.front()];
        std::set<std::string> now;
        for (const size_t m : g.members)
            now.insert(sectionNameOf(f, model.members()[m].section));
        g.from = now.size() == 1 ? sectionNameOf(f, first.section) : fmt::format("{} sections", now.size());
        wanted[k].members = g.members;
        if (const auto l = ladderOf(model, g, catalogue, choice); l && l->sameAs.empty()) {
            wanted[k].sections = sections(g, *l);
            followed[g.id] = wanted[k].sections;
        }
    }
    for (size_t k = 0; k < plan.groups.size(); ++k)
        if (GroupPlan& g = plan.groups[k]; !g.sameAs.empty()) {
            if (const auto at = followed.find(g.sameAs); at != followed.end())
                wanted[k].sections = at->second;
            else
                g.why = fmt::format("{} takes the section of {}, which is not sized or takes another's itself", g.id, g.sameAs);
        }
    std::vector<RungTable> tables = evaluateGroups(model, wanted, progress, [&](size_t k, const RungTable& t) {
        if (!told) return;
        GroupPlan g = plan.groups[k];
        g.rungs = t;
        told(g);
    });
    plan.cancelled = progress.cancelled();
    for (size_t k = 0; k < plan.groups.size(); ++k) {
        plan.groups[k].rungs = std::move(tables[k]);
        plan.groups[k].massNow = plan.groups[k].rungs.massNow;
        if (model.forces().empty() && plan.groups[k].why.empty()) plan.groups[k].why = "there are no forces: analyse the frame";
    }
    if (!plan.cancelled) chooseAgain(plan, model, choice);
    return plan;
}

double valueOf(const Rung& r, const SizingChoice& c)
{
    switch (c.objective) {
    case Objective::Depth: return r.depth;
    case Objective::Cost: return r.cost;
    case Objective::Few: return r.groupMass;
    case Objective::Mass: break;
    }
    return r.groupMass + c.perDepth * r.depth;
}

std::vector<std::pair<size_t, size_t>> rungsTogether(const SizingPlan& plan, size_t group, size_t rung)
{
    std::vector<std::pair<size_t, size_t>> out;
    const std::string& name = plan.groups[group].rungs.rungs[rung].section->designation;
    for (size_t o = 0; o < plan.groups.size(); ++o) {
        const GroupPlan& g = plan.groups[o];
        if (o != group && g.sameAs != plan.groups[group].id) continue;
        const int at = o == group ? static_cast<int>(rung) : g.rungs.find(name);
        if (at < 0 || !g.rungs.rungs[static_cast<size_t>(at)].meets(g.target)) return {};
        out.emplace_back(o, static_cast<size_t>(at));
    }
    return out;
}

std::vector<std::pair<std::string, std::string>> brokenNow(const SizingPlan& plan, const CheckModel& model,
                                                           const SizingChoice& choice)
{
    SizingPlan now = plan;
    for (GroupPlan& g : now.groups)
        g.chosen = g.rungs.find(g.from);
    return Planner(now, model, choice).broken();
}

void chooseAgain(SizingPlan& plan, const CheckModel& model, const SizingChoice& choice)
{
    Planner(plan, model, choice).choose();
}

} // namespace wr
