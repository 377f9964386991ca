#include "core/project/frame_results.h"

#include "core/audit/families.h"

#include <algorithm>

namespace wr {

namespace {

size_t bytesOf(const FrameResults& r)
{
    size_t nodes = 0;
    for (const NodeMotion& m : r.forces.motions)
        nodes += 4 * m.u.size() * sizeof(Vec3);
    return r.forces.forces.values.size() * sizeof(double) + nodes;
}

} // namespace

ResultKey resultKeyOf(const Frame& f)
{
    return {sizesFingerprint(f), f.cases, f.combinations, f.design.analysis};
}

void ResultStore::put(ResultKey key, std::shared_ptr<const FrameResults> results)
{
    std::erase_if(kept_, [&](const auto& x) { return x.key == key; });
    kept_.push_front({std::move(key), std::move(results)});
    size_t bytes = 0, keep = 0;
    while (keep < kept_.size() && keep < kKept && (keep == 0 || bytes <= kBytes))
        bytes += keep == 0 ? 0 : bytesOf(*kept_[keep].results), ++keep;
    kept_.resize(keep);
}

std::shared_ptr<const FrameResults> ResultStore::find(const ResultKey& key) const
{
    for (const Kept& k : kept_)
        if (k.key == key) return k.results;
    return nullptr;
}

void ResultStore::hold(const std::shared_ptr<const FrameResults>& results, std::shared_ptr<const FrameRestraint> restraint)
{
    for (Kept& k : kept_)
        if (k.results == results) k.restraint = restraint;
}

std::shared_ptr<const FrameRestraint> ResultStore::restraintOf(const std::shared_ptr<const FrameResults>& results) const
{
    for (const Kept& k : kept_)
        if (k.results == results) return k.restraint;
    return nullptr;
}

Rows<GivenResult> resultsThatFit(const Rows<GivenResult>& given, const Frame& before, const Frame& after)
{
    std::vector<GivenResult> kept;
    for (const GivenResult& r : given.list()) {
        const auto place = static_cast<size_t>(r.loadCase);
        if (r.loadCase >= 0 && place < after.cases.size() && after.cases[place] == before.cases[place])
            kept.push_back(r);
        else if (r.combination >= 0)
            for (size_t c = 0; c < after.combinations.size(); ++c) {
                const Combination &now = after.combinations[c], &was = before.combinations[static_cast<size_t>(r.combination)];
                if (now.id != was.id || now.terms != was.terms) continue;
                kept.push_back(r);
                kept.back().combination = static_cast<int>(c);
                break;
            }
    }
    return kept;
}

namespace {

std::shared_ptr<FrameResults> lookedUp(const Frame& withResults, Extras modes)
{
    auto out = std::make_shared<FrameResults>();
    std::vector<Finding> findings;
    out->forces = givenResults(withResults, findings);
    out->forces.findings = std::move(findings);
    out->given = withResults.results;
    out->modes = std::move(modes);
    return out;
}

} // namespace

std::shared_ptr<const FrameResults> takeResults(Frame& f)
{
    auto out = lookedUp(f, std::move(f.modes));
    // Whether they can be what they are taken for is looked at once, with what they came with.
    auditArrival(f, out->forces.forces, out->forces.findings);
    f.results.clear();
    f.modes.clear();
    return out;
}

std::shared_ptr<const FrameResults> refitted(const FrameResults& r, const Frame& before, const Frame& after)
{
    Frame with = after;
    with.results = resultsThatFit(r.given, before, after);
    auto out = std::make_shared<FrameResults>(*lookedUp(with, r.modes));
    out->forces.forces.sizes = r.forces.forces.sizes; // they belong to the sizes they came with
    out->forces.forces.elementSizes = r.forces.forces.elementSizes;
    return out;
}

} // namespace wr
