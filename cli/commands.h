// The commands of wrenrail-cli: one file each. A command adds its arguments and returns what happened; the exit status is
// decided once.
#pragma once

#include "core/base/finding.h"
#include "core/checking/runner.h"

#include <functional>
#include <string>
#include <vector>

namespace CLI {
class App;
}

namespace wr::cli {

struct Report
{
    bool badInput = false; // faults in a file, or a file that cannot be written
    bool counted = false;  // members were checked: `counts` decides
    CheckReport::Counts counts;
};

// 0 every member checked and at or under its limit · 1 some member over · 4 none over but some unchecked · 2 bad input · 3
// internal error
int exitStatus(const Report& r);

using Run = std::function<Report()>;

Run addCheck(CLI::App& app);
Run addAnalyse(CLI::App& app);
Run addSections(CLI::App& app);
Run addGrades(CLI::App& app);
Run addTables(CLI::App& app);
Run addCombinations(CLI::App& app);

// Findings to standard error, one line each: severity, place, sentence.
void printFindings(const std::vector<Finding>& findings);
// Text to a file, or to standard output for "-". False with a message if it cannot be written.
bool writeOut(const std::string& text, const std::string& path);

} // namespace wr::cli
