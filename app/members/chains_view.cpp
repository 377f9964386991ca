#include "app/members/chains_view.h"

#include "app/frame/table_model.h"
#include "app/shell/document.h"
#include "app/shell/tabbed_table.h"
#include "core/reporting/member_tables.h"

#include <QHBoxLayout>
#include <QItemSelectionModel>
#include <QVBoxLayout>
#include <array>

namespace wr {

ChainsView::ChainsView(Document& doc, QWidget* parent)
    : QWidget(parent), doc_(doc), model_(new TableModel(this)), tabs_(new QButtonGroup(this)), words_(new QLabel(this)),
      table_(new QTableView(this))
{
    makeSortedTable(*table_, *model_, "Members and their chains");
    auto* all = new QVBoxLayout(this);
    all->setContentsMargins(0, 4, 0, 0);
    all->setSpacing(2);
    constexpr std::array<const char*, Pages> kNames{"Members", "Elements", "Breaks", "Left over"};
    QHBoxLayout* head = tabHead(*tabs_, kNames);
    head->addStretch();
    words_->setObjectName("quiet");
    head->addWidget(words_);
    all->addLayout(head);
    connect(tabs_, &QButtonGroup::idClicked, this, [this](int k) { setPage(static_cast<Page>(k)); });
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

void ChainsView::setPage(Page p)
{
    page_ = p;
    tabs_->button(p)->setChecked(true);
    table_->horizontalHeader()->setSortIndicator(-1, Qt::AscendingOrder);
    refresh();
}

void ChainsView::refresh()
{
    if (!doc_.hasFrame()) return;
    stale_ = false;
    syncing_ = true;
    const Frame& f = doc_.frame();
    const Formed& formed = doc_.model().formed();
    model_->set(page_ == Members    ? chainTable(f, formed)
                : page_ == Elements ? elementTable(f, formed)
                : page_ == Breaks   ? breakTable(f, formed)
                                    : leftOverTable(f, formed));
    const size_t rows = model_->table().rows.size();
    words_->setText(page_ == LeftOver && rows == 0 ? QString("every element is in a member that is checked")
                    : page_ == Breaks              ? QString("%1 places where a line goes on but no member does").arg(rows)
                                                   : QString("%1 %2").arg(rows).arg(page_ == Members ? "members" : "elements"));
    const int order = table_->horizontalHeader()->sortIndicatorSection();
    if (order >= 0) model_->sort(order, table_->horizontalHeader()->sortIndicatorOrder());
    syncing_ = false;
    // The last column takes what is left.
    static const std::array<std::vector<int>, Pages> widths{
        {{58, 90, 44, 66, 148, 148, 68}, {80, 80, 70, 70, 70, 110, 110}, {66, 80, 80, 70, 130}, {80, 80, 70, 110}}};
    const std::vector<int>& w = widths[static_cast<size_t>(page_)];
    for (size_t c = 0; c < w.size(); ++c)
        table_->setColumnWidth(static_cast<int>(c), w[c]);
    table_->horizontalHeader()->setStretchLastSection(true);
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
