#include "cli/pick_argument.h"

#include "cli/commands.h"
#include "core/base/printable.h"
#include "core/picks/pick_match.h"

namespace wr::cli {

namespace {

std::optional<Pick> read(const std::string& text, const Frame& f)
{
    std::string expression = text;
    for (const SavedPick& p : f.design.picks.list())
        if (p.id == text) expression = p.expression;
    auto pick = parsePick(expression, f.units);
    if (pick) return *std::move(pick);
    const PickFault& fault = pick.error();
    complain("error: --pick, {}\n  {}\n  {}^\n", printable(fault.sentence()), printable(expression),
             std::string(fault.column - 1, ' '));
    return std::nullopt;
}

} // namespace

Argument pickArgument(std::string& into, std::string help)
{
    return {.name = "--pick", .help = std::move(help), .into = &into, .value = "EXPR"};
}

bool pickReads(const std::string& text, const Frame& f)
{
    return text.empty() || read(text, f).has_value();
}

std::optional<std::vector<char>> pickedMembers(const std::string& text, const DesignState& s)
{
    std::vector<char> out(s.model->members().size(), text.empty() ? 1 : 0);
    if (text.empty()) return out;
    const auto pick = read(text, *s.frame);
    if (!pick) return std::nullopt;
    for (const size_t i : membersOf(*pick, {*s.model, s.checked ? s.report.get() : nullptr}))
        out[i] = 1;
    return out;
}

} // namespace wr::cli
