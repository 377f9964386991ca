#include "app/size/remedies_view.h"

#include "app/shell/document.h"
#include "app/shell/text.h"
#include "app/size/sizing_desk.h"
#include "render/theme.h"

#include <QGridLayout>
#include <QHBoxLayout>
#include <QScrollArea>
#include <QVBoxLayout>
#include <cmath>

namespace wr {

RemediesView::RemediesView(Document& doc, SizingDesk& desk, QWidget* parent)
    : QWidget(parent), doc_(doc), desk_(desk), find_(new QPushButton("Find what would bring it right")), words_(new QLabel),
      trouble_(new QLabel), rows_(new QWidget)
{
    words_->setObjectName("quiet");
    words_->setWordWrap(true);
    trouble_->setObjectName("trouble");
    trouble_->setWordWrap(true);
    auto* head = new QHBoxLayout;
    head->setContentsMargins(14, 8, 14, 0);
    head->addWidget(find_);
    head->addWidget(words_, 1);
    auto* area = new QScrollArea;
    area->setFrameShape(QFrame::NoFrame);
    area->setWidgetResizable(true);
    area->setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    // All of it scrolls, on the ground of a panel.
    auto* ground = new QWidget;
    auto* inner = new QVBoxLayout(ground);
    inner->setContentsMargins(0, 0, 0, 0);
    inner->setSpacing(4);
    inner->addLayout(head);
    inner->addWidget(trouble_);
    inner->addWidget(rows_);
    inner->addStretch(1);
    area->setWidget(ground);
    auto* all = new QVBoxLayout(this);
    all->setContentsMargins(0, 0, 0, 0);
    all->addWidget(area, 1);
    trouble_->setVisible(false);
    connect(find_, &QPushButton::clicked, this, &RemediesView::start);
    connect(&doc_, &Document::pickChanged, this, &RemediesView::refresh);
    connect(&desk_, &SizingDesk::remediesChanged, this, &RemediesView::refresh);
    connect(&desk_, &SizingDesk::groupChanged, this, &RemediesView::refresh);
    connect(&desk_, &SizingDesk::planChanged, this, &RemediesView::refresh);
    refresh();
}

void RemediesView::start()
{
    trouble_->setVisible(false);
    if (!doc_.hasFrame() || !doc_.checked()) return;
    std::vector<size_t> of(doc_.pick().begin(), doc_.pick().end());
    if (const GroupPlan* g = desk_.groupPlan(); g && of.empty()) of = g->rungs.members;
    std::optional<size_t> worst;
    for (const size_t m : of)
        if (!worst || doc_.worstReport().results[m].utilisation > doc_.worstReport().results[*worst].utilisation) worst = m;
    if (worst) desk_.findRemedies(*worst);
}

void RemediesView::refresh()
{
    const GroupPlan* g = desk_.groupPlan();
    const bool finding = desk_.findingRemedies();
    find_->setEnabled((g || !doc_.pick().empty()) && !finding && doc_.checked());
    words_->setText(
        !desk_.remediesOf().empty() ? QString("%1%2 · by the forces at hand, unless it says analysed")
                                          .arg(str(desk_.remediesOf()), finding ? QString(": being tried") : QString())
        : g ? QString("for %1: the next rung, another family, another grade, one more hold, a stiffer end; each is tried")
                  .arg(str(g->id))
            : QString("pick a member, or a group in the proposal"));
    delete grid_;
    qDeleteAll(rows_->findChildren<QWidget*>(QString(), Qt::FindDirectChildrenOnly));
    buttons_.clear();
    grid_ = new QGridLayout(rows_);
    grid_->setContentsMargins(14, 2, 14, 6);
    grid_->setHorizontalSpacing(14);
    grid_->setVerticalSpacing(3);
    grid_->setColumnStretch(1, 1);
    const UnitSystem& u = doc_.units();
    int row = 0;
    RemedyKind last{};
    for (size_t k = 0; k < desk_.remedies().size(); ++k) {
        const Remedy& r = desk_.remedies()[k];
        auto* kind = new QLabel(k > 0 && r.kind == last ? QString() : str(remedyTitle(r.kind)));
        kind->setObjectName("quiet");
        last = r.kind;
        QString what = r.edit ? str(r.words) : str(r.why);
        if (!r.carries.empty()) what += "; it has to carry " + str(r.carries);
        if (r.analysed)
            what += r.elsewhere == 0 ? QString(" · analysed") : QString(" · analysed: %1 others come over").arg(r.elsewhere);
        auto* words = new QLabel(what);
        words->setWordWrap(true);
        if (!r.edit) words->setObjectName("quiet");
        grid_->addWidget(kind, row, 0);
        grid_->addWidget(words, row, 1, 1, r.edit ? 1 : 4);
        QPushButton* button = nullptr;
        if (r.edit) {
            auto* ratio = new QLabel(decimal(r.utilisation, 2));
            const double kg = u.show(Quantity::Mass, r.mass);
            auto* mass = new QLabel(std::abs(kg) < 0.5
                                        ? QString("no heavier")
                                        : QString("%1%2 %3").arg(kg > 0 ? "+" : "−", decimal(std::abs(kg), 0), str(u.mass)));
            ratio->setAlignment(Qt::AlignRight | Qt::AlignVCenter);
            mass->setAlignment(Qt::AlignRight | Qt::AlignVCenter);
            button = new QPushButton("Do it");
            button->setAccessibleName("Do it: " + what);
            connect(button, &QPushButton::clicked, this, [this, k] {
                if (k >= desk_.remedies().size()) return;
                const QString trouble = desk_.take(desk_.remedies()[k]);
                trouble_->setText(trouble);
                trouble_->setVisible(!trouble.isEmpty());
            });
            grid_->addWidget(ratio, row, 2);
            grid_->addWidget(mass, row, 3);
            grid_->addWidget(button, row, 4);
        }
        buttons_.push_back(button);
        ++row;
    }
    grid_->setRowStretch(row, 1);
}

} // namespace wr
