#include "core/intake/headings.h"

#include "core/base/table_text.h"
#include "core/intake/unit_words.h"

#include <algorithm>
#include <array>
#include <cctype>

namespace wr {

namespace {

std::string withoutBlanks(std::string_view t)
{
    std::string out;
    std::copy_if(t.begin(), t.end(), std::back_inserter(out), [](char c) { return c != ' '; });
    return out;
}

std::string_view trimmed(std::string_view t)
{
    while (!t.empty() && std::string_view(" ,;:_/-\t\n").find(t.front()) != std::string_view::npos)
        t.remove_prefix(1);
    while (!t.empty() && std::string_view(" ,;:_/-\t\n").find(t.back()) != std::string_view::npos)
        t.remove_suffix(1);
    return t;
}

// Letters set low or Greek that stand in headings for plain ones.
constexpr std::array<std::pair<std::string_view, std::string_view>, 10> kLetters{{{"ₓ", "x"},
                                                                                  {"ᵧ", "y"},
                                                                                  {"₁", "1"},
                                                                                  {"₂", "2"},
                                                                                  {"₃", "3"},
                                                                                  {"φ", "phi"},
                                                                                  {"ρ", "rho"},
                                                                                  {"β", "beta"},
                                                                                  {"γ", "gamma"},
                                                                                  {"Δ", "d"}}};

constexpr std::array<std::string_view, 8> kGeneral{"id", "no", "nr", "name", "label", "type", "kind", "number"};

} // namespace

std::string headingKey(std::string_view heading)
{
    std::string plain(heading);
    for (const auto& [from, to] : kLetters)
        for (size_t at = plain.find(from); at != std::string::npos; at = plain.find(from, at + to.size()))
            plain.replace(at, from.size(), to);
    std::string out;
    char before = ' ';
    for (size_t i = 0; i < plain.size(); ++i) {
        const auto c = static_cast<unsigned char>(plain[i]);
        const bool letter = std::isalpha(c) || std::isdigit(c) || c >= 0x80;
        if (!letter) {
            if (!out.empty() && out.back() != ' ') out += ' ';
        } else {
            // A capital after small letters begins a word: NodeI, EndRelease; not in "kN" or "fY".
            const bool begins = std::isupper(c) && std::islower(static_cast<unsigned char>(before)) && i >= 2 &&
                                (std::islower(static_cast<unsigned char>(plain[i - 2])) ||
                                 std::isupper(static_cast<unsigned char>(plain[i - 2])));
            if (begins && !out.empty() && out.back() != ' ') out += ' ';
            out += static_cast<char>(std::tolower(c));
        }
        before = plain[i];
    }
    while (!out.empty() && out.back() == ' ')
        out.pop_back();
    return out;
}

HeadingParts headingParts(std::string_view heading)
{
    heading = trimmed(heading);
    for (const auto& [open, close] : {std::pair{'[', ']'}, {'(', ')'}, {'<', '>'}, {'{', '}'}}) {
        const size_t to = heading.rfind(close), from = heading.rfind(open, to);
        if (from == std::string_view::npos || to == std::string_view::npos || to <= from) continue;
        std::string_view inside = heading.substr(from + 1, to - from - 1);
        if (inside != "-") inside = trimmed(inside);
        if (!isUnit(inside) && inside != "-") continue;
        std::string words(trimmed(heading.substr(0, from)));
        if (const auto after = trimmed(heading.substr(to + 1)); !after.empty()) words += " " + std::string(after);
        return {std::move(words), inside == "-" ? "" : std::string(inside)};
    }
    // "fy, MPa", "N_kN": after a mark.
    for (size_t at = heading.find_last_of(",_;:"); at != std::string_view::npos && at > 0; at = std::string_view::npos) {
        const std::string_view tail = trimmed(heading.substr(at + 1));
        if (tail.size() > 1 && isUnit(tail)) return {std::string(trimmed(heading.substr(0, at))), std::string(tail)};
        if (tail == "m") return {std::string(trimmed(heading.substr(0, at))), "m"};
    }
    // "N kN", "My kip-ft": after a blank, only what cannot be a word of its own.
    if (const size_t at = heading.rfind(' '); at != std::string_view::npos) {
        const std::string_view tail = trimmed(heading.substr(at + 1));
        if (tail.size() > 1 && tail != "in" && isUnit(tail))
            return {std::string(trimmed(heading.substr(0, at))), std::string(tail)};
    }
    return {std::string(heading), ""};
}

double headingFits(const FieldRow& field, std::string_view key)
{
    if (key.empty()) return 0;
    const std::string close = withoutBlanks(key);
    double best = 0;
    size_t place = 0;
    for (const std::string_view h : split(field.headings, '|')) {
        if (h.empty()) continue;
        const bool general = std::find(kGeneral.begin(), kGeneral.end(), h) != kGeneral.end();
        // Earlier ones are the surer: "h" is a depth rather than a length.
        const double rank = 1.0 - 0.003 * static_cast<double>(std::min<size_t>(place++, 30));
        if (h == key)
            best = std::max(best, general ? 0.7 : rank);
        else if (withoutBlanks(h) == close)
            best = std::max(best, general ? 0.7 : rank - 0.02);
        else if (h.size() >= 4) {
            // Whole words of it among others.
            const std::string padded = " " + std::string(key) + " ";
            if (padded.find(" " + std::string(h) + " ") != std::string::npos)
                best = std::max(best, 0.4 + 0.2 * static_cast<double>(h.size()) / static_cast<double>(key.size()));
        }
    }
    return best;
}

HeadingMatch matchHeading(TableKind kind, std::string_view heading)
{
    const std::string key = headingKey(headingParts(heading).words);
    HeadingMatch out;
    for (const FieldRow& f : fieldsOf(kind))
        if (const double sure = headingFits(f, key); sure > out.sure) out = {&f, sure};
    if (out.sure < 0.4) return {};
    return out;
}

} // namespace wr
