#include "app/shell/keeper.h"

#include "logging/log.h"

#include <QFile>
#include <QFileInfo>

namespace wr {

namespace {

void removeProject(const QString& file)
{
    for (const char* end : {"", "-wal", "-shm"})
        QFile::remove(file + end);
}

} // namespace

Keeper::~Keeper()
{
    leave();
}

void Keeper::leave()
{
    if (!writer_) return;
    const QString file = path();
    const bool empty = untitled_ && !edited_;
    writer_.reset(); // writes what is left
    if (empty) removeProject(file);
}

void Keeper::begin(OpenedWork& work)
{
    leave();
    untitled_ = work.untitled;
    lookOnly_ = work.lookOnly;
    trouble_ = work.trouble;
    edited_ = !work.history.empty();
    if (work.project)
        writer_ = std::make_unique<ProjectWriter>(
            *std::move(work.project), [this] { QMetaObject::invokeMethod(this, &Keeper::told, Qt::QueuedConnection); });
    work.project.reset();
    Q_EMIT told();
}

void Keeper::add(size_t number, const Patch& p, const std::shared_ptr<const Frame>& after)
{
    edited_ = true;
    if (writer_) writer_->add(number, p, after);
}

void Keeper::stepTo(size_t made)
{
    if (writer_) writer_->stepTo(made);
}

void Keeper::results(const std::shared_ptr<const Frame>& f, const std::shared_ptr<const FrameResults>& r)
{
    if (writer_) writer_->results(f, r);
}

std::shared_ptr<const Frame> Keeper::first()
{
    if (!writer_) return nullptr;
    auto f = writer_->first();
    if (f) return std::make_shared<const Frame>(*std::move(f));
    logWarning(f.error());
    return nullptr;
}

void Keeper::note(ProjectPart p)
{
    if (writer_) writer_->part(std::move(p));
}

void Keeper::check(std::string bytes)
{
    if (writer_) writer_->check(std::move(bytes));
}

void Keeper::part(ProjectPart p)
{
    edited_ = true;
    if (writer_) writer_->part(std::move(p));
}

QString Keeper::moveTo(const QString& path)
{
    if (!writer_) return trouble_.isEmpty() ? lookOnly_ : trouble_;
    const QString before = this->path();
    if (const auto moved = writer_->moveTo(path.toStdString()); !moved) return QString::fromStdString(moved.error());
    if (untitled_ && before != this->path()) removeProject(before);
    untitled_ = false;
    Q_EMIT told();
    return {};
}

QString Keeper::flush()
{
    if (!writer_) return trouble_;
    return writer_->flush() ? QString() : QString::fromStdString(writer_->trouble());
}

QString Keeper::path() const
{
    return writer_ ? QString::fromStdString(writer_->path().string()) : QString();
}

QString Keeper::words() const
{
    if (!lookOnly_.isEmpty()) return lookOnly_;
    if (!writer_) return trouble_.isEmpty() ? QString() : "not kept: " + trouble_;
    if (const std::string why = writer_->trouble(); !why.empty()) return "not kept: " + QString::fromStdString(why);
    if (writer_->waiting() > 0) return "keeping …";
    return untitled_ ? "kept, without a name" : "kept in " + QFileInfo(path()).fileName();
}

} // namespace wr
