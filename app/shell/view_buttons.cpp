// What stands over the frame view: lines or solid sections, which combination is shown, how many members are.
#include "app/compare/compare_banner.h"
#include "app/frameview/frame_view.h"
#include "app/shell/document.h"
#include "app/shell/main_window.h"
#include "app/shell/text.h"

#include <QComboBox>
#include <QHBoxLayout>
#include <QLabel>
#include <QToolButton>

namespace wr {

void MainWindow::buildViewButtons()
{
    auto* corner = new QWidget(view_);
    auto* row = new QHBoxLayout(corner);
    row->setContentsMargins(10, 10, 10, 0);
    row->setSpacing(4);
    lines_ = new QToolButton;
    solid_ = new QToolButton;
    shown_ = new QLabel;
    shown_->setObjectName("shown");
    for (auto* b : {lines_, solid_}) {
        b->setObjectName("view");
        b->setCheckable(true);
        b->setAutoExclusive(true);
        b->setFocusPolicy(Qt::NoFocus);
        row->addWidget(b);
    }
    lines_->setText("Lines");
    solid_->setText("Solid");
    row->addSpacing(8);
    combinations_ = new QComboBox;
    combinations_->setAccessibleName("Combination that is shown");
    combinations_->setToolTip("The worst of all combinations, or one of them alone: view, ledger, legend and tray follow");
    combinations_->setFixedHeight(27);
    combinations_->setMaximumWidth(220);
    row->addWidget(combinations_);
    connect(combinations_, &QComboBox::activated, this,
            [this](int i) { doc_->showCombination(combinations_->itemData(i).toString().toStdString()); });
    row->addWidget(shown_);
    row->addStretch();
    lines_->setChecked(true);
    connect(lines_, &QToolButton::clicked, this, [this] { view_->setSolid(false); });
    connect(solid_, &QToolButton::clicked, this, [this] { view_->setSolid(true); });
    connect(view_, &FrameView::solidChanged, this, [this](bool on) { (on ? solid_ : lines_)->setChecked(true); });
    corner->setFixedSize(560, 44);
    banner_ = new CompareBanner(*doc_, view_);
    banner_->move(0, 46);
    banner_->hide();
    view_->setBanner(banner_);
    connect(banner_, &CompareBanner::changed, view_, [this] { view_->setCompared(banner_->shown()); });
}

// Those that the members are checked for: strength by the frame's standard, and service.
void MainWindow::fillCombinations()
{
    if (!combinations_ || !doc_->hasFrame()) return;
    const CheckModel& model = doc_->model();
    QStringList names;
    const auto add = [&](std::span<const TableSet> sets) {
        for (const TableSet s : sets) {
            const Combination& c = model.frame().combinations[model.forces().sets[s.at()].combination];
            if (!names.contains(str(c.id))) names << str(c.id);
        }
    };
    add(model.setsFor(model.standard()));
    const qsizetype strength = names.size();
    add(model.serviceSets());
    const QSignalBlocker quiet(combinations_);
    combinations_->clear();
    combinations_->addItem(QString("worst of %1 combinations").arg(strength), QString());
    for (const QString& n : names) {
        QString title;
        for (const Combination& c : model.frame().combinations.list())
            if (str(c.id) == n) title = str(c.title);
        combinations_->addItem(title.isEmpty() ? n : n + " · " + title, n);
    }
    combinations_->setCurrentIndex(std::max(0, combinations_->findData(str(doc_->shownCombination()))));
}

} // namespace wr
