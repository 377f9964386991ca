#include "app/bench/frame_bench.h"

#include "app/bench/result_bench.h"
#include "app/shell/document.h"
#include "render/theme.h"

#include <QVBoxLayout>
#include <algorithm>
#include <map>

namespace wr {

namespace {

constexpr const char *kCombinations = "make combinations", *kLimits = "limits of the frame";

} // namespace

FrameBench::FrameBench(Document& doc, QWidget* parent)
    : QWidget(parent), doc_(doc), title_(new QLabel), facts_(new QLabel), head_(new QLabel("Findings")), list_(new QListWidget),
      results_(new ResultBench(doc))
{
    title_->setObjectName("title");
    title_->setWordWrap(true);
    facts_->setWordWrap(true);
    head_->setObjectName("head");
    list_->setWordWrap(true);
    list_->setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    list_->setAccessibleName("Findings");
    list_->setVerticalScrollMode(QAbstractItemView::ScrollPerPixel);
    auto* all = new QVBoxLayout(this);
    all->setContentsMargins(16, 10, 14, 10);
    all->addWidget(title_);
    all->addWidget(facts_);
    all->addWidget(results_);
    all->addWidget(head_);
    all->addWidget(list_, 1);
    for (const auto signal :
         {&Document::opened, &Document::resultsChanged, &Document::modelChanged, &Document::findingsChanged})
        connect(&doc_, signal, this, &FrameBench::refresh);
    connect(list_, &QListWidget::itemActivated, this, [this](QListWidgetItem* i) {
        const QString way = i->data(Qt::UserRole + 1).toString();
        if (way == kCombinations) return Q_EMIT wantCombinations();
        if (way == kLimits) return Q_EMIT wantLimits();
        const std::string id = i->data(Qt::UserRole).toString().toStdString();
        for (size_t m = 0; m < doc_.model().members().size(); ++m)
            if (doc_.model().members()[m].id == id) doc_.setPick({m});
    });
    connect(list_, &QListWidget::itemClicked, list_, &QListWidget::itemActivated);
}

void FrameBench::refresh()
{
    const Frame& f = doc_.frame();
    const Theme& t = paperTheme();
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
    list_->clear();
    // The same sentence about many members is one row that says how many.
    std::vector<Finding> shown = doc_.findings();
    std::stable_sort(shown.begin(), shown.end(), [](const Finding& a, const Finding& b) { return a.severity > b.severity; });
    std::map<std::string, int> times;
    for (const Finding& x : shown)
        ++times[x.code];
    std::map<std::string, int> listed;
    for (const Finding& x : shown) {
        const int n = ++listed[x.code];
        if (n > 4) continue;
        QString words = QString::fromStdString(x.text);
        words[0] = words[0].toUpper();
        if (n == 4 && times[x.code] > 4)
            words = QString("… and %1 more of this kind (%2)").arg(times[x.code] - 3).arg(QString::fromStdString(x.code));
        const bool combinations = x.code == "combination.service" || x.code == "combination.construction" ||
                                  x.code == "combination.none" || x.code == "combination.empty";
        const bool limits = x.code.starts_with("limit.");
        if (combinations || limits) words += QString("  → ") + (limits ? kLimits : kCombinations);
        auto* item = new QListWidgetItem(words, list_);
        item->setData(Qt::UserRole + 1, combinations ? kCombinations : limits ? kLimits : "");
        item->setData(Qt::UserRole, QString::fromStdString(x.subject));
        item->setForeground(x.severity == Severity::Error     ? t.red
                            : x.severity == Severity::Warning ? QColor("#8A6411")
                                                              : t.ink2);
        item->setToolTip(QString::fromStdString(x.code + (x.place.empty() ? "" : " at " + x.place)));
    }
    head_->setText(QString("Findings, %1").arg(doc_.findings().size()));
}

} // namespace wr
