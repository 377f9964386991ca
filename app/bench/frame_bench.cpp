#include "app/bench/frame_bench.h"

#include "app/bench/result_bench.h"
#include "app/shell/document.h"

#include <QVBoxLayout>

namespace wr {

FrameBench::FrameBench(Document& doc, QWidget* parent)
    : QWidget(parent), doc_(doc), title_(new QLabel), facts_(new QLabel), results_(new ResultBench(doc))
{
    title_->setObjectName("title");
    title_->setWordWrap(true);
    facts_->setWordWrap(true);
    auto* all = new QVBoxLayout(this);
    all->setContentsMargins(16, 10, 14, 10);
    all->addWidget(title_);
    all->addWidget(facts_);
    all->addWidget(results_);
    all->addStretch();
    for (const auto signal :
         {&Document::opened, &Document::resultsChanged, &Document::modelChanged, &Document::findingsChanged})
        connect(&doc_, signal, this, &FrameBench::refresh);
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
