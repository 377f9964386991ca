// The fixed lists of ASCE 7 and IS 800 over the cases of a frame.
#include "core/combos/equations.h"

namespace wr {

namespace {

// ASCE 7 2.3.1, exception 1: not storage, nor garages or areas of public assembly.
bool mayBeHalf(const LoadCase& c)
{
    const char category = c.category.empty() ? 'B' : c.category.front();
    return c.action == Action::Live && (category == 'A' || category == 'B' || category == 'D');
}

void putEquation(const Equation& e, const Actions& actions, const MakeOptions& o, Candidates& out)
{
    std::vector<Terms> all{{}};
    for (const Part& part : e.parts) {
        std::vector<Terms> next;
        bool any = false;
        for (const auto& [role, k] : part.oneOf) {
            const std::vector<int> dead = role == Role::Dead ? actions.dead(e.purpose) : std::vector<int>{};
            const std::vector<Terms> ways = role != Role::Dead ? actions.states(role)
                                            : dead.empty()     ? std::vector<Terms>{}
                                                               : actions.states(dead);
            for (const Terms& w : ways)
                for (const Terms& a : all) {
                    Terms t = a;
                    for (const auto& [c, sign] : w) {
                        const bool half = o.halfLive && e.halfLiveAllowed && mayBeHalf(actions.at(c));
                        t[c] += sign * (half ? 0.5 * k : k);
                    }
                    next.push_back(std::move(t));
                    any = true;
                }
        }
        if (!any && part.must) return;
        if (!part.must) // and without it
            next.insert(next.end(), all.begin(), all.end());
        all = std::move(next);
    }
    for (const Terms& t : all)
        out.put({e.name, e.kind, e.purpose, t});
}

} // namespace

void putEquations(const Actions& actions, const MakeOptions& o, Candidates& out)
{
    for (const Equation& e : equationsOf(o))
        putEquation(e, actions, o, out);
}

} // namespace wr
