#include "core/combos/equations.h"

#include <algorithm>

namespace wr {

namespace {

// ASCE 7 2.3.1, exception 1: not storage, nor garages or areas of public assembly.
bool mayBeHalf(const LoadCase& c)
{
    const char category = c.category.empty() ? 'B' : c.category.front();
    return c.action == Action::Live && (category == 'A' || category == 'B' || category == 'D');
}

// A rule for every choice of one role from each part that is there.
void putRules(const Equation& e, const Actions& actions, const MakeOptions& o, std::vector<SetRule>& out)
{
    std::vector<SetRule> rules{{e.name, e.kind, e.purpose, {}, {}, {}}};
    int part = 0;
    for (const Part& p : e.parts) {
        ++part;
        std::vector<SetRule> next;
        for (const auto& [role, k] : p.oneOf) {
            const bool dead = role == Role::Dead;
            if (dead ? actions.dead(e.purpose).empty() : actions.of(role).empty()) continue;
            for (SetRule r : rules) {
                if (dead)
                    actions.permanent(r, e.purpose, k);
                else
                    actions.variable(r, role, actions.of(role), part, [&, k = k](const LoadCase& c) {
                        return o.halfLive && e.halfLiveAllowed && mayBeHalf(c) ? 0.5 * k : k;
                    });
                if (p.must && !dead) r.must.push_back(part);
                next.push_back(std::move(r));
            }
        }
        if (next.empty() && p.must) return;
        if (!next.empty()) rules = std::move(next);
    }
    for (SetRule& r : rules) {
        mergeGroups(r.slots);
        out.push_back(std::move(r));
    }
}

} // namespace

std::vector<SetRule> equationRules(const Actions& actions, const MakeOptions& o)
{
    std::vector<SetRule> out;
    for (const Equation& e : equationsOf(o))
        putRules(e, actions, o, out);
    return out;
}

} // namespace wr
