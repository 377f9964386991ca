#include "core/exports/export_tables.h"

#include <SQLiteCpp/SQLiteCpp.h>
#include <cmath>
#include <fmt/format.h>
#include <set>

namespace wr {

namespace {

// "Top flange length" → top_flange_length; names that are taken get a number.
std::string columnName(const std::string& words, std::set<std::string>& taken)
{
    std::string out;
    for (const char c : words) {
        const auto u = static_cast<unsigned char>(c);
        if (u < 0x80 && std::isalnum(u))
            out += static_cast<char>(std::tolower(u));
        else if (!out.empty() && out.back() != '_')
            out += '_';
    }
    while (!out.empty() && out.back() == '_')
        out.pop_back();
    if (out.empty()) out = "value";
    if (std::isdigit(static_cast<unsigned char>(out.front()))) out = "c_" + out;
    std::string name = out;
    for (int k = 2; !taken.insert(name).second; ++k)
        name = fmt::format("{}_{}", out, k);
    return name;
}

void writeRows(SQLite::Database& db, const ExportTable& t)
{
    std::string columns, places;
    std::set<std::string> taken;
    SQLite::Statement meaning(db, "INSERT INTO columns VALUES (?, ?, ?, ?)");
    for (size_t c = 0; c < t.table.columns.size(); ++c) {
        const TableColumn& column = t.table.columns[c];
        const std::string name = columnName(column.name, taken);
        bool words = false;
        for (const Table::Row& r : t.table.rows)
            if (c < r.cells.size())
                if (const auto* s = std::get_if<std::string>(&r.cells[c]); s && !s->empty()) {
                    words = true;
                    break;
                }
        columns += (c ? ", \"" : "\"") + name + "\" " + (words ? "TEXT" : "REAL");
        places += c ? ", ?" : "?";
        meaning.bind(1, t.key);
        meaning.bind(2, name);
        meaning.bind(3, column.name);
        meaning.bind(4, column.unit);
        meaning.exec();
        meaning.reset();
    }
    db.exec("CREATE TABLE \"" + t.key + "\" (" + columns + ")");
    SQLite::Statement row(db, "INSERT INTO \"" + t.key + "\" VALUES (" + places + ")");
    for (const Table::Row& r : t.table.rows) {
        row.clearBindings();
        for (size_t c = 0; c < t.table.columns.size() && c < r.cells.size(); ++c) {
            const int at = static_cast<int>(c) + 1;
            if (const auto* v = std::get_if<double>(&r.cells[c])) {
                if (std::isfinite(*v)) row.bind(at, *v);
            } else if (const auto& s = std::get<std::string>(r.cells[c]); !s.empty())
                row.bind(at, s);
        }
        row.exec();
        row.reset();
    }
}

} // namespace

Exported exportSqlite(const ExportInput& in, const std::filesystem::path& path, Progress& progress)
{
    std::error_code error;
    std::filesystem::remove(path, error); // of an earlier export: a table that is not there any more must not stay
    try {
        SQLite::Database db(path.string(), SQLite::OPEN_READWRITE | SQLite::OPEN_CREATE);
        SQLite::Transaction all(db);
        db.exec("CREATE TABLE about (key TEXT PRIMARY KEY, value TEXT)");
        db.exec("CREATE TABLE columns (\"table\" TEXT, \"column\" TEXT, title TEXT, unit TEXT)");
        const Frame& f = in.state.model->frame();
        const auto say = [&](const char* key, const std::string& value) {
            SQLite::Statement s(db, "INSERT INTO about VALUES (?, ?)");
            s.bind(1, key);
            s.bind(2, value);
            s.exec();
        };
        say("title", f.title);
        say("standard", std::string(in.state.model->standard().key));
        say("units", fmt::format("{}, {}, {}, {}, sections in {}", f.units.length, f.units.force, f.units.stress, f.units.mass,
                                 f.units.section));
        say("up", f.up == Up::Z ? "+z" : "+y");
        say("written", in.moment);
        const std::vector<ExportTable> tables = exportTables(in);
        for (size_t k = 0; k < tables.size(); ++k) {
            if (progress.cancelled()) return std::unexpected("stopped");
            progress.at(static_cast<double>(k) / static_cast<double>(tables.size()), "writing tables");
            writeRows(db, tables[k]);
        }
        all.commit();
    } catch (const std::exception& e) {
        return std::unexpected(path.string() + " cannot be written: " + e.what());
    }
    return {};
}

} // namespace wr
