#include "core/base/nearest.h"

#include <algorithm>
#include <array>

namespace wr {

size_t editDistance(std::string_view a, std::string_view b)
{
    return editDistance(a, b, a.size() + b.size());
}

size_t editDistance(std::string_view a, std::string_view b, size_t limit)
{
    const size_t gap = a.size() > b.size() ? a.size() - b.size() : b.size() - a.size();
    if (gap > limit) return limit + 1;
    // Names are short: no memory is asked for.
    std::array<size_t, 64> fixed;
    std::vector<size_t> many;
    if (b.size() >= fixed.size()) many.resize(b.size() + 1);
    size_t* row = many.empty() ? fixed.data() : many.data();
    for (size_t c = 0; c <= b.size(); ++c)
        row[c] = c;
    for (size_t r = 1; r <= a.size(); ++r) {
        size_t diagonal = row[0], least = r;
        row[0] = r;
        for (size_t c = 1; c <= b.size(); ++c) {
            const size_t keep = row[c];
            row[c] = std::min({row[c] + 1, row[c - 1] + 1, diagonal + (a[r - 1] == b[c - 1] ? 0 : 1)});
            least = std::min(least, row[c]);
            diagonal = keep;
        }
        if (least > limit) return limit + 1;
    }
    return row[b.size()];
}

std::string lowered(std::string_view word)
{
    std::string out(word);
    for (char& c : out)
        if (c >= 'A' && c <= 'Z') c = static_cast<char>(c - 'A' + 'a');
    return out;
}

std::optional<std::string> nearestWord(std::string_view word, const std::vector<std::string>& known)
{
    const std::string wanted = lowered(word);
    const size_t most = std::max<size_t>(2, wanted.size() / 3); // letters that may differ
    const std::string* best = nullptr;
    size_t least = most + 1;
    for (const std::string& k : known)
        if (const size_t off = editDistance(wanted, lowered(k)); off < least) {
            least = off;
            best = &k;
        }
    return best ? std::optional(*best) : std::nullopt;
}

std::string didYouMean(std::string_view word, const std::vector<std::string>& known)
{
    const auto near = nearestWord(word, known);
    return near ? "; did you mean " + *near + "?" : "";
}

} // namespace wr
