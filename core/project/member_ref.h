// A formed member as edits name it.
#pragma once

#include "core/members/members.h"
#include "core/project/edits.h"

namespace wr {

inline MemberRef refOf(const Member& m)
{
    MemberRef out{m.id, {}};
    for (const MemberPiece& p : m.pieces)
        out.elements.push_back(p.element);
    return out;
}

} // namespace wr
