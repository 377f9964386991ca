// What an engineer said of members stays with their elements when the frame is reshaped.
#pragma once

#include "core/shaping/lineage.h"

#include <string>
#include <vector>

namespace wr {

// `next` has its nodes and elements already and the design block of `before`. Members that were put together get what their
// elements became, one that falls apart becomes several; those that the rule makes are formed anew, with group, brief and what
// else was said of them. Restraints and lengths go along (carry_entries.h). What is left out is told, a sentence each.
void carryDecisions(const Frame& before, Frame& next, const Lineage& lineage, std::vector<std::string>& told);

// What is said of copies besides: of members all of whose elements were copied a row each, and holds and lengths along
// `copies`.
struct CopiedDecisions
{
    bool groups = true, briefs = true, holds = true;
};
void copyDecisions(const Frame& before, Frame& next, const Lineage& copies, const CopiedDecisions& what);

// Takes entries out of design.members and lists what the rule makes of their elements instead, where something was said of
// them.
void formByRule(Frame& f, const std::vector<DesignMember>& rows);

} // namespace wr
