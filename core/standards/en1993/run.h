// One member against EN 1993-1-1.
#pragma once

#include "core/standards/check.h"
#include "core/standards/pictures.h"

namespace wr::en1993 {

// Which forces make the section class 4, in words; empty: none do.
std::string slenderParts(const MemberInput& in, const Demands& d, const MemberResult& r);
void runChecks(const MemberInput& in, const Demands& d, MemberResult& r);
Trace explainCheck(const MemberInput& in, const Demands& d, const CheckOutcome& o);
std::vector<BraceRow> bracingOf(const MemberInput& in, const Demands& d);
std::optional<LengthCurve> lengthCurveOf(const MemberInput& in, const Demands& d, const CheckOutcome& o);
std::optional<InteractionDiagram> interactionDiagramOf(const MemberInput& in, const Demands& d, const CheckOutcome& o);

} // namespace wr::en1993
