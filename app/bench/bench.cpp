#include "app/bench/bench.h"

#include "app/bench/frame_bench.h"
#include "app/bench/member_bench.h"
#include "app/bench/size_bench.h"

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

Bench::Bench(Document& doc, QWidget* parent)
    : QStackedWidget(parent), frame_(new FrameBench(doc)), member_(new MemberBench(doc)), size_(new SizeBench(doc))
{
    setObjectName("bench");
    setFixedWidth(322);
    for (int i = 0; i < kStops; ++i) {
        const Stop s = static_cast<Stop>(i);
        QWidget* page = s == Stop::Frame   ? frame_
                        : s == Stop::Check ? scrolled(member_)
                        : s == Stop::Size  ? scrolled(size_)
                                           : promise(s);
        page_[static_cast<size_t>(i)] = addWidget(page);
    }
    setStop(Stop::Check);
}

void Bench::setStop(Stop s)
{
    setCurrentIndex(page_[static_cast<size_t>(s)]);
    if (s == Stop::Size) size_->enter();
}

} // namespace wr
