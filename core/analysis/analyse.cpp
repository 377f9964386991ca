#include "core/analysis/analyse.h"

namespace wr {

FrameForces analyseForces(const Frame& f, bool secondOrder, Progress& progress)
{
    if (secondOrder || hasOneWay(f)) {
        CombinationOptions o;
        o.secondOrder = secondOrder;
        CombinationResult r = analyseCombinations(f, o, progress);
        // A combination that fails leaves its members unchecked; the others stand.
        bool any = false;
        for (const CombinationOutcome& c : r.combinations)
            any = any || c.solved;
        return {any, std::move(r.findings), std::move(r.forces)};
    }
    AnalysisResult r = analyseLinear(f, {}, progress);
    return {r.ok, std::move(r.findings), std::move(r.forces)};
}

} // namespace wr
