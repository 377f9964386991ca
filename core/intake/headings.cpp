#include "core/intake/headings.h"

#include "core/base/table_text.h"
#include "core/intake/unit_words.h"

#include <algorithm>
#include <array>
#include <cctype>
#include <unordered_map>

namespace wr {

namespace {

std::string withoutBlanks(std::string_view t)
{
    std::string out;
    std::copy_if(t.begin(), t.end(), std::back_inserter(out), [](char c) { return c != ' '; });
    return out;
}

std::string_view withoutEdges(std::string_view t)
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
    heading = withoutEdges(heading);
    for (const auto& [open, close] : {std::pair{'[', ']'}, {'(', ')'}, {'<', '>'}, {'{', '}'}}) {
        const size_t to = heading.rfind(close), from = heading.rfind(open, to);
        if (from == std::string_view::npos || to == std::string_view::npos || to <= from) continue;
        std::string_view inside = heading.substr(from + 1, to - from - 1);
        if (inside != "-") inside = withoutEdges(inside);
        if (!isUnit(inside) && inside != "-") continue;
        std::string words(withoutEdges(heading.substr(0, from)));
        if (const auto after = withoutEdges(heading.substr(to + 1)); !after.empty()) words += " " + std::string(after);
        return {std::move(words), inside == "-" ? "" : std::string(inside)};
    }
    // "fy, MPa", "N_kN": after a mark.
    for (size_t at = heading.find_last_of(",_;:"); at != std::string_view::npos && at > 0; at = std::string_view::npos) {
        const std::string_view tail = withoutEdges(heading.substr(at + 1));
        if (tail.size() > 1 && isUnit(tail)) return {std::string(withoutEdges(heading.substr(0, at))), std::string(tail)};
        if (tail == "m") return {std::string(withoutEdges(heading.substr(0, at))), "m"};
    }
    // "N kN", "My kip-ft": after a blank, only what cannot be a word of its own.
    if (const size_t at = heading.rfind(' '); at != std::string_view::npos) {
        const std::string_view tail = withoutEdges(heading.substr(at + 1));
        if (tail.size() > 1 && tail != "in" && isUnit(tail))
            return {std::string(withoutEdges(heading.substr(0, at))), std::string(tail)};
    }
    return {std::string(heading), ""};
}

namespace {

// The words of a kind's fields, looked up by what is left without blanks; the longer ones are also looked for among others.
struct Vocabulary
{
    struct Word
    {
        const FieldRow* field;
        std::string_view words;
        double rank; // earlier ones are the surer: "h" is a depth rather than a length
    };
    std::unordered_map<std::string, std::vector<Word>> close;
    std::vector<std::pair<std::string, const FieldRow*>> within; // with a blank on each side

    explicit Vocabulary(TableKind kind)
    {
        for (const FieldRow& f : fieldsOf(kind)) {
            size_t place = 0;
            for (const std::string_view h : split(f.headings, '|')) {
                if (h.empty()) continue;
                const bool general = std::find(kGeneral.begin(), kGeneral.end(), h) != kGeneral.end();
                const double rank = general ? 0.7 : 1.0 - 0.003 * static_cast<double>(std::min<size_t>(place, 30));
                ++place;
                close[withoutBlanks(h)].push_back({&f, h, rank});
                if (h.size() >= 4) within.emplace_back(" " + std::string(h) + " ", &f);
            }
        }
    }
};

const Vocabulary& vocabulary(TableKind kind)
{
    static const std::vector<Vocabulary> all = [] {
        std::vector<Vocabulary> out;
        for (size_t k = 0; k < kTableKinds; ++k)
            out.emplace_back(static_cast<TableKind>(k));
        return out;
    }();
    return all[static_cast<size_t>(kind)];
}

} // namespace

std::vector<HeadingMatch> headingMatches(TableKind kind, std::string_view key)
{
    std::vector<HeadingMatch> out;
    if (key.empty()) return out;
    const auto offer = [&](const FieldRow* f, double sure) {
        for (HeadingMatch& m : out)
            if (m.field == f) {
                m.sure = std::max(m.sure, sure);
                return;
            }
        out.push_back({f, sure});
    };
    const Vocabulary& v = vocabulary(kind);
    if (const auto at = v.close.find(withoutBlanks(key)); at != v.close.end())
        for (const Vocabulary::Word& w : at->second)
            offer(w.field, w.words == key || w.rank == 0.7 ? w.rank : w.rank - 0.02);
    // Whole words of it among others.
    if (key.find(' ') != std::string_view::npos) {
        const std::string padded = " " + std::string(key) + " ";
        for (const auto& [word, field] : v.within)
            if (padded.find(word) != std::string::npos)
                offer(field, 0.4 + 0.2 * static_cast<double>(word.size() - 2) / static_cast<double>(key.size()));
    }
    return out;
}

HeadingMatch matchHeading(TableKind kind, std::string_view heading)
{
    HeadingMatch best;
    for (const HeadingMatch& m : headingMatches(kind, headingKey(headingParts(heading).words)))
        if (m.sure > best.sure) best = m;
    return best;
}

} // namespace wr
