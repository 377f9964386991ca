// The check of one member by AISC 360 and its printed calculation.
#pragma once

#include "core/standards/aisc360/section.h"
#include "core/standards/pictures.h"

namespace wr::aisc360 {

void runChecks(Method m, const MemberInput& in, const Demands& d, MemberResult& r);
std::optional<LengthCurve> lengthCurveOf(Method m, const MemberInput& in, const Demands& d, const CheckOutcome& o);
std::optional<InteractionDiagram> interactionDiagramOf(Method m, const MemberInput& in, const Demands& d,
                                                       const CheckOutcome& o);
std::vector<BraceRow> bracingOf(Method m, const MemberInput& in, const Demands& d);
// Which parts are slender under its forces: in compression by Table B4.1a, webs in flexure by F5. Empty: none.
std::string slenderParts(Method m, const MemberInput& in, const Demands& d, const MemberResult& r);
Trace explainCheck(Method m, const MemberInput& in, const Demands& d, const CheckOutcome& o);

} // namespace wr::aisc360
