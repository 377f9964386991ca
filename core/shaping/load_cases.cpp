// Cases made, changed and taken away.
#include "core/shaping/load_cases.h"

#include "core/base/counted.h"
#include "core/shaping/steps.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>
#include <set>

namespace wr {

std::expected<int, std::string> caseNamed(const Frame& f, const std::string& id)
{
    std::string list;
    for (size_t k = 0; k < f.cases.size(); ++k) {
        if (f.cases[k].id == id) return static_cast<int>(k);
        list += (list.empty() ? "" : ", ") + f.cases[k].id;
    }
    if (id.empty()) return std::unexpected(list.empty() ? "make a case first" : "say which case: " + list);
    return std::unexpected(list.empty() ? fmt::format("there is no case \"{}\": make it first", id)
                                        : fmt::format("there is no case \"{}\"; there are {}", id, list));
}

double largest(const Vec3& v)
{
    return std::max({std::abs(v.x), std::abs(v.y), std::abs(v.z)});
}

std::string letResultsGo(Frame& f, int loadCase)
{
    if (f.results.empty()) return {};
    std::set<int> cases{loadCase};
    for (size_t k = 0; k < f.cases.size(); ++k)
        if (f.cases[k].notional && f.cases[k].notional->loadCase == loadCase) cases.insert(static_cast<int>(k));
    std::set<int> combinations;
    for (size_t k = 0; k < f.combinations.size(); ++k)
        for (const auto& [c, factor] : f.combinations[k].terms)
            if (cases.contains(c)) combinations.insert(static_cast<int>(k));
    std::vector<GivenResult> kept;
    for (const GivenResult& r : std::as_const(f.results).list())
        if (!cases.contains(r.loadCase) && !combinations.contains(r.combination)) kept.push_back(r);
    const size_t gone = f.results.size() - kept.size();
    if (gone == 0) return {};
    f.results = std::move(kept);
    f.modes.clear();
    return counted(gone, "set of results of the loads before", "sets of results of the loads before");
}

ReshapedOr reshape(const Frame& f, const PutCase& e)
{
    if (e.id.empty()) return std::unexpected("a case needs a name");
    Reshaped out;
    out.frame = f;
    const auto there = caseNamed(f, e.id);
    if (!there && e.name) return std::unexpected(there.error());
    std::vector<LoadCase>& cases = out.frame.cases.edit();
    const size_t at = there ? static_cast<size_t>(*there) : cases.size();
    if (!there) {
        cases.emplace_back();
        cases.back().id = e.id;
    }
    LoadCase& c = cases[at];
    const LoadCase was = c;
    if (e.name) {
        if (e.name->empty()) return std::unexpected("a case needs a name");
        if (*e.name != e.id && caseNamed(f, *e.name)) return std::unexpected(fmt::format("there is a case \"{}\"", *e.name));
        c.id = *e.name;
    }
    if (e.title) c.title = *e.title;
    if (e.action) c.action = *e.action;
    if (e.selfWeight) {
        if (!std::isfinite(*e.selfWeight)) return std::unexpected("self-weight is a number, mostly 0 or 1");
        c.selfWeight = *e.selfWeight;
    }
    if (e.handSum) c.handSum = *e.handSum;
    if (there && c == was) return std::unexpected(fmt::format("case {} says so already", e.id));
    if (c.selfWeight != was.selfWeight)
        if (std::string gone = letResultsGo(out.frame, static_cast<int>(at)); !gone.empty())
            out.told.push_back(std::move(gone));
    out.words = there ? "Case " + e.id : "New case " + e.id;
    return out;
}

ReshapedOr reshape(const Frame& f, const DropCase& e)
{
    const auto at = caseNamed(f, e.id);
    if (!at) return std::unexpected(at.error());
    for (const LoadCase& c : f.cases.list())
        if (c.notional && c.notional->loadCase == *at)
            return std::unexpected(fmt::format("case {} is made of {}: drop that first", c.id, e.id));
    Reshaped out;
    out.frame = f;
    if (std::string gone = letResultsGo(out.frame, *at); !gone.empty()) out.told.push_back(std::move(gone));
    std::vector<LoadCase>& cases = out.frame.cases.edit();
    cases.erase(cases.begin() + *at);
    const auto move = [&](int& k) {
        if (k > *at) --k;
    };
    for (LoadCase& c : cases)
        if (c.notional) move(c.notional->loadCase);
    if (!out.frame.results.empty())
        for (GivenResult& r : out.frame.results.edit())
            move(r.loadCase);
    size_t terms = 0, emptied = 0;
    std::vector<Combination> kept;
    for (Combination c : std::as_const(out.frame.combinations).list()) {
        const size_t had = c.terms.size();
        std::erase_if(c.terms, [&](const auto& t) { return t.first == *at; });
        const bool lost = had > c.terms.size();
        terms += lost;
        for (auto& [k, factor] : c.terms)
            move(k);
        if (lost && c.terms.empty())
            ++emptied;
        else
            kept.push_back(std::move(c));
    }
    if (!(kept == std::as_const(out.frame.combinations).list())) {
        // Results of combinations stay with theirs: none goes in whose results are still there.
        if (!out.frame.results.empty() && emptied > 0) {
            std::vector<int> place(f.combinations.size(), -1);
            for (size_t k = 0, n = 0; k < f.combinations.size(); ++k)
                if (n < kept.size() && kept[n].id == f.combinations[k].id) place[k] = static_cast<int>(n++);
            for (GivenResult& r : out.frame.results.edit())
                if (r.combination >= 0) r.combination = place[static_cast<size_t>(r.combination)];
        }
        out.frame.combinations = std::move(kept);
    }
    const LoadCase& gone = f.cases[static_cast<size_t>(*at)];
    const size_t loads = gone.nodal.size() + gone.line.size() + gone.point.size() + gone.area.size() + gone.thermal.size() +
                         gone.settlement.size();
    if (loads > 0) out.told.push_back(counted(loads, "load"));
    if (terms > emptied) out.told.push_back("its terms in " + counted(terms - emptied, "combination"));
    if (emptied > 0) out.told.push_back(counted(emptied, "combination") + " of it alone");
    out.words = "Drop case " + e.id;
    return out;
}

} // namespace wr
