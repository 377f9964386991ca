#include "app/shell/jobs.h"

#include "app/shell/text.h"
#include "logging/log.h"

#include <QMetaObject>
#include <algorithm>
#include <exception>

namespace wr {

struct Jobs::Job : std::enable_shared_from_this<Jobs::Job>
{
    class Report final : public Progress
    {
    public:
        explicit Report(Jobs* jobs) : jobs_(jobs) {}
        void at(double fraction, std::string_view what) override
        {
            // Ten steps a job are enough for an eye, and a million calls would drown the event queue.
            const int step = static_cast<int>(fraction * 10);
            if (last_.exchange(step) == step) return;
            const QString words = str(what);
            QMetaObject::invokeMethod(
                jobs_, [jobs = jobs_, words, fraction] { Q_EMIT jobs->progressed(words, fraction); }, Qt::QueuedConnection);
        }

    private:
        Jobs* jobs_;
        std::atomic<int> last_{-1};
    };
    explicit Job(Jobs* jobs, QString k) : kind(std::move(k)), report(jobs) {}
    QString kind;
    Report report;
    std::jthread thread;
};

Jobs::Jobs(QObject* parent) : QObject(parent) {}

Jobs::~Jobs()
{
    cancelAll();
}

void Jobs::start(const QString& kind, std::function<Finish(Progress&)> work)
{
    cancel(kind);
    auto job = std::make_shared<Job>(this, kind);
    jobs_.push_back(job);
    job->thread = std::jthread([this, job = job.get(), work = std::move(work)] {
        Finish finish;
        try {
            finish = work(job->report);
        } catch (const std::exception& e) {
            logError("job " + job->kind.toStdString() + ": " + e.what());
            const QString what = QString::fromUtf8(e.what());
            finish = [this, what] { Q_EMIT progressed("internal error: " + what, 1.0); };
        }
        // Handed over by address: the job is alive until its thread is joined, which happens on the window's thread.
        QMetaObject::invokeMethod(
            this,
            [this, self = job->weak_from_this(), finish] {
                if (const auto j = self.lock()) finished(j, finish);
            },
            Qt::QueuedConnection);
    });
}

void Jobs::finished(const std::shared_ptr<Job>& job, const Finish& finish)
{
    const bool wanted = !job->report.cancelled();
    if (job->thread.joinable()) job->thread.join();
    std::erase(jobs_, job);
    if (wanted && finish) finish();
    if (jobs_.empty()) Q_EMIT idle();
}

void Jobs::cancel(const QString& kind)
{
    for (const auto& j : jobs_)
        if (j->kind == kind) j->report.cancel();
}

void Jobs::cancelAll()
{
    for (const auto& j : jobs_)
        j->report.cancel();
    for (const auto& j : jobs_)
        if (j->thread.joinable()) j->thread.join();
    jobs_.clear();
}

bool Jobs::running() const
{
    return !jobs_.empty();
}

bool Jobs::running(const QString& kind) const
{
    return std::any_of(jobs_.begin(), jobs_.end(), [&](const auto& j) { return j->kind == kind && !j->report.cancelled(); });
}

} // namespace wr
