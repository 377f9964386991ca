// --pick EXPR: the members that a command is about.
#pragma once

#include "cli/command.h"
#include "core/project/design_state.h"

#include <optional>
#include <string>
#include <vector>

namespace wr::cli {

Argument pickArgument(std::string& into, std::string help);
// True per member that the expression, or the saved pick of that name, stands for; all where the text is empty. Nothing, with a
// message, where it cannot be read.
std::optional<std::vector<char>> pickedMembers(const std::string& text, const DesignState& s);
// Before a long analysis: can the text be read for that frame?
bool pickReads(const std::string& text, const Frame& f);

} // namespace wr::cli
