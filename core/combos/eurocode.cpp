#include "core/combos/eurocode.h"

#include <functional>

namespace wr {

Psi psiOf(const LoadCase& c, bool muchSnow)
{
    // EN 1990 Table A1.1; cranes by EN 1991-3 Table A.2 (ψ2 as of its self-weight, taken as 0.5 here).
    switch (roleOf(c.action)) {
    case Role::Snow: return muchSnow ? Psi{0.7, 0.5, 0.2} : Psi{0.5, 0.2, 0};
    case Role::Wind: return {0.6, 0.2, 0};
    case Role::Thermal: return {0.6, 0.5, 0};
    case Role::RoofLive: return {0, 0, 0};
    case Role::Crane: return {1, 0.9, 0.5};
    case Role::Construction: return {1, 0, 0.2}; // EN 1991-1-6 A1.1: 0.6 to 1.0
    default: break;
    }
    if (c.action == Action::Storage) return {1, 0.9, 0.8};
    switch (c.category.empty() ? 'B' : c.category.front()) {
    case 'C':
    case 'D': return {0.7, 0.7, 0.6};
    case 'E': return {1, 0.9, 0.8};
    case 'F': return {0.7, 0.7, 0.6};
    case 'G': return {0.7, 0.5, 0.3};
    case 'H': return {0, 0, 0};
    default: return {0.7, 0.5, 0.3};
    }
}

namespace {

constexpr double kSup = 1.35, kInf = 1.0, kXi = 0.85; // EN 1990 Table A1.2(B), recommended

// A variable action is a role; imposed loads by category.
struct Variable
{
    Role role;
    std::vector<Terms> states;
    Psi psi;
};

std::vector<Variable> variablesOf(const Actions& actions, bool muchSnow)
{
    std::vector<Variable> out;
    const auto add = [&](Role role, const std::vector<int>& cases) {
        out.push_back({role, actions.states(cases), psiOf(actions.at(cases.front()), muchSnow)});
    };
    for (const auto& [role, cases] : actions.byRole()) {
        if (role == Role::Dead || role == Role::Seismic) continue;
        if (role != Role::Live) {
            add(role, cases);
            continue;
        }
        std::map<std::string, std::vector<int>> imposed;
        for (const int c : cases) {
            const LoadCase& lc = actions.at(c);
            imposed[lc.action == Action::Storage ? "E" : lc.category.empty() ? "B" : lc.category].push_back(c);
        }
        for (const auto& [category, list] : imposed)
            add(role, list);
    }
    return out;
}

// Roof imposed load never beside snow or wind (EN 1991-1-1 3.3.2), construction loads only in their own stage.
bool beside(Role a, Role b)
{
    if (a == Role::Construction || b == Role::Construction) return a == b;
    const auto weather = [](Role r) { return r == Role::Snow || r == Role::Wind; };
    return !((a == Role::RoofLive && weather(b)) || (b == Role::RoofLive && weather(a)));
}

class Eurocode
{
public:
    Eurocode(const Actions& actions, const MakeOptions& o, Candidates& out)
        : actions_(actions), o_(o), out_(out), variables_(variablesOf(actions, o.muchSnow))
    {
    }

    void strength()
    {
        const bool ab = o_.standard == LoadingStandard::En610ab;
        const std::string name = ab ? "EN 1990 6.10b" : "EN 1990 6.10";
        combine(
            {ab ? "EN 1990 6.10a" : name, "", Purpose::Strength, permanent(kSup)}, -1, 0,
            ab ? psi0_ : [](const Variable&) { return 0.0; });
        for (size_t v = 0; v < variables_.size(); ++v) {
            if (variables_[v].role == Role::Construction) continue;
            combine({name, "", Purpose::Strength, permanent(ab ? kXi * kSup : kSup)}, static_cast<int>(v),
                    gammaQ(variables_[v]), psi0_);
            // Permanent loads that relieve (uplift, overturning).
            combine({name + ", G inf", "", Purpose::Strength, permanent(kInf)}, static_cast<int>(v), gammaQ(variables_[v]),
                    psi0_);
        }
        for (const Terms& w : actions_.states(Role::Seismic)) { // 6.4.3.4: G + AEd + Σ ψ2·Q
            Terms g = permanent(1);
            g.insert(w.begin(), w.end());
            combine({"EN 1990 6.12b", "", Purpose::Seismic, g}, -1, 0, [](const Variable& v) { return v.psi.psi2; });
        }
    }

    void service()
    {
        const auto psi0 = [](const Variable& v) { return v.psi.psi0; };
        const auto psi2 = [](const Variable& v) { return v.psi.psi2; };
        for (size_t k = 0; k < variables_.size(); ++k) {
            const auto v = static_cast<int>(k);
            if (variables_[k].role == Role::Construction) continue;
            combine({"EN 1990 6.14b", "characteristic", Purpose::Service, permanent(1)}, v, 1, psi0);
            combine({"EN 1990 6.15b", "frequent", Purpose::Service, permanent(1)}, v, variables_[k].psi.psi1, psi2);
            combine({"EN 1990 A1.4, variable part", "live-only", Purpose::Service, {}}, v, 1, psi0);
        }
        combine({"EN 1990 6.16b", "quasi-permanent", Purpose::Service, permanent(1)}, -1, 0, psi2);
    }

    void construction()
    {
        Terms g;
        for (const int c : actions_.dead(Purpose::Construction))
            g[c] = kSup;
        for (size_t v = 0; v < variables_.size(); ++v)
            if (variables_[v].role == Role::Construction)
                combine({"EN 1990 6.10, stage of construction", "", Purpose::Construction, g}, static_cast<int>(v),
                        gammaQ(variables_[v]), psi0_);
    }

private:
    using Factor = std::function<double(const Variable&)>;

    // Table A1.2(B): 1.5; cranes 1.35 (EN 1991-3 Table A.1).
    static double gammaQ(const Variable& v) { return v.role == Role::Crane ? 1.35 : 1.5; }

    Terms permanent(double k) const
    {
        Terms t;
        for (const int c : actions_.dead(Purpose::Strength))
            t[c] = k;
        return t;
    }

    // What stands in `set` + lead·k + Σ others·factor, in every state and with every companion there or not. lead -1: none.
    void combine(const Candidate& set, int lead, double k, const Factor& factor)
    {
        std::vector<Terms> all{set.terms};
        for (size_t i = 0; i < variables_.size(); ++i) {
            const Variable& v = variables_[i];
            const bool leads = static_cast<int>(i) == lead;
            if (!leads && lead >= 0 && !beside(variables_[lead].role, v.role)) continue;
            if (lead < 0 && v.role == Role::Construction) continue;
            const double by = leads ? k : factor(v);
            if (by == 0) continue;
            std::vector<Terms> next;
            for (const Terms& a : all)
                for (const Terms& w : v.states) {
                    Terms t = a;
                    for (const auto& [c, sign] : w)
                        t[c] += by * sign;
                    next.push_back(std::move(t));
                }
            if (!leads) next.insert(next.end(), all.begin(), all.end());
            all = std::move(next);
        }
        for (const Terms& t : all)
            out_.put({set.equation, set.kind, set.purpose, t});
    }

    const Actions& actions_;
    const MakeOptions& o_;
    Candidates& out_;
    std::vector<Variable> variables_;
    const Factor psi0_ = [](const Variable& v) { return gammaQ(v) * v.psi.psi0; };
};

} // namespace

void putEurocode(const Actions& actions, const MakeOptions& o, Candidates& out)
{
    Eurocode sets(actions, o, out);
    if (o.strength) sets.strength();
    if (o.service) sets.service();
    if (o.construction) sets.construction();
}

} // namespace wr
