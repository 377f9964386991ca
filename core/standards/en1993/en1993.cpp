#include "core/standards/en1993/en1993.h"

#include "core/standards/en1993/bolts.h"
#include "core/standards/en1993/options.h"
#include "core/standards/en1993/rows.h"
#include "core/standards/en1993/run.h"
#include "core/standards/en1993/stability.h"
#include "core/standards/en1993/table_3_1.h"

namespace wr {

std::vector<Standard> en1993Standards()
{
    Standard s;
    s.key = "en1993";
    s.title = "EN 1993-1-1:2005";
    s.familyTitle = "EN 1993";
    s.family = en1993::kFamily;
    s.basis = "en1990";
    s.loading = {"en1990-6.10", "en1990-6.10ab"};
    s.grades = "EN ";
    s.secondOrderClause = "5.2.1, where α_cr is below 10";
    s.options = rowsOf(en1993::optionTable());
    s.nationalOptions = rowsOf(en1993::nationalTable());
    s.nationalSets = en1993::shippedSets;
    s.rules = en1993::rulesOf;
    s.strengthSteps = en1993::strengthSteps;
    s.auditFrame = en1993::auditImperfections;
    s.auditWhole = en1993::criticalFactor;
    s.stability = en1993::stabilityStatement;
    s.slenderParts = en1993::slenderParts;
    s.majorAxis = "y";
    s.minorAxis = "z";
    s.wantsStations = true;
    s.checks.assign(en1993::kChecks.begin(), en1993::kChecks.end());
    s.run = en1993::runChecks;
    s.explain = en1993::explainCheck;
    s.bracing = en1993::bracingOf;
    s.bolts = en1993::boltLook;
    s.boltClause = "EN 1993-1-8, 3.6";
    s.boltGrades = en1993::boltGrades();
    s.lengthCurve = en1993::lengthCurveOf;
    s.interactionDiagram = en1993::interactionDiagramOf;
    return {s};
}

} // namespace wr
