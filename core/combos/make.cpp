#include "core/combos/make.h"

#include "core/combos/equations.h"
#include "core/combos/eurocode.h"
#include "core/combos/governing.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>
#include <map>
#include <set>

namespace wr {

namespace {

// "1234", "3.1e+12".
std::string number(double n)
{
    return n < 1e9 ? fmt::format("{:.0f}", n) : fmt::format("{:.2g}", n);
}

std::vector<SetRule> rulesOf(const Actions& actions, const MakeOptions& o)
{
    return isEurocode(o.standard) ? eurocodeRules(actions, o) : equationRules(actions, o);
}

class Maker
{
public:
    Maker(const Frame& f, const MakeOptions& o) : f_(f), o_(o), actions_(f, o)
    {
        out_.cases = f.cases;
        for (const Combination& c : f.combinations)
            if (c.made.empty()) out_.combinations.push_back(c);
        for (const Combination& c : out_.combinations)
            taken_.insert(c.id);
    }

    MadeCombinations run()
    {
        choose(rulesOf(actions_, o_));
        if (isAsce(o_.standard) && o_.strength && o_.sds <= 0 && !actions_.of(Role::Seismic).empty())
            out_.findings.push_back(
                finding("combination.vertical-seismic", "/combinations", "",
                        "the seismic combinations are made without the vertical effect 0.2·SDS·D (ASCE 7 12.4.2.2): give SDS"));
        directions();
        exclusions();
        for (const auto& [role, cases] : actions_.byRole())
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

    void told(std::string code, std::string text)
    {
        out_.findings.push_back(finding(code, "/combinations", "", std::move(text)));
    }

    // All sets of all rules, or of many those that are the largest or the least in some effect among the sets of their purpose
    // and kind.
    void choose(const std::vector<SetRule>& rules)
    {
        double most = 0;
        for (const SetRule& r : rules)
            most += waysOf(r);
        Candidates all(actions_);
        const auto offer = [&](const SetRule& r) {
            return [&all, &r](const Terms& t) { all.put({r.name, r.kind, r.purpose, t}); };
        };
        const bool written = most <= kMostSubsets;
        if (written)
            for (const SetRule& r : rules)
                everySet(r, offer(r));
        out_.possible = written ? static_cast<double>(all.list().size()) : most;
        std::shared_ptr<const CaseEffects> effects;
        if (o_.subsets == Subsets::Governing && out_.possible > kManySubsets && o_.effects) effects = o_.effects();
        if (!written) {
            if (!effects) return tooMany();
            for (const SetRule& r : rules)
                extremeSets(r, *effects, offer(r));
        }
        take(all.list(), effects.get());
    }

    void tooMany()
    {
        const std::string wish = fmt::format(
            "{} sets can be made of all subsets of the actions; more than {} are not written out: ", number(out_.possible),
            kMostSubsets);
        told("combination.too-many",
             wish + (o_.subsets == Subsets::All
                         ? "ask for those that govern, or name the cases that exclude one another (exclusive)"
                         : "those that govern are found once the frame can be analysed; or name the cases that exclude one "
                           "another (exclusive)"));
        for (size_t c = 0; c < f_.cases.size(); ++c)
            used_.insert(static_cast<int>(c));
    }

    void take(const std::vector<Candidate>& candidates, const CaseEffects* effects)
    {
        const std::vector<char> kept = effects ? governing(candidates, *effects) : std::vector<char>(candidates.size(), 1);
        const auto n = std::count(kept.begin(), kept.end(), 1);
        if (effects)
            told("combination.subsets",
                 fmt::format(
                     "{} sets can be made of all subsets of the actions; {} are kept: each is the largest or the least in "
                     "some member force, stress, movement or reaction by first-order analysis. Ask for all subsets to keep "
                     "every one",
                     number(out_.possible), n));
        else if (out_.possible > kManySubsets && o_.subsets == Subsets::Governing)
            told("combination.subsets", fmt::format("all {} subsets of the actions are kept: the frame cannot be analysed yet "
                                                    "to find those that can govern",
                                                    number(out_.possible)));
        std::map<std::string, std::pair<int, int>> byEquation; // kept, of
        for (size_t i = 0; i < candidates.size(); ++i) {
            for (const auto& [c, k] : candidates[i].terms)
                used_.insert(c);
            auto& [in, of] = byEquation[candidates[i].equation];
            ++of;
            if (!kept[i]) continue;
            ++in;
            add(candidates[i]);
        }
        if (!effects) return;
        for (const auto& [equation, count] : byEquation)
            if (count.first < count.second)
                told("combination.not-governing",
                     fmt::format("{}: {} of {} sets kept; the others are nowhere the largest or the least", equation,
                                 count.first, count.second));
    }

    // Earthquakes whose direction nothing tells stand one at a time.
    void directions()
    {
        if (o_.orthogonal <= 0 || actions_.of(Role::Seismic).size() < 2) return;
        std::string unknown;
        for (const int c : actions_.of(Role::Seismic))
            if (!actions_.directionKnown(c) && (f_.cases[c].exclusive.empty() || f_.cases[c].unsignedResult))
                unknown += (unknown.empty() ? "" : ", ") + f_.cases[c].id;
        if (!unknown.empty())
            told("combination.orthogonal",
                 fmt::format(
                     "{}: the direction of the earthquake is not known (no loads, or results without signs), so {:.0f} % of "
                     "the one across is not added: name the direction as the group (exclusive), or write these sets by hand",
                     unknown, 100 * o_.orthogonal));
    }

    // What never stands together, and by whose word.
    void exclusions()
    {
        std::map<std::string, std::string> groups;
        std::string winds;
        for (const LoadCase& c : f_.cases)
            if (!c.exclusive.empty())
                (groups[c.exclusive] += groups[c.exclusive].empty() ? "" : ", ") += c.id;
            else if (c.action == Action::Wind)
                (winds += winds.empty() ? "" : ", ") += c.id;
        for (const auto& [group, ids] : groups)
            if (ids.find(", ") != std::string::npos)
                told("combination.excluded", fmt::format("never together, group {}: {}", group, ids));
        if (winds.find(", ") != std::string::npos) told("combination.excluded", fmt::format("one wind at a time: {}", winds));
        const bool roof = !actions_.of(Role::RoofLive).empty(), snow = !actions_.of(Role::Snow).empty(),
                   rain = !actions_.of(Role::Rain).empty();
        if (isEurocode(o_.standard) && roof && (snow || !actions_.of(Role::Wind).empty()))
            told("combination.excluded", "imposed loads of roofs never lead beside snow or wind (EN 1991-1-1 3.3.2)");
        if (isAsce(o_.standard) && roof + snow + rain > 1)
            told("combination.excluded", "of roof live load, snow and rain one at a time (ASCE 7 2.3.1, 2.4.1)");
    }

    void add(const Candidate& e)
    {
        Combination c;
        c.purpose = e.purpose;
        c.kind = e.kind;
        c.made = e.equation;
        if (e.purpose != Purpose::Service) c.basis = name().basis;
        bool lateral = false;
        for (const auto& [index, k] : e.terms) {
            c.terms.emplace_back(index, k);
            const Role r = roleOf(f_.cases[index].action);
            lateral = lateral || r == Role::Wind || r == Role::Seismic || r == Role::Accidental;
        }
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
        return isEurocode(o_.standard) ? imperfection(frameHeight(f_), 1) : 0.002;
    }

    // The notional case made of a gravity case in a plan direction; -1 for other cases.
    int notionalCase(int of, int direction)
    {
        const Role r = roleOf(f_.cases[of].action);
        if (r == Role::Wind || r == Role::Seismic || r == Role::Thermal || r == Role::Accidental) return -1;
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
                             : c.purpose == Purpose::Accidental   ? "A"
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

    const Frame& f_;
    const MakeOptions& o_;
    const Actions actions_;
    MadeCombinations out_;
    std::map<std::pair<int, int>, int> notional_;
    std::set<std::string> taken_;
    std::set<std::tuple<int, std::string, std::vector<std::pair<int, double>>>> seen_;
    std::set<int> used_;
    std::map<std::string, int> count_;
};

} // namespace

double possibleSets(const Frame& f, const MakeOptions& o)
{
    const Actions actions(f, o);
    double sum = 0;
    for (const SetRule& r : rulesOf(actions, o))
        sum += waysOf(r);
    return sum;
}

MadeCombinations makeCombinations(const Frame& f, const MakeOptions& o)
{
    return Maker(f, o).run();
}

} // namespace wr
