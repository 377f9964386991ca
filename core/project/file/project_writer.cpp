#include "core/project/file/project_writer.h"

#include "core/project/file/result_bytes.h"
#include "core/project/file/row_bytes.h"

#include <chrono>

namespace wr {

namespace {

constexpr size_t kBetweenSnapshots = 50;                // edits that are walked at most when a project is opened
constexpr auto kAgain = std::chrono::milliseconds(500); // after the disk refused

} // namespace

ProjectWriter::ProjectWriter(ProjectFile file, std::function<void()> told)
    : file_(std::move(file)), told_(std::move(told)), thread_([this] { work(); })
{
}

ProjectWriter::~ProjectWriter()
{
    {
        const std::lock_guard lock(mutex_);
        ending_ = true;
    }
    wake_.notify_all();
    thread_.join();
}

void ProjectWriter::put(Change c)
{
    {
        const std::lock_guard lock(mutex_);
        changes_.push_back(std::move(c));
    }
    wake_.notify_all();
}

void ProjectWriter::add(size_t number, Patch p, std::shared_ptr<const Frame> after)
{
    put([this, number, p = std::move(p), after = std::move(after)](ProjectFile::Writing& w) {
        w.step(number, {p.words, bytesOf(p)});
        if (p.came) w.came(p.came->first), w.came(p.came->second);
        if (++sinceSnapshot_ < kBetweenSnapshots) return;
        w.snapshot(number, bytesOf(*after));
        sinceSnapshot_ = 0;
    });
}

void ProjectWriter::stepTo(size_t made)
{
    put([made](ProjectFile::Writing& w) { w.at(made); });
}

void ProjectWriter::results(std::shared_ptr<const Frame> f, std::shared_ptr<const FrameResults> r)
{
    put([f = std::move(f), r = std::move(r)](ProjectFile::Writing& w) { w.results(*f, *r); });
}

void ProjectWriter::part(ProjectPart p)
{
    put([p = std::move(p)](ProjectFile::Writing& w) { w.part(p); });
}

void ProjectWriter::check(std::string bytes)
{
    put([bytes = std::move(bytes)](ProjectFile::Writing& w) { w.check(bytes); });
}

// Everything that waits, in one transaction. False: the disk refused; it stays.
bool ProjectWriter::writeAll(std::unique_lock<std::mutex>& lock)
{
    std::deque<Change> now;
    now.swap(changes_);
    writing_ = now.size();
    lock.unlock();
    std::string why;
    const size_t since = sinceSnapshot_;
    try {
        const std::lock_guard file(fileMutex_);
        file_.write([&](ProjectFile::Writing& w) {
            for (const Change& c : now)
                c(w);
        });
    } catch (const std::exception& e) {
        why = e.what();
        sinceSnapshot_ = since;
    }
    lock.lock();
    writing_ = 0;
    if (!why.empty())
        changes_.insert(changes_.begin(), std::make_move_iterator(now.begin()), std::make_move_iterator(now.end()));
    const bool changed = trouble_ != why;
    trouble_ = why;
    lock.unlock();
    if (told_ && (changed || why.empty())) told_();
    idle_.notify_all();
    lock.lock();
    return why.empty();
}

void ProjectWriter::work()
{
    std::unique_lock lock(mutex_);
    for (;;) {
        wake_.wait(lock, [&] { return ending_ || !changes_.empty(); });
        if (changes_.empty()) return; // ending, all written
        const bool last = ending_;
        if (writeAll(lock)) continue;
        if (last) return; // the last try failed too: nobody can wait for the disk
        wake_.wait_for(lock, kAgain, [&] { return ending_ || retry_; });
        retry_ = false;
    }
}

bool ProjectWriter::flush()
{
    std::unique_lock lock(mutex_);
    retry_ = true;
    trouble_.clear();
    wake_.notify_all();
    idle_.wait(lock, [&] { return (changes_.empty() && writing_ == 0) || !trouble_.empty(); });
    return trouble_.empty();
}

size_t ProjectWriter::waiting() const
{
    const std::lock_guard lock(mutex_);
    return changes_.size() + writing_;
}

std::string ProjectWriter::trouble() const
{
    const std::lock_guard lock(mutex_);
    return trouble_;
}

std::expected<ProjectContents, std::string> ProjectWriter::read()
{
    flush();
    const std::lock_guard file(fileMutex_);
    return file_.read();
}

std::vector<ProjectPart> ProjectWriter::parts(const std::string& kind)
{
    flush();
    const std::lock_guard file(fileMutex_);
    return file_.parts(kind);
}

std::expected<Frame, std::string> ProjectWriter::first()
{
    const std::lock_guard file(fileMutex_);
    return file_.first();
}

std::filesystem::path ProjectWriter::path() const
{
    const std::lock_guard file(fileMutex_);
    return file_.path();
}

std::expected<void, std::string> ProjectWriter::moveTo(const std::filesystem::path& path)
{
    if (!flush()) return std::unexpected(trouble());
    const std::lock_guard file(fileMutex_);
    if (path == file_.path()) return {};
    auto copy = file_.copyTo(path);
    if (!copy) return std::unexpected(copy.error());
    file_ = *std::move(copy);
    return {};
}

void ProjectWriter::limitPages(int pages)
{
    const std::lock_guard file(fileMutex_);
    file_.limitPages(pages);
}

} // namespace wr
