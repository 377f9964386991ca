// The command line's answer to "briefs": JSON as docs/frame-format.md describes it.
#pragma once

#include "core/members/members.h"

#include <string>

namespace wr {

// Every brief with what it states, line by line, and the members that are checked by it; those without one apart.
std::string writeBriefs(const Frame& f, const SharedList<Member>& members);

} // namespace wr
