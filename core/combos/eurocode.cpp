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
    case Role::Rain: return {0.7, 0.5, 0.2};     // not in the table: as much snow
    case Role::Fluid: return {1, 0.9, 0.8};      // EN 1991-4: as storage
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
    std::vector<int> cases;
    Psi psi;
};

std::vector<Variable> variablesOf(const Actions& actions, bool muchSnow)
{
    std::vector<Variable> out;
    const auto add = [&](Role role, const std::vector<int>& cases) {
        out.push_back({role, cases, psiOf(actions.at(cases.front()), muchSnow)});
    };
    for (const auto& [role, cases] : actions.byRole()) {
        if (role == Role::Dead || role == Role::Seismic || role == Role::Accidental) continue;
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
    Eurocode(const Actions& actions, const MakeOptions& o)
        : actions_(actions), o_(o), variables_(variablesOf(actions, o.muchSnow))
    {
    }

    std::vector<SetRule> rules()
    {
        if (o_.strength) strength();
        if (o_.service) service();
        if (o_.construction) construction();
        return std::move(out_);
    }

private:
    using Factor = std::function<double(const Variable&)>;

    void strength()
    {
        const bool ab = o_.standard == LoadingStandard::En610ab;
        const std::string name = ab ? "EN 1990 6.10b" : "EN 1990 6.10";
        combine(
            rule(ab ? "EN 1990 6.10a" : name, "", Purpose::Strength, kSup), -1, 0,
            ab ? psi0_ : [](const Variable&) { return 0.0; });
        for (size_t v = 0; v < variables_.size(); ++v) {
            if (variables_[v].role == Role::Construction) continue;
            const int lead = static_cast<int>(v);
            combine(rule(name, "", Purpose::Strength, ab ? kXi * kSup : kSup), lead, gammaQ(variables_[v]), psi0_);
            // Permanent loads that relieve (uplift, overturning).
            combine(rule(name + ", G inf", "", Purpose::Strength, kInf), lead, gammaQ(variables_[v]), psi0_);
        }
        if (!actions_.of(Role::Seismic).empty()) // 6.4.3.4: G + AEd + Σ ψ2·Q
            combine(withAction(rule("EN 1990 6.12b", "", Purpose::Seismic, 1), Role::Seismic), -1, 0, psi2_);
        if (!actions_.of(Role::Accidental).empty()) { // 6.4.3.3: G + Ad + ψ1·Q1 + Σ ψ2·Qi
            const auto accidental = [&] {
                return withAction(rule("EN 1990 6.11b", "", Purpose::Accidental, 1), Role::Accidental);
            };
            combine(accidental(), -1, 0, psi2_);
            for (size_t v = 0; v < variables_.size(); ++v)
                if (variables_[v].role != Role::Construction)
                    combine(accidental(), static_cast<int>(v), variables_[v].psi.psi1, psi2_);
        }
    }

    void service()
    {
        const auto psi0 = [](const Variable& v) { return v.psi.psi0; };
        for (size_t k = 0; k < variables_.size(); ++k) {
            const auto v = static_cast<int>(k);
            if (variables_[k].role == Role::Construction) continue;
            combine(rule("EN 1990 6.14b", "characteristic", Purpose::Service, 1), v, 1, psi0);
            combine(rule("EN 1990 6.15b", "frequent", Purpose::Service, 1), v, variables_[k].psi.psi1, psi2_);
            combine(rule("EN 1990 A1.4, variable part", "live-only", Purpose::Service, 0), v, 1, psi0);
        }
        combine(rule("EN 1990 6.16b", "quasi-permanent", Purpose::Service, 1), -1, 0, psi2_);
    }

    void construction()
    {
        for (size_t v = 0; v < variables_.size(); ++v)
            if (variables_[v].role == Role::Construction)
                combine(rule("EN 1990 6.10, stage of construction", "", Purpose::Construction, kSup), static_cast<int>(v),
                        gammaQ(variables_[v]), psi0_);
    }

    // Table A1.2(B): 1.5; cranes 1.35 (EN 1991-3 Table A.1).
    static double gammaQ(const Variable& v) { return v.role == Role::Crane ? 1.35 : 1.5; }

    // k 0: without permanent loads.
    SetRule rule(std::string name, std::string kind, Purpose p, double k) const
    {
        SetRule r{std::move(name), std::move(kind), p, {}, {}, {}};
        if (k != 0) actions_.permanent(r, p, k);
        return r;
    }

    SetRule withAction(SetRule r, Role role) const
    {
        const int part = static_cast<int>(variables_.size());
        actions_.variable(r, role, actions_.of(role), part, [](const LoadCase&) { return 1.0; });
        r.must.push_back(part);
        return r;
    }

    // What stands in the rule + lead·k + Σ others·factor. lead -1: none.
    void combine(SetRule r, int lead, double k, const Factor& factor)
    {
        for (size_t i = 0; i < variables_.size(); ++i) {
            const Variable& v = variables_[i];
            const int part = static_cast<int>(i);
            const bool leads = part == lead;
            if (!leads && lead >= 0 && !beside(variables_[lead].role, v.role)) continue;
            if (lead < 0 && v.role == Role::Construction) continue;
            const double by = leads ? k : factor(v);
            if (by == 0) continue;
            actions_.variable(r, v.role, v.cases, part, [by](const LoadCase&) { return by; });
            if (leads) r.must.push_back(part);
        }
        mergeGroups(r.slots);
        out_.push_back(std::move(r));
    }

    const Actions& actions_;
    const MakeOptions& o_;
    std::vector<Variable> variables_;
    std::vector<SetRule> out_;
    const Factor psi0_ = [](const Variable& v) { return gammaQ(v) * v.psi.psi0; };
    const Factor psi2_ = [](const Variable& v) { return v.psi.psi2; };
};

} // namespace

std::vector<SetRule> eurocodeRules(const Actions& actions, const MakeOptions& o)
{
    return Eurocode(actions, o).rules();
}

} // namespace wr
