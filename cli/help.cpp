#include "cli/help.h"

#include <algorithm>
#include <fmt/format.h>
#include <sstream>

namespace wr::cli {

namespace {

constexpr size_t kWidth = 98, kColumn = 26;

// Words into lines; all but the first indented. `used`: what stands on the first line already.
std::string wrapped(const std::string& text, size_t indent, size_t used)
{
    std::istringstream words(text);
    std::string out, word;
    for (size_t at = used; words >> word;) {
        const bool first = at == indent;
        if (!first && at + 1 + word.size() > kWidth) {
            out += "\n" + std::string(indent, ' ');
            at = indent;
        } else if (!first) {
            out += " ";
            ++at;
        }
        out += word;
        at += word.size();
    }
    return out + "\n";
}

std::string row(const std::string& name, const std::string& text)
{
    const std::string head = "  " + name;
    if (head.size() + 2 > kColumn) return head + "\n" + std::string(kColumn, ' ') + wrapped(text, kColumn, kColumn);
    return head + std::string(kColumn - head.size(), ' ') + wrapped(text, kColumn, kColumn);
}

// "--json FILE", "--notional none|gravity|all".
std::string nameOf(const Argument& a)
{
    if (!a.name.starts_with("--")) return a.name;
    std::string value = a.value;
    if (value.empty())
        value = std::visit(
            [](auto* target) -> std::string {
                using V = std::remove_pointer_t<decltype(target)>;
                if constexpr (std::is_same_v<V, bool>)
                    return "";
                else if constexpr (std::is_same_v<V, int> || std::is_same_v<V, std::optional<int>>)
                    return "N";
                else if constexpr (std::is_same_v<V, double> || std::is_same_v<V, std::optional<double>>)
                    return "X";
                else
                    return "TEXT";
            },
            a.into);
    return value.empty() ? a.name : a.name + " " + value;
}

std::string defaultOf(const Argument& a)
{
    if (!a.shown) return "";
    return std::visit(
        [](auto* target) -> std::string {
            using V = std::remove_pointer_t<decltype(target)>;
            if constexpr (std::is_same_v<V, int> || std::is_same_v<V, double> || std::is_same_v<V, std::string>)
                return fmt::format("; default {}", *target);
            else
                return "";
        },
        a.into);
}

std::string describe(const Argument& a)
{
    std::string text = a.help;
    if (!a.words.empty()) text += fmt::format(": {}", fmt::join(a.words, ", "));
    text += defaultOf(a);
    if (!a.without.empty()) text += fmt::format("; not beside {}", fmt::join(a.without, ", "));
    return text + (a.must && a.name.starts_with("--") ? "; must be given" : "");
}

std::string ofCommand(const Command& c)
{
    std::string out = wrapped(c.help, 0, 0) + "\nUsage: wrenrail-cli " + c.name;
    for (const Argument& a : c.arguments)
        if (!a.name.starts_with("--")) out += a.must ? " " + a.name : " [" + a.name + "]";
    for (const Argument& a : c.arguments)
        if (a.name.starts_with("--") && a.must) out += " " + nameOf(a);
    out += " [options]\n\n";
    for (const bool options : {false, true}) {
        if (options) out += "\nOptions:\n";
        for (const Argument& a : c.arguments)
            if (a.name.starts_with("--") == options) out += row(nameOf(a), describe(a));
    }
    out += row("--quiet", "say nothing but errors") + row("--verbose", "say on standard error how long each step took") +
           row("--help", "this text");
    if (!c.examples.empty()) out += "\nExamples:\n";
    for (const auto& [line, meaning] : c.examples)
        out += "  wrenrail-cli " + line + "\n" + std::string(6, ' ') + wrapped(meaning, 6, 6);
    return out;
}

} // namespace

std::string helpText(const std::vector<Command>& commands, const Command* command)
{
    std::string out;
    if (command)
        out = ofCommand(*command);
    else {
        out = "Wren Rail checks every member of a steel frame against a design standard.\n\n"
              "Usage: wrenrail-cli COMMAND [options]\n\nCommands:\n";
        for (const Command& c : commands)
            out += row(c.name, c.help);
        out +=
            "\n" + wrapped("\"wrenrail-cli COMMAND --help\" tells the options of a command, with examples. FRAME and files can "
                           "be \"-\": standard input, standard output. --version tells the version.",
                           0, 0);
    }
    return out + "\nExit status: 0 every member checked and within its limit, 1 some member over, 4 none over but\n"
                 "some unchecked, 2 bad input, 3 internal error.\n";
}

} // namespace wr::cli
