// One background worker: runs a job off the window's thread, reports progress, and hands its result back to it. A newer job of
// the same kind cancels the older one, whose result is dropped.
#pragma once

#include "core/base/progress.h"

#include <QObject>
#include <QString>
#include <functional>
#include <memory>
#include <thread>
#include <vector>

namespace wr {

class Jobs : public QObject
{
    Q_OBJECT
public:
    explicit Jobs(QObject* parent = nullptr);
    ~Jobs() override;

    // `work` runs on a thread and returns what to do with its result; that runs on the window's thread unless the job was
    // cancelled.
    using Finish = std::function<void()>;
    void start(const QString& kind, std::function<Finish(Progress&)> work);
    void cancel(const QString& kind);
    void cancelAll();
    bool running() const;
    bool running(const QString& kind) const;

Q_SIGNALS:
    void progressed(const QString& what, double fraction);
    void idle();

private:
    struct Job;
    void finished(const std::shared_ptr<Job>& job, const Finish& finish);
    std::vector<std::shared_ptr<Job>> jobs_;
};

} // namespace wr
