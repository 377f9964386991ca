// The bench: the panel at the right that belongs to the stop. Which page goes with which stop: app/shell/stop_pages.cpp.
#pragma once

#include "app/line/line_view.h"

#include <QStackedWidget>

namespace wr {

class BriefDesk;
class BriefsBench;
class Document;
class FrameBench;
class MemberBench;
class MembersBench;
class RestraintBench;
class SizeBench;

class Bench : public QStackedWidget
{
    Q_OBJECT
public:
    Bench(Document& doc, BriefDesk& desk, QWidget* parent = nullptr);
    void addPage(Stop s, QWidget* page); // null: a page that says what will be done there
    void setStop(Stop s);
    FrameBench& frame() { return *frame_; }
    MemberBench& member() { return *member_; }
    MembersBench& members() { return *members_; }
    RestraintBench& restraint() { return *restraint_; }
    BriefsBench& briefs() { return *briefs_; }
    SizeBench& size() { return *size_; }

private:
    FrameBench* frame_;
    MemberBench* member_;
    MembersBench* members_;
    RestraintBench* restraint_;
    BriefsBench* briefs_;
    SizeBench* size_;
    std::array<int, kStops> page_{};
};

} // namespace wr
