#include "core/project/file/project_contents.h"

#include "core/base/fingerprint.h"
#include "core/project/file/result_bytes.h"
#include "core/project/file/row_bytes.h"
#include "core/project/history.h"

#include <SQLiteCpp/SQLiteCpp.h>
#include <algorithm>
#include <fmt/format.h>
#include <optional>

namespace wr {

std::int64_t sumOf(std::string_view bytes)
{
    return static_cast<std::int64_t>(fingerprintOf(bytes));
}

std::string_view blob(const SQLite::Column& c)
{
    return {static_cast<const char*>(c.getBlob()), static_cast<size_t>(c.getBytes())};
}

int pragma(SQLite::Database& db, const std::string& name)
{
    return db.execAndGet("PRAGMA " + name).getInt();
}

bool each(SQLite::Database& db, const std::string& query, const std::function<void(SQLite::Statement&)>& take)
{
    try {
        SQLite::Statement s(db, query);
        while (s.executeStep())
            take(s);
        return true;
    } catch (const SQLite::Exception&) {
        return false;
    }
}

namespace {

struct Snapshot
{
    size_t number = 0;
    Frame frame;
};

// The newest frame that can be read whole.
std::optional<Snapshot> snapshotOf(SQLite::Database& db, std::vector<std::string>& lost)
{
    std::optional<Snapshot> out;
    const bool whole = each(db, "SELECT number, bytes, checksum FROM snapshot ORDER BY number DESC", [&](SQLite::Statement& s) {
        if (out) return;
        const std::string_view bytes = blob(s.getColumn(1));
        auto f = sumOf(bytes) == s.getColumn(2).getInt64() ? frameFromBytes(bytes)
                                                           : std::unexpected(std::string("its check sum is another"));
        if (f)
            out = Snapshot{static_cast<size_t>(s.getColumn(0).getInt64()), *std::move(f)};
        else
            lost.push_back(
                fmt::format("a saved state of the frame ({}): an earlier one and the edits since are taken", f.error()));
    });
    if (!whole) lost.push_back("saved states of the frame");
    return out;
}

// Steps from the first on, as far as they are whole.
std::vector<KeptStep> stepsOf(SQLite::Database& db, std::vector<std::string>& lost)
{
    std::vector<KeptStep> out;
    bool broken = false;
    const bool whole = each(db, "SELECT number, words, bytes, checksum FROM step ORDER BY number", [&](SQLite::Statement& s) {
        if (broken) return;
        KeptStep k{s.getColumn(1).getString(), std::string(blob(s.getColumn(2)))};
        broken = s.getColumn(0).getInt64() != static_cast<std::int64_t>(out.size()) + 1 ||
                 sumOf(k.bytes) != s.getColumn(3).getInt64();
        if (!broken) out.push_back(std::move(k));
    });
    if (!whole || broken)
        lost.push_back(fmt::format("edits behind number {}: they cannot be undone or made again", out.size()));
    return out;
}

size_t atOf(SQLite::Database& db)
{
    size_t at = 0;
    each(db, "SELECT value FROM info WHERE key = 'at'",
         [&](SQLite::Statement& s) { at = static_cast<size_t>(std::max<std::int64_t>(0, s.getColumn(0).getInt64())); });
    return at;
}

// From the snapshot to where the work stood; false: a step does not fit.
bool walk(Snapshot& from, const std::vector<KeptStep>& steps, size_t to)
{
    while (from.number != to) {
        const bool forth = from.number < to;
        const size_t k = forth ? from.number : from.number - 1;
        if (k >= steps.size()) return false;
        const auto p = patchFromBytes(steps[k].bytes);
        if (!p || !applyPatch(from.frame, forth ? *p : inverseOf(*p))) return false;
        from.number += forth ? 1 : -1;
    }
    return true;
}

// Results that came, by name. Those that cannot be read are told where something that is read names them.
using Came = std::map<std::string, std::shared_ptr<const FrameResults>>;
Came cameOf(SQLite::Database& db, std::vector<std::string>& lost)
{
    Came out;
    const auto gone = [&] { lost.push_back("results that came with a file: its forces are to be taken in again"); };
    const bool whole = each(db, "SELECT name, bytes, checksum FROM part WHERE kind = 'came'", [&](SQLite::Statement& s) {
        const std::string_view bytes = blob(s.getColumn(1));
        auto r = sumOf(bytes) == s.getColumn(2).getInt64() ? cameFromBytes(bytes)
                                                           : std::unexpected(std::string("its check sum is another"));
        if (r)
            out.emplace(s.getColumn(0).getString(), *std::move(r));
        else
            gone();
    });
    if (!whole) gone();
    return out;
}

std::shared_ptr<const FrameResults> resultsOf(SQLite::Database& db, const Frame& f, const Came& came,
                                              std::vector<std::string>& lost)
{
    std::shared_ptr<const FrameResults> out;
    const std::uint64_t state = pragma(db, "user_version") < 3 ? loadsFingerprint(f) : stateFingerprint(f);
    const bool whole =
        each(db, "SELECT sizes, loads, bytes, checksum FROM results ORDER BY place DESC", [&](SQLite::Statement& s) {
            if (out || static_cast<std::uint64_t>(s.getColumn(1).getInt64()) != state) return;
            const std::string_view bytes = blob(s.getColumn(2));
            if (sumOf(bytes) != s.getColumn(3).getInt64()) {
                lost.push_back("results: the frame is to be analysed again");
                return;
            }
            if (bytes.starts_with(kCame)) {
                const auto at = came.find(std::string(bytes.substr(kCame.size())));
                if (at != came.end() && bytes.substr(kCame.size()) == f.came.name) out = at->second;
                return;
            }
            if (auto r = resultsFromBytes(bytes, f))
                out = *std::move(r);
            else
                lost.push_back(r.error() + ": the frame is to be analysed again");
        });
    if (!whole) lost.push_back("results: the frame is to be analysed again");
    return out;
}

} // namespace

std::string stampOf(SQLite::Database& db)
{
    Fingerprint h;
    h.add(WREN_VERSION);
    for (const char* query :
         {"SELECT value FROM info WHERE key = 'at'",
          "SELECT checksum FROM step WHERE number = (SELECT CAST(value AS INTEGER) FROM info WHERE key = 'at')",
          "SELECT checksum FROM results ORDER BY place"})
        each(db, query, [&](SQLite::Statement& s) { h.add(s.getColumn(0).getString() + ";"); });
    return fmt::format("{:016x}", h.value());
}

std::expected<ProjectContents, std::string> contentsOf(SQLite::Database& db, const std::filesystem::path& path)
{
    ProjectContents out;
    auto snapshot = snapshotOf(db, out.lost);
    out.steps = stepsOf(db, out.lost);
    if (!snapshot) return std::unexpected(fmt::format("{}: no state of the frame in it can be read", path.string()));
    out.at = std::min(atOf(db), std::max(out.steps.size(), snapshot->number));
    if (!walk(*snapshot, out.steps, out.at)) {
        // The edits do not lead there: the state that was saved whole is what is left.
        out.lost.push_back(
            fmt::format("edits {} to {}", std::min(out.at, snapshot->number) + 1, std::max(out.at, snapshot->number)));
        out.steps.resize(std::min(out.steps.size(), snapshot->number));
        out.at = out.steps.size();
        if (out.at != snapshot->number) out.steps.clear(), out.at = 0;
    }
    out.frame = std::move(snapshot->frame);
    out.came = cameOf(db, out.lost);
    findCame(out.frame.came, out.came);
    out.results = resultsOf(db, out.frame, out.came, out.lost);
    if (!out.frame.came.results && out.results && out.results->as && out.results->forces.forces.given)
        out.frame.came = {out.results, nameOf(*out.results)}; // an older version knew them by their place alone
    const std::string stamp = stampOf(db);
    each(db, "SELECT name, bytes, checksum FROM part WHERE kind = 'check'", [&](SQLite::Statement& s) {
        const std::string_view bytes = blob(s.getColumn(1));
        if (s.getColumn(0).getString() == stamp && sumOf(bytes) == s.getColumn(2).getInt64()) out.check = bytes;
    });
    return out;
}

void findCame(CameWith& c, const std::map<std::string, std::shared_ptr<const FrameResults>>& came)
{
    if (const auto at = came.find(c.name); at != came.end()) c.results = at->second;
}

History historyOf(const ProjectContents& c)
{
    std::vector<Patch> steps;
    for (const KeptStep& k : c.steps) {
        auto p = patchFromBytes(k.bytes);
        if (!p) break;
        if (p->came) findCame(p->came->first, c.came), findCame(p->came->second, c.came);
        steps.push_back(*std::move(p));
    }
    const size_t at = std::min(c.at, steps.size());
    return {std::move(steps), at};
}

} // namespace wr
