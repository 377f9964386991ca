// Effective lengths: the stage after the holds. Every segment keeps what each source offers, and which one stands.
#pragma once

#include "core/members/holds.h"
#include "core/members/lanes.h"

namespace wr {

// 2 for a free-ended column segment, else 1; a factor of the brief goes before that, a length or factor given by hand before
// both. Lengths given over a stretch replace the holds inside it.
Lanes lengthsOf(const Member& m, const MemberHolds& holds, const StatedRows& stated, const Brief& brief);

} // namespace wr
