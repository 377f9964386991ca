#include "app/bench/bench.h"

#include "app/bench/frame_bench.h"
#include "app/bench/member_bench.h"
#include "app/bench/size_bench.h"
#include "app/briefs/briefs_bench.h"
#include "app/members/members_bench.h"
#include "app/restraint/restraint_bench.h"

#include <QLabel>
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

QWidget* promise(Stop s)
{
    auto* page = new QWidget;
    auto* all = new QVBoxLayout(page);
    all->setContentsMargins(16, 12, 14, 12);
    auto* title = new QLabel(stopName(s));
    title->setObjectName("title");
    auto* words = new QLabel(stopPromise(s));
    words->setObjectName("quiet");
    words->setWordWrap(true);
    all->addWidget(title);
    all->addWidget(words);
    all->addStretch();
    return page;
}

} // namespace

Bench::Bench(Document& doc, BriefDesk& desk, QWidget* parent)
    : QStackedWidget(parent), frame_(new FrameBench(doc)), member_(new MemberBench(doc)), members_(new MembersBench(doc)),
      restraint_(new RestraintBench(doc)), briefs_(new BriefsBench(doc, desk)), size_(new SizeBench(doc))
{
    setObjectName("bench");
    setFixedWidth(322);
}

void Bench::addPage(Stop s, QWidget* page)
{
    const bool ownScrolling = page == frame_ || page == briefs_; // their lists scroll themselves
    page_[static_cast<size_t>(s)] = addWidget(!page ? promise(s) : ownScrolling ? page : scrolled(page));
}

void Bench::setStop(Stop s)
{
    setCurrentIndex(page_[static_cast<size_t>(s)]);
}

} // namespace wr
