// The JSON library, for the readers and writers of core/files only: it is heavy to compile, so no public header includes it.
#pragma once

#include <nlohmann/json.hpp>

namespace wr {

using Json = nlohmann::ordered_json;

} // namespace wr

extern template class nlohmann::basic_json<nlohmann::ordered_map>; // compiled once, in json_value.cpp
