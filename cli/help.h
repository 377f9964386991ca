// What --help prints: at most 100 columns wide, with examples.
#pragma once

#include "cli/command.h"

#include <string>
#include <vector>

namespace wr::cli {

// Of one command, or of the program (none).
std::string helpText(const std::vector<Command>& commands, const Command* command);

} // namespace wr::cli
