#include "app/intake/fates_view.h"

#include "app/intake/fate_marks.h"
#include "app/intake/intake_parts.h"

#include <QHBoxLayout>
#include <QHeaderView>
#include <QTableWidget>
#include <QToolButton>
#include <QVBoxLayout>
#include <algorithm>

namespace wr {

FatesView::FatesView(QWidget* parent)
    : QWidget(parent), bar_(new QHBoxLayout), table_(new QTableWidget(0, 4)), more_(words("quiet"))
{
    auto* all = new QVBoxLayout(this);
    all->setContentsMargins(0, 2, 0, 0);
    all->setSpacing(4);
    bar_->setSpacing(4);
    all->addLayout(bar_);
    table_->setAccessibleName("What differs from the frame at hand");
    table_->setHorizontalHeaderLabels({"", "Element", "It is", "What is different"});
    table_->horizontalHeader()->setStretchLastSection(true);
    table_->horizontalHeader()->setDefaultAlignment(Qt::AlignLeft | Qt::AlignVCenter);
    table_->verticalHeader()->hide();
    table_->verticalHeader()->setDefaultSectionSize(22);
    table_->setColumnWidth(0, 44);
    table_->setColumnWidth(1, 96);
    table_->setColumnWidth(2, 130);
    table_->setShowGrid(false);
    table_->setFrameShape(QFrame::NoFrame);
    table_->setEditTriggers(QAbstractItemView::NoEditTriggers);
    table_->setSelectionBehavior(QAbstractItemView::SelectRows);
    table_->setSelectionMode(QAbstractItemView::SingleSelection);
    table_->setIconSize({32, 10});
    all->addWidget(table_, 1);
    all->addWidget(more_);
    connect(table_, &QTableWidget::itemSelectionChanged, this, [this] {
        const auto chosen = table_->selectionModel()->selectedRows();
        Q_EMIT picked(chosen.isEmpty() ? -1 : table_->item(chosen.front().row(), 0)->data(Qt::UserRole).toInt());
    });
}

QToolButton* FatesView::button(FateRow::Kind k)
{
    for (const auto& [kind, b] : buttons_)
        if (kind == k) return b;
    return nullptr;
}

void FatesView::show(std::vector<FateRow> rows)
{
    rows_ = std::move(rows);
    only_.reset();
    while (QLayoutItem* item = bar_->takeAt(0)) {
        if (item->widget()) item->widget()->deleteLater();
        delete item;
    }
    buttons_.clear();
    using K = FateRow::Kind;
    for (const K k : {K::Fresh, K::Gone, K::Moved, K::Resized, K::Changed, K::Reloaded}) {
        const auto n = std::count_if(rows_.begin(), rows_.end(), [k](const FateRow& r) { return r.kind == k; });
        if (n == 0) continue;
        auto* b = new QToolButton;
        b->setObjectName("view");
        b->setToolButtonStyle(Qt::ToolButtonTextBesideIcon);
        b->setIcon(fateIcon(k));
        b->setIconSize({32, 10});
        b->setCheckable(true);
        b->setText(QString("%1 %2").arg(n).arg(text(fateWord(k))));
        b->setToolTip("Only these, in the list and in the view");
        connect(b, &QToolButton::clicked, this, [this, k](bool on) {
            only_ = on ? std::optional(k) : std::nullopt;
            for (const auto& [kind, other] : buttons_)
                other->setChecked(only_ == kind);
            fill();
            Q_EMIT filtered();
        });
        bar_->addWidget(b);
        buttons_.emplace_back(k, b);
    }
    if (rows_.empty()) bar_->addWidget(words("quiet", "Nothing differs from the frame at hand."));
    bar_->addStretch();
    fill();
}

void FatesView::fill()
{
    constexpr int kMost = 2000;
    table_->clearSelection();
    table_->setRowCount(0);
    std::vector<int> shown;
    size_t all = 0;
    for (size_t k = 0; k < rows_.size(); ++k) {
        if (only_ && rows_[k].kind != *only_) continue;
        if (++all <= kMost) shown.push_back(static_cast<int>(k));
    }
    table_->setRowCount(static_cast<int>(shown.size()));
    for (size_t i = 0; i < shown.size(); ++i) {
        const FateRow& r = rows_[static_cast<size_t>(shown[i])];
        auto* mark = new QTableWidgetItem(fateIcon(r.kind), "");
        mark->setData(Qt::UserRole, shown[i]);
        mark->setToolTip(text(fateWord(r.kind)));
        const auto row = static_cast<int>(i);
        table_->setItem(row, 0, mark);
        table_->setItem(row, 1, new QTableWidgetItem(QString::fromStdString(r.id)));
        table_->setItem(row, 2, new QTableWidgetItem(text(fateWord(r.kind))));
        table_->setItem(row, 3, new QTableWidgetItem(QString::fromStdString(r.words)));
    }
    more_->setText(all > shown.size() ? QString("and %1 more").arg(all - shown.size()) : QString());
    more_->setVisible(!more_->text().isEmpty());
}

} // namespace wr
