#include "core/sizing/rungs.h"

#include <algorithm>
#include <atomic>
#include <fmt/format.h>
#include <tbb/parallel_for.h>
#include <utility>

namespace wr {

namespace {

std::string brokenLimit(const CatalogueSection& s, const LadderLimits& l, const UnitSystem& u)
{
    const double d = s.properties().depth;
    if (l.maxDepth && d > *l.maxDepth * (1 + 1e-9))
        return fmt::format("deeper than {}", u.text(Quantity::SectionLength, *l.maxDepth));
    if (l.minDepth && d < *l.minDepth * (1 - 1e-9))
        return fmt::format("shallower than {}", u.text(Quantity::SectionLength, *l.minDepth));
    return {};
}

// Worse: over before unchecked before the rest, then the larger ratio.
bool worse(const MemberResult& a, Status status, double utilisation)
{
    const auto rank = [](Status s) { return s == Status::Over ? 2 : s == Status::Unchecked ? 1 : 0; };
    if (rank(a.status) != rank(status)) return rank(a.status) > rank(status);
    return a.utilisation > utilisation;
}

// What of a group does not depend on the rung.
struct GroupWork
{
    const RungsWanted* wanted = nullptr;
    RungTable table;
    std::vector<Demands> demands;
    double perArea = 0; // kg per m² of section, all members
    double density = 0; // of the first member
    std::atomic<size_t> left{0};
};

void evaluate(const CheckModel& model, const GroupWork& g, const CatalogueSection& s, Rung& r, MemberResult& result)
{
    r.section = &s;
    r.depth = s.properties().depth;
    r.groupMass = g.perArea * s.properties().a;
    r.mass = s.properties().a * g.density;
    r.status = Status::Ok;
    for (size_t i = 0; i < g.table.members.size(); ++i) {
        const size_t m = g.table.members[i];
        model.judge(m, model.inputWith(m, s.shape, s.properties()), g.demands[i], result);
        if (r.member >= 0 && !worse(result, r.status, r.utilisation)) continue;
        r.member = static_cast<int>(m);
        r.status = result.status;
        r.utilisation = result.utilisation;
        r.check = result.govern() ? result.govern()->check : -1;
        r.reason.clear();
        for (const CheckOutcome& o : result.outcomes)
            if (o.status == Status::Unchecked) r.reason = o.reason;
    }
}

void sort(RungTable& t)
{
    std::sort(t.rungs.begin(), t.rungs.end(), [](const Rung& a, const Rung& b) {
        if (a.mass != b.mass) return a.mass < b.mass;
        if (a.depth != b.depth) return a.depth < b.depth;
        return a.section->designation < b.section->designation;
    });
}

} // namespace

int RungTable::find(std::string_view designation) const
{
    for (size_t k = 0; k < rungs.size(); ++k)
        if (rungs[k].section->designation == designation) return static_cast<int>(k);
    return -1;
}

int lightestThatMeets(const RungTable& t, double target)
{
    for (size_t k = 0; k < t.rungs.size(); ++k)
        if (t.rungs[k].meets(target)) return static_cast<int>(k);
    return -1;
}

std::vector<RungTable> evaluateGroups(const CheckModel& model, std::span<const RungsWanted> wanted, Progress& progress,
                                      const std::function<void(size_t, const RungTable&)>& told)
{
    const Frame& f = model.frame();
    std::vector<GroupWork> groups(wanted.size());
    std::vector<std::pair<size_t, size_t>> demands, work; // group and place in it
    for (size_t g = 0; g < wanted.size(); ++g) {
        GroupWork& x = groups[g];
        x.wanted = &wanted[g];
        for (const size_t m : wanted[g].members) {
            const Member& member = model.members()[m];
            if (member.exclude || !member.broken.empty()) continue;
            const Material& mat = f.materials[static_cast<size_t>(member.material)];
            x.table.massNow += member.length * f.sections[static_cast<size_t>(member.section)].properties.a * mat.density;
            x.perArea += member.length * mat.density;
            if (x.table.members.empty()) x.density = mat.density;
            x.table.members.push_back(m);
        }
        if (x.table.members.empty() || model.forces().empty()) continue;
        x.demands.resize(x.table.members.size());
        x.table.sections = wanted[g].sections;
        x.table.rungs.resize(wanted[g].sections.size());
        x.left = wanted[g].sections.size();
        for (size_t i = 0; i < x.demands.size(); ++i)
            demands.emplace_back(g, i);
        for (size_t k = 0; k < wanted[g].sections.size(); ++k)
            work.emplace_back(g, k);
    }
    tbb::parallel_for(size_t{0}, demands.size(), [&](size_t k) {
        const auto [g, i] = demands[k];
        if (!progress.cancelled()) groups[g].demands[i] = model.allDemands(groups[g].table.members[i]);
    });
    std::atomic<size_t> done{0};
    tbb::parallel_for(size_t{0}, work.size(), [&](size_t w) {
        if (progress.cancelled()) return;
        const auto [g, k] = work[w];
        GroupWork& x = groups[g];
        MemberResult result;
        evaluate(model, x, *x.wanted->sections[k], x.table.rungs[k], result);
        progress.at(static_cast<double>(++done) / static_cast<double>(work.size()), "evaluating rungs");
        if (--x.left > 0) return;
        sort(x.table);
        if (told) told(g, x.table);
    });
    std::vector<RungTable> out;
    out.reserve(groups.size());
    for (GroupWork& g : groups) {
        g.table.cancelled = progress.cancelled();
        out.push_back(std::move(g.table));
    }
    return out;
}

RungTable evaluateRungs(const CheckModel& model, const Catalogue& catalogue, const std::vector<size_t>& members,
                        const LadderLimits& limits, Progress& progress)
{
    RungsWanted w{members, {}};
    for (const CatalogueSection* s : catalogue.family(limits.family))
        w.sections.emplace_back(RungSection(), s);
    RungTable out = std::move(evaluateGroups(model, {&w, 1}, progress).front());
    if (out.cancelled) return out;
    for (Rung& r : out.rungs)
        r.limit = brokenLimit(*r.section, limits, model.frame().units);
    out.proposed = lightestThatMeets(out, limits.target);
    return out;
}

} // namespace wr
