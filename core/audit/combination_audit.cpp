// Combinations and cases: what the standard takes, what is missing.
#include "core/audit/families.h"

#include "core/analysis/shares.h"
#include "core/shaping/load_words.h"
#include <algorithm>

#include <fmt/format.h>

namespace wr {

namespace {

// Does anything in the frame stand upright, and nothing push it sideways?
void auditLateral(const Frame& f, std::vector<Finding>& out)
{
    const bool pushed = std::any_of(f.cases.list().begin(), f.cases.list().end(), [](const LoadCase& c) {
        return lateral(c.action) || c.action == Action::Notional || c.notional;
    });
    const bool loaded = std::any_of(f.cases.list().begin(), f.cases.list().end(), [](const LoadCase& c) {
        return c.selfWeight != 0 || !c.nodal.empty() || !c.line.empty() || !c.point.empty() || !c.area.empty();
    });
    if (pushed || !loaded) return;
    const Vec3 up = f.upward();
    const bool upright = std::any_of(f.elements.list().begin(), f.elements.list().end(), [&](const Element& e) {
        const Vec3 along = f.endJ(e) - f.endI(e);
        return std::abs(dot(along, up)) > 0.866 * norm(along);
    });
    if (upright)
        out.push_back(finding("load.no-lateral", "/cases", "",
                              "no case pushes the frame sideways: neither wind, earthquake, cranes nor notional loads"));
}

} // namespace

void auditCombinations(const CheckModel& model, std::vector<Finding>& out)
{
    const Frame& f = model.frame();
    const Standard& s = model.standard();
    std::vector<bool> used(f.cases.size(), false);
    bool service = false, construction = false;
    for (size_t i = 0; i < f.combinations.size(); ++i) {
        const Combination& c = f.combinations[i];
        const std::string place = fmt::format("/combinations/{}", i);
        service |= c.purpose == Purpose::Service;
        construction |= c.purpose == Purpose::Construction;
        bool any = false;
        for (const auto& [k, factor] : c.terms)
            if (factor != 0) used[k] = any = true;
        if (!any)
            out.push_back(finding("combination.empty", place, c.id,
                                  fmt::format("combination {} names no case with a factor: it is left out", c.id)));
        const bool strength = c.purpose != Purpose::Service && c.purpose != Purpose::Fire;
        if (strength && !c.basis.empty() && c.basis != s.basis)
            out.push_back(finding("combination.basis", place, c.id,
                                  fmt::format("combination {} has the factors of \"{}\"; {} takes \"{}\" and leaves it out",
                                              c.id, c.basis, s.title, s.basis)));
    }
    if (model.setsFor(s).empty() && !model.forces().empty())
        out.push_back(finding("combination.none", "/combinations", "",
                              fmt::format("no strength combination with the basis \"{}\": every member stays unchecked; add "
                                          "one to \"combinations\" or choose another standard",
                                          s.basis)));
    if (!service)
        out.push_back(finding("combination.service", "/combinations", "",
                              "no combination has the purpose service: deflections are not checked"));
    if (!construction)
        out.push_back(finding("combination.construction", "/combinations", "",
                              "no combination has the purpose construction: states of erection are not checked"));
    for (size_t k = 0; k < used.size(); ++k)
        if (!used[k] && !f.combinations.empty())
            out.push_back(finding("case.unused", fmt::format("/cases/{}", k), f.cases[k].id,
                                  fmt::format("case {} is used by no combination", f.cases[k].id)));
    // Only cases that state a sum are added up.
    for (size_t k = 0; k < f.cases.size(); ++k) {
        const LoadCase& c = f.cases[k];
        if (!c.handSum) continue;
        const Vec3 total = loadTotals(f, c).sum();
        if (!sumsAgree(*c.handSum, total))
            out.push_back(
                finding("load.hand-sum", fmt::format("/cases/{}", k), c.id,
                        fmt::format("the loads of case {} come to {}, by hand {}: one of them is wrong, or a load is "
                                    "missing",
                                    c.id, vectorText(f, Quantity::Force, total), vectorText(f, Quantity::Force, *c.handSum))));
    }
    auditLateral(f, out);
}

} // namespace wr
