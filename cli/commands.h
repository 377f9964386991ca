// The commands of wrenrail-cli: one file each, and what they share. The exit status is decided once.
#pragma once

#include "cli/command.h"
#include "cli/terminal.h"
#include "core/base/counted.h"
#include "core/base/finding.h"

#include <cstdio>
#include <expected>
#include <fmt/format.h>
#include <string>
#include <vector>

namespace wr::cli {

// 0 every member checked and at or under its limit · 1 some member over · 4 none over but some unchecked · 2 bad input · 3
// internal error
int exitStatus(const Report& r);

Command checkCommand();
Command analyseCommand();
Command combinationsCommand();
Command tablesCommand();
Command gradesCommand();
Command membersCommand();
Command briefsCommand();
Command optionsCommand();
Command auditCommand();
Command compareCommand();
Command sizeCommand();
Command reportCommand();
Command exportCommand();
Command jointCommand();
Command startCommand();
Command changeCommand();
Command takeOffCommand();
Command sectionsCommand();
Command intakeCommand();

// Findings to standard error, one line each: severity, place, sentence. With --quiet the errors only.
void printFindings(const std::vector<Finding>& findings);
// Lines to standard output and standard error. What cannot be written is noticed once, at the end (exitStatus).
// What was asked for:
template <class... A> void put(fmt::format_string<A...> words, A&&... values)
{
    std::fputs(fmt::format(words, std::forward<A>(values)...).c_str(), stdout);
}
// What is said beside it, not where --quiet stands:
template <class... A> void tell(fmt::format_string<A...> words, A&&... values)
{
    if (!quiet()) put(words, std::forward<A>(values)...);
}
template <class... A> void complain(fmt::format_string<A...> words, A&&... values)
{
    std::fputs(fmt::format(words, std::forward<A>(values)...).c_str(), stderr);
}

// Text to a file, or to standard output for "-". False with a message if it cannot be written.
bool writeOut(const std::string& text, const std::string& path);
// True, or a message from what could not be written.
bool told(const std::expected<void, std::string>& done);
// Before the work: an output that cannot be written is told at once. Nothing asked for ("") is fine.
bool canWrite(const std::string& path);

} // namespace wr::cli
