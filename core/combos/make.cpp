#include "core/combos/make.h"

#include "core/combos/rules.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>
#include <functional>
#include <map>
#include <set>

namespace wr {

const std::vector<LoadingStandardName>& loadingStandards()
{
    static const std::vector<LoadingStandardName> all{
        {LoadingStandard::Asce22Lrfd, "asce7-22-lrfd", "ASCE 7-22, strength (LRFD)", "lrfd"},
        {LoadingStandard::Asce22Asd, "asce7-22-asd", "ASCE 7-22, allowable stress (ASD)", "asd"},
        {LoadingStandard::Asce16Lrfd, "asce7-16-lrfd", "ASCE 7-16, strength (LRFD)", "lrfd"},
        {LoadingStandard::Asce16Asd, "asce7-16-asd", "ASCE 7-16, allowable stress (ASD)", "asd"},
        {LoadingStandard::En610, "en1990-6.10", "EN 1990, Eq. 6.10", "en1990"},
        {LoadingStandard::En610ab, "en1990-6.10ab", "EN 1990, Eqs. 6.10a and 6.10b", "en1990"},
        {LoadingStandard::Is800, "is875", "IS 875 Part 5, IS 800 Table 4", "is"},
    };
    return all;
}

LoadingStandard loadingFor(std::string_view design)
{
    if (design.starts_with("en")) return LoadingStandard::En610;
    if (design.starts_with("is")) return LoadingStandard::Is800;
    return design.ends_with("asd") ? LoadingStandard::Asce22Asd : LoadingStandard::Asce22Lrfd;
}

double imperfection(double height, int columns)
{
    const double ah = height > 0 ? std::clamp(2 / std::sqrt(height), 2.0 / 3, 1.0) : 1.0;
    const double am = std::sqrt(0.5 * (1 + 1.0 / std::max(1, columns)));
    return ah * am / 200;
}

double frameHeight(const Frame& f)
{
    double low = 1e300, high = -1e300;
    for (const Node& n : f.nodes) {
        const double h = dot(n.at, f.upward());
        if (n.supported()) low = std::min(low, h);
        high = std::max(high, h);
    }
    return low < 1e299 ? std::max(0.0, high - low) : 0;
}

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

using Terms = std::map<int, double>;

class Maker
{
public:
    Maker(const Frame& f, const MakeOptions& o) : f_(f), o_(o)
    {
        out_.cases = f.cases;
        for (const Combination& c : f.combinations)
            if (c.made.empty()) out_.combinations.push_back(c);
        for (const Combination& c : out_.combinations)
            taken_.insert(c.id);
        for (size_t c = 0; c < f.cases.size(); ++c)
            if (f.cases[c].action != Action::Notional) byRole_[roleOf(f.cases[c].action)].push_back(static_cast<int>(c));
    }

    MadeCombinations run()
    {
        const bool en = o_.standard == LoadingStandard::En610 || o_.standard == LoadingStandard::En610ab;
        if (en)
            eurocode();
        else
            for (const Equation& e : equationsOf(o_))
                expand(e);
        choose();
        const bool asce = !en && o_.standard != LoadingStandard::Is800;
        if (asce && o_.strength && o_.sds <= 0 && byRole_.contains(Role::Seismic))
            out_.findings.push_back(
                finding("combination.vertical-seismic", "/combinations", "",
                        "the seismic combinations are made without the vertical effect 0.2·SDS·D (ASCE 7 12.4.2.2): give SDS"));
        for (const auto& [role, cases] : byRole_)
            for (const int c : cases)
                if (!used_.contains(c))
                    out_.findings.push_back(
                        finding("combination.left-out", fmt::format("/cases/{}", c), f_.cases[c].id,
                                fmt::format("no rule of {} takes up case {} ({}) beside the other cases: write a "
                                            "combination for it by hand",
                                            title(), f_.cases[c].id, actionName(f_.cases[c].action))));
        return std::move(out_);
    }

private:
    const LoadingStandardName& name() const
    {
        return *std::find_if(loadingStandards().begin(), loadingStandards().end(),
                             [&](const auto& s) { return s.standard == o_.standard; });
    }
    std::string title() const { return std::string(name().title); }

    // Every way in which the cases of an action can act: one of each exclusive group, each with its signs; the others together.
    std::vector<Terms> states(const std::vector<int>& cases) const
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

    std::vector<Terms> statesOf(Role r) const
    {
        const auto it = byRole_.find(r);
        return it == byRole_.end() ? std::vector<Terms>{} : states(it->second);
    }

    // Dead load before the slab: the steel alone where there are superimposed loads.
    std::vector<int> deadCases(Purpose p) const
    {
        std::vector<int> out;
        const auto it = byRole_.find(Role::Dead);
        if (it == byRole_.end()) return out;
        for (const int c : it->second)
            if (p != Purpose::Construction || f_.cases[c].action == Action::Dead) out.push_back(c);
        return out;
    }

    void expand(const Equation& e)
    {
        std::vector<Terms> all{{}};
        for (const Part& part : e.parts) {
            std::vector<Terms> next;
            bool any = false;
            for (const auto& [role, k] : part.oneOf) {
                std::vector<Terms> ways = role == Role::Dead ? states(deadCases(e.purpose)) : statesOf(role);
                if (role == Role::Dead && deadCases(e.purpose).empty()) ways.clear();
                for (const Terms& w : ways)
                    for (const Terms& a : all) {
                        Terms t = a;
                        for (const auto& [c, sign] : w) {
                            const bool half = o_.halfLive && e.halfLiveAllowed && mayBeHalf(f_.cases[c]);
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
            put(e, t);
    }

    // ASCE 7 2.3.1, exception 1: not storage, nor garages or areas of public assembly.
    static bool mayBeHalf(const LoadCase& c)
    {
        const char category = c.category.empty() ? 'B' : c.category.front();
        return c.action == Action::Live && (category == 'A' || category == 'B' || category == 'D');
    }

    struct Candidate
    {
        Equation head; // name, kind, purpose
        Terms terms;
    };

    // Two cases of one group never act together, whatever their actions.
    bool excluded(const Terms& t) const
    {
        std::set<std::string_view> groups;
        for (const auto& [c, k] : t)
            if (k != 0 && !f_.cases[c].exclusive.empty() && !groups.insert(f_.cases[c].exclusive).second) return true;
        return false;
    }

    void put(const Equation& e, Terms t)
    {
        std::erase_if(t, [](const auto& x) { return x.second == 0; });
        if (t.empty() || excluded(t)) return;
        if (!offered_.insert({e.purpose, e.kind, t}).second) return;
        const bool variable =
            std::any_of(t.begin(), t.end(), [&](const auto& x) { return roleOf(f_.cases[x.first].action) != Role::Dead; });
        // Permanent loads alone under a factor less than that of an equation before: all of it is in that one.
        if (!variable && e.purpose == Purpose::Strength && deadAlone_) return;
        deadAlone_ = deadAlone_ || (!variable && e.purpose == Purpose::Strength);
        candidates_.push_back({{e.name, e.kind, e.purpose, {}, false}, std::move(t)});
    }

    // All that were put, or of many those that are the largest or the least in some effect among the sets of their purpose and
    // kind.
    void choose()
    {
        out_.possible = static_cast<int>(candidates_.size());
        std::vector<char> kept(candidates_.size(), 1);
        std::shared_ptr<const CaseEffects> effects;
        if (o_.subsets == Subsets::Governing && out_.possible > kManySubsets && o_.effects) effects = o_.effects();
        if (effects) {
            std::fill(kept.begin(), kept.end(), 0);
            std::map<std::pair<Purpose, std::string>, std::vector<size_t>> groups;
            for (size_t i = 0; i < candidates_.size(); ++i)
                groups[{candidates_[i].head.purpose, candidates_[i].head.kind}].push_back(i);
            for (const auto& [key, group] : groups)
                keepExtremes(*effects, group, kept);
            const auto n = std::count(kept.begin(), kept.end(), 1);
            out_.findings.push_back(finding(
                "combination.subsets", "/combinations", "",
                fmt::format(
                    "{} sets can be made of all subsets of the actions; {} are kept: each is the largest or the least in "
                    "some member force, stress or movement by first-order analysis. Ask for all subsets to keep every one",
                    out_.possible, n)));
        } else if (out_.possible > kManySubsets && o_.subsets == Subsets::Governing)
            out_.findings.push_back(
                finding("combination.subsets", "/combinations", "",
                        fmt::format("all {} subsets of the actions are kept: the frame cannot be analysed yet "
                                    "to find those that can govern",
                                    out_.possible)));
        for (size_t i = 0; i < candidates_.size(); ++i)
            for (const auto& [c, k] : candidates_[i].terms)
                used_.insert(c);
        for (size_t i = 0; i < candidates_.size(); ++i)
            if (kept[i]) add(candidates_[i].head, candidates_[i].terms);
    }

    void keepExtremes(const CaseEffects& effects, const std::vector<size_t>& group, std::vector<char>& kept) const
    {
        constexpr double kNothing = 1e-9; // of the largest a case makes of that effect: rounding of the analysis
        for (size_t at = 0; at + effects.cases <= effects.values.size(); at += effects.cases) {
            const double* v = effects.values.data() + at;
            double most = -1e300, least = 1e300, scale = 0;
            for (size_t c = 0; c < effects.cases; ++c)
                scale = std::max(scale, std::abs(v[c]));
            if (scale < 1e-12) continue;
            size_t high = 0, low = 0;
            for (const size_t i : group) {
                double sum = 0;
                for (const auto& [c, k] : candidates_[i].terms)
                    sum += k * v[c];
                if (sum > most + kNothing * scale) {
                    most = sum;
                    high = i;
                }
                if (sum < least - kNothing * scale) {
                    least = sum;
                    low = i;
                }
            }
            kept[high] = kept[low] = 1;
        }
    }

    void add(const Equation& e, const Terms& t)
    {
        Combination c;
        c.purpose = e.purpose;
        c.kind = e.kind;
        c.made = e.name;
        if (e.purpose != Purpose::Service) c.basis = name().basis;
        bool lateral = false;
        for (const auto& [index, k] : t)
            if (k != 0) {
                c.terms.emplace_back(index, k);
                const Role r = roleOf(f_.cases[index].action);
                lateral = lateral || r == Role::Wind || r == Role::Seismic;
            }
        if (c.terms.empty()) return;
        const bool strength = e.purpose != Purpose::Service;
        const bool notional =
            strength && (o_.notional == NotionalUse::All || (o_.notional == NotionalUse::GravityOnly && !lateral));
        if (!notional) return keep(std::move(c));
        for (int direction = 0; direction < 2; ++direction)
            for (const double sign : {1.0, -1.0}) {
                Combination n = c;
                for (const auto& [index, k] : c.terms)
                    if (const int of = notionalCase(index, direction); of >= 0) n.terms.emplace_back(of, sign * k);
                if (n.terms.size() == c.terms.size()) return keep(std::move(c)); // no gravity in it
                std::sort(n.terms.begin(), n.terms.end());
                keep(std::move(n));
            }
    }

    double share() const
    {
        if (o_.notionalShare) return *o_.notionalShare;
        if (o_.standard == LoadingStandard::Is800) return 0.005;
        const bool en = o_.standard == LoadingStandard::En610 || o_.standard == LoadingStandard::En610ab;
        return en ? imperfection(frameHeight(f_), 1) : 0.002;
    }

    // The notional case made of a gravity case in a plan direction; -1 for other cases.
    int notionalCase(int of, int direction)
    {
        const Role r = roleOf(f_.cases[of].action);
        if (r == Role::Wind || r == Role::Seismic || r == Role::Thermal) return -1;
        const auto key = std::pair{of, direction};
        if (const auto it = notional_.find(key); it != notional_.end()) return it->second;
        NotionalOf n;
        n.loadCase = of;
        n.factor = share();
        n.direction = direction == 0 ? Vec3{1, 0, 0} : f_.up == Up::Z ? Vec3{0, 1, 0} : Vec3{0, 0, 1};
        int index = -1;
        for (size_t c = 0; c < out_.cases.size(); ++c)
            if (out_.cases[c].notional && out_.cases[c].notional->loadCase == of &&
                out_.cases[c].notional->direction == n.direction)
                index = static_cast<int>(c);
        if (index < 0) {
            LoadCase c;
            c.id = freeName(fmt::format("N{}:{}", direction == 0 ? "x" : f_.up == Up::Z ? "y" : "z", f_.cases[of].id));
            c.title = "notional loads of " + f_.cases[of].id;
            c.action = Action::Notional;
            index = static_cast<int>(out_.cases.size());
            out_.cases.push_back(std::move(c));
        }
        out_.cases[index].notional = n;
        return notional_[key] = index;
    }

    std::string freeName(const std::string& wish) const
    {
        std::string id = wish;
        const auto there = [&](const std::string& x) {
            return std::any_of(out_.cases.begin(), out_.cases.end(), [&](const LoadCase& c) { return c.id == x; });
        };
        for (int n = 2; there(id); ++n)
            id = fmt::format("{} ({})", wish, n);
        return id;
    }

    void keep(Combination c)
    {
        // The same factors under the same purpose once only.
        if (!seen_.insert({static_cast<int>(c.purpose), c.kind, c.terms}).second) return;
        const char* letter = c.purpose == Purpose::Service        ? "V"
                             : c.purpose == Purpose::Seismic      ? "E"
                             : c.purpose == Purpose::Construction ? "K"
                                                                  : "U";
        int& n = count_[letter];
        do
            c.id = fmt::format("{}{}", letter, ++n);
        while (taken_.contains(c.id));
        taken_.insert(c.id);
        for (const auto& [index, k] : c.terms) {
            const std::string size = std::abs(std::abs(k) - 1) < 1e-12 ? "" : fmt::format("{:.4g} ", std::abs(k));
            c.title += (c.title.empty() ? (k < 0 ? "-" : "") : k < 0 ? " - " : " + ") + size + out_.cases[index].id;
        }
        // What was switched off stays off.
        c.off = std::any_of(f_.combinations.begin(), f_.combinations.end(), [&](const Combination& old) {
            return old.off && !old.made.empty() && old.purpose == c.purpose && old.terms == c.terms;
        });
        out_.combinations.push_back(std::move(c));
        ++out_.made;
    }

    // EN 1990 6.4.3.2 (6.10 or 6.10a and b), 6.4.3.4 and 6.5.3. A variable action is a role; imposed loads by category.
    void eurocode()
    {
        struct Variable
        {
            Role role;
            std::vector<Terms> states;
            Psi psi;
        };
        std::vector<Variable> variables;
        std::map<std::string, std::vector<int>> imposed;
        for (const auto& [role, cases] : byRole_) {
            if (role == Role::Dead || role == Role::Seismic) continue;
            if (role != Role::Live) {
                variables.push_back({role, states(cases), psiOf(f_.cases[cases.front()], o_.muchSnow)});
                continue;
            }
            for (const int c : cases) {
                const LoadCase& lc = f_.cases[c];
                imposed[lc.action == Action::Storage ? "E" : lc.category.empty() ? "B" : lc.category].push_back(c);
            }
            for (const auto& [category, list] : imposed)
                variables.push_back({role, states(list), psiOf(f_.cases[list.front()], o_.muchSnow)});
        }
        const std::vector<int> dead = deadCases(Purpose::Strength);
        const auto permanent = [&](double k) {
            Terms t;
            for (const int c : dead)
                t[c] = k;
            return t;
        };
        // Roof imposed load never beside snow or wind (EN 1991-1-1 3.3.2), construction loads only in their own stage.
        const auto beside = [](Role a, Role b) {
            if (a == Role::Construction || b == Role::Construction) return a == b;
            const auto weather = [](Role r) { return r == Role::Snow || r == Role::Wind; };
            return !((a == Role::RoofLive && weather(b)) || (b == Role::RoofLive && weather(a)));
        };
        // G·γ + lead·k + Σ others·factor(i), in every state and with every companion there or not.
        const auto combine = [&](const std::string& eq, const std::string& kind, Purpose p, const Terms& g, int lead, double k,
                                 const std::function<double(size_t)>& factor) {
            std::vector<Terms> all{g};
            for (size_t v = 0; v < variables.size(); ++v) {
                const bool leads = static_cast<int>(v) == lead;
                if (!leads && lead >= 0 && !beside(variables[lead].role, variables[v].role)) continue;
                if (lead < 0 && variables[v].role == Role::Construction) continue;
                const double by = leads ? k : factor(v);
                if (by == 0) continue;
                std::vector<Terms> next;
                for (const Terms& a : all)
                    for (const Terms& w : variables[v].states) {
                        Terms t = a;
                        for (const auto& [c, sign] : w)
                            t[c] += by * sign;
                        next.push_back(std::move(t));
                    }
                if (!leads) next.insert(next.end(), all.begin(), all.end());
                all = std::move(next);
            }
            Equation e;
            e.name = eq;
            e.kind = kind;
            e.purpose = p;
            for (const Terms& t : all)
                put(e, t);
        };
        constexpr double sup = 1.35, inf = 1.0, xi = 0.85; // Table A1.2(B), recommended
        // Table A1.2(B): 1.5; cranes 1.35 (EN 1991-3 Table A.1).
        const auto gq = [&](size_t v) { return variables[v].role == Role::Crane ? 1.35 : 1.5; };
        const auto psi0 = [&](size_t v) { return gq(v) * variables[v].psi.psi0; };
        const auto n = static_cast<int>(variables.size());
        if (o_.strength) {
            const bool ab = o_.standard == LoadingStandard::En610ab;
            combine(
                ab ? "EN 1990 6.10a" : "EN 1990 6.10", "", Purpose::Strength, permanent(sup), -1, 0,
                ab ? std::function<double(size_t)>(psi0) : [](size_t) { return 0.0; });
            for (int v = 0; v < n; ++v) {
                if (variables[v].role == Role::Construction) continue;
                const std::string name = ab ? "EN 1990 6.10b" : "EN 1990 6.10";
                combine(name, "", Purpose::Strength, permanent(ab ? xi * sup : sup), v, gq(v), psi0);
                // Permanent loads that relieve (uplift, overturning).
                combine(name + ", G inf", "", Purpose::Strength, permanent(inf), v, gq(v), psi0);
            }
            // 6.4.3.4: G + AEd + Σ ψ2·Q
            if (const auto quake = byRole_.find(Role::Seismic); quake != byRole_.end())
                for (const Terms& w : states(quake->second)) {
                    Terms g = permanent(1);
                    g.insert(w.begin(), w.end());
                    combine("EN 1990 6.12b", "", Purpose::Seismic, g, -1, 0, [&](size_t v) { return variables[v].psi.psi2; });
                }
        }
        if (o_.service) {
            for (int v = 0; v < n; ++v) {
                const Variable& lead = variables[v];
                if (lead.role == Role::Construction) continue;
                combine("EN 1990 6.14b", "characteristic", Purpose::Service, permanent(1), v, 1,
                        [&](size_t k) { return variables[k].psi.psi0; });
                combine("EN 1990 6.15b", "frequent", Purpose::Service, permanent(1), v, lead.psi.psi1,
                        [&](size_t k) { return variables[k].psi.psi2; });
                combine("EN 1990 A1.4, variable part", "live-only", Purpose::Service, {}, v, 1,
                        [&](size_t k) { return variables[k].psi.psi0; });
            }
            combine("EN 1990 6.16b", "quasi-permanent", Purpose::Service, permanent(1), -1, 0,
                    [&](size_t k) { return variables[k].psi.psi2; });
        }
        if (o_.construction)
            for (int v = 0; v < n; ++v)
                if (variables[v].role == Role::Construction) {
                    Terms g;
                    for (const int c : deadCases(Purpose::Construction))
                        g[c] = sup;
                    combine("EN 1990 6.10, stage of construction", "", Purpose::Construction, g, v, gq(v), psi0);
                }
    }

    const Frame& f_;
    const MakeOptions& o_;
    MadeCombinations out_;
    std::map<Role, std::vector<int>> byRole_;
    std::map<std::pair<int, int>, int> notional_;
    std::set<std::string> taken_;
    std::set<std::tuple<int, std::string, std::vector<std::pair<int, double>>>> seen_;
    std::set<int> used_;
    std::vector<Candidate> candidates_;
    std::set<std::tuple<Purpose, std::string, Terms>> offered_;
    bool deadAlone_ = false;
    std::map<std::string, int> count_;
};

} // namespace

MadeCombinations makeCombinations(const Frame& f, const MakeOptions& o)
{
    return Maker(f, o).run();
}

} // namespace wr
