#include "cli/stock_argument.h"

#include "cli/commands.h"

#include "core/base/printable.h"
#include "core/project/edits.h"
#include "core/sizing/stock_list.h"

#include <fstream>
#include <iterator>

namespace wr::cli {

bool takeStock(const std::string& path, Frame& f)
{
    std::ifstream in(path, std::ios::binary);
    if (!in) {
        complain("error: {} cannot be read\n", printable(path));
        return false;
    }
    const std::string bytes{std::istreambuf_iterator<char>(in), {}};
    SilentProgress p;
    const auto list = readStockList(bytes, path, f, shippedCatalogue(), p);
    const auto done = list ? applyEdit(f, SetStock{list->rows, f.design.plates}) : std::unexpected(list.error());
    if (!done) {
        complain("error: {}\n", printable(done.error()));
        return false;
    }
    for (const std::string& name : list->unknown)
        tell("  {} of the stock list is no section that is known\n", printable(name));
    return true;
}

} // namespace wr::cli
