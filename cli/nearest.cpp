#include "cli/nearest.h"

#include "core/sections/names.h"

#include <algorithm>
#include <cctype>

namespace wr::cli {

namespace {

std::string small(std::string_view word)
{
    std::string out(word);
    std::transform(out.begin(), out.end(), out.begin(), [](unsigned char c) { return static_cast<char>(std::tolower(c)); });
    return out;
}

} // namespace

std::string didYouMean(std::string_view word, const std::vector<std::string>& known)
{
    const std::string wanted = small(word);
    const size_t most = std::max<size_t>(2, wanted.size() / 3); // letters that may differ
    const std::string* best = nullptr;
    size_t least = most + 1;
    for (const std::string& k : known)
        if (const size_t off = editDistance(wanted, small(k)); off < least) {
            least = off;
            best = &k;
        }
    return best ? "; did you mean " + *best + "?" : "";
}

} // namespace wr::cli
