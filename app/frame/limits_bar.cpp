#include "app/frame/limits_bar.h"

#include "app/shell/text.h"

#include "app/shell/document.h"
#include "core/checking/frame_limits.h"

#include <QHBoxLayout>
#include <QVBoxLayout>
#include <algorithm>

namespace wr {

LimitsBar::LimitsBar(Document& doc, QWidget* parent)
    : QWidget(parent), doc_(doc), field_(new QLineEdit), trouble_(new QLabel), state_(new QLabel),
      make_(new QPushButton("make service combinations"))
{
    field_->setAccessibleName("Limits of the frame");
    field_->setPlaceholderText("drift h/300; nodes 5 7 z 20 mm; nodes plan h/500");
    field_->setToolTip(
        "One limit after the other, apart by ;   drift: of every storey against the one below; nodes: of the nodes "
        "named, or of all   h/n: the height of the storey, of the node over the lowest support   plan, x, y, z, any: "
        "where it moves   characteristic, frequent, quasi-permanent, live-only: the service combinations that count");
    state_->setObjectName("quiet");
    trouble_->setObjectName("trouble");
    trouble_->setWordWrap(true);
    trouble_->setSizePolicy(QSizePolicy::Ignored, QSizePolicy::Preferred);
    trouble_->hide();
    make_->setObjectName("link");
    make_->setAccessibleName("Make service combinations");
    auto* all = new QVBoxLayout(this);
    all->setContentsMargins(0, 0, 0, 0);
    all->setSpacing(3);
    auto* row = new QHBoxLayout;
    row->addWidget(new QLabel("Limits"));
    row->addWidget(field_, 1);
    row->addWidget(state_);
    row->addWidget(make_);
    all->addLayout(row);
    all->addWidget(trouble_);
    connect(field_, &QLineEdit::editingFinished, this, &LimitsBar::take);
    connect(make_, &QPushButton::clicked, this, &LimitsBar::wantCombinations);
}

void LimitsBar::refresh()
{
    if (!doc_.hasFrame()) return;
    const Frame& f = doc_.frame();
    if (!field_->hasFocus() || trouble_->isHidden()) field_->setText(QString::fromStdString(frameLimitsText(f)));
    const auto& rows = *doc_.state().limits;
    const auto over = std::count_if(rows.begin(), rows.end(), [](const StandingLimit& r) { return r.over(); });
    const auto unknown = std::count_if(rows.begin(), rows.end(), [](const StandingLimit& r) { return !r.reason.empty(); });
    double top = 0;
    for (const StandingLimit& r : rows)
        if (r.reason.empty()) top = std::max(top, r.ratio);
    QString words = rows.empty() ? QString(f.design.frameLimits.empty() ? "no limit is stated" : "…")
                                 : QString("%1 over · top %2").arg(over).arg(decimal(top, 2));
    if (unknown > 0) words += QString(" · %1 unchecked").arg(unknown);
    state_->setText(words);
    const bool service = std::any_of(f.combinations.list().begin(), f.combinations.list().end(),
                                     [](const Combination& c) { return c.purpose == Purpose::Service && !c.off; });
    make_->setVisible(!service);
}

void LimitsBar::take()
{
    if (!doc_.hasFrame()) return;
    const Frame& f = doc_.frame();
    const std::string text = field_->text().toStdString();
    const auto limits = readFrameLimits(f, text);
    QString why;
    if (!limits)
        why = QString::fromStdString(limits.error());
    else if (*limits != f.design.frameLimits.list())
        why = doc_.run(SetFrameLimits{*limits});
    trouble_->setText(why);
    trouble_->setVisible(!why.isEmpty());
    if (why.isEmpty()) field_->setText(QString::fromStdString(frameLimitsText(doc_.frame())));
}

} // namespace wr
