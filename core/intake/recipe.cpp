#include "core/intake/recipe.h"

#include <algorithm>
#include <array>
#include <utility>

namespace wr {

namespace {

constexpr std::array<std::string_view, 3> kSigns{"ours", "vectors", "ends"};
constexpr std::array<std::string_view, 3> kStations{"from-i", "from-j", "share"};

template <class E, size_t N> std::optional<E> fromWord(const std::array<std::string_view, N>& words, std::string_view w)
{
    const auto at = std::find(words.begin(), words.end(), w);
    if (at == words.end()) return std::nullopt;
    return static_cast<E>(at - words.begin());
}

} // namespace

std::string_view forceSignsWord(ForceSigns s)
{
    return kSigns[static_cast<size_t>(s)];
}
std::optional<ForceSigns> forceSignsFromWord(std::string_view w)
{
    return fromWord<ForceSigns>(kSigns, w);
}
std::string_view stationAsWord(StationAs s)
{
    return kStations[static_cast<size_t>(s)];
}
std::optional<StationAs> stationAsFromWord(std::string_view w)
{
    return fromWord<StationAs>(kStations, w);
}

const ColumnUse* TableUse::column(std::string_view key) const
{
    const auto at = std::find_if(columns.begin(), columns.end(), [&](const ColumnUse& c) { return c.as == key; });
    return at == columns.end() ? nullptr : &*at;
}

ColumnUse* TableUse::column(std::string_view key)
{
    return const_cast<ColumnUse*>(std::as_const(*this).column(key));
}

} // namespace wr
