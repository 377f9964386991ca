#include "cli/print_table.h"

#include "cli/commands.h"
#include "core/base/printable.h"

#include <algorithm>

namespace wr::cli {

void printTable(const Table& t)
{
    std::vector<std::vector<std::string>> cells(t.rows.size() + 1);
    for (const TableColumn& c : t.columns)
        cells[0].push_back(c.unit.empty() ? c.name : c.name + " " + c.unit);
    for (size_t r = 0; r < t.rows.size(); ++r)
        for (size_t c = 0; c < t.columns.size(); ++c)
            cells[r + 1].push_back(cellText(t, r, c));
    const auto wide = [](const std::string& s) {
        return std::count_if(s.begin(), s.end(), [](unsigned char c) { return (c & 0xC0) != 0x80; });
    };
    put("{}\n", t.title);
    for (const auto& row : cells) {
        std::string line = " ";
        for (size_t c = 0; c < row.size(); ++c) {
            std::ptrdiff_t most = 0;
            for (const auto& other : cells)
                most = std::max(most, static_cast<std::ptrdiff_t>(wide(other[c])));
            const std::string room(static_cast<size_t>(most - wide(row[c])), ' ');
            const bool number = !t.rows.empty() && std::holds_alternative<double>(t.rows.front().cells[c]);
            line += " " + (number ? room + printable(row[c]) : printable(row[c]) + room);
        }
        put("{}\n", line.substr(0, line.find_last_not_of(' ') + 1));
    }
}

} // namespace wr::cli
