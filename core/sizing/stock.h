// Prices and what is to be had, by the stock list of a frame.
#pragma once

#include "core/frame/design.h"

#include <optional>
#include <string_view>

namespace wr {

// The row that stands for a section: the one that names it, else the longest beginning with * that fits; null: none.
const StockRow* stockOf(const Design& d, std::string_view designation);
// Of a metre; nothing where no price is known.
std::optional<double> pricePerMetre(const StockRow* row, double kgPerMetre);

} // namespace wr
