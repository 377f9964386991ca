#include "core/combos/actions.h"

#include <algorithm>

namespace wr {

Actions::Actions(const Frame& f) : f_(f)
{
    for (size_t c = 0; c < f.cases.size(); ++c)
        if (f.cases[c].action != Action::Notional) byRole_[roleOf(f.cases[c].action)].push_back(static_cast<int>(c));
}

std::vector<Terms> Actions::states(const std::vector<int>& cases) const
{
    std::map<std::string, std::vector<int>> groups;
    std::vector<Terms> out{{}};
    const auto multiply = [&](const std::vector<Terms>& ways) {
        std::vector<Terms> next;
        for (const Terms& a : out)
            for (const Terms& b : ways) {
                Terms t = a;
                t.insert(b.begin(), b.end());
                next.push_back(std::move(t));
            }
        out = std::move(next);
    };
    const auto ways = [&](int c) {
        std::vector<Terms> w{{{c, 1.0}}};
        if (f_.cases[c].reversible) w.push_back({{c, -1.0}});
        return w;
    };
    for (const int c : cases) {
        const LoadCase& lc = f_.cases[c];
        const Role role = roleOf(lc.action);
        std::string group = lc.exclusive;
        if (group.empty() && (role == Role::Wind || role == Role::Seismic))
            group = "\x01"; // one wind, one earthquake at a time
        if (group.empty())
            multiply(ways(c));
        else
            groups[group].push_back(c);
    }
    for (const auto& [g, members] : groups) {
        std::vector<Terms> any;
        for (const int c : members)
            for (Terms& t : ways(c))
                any.push_back(std::move(t));
        multiply(any);
    }
    return out;
}

std::vector<Terms> Actions::states(Role r) const
{
    const auto it = byRole_.find(r);
    return it == byRole_.end() ? std::vector<Terms>{} : states(it->second);
}

std::vector<int> Actions::dead(Purpose p) const
{
    std::vector<int> out;
    const auto it = byRole_.find(Role::Dead);
    if (it == byRole_.end()) return out;
    for (const int c : it->second)
        if (p != Purpose::Construction || f_.cases[c].action == Action::Dead) out.push_back(c);
    return out;
}

bool Actions::excluded(const Terms& t) const
{
    std::set<std::string_view> groups;
    for (const auto& [c, k] : t)
        if (k != 0 && !f_.cases[c].exclusive.empty() && !groups.insert(f_.cases[c].exclusive).second) return true;
    return false;
}

bool Actions::permanentOnly(const Terms& t) const
{
    return std::all_of(t.begin(), t.end(), [&](const auto& x) { return roleOf(f_.cases[x.first].action) == Role::Dead; });
}

void Candidates::put(Candidate c)
{
    std::erase_if(c.terms, [](const auto& x) { return x.second == 0; });
    if (c.terms.empty() || actions_.excluded(c.terms)) return;
    if (!offered_.insert({c.purpose, c.kind, c.terms}).second) return;
    // Permanent loads alone under a factor less than that of an equation before: all of it is in that one.
    const bool dead = c.purpose == Purpose::Strength && actions_.permanentOnly(c.terms);
    if (dead && deadAlone_) return;
    deadAlone_ = deadAlone_ || dead;
    list_.push_back(std::move(c));
}

} // namespace wr
