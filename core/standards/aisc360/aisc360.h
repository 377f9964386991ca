// AISC 360 as standards of the registry: each edition by LRFD and by ASD.
#pragma once

#include "core/standards/standard.h"

namespace wr {

// 2022 first, then 2016, 2010, 2005; LRFD before ASD.
std::vector<Standard> aisc360Standards();
// Nominal strength of the cross-section in compression, N: P_ns, Fy·Ae at Fcr = Fy (2016, 2022), Fy·Ag before. key: one of the
// above.
double crossSectionCompression(std::string_view key, const MemberInput& in);

} // namespace wr
