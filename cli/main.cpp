#include "cli/commands.h"

#include <CLI/CLI.hpp>
#include <cstdio>
#include <exception>
#include <fmt/format.h>
#include <map>

int main(int argc, char** argv)
{
    CLI::App app{"Wren Rail checks every member of a steel frame against a design standard."};
    app.set_version_flag("--version", std::string("wrenrail-cli ") + WREN_VERSION);
    app.require_subcommand(1);
    app.footer("Exit status: 0 every member checked and within its limit, 1 some member over, 4 none over but some unchecked,\n"
               "2 bad input, 3 internal error. \"wrenrail-cli COMMAND --help\" tells the options of a command.");
    std::map<std::string, wr::cli::Run> runs;
    runs["check"] = wr::cli::addCheck(app);
    runs["analyse"] = wr::cli::addAnalyse(app);
    runs["combinations"] = wr::cli::addCombinations(app);
    runs["tables"] = wr::cli::addTables(app);
    runs["grades"] = wr::cli::addGrades(app);
    runs["sections"] = wr::cli::addSections(app);
    try {
        app.parse(argc, argv);
    } catch (const CLI::ParseError& e) {
        return app.exit(e) == 0 ? 0 : 2;
    }
    try {
        return wr::cli::exitStatus(runs.at(app.get_subcommands().front()->get_name())());
    } catch (const std::exception& e) {
        fmt::print(stderr, "internal error: {}\nPlease report this with the file that causes it.\n", e.what());
        return 3;
    }
}
