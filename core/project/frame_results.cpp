#include "core/project/frame_results.h"

#include "core/base/fingerprint.h"

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

std::uint64_t shapeFingerprint(const Frame& f)
{
    Fingerprint h;
    for (const Element& e : f.elements.list()) {
        // Counts are exact in a double.
        std::uint64_t flags = (e.rollToLegs ? 1u : 0u) | static_cast<unsigned>(e.behaviour) << 1;
        bool springs = false;
        for (size_t k = 0; k < 6; ++k) {
            flags |= (e.releaseI[k] ? 1ull : 0ull) << (4 + k) | (e.releaseJ[k] ? 1ull : 0ull) << (10 + k);
            springs |= e.springI[k] != 0 || e.springJ[k] != 0;
        }
        for (const double v : {static_cast<double>(e.i), static_cast<double>(e.j), static_cast<double>(flags), e.roll})
            h.add(v);
        if (springs)
            for (size_t k = 0; k < 6; ++k)
                h.add(e.springI[k]), h.add(e.springJ[k]);
        for (const Vec3& o : {e.offsetI, e.offsetJ})
            if (norm(o) > 0) h.add(o.x), h.add(o.y), h.add(o.z);
    }
    return h.value();
}

ResultKey resultKeyOf(const Frame& f)
{
    ResultKey k;
    k.sizes = sizesFingerprint(f);
    k.elements = shapeFingerprint(f);
    k.up = f.up;
    k.nodes = f.nodes, k.links = f.links, k.diaphragms = f.diaphragms;
    k.cases = f.cases, k.combinations = f.combinations;
    k.method = f.design.analysis, k.said = f.design.givenForces;
    k.came = f.came;
    return k;
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

} // namespace wr
