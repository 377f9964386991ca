// JSON text of a frame file to a tree, in one pass. Station results, nearly all of a large file, never become a tree: they
// stand as a block of numbers.
#pragma once

#include "core/base/finding.h"
#include "core/files/json_value.h"

#include <array>
#include <limits>
#include <optional>
#include <string_view>
#include <vector>

namespace wr {

// A station as the file gives it, in the file's units: position, forces by Force. NaN: not said.
struct StationNumbers
{
    static constexpr size_t kCount = 7;
    std::array<double, kCount> v;
    StationNumbers() { v.fill(std::numeric_limits<double>::quiet_NaN()); }
};
std::string_view stationKey(size_t index); // "s" "n" "vy" "vz" "t" "my" "mz"
constexpr size_t kNoStationKey = StationNumbers::kCount;
size_t stationIndex(std::string_view key); // kNoStationKey: not one of them

// The tree, or nothing with a finding of where and why: no JSON, brackets too deep, cut off. A key that stands twice in one
// object is a finding too: one value would silently be lost. `stations` arrays of results that hold nothing but numbers are
// binary values: see stationsOf.
std::optional<Json> parseFrameText(std::string_view text, std::vector<Finding>& findings);

// Of a binary value made above; empty for any other.
std::vector<StationNumbers> stationsOf(const Json& value);
// The same as a tree, for messages with places.
Json stationTree(const std::vector<StationNumbers>& stations);

} // namespace wr
