#include "core/shaping/fresh_names.h"

#include <algorithm>
#include <charconv>

namespace wr {

namespace {

// "B12" is "B" and 12; a name without digits at its end, or with more of them than a number has, has none.
std::pair<std::string, long> parted(const std::string& id)
{
    constexpr size_t kDigits = 9;
    size_t from = id.size();
    while (from > 0 && id[from - 1] >= '0' && id[from - 1] <= '9')
        --from;
    if (from == id.size() || id.size() - from > kDigits) return {id, -1};
    long n = 0;
    std::from_chars(id.data() + from, id.data() + id.size(), n);
    return {id.substr(0, from), n};
}

} // namespace

void FreshNames::take(const std::string& id)
{
    taken_.insert(id);
    const auto [stem, n] = parted(id);
    if (n < 0) return;
    long& largest = largest_.try_emplace(stem, n).first->second;
    largest = std::max(largest, n);
}

std::string FreshNames::like(const std::string& id)
{
    auto [stem, n] = parted(id);
    if (n < 0) stem += stem.empty() ? "" : "-"; // "ridge": "ridge-2"
    long& largest = largest_.try_emplace(stem, n < 0 ? 1 : n).first->second;
    std::string out;
    do
        out = stem + std::to_string(++largest);
    while (taken_.contains(out));
    taken_.insert(out);
    return out;
}

} // namespace wr
