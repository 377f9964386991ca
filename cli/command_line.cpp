#include "cli/command.h"
#include "cli/commands.h"
#include "logging/log.h"

#include <CLI/CLI.hpp>
#include <fmt/format.h>

namespace wr::cli {

namespace {

CLI::Option* addArgument(CLI::App& app, const Argument& a)
{
    return std::visit(
        [&](auto* target) -> CLI::Option* {
            using Value = std::remove_pointer_t<decltype(target)>;
            if constexpr (std::is_same_v<Value, bool>)
                return app.add_flag(a.name, *target, a.help);
            else
                return app.add_option(a.name, *target, a.help);
        },
        a.into);
}

void addCommand(CLI::App& app, const Command& command)
{
    CLI::App* c = app.add_subcommand(command.name, command.help);
    for (const Argument& a : command.arguments) {
        CLI::Option* o = addArgument(*c, a);
        o->required(a.must);
        if (a.shown) o->capture_default_str();
        if (!a.words.empty()) o->check(CLI::IsMember(a.words));
        if (std::isfinite(a.least)) o->check(CLI::Range(a.least, a.most));
        if (std::holds_alternative<std::vector<std::string>*>(a.into)) o->take_all();
        for (const std::string& other : a.without)
            o->excludes(other);
    }
}

} // namespace

int runCommandLine(const std::vector<Command>& commands, int argc, char** argv)
{
    CLI::App app{"Wren Rail checks every member of a steel frame against a design standard."};
    app.set_version_flag("--version", std::string("wrenrail-cli ") + WREN_VERSION);
    app.require_subcommand(1);
    bool verbose = false;
    app.add_flag("--verbose", verbose, "say on standard error how long each step took");
    app.fallthrough();
    app.footer("Exit status: 0 every member checked and within its limit, 1 some member over, 4 none over but some unchecked,\n"
               "2 bad input, 3 internal error. \"wrenrail-cli COMMAND --help\" tells the options of a command.");
    for (const Command& c : commands)
        addCommand(app, c);
    try {
        app.parse(argc, argv);
    } catch (const CLI::ParseError& e) {
        return app.exit(e) == 0 ? 0 : 2;
    }
    const std::string wanted = app.get_subcommands().front()->get_name();
    startLog({.name = "wrenrail-cli", .toFile = verbose, .verbose = verbose});
    for (const Command& c : commands)
        if (c.name == wanted) {
            const LogTime time(c.name);
            return exitStatus(c.run());
        }
    return 3;
}

} // namespace wr::cli
