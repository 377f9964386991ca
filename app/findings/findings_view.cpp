#include "app/findings/findings_view.h"

#include "app/findings/finding_card.h"
#include "app/shell/document.h"
#include "app/shell/quiet_table.h"
#include "app/shell/tab.h"

#include <QButtonGroup>
#include <QHBoxLayout>
#include <QItemSelectionModel>
#include <QKeyEvent>
#include <QLabel>
#include <QPushButton>
#include <QScrollArea>
#include <QVBoxLayout>

namespace wr {

FindingsView::FindingsView(Document& doc, QWidget* parent)
    : QWidget(parent), doc_(doc), model_(new FindingsModel(doc, this)), table_(new QTableView), card_(new FindingCard(doc)),
      count_(new QLabel)
{
    setObjectName("ledger");
    setSizePolicy(QSizePolicy::Ignored, QSizePolicy::Expanding); // never pushes the window wider
    auto* head = new QHBoxLayout;
    head->setContentsMargins(12, 5, 10, 2);
    head->setSpacing(9);
    auto* tabs = new QButtonGroup(this);
    for (int k = 0; k <= kWorkStops; ++k) {
        const QString name = k == 0 ? QString("All") : workStopTitle(static_cast<WorkStop>(k - 1));
        QToolButton* b = makeTab(name.toUtf8().constData());
        tabs->addButton(b);
        stops_[static_cast<size_t>(k)] = b;
        head->addWidget(b);
        connect(b, &QToolButton::clicked, this, [this, k] {
            FindingFilter f = model_->filter();
            f.stop = k == 0 ? std::nullopt : std::optional(static_cast<WorkStop>(k - 1));
            setFilter(f);
        });
    }
    stops_[0]->setChecked(true);
    head->addStretch();
    for (int k = 0; k < 4; ++k) {
        auto* b = new QToolButton;
        b->setObjectName("view");
        b->setCheckable(true);
        b->setChecked(true);
        b->setFocusPolicy(Qt::TabFocus);
        kinds_[static_cast<size_t>(k)] = b;
        head->addWidget(b);
        connect(b, &QToolButton::clicked, this, [this] {
            FindingFilter f = model_->filter();
            f.errors = kinds_[Errors]->isChecked();
            f.warnings = kinds_[Warnings]->isChecked();
            f.notes = kinds_[Notes]->isChecked();
            f.accepted = kinds_[Accepted]->isChecked();
            setFilter(f);
        });
    }
    count_->setObjectName("quiet");
    head->addWidget(count_);
    auto* close = new QToolButton;
    close->setText("✕");
    close->setToolTip("Back to the stop's table (Esc)");
    close->setAccessibleName("Close the findings");
    connect(close, &QToolButton::clicked, this, &FindingsView::closed);
    head->addWidget(close);

    makeQuiet(*table_, "Findings");
    table_->setModel(model_);
    table_->setWordWrap(false);
    table_->horizontalHeader()->setStretchLastSection(false);
    table_->horizontalHeader()->setSectionResizeMode(FindingsModel::What, QHeaderView::Stretch);
    table_->setColumnWidth(FindingsModel::Mark, 26);
    table_->setColumnWidth(FindingsModel::About, 72);
    table_->setColumnWidth(FindingsModel::Where, 72);
    table_->setTabKeyNavigation(false);
    auto* side = new QScrollArea;
    side->setWidget(card_);
    side->setWidgetResizable(true);
    side->setFrameShape(QFrame::NoFrame);
    side->setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    side->setFixedWidth(306);
    auto* body = new QHBoxLayout;
    body->setContentsMargins(0, 0, 0, 0);
    body->setSpacing(0);
    body->addWidget(table_, 1);
    body->addWidget(side);
    auto* all = new QVBoxLayout(this);
    all->setContentsMargins(0, 0, 0, 0);
    all->setSpacing(0);
    all->addLayout(head);
    all->addLayout(body, 1);
    for (const auto signal :
         {&Document::opened, &Document::resultsChanged, &Document::modelChanged, &Document::findingsChanged})
        connect(&doc_, signal, this, &FindingsView::refresh);
    connect(table_->selectionModel(), &QItemSelectionModel::currentRowChanged, this, [this](const QModelIndex& now) {
        if (own_) return;
        const AuditRow* r = model_->row(now.row());
        chosen_ = r ? r->id : std::string();
        showChosen();
    });
    // Twice, or Enter: what it is about.
    connect(table_, &QTableView::activated, this, [this](const QModelIndex& i) {
        const AuditRow* r = model_->row(i.row());
        if (!r) return;
        std::set<size_t> pick;
        for (const std::string& id : r->finding.about.empty() ? std::vector{r->finding.subject} : r->finding.about)
            if (const auto m = doc_.model().find(id)) pick.insert(*m);
        if (!pick.empty()) doc_.setPick(std::move(pick));
    });
    setWords();
}

void FindingsView::open(std::optional<WorkStop> stop, const std::string& id)
{
    FindingFilter f = model_->filter();
    f.stop = stop;
    if (!id.empty()) {
        f = {};
        f.stop = stop;
        chosen_ = id;
    }
    stops_[stop ? static_cast<size_t>(*stop) + 1 : 0]->setChecked(true);
    for (QToolButton* b : kinds_)
        if (!id.empty()) b->setChecked(true);
    setFilter(f);
    table_->setFocus();
}

void FindingsView::setFilter(FindingFilter f)
{
    own_ = true;
    model_->setFilter(f);
    own_ = false;
    stale_ = false;
    table_->setColumnHidden(FindingsModel::Where, f.stop.has_value()); // it is the tab
    choose(std::max(0, model_->rowOf(chosen_)));
    setWords();
}

void FindingsView::refresh()
{
    if (!isVisible()) {
        stale_ = true;
        return;
    }
    stale_ = false;
    const int at = table_->currentIndex().row();
    own_ = true;
    model_->refresh();
    own_ = false;
    // The same finding; where it is settled, the one that stands in its place.
    const int same = model_->rowOf(chosen_);
    choose(same >= 0 ? same : std::clamp(at, 0, std::max(0, model_->rowCount() - 1)));
    setWords();
}

void FindingsView::showEvent(QShowEvent* e)
{
    QWidget::showEvent(e);
    if (stale_) refresh();
}

void FindingsView::choose(int row)
{
    const AuditRow* r = model_->row(row);
    chosen_ = r ? r->id : std::string();
    own_ = true;
    if (r) {
        table_->setCurrentIndex(model_->index(row, FindingsModel::What));
        table_->scrollTo(model_->index(row, FindingsModel::What));
    }
    own_ = false;
    showChosen();
}

void FindingsView::showChosen()
{
    card_->show(model_->row(table_->currentIndex().row()));
}

void FindingsView::setWords()
{
    constexpr std::array<const char*, 4> one{"error", "warning", "note", "accepted"},
        many{"errors", "warnings", "notes", "accepted"}, marks{"▲", "◆", "·", "✓"};
    const auto n = model_->counts();
    for (size_t k = 0; k < n.size(); ++k) {
        const QString words = QString("%1 %2").arg(n[k]).arg(n[k] == 1 ? one[k] : many[k]);
        kinds_[k]->setText(QString("%1 %2").arg(marks[k]).arg(n[k]));
        kinds_[k]->setAccessibleName(words);
        kinds_[k]->setToolTip(words + ": shown or not");
        kinds_[k]->setEnabled(n[k] > 0);
    }
    count_->setText(shownWords());
}

QString FindingsView::shownWords() const
{
    return QString("%1 of %2 shown").arg(model_->rowCount()).arg(doc_.hasFrame() ? doc_.audit().size() : 0);
}

void FindingsView::keyPressEvent(QKeyEvent* e)
{
    if (e->key() == Qt::Key_Escape) return Q_EMIT closed();
    QWidget::keyPressEvent(e);
}

} // namespace wr
