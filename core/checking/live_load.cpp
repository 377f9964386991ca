#include "core/checking/live_load.h"

#include "core/analysis/panels.h"
#include "core/checking/assignment.h"
#include "core/checking/member_deflections.h"
#include "core/combos/make.h"
#include "core/members/kind.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>
#include <set>

namespace wr {

namespace {

constexpr double kHeavyAsce = 4790, kHeavyIs = 5000; // N/m²

// Mean of the load along a line, times its length over the load of the panel: its share of the floor.
double shareOf(const Frame& f, const PanelLoad& p, const LineLoad& l)
{
    const double length = l.to.value_or(f.length(f.elements[l.element])) - l.from, total = norm(p.total);
    return total > 0 ? p.area * norm(0.5 * length * (l.q0 + l.q1)) / total : 0;
}

double heaviest(const LoadCase& c)
{
    double out = 0;
    for (const AreaLoad& a : c.area)
        out = std::max(out, norm(a.q));
    return out;
}

char categoryOf(const LoadCase& c)
{
    return c.category.empty() ? ' ' : c.category.front();
}
bool garage(const LoadCase& c)
{
    return categoryOf(c) == 'F' || categoryOf(c) == 'G';
}

LiveUse asceUse(const LoadCase& c)
{
    if (categoryOf(c) == 'C') return LiveUse::Assembly;
    if (garage(c)) return LiveUse::Garage;
    return heaviest(c) > kHeavyAsce ? LiveUse::Heavy : LiveUse::Plain;
}

// What counts of one case by a rule, and how it came to that.
struct Share
{
    double always = 1, leading = 1;
    std::string how;
};

struct Carried
{
    double area = 0, floors = 1, kll = 1;
    bool column = false;
    std::string areaText;
};

Share byRule(LiveLoadRule rule, const LoadCase& c, const Carried& by)
{
    switch (rule) {
    case LiveLoadRule::Asce7: {
        const double k = asceLiveFactor(by.kll * by.area, by.floors, asceUse(c));
        return {k, k,
                fmt::format("ASCE 7-22 4.7.2, K_LL {:.3g}, A_T {}, {:.3g} floor{}", by.kll, by.areaText, by.floors,
                            by.floors == 1 ? "" : "s")};
    }
    case LiveLoadRule::En1991: {
        const char category = c.category.empty() ? 'B' : c.category.front();
        if (category > 'D')
            return {1, 1, fmt::format("EN 1991-1-1 6.3.1.2 reduces the categories A to D only, not {}", category)};
        const double psi0 = psiOf(c, false).psi0;
        if (by.column) {
            const double k = enStoreysFactor(psi0, by.floors);
            return {1, k, fmt::format("EN 1991-1-1 6.3.1.2(11), {:.3g} floors, where it leads", by.floors)};
        }
        const double k = enAreaFactor(psi0, by.area, category == 'C' || category == 'D');
        return {k, k, fmt::format("EN 1991-1-1 6.3.1.2(10), A {}", by.areaText)};
    }
    case LiveLoadRule::Is875: {
        if (garage(c) || heaviest(c) >= kHeavyIs) return {1, 1, "IS 875-2 3.2 leaves garages and 5 kN/m² or more as they are"};
        const double k = isLiveFactor(by.area, by.floors, by.column);
        return {k, k, fmt::format("IS 875-2 3.2, area {}, {:.3g} floor{}", by.areaText, by.floors, by.floors == 1 ? "" : "s")};
    }
    case LiveLoadRule::None: break;
    }
    return {};
}

bool reducible(const LoadCase& c)
{
    return c.action == Action::Live && categoryOf(c) != 'E';
}

double up(double k)
{
    constexpr double kStep = 0.05;
    return std::min(1.0, std::ceil(k / kStep - 1e-9) * kStep);
}

} // namespace

double asceLiveFactor(double kllArea, double floors, LiveUse use)
{
    constexpr double kFrom = 37.16; // m², 400 ft²
    if (use == LiveUse::Assembly || !(kllArea >= kFrom)) return 1;
    const bool several = floors >= 2;
    const double k = std::max(0.25 + 4.57 / std::sqrt(kllArea), several ? 0.4 : 0.5);
    if (use == LiveUse::Plain) return std::min(1.0, k);
    return several ? std::min(1.0, std::max(k, 0.8)) : 1; // 4.7.3, 4.7.4
}

double enAreaFactor(double psi0, double area, bool atLeastSixTenths)
{
    if (!(area > 0)) return 1;
    const double k = 5.0 / 7 * psi0 + 10 / area;
    return std::min(1.0, atLeastSixTenths ? std::max(k, 0.6) : k);
}

double enStoreysFactor(double psi0, double storeys)
{
    return storeys > 2 ? std::min(1.0, (2 + (storeys - 2) * psi0) / storeys) : 1;
}

double isLiveFactor(double area, double floors, bool column)
{
    if (floors >= 2) return floors > 10 ? 0.5 : floors >= 5 ? 0.6 : floors >= 4 ? 0.7 : floors >= 3 ? 0.8 : 0.9;
    if (column || !(area >= 50)) return 1;
    return 1 - std::min(0.25, 0.05 * std::floor(area / 50));
}

LiveLoads::LiveLoads(const Frame& f) : f_(f)
{
    for (const LoadCase& c : f.cases.list()) {
        if (!reducible(c) || c.area.empty()) continue;
        std::vector<double>& area = areas_.emplace_back(f.elements.size(), 0.0);
        for (const PanelLoad& p : panelLoads(f, c))
            for (const LineLoad& l : p.lines)
                area[static_cast<size_t>(l.element)] += shareOf(f, p, l);
    }
    const auto alike = [](const Combination& a, const Combination& b) {
        return a.purpose == b.purpose && a.kind == b.kind && a.basis == b.basis;
    };
    // With the whole of a live load, not with a ψ of it (EN 1990 6.11b, 6.12b, 6.15b, 6.16b).
    const auto full = [](const Combination& c) {
        return (c.purpose == Purpose::Strength || c.purpose == Purpose::Construction || c.purpose == Purpose::Service) &&
               c.kind != "frequent" && c.kind != "quasi-permanent";
    };
    std::vector<double> most(f.cases.size());
    const std::vector<Combination>& all = f.combinations.list();
    leads_.resize(all.size());
    for (size_t i = 0; i < all.size(); ++i) {
        if (!leads_[i].empty()) continue;
        std::fill(most.begin(), most.end(), 0.0);
        for (const Combination& c : all)
            if (alike(c, all[i]))
                for (const auto& [at, k] : c.terms)
                    most[static_cast<size_t>(at)] = std::max(most[static_cast<size_t>(at)], std::abs(k));
        for (size_t j = i; j < all.size(); ++j)
            if (alike(all[j], all[i]))
                for (const auto& [at, k] : all[j].terms)
                    leads_[j].push_back(full(all[j]) && std::abs(k) >= most[static_cast<size_t>(at)] * (1 - 1e-9));
    }
}

double LiveLoads::areaOf(const Member& m) const
{
    double out = 0;
    for (const std::vector<double>& area : areas_) {
        double sum = 0;
        for (const MemberPiece& p : m.pieces)
            sum += area[static_cast<size_t>(p.element)];
        out = std::max(out, sum);
    }
    return out;
}

LiveLoad LiveLoads::of(const Member& m, const Brief& b) const
{
    LiveLoad out;
    const LiveLoadReduction& r = b.liveLoad;
    if (!r.asked()) return out;
    Carried by;
    by.floors = r.floors.value_or(1);
    by.kll = r.kll.value_or(1);
    by.column = memberKind(f_, m) == MemberKind::Column;
    by.area = r.area ? *r.area : areaOf(m);
    by.areaText = f_.units.text(Quantity::FloorArea, by.area);
    if (!r.area) by.areaText += by.area > 0 ? " (loads on panels)" : " (none stated, none found from loads on panels)";
    out.always.assign(f_.cases.size(), 1.0);
    out.leading = out.always;
    bool any = false, live = false;
    for (size_t c = 0; c < f_.cases.size(); ++c) {
        const LoadCase& l = f_.cases[c];
        live |= l.action == Action::Live;
        if (l.action == Action::Live && !reducible(l)) out.words += fmt::format("{} is for storage: all of it counts. ", l.id);
        if (!reducible(l)) continue;
        Share s = byRule(r.by, l, by);
        if (r.by == LiveLoadRule::None) s.how = "as the brief states";
        if (r.less) {
            const double least = 1 - *r.less;
            s.always = r.by == LiveLoadRule::None ? least : std::max(s.always, least);
            s.leading = r.by == LiveLoadRule::None ? least : std::max(s.leading, least);
        }
        out.always[c] = s.always;
        out.leading[c] = std::min(s.always, s.leading);
        any |= out.leading[c] < 1;
        out.words += out.leading[c] < 1 ? fmt::format("{} of live load {} counts ({}). ",
                                                      fmt::format("{:.1f} %", 100 * out.leading[c]), l.id, s.how)
                                        : fmt::format("All of live load {} counts ({}). ", l.id, s.how);
    }
    if (!live) out.words = "A reduction of live loads is asked for, but there is no live load.";
    if (!any) out.always.clear();
    while (out.words.ends_with(' '))
        out.words.pop_back();
    return out;
}

std::vector<std::pair<int, double>> LiveLoads::terms(const LiveLoad& l, int combination, bool rounded) const
{
    std::vector<std::pair<int, double>> out = f_.combinations[combination].terms;
    if (!l.reduces()) return out;
    const std::vector<char>& leads = leads_[static_cast<size_t>(combination)];
    for (size_t k = 0; k < out.size(); ++k) {
        const auto c = static_cast<size_t>(out[k].first);
        const double share = leads[k] ? l.leading[c] : l.always[c];
        out[k].second *= rounded ? up(share) : share;
    }
    return out;
}

ForceSet LiveLoads::reduced(const ForceTable& t, const LiveLoad& l, const ForceSet& s, bool& found) const
{
    found = true;
    ForceSet out = s;
    const auto caseOf = [&](int column) {
        const auto k = static_cast<size_t>(column);
        return k < t.columnCase.size() ? t.columnCase[k] : -1;
    };
    const std::vector<std::pair<int, double>>& stated = f_.combinations[s.combination].terms;
    if (std::all_of(s.terms.begin(), s.terms.end(), [&](const auto& x) { return caseOf(x.first) >= 0; })) {
        const std::vector<char>& leads = leads_[static_cast<size_t>(s.combination)];
        for (auto& [column, k] : out.terms) {
            const int c = caseOf(column);
            for (size_t i = 0; i < stated.size(); ++i)
                if (stated[i].first == c) k *= leads[i] ? l.leading[static_cast<size_t>(c)] : l.always[static_cast<size_t>(c)];
        }
        return out;
    }
    const auto wanted = terms(l, s.combination, true);
    if (wanted == stated) return out;
    const int column = t.columnOf(s.combination, wanted);
    found = column >= 0;
    if (found) out.terms = {{column, 1.0}};
    return out;
}

namespace {

// Does anything ask for it at all? Most frames are through here.
bool mayWant(const Frame& f, const AnalysisChoice& choice)
{
    const auto asks = [](const Brief& b) { return b.liveLoad.asked() || !b.deflection.limits.empty() || !b.options.empty(); };
    return solvesWholes(f, choice) && !f.combinations.empty() &&
           (!f.design.nationalParameters.empty() ||
            std::any_of(f.design.briefs.list().begin(), f.design.briefs.list().end(), asks));
}

} // namespace

std::vector<SolvedAgain> wantedAgain(const Frame& f, const AnalysisChoice& choice)
{
    if (!mayWant(f, choice)) return {};
    std::vector<Finding> ignored;
    const Formed formed = formMembers(f, ignored);
    const auto standards = std::make_shared<const std::vector<Standard>>(shippedStandards());
    return wantedAgain(f, choice, formed.members(), Assignment(f, formed.members(), standards, nullptr));
}

std::vector<SolvedAgain> wantedAgain(const Frame& f, const AnalysisChoice& choice, const SharedList<Member>& members,
                                     const Assignment& assignment)
{
    std::vector<SolvedAgain> out;
    if (!mayWant(f, choice)) return out;
    std::set<std::pair<int, std::vector<std::pair<int, double>>>> known;
    const auto want = [&](int combination, std::vector<std::pair<int, double>> terms) {
        if (known.emplace(combination, terms).second) out.push_back({combination, std::move(terms), -1});
    };
    std::optional<LiveLoads> live;
    bool variable = false;
    for (size_t i = 0; i < members.size(); ++i) {
        const Member& m = members[i];
        if (m.exclude || !m.broken.empty()) continue;
        for (const Assigned* way : assignment.waysOf(i)) {
            using Part = DeflectionLimit::Part;
            variable |= std::any_of(way->rules->deflection.begin(), way->rules->deflection.end(),
                                    [](const DeflectionLimit& l) { return l.part == Part::Variable; });
            if (!way->brief.liveLoad.asked()) continue;
            if (!live) live.emplace(f);
            const LiveLoad l = live->of(m, way->brief);
            for (int c = 0; l.reduces() && std::cmp_less(c, f.combinations.size()); ++c)
                if (!f.combinations[c].off)
                    if (auto terms = live->terms(l, c, true); terms != f.combinations[c].terms) want(c, std::move(terms));
        }
    }
    for (int c = 0; variable && std::cmp_less(c, f.combinations.size()); ++c)
        if (!f.combinations[c].off && f.combinations[c].purpose == Purpose::Service)
            if (auto terms = permanentTerms(f, c); !terms.empty()) want(c, std::move(terms));
    return out;
}

} // namespace wr
