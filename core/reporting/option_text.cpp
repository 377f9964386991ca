#include "core/reporting/option_text.h"

#include "core/standards/common/brief_options.h"
#include "core/standards/standard.h"

#include <fmt/format.h>

namespace wr {

namespace {

std::string_view unitKind(Quantity q)
{
    switch (q) {
    case Quantity::Length: return " (length)";
    case Quantity::Stress: return " (stress)";
    default: return "";
    }
}

std::string meaningOf(const Option& o)
{
    std::string out(o.meaning);
    out += unitKind(o.quantity);
    if (!o.needs.empty()) out += fmt::format("; only beside {}", o.needs);
    return out;
}

} // namespace

std::string optionsMarkdown(std::string_view heading, std::span<const Option> table)
{
    std::string out =
        fmt::format("## {}\n\n| key | values | stands by itself | clause | meaning |\n|---|---|---|---|---|\n", heading);
    for (const Option& o : table)
        out += fmt::format("| `{}` | {} | {} | {} | {} |\n", o.key, rangeOf(o), o.standing, o.clause.empty() ? "–" : o.clause,
                           meaningOf(o));
    return out + "\n";
}

std::string optionsText(std::string_view heading, std::span<const Option> table)
{
    std::string out = fmt::format("{}\n", heading);
    for (const Option& o : table)
        out += fmt::format("  {:<28} {}{}\n  {:<28} {}; by itself: {}\n", o.key, meaningOf(o),
                           o.clause.empty() ? "" : fmt::format(" ({})", o.clause), "", rangeOf(o), o.standing);
    return out + "\n";
}

std::string allOptions(bool markdown, std::string_view only)
{
    const auto write = markdown ? optionsMarkdown : optionsText;
    std::string out;
    if (only.empty()) out += write("Any standard", rowsOf(briefTable()));
    for (const std::string_view family : standardFamilies()) {
        if (!only.empty() && family != only) continue;
        const Standard& s = *standardOfFamily(family);
        out += write(fmt::format("{} in a brief", family), s.options);
        if (!s.nationalOptions.empty())
            out += write(fmt::format("{}: a set of national parameters", family), s.nationalOptions);
    }
    return out;
}

} // namespace wr
