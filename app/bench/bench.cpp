#include "app/bench/bench.h"

#include "app/bench/frame_bench.h"
#include "app/bench/member_bench.h"
#include "app/bench/size_bench.h"
#include "app/briefs/briefs_bench.h"
#include "app/compare/compare_bench.h"
#include "app/findings/stop_findings.h"
#include "app/members/members_bench.h"
#include "app/report/report_bench.h"
#include "app/restraint/restraint_bench.h"
#include "app/shell/document.h"

#include <QScrollArea>
#include <QVBoxLayout>

namespace wr {

namespace {

QWidget* scrolled(QWidget* page)
{
    auto* area = new QScrollArea;
    area->setWidget(page);
    area->setWidgetResizable(true);
    area->setFrameShape(QFrame::NoFrame);
    area->setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    return area;
}

} // namespace

Bench::Bench(Document& doc, BriefDesk& desk, SizingDesk& sizing, ReportDesk& report, QWidget* parent)
    : QStackedWidget(parent), frame_(new FrameBench(doc)), member_(new MemberBench(doc)), members_(new MembersBench(doc)),
      restraint_(new RestraintBench(doc)), briefs_(new BriefsBench(doc, desk)), size_(new SizeBench(doc, sizing)),
      report_(new ReportBench(doc, report)), compare_(new CompareBench(doc)), doc_(doc)
{
    setObjectName("bench");
    setFixedWidth(322);
    comparePage_ = addWidget(scrolled(compare_));
    connect(&doc_, &Document::comparisonChanged, this, [this] { setStop(stop_); });
}

void Bench::addPage(Stop s, QWidget* page)
{
    const bool ownScrolling = page == frame_ || page == briefs_; // their lists scroll themselves
    QWidget* shown = ownScrolling ? page : scrolled(page);
    if (static_cast<int>(s) < kWorkStops) {
        // Its findings at the foot, whatever the page is scrolled to.
        auto* both = new QWidget;
        both->setObjectName("bench");
        auto* all = new QVBoxLayout(both);
        all->setContentsMargins(1, 0, 0, 0);
        all->setSpacing(0);
        all->addWidget(shown, 1);
        auto* strip = new StopFindings(doc_, static_cast<WorkStop>(s), both);
        connect(strip, &StopFindings::wantList, this, &Bench::wantList);
        all->addWidget(strip);
        findings_[static_cast<size_t>(s)] = strip;
        shown = both;
    }
    page_[static_cast<size_t>(s)] = addWidget(shown);
}

void Bench::setStop(Stop s)
{
    stop_ = s;
    setCurrentIndex(s == Stop::Check && !doc_.comparedSiding().empty() ? comparePage_ : page_[static_cast<size_t>(s)]);
}

} // namespace wr
