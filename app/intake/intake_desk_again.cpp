// Taken in again: whether what comes is a new version of the frame at hand, and what differs from it.
#include "app/intake/fates_view.h"
#include "app/intake/intake_desk.h"
#include "app/intake/intake_parts.h"
#include "app/intake/sketch_view.h"
#include "app/shell/document.h"

#include <QPushButton>
#include <QRadioButton>
#include <QStackedWidget>
#include <QToolButton>
#include <QVBoxLayout>

namespace wr {

QWidget* IntakeDesk::buildAgain()
{
    again_ = new QWidget;
    auto* all = new QVBoxLayout(again_);
    all->setContentsMargins(0, 0, 0, 6);
    all->setSpacing(3);
    asVersion_ = new QRadioButton;
    asOwn_ = new QRadioButton("A frame of its own");
    differs_ = words("quiet");
    differs_->setIndent(22);
    all->addWidget(asVersion_);
    all->addWidget(differs_);
    all->addWidget(asOwn_);
    again_->hide();
    for (QRadioButton* b : {asVersion_, asOwn_})
        connect(b, &QRadioButton::clicked, this, [this] {
            chose_ = true;
            refreshAgain();
            refreshFaults();
        });
    return again_;
}

bool IntakeDesk::takesAgain() const
{
    return session_.again() && asVersion_->isChecked();
}

void IntakeDesk::showFates(bool on)
{
    (on ? fatesTab_ : columnsTab_)->setChecked(true);
    lowerPages_->setCurrentIndex(on ? 1 : 0);
    tableTitle_->setVisible(!on);
}

void IntakeDesk::refreshAgain()
{
    const IntakeSession::Again* a = session_.again();
    again_->setVisible(a != nullptr);
    if (a && !chose_) (a->likely() ? asVersion_ : asOwn_)->setChecked(true);
    const bool on = takesAgain(), was = fatesTab_->isVisibleTo(this);
    if (a) {
        asVersion_->setText("A new version of " + doc_.title());
        differs_->setText(text(a->taken.sentence()) + (on ? "; decisions stay, one undo takes it back" : ""));
    }
    const bool model = session_.isModel();
    columnsTab_->setVisible(on && !model);
    fatesTab_->setVisible(on);
    fatesTab_->setText(a ? QString("What differs · %1").arg(a->rows.size()) : QString());
    lower_->setVisible(!model || on);
    fates_->show(on ? a->rows : std::vector<FateRow>{});
    if (on)
        sketch_->setFates(a->rows, *a->then);
    else if (session_.known())
        sketch_->setFrame(session_.result().frame);
    // Once it is known to be a new version, what differs is what is asked; afterwards the page stays as it was left.
    if (on != was || (on && model)) showFates(on);
    take_->setText(on ? "Take in as the new version" : "Take in");
}

} // namespace wr
