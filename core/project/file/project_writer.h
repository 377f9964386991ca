// Keeps a project file up to date while work goes on: changes are handed over and written on a thread of its own, so that an
// edit waits for no disk. What cannot be written is kept and tried again; the trouble is said.
#pragma once

#include "core/project/file/project_file.h"
#include "core/project/patch.h"

#include <condition_variable>
#include <deque>
#include <functional>
#include <mutex>
#include <optional>
#include <thread>

namespace wr {

class ProjectWriter
{
public:
    // `told`: the trouble has changed, or all is written; called on the writer's thread.
    explicit ProjectWriter(ProjectFile file, std::function<void()> told = {});
    ~ProjectWriter(); // writes what is left
    ProjectWriter(const ProjectWriter&) = delete;
    ProjectWriter& operator=(const ProjectWriter&) = delete;

    // Edit number `number` (from 1) and the frame after it; those from there on go.
    void add(size_t number, Patch p, std::shared_ptr<const Frame> after);
    void stepTo(size_t made); // after undo and redo: so many edits are made
    void results(std::shared_ptr<const Frame> f, std::shared_ptr<const FrameResults> r);
    void part(ProjectPart p);
    void check(std::string bytes); // check results of the state that was handed over last

    // Waits until all that was handed over is written, or cannot be.
    bool flush();
    size_t waiting() const;      // changes that are not in the file yet
    std::string trouble() const; // why not; empty: none
    // What the file holds; waits for what is being written.
    std::expected<ProjectContents, std::string> read();
    std::vector<ProjectPart> parts(const std::string& kind);
    std::expected<Frame, std::string> first(); // the frame the project began with
    std::filesystem::path path() const;
    // Goes on in a copy under that name. The error is a sentence; then it goes on where it was.
    std::expected<void, std::string> moveTo(const std::filesystem::path& path);
    void limitPages(int pages); // for tests of a full disk

private:
    using Change = std::function<void(ProjectFile::Writing&)>;
    void put(Change c);
    void work();
    bool writeAll(std::unique_lock<std::mutex>& lock);

    ProjectFile file_;
    std::function<void()> told_;
    mutable std::mutex mutex_;
    mutable std::mutex fileMutex_; // of the file itself: held while it is written or read
    std::condition_variable wake_, idle_;
    std::deque<Change> changes_;
    size_t writing_ = 0;
    bool ending_ = false, retry_ = false;
    std::string trouble_;
    size_t sinceSnapshot_ = 0; // of the writer's thread
    std::thread thread_;
};

} // namespace wr
