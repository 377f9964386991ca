#include "core/standards/en1993/en1993.h"

#include "core/standards/en1993/rows.h"
#include "core/standards/en1993/run.h"

namespace wr {

std::vector<Standard> en1993Standards()
{
    Standard s;
    s.key = "en1993";
    s.title = "EN 1993-1-1:2005";
    s.basis = "en1990";
    s.majorAxis = "y";
    s.minorAxis = "z";
    s.wantsStations = true;
    s.checks.assign(en1993::kChecks.begin(), en1993::kChecks.end());
    s.run = en1993::runChecks;
    s.explain = en1993::explainCheck;
    s.lengthCurve = en1993::lengthCurveOf;
    s.interactionDiagram = en1993::interactionDiagramOf;
    return {s};
}

} // namespace wr
