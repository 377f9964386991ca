#include "app/bench/frame_bench.h"

#include "app/bench/result_bench.h"
#include "app/shape/shape_bench.h"
#include "app/shape/shape_desk.h"
#include "app/shell/document.h"
#include "app/shell/tab.h"

#include <QHBoxLayout>
#include <QScrollArea>
#include <QStackedWidget>
#include <QVBoxLayout>

namespace wr {

FrameBench::FrameBench(Document& doc, QWidget* parent)
    : QWidget(parent), doc_(doc), title_(new QLabel), facts_(new QLabel), results_(new ResultBench(doc)),
      desk_(new ShapeDesk(doc, this)), shape_(new ShapeBench(doc, *desk_, ToolKind::Shape)),
      loads_(new ShapeBench(doc, *desk_, ToolKind::Loads)),
      pages_(new QStackedWidget), tabs_{makeTab("Results"), makeTab("Change"), makeTab("Loads")}
{
    title_->setObjectName("title");
    title_->setWordWrap(true);
    facts_->setWordWrap(true);
    auto* all = new QVBoxLayout(this);
    all->setContentsMargins(16, 10, 14, 10);
    all->addWidget(title_);
    all->addWidget(facts_);
    auto* tabs = new QHBoxLayout;
    for (QToolButton* b : tabs_) {
        b->setAutoExclusive(true);
        tabs->addWidget(b);
    }
    tabs->addStretch();
    tabs_[Results]->setChecked(true);
    all->addLayout(tabs);
    for (QWidget* page : {static_cast<QWidget*>(results_), static_cast<QWidget*>(shape_), static_cast<QWidget*>(loads_)}) {
        auto* inside = new QWidget;
        auto* column = new QVBoxLayout(inside);
        column->setContentsMargins(0, 4, 4, 0);
        column->addWidget(page);
        column->addStretch();
        auto* area = new QScrollArea;
        area->setWidget(inside);
        area->setWidgetResizable(true);
        area->setFrameShape(QFrame::NoFrame);
        area->setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
        pages_->addWidget(area);
    }
    all->addWidget(pages_, 1);
    for (const Page p : {Results, Change, Loads})
        connect(tabs_[p], &QToolButton::clicked, this, [this, p] { setPage(p); });
    for (const auto signal :
         {&Document::opened, &Document::resultsChanged, &Document::modelChanged, &Document::findingsChanged})
        connect(&doc_, signal, this, &FrameBench::refresh);
}

void FrameBench::setPage(Page p)
{
    tabs_[p]->setChecked(true);
    pages_->setCurrentIndex(p);
    facts_->setVisible(p == Results); // room for the tools
}

void FrameBench::showTool(const std::string& key)
{
    const ShapeTool* t = shapeTool(key);
    if (!t) return;
    desk_->setTool(key);
    setPage(t->kind == ToolKind::Loads ? Loads : Change);
}

void FrameBench::refresh()
{
    const Frame& f = doc_.frame();
    title_->setText(doc_.title());
    int strength = 0, service = 0;
    for (const Combination& c : f.combinations)
        (c.purpose == Purpose::Service ? service : strength) += 1;
    facts_->setText(QString("%1 nodes · %2 elements · %3 members\n%4 sections · %5 materials\n%6 cases · %7 combinations for "
                            "strength, %8 for service\nunits %9 · %10 · %11")
                        .arg(f.nodes.size())
                        .arg(f.elements.size())
                        .arg(doc_.model().members().size())
                        .arg(f.sections.size())
                        .arg(f.materials.size())
                        .arg(f.cases.size())
                        .arg(strength)
                        .arg(service)
                        .arg(QString::fromStdString(f.units.force), QString::fromStdString(f.units.length),
                             QString::fromStdString(f.units.section)));
}

} // namespace wr
