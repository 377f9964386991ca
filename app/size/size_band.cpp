#include "app/size/size_band.h"

#include "app/frame/table_model.h"
#include "app/shell/document.h"
#include "app/shell/tabbed_table.h"
#include "app/shell/text.h"
#include "app/size/sizing_desk.h"
#include "core/reporting/size_tables.h"

#include <QVBoxLayout>
#include <algorithm>
#include <array>
#include <map>

namespace wr {

SizeBand::SizeBand(Document& doc, SizingDesk& desk, QWidget* parent)
    : QWidget(parent), doc_(doc), desk_(desk), tabs_(new QButtonGroup(this)), pages_(new QStackedWidget),
      candidates_(new CandidateView(doc, desk)), remedies_(new RemediesView(doc, desk)),
      near_(new QCheckBox("near the target")), words_(new QLabel)
{
    constexpr std::array<const char*, Pages> kNames{"Rungs", "Groups", "Rounds", "Remedies", "Stiffness"};
    QHBoxLayout* head = tabHead(*tabs_, kNames);
    head->addSpacing(8);
    head->addWidget(near_);
    words_->setObjectName("quiet");
    words_->setSizePolicy(QSizePolicy::Ignored, QSizePolicy::Preferred); // long words do not widen the window
    words_->setAlignment(Qt::AlignRight | Qt::AlignVCenter);
    head->addWidget(words_, 1);
    near_->setToolTip("only the rungs just under the target, the nearest first");
    auto* all = new QVBoxLayout(this);
    all->setContentsMargins(0, 4, 0, 0);
    all->setSpacing(2);
    all->addLayout(head);
    all->addWidget(pages_, 1);
    pages_->addWidget(candidates_);
    pages_->addWidget(addTable(Groups, "All groups"));
    pages_->addWidget(addTable(Rounds, "Rounds of sizing"));
    pages_->addWidget(remedies_);
    pages_->addWidget(addTable(Stiffness, "What a kilogram buys of a limit"));
    connect(tabs_, &QButtonGroup::idClicked, this, [this](int k) { setPage(static_cast<Page>(k)); });
    connect(near_, &QCheckBox::toggled, candidates_, &CandidateView::setNear);
    for (const auto signal : {&SizingDesk::planChanged, &SizingDesk::roundsChanged, &SizingDesk::rankingChanged,
                              &SizingDesk::groupChanged, &SizingDesk::remediesChanged})
        connect(&desk_, signal, this, [this] { refresh(); });
    connect(&desk_, &SizingDesk::planChanged, this, [this] {
        const auto& r = desk_.ranking();
        if (page_ == Stiffness && isVisible() && desk_.current() && !r.at && r.trouble.empty()) desk_.findStiffness();
    });
    connect(&desk_, &SizingDesk::roundsChanged, this, [this] {
        if (desk_.settling() && desk_.rounds().empty()) setPage(Rounds);
    });
    for (const Page p : {Groups, Stiffness})
        connect(tables_[p]->selectionModel(), &QItemSelectionModel::currentRowChanged, this, [this, p] { toPick(p); });
}

QTableView* SizeBand::addTable(Page p, const char* name)
{
    tables_[p] = new QTableView;
    models_[p] = new TableModel(this);
    makeSortedTable(*tables_[p], *models_[p], name);
    tables_[p]->setSelectionMode(QAbstractItemView::SingleSelection);
    return tables_[p];
}

void SizeBand::showEvent(QShowEvent* e)
{
    QWidget::showEvent(e);
    refresh();
}

void SizeBand::setPage(Page p)
{
    page_ = p;
    tabs_->button(p)->setChecked(true);
    pages_->setCurrentIndex(p);
    near_->setVisible(p == Rungs);
    if (p == Stiffness) desk_.findStiffness();
    refresh();
}

void SizeBand::refresh()
{
    if (!isVisible()) return; // looked at again when somebody sees it
    refreshWords();
    if (!doc_.hasFrame() || !tables_[page_]) return;
    own_ = true;
    Table t;
    if (page_ == Groups && desk_.known()) t = sizesTable(desk_.plan(), *desk_.of().model);
    if (page_ == Rounds) t = roundsTable(desk_.rounds(), doc_.units());
    if (page_ == Stiffness && desk_.known() && desk_.ranking().at)
        t = stiffnessTable(desk_.ranking().rows, desk_.plan(), *desk_.ranking().at, *desk_.of().model);
    QTableView& view = *tables_[page_];
    const bool fresh = models_[page_]->columnCount() == 0;
    models_[page_]->set(std::move(t));
    if (const int order = view.horizontalHeader()->sortIndicatorSection(); order >= 0)
        models_[page_]->sort(order, view.horizontalHeader()->sortIndicatorOrder());
    static const std::map<Page, std::vector<int>> widths{{Groups, {104, 112, 116, 54, 54, 50, 84, 70, 76, 54, 80, 62}},
                                                         {Rounds, {50, 74, 54, 46, 120, 62, 42, 86}},
                                                         {Stiffness, {130, 80, 58, 110, 72, 72}}};
    if (fresh)
        for (size_t c = 0; c < widths.at(page_).size(); ++c)
            view.setColumnWidth(static_cast<int>(c), widths.at(page_)[c]);
    if (page_ == Rounds && models_[Rounds]->rowCount() > 0) {
        const bool limited =
            std::any_of(desk_.rounds().begin(), desk_.rounds().end(), [](const SettleRound& r) { return !r.limit.empty(); });
        view.setColumnHidden(4, !limited);
        view.setColumnHidden(5, !limited);
        view.scrollToBottom();
    }
    // The row of the group at hand.
    if (const GroupPlan* g = desk_.groupPlan(); g && page_ == Groups)
        for (int r = 0; r < models_[page_]->rowCount(); ++r)
            if (models_[page_]->index(r, 0).data().toString() == str(g->id)) view.selectRow(r);
    own_ = false;
}

void SizeBand::refreshWords()
{
    if (!doc_.hasFrame()) return words_->clear();
    switch (page_) {
    case Rungs:
        words_->setText(desk_.finding() && !desk_.current() ? QString("evaluating rungs…")
                        : desk_.known() && desk_.evaluations() > 0
                            ? QString("%1 checks × %2 combinations in %3 s")
                                  .arg(desk_.evaluations())
                                  .arg(desk_.of().model->setsFor(desk_.of().model->standard()).size())
                                  .arg(decimal(desk_.seconds(), 2))
                            : QString());
        break;
    case Groups: words_->setText(desk_.known() ? QString("%1 groups").arg(desk_.plan().groups.size()) : QString()); break;
    case Rounds:
        words_->setText(desk_.settling()         ? QString("round %1…").arg(desk_.rounds().size())
                        : desk_.rounds().empty() ? QString("settle: sized and analysed in rounds until nothing better is found")
                        : desk_.settled() && !desk_.settled()->why.empty() ? str(desk_.settled()->why)
                                                                           : QString());
        words_->setToolTip(words_->text());
        break;
    case Stiffness: {
        const auto& r = desk_.ranking();
        words_->setText(desk_.findingStiffness() ? QString("unit loads…")
                        : !r.trouble.empty()     ? str(r.trouble)
                        : r.at                   ? QString("%1 under %2: %3 of %4; by unit loads")
                                     .arg(str(r.limit), str(setName(doc_.frame(), doc_.analysed().forces.sets[r.at->set.at()])),
                                          str(doc_.units().text(Quantity::Displacement, r.at->value)),
                                          str(doc_.units().text(Quantity::Displacement, r.at->allowed)))
                        : desk_.settled() ? QString("adopt the settled sizes first, or let them go")
                                          : QString());
        break;
    }
    case Remedies:
    case Pages: words_->clear(); break;
    }
}

void SizeBand::toPick(Page p)
{
    if (own_ || !desk_.known()) return;
    const int row = tables_[p]->currentIndex().row();
    if (row < 0) return;
    const std::string id = models_[p]->index(row, 0).data().toString().toStdString();
    for (size_t k = 0; k < desk_.plan().groups.size(); ++k)
        if (desk_.plan().groups[k].id == id) return desk_.pickGroup(static_cast<int>(k));
}

} // namespace wr
