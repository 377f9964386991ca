#include "cli/command.h"
#include "cli/commands.h"
#include "cli/help.h"
#include "cli/terminal.h"
#include "core/base/nearest.h"
#include "core/base/printable.h"
#include "logging/log.h"

#include <CLI/CLI.hpp>
#include <algorithm>
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

// What a word on the command line that nothing has may have been meant to be; empty where every word is known.
std::string hintFor(const std::vector<Command>& commands, int argc, char** argv)
{
    std::vector<std::string> names;
    for (const Command& c : commands)
        names.push_back(c.name);
    const Command* command = nullptr;
    for (int i = 1; i < argc; ++i) {
        const std::string word = argv[i];
        if (!command && !word.starts_with("-")) {
            const auto at = std::find(names.begin(), names.end(), word);
            if (at == names.end()) return fmt::format("there is no command \"{}\"{}", printable(word), didYouMean(word, names));
            command = &commands[static_cast<size_t>(at - names.begin())];
        } else if (command && word.starts_with("--")) {
            std::vector<std::string> options{"--help", "--verbose", "--quiet"};
            for (const Argument& a : command->arguments)
                if (a.name.starts_with("--")) options.push_back(a.name);
            const std::string option = word.substr(0, word.find('='));
            if (std::find(options.begin(), options.end(), option) == options.end())
                return fmt::format("{} has no option {}{}", command->name, printable(option), didYouMean(option, options));
        }
    }
    return "";
}

} // namespace

int runCommandLine(const std::vector<Command>& commands, int argc, char** argv)
{
    CLI::App app{"Wren Rail checks every member of a steel frame against a design standard."};
    app.set_version_flag("--version", std::string("wrenrail-cli ") + WREN_VERSION);
    app.require_subcommand(1);
    bool verbose = false;
    bool quietly = false;
    app.add_flag("--verbose", verbose);
    app.add_flag("--quiet", quietly);
    app.fallthrough();
    app.formatter_fn([&](const CLI::App* of, const std::string&, CLI::AppFormatMode) {
        const auto at =
            std::find_if(commands.begin(), commands.end(), [&](const Command& c) { return c.name == of->get_name(); });
        return helpText(commands, at == commands.end() ? nullptr : &*at);
    });
    for (const Command& c : commands)
        addCommand(app, c);
    try {
        app.parse(argc, argv);
    } catch (const CLI::ParseError& e) {
        const bool asked = e.get_exit_code() == 0; // --help, --version
        const std::string hint = asked ? "" : hintFor(commands, argc, argv);
        if (!hint.empty())
            complain("error: {}\n", hint);
        else if (app.exit(e) == 0)
            return 0;
        return 2;
    }
    const std::string wanted = app.get_subcommands().front()->get_name();
    if (quietly) beQuiet();
    startLog({.name = "wrenrail-cli", .toFile = verbose, .verbose = verbose});
    for (const Command& c : commands)
        if (c.name == wanted) {
            const LogTime time(c.name);
            return exitStatus(c.run());
        }
    return 3;
}

} // namespace wr::cli
