#include "app/members/chains_view.h"

#include "app/frame/table_model.h"
#include "app/shell/document.h"
#include "app/shell/quiet_table.h"
#include "core/reporting/member_tables.h"

#include <QItemSelectionModel>
#include <QVBoxLayout>

namespace wr {

ChainsView::ChainsView(Document& doc, QWidget* parent)
    : QWidget(parent), doc_(doc), model_(new TableModel(this)), table_(new QTableView(this))
{
    makeQuiet(*table_, "Members and their chains");
    table_->setSelectionMode(QAbstractItemView::ExtendedSelection);
    table_->setModel(model_);
    table_->setWordWrap(false);
    table_->setSortingEnabled(true);
    table_->horizontalHeader()->setSortIndicator(-1, Qt::AscendingOrder);
    auto* all = new QVBoxLayout(this);
    all->setContentsMargins(0, 4, 0, 0);
    all->addWidget(table_);
    for (const auto signal : {&Document::opened, &Document::modelChanged})
        connect(&doc_, signal, this, [this] {
            stale_ = true;
            if (isVisible()) refresh();
        });
    connect(&doc_, &Document::pickChanged, this, &ChainsView::fromPick);
    connect(table_->selectionModel(), &QItemSelectionModel::selectionChanged, this, &ChainsView::toPick);
}

void ChainsView::enter()
{
    if (stale_) refresh();
}

size_t ChainsView::memberOf(int element) const
{
    return static_cast<size_t>(doc_.model().formed().ofElement(element));
}

void ChainsView::refresh()
{
    if (!doc_.hasFrame()) return;
    stale_ = false;
    syncing_ = true;
    model_->set(chainTable(doc_.frame(), doc_.model().formed()));
    const int order = table_->horizontalHeader()->sortIndicatorSection();
    if (order >= 0) model_->sort(order, table_->horizontalHeader()->sortIndicatorOrder());
    syncing_ = false;
    constexpr int widths[] = {70, 92, 54, 70, 162, 162, 74};
    for (int c = 0; c < 7; ++c)
        table_->setColumnWidth(c, widths[c]);
    fromPick();
}

void ChainsView::fromPick()
{
    if (stale_ || syncing_ || !doc_.hasFrame()) return;
    syncing_ = true;
    QItemSelection wanted;
    int first = -1;
    const auto& rows = model_->table().rows;
    for (size_t r = 0; r < rows.size(); ++r)
        if (doc_.pick().contains(memberOf(rows[r].element))) {
            const int row = static_cast<int>(r);
            wanted.select(model_->index(row, 0), model_->index(row, model_->columnCount() - 1));
            if (first < 0) first = row;
        }
    table_->selectionModel()->select(wanted, QItemSelectionModel::ClearAndSelect);
    if (first >= 0) table_->scrollTo(model_->index(first, 0));
    syncing_ = false;
}

void ChainsView::toPick()
{
    if (syncing_ || stale_) return;
    std::set<size_t> pick;
    for (const QModelIndex& i : table_->selectionModel()->selectedRows())
        pick.insert(memberOf(model_->table().rows[static_cast<size_t>(i.row())].element));
    syncing_ = true;
    doc_.setPick(std::move(pick));
    syncing_ = false;
}

} // namespace wr
