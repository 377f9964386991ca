#include "core/standards/aisc360/aisc360.h"

#include "core/standards/aisc360/bolts.h"
#include "core/standards/aisc360/compression.h"
#include "core/standards/aisc360/options.h"
#include "core/standards/aisc360/own_demands.h"
#include "core/standards/aisc360/rows.h"
#include "core/standards/aisc360/run.h"
#include "core/standards/aisc360/second_order.h"
#include "core/standards/aisc360/stability.h"

namespace wr {

namespace {

template <bool Lrfd, int Edition> Standard make(std::string_view key, std::string_view title)
{
    Standard s;
    s.key = key;
    s.title = title;
    s.familyTitle = "AISC 360";
    s.family = aisc360::kFamily;
    s.basis = Lrfd ? "lrfd" : "asd";
    if (Lrfd)
        s.loading = {"asce7-22-lrfd", "asce7-16-lrfd"};
    else
        s.loading = {"asce7-22-asd", "asce7-16-asd"};
    s.grades = "ASTM";
    s.secondOrderClause = "C2.1";
    s.secondOrder = &aisc360::kSecondOrder;
    s.amplifiesMembers = "B1 (Appendix 8)";
    s.amplifiesSway = "B2";
    s.options = rowsOf(aisc360::optionTable());
    s.rules = aisc360::rulesOf;
    s.gather = aisc360::gatherer;
    s.auditFrame = aisc360::auditStability;
    s.auditResults = aisc360::auditSquash;
    s.auditWhole = aisc360::driftRatio;
    s.stability = aisc360::stabilityStatement;
    s.slenderParts = [](const MemberInput& in, const Demands& d, const MemberResult& r) {
        return aisc360::slenderParts({Lrfd, Edition}, in, d, r);
    };
    s.majorAxis = "x";
    s.minorAxis = "y";
    s.checks.assign(aisc360::kChecks.begin(), aisc360::kChecks.end());
    s.run = [](const MemberInput& in, const Demands& d, MemberResult& r) { aisc360::runChecks({Lrfd, Edition}, in, d, r); };
    s.explain = [](const MemberInput& in, const Demands& d, const CheckOutcome& o) {
        return aisc360::explainCheck({Lrfd, Edition}, in, d, o);
    };
    s.lengthCurve = [](const MemberInput& in, const Demands& d, const CheckOutcome& o) {
        return aisc360::lengthCurveOf({Lrfd, Edition}, in, d, o);
    };
    s.interactionDiagram = [](const MemberInput& in, const Demands& d, const CheckOutcome& o) {
        return aisc360::interactionDiagramOf({Lrfd, Edition}, in, d, o);
    };
    s.bracing = [](const MemberInput& in, const Demands& d) { return aisc360::bracingOf({Lrfd, Edition}, in, d); };
    s.bolts = [](const BoltLayout& b, const BoltForces& f, const Rules*) { return aisc360::boltLook({Lrfd, Edition}, b, f); };
    s.boltClause = "J3";
    s.boltGrades = aisc360::boltGrades();
    return s;
}

} // namespace

double crossSectionCompression(std::string_view key, const MemberInput& in)
{
    const bool whole = key.starts_with("aisc360-10") || key.starts_with("aisc360-05");
    if (whole) return in.steel.fy * in.section.a;
    const aisc360::Context c(in, aisc360::Method{});
    NoTrace none;
    constexpr double stocky = 1e-6; // m
    return aisc360::compression(c, stocky, stocky, stocky, none).available / c.safety.compression.phi;
}

std::vector<Standard> aisc360Standards()
{
    return {make<true, 2022>("aisc360-22-lrfd", "AISC 360-22 LRFD"), make<false, 2022>("aisc360-22-asd", "AISC 360-22 ASD"),
            make<true, 2016>("aisc360-16-lrfd", "AISC 360-16 LRFD"), make<false, 2016>("aisc360-16-asd", "AISC 360-16 ASD"),
            make<true, 2010>("aisc360-10-lrfd", "AISC 360-10 LRFD"), make<false, 2010>("aisc360-10-asd", "AISC 360-10 ASD"),
            make<true, 2005>("aisc360-05-lrfd", "AISC 360-05 LRFD"), make<false, 2005>("aisc360-05-asd", "AISC 360-05 ASD")};
}

} // namespace wr
