// Keeps the work of a document in its project file as it happens, and says whether it is kept.
#pragma once

#include "app/shell/opened_work.h"
#include "core/project/file/project_writer.h"

#include <QObject>
#include <memory>

namespace wr {

class Keeper : public QObject
{
    Q_OBJECT
public:
    explicit Keeper(QObject* parent = nullptr) : QObject(parent) {}
    ~Keeper() override;
    // Another piece of work. What was at hand before is written to its end; an untitled project without an edit goes.
    void begin(OpenedWork& work);
    void add(size_t number, const Patch& p, const std::shared_ptr<const Frame>& after);
    void stepTo(size_t made);
    void results(const std::shared_ptr<const Frame>& f, const std::shared_ptr<const FrameResults>& r);
    // Under a name of the engineer's own; the error is a sentence.
    void part(ProjectPart p);
    // What is only remembered: it alone keeps no work.
    void note(ProjectPart p);
    void check(std::string bytes);
    std::shared_ptr<const Frame> first(); // the frame the project began with; null: it cannot be read
    QString moveTo(const QString& path);
    QString flush(); // the trouble, if any
    bool keeps() const { return writer_ != nullptr; }
    bool untitled() const { return untitled_; }
    const QString& lookOnly() const { return lookOnly_; }
    QString path() const;  // of the project; empty: it is kept nowhere
    QString words() const; // "kept", "keeping …", "not kept: …"

Q_SIGNALS:
    void told(); // words() says something else

private:
    void leave();
    std::unique_ptr<ProjectWriter> writer_;
    bool untitled_ = true, edited_ = false;
    QString trouble_, lookOnly_;
};

} // namespace wr
