#include "app/compare/changes_view.h"

#include "app/compare/change_marks.h"
#include "app/compare/changes_model.h"
#include "app/shell/document.h"
#include "app/shell/quiet_table.h"
#include "app/shell/text.h"

#include <QHBoxLayout>
#include <QItemSelectionModel>
#include <QLabel>
#include <QStyledItemDelegate>
#include <QToolButton>
#include <QVBoxLayout>
#include <cmath>

namespace wr {

namespace {

class MarkDelegate : public QStyledItemDelegate
{
public:
    using QStyledItemDelegate::QStyledItemDelegate;
    void paint(QPainter* p, const QStyleOptionViewItem& option, const QModelIndex& index) const override
    {
        if (option.state & QStyle::State_Selected) p->fillRect(option.rect, theme().violetTint);
        drawChangeMark(*p, QRectF(option.rect).center(),
                       static_cast<MemberChange::Kind>(index.data(ChangesModel::KindRole).toInt()), 5.5);
    }
};

// From then (a ring) to now (a dot) on one line, the limit marked.
class BarDelegate : public QStyledItemDelegate
{
public:
    using QStyledItemDelegate::QStyledItemDelegate;
    void paint(QPainter* p, const QStyleOptionViewItem& option, const QModelIndex& index) const override
    {
        const Theme& t = theme();
        p->save();
        p->setRenderHint(QPainter::Antialiasing);
        if (option.state & QStyle::State_Selected) p->fillRect(option.rect, t.violetTint);
        constexpr double kTop = 1.5; // what is further over stands at the end
        const QRectF line(option.rect.left() + 8, option.rect.top(), option.rect.width() - 18, option.rect.height());
        const double y = line.center().y();
        const auto x = [&](double u) { return line.left() + line.width() * std::min(u, kTop) / kTop; };
        p->setPen(QPen(t.track, 3));
        p->drawLine(QPointF(line.left(), y), QPointF(line.right(), y));
        p->setPen(QPen(t.ink3, 1));
        p->drawLine(QPointF(x(1), y - 6), QPointF(x(1), y + 6));
        const double then = index.data(ChangesModel::ThenRole).toDouble(), now = index.data(ChangesModel::NowRole).toDouble();
        if (std::isfinite(then) && std::isfinite(now)) {
            p->setPen(QPen(t.utilisation(now), 2));
            p->drawLine(QPointF(x(then), y), QPointF(x(now), y));
        }
        if (std::isfinite(then)) {
            p->setPen(QPen(t.ink2, 1.3));
            p->setBrush(t.panel);
            p->drawEllipse(QPointF(x(then), y), 3.4, 3.4);
        }
        if (std::isfinite(now)) {
            p->setPen(Qt::NoPen);
            p->setBrush(t.utilisation(now).darker(now < 0.35 ? 130 : 100));
            p->drawEllipse(QPointF(x(now), y), 3.6, 3.6);
        }
        p->restore();
    }
};

} // namespace

ChangesView::ChangesView(Document& doc, QWidget* parent)
    : QWidget(parent), doc_(doc), model_(new ChangesModel(doc, this)), table_(new QTableView), all_(new QToolButton),
      words_(new QLabel), count_(new QLabel)
{
    setObjectName("ledger");
    setSizePolicy(QSizePolicy::Ignored, QSizePolicy::Expanding); // never pushes the window wider
    auto* head = new QHBoxLayout;
    head->setContentsMargins(12, 6, 14, 2);
    head->setSpacing(12);
    words_->setObjectName("quiet");
    count_->setObjectName("quiet");
    all_->setText("with those as they were");
    all_->setObjectName("view");
    all_->setCheckable(true);
    all_->setFocusPolicy(Qt::TabFocus);
    head->addWidget(words_, 1);
    head->addWidget(all_);
    head->addWidget(count_);
    makeQuiet(*table_, "What changed");
    table_->setModel(model_);
    table_->setSelectionMode(QAbstractItemView::ExtendedSelection);
    table_->setWordWrap(false);
    table_->setTabKeyNavigation(false);
    table_->setItemDelegateForColumn(ChangesModel::Mark, new MarkDelegate(table_));
    table_->setItemDelegateForColumn(ChangesModel::Bar, new BarDelegate(table_));
    constexpr int widths[] = {28, 88, 104, 150, 44, 44, 100, 54, 88, 54};
    for (int c = 0; c < ChangesModel::Columns; ++c)
        table_->setColumnWidth(c, widths[c]);
    table_->horizontalHeader()->setStretchLastSection(false);
    table_->horizontalHeader()->setSectionResizeMode(ChangesModel::Section, QHeaderView::Stretch);
    table_->setSortingEnabled(true);
    table_->horizontalHeader()->setSortIndicator(-1, Qt::AscendingOrder);
    model_->sort(-1, Qt::AscendingOrder);
    auto* all = new QVBoxLayout(this);
    all->setContentsMargins(0, 0, 0, 0);
    all->setSpacing(0);
    all->addLayout(head);
    all->addWidget(table_, 1);
    connect(all_, &QToolButton::clicked, this, [this](bool on) { model_->showAll(on); });
    connect(table_->selectionModel(), &QItemSelectionModel::selectionChanged, this, &ChangesView::pickFromTable);
    connect(&doc_, &Document::pickChanged, this, &ChangesView::tableFromPick);
    connect(model_, &QAbstractItemModel::modelReset, this, [this] {
        const bool found = doc_.beside() != nullptr;
        words_->setText(!found                          ? QString("finding what differs…")
                        : doc_.beside()->changes.same() ? QString("nothing differs")
                                                        : QString("crossed the limit first, then by change"));
        count_->setText(shownWords());
        tableFromPick();
    });
}

QString ChangesView::shownWords() const
{
    return doc_.beside() ? QString("%1 of %2 shown").arg(model_->membersShown()).arg(doc_.beside()->changes.members.size())
                         : QString();
}

void ChangesView::pickFromTable()
{
    if (own_ || !doc_.beside()) return;
    std::set<size_t> pick;
    for (const QModelIndex& i : table_->selectionModel()->selectedRows())
        for (const size_t k : model_->row(i.row()).members)
            if (const auto& now = doc_.beside()->changes.members[k].now) pick.insert(*now);
    own_ = true;
    doc_.setPick(std::move(pick));
    own_ = false;
}

void ChangesView::tableFromPick()
{
    if (own_ || !doc_.beside()) return;
    own_ = true;
    QItemSelection selection;
    QModelIndex first;
    for (int r = 0; r < model_->rowCount(); ++r)
        for (const size_t k : model_->row(r).members)
            if (const auto& now = doc_.beside()->changes.members[k].now; now && doc_.pick().contains(*now)) {
                selection.select(model_->index(r, 0), model_->index(r, ChangesModel::Columns - 1));
                if (!first.isValid()) first = model_->index(r, 0);
                break;
            }
    table_->selectionModel()->select(selection, QItemSelectionModel::ClearAndSelect);
    if (first.isValid()) table_->scrollTo(first);
    own_ = false;
}

} // namespace wr
