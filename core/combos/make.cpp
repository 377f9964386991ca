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

class Maker
{
public:
    Maker(const Frame& f, const MakeOptions& o) : f_(f), o_(o), actions_(f)
    {
        out_.cases = f.cases;
        for (const Combination& c : f.combinations)
            if (c.made.empty()) out_.combinations.push_back(c);
        for (const Combination& c : out_.combinations)
            taken_.insert(c.id);
    }

    MadeCombinations run()
    {
        Candidates candidates(actions_);
        (isEurocode(o_.standard) ? putEurocode : putEquations)(actions_, o_, candidates);
        choose(candidates.list());
        if (isAsce(o_.standard) && o_.strength && o_.sds <= 0 && actions_.byRole().contains(Role::Seismic))
            out_.findings.push_back(
                finding("combination.vertical-seismic", "/combinations", "",
                        "the seismic combinations are made without the vertical effect 0.2·SDS·D (ASCE 7 12.4.2.2): give SDS"));
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

    // All that were put, or of many those that are the largest or the least in some effect among the sets of their purpose and
    // kind.
    void choose(const std::vector<Candidate>& candidates)
    {
        out_.possible = static_cast<int>(candidates.size());
        std::vector<char> kept(candidates.size(), 1);
        std::shared_ptr<const CaseEffects> effects;
        if (o_.subsets == Subsets::Governing && out_.possible > kManySubsets && o_.effects) effects = o_.effects();
        if (effects) {
            kept = governing(candidates, *effects);
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
        for (size_t i = 0; i < candidates.size(); ++i) {
            for (const auto& [c, k] : candidates[i].terms)
                used_.insert(c);
            if (kept[i]) add(candidates[i]);
        }
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
            lateral = lateral || r == Role::Wind || r == Role::Seismic;
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

MadeCombinations makeCombinations(const Frame& f, const MakeOptions& o)
{
    return Maker(f, o).run();
}

} // namespace wr
