// What nearly every file of core includes; compiled once (core/CMakeLists.txt). No file relies on it.
#pragma once

#include <algorithm>
#include <array>
#include <cmath>
#include <expected>
#include <fmt/format.h>
#include <functional>
#include <map>
#include <memory>
#include <numbers>
#include <optional>
#include <set>
#include <span>
#include <string>
#include <string_view>
#include <variant>
#include <vector>
