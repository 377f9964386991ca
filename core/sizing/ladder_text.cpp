#include "core/sizing/ladder_text.h"

#include "core/base/entry.h"
#include "core/base/split.h"
#include "core/sections/shape.h"

#include <algorithm>
#include <fmt/format.h>
#include <optional>

namespace wr {

namespace {

// What stands before and behind a word; nothing where it does not stand there.
std::optional<std::pair<std::string, std::string>> around(const std::string& text, std::string_view word)
{
    const std::string with = " " + std::string(word) + " ", padded = " " + text + " ";
    const size_t at = padded.find(with);
    if (at == std::string::npos) return std::nullopt;
    const auto trimmed = [](std::string s) {
        while (!s.empty() && s.front() == ' ')
            s.erase(0, 1);
        while (!s.empty() && s.back() == ' ')
            s.pop_back();
        return s;
    };
    return std::pair{trimmed(padded.substr(0, at)), trimmed(padded.substr(at + with.size() - 1))};
}

} // namespace

std::expected<std::vector<MadeDimension>, std::string> readMade(ShapeKind kind, std::string_view text, const UnitSystem& u)
{
    const auto keys = dimensionKeys(kind);
    std::string known;
    for (const auto& [key, must] : keys)
        known += (known.empty() ? "" : ", ") + std::string(key);
    std::vector<MadeDimension> out;
    for (const std::string& part : split(text, ",;")) {
        const size_t begin = part.find_first_not_of(" \t");
        if (begin == std::string::npos) continue;
        std::string rest = part.substr(begin);
        const size_t end = std::min(rest.find_first_of(" \t="), rest.size());
        MadeDimension d;
        d.key = rest.substr(0, end);
        rest = end < rest.size() ? rest.substr(end + 1) : "";
        if (std::none_of(keys.begin(), keys.end(), [&](const auto& k) { return k.first == d.key; }))
            return std::unexpected(fmt::format("\"{}\" is no dimension of this shape; it has {}", d.key, known));
        if (std::any_of(out.begin(), out.end(), [&](const MadeDimension& x) { return x.key == d.key; }))
            return std::unexpected(fmt::format("{} stands twice", d.key));
        const auto number = [&](const std::string& s, double& value) -> std::string {
            const auto v = readEntry(s, Quantity::SectionLength, u);
            if (!v) return fmt::format("{}: {}", d.key, v.error());
            if (!(*v > 0)) return fmt::format("{}: must be greater than zero", d.key);
            value = *v;
            return {};
        };
        if (const auto p = around(rest, "plates")) {
            d.plates = true;
            rest = p->second;
            if (rest.empty()) {
                out.push_back(d);
                continue;
            }
        }
        std::string from = rest, to, by;
        if (const auto p = around(from, "by")) from = p->first, by = p->second;
        if (const auto p = around(from, "to")) from = p->first, to = p->second;
        if (from.empty() && (to.empty() || !d.plates))
            return std::unexpected(
                fmt::format("{}: a number was expected, as in {} 200, or {} 400 to 600 by 50", d.key, d.key, d.key));
        for (const auto& [s, into] : {std::pair{&from, &d.from}, std::pair{&to, &d.to}, std::pair{&by, &d.step}})
            if (!s->empty())
                if (std::string fault = number(*s, *into); !fault.empty()) return std::unexpected(std::move(fault));
        if (!to.empty() && d.to < d.from) return std::unexpected(fmt::format("{}: {} to {} runs backwards", d.key, from, to));
        if (!to.empty() && by.empty() && !d.plates && d.to > d.from)
            return std::unexpected(
                fmt::format("{}: {} to {} needs a step, as in {} {} to {} by 50", d.key, from, to, d.key, from, to));
        if (!by.empty() && (to.empty() || d.plates)) return std::unexpected(fmt::format("{}: a step needs from and to", d.key));
        out.push_back(d);
    }
    for (const auto& [key, must] : keys)
        if (must && std::none_of(out.begin(), out.end(), [&](const MadeDimension& x) { return x.key == key; }))
            return std::unexpected(fmt::format("{} is missing; the shape has {}", key, known));
    return out;
}

std::string madeText(const MadeShape& m, const UnitSystem& u)
{
    std::string out;
    const auto size = [&](double v) { return fmt::format("{:.8g}", u.show(Quantity::SectionLength, v)); };
    for (const MadeDimension& d : m.dimensions) {
        out += (out.empty() ? "" : ", ") + d.key;
        if (d.plates) out += " plates";
        if (d.from > 0) out += " " + size(d.from);
        if (d.to > 0) out += " to " + size(d.to);
        if (d.step > 0) out += " by " + size(d.step);
    }
    return out;
}

std::string ladderText(const Ladder& l, const UnitSystem& u)
{
    std::string out = l.family;
    const auto list = [&](const std::vector<std::string>& names) {
        for (const std::string& n : names)
            out += (out.empty() ? "" : ", ") + n;
    };
    list(l.families);
    constexpr size_t kNamed = 3;
    if (l.sections.size() <= kNamed)
        list(l.sections);
    else
        out += fmt::format("{}{} sections", out.empty() ? "" : ", ", l.sections.size());
    if (l.made) out += fmt::format("{}{}", out.empty() ? "" : ", ", madeText(*l.made, u));
    const auto add = [&](const std::string& words) { out += (out.empty() ? "" : " · ") + words; };
    const auto range = [&](const std::optional<double>& from, const std::optional<double>& to, Quantity q, const char* what) {
        const std::string unit(u.symbol(q));
        if (from && to) add(fmt::format("{:.6g} to {:.6g} {} {}", u.show(q, *from), u.show(q, *to), unit, what));
        if (from && !to) add(fmt::format("from {:.6g} {} {}", u.show(q, *from), unit, what));
        if (!from && to) add(fmt::format("up to {:.6g} {} {}", u.show(q, *to), unit, what));
    };
    range(l.minDepth, l.maxDepth, Quantity::SectionLength, "deep");
    range(l.minWidth, l.maxWidth, Quantity::SectionLength, "wide");
    range({}, l.maxMass, Quantity::MassPerLength, "");
    range(l.minThickness, {}, Quantity::SectionLength, "thick");
    if (l.depthWithin) add(fmt::format("within {} of its depth", u.text(Quantity::SectionLength, *l.depthWithin)));
    if (!l.wideAs.empty()) add("as wide as " + l.wideAs);
    if (!l.sameAs.empty()) add("the section of " + l.sameAs);
    if (l.overCarried) add("not shallower than what it carries");
    if (l.stock) add("from stock");
    while (!out.empty() && out.back() == ' ')
        out.pop_back();
    return out;
}

} // namespace wr
