#include "core/combos/actions.h"

#include <algorithm>
#include <cmath>

namespace wr {

Actions::Actions(const Frame& f, const MakeOptions& o) : f_(f), orthogonal_(o.orthogonal), direction_(f.cases.size())
{
    for (size_t c = 0; c < f.cases.size(); ++c)
        if (f.cases[c].action != Action::Notional) byRole_[roleOf(f.cases[c].action)].push_back(static_cast<int>(c));
    if (!o.resultant) return;
    for (const int c : of(Role::Seismic)) {
        Vec3 v = o.resultant(f, f.cases[c]);
        (f.up == Up::Z ? v.z : v.y) = 0;
        if (const double size = norm(v); size > 0) direction_[c] = (1 / size) * v;
    }
}

const std::vector<int>& Actions::of(Role r) const
{
    static const std::vector<int> none;
    const auto it = byRole_.find(r);
    return it == byRole_.end() ? none : it->second;
}

bool Actions::across(int a, int b) const
{
    const LoadCase &x = f_.cases[a], &y = f_.cases[b];
    if (a == b || x.unsignedResult || y.unsignedResult) return false;
    if (!x.exclusive.empty() && !y.exclusive.empty()) return x.exclusive != y.exclusive;
    return directionKnown(a) && directionKnown(b) && std::abs(dot(direction_[a], direction_[b])) < 0.5;
}

std::vector<Way> Actions::waysOf(int c, int part, double k) const
{
    std::vector<Way> out{{{{c, k}}, part}};
    if (f_.cases[c].reversible) out.push_back({{{c, -k}}, part});
    return out;
}

// An earthquake alone, and with a share of each of those across.
std::vector<Way> Actions::seismicWays(const std::vector<int>& cases, int c, int part, double k) const
{
    std::vector<Way> out = waysOf(c, part, k);
    if (orthogonal_ <= 0) return out;
    const size_t alone = out.size();
    for (const int other : cases) {
        if (!across(c, other)) continue;
        for (size_t i = 0; i < alone; ++i)
            for (const Way& w : waysOf(other, part, orthogonal_ * k)) {
                Way both = out[i];
                both.terms.insert(w.terms.begin(), w.terms.end());
                out.push_back(std::move(both));
            }
    }
    return out;
}

void Actions::permanent(SetRule& r, Purpose p, double k) const
{
    for (const int c : dead(p)) {
        if (!f_.cases[c].reversible && f_.cases[c].exclusive.empty()) {
            r.base[c] += k;
            continue;
        }
        r.slots.push_back({waysOf(c, -1, k), f_.cases[c].exclusive, false});
    }
}

void Actions::variable(SetRule& r, Role role, const std::vector<int>& cases, int part,
                       const std::function<double(const LoadCase&)>& factor) const
{
    const bool seismic = role == Role::Seismic;
    Slot one; // of a wind or an earthquake
    for (const int c : cases) {
        const LoadCase& lc = f_.cases[c];
        const double k = factor(lc);
        if (k == 0) continue;
        std::vector<Way> ways = seismic ? seismicWays(cases, c, part, k) : waysOf(c, part, k);
        if (seismic || (role == Role::Wind && lc.exclusive.empty()))
            one.ways.insert(one.ways.end(), ways.begin(), ways.end());
        else
            r.slots.push_back({std::move(ways), lc.exclusive, true});
    }
    if (!one.ways.empty()) r.slots.push_back(std::move(one));
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
