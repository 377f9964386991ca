// A command of wrenrail-cli as data: its name, what it takes, what it does. command_line.cpp alone knows the parser.
#pragma once

#include "core/checking/runner.h"

#include <functional>
#include <limits>
#include <optional>
#include <string>
#include <variant>
#include <vector>

namespace wr::cli {

struct Report
{
    bool badInput = false;   // faults in a file, or a file that cannot be written
    bool openErrors = false; // findings of that severity stand open, and it is they that were asked for
    bool counted = false;    // members were checked: `counts` decides
    CheckReport::Counts counts;
};

// One argument. `name` with dashes is an option, without it stands at its place ("FRAME"). What it is follows from where its
// value goes: bool a flag, vector an option that may be given again.
struct Argument
{
    using Target = std::variant<bool*, int*, double*, std::optional<int>*, std::optional<double>*, std::string*,
                                std::vector<std::string>*>;

    std::string name, help;
    Target into;
    bool must = false;
    bool shown = false;               // its default is told in the help
    std::vector<std::string> words{}; // the words allowed; empty: any
    double least = -std::numeric_limits<double>::infinity(), most = std::numeric_limits<double>::infinity();
    std::vector<std::string> without{}; // names of arguments it does not go with
    std::string value{};                // what the help calls its value; empty: by its kind
};

struct Command
{
    std::string name, help;
    std::vector<Argument> arguments;
    std::function<Report()> run;
    std::vector<std::pair<std::string, std::string>> examples{}; // arguments after the program's name, what that does
};

// Parses, runs, and gives the exit status of the program. `commands` in the order of the help.
int runCommandLine(const std::vector<Command>& commands, int argc, char** argv);

} // namespace wr::cli
