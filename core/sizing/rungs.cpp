#include "core/sizing/rungs.h"

#include <algorithm>
#include <atomic>
#include <fmt/format.h>
#include <tbb/parallel_for.h>

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

} // namespace

RungTable evaluateRungs(const CheckModel& model, const Catalogue& catalogue, const std::vector<size_t>& wanted,
                        const LadderLimits& limits, Progress& progress)
{
    RungTable out;
    const Frame& f = model.frame();
    double totalLength = 0;
    for (const size_t m : wanted) {
        const Member& member = model.members()[m];
        if (member.exclude || !member.broken.empty()) continue;
        out.members.push_back(m);
        const auto& mat = f.materials[member.material];
        out.massNow += member.length * f.sections[member.section].properties.a * mat.density;
        totalLength += member.length * mat.density;
    }
    if (out.members.empty() || model.forces().empty()) return out;
    std::vector<Demands> demands(out.members.size());
    tbb::parallel_for(size_t{0}, out.members.size(), [&](size_t i) { demands[i] = model.allDemands(out.members[i]); });

    const auto family = catalogue.family(limits.family);
    out.rungs.resize(family.size());
    std::atomic<size_t> done{0};
    tbb::parallel_for(size_t{0}, family.size(), [&](size_t k) {
        if (progress.cancelled()) return;
        Rung& r = out.rungs[k];
        const CatalogueSection& s = *family[k];
        r.section = &s;
        r.depth = s.properties().depth;
        r.groupMass = totalLength * s.properties().a;
        r.mass = s.properties().a * f.materials[model.members()[out.members.front()].material].density;
        r.limit = brokenLimit(s, limits, f.units);
        r.status = Status::Ok;
        MemberResult result;
        for (size_t i = 0; i < out.members.size(); ++i) {
            const size_t m = out.members[i];
            model.judge(m, model.inputWith(m, s.shape, s.properties()), demands[i], result);
            if (r.member >= 0 && !worse(result, r.status, r.utilisation)) continue;
            r.member = static_cast<int>(m);
            r.status = result.status;
            r.utilisation = result.utilisation;
            r.check = result.govern() ? result.govern()->check : -1;
            r.reason.clear();
            for (const CheckOutcome& o : result.outcomes)
                if (o.status == Status::Unchecked) r.reason = o.reason;
        }
        progress.at(static_cast<double>(++done) / static_cast<double>(family.size()), "evaluating rungs");
    });
    out.cancelled = progress.cancelled();
    if (out.cancelled) return out;
    std::sort(out.rungs.begin(), out.rungs.end(), [](const Rung& a, const Rung& b) {
        if (a.mass != b.mass) return a.mass < b.mass;
        if (a.depth != b.depth) return a.depth < b.depth;
        return a.section->designation < b.section->designation;
    });
    for (size_t k = 0; k < out.rungs.size() && out.proposed < 0; ++k)
        if (out.rungs[k].meets(limits.target)) out.proposed = static_cast<int>(k);
    return out;
}

} // namespace wr
