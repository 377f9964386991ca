#include "core/sizing/stock.h"

#include "core/sections/catalogue.h"

namespace wr {

const StockRow* stockOf(const Design& d, std::string_view designation)
{
    const std::string wanted = normalisedName(designation);
    const StockRow* best = nullptr;
    size_t length = 0;
    for (const StockRow& r : d.stock.list()) {
        const std::string id = normalisedName(r.id);
        if (id == wanted) return &r;
        if (id.empty() || id.back() != '*' || !wanted.starts_with(id.substr(0, id.size() - 1))) continue;
        if (!best || id.size() > length) best = &r, length = id.size();
    }
    return best;
}

std::optional<double> pricePerMetre(const StockRow* row, double kgPerMetre)
{
    if (!row) return std::nullopt;
    if (row->perM) return row->perM;
    return row->perKg ? std::optional(*row->perKg * kgPerMetre) : std::nullopt;
}

} // namespace wr
