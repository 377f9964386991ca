// What a member is by how it stands: column, beam, brace or none of them.
#pragma once

#include "core/members/members.h"

namespace wr {

// By hand, else: a brace takes tension only, or is an axial element or released in bending at both ends and slopes by 15° to
// 75°, or is a level axial element; a column is steeper than 60°; a beam slopes up to 45°; other: what lies between.
MemberKind memberKind(const Frame& f, const Member& m);

// The height a member belongs to, m along `up`: where it lies if it is level (to 1 %), else where its lower end stands.
double levelOf(const Frame& f, const Member& m);

} // namespace wr
