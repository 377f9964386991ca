#include "core/project/file/project_file.h"

#include "core/project/file/project_contents.h"
#include "core/project/file/result_bytes.h"
#include "core/project/file/row_bytes.h"

#include <SQLiteCpp/SQLiteCpp.h>
#include <algorithm>
#include <array>
#include <fmt/format.h>
#include <fstream>
#include <optional>

namespace wr {

namespace {

constexpr int kApplicationId = 0x5772656e; // "Wren"

constexpr const char* kTables = R"(
CREATE TABLE info(key TEXT PRIMARY KEY, value TEXT) WITHOUT ROWID;
CREATE TABLE snapshot(place INTEGER PRIMARY KEY, number INTEGER NOT NULL, bytes BLOB NOT NULL, checksum INTEGER NOT NULL);
CREATE TABLE step(number INTEGER PRIMARY KEY, words TEXT NOT NULL, bytes BLOB NOT NULL, checksum INTEGER NOT NULL);
CREATE TABLE results(place INTEGER PRIMARY KEY, sizes INTEGER NOT NULL, loads INTEGER NOT NULL, bytes BLOB NOT NULL, checksum INTEGER NOT NULL);
CREATE TABLE part(kind TEXT, name TEXT, bytes BLOB NOT NULL, checksum INTEGER NOT NULL, PRIMARY KEY(kind, name));
)";

void bindBlob(SQLite::Statement& s, int at, std::string_view bytes)
{
    s.bindNoCopy(at, bytes.data(), static_cast<int>(bytes.size()));
}

void removeOld(const std::filesystem::path& path)
{
    for (const char* end : {"", "-wal", "-shm"})
        std::filesystem::remove(path.string() + end);
}

} // namespace

ProjectFile::ProjectFile(ProjectFile&&) noexcept = default;
ProjectFile& ProjectFile::operator=(ProjectFile&&) noexcept = default;
ProjectFile::~ProjectFile() = default;

bool ProjectFile::isProject(const std::filesystem::path& path)
{
    std::array<char, 16> head{};
    std::ifstream in(path, std::ios::binary);
    in.read(head.data(), head.size());
    return in && std::string_view(head.data(), 15) == "SQLite format 3";
}

std::expected<ProjectFile, std::string> ProjectFile::create(const std::filesystem::path& path, const Frame& f)
{
    ProjectFile out;
    out.path_ = path;
    auto lock = FileLock::take(path);
    if (!lock) return std::unexpected(fmt::format("{} cannot be written: {}", path.string(), lock.error()));
    out.lock_ = *std::move(lock);
    try {
        removeOld(path);
        out.db_ = std::make_unique<SQLite::Database>(path.string(), SQLite::OPEN_READWRITE | SQLite::OPEN_CREATE);
        out.db_->exec("PRAGMA journal_mode = WAL");
        out.db_->exec("PRAGMA synchronous = NORMAL");
        out.db_->exec(fmt::format("PRAGMA application_id = {}", kApplicationId));
        out.db_->exec(fmt::format("PRAGMA user_version = {}", kProjectVersion));
        const std::string bytes = bytesOf(f);
        out.write([&](Writing& w) {
            out.db_->exec(kTables);
            w.snapshot(0, bytes);
            w.came(f.came);
            w.at(0);
        });
    } catch (const std::exception& e) {
        return std::unexpected(fmt::format("{} cannot be written: {}", path.string(), e.what()));
    }
    return out;
}

std::expected<ProjectFile, ProjectFile::Refusal> ProjectFile::open(const std::filesystem::path& path, bool lookOnly)
{
    const auto refused = [&](std::string words) { return std::unexpected(Refusal{std::move(words)}); };
    if (!std::filesystem::exists(path)) return refused(fmt::format("{}: there is no such file", path.string()));
    if (!isProject(path)) return refused(fmt::format("{} is no project of Wren Rail", path.string()));
    ProjectFile out;
    out.path_ = path;
    out.lookOnly_ = lookOnly;
    if (!lookOnly) {
        auto lock = FileLock::take(path);
        if (!lock)
            return std::unexpected(Refusal{fmt::format("{} is open elsewhere: {}. It can be looked at, not changed.",
                                                       path.filename().string(), lock.error()),
                                           true});
        out.lock_ = *std::move(lock);
    }
    try {
        out.db_ =
            std::make_unique<SQLite::Database>(path.string(), lookOnly ? SQLite::OPEN_READONLY : SQLite::OPEN_READWRITE, 2000);
        if (pragma(*out.db_, "application_id") != kApplicationId)
            return refused(fmt::format("{} is no project of Wren Rail", path.string()));
        if (const int version = pragma(*out.db_, "user_version"); version > kProjectVersion)
            return std::unexpected(Refusal{fmt::format("{} was made by a newer version of Wren Rail (its form is {}, this "
                                                       "program knows {}): open it with that one, or write the frame to a "
                                                       "frame file there",
                                                       path.filename().string(), version, kProjectVersion),
                                           false, true});
        if (out.db_->execAndGet("PRAGMA quick_check(1)").getString() != "ok")
            return std::unexpected(Refusal{fmt::format("{} is damaged", path.filename().string()), false, false, true});
        if (!lookOnly) {
            out.db_->exec("PRAGMA journal_mode = WAL");
            out.db_->exec("PRAGMA synchronous = NORMAL");
            if (const int version = pragma(*out.db_, "user_version"); version < kProjectVersion) out.bringUp(version);
        }
    } catch (const SQLite::Exception& e) {
        return std::unexpected(
            Refusal{fmt::format("{} is damaged: {}", path.filename().string(), e.what()), false, false, true});
    }
    return out;
}

// The file as it was is kept beside it. The tables of all versions are the same: what is new stands in their rows.
void ProjectFile::bringUp(int from)
{
    std::filesystem::path kept = path_;
    kept.replace_extension(fmt::format("version-{}.wren", from));
    for (int n = 2; std::filesystem::exists(kept); ++n)
        kept.replace_extension().replace_extension(fmt::format("version-{} ({}).wren", from, n));
    SQLite::Statement s(*db_, "VACUUM INTO ?");
    s.bind(1, kept.string());
    s.exec();
    if (from < 3) nameResults();
    db_->exec(fmt::format("PRAGMA user_version = {}", kProjectVersion));
    keptOld_ = std::move(kept);
}

// Results belong to more than their loads since version 3, and those that came are named by every state that is kept.
void ProjectFile::nameResults()
{
    const auto contents = contentsOf(*db_, path_);
    if (!contents || !contents->results) return;
    std::vector<std::pair<std::int64_t, std::string>> named;
    if (contents->frame.came.results)
        each(*db_, "SELECT place, bytes FROM snapshot", [&](SQLite::Statement& s) {
            auto f = frameFromBytes(blob(s.getColumn(1)));
            if (!f) return;
            f->came = contents->frame.came;
            named.emplace_back(s.getColumn(0).getInt64(), bytesOf(*f));
        });
    write([&](Writing& w) {
        w.came(contents->frame.came);
        for (const auto& [place, bytes] : named) {
            SQLite::Statement s(*db_, "UPDATE snapshot SET bytes = ?, checksum = ? WHERE place = ?");
            bindBlob(s, 1, bytes);
            s.bind(2, sumOf(bytes));
            s.bind(3, place);
            s.exec();
        }
        w.results(contents->frame, *contents->results);
    });
}

std::expected<ProjectContents, std::string> ProjectFile::read() const
{
    try {
        return contentsOf(*db_, path_);
    } catch (const std::exception& e) {
        return std::unexpected(fmt::format("{} cannot be read: {}", path_.string(), e.what()));
    }
}

std::expected<Frame, std::string> ProjectFile::first() const
{
    try {
        SQLite::Statement s(*db_, "SELECT bytes, checksum FROM snapshot WHERE number = 0");
        if (!s.executeStep()) return std::unexpected("the frame the project began with is not in it");
        const std::string_view bytes = blob(s.getColumn(0));
        if (sumOf(bytes) != s.getColumn(1).getInt64())
            return std::unexpected("the frame the project began with cannot be read");
        return frameFromBytes(bytes);
    } catch (const std::exception& e) {
        return std::unexpected(fmt::format("{} cannot be read: {}", path_.string(), e.what()));
    }
}

std::expected<ProjectContents, std::string> ProjectFile::salvage(const std::filesystem::path& path)
{
    try {
        SQLite::Database db(path.string(), SQLite::OPEN_READONLY, 2000);
        auto out = contentsOf(db, path);
        if (out && out->lost.empty()) out->lost.push_back("nothing that could be found");
        return out;
    } catch (const std::exception& e) {
        return std::unexpected(fmt::format("{}: nothing in it can be read ({})", path.string(), e.what()));
    }
}

std::expected<ProjectFile, std::string> ProjectFile::copyTo(const std::filesystem::path& path) const
{
    {
        auto lock = FileLock::take(path);
        if (!lock) return std::unexpected(fmt::format("{} cannot be written: {}", path.string(), lock.error()));
        try {
            removeOld(path);
            SQLite::Statement s(*db_, "VACUUM INTO ?");
            s.bind(1, path.string());
            s.exec();
        } catch (const std::exception& e) {
            return std::unexpected(fmt::format("{} cannot be written: {}", path.string(), e.what()));
        }
    }
    auto out = open(path);
    if (!out) return std::unexpected(out.error().words);
    return *std::move(out);
}

void ProjectFile::begin()
{
    db_->exec("BEGIN IMMEDIATE");
}
void ProjectFile::commit()
{
    db_->exec("COMMIT");
}
void ProjectFile::rollBack() noexcept
{
    try {
        db_->exec("ROLLBACK");
    } catch (const std::exception&) { // a full disk has rolled back by itself
    }
}

void ProjectFile::limitPages(int pages)
{
    db_->exec(fmt::format("PRAGMA max_page_count = {}", pages));
}

void ProjectFile::Writing::step(size_t number, const KeptStep& step)
{
    SQLite::Statement gone(db_, "DELETE FROM step WHERE number >= ?");
    gone.bind(1, static_cast<std::int64_t>(number));
    gone.exec();
    SQLite::Statement s(db_, "INSERT INTO step VALUES(?, ?, ?, ?)");
    s.bind(1, static_cast<std::int64_t>(number));
    s.bind(2, step.words);
    bindBlob(s, 3, step.bytes);
    s.bind(4, sumOf(step.bytes));
    s.exec();
    // A snapshot of what was undone and is now made otherwise leads nowhere.
    SQLite::Statement old(db_, "DELETE FROM snapshot WHERE number >= ?");
    old.bind(1, static_cast<std::int64_t>(number));
    old.exec();
    at(number);
}

void ProjectFile::Writing::at(size_t made)
{
    SQLite::Statement s(db_, "INSERT OR REPLACE INTO info VALUES('at', ?)");
    s.bind(1, static_cast<std::int64_t>(made));
    s.exec();
}

void ProjectFile::Writing::snapshot(size_t number, std::string_view frameBytes)
{
    SQLite::Statement s(db_, "INSERT INTO snapshot(number, bytes, checksum) VALUES(?, ?, ?)");
    s.bind(1, static_cast<std::int64_t>(number));
    bindBlob(s, 2, frameBytes);
    s.bind(3, sumOf(frameBytes));
    s.exec();
    // The newest two, and the first of all: from there every state can be reached.
    db_.exec("DELETE FROM snapshot WHERE number > 0 AND place NOT IN (SELECT place FROM snapshot ORDER BY place DESC LIMIT 2)");
}

void ProjectFile::Writing::came(const CameWith& c)
{
    if (!c.results) return;
    SQLite::Statement there(db_, "SELECT 1 FROM part WHERE kind = 'came' AND name = ?");
    there.bind(1, c.name);
    if (!there.executeStep()) part({"came", c.name, bytesOf(*c.results)});
}

void ProjectFile::Writing::results(const Frame& f, const FrameResults& r)
{
    const bool those = &r == f.came.results.get();
    if (those) came(f.came);
    const std::string bytes = those ? std::string(kCame) + f.came.name : bytesOf(r);
    db_.exec("DELETE FROM results");
    SQLite::Statement s(db_, "INSERT INTO results(sizes, loads, bytes, checksum) VALUES(?, ?, ?, ?)");
    s.bind(1, static_cast<std::int64_t>(sizesFingerprint(f)));
    s.bind(2, static_cast<std::int64_t>(stateFingerprint(f)));
    bindBlob(s, 3, bytes);
    s.bind(4, sumOf(bytes));
    s.exec();
}

void ProjectFile::Writing::part(const ProjectPart& p)
{
    SQLite::Statement s(db_, p.bytes.empty() ? "DELETE FROM part WHERE kind = ? AND name = ?"
                                             : "INSERT OR REPLACE INTO part VALUES(?, ?, ?, ?)");
    s.bind(1, p.kind);
    s.bind(2, p.name);
    if (!p.bytes.empty()) {
        bindBlob(s, 3, p.bytes);
        s.bind(4, sumOf(p.bytes));
    }
    s.exec();
}

void ProjectFile::Writing::check(std::string_view bytes)
{
    db_.exec("DELETE FROM part WHERE kind = 'check'");
    part({"check", stampOf(db_), std::string(bytes)});
}

std::vector<ProjectPart> ProjectFile::parts(const std::string& kind) const
{
    std::vector<ProjectPart> out;
    SQLite::Statement s(*db_, "SELECT name, bytes, checksum FROM part WHERE kind = ? ORDER BY name");
    s.bind(1, kind);
    while (s.executeStep()) {
        const std::string_view bytes = blob(s.getColumn(1));
        if (sumOf(bytes) == s.getColumn(2).getInt64()) out.push_back({kind, s.getColumn(0).getString(), std::string(bytes)});
    }
    return out;
}

} // namespace wr
