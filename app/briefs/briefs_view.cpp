#include "app/briefs/briefs_view.h"

#include "app/briefs/brief_desk.h"
#include "app/briefs/groups_bar.h"
#include "app/frame/table_model.h"
#include "app/shell/document.h"
#include "app/shell/tabbed_table.h"
#include "app/shell/text.h"
#include "core/reporting/brief_tables.h"

#include <QHBoxLayout>
#include <QItemSelectionModel>
#include <QVBoxLayout>
#include <algorithm>
#include <array>

namespace wr {

BriefsView::BriefsView(Document& doc, BriefDesk& desk, QWidget* parent)
    : QWidget(parent), doc_(doc), desk_(desk), model_(new TableModel(this)), tabs_(new QButtonGroup(this)),
      words_(new QLabel(this)), first_(new QLabel(this)), and_(new QLabel("and", this)), other_(new QComboBox(this)),
      groups_(new GroupsBar(doc, this)), table_(new QTableView(this))
{
    makeSortedTable(*table_, *model_, "Briefs compared, members, groups");
    auto* all = new QVBoxLayout(this);
    all->setContentsMargins(0, 4, 0, 0);
    all->setSpacing(2);
    constexpr std::array<const char*, Pages> kNames{"Compare two", "Members", "Groups"};
    QHBoxLayout* head = tabHead(*tabs_, kNames);
    head->addSpacing(6);
    head->addWidget(first_);
    head->addWidget(and_);
    other_->setAccessibleName("The other brief");
    other_->setMinimumWidth(150);
    head->addWidget(other_);
    head->addStretch();
    for (QLabel* l : {words_, and_})
        l->setObjectName("quiet");
    head->addWidget(words_);
    all->addLayout(head);
    groups_->hide();
    all->addWidget(groups_);
    all->addWidget(table_);
    connect(tabs_, &QButtonGroup::idClicked, this, [this](int k) { setPage(static_cast<Page>(k)); });
    connect(other_, &QComboBox::activated, this, &BriefsView::refresh);
    connect(groups_, &GroupsBar::changed, this, [this] {
        if (isVisible()) refresh();
    });
    connect(&desk_, &BriefDesk::chosen, this, [this] {
        stale_ = true;
        if (isVisible()) refresh();
    });
    connect(&doc_, &Document::pickChanged, this, &BriefsView::fromPick);
    connect(table_->selectionModel(), &QItemSelectionModel::selectionChanged, this, &BriefsView::toPick);
}

void BriefsView::enter()
{
    if (stale_) refresh();
}

void BriefsView::setPage(Page p)
{
    page_ = p;
    tabs_->button(p)->setChecked(true);
    table_->horizontalHeader()->setSortIndicator(-1, Qt::AscendingOrder);
    refresh();
}

// The briefs to compare with: the defaults first, so that what differs from them can be read in one table.
void BriefsView::fillOthers()
{
    const QString was = other_->currentText();
    QSignalBlocker quiet(other_);
    other_->clear();
    other_->addItem("what stands by itself");
    for (const Brief& b : doc_.frame().design.briefs.list())
        if (b.id != desk_.currentId()) other_->addItem(str(b.id));
    other_->setCurrentIndex(std::max(0, other_->findText(was)));
}

void BriefsView::refresh()
{
    if (!doc_.hasFrame()) return;
    stale_ = false;
    syncing_ = true;
    const Frame& f = doc_.frame();
    const bool comparing = page_ == Compare;
    for (QWidget* w : std::initializer_list<QWidget*>{first_, and_, other_})
        w->setVisible(comparing && desk_.current());
    groups_->setVisible(page_ == Groups);
    if (comparing) {
        fillOthers();
        const Brief* b = desk_.current();
        Brief other; // without a name: what stands by itself
        for (const Brief& o : f.design.briefs.list())
            if (str(o.id) == other_->currentText()) other = o;
        const auto families = familiesInUse(f.design);
        model_->set(b ? briefComparisonTable(*b, other, families, f.units) : Table{});
        first_->setText(b ? str(b->id) : QString());
        const size_t n = model_->table().rows.size();
        words_->setText(b ? n == 1 ? QString("1 line differs") : QString("%1 lines differ").arg(n)
                          : QString("no brief yet: New, at the right, offers some to begin with"));
    } else if (page_ == Groups && !groups_->proposals().empty()) {
        model_->set(alikeTable(f, doc_.model().members(), groups_->proposals()));
        words_->setText(QString("%1 groups proposed").arg(groups_->proposals().size()));
    } else {
        model_->set(page_ == Members ? memberBriefTable(f, doc_.model().members()) : groupTable(f, doc_.model().members()));
        const size_t n = model_->table().rows.size();
        words_->setText(QString("%1 of %1 shown").arg(n));
    }
    const int order = table_->horizontalHeader()->sortIndicatorSection();
    if (order >= 0) model_->sort(order, table_->horizontalHeader()->sortIndicatorOrder());
    static const std::array<std::vector<int>, Pages> widths{
        {{110, 170, 150, 150, 110}, {74, 130, 140, 80, 110}, {140, 62, 58, 120, 80, 150, 64}}};
    static const std::vector<int> proposed{150, 62, 130, 96, 74, 74};
    const std::vector<int>& w =
        page_ == Groups && !groups_->proposals().empty() ? proposed : widths[static_cast<size_t>(page_)];
    for (size_t c = 0; c < w.size(); ++c)
        table_->setColumnWidth(static_cast<int>(c), w[c]);
    syncing_ = false;
    fromPick();
}

std::vector<size_t> BriefsView::membersOf(int row) const
{
    const Table::Row& r = model_->table().rows[static_cast<size_t>(row)];
    if (r.element < 0) return {};
    const auto first = static_cast<size_t>(doc_.model().formed().ofElement(r.element));
    if (page_ == Members) return {first};
    for (const Alike& a : groups_->proposals())
        if (a.members.front() == first) return a.members;
    std::vector<size_t> out;
    const auto& members = doc_.model().members();
    for (size_t i = 0; i < members.size(); ++i)
        if (members[i].group == members[first].group) out.push_back(i);
    return out;
}

void BriefsView::fromPick()
{
    if (stale_ || syncing_ || !doc_.hasFrame() || page_ == Compare) return;
    syncing_ = true;
    QItemSelection wanted;
    int first = -1;
    for (int row = 0; row < model_->rowCount(); ++row) {
        const std::vector<size_t> list = membersOf(row);
        if (list.empty() || !std::all_of(list.begin(), list.end(), [&](size_t i) { return doc_.pick().contains(i); })) continue;
        wanted.select(model_->index(row, 0), model_->index(row, model_->columnCount() - 1));
        if (first < 0) first = row;
    }
    table_->selectionModel()->select(wanted, QItemSelectionModel::ClearAndSelect);
    if (first >= 0) table_->scrollTo(model_->index(first, 0));
    syncing_ = false;
}

void BriefsView::toPick()
{
    if (syncing_ || stale_ || page_ == Compare) return;
    std::set<size_t> pick;
    for (const QModelIndex& i : table_->selectionModel()->selectedRows())
        for (const size_t m : membersOf(i.row()))
            pick.insert(m);
    syncing_ = true;
    doc_.setPick(std::move(pick));
    syncing_ = false;
}

} // namespace wr
