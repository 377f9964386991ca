// A stock list as people keep it: a table of text with a section a row, its price by kilogram or by metre, and whether it is
// there.
#pragma once

#include "core/base/progress.h"
#include "core/frame/frame.h"
#include "core/sections/catalogue.h"

#include <expected>
#include <string>
#include <vector>

namespace wr {

struct StockList
{
    std::vector<StockRow> rows;
    size_t away = 0;                  // of those not to be had
    std::vector<std::string> unknown; // names of neither the catalogue nor the frame: kept, they may be made later
};

// Headings: section (or designation, name, profile); price per kg, t, lb, cwt or per m, ft (with its unit in the heading, as in
// "EUR/kg" or "price per m"; without one "price" is by the frame's unit of mass); available (or stock, in stock): yes, no, or
// how many there are. "IPE*" stands for all that begin so. The error is a sentence with its row.
std::expected<StockList, std::string> readStockList(std::string bytes, const std::string& file, const Frame& f,
                                                    const Catalogue& catalogue, Progress& progress);

} // namespace wr
