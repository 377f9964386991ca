#include "core/briefs/limit_text.h"

#include "core/base/entry.h"
#include "core/base/nearest.h"
#include "core/base/numbers.h"
#include "core/base/split.h"
#include "core/frame/loads.h"

#include <algorithm>
#include <array>
#include <cmath>
#include <fmt/format.h>

namespace wr {

namespace {

using L = DeflectionLimit;

// n of "L/n", or nothing.
std::optional<double> overLength(const std::string& word)
{
    if (word.size() < 3 || (word[0] != 'L' && word[0] != 'l') || word[1] != '/') return std::nullopt;
    const double n = numberFrom(std::string_view(word).substr(2));
    return std::isfinite(n) && n > 0 ? std::optional(n) : std::nullopt;
}

bool digits(const std::string& word)
{
    return !word.empty() && ((word[0] >= '0' && word[0] <= '9') || word[0] == '.');
}

std::string unknown(const std::string& word)
{
    const std::string near = didYouMean(word, {"free", "total", "variable", "major", "minor", "level", "upright",
                                               "characteristic", "frequent", "quasi-permanent", "live-only"});
    return fmt::format("\"{}\" is not known in a limit{}", word,
                       near.empty() ? "; write it like L/360 variable, or L/250 and 30 mm total level" : near);
}

std::expected<L, std::string> readOne(const std::string& text, const UnitSystem& u)
{
    L out;
    const std::vector<std::string> words = split(text, " \t,");
    for (size_t k = 0; k < words.size(); ++k) {
        const std::string word = lowered(words[k]);
        if (word == "and") continue;
        if (word == "free") {
            const auto n = k + 1 < words.size() ? overLength(words[k + 1]) : std::nullopt;
            if (!n) return std::unexpected("after free stands L/n for a free end, as in L/250 free L/125");
            out.cantilever = *n;
            ++k;
        } else if (const auto n = overLength(words[k])) {
            if (out.span) return std::unexpected(fmt::format("\"{}\": L/n stands twice in one limit; part limits by ;", text));
            out.span = *n;
        } else if (digits(word)) {
            const bool unit = k + 1 < words.size() && unitLength(words[k + 1]).has_value();
            const auto most = readEntry(unit ? words[k] + " " + words[k + 1] : words[k], Quantity::Displacement, u);
            if (!most) return std::unexpected(most.error());
            if (!(*most > 0)) return std::unexpected("a deflection that may not be passed must be greater than zero");
            out.most = *most;
            k += unit ? 1 : 0;
        } else if (word == "total" || word == "variable")
            out.part = word == "total" ? L::Part::Total : L::Part::Variable;
        else if (word == "major" || word == "minor")
            out.along = word == "major" ? L::Along::Major : L::Along::Minor;
        else if (word == "level" || word == "upright")
            out.members = word == "level" ? L::Members::Level : L::Members::Upright;
        else if (std::find(kServiceKinds.begin(), kServiceKinds.end(), word) != kServiceKinds.end())
            out.kind = word;
        else
            return std::unexpected(unknown(words[k]));
    }
    if (!out.span && !out.most) return std::unexpected(fmt::format("\"{}\": a limit needs L/n, a deflection, or both", text));
    return out;
}

} // namespace

std::string limitText(const DeflectionLimit& l, const UnitSystem& u)
{
    std::string out;
    const auto add = [&](std::string_view word) { out += (out.empty() ? "" : " ") + std::string(word); };
    if (l.span) add(fmt::format("L/{:.10g}", *l.span));
    if (l.span && l.most) add("and");
    if (l.most) add(fmt::format("{:.10g} {}", u.show(Quantity::Displacement, *l.most), u.symbol(Quantity::Displacement)));
    add(l.part == L::Part::Total ? "total" : "variable");
    if (!l.kind.empty()) add(l.kind);
    if (l.along != L::Along::Any) add(l.along == L::Along::Major ? "major" : "minor");
    if (l.members != L::Members::Any) add(l.members == L::Members::Level ? "level" : "upright");
    if (l.cantilever) add(fmt::format("free L/{:.10g}", *l.cantilever));
    return out;
}

std::string limitsText(const std::vector<DeflectionLimit>& limits, const UnitSystem& u)
{
    std::string out;
    for (const DeflectionLimit& l : limits)
        out += (out.empty() ? "" : "; ") + limitText(l, u);
    return out.empty() ? "none" : out;
}

std::expected<std::vector<DeflectionLimit>, std::string> readLimits(std::string_view text, const UnitSystem& u)
{
    std::vector<DeflectionLimit> out;
    for (const std::string& one : split(text, ";")) {
        if (one.find_first_not_of(" \t,") == std::string::npos) continue;
        auto l = readOne(one, u);
        if (!l) return std::unexpected(l.error());
        out.push_back(*std::move(l));
    }
    return out;
}

} // namespace wr
