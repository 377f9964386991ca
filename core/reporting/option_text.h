// What can be stated for a standard, written out from its tables: for docs/options.md and the command line.
#pragma once

#include "core/standards/common/option.h"

#include <string>
#include <string_view>

namespace wr {

// The rows of a table under its heading: as a table of Markdown, or as lines for a terminal.
std::string optionsMarkdown(std::string_view heading, std::span<const Option> table);
std::string optionsText(std::string_view heading, std::span<const Option> table);
// All there are: of a brief for any standard, then family by family with its national parameters; only of one family where it
// is named.
std::string allOptions(bool markdown, std::string_view family = "");

} // namespace wr
