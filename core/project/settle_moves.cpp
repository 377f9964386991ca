#include "core/project/settle_moves.h"

#include "core/checking/frame_limits.h"

#include <algorithm>

namespace wr {

double worstLimit(const DesignState& s, std::string* name)
{
    double out = 0;
    for (const StandingLimit& l : *s.limits)
        if (l.reason.empty() && l.ratio > out) {
            out = l.ratio;
            if (name) *name = frameLimitText(*s.frame, s.frame->design.frameLimits.list()[l.limit]);
        }
    return out;
}

// A member's worst over what its group may come to; above 1 it is over.
double worstOf(const DesignState& s, const GroupPlan& g)
{
    double out = 0;
    for (const size_t m : g.rungs.members) {
        const MemberResult& r = s.report->results[m];
        if (r.status == Status::Over || r.status == Status::Unchecked) out = std::max(out, 1 + 1e-6);
        if (r.govern()) out = std::max(out, r.utilisation / g.target);
    }
    return out;
}

// Every group as the state has it: over, not checked, or outside its ladder.
bool within(const DesignState& s, const GroupPlan& g)
{
    return worstOf(s, g) <= 1 + 1e-9;
}
bool onLadder(const GroupPlan& g)
{
    const int k = g.rungs.find(g.from);
    return k >= 0 && g.rungs.rungs[static_cast<size_t>(k)].limit.empty();
}

// What is over in a state takes the best of what is no lighter than it has: what the plan of that state proposes from then
// on. Groups nothing is strong enough for go to `none`.
Groups growing(const DesignState& s, SizingPlan& plan, std::set<std::string>& none)
{
    Groups out;
    for (GroupPlan& g : plan.groups) {
        if (within(s, g) && onLadder(g)) continue;
        if (g.rungs.rungs.empty() || none.contains(g.id)) continue;
        int best = -1;
        const bool heavier = !within(s, g);
        for (size_t k = 0; k < g.rungs.rungs.size() && best < 0; ++k)
            if (const Rung& r = g.rungs.rungs[k];
                r.meets(g.target) && (!heavier || r.groupMass > g.massNow * (1 - 1e-9)) && r.section->designation != g.from)
                best = static_cast<int>(k);
        if (best < 0) best = g.changes() ? g.chosen : -1; // another family, perhaps lighter
        if (best < 0) {
            none.insert(g.id);
            continue;
        }
        g.chosen = best;
        out.push_back(g.id);
    }
    return out;
}

// Groups that take each other's section move together: each of `groups` with its leader and all that follow it, on the
// first rung from the heaviest proposed on that meets for all. Those for which there is none are taken out.
Groups together(SizingPlan& plan, const Groups& groups)
{
    std::set<std::string> wanted(groups.begin(), groups.end());
    for (size_t l = 0; l < plan.groups.size(); ++l) {
        const GroupPlan& leader = plan.groups[l];
        std::vector<size_t> all{l};
        for (size_t o = 0; o < plan.groups.size(); ++o)
            if (o != l && plan.groups[o].sameAs == leader.id) all.push_back(o);
        const auto moves = [&](size_t g) { return wanted.contains(plan.groups[g].id); };
        if (all.size() == 1 || std::none_of(all.begin(), all.end(), moves)) continue;
        double least = 0; // by area: the groups differ in length
        for (const size_t g : all)
            if (const GroupPlan& p = plan.groups[g]; moves(g) && p.chosen >= 0)
                least = std::max(least, p.rungs.rungs[static_cast<size_t>(p.chosen)].section->properties().a);
        std::vector<std::pair<size_t, size_t>> found;
        for (size_t k = 0; k < leader.rungs.rungs.size() && found.empty(); ++k)
            if (leader.rungs.rungs[k].section->properties().a >= least * (1 - 1e-9)) found = rungsTogether(plan, l, k);
        for (const size_t g : all)
            wanted.erase(plan.groups[g].id);
        for (const auto& [g, rung] : found) {
            plan.groups[g].chosen = static_cast<int>(rung);
            wanted.insert(plan.groups[g].id);
        }
    }
    return {wanted.begin(), wanted.end()};
}

// What limits of the frame ask for, of those from `least` on: where kilograms buy most stiffness, by the forces of the
// state. Nothing where there is no such limit, or it was stopped.
std::optional<Stiffening> stiffnessOf(const DesignState& s, const SizingPlan& plan, double least, Progress& progress,
                                      std::string& trouble)
{
    constexpr size_t kMost = 12; // the worst ones: every row is a solution of the frame
    std::vector<StandingLimit> rows;
    for (const StandingLimit& l : *s.limits)
        if (l.reason.empty() && l.ratio >= least) rows.push_back(l);
    std::sort(rows.begin(), rows.end(), [](const StandingLimit& a, const StandingLimit& b) { return a.ratio > b.ratio; });
    if (rows.size() > kMost) rows.resize(kMost);
    if (rows.empty()) return std::nullopt;
    auto shares = movementShares(*s.frame, s.results->forces, rows, progress);
    if (!shares) {
        trouble = shares.error();
        return std::nullopt;
    }
    return Stiffening(*s.model, plan, *std::move(shares));
}

// Groups that a plan is to stiffen so that the limits of the frame are kept.
Groups stiffening(const DesignState& s, SizingPlan& plan, Progress& progress, std::string& trouble)
{
    Groups out;
    if (worstLimit(s) <= 1 || progress.cancelled()) return out;
    std::vector<int> wanted;
    for (GroupPlan& g : plan.groups) { // from the sizes there are
        wanted.push_back(g.chosen);
        g.chosen = g.rungs.find(g.from);
    }
    if (auto stiff = stiffnessOf(s, plan, 0.7, progress, trouble)) {
        stiffen(*stiff, plan, kAim);
        for (const GroupPlan& g : plan.groups)
            if (g.changes()) out.push_back(g.id);
    }
    for (size_t g = 0; out.empty() && g < wanted.size(); ++g) // nothing helps: the proposals there were
        plan.groups[g].chosen = wanted[g];
    return out;
}

} // namespace wr
