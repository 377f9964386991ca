// Where the document's work is kept: its project, a project of another name, a frame file for others.
#include "app/shell/document.h"
#include "core/files/frame_writer.h"
#include "core/project/file/check_bytes.h"
#include "logging/log.h"

namespace wr {

bool Document::modified() const
{
    return hasFrame() && keeper_->untitled() && !history_.saved();
}

bool Document::isProject() const
{
    return hasFrame() && path_ == keeper_->path() && !keeper_->untitled();
}

// What is kept nowhere (looked at only, or no room was found for it) becomes a project of its own.
QString Document::beginAs(const QString& path)
{
    auto file = ProjectFile::create(path.toStdString(), frame());
    if (!file) return QString::fromStdString(file.error());
    OpenedWork work;
    work.project = *std::move(file);
    work.untitled = false;
    history_ = {};
    keeper_->begin(work);
    keeper_->results(state_.frame, state_.results);
    first_ = state_.frame;
    for (const Siding& s : sidings_.list())
        keepSiding(s);
    return {};
}

bool Document::keepAs(const QString& path, QString* why)
{
    *why = keeper_->keeps() ? keeper_->moveTo(path) : beginAs(path);
    if (!why->isEmpty()) return false;
    logInfo("kept as " + path.toStdString());
    path_ = path;
    history_.markSaved();
    Q_EMIT historyChanged();
    return true;
}

bool Document::save(const QString& path, QString* why)
{
    if (path.endsWith(".wren")) return keepAs(path, why);
    const auto written = writeFrameFile(frameToWrite(state_), path.toStdString());
    if (!written) {
        *why = QString::fromStdString(written.error());
        return false;
    }
    logInfo("saved " + path.toStdString());
    if (isProject()) return true; // a copy for others: work goes on in the project
    path_ = path;
    history_.markSaved();
    Q_EMIT historyChanged();
    return true;
}

// Small frames' results are kept as they come, those of large ones when the work is left: they are many megabytes.
void Document::keepCheck()
{
    constexpr size_t kSmall = 2000;
    if (hasFrame() && model().members().size() <= kSmall) keepResults();
}

void Document::keepResults()
{
    if (!hasFrame() || !state_.checked || !state_.stale.empty() || keptReport_ == state_.report) return;
    keeper_->check(bytesOf(*state_.report, model()));
    keptReport_ = state_.report;
}

} // namespace wr
