#include "core/project/proven.h"

#include "core/project/edited_state.h"

#include <algorithm>
#include <fmt/format.h>
#include <set>
#include <string>

namespace wr {

namespace {

constexpr int kRounds = 24; // checks of the whole: each refuses a rung at least

// The rung that is chosen, and those that are weaker in all.
void refuse(GroupPlan& g, const std::string& why)
{
    const std::string name = g.to();
    const SectionProperties p = g.rungs.rungs[static_cast<size_t>(g.chosen)].section->properties();
    for (Rung& r : g.rungs.rungs) {
        const SectionProperties& o = r.section->properties();
        if (r.section->designation == name)
            r.refused = why;
        else if (r.refused.empty() && o.a <= p.a && o.iy <= p.iy && o.iz <= p.iz && o.it <= p.it && o.wply <= p.wply)
            r.refused = fmt::format("weaker than {}, which is {}", name, why);
    }
}

} // namespace

Proven provenSizes(const DesignState& s, SizingPlan plan, const SizingChoice& choice, Progress& progress)
{
    Proven out;
    out.plan = std::move(plan);
    std::set<std::string> stays; // groups nothing was found for in all rounds: they keep what they have
    for (int round = 0; round < kRounds + 2; ++round) {
        for (GroupPlan& g : out.plan.groups)
            if (stays.contains(g.id)) g.chosen = g.rungs.find(g.from);
        out.then = s;
        const auto edit = editOf(out.plan, s);
        if (!edit) break;
        const auto edited = editedState(s, Edit{*edit});
        if (!edited) break;
        auto done = checkedWhole(*edited, progress);
        if (!done) return out;
        out.then = *std::move(done);
        bool refused = false;
        for (GroupPlan& g : out.plan.groups) {
            if (!g.changes()) continue;
            double worst = 0;
            std::string why;
            for (const size_t m : g.rungs.members) {
                const MemberResult& r = out.then.report->results[m];
                if (r.govern()) worst = std::max(worst, r.utilisation);
                if (r.status == Status::Unchecked) why = "cannot be checked whole";
            }
            if (worst > g.target * (1 + 1e-9)) why = fmt::format("{:.2f} when checked whole, with what then holds it", worst);
            if (why.empty()) continue;
            out.refused.push_back(fmt::format("{} {}: {}", g.id, g.to(), why));
            refuse(g, why);
            if (round + 1 >= kRounds) {
                stays.insert(g.id); // and what takes its section, or whose it takes
                for (const GroupPlan& o : out.plan.groups)
                    if (o.sameAs == g.id || o.id == g.sameAs) stays.insert(o.id);
            }
            refused = true;
        }
        if (!refused) {
            out.whole = true;
            return out;
        }
        chooseAgain(out.plan, *s.model, choice);
    }
    out.whole = !progress.cancelled();
    return out;
}

Proven provenSizes(const DesignState& s, const Catalogue& catalogue, const SizingChoice& choice, Progress& progress,
                   const std::function<void(const GroupPlan&)>& told)
{
    SizingPlan plan = planSizes(*s.model, catalogue, choice, progress, told);
    if (plan.cancelled) return {std::move(plan), s, {}, false};
    return provenSizes(s, std::move(plan), choice, progress);
}

} // namespace wr
