// Edits of what the members are. Restraints and lengths stay with their elements (carry_entries.h); a member that is put
// together by hand keeps the name of its first part, and no name comes to mean another member.
#pragma once

#include "core/project/edits.h"

#include <expected>
#include <string>

namespace wr {

// Words of the edit, or why it is refused; `f` is changed only where it is not.
std::expected<std::string, std::string> applyMemberEdit(Frame& f, const JoinMembers& e);
std::expected<std::string, std::string> applyMemberEdit(Frame& f, const SplitMember& e);
std::expected<std::string, std::string> applyMemberEdit(Frame& f, const TurnMembers& e);
std::expected<std::string, std::string> applyMemberEdit(Frame& f, const BackToRule& e);
std::expected<std::string, std::string> applyMemberEdit(Frame& f, const SetForming& e);

} // namespace wr
