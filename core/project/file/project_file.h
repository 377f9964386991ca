// The project file (.wren): an SQLite database (WAL) with the frame, the history of edits, results and whatever else a project
// keeps, each with a check sum. docs/project-file.md says what stands in it.
#pragma once

#include "core/project/file/file_lock.h"
#include "core/project/frame_results.h"

#include <cstdint>
#include <expected>
#include <filesystem>
#include <map>
#include <memory>
#include <string>
#include <vector>

namespace SQLite {
class Database;
}

namespace wr {

// 1: as it began. 2: acceptances in frames and edits, sidings, check results: an older program would lose them. 3: nodes,
// elements and what comes with a frame in edits, results that came by themselves.
inline constexpr int kProjectVersion = 3;

// An edit as it stands in the file: undone ones too, behind `ProjectContents::at`.
struct KeptStep
{
    std::string words, bytes; // bytesOf(Patch)
};

struct ProjectContents
{
    Frame frame; // as it was last
    std::vector<KeptStep> steps;
    size_t at = 0;                               // how many of the steps are made
    std::shared_ptr<const FrameResults> results; // of the frame as it is; null: none, or of another state of it
    std::map<std::string, std::shared_ptr<const FrameResults>> came; // with the frame and its edits, by name
    std::string check;             // bytesOf(CheckReport) of the frame and results as they are; empty: none
    std::vector<std::string> lost; // what could not be read, sentences
};

// Something a project keeps by kind and name: views, recipes, acceptances, sidings.
struct ProjectPart
{
    std::string kind, name, bytes;
};

// Gives a frame the results it names, where they are kept.
void findCame(CameWith& c, const std::map<std::string, std::shared_ptr<const FrameResults>>& came);

// The steps as patches; those that cannot be read, and all behind them, are lost.
class History;
History historyOf(const ProjectContents& c);

class ProjectFile
{
public:
    // A new file, over whatever stood there. The error is a sentence with the file's name.
    static std::expected<ProjectFile, std::string> create(const std::filesystem::path& path, const Frame& f);
    // A file that there is: to go on in it, or to look only. Refused: what is no project, what a newer version made, what
    // somebody has open (unless to look only). One that is damaged is refused with `damaged`: salvage() reads what can be read.
    struct Refusal
    {
        std::string words;
        bool inUse = false, newer = false, damaged = false;
    };
    static std::expected<ProjectFile, Refusal> open(const std::filesystem::path& path, bool lookOnly = false);
    // What can be read of a damaged file.
    static std::expected<ProjectContents, std::string> salvage(const std::filesystem::path& path);
    static bool isProject(const std::filesystem::path& path); // by its first bytes

    ProjectFile(ProjectFile&&) noexcept;
    ProjectFile& operator=(ProjectFile&&) noexcept;
    ~ProjectFile();

    const std::filesystem::path& path() const { return path_; }
    bool lookOnly() const { return lookOnly_; }
    std::expected<ProjectContents, std::string> read() const;
    // The frame the project began with: what sidings are patches on.
    std::expected<Frame, std::string> first() const;

    // One transaction of changes. Throws SQLite::Exception where the disk refuses.
    class Writing
    {
    public:
        // Edit number `number` (from 1), instead of those from there on; it is made then.
        void step(size_t number, const KeptStep& step);
        void at(size_t made);
        void snapshot(size_t number, std::string_view frameBytes); // the frame after so many edits
        void results(const Frame& f, const FrameResults& r);       // of that state of the frame
        void came(const CameWith& c);                              // unless it is there already
        void part(const ProjectPart& p);                           // empty bytes: it goes
        // Check results of the state as it is in the file then.
        void check(std::string_view bytes);

    private:
        friend class ProjectFile;
        explicit Writing(SQLite::Database& db) : db_(db) {}
        SQLite::Database& db_;
    };
    template <class F> void write(F&& changes)
    {
        begin();
        try {
            Writing w(*db_);
            changes(w);
            commit();
        } catch (...) {
            rollBack();
            throw;
        }
    }
    // All of it under another name, over whatever stood there unless somebody has that open; to go on in the copy.
    std::expected<ProjectFile, std::string> copyTo(const std::filesystem::path& path) const;
    std::vector<ProjectPart> parts(const std::string& kind) const;
    // Of an older one, which was brought up when it was opened: where it is kept as it was. Empty: it was none.
    const std::filesystem::path& keptOld() const { return keptOld_; }
    // For tests of a full disk: no more than so many pages.
    void limitPages(int pages);

private:
    ProjectFile() = default;
    void begin();
    void commit();
    void rollBack() noexcept;
    void bringUp(int from);
    void nameResults();
    std::filesystem::path path_, keptOld_;
    bool lookOnly_ = false;
    FileLock lock_;
    std::unique_ptr<SQLite::Database> db_;
};

} // namespace wr
