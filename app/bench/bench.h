// The bench: the panel at the right that belongs to the stop. Which page goes with which stop: app/shell/stop_pages.cpp.
#pragma once

#include "app/line/line_view.h"
#include "core/base/finding.h"

#include <QStackedWidget>

namespace wr {

class BriefDesk;
class BriefsBench;
class Document;
class CompareBench;
class FrameBench;
class MemberBench;
class StopFindings;
class MembersBench;
class ReportBench;
class ReportDesk;
class RestraintBench;
class SizeBench;
class SizingDesk;

class Bench : public QStackedWidget
{
    Q_OBJECT
public:
    Bench(Document& doc, BriefDesk& desk, SizingDesk& sizing, ReportDesk& report, QWidget* parent = nullptr);
    void addPage(Stop s, QWidget* page);
    void setStop(Stop s);
    FrameBench& frame() { return *frame_; }
    MemberBench& member() { return *member_; }
    MembersBench& members() { return *members_; }
    RestraintBench& restraint() { return *restraint_; }
    BriefsBench& briefs() { return *briefs_; }
    SizeBench& size() { return *size_; }
    ReportBench& report() { return *report_; }
    StopFindings& findings(Stop s) { return *findings_[static_cast<size_t>(s)]; } // at the foot of its page
    CompareBench& compare() { return *compare_; }                                 // at Check, while a siding is compared

Q_SIGNALS:
    void wantList(WorkStop stop, const QString& id); // of findings

private:
    FrameBench* frame_;
    MemberBench* member_;
    MembersBench* members_;
    RestraintBench* restraint_;
    BriefsBench* briefs_;
    SizeBench* size_;
    ReportBench* report_;
    CompareBench* compare_;
    std::array<StopFindings*, kWorkStops> findings_{};
    Document& doc_;
    Stop stop_ = Stop::Check;
    int comparePage_ = 0;
    std::array<int, kStops> page_{};
};

} // namespace wr
