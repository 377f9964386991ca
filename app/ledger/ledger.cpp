#include "app/ledger/ledger.h"

#include "app/ledger/pick_field.h"
#include "app/shell/document.h"
#include "app/shell/text.h"
#include "core/picks/pick_match.h"
#include "render/theme.h"

#include <QClipboard>
#include <QGuiApplication>
#include <QHBoxLayout>
#include <QHeaderView>
#include <QItemSelectionModel>
#include <QLabel>
#include <QLineEdit>
#include <QMenu>
#include <QPainter>
#include <QScrollBar>
#include <QSettings>
#include <QShortcut>
#include <QSortFilterProxyModel>
#include <QStyle>
#include <QStyledItemDelegate>
#include <QTableView>
#include <QToolButton>
#include <QVBoxLayout>
#include <optional>
#include <set>
#include <utility>

namespace wr {

namespace {

// Utilisation as number and bar; strong and in another hue past the limit.
class UtilisationDelegate : public QStyledItemDelegate
{
public:
    using QStyledItemDelegate::QStyledItemDelegate;
    void paint(QPainter* p, const QStyleOptionViewItem& option, const QModelIndex& index) const override
    {
        const Theme& t = theme();
        p->save();
        p->setRenderHint(QPainter::Antialiasing);
        if (option.state & QStyle::State_Selected) p->fillRect(option.rect, t.violetTint);
        const double u = index.data(LedgerModel::UtilisationRole).toDouble();
        const bool over = u > 1;
        p->setFont(textFont(12, over));
        p->setPen(over ? t.red : t.ink);
        p->drawText(option.rect.adjusted(6, 0, 0, 0), Qt::AlignVCenter | Qt::AlignLeft, index.data().toString());
        if (u >= 0) {
            const QRectF bar(option.rect.left() + 42, option.rect.center().y() - 2.5, std::max(10, option.rect.width() - 54),
                             6);
            p->setPen(Qt::NoPen);
            p->setBrush(t.track);
            p->drawRoundedRect(bar, 1.5, 1.5);
            p->setBrush(t.utilisation(u));
            p->drawRoundedRect(QRectF(bar.left(), bar.top(), bar.width() * std::min(u, 1.25) / 1.25, bar.height()), 1.5, 1.5);
        }
        p->restore();
    }
};

// Every member's utilisation as a tick on one line, the limit marked, the band that is well used (0.8 to 1) shaded.
class SpreadDelegate : public QStyledItemDelegate
{
public:
    using QStyledItemDelegate::QStyledItemDelegate;
    void paint(QPainter* p, const QStyleOptionViewItem& option, const QModelIndex& index) const override
    {
        const Theme& t = theme();
        p->save();
        p->setRenderHint(QPainter::Antialiasing);
        if (option.state & QStyle::State_Selected) p->fillRect(option.rect, t.violetTint);
        constexpr double kTop = 1.25; // what is further over stands at the end
        const QRectF line(option.rect.left() + 8, option.rect.top() + 3, option.rect.width() - 18, option.rect.height() - 6);
        const auto x = [&](double u) { return line.left() + line.width() * std::min(u, kTop) / kTop; };
        p->fillRect(QRectF(x(0.8), line.top(), x(1) - x(0.8), line.height()), t.track);
        p->setPen(QPen(t.hairline, 1));
        p->drawLine(QPointF(line.left(), line.center().y()), QPointF(line.right(), line.center().y()));
        for (const QVariant& v : index.data(LedgerModel::SpreadRole).toList()) {
            const double u = v.toDouble();
            p->setPen(QPen(t.utilisation(u).darker(u < 0.35 ? 130 : 100), 1.6));
            p->drawLine(QPointF(x(u), line.top() + 1), QPointF(x(u), line.bottom() - 1));
        }
        p->setPen(QPen(t.ink, 1));
        p->drawLine(QPointF(x(1), line.top() - 1), QPointF(x(1), line.bottom() + 1));
        p->restore();
    }
};

} // namespace

// Rows with a member among those wanted, or with the words looked for.
class PickProxy : public QSortFilterProxyModel
{
public:
    PickProxy(LedgerModel& model, QObject* parent) : QSortFilterProxyModel(parent), model_(model) {}
    void want(std::optional<std::set<size_t>> members, const QString& words)
    {
        members_ = std::move(members);
        words_ = words;
        invalidateFilter();
    }

protected:
    bool filterAcceptsRow(int row, const QModelIndex& parent) const override
    {
        if (members_) {
            const auto& list = model_.membersOf(row);
            return std::any_of(list.begin(), list.end(), [&](size_t m) { return members_->contains(m); });
        }
        if (words_.isEmpty()) return true;
        for (int c = 0; c < model_.columnCount(parent); ++c)
            if (model_.index(row, c).data().toString().contains(words_, Qt::CaseInsensitive)) return true;
        return false;
    }

private:
    LedgerModel& model_;
    std::optional<std::set<size_t>> members_;
    QString words_;
};

Ledger::Ledger(Document& doc, QWidget* parent)
    : QWidget(parent), doc_(doc), model_(new LedgerModel(doc, this)), proxy_(new PickProxy(*model_, this)),
      table_(new QTableView(this)), count_(new QLabel(this)), filter_(new PickField(doc, this)), fault_(new QLabel(this)),
      keep_(new QToolButton(this)), name_(new QLineEdit(this))
{
    setObjectName("ledger");
    buildTable();
    auto* all = new QVBoxLayout(this);
    all->setContentsMargins(0, 0, 0, 0);
    all->setSpacing(0);
    all->addLayout(buildBar());
    fault_->setObjectName("trouble");
    fault_->setAlignment(Qt::AlignRight);
    fault_->setContentsMargins(12, 0, 14, 3);
    fault_->setSizePolicy(QSizePolicy::Ignored, QSizePolicy::Preferred);
    fault_->hide();
    all->addWidget(fault_);
    all->addWidget(table_);
    connectAll();
    updateCount();
}

void Ledger::buildTable()
{
    table_->setObjectName("ledger-table");
    proxy_->setSourceModel(model_);
    proxy_->setSortRole(LedgerModel::SortRole);
    table_->setModel(proxy_);
    table_->setAccessibleName("Ledger");
    table_->setSelectionBehavior(QAbstractItemView::SelectRows);
    table_->setSelectionMode(QAbstractItemView::ExtendedSelection);
    table_->setSortingEnabled(true);
    table_->setShowGrid(false);
    table_->setWordWrap(false);
    table_->setFrameShape(QFrame::NoFrame);
    table_->setTabKeyNavigation(false);
    table_->setHorizontalScrollBarPolicy(Qt::ScrollBarAsNeeded);
    table_->horizontalHeader()->setMinimumSectionSize(30);
    table_->verticalHeader()->hide();
    table_->verticalHeader()->setDefaultSectionSize(21);
    table_->horizontalHeader()->setHighlightSections(false);
    table_->horizontalHeader()->setStretchLastSection(true);
    table_->horizontalHeader()->setDefaultAlignment(Qt::AlignLeft | Qt::AlignVCenter);
    table_->horizontalHeader()->setContextMenuPolicy(Qt::CustomContextMenu);
    connect(table_->horizontalHeader(), &QWidget::customContextMenuRequested, this, &Ledger::offerColumns);
    auto* copy = new QShortcut(QKeySequence::Copy, table_);
    copy->setContext(Qt::WidgetShortcut);
    connect(copy, &QShortcut::activated, this, [this] { QGuiApplication::clipboard()->setText(textOfRows()); });
}

QHBoxLayout* Ledger::buildBar()
{
    auto* bar = new QHBoxLayout;
    bar->setContentsMargins(12, 6, 14, 2);
    bar->setSpacing(14);
    const char* names[3] = {"Members", "Groups", "Sections"};
    for (int i = 0; i < 3; ++i) {
        auto* b = new QToolButton(this);
        b->setText(names[i]);
        b->setCheckable(true);
        b->setAutoExclusive(true);
        b->setObjectName("tab");
        connect(b, &QToolButton::clicked, this, [this, i] { show(static_cast<LedgerKind>(i)); });
        tabs_[i] = b;
        bar->addWidget(b);
    }
    tabs_[0]->setChecked(true);
    bar->addStretch();
    filter_->setFixedWidth(272);
    bar->addWidget(filter_);
    keep_->setText("Keep");
    keep_->setObjectName("view");
    keep_->setToolTip("Keep this pick under a name, in the tray");
    keep_->setAccessibleName("Keep this pick");
    keep_->setFocusPolicy(Qt::StrongFocus);
    keep_->hide();
    bar->addWidget(keep_);
    name_->setPlaceholderText("name of the pick");
    name_->setAccessibleName("Name of the pick");
    name_->setFixedWidth(120);
    name_->hide();
    bar->addWidget(name_);
    bar->addWidget(count_);
    count_->setObjectName("quiet");
    return bar;
}

void Ledger::connectAll()
{
    connect(filter_, &PickField::read, this, &Ledger::filterRows);
    connect(filter_, &PickField::entered, this, &Ledger::pickShown);
    connect(filter_, &PickField::left, this, [this] { table_->setFocus(); });
    connect(keep_, &QToolButton::clicked, this, [this] {
        name_->clear();
        name_->show();
        name_->setFocus();
    });
    connect(name_, &QLineEdit::returnPressed, this, &Ledger::keepPick);
    connect(name_, &QLineEdit::editingFinished, name_, &QWidget::hide);
    for (const auto signal : {&Document::resultsChanged, &Document::modelChanged, &Document::opened})
        connect(&doc_, signal, this, [this] {
            if (filter_->pick()) filterRows();
        });
    connect(table_->selectionModel(), &QItemSelectionModel::selectionChanged, this, &Ledger::pickFromTable);
    connect(&doc_, &Document::pickChanged, this, &Ledger::tableFromPick);
    connect(model_, &QAbstractItemModel::modelAboutToBeReset, this, [this] {
        header_ = table_->horizontalHeader()->saveState();
        place_ = table_->verticalScrollBar()->value();
    });
    connect(model_, &QAbstractItemModel::modelReset, this, [this] {
        // Rows came or went in the table that was there: order, widths and place stay. Another table starts as it should.
        const auto now = std::pair{model_->kind(), model_->columnCount()};
        if (now == shown_ && !fresh_) {
            table_->horizontalHeader()->restoreState(header_);
            table_->verticalScrollBar()->setValue(place_);
            updateCount();
        } else {
            show(model_->kind());
            table_->scrollToTop();
        }
        shown_ = now;
        tableFromPick();
    });
    connect(model_, &QAbstractItemModel::dataChanged, this, &Ledger::updateCount);
    // Another frame is read from its worst member down, not from where the last one was left.
    connect(&doc_, &Document::opened, this, [this] { fresh_ = true; });
    connect(&doc_, &Document::resultsChanged, this, [this] {
        if (std::exchange(fresh_, false) && doc_.pick().empty()) table_->scrollToTop();
    });
}

void Ledger::show(LedgerKind kind)
{
    if (kind != model_->kind()) {
        model_->show(kind); // comes back here through the reset
        return;
    }
    for (int c = 0; c < model_->columnCount(); ++c)
        table_->setItemDelegateForColumn(c, nullptr);
    table_->setItemDelegateForColumn(model_->utilisationColumn(), new UtilisationDelegate(table_));
    if (const int spread = model_->columnOf(LedgerColumn::Spread); spread >= 0)
        table_->setItemDelegateForColumn(spread, new SpreadDelegate(table_));
    if (const int second = model_->secondColumn(); second >= 0)
        table_->setItemDelegateForColumn(second, new UtilisationDelegate(table_));
    for (int c = 0; c < model_->columnCount(); ++c)
        table_->setColumnWidth(c, model_->column(c).width);
    showColumns();
    table_->sortByColumn(model_->utilisationColumn(), Qt::DescendingOrder);
    tabs_[static_cast<size_t>(kind)]->setChecked(true);
    updateCount();
}

// As the engineer chose last, table by table; by themselves those that are not there only when asked for.
void Ledger::showColumns()
{
    const QVariantMap chosen = QSettings().value("ledger/columns").toMap();
    for (int c = 0; c < model_->columnCount(); ++c) {
        const bool asked = chosen.value(settingOf(c), placeIn(model_->column(c), model_->kind()) == 1).toBool();
        table_->setColumnHidden(c, !asked);
    }
}

QString Ledger::settingOf(int column) const
{
    return QString("%1 %2").arg(static_cast<int>(model_->kind())).arg(str(model_->column(column).title));
}

void Ledger::showColumn(LedgerColumn column, bool on)
{
    const int c = model_->columnOf(column);
    if (c < 0) return;
    QSettings settings;
    QVariantMap chosen = settings.value("ledger/columns").toMap();
    chosen[settingOf(c)] = on;
    settings.setValue("ledger/columns", chosen);
    showColumns();
}

// Which columns there are: over their heads.
void Ledger::offerColumns(QPoint at)
{
    QMenu menu;
    for (int c = 0; c < model_->columnCount(); ++c) {
        const LedgerColumnRow& row = model_->column(c);
        QAction* a = menu.addAction(str(row.title) + ":  " + str(row.meaning));
        a->setCheckable(true);
        a->setChecked(!table_->isColumnHidden(c));
        a->setEnabled(c > 0);
        connect(a, &QAction::toggled, this, [this, column = row.column](bool on) { showColumn(column, on); });
    }
    menu.exec(table_->horizontalHeader()->mapToGlobal(at));
}

// Rows that are picked, or all that are shown where none is, with their headings: tabs between the columns.
QString Ledger::textOfRows() const
{
    QStringList out, heads;
    const int columns = proxy_->columnCount();
    std::vector<int> shown;
    for (int c = 0; c < columns; ++c)
        if (!table_->isColumnHidden(c) && model_->column(c).column != LedgerColumn::Spread) shown.push_back(c);
    for (const int c : shown)
        heads << proxy_->headerData(c, Qt::Horizontal).toString();
    out << heads.join('\t');
    const auto* selection = table_->selectionModel();
    const bool all = !selection->hasSelection();
    for (int r = 0; r < proxy_->rowCount(); ++r) {
        if (!all && !selection->isRowSelected(r)) continue;
        QStringList cells;
        for (const int c : shown)
            cells << proxy_->index(r, c).data().toString();
        out << cells.join('\t');
    }
    return out.join('\n') + '\n';
}

void Ledger::focusFilter()
{
    filter_->setFocus(Qt::ShortcutFocusReason);
}

void Ledger::setExpression(const QString& expression)
{
    filter_->setText(expression);
}

QString Ledger::trouble() const
{
    if (filter_->fault()) return str(filter_->fault()->sentence());
    return proxy_->rowCount() == 0 ? filter_->hint() : QString(); // no row has these words: perhaps they were meant otherwise
}

void Ledger::filterRows()
{
    std::optional<std::set<size_t>> wanted;
    if (filter_->pick() && doc_.hasFrame()) {
        const auto list = membersOf(*filter_->pick(), {doc_.model(), doc_.checked() ? &doc_.report() : nullptr});
        wanted.emplace(list.begin(), list.end());
    }
    // What cannot be read hides nothing.
    own_ = true;
    proxy_->want(std::move(wanted), filter_->words());
    own_ = false;
    keep_->setVisible(filter_->pick().has_value());
    updateCount();
    tableFromPick();
}

// One pick rules view, ledger and bench: what the field stands for is picked everywhere.
void Ledger::pickShown()
{
    if (filter_->fault()) return;
    std::set<size_t> pick;
    if (filter_->pick()) {
        const auto list = membersOf(*filter_->pick(), {doc_.model(), doc_.checked() ? &doc_.report() : nullptr});
        pick.insert(list.begin(), list.end());
    } else if (!filter_->words().isEmpty())
        for (int r = 0; r < proxy_->rowCount(); ++r) {
            const auto& members = model_->membersOf(proxy_->mapToSource(proxy_->index(r, 0)).row());
            pick.insert(members.begin(), members.end());
        }
    doc_.setPick(std::move(pick));
}

void Ledger::keepPick()
{
    const QString name = name_->text().trimmed();
    if (name.isEmpty() || !filter_->pick()) return;
    doc_.run(PutPick{{name.toStdString(), printPick(*filter_->pick()), {}}});
    name_->hide();
    table_->setFocus();
}

QString Ledger::shownWords() const
{
    QString words = QString("%1 of %2 shown").arg(proxy_->rowCount()).arg(model_->rowCount());
    if (!doc_.pick().empty()) words += QString(" · %1 picked").arg(doc_.pick().size());
    return words;
}

void Ledger::updateCount()
{
    const QString wrong = trouble();
    fault_->setVisible(!wrong.isEmpty());
    // What is only not finished yet is no mistake.
    const bool unfinished = filter_->fault() && filter_->unfinished();
    fault_->setObjectName(unfinished ? "quiet" : "trouble");
    fault_->style()->unpolish(fault_);
    fault_->style()->polish(fault_);
    fault_->setText(wrong);
    fault_->setToolTip(wrong);
    count_->setText(shownWords());
}

void Ledger::pickFromTable()
{
    if (own_) return;
    std::set<size_t> pick;
    for (const QModelIndex& i : table_->selectionModel()->selectedRows()) {
        const auto& members = model_->membersOf(proxy_->mapToSource(i).row());
        pick.insert(members.begin(), members.end());
    }
    own_ = true;
    doc_.setPick(std::move(pick));
    own_ = false;
    updateCount();
}

void Ledger::tableFromPick()
{
    updateCount();
    if (own_) return;
    own_ = true;
    QItemSelection selection;
    QModelIndex first;
    for (int r = 0; r < proxy_->rowCount(); ++r) {
        const auto& members = model_->membersOf(proxy_->mapToSource(proxy_->index(r, 0)).row());
        const bool all =
            !members.empty() && std::all_of(members.begin(), members.end(), [&](size_t m) { return doc_.pick().contains(m); });
        if (!all) continue;
        selection.select(proxy_->index(r, 0), proxy_->index(r, proxy_->columnCount() - 1));
        if (!first.isValid()) first = proxy_->index(r, 0);
    }
    table_->selectionModel()->select(selection, QItemSelectionModel::ClearAndSelect);
    const auto seen = [&] { // some picked row is in sight already
        for (const QModelIndex& i : table_->selectionModel()->selectedRows())
            if (table_->viewport()->rect().intersects(table_->visualRect(i))) return true;
        return false;
    };
    if (first.isValid() && !seen()) table_->scrollTo(first);
    own_ = false;
}

} // namespace wr
