#include "app/compare/compare_banner.h"

#include "app/compare/change_marks.h"
#include "app/shell/document.h"
#include "app/shell/text.h"

#include <QHBoxLayout>
#include <QLabel>
#include <QPixmap>
#include <QToolButton>
#include <QVBoxLayout>
#include <cmath>

namespace wr {

namespace {
QIcon iconOf(MemberChange::Kind k)
{
    QPixmap picture(28, 28);
    picture.fill(Qt::transparent);
    picture.setDevicePixelRatio(2);
    QPainter p(&picture);
    drawChangeMark(p, {7, 7}, k, 6);
    return picture;
}
} // namespace

CompareBanner::CompareBanner(Document& doc, QWidget* parent)
    : QWidget(parent), doc_(doc), words_(new QLabel), mass_(new QLabel), counts_(new QHBoxLayout)
{
    setObjectName("compareBanner");
    auto* bar = new QWidget;
    bar->setObjectName("shownBar");
    bar->setAttribute(Qt::WA_StyledBackground);
    auto* row = new QHBoxLayout(bar);
    row->setContentsMargins(10, 3, 10, 3);
    row->setSpacing(10);
    row->addWidget(words_);
    counts_->setSpacing(6);
    row->addLayout(counts_);
    row->addStretch();
    mass_->setFont(textFont(12, true));
    row->addWidget(mass_);
    auto* below = new QHBoxLayout;
    below->setContentsMargins(0, 0, 0, 0);
    below->setSpacing(4);
    constexpr std::array names{"Change", "Then", "Now"};
    for (size_t k = 0; k < names.size(); ++k) {
        auto* b = new QToolButton;
        b->setText(names[k]);
        b->setObjectName("view");
        b->setCheckable(true);
        b->setAutoExclusive(true);
        b->setFocusPolicy(Qt::NoFocus);
        shows_[k] = b;
        below->addWidget(b);
        connect(b, &QToolButton::clicked, this, [this, k] { setShown(static_cast<Compared>(k)); });
    }
    shows_[0]->setChecked(true);
    auto* hint = new QLabel("hold Space for then");
    hint->setObjectName("shown");
    below->addWidget(hint);
    below->addStretch();
    auto* all = new QVBoxLayout(this);
    all->setContentsMargins(10, 0, 10, 0);
    all->setSpacing(5);
    all->addWidget(bar);
    all->addLayout(below);
    connect(&doc_, &Document::comparisonChanged, this, &CompareBanner::refresh);
    refresh();
}

void CompareBanner::setShown(Compared c)
{
    if (shown_ == c) return;
    shown_ = c;
    shows_[static_cast<size_t>(c)]->setChecked(true);
    Q_EMIT changed();
}

QToolButton* CompareBanner::count(MemberChange::Kind k)
{
    for (const auto& [kind, button] : buttons_)
        if (kind == k) return button;
    return nullptr;
}

void CompareBanner::refresh()
{
    using K = MemberChange::Kind;
    for (const auto& [kind, button] : buttons_) {
        counts_->removeWidget(button);
        button->hide();
        button->deleteLater();
    }
    buttons_.clear();
    if (doc_.comparedSiding().empty()) setShown(Compared::Change);
    const auto* b = doc_.beside();
    words_->setText("Against <b style='color:" + theme().violet.name() + "'>" + str(doc_.comparedSiding()).toHtmlEscaped() +
                    "</b>" +
                    (!b                  ? ": finding what differs…"
                     : b->changes.same() ? ": nothing differs"
                                         : ":"));
    mass_->setText(
        b ? QString("%1 → %2 t").arg(decimal(b->changes.then.mass / 1000, 1)).arg(decimal(b->changes.now.mass / 1000, 1))
          : QString());
    if (!b) return;
    for (const K k : {K::CameRight, K::BecameOver, K::BecameUnchecked, K::Heavier, K::Lighter, K::New, K::Gone, K::Other}) {
        const size_t n = b->changes.count(k);
        if (n == 0) continue;
        auto* button = new QToolButton;
        button->setToolButtonStyle(Qt::ToolButtonTextBesideIcon);
        button->setIcon(iconOf(k));
        button->setIconSize({14, 14});
        button->setFont(textFont(12, true));
        button->setToolTip(QString("%1 %2: pick them").arg(n).arg(str(changeWord(k))));
        button->setAccessibleName(QString("%1 %2").arg(n).arg(str(changeWord(k))));
        button->setFocusPolicy(Qt::TabFocus);
        connect(button, &QToolButton::clicked, this, [this, k] {
            std::set<size_t> pick;
            if (doc_.beside())
                for (const MemberChange& c : doc_.beside()->changes.members)
                    if (c.kind == k && c.now) pick.insert(*c.now);
            doc_.setPick(std::move(pick));
        });
        counts_->addWidget(button);
        buttons_.emplace_back(k, button);
    }
    fit();
}

void CompareBanner::resizeEvent(QResizeEvent* e)
{
    QWidget::resizeEvent(e);
    fit();
}

// The words of the counts, as many as find room: what crossed the limit keeps them longest.
void CompareBanner::fit()
{
    const QFontMetrics fm(textFont(12, true));
    const auto words = [](const QToolButton* b) { return b->accessibleName(); };
    int room = width() - 20 - 24 - words_->sizeHint().width() - mass_->sizeHint().width() - 20;
    for (const auto& [kind, button] : buttons_)
        room -= 34 + fm.horizontalAdvance(words(button).section(' ', 0, 0));
    for (const auto& [kind, button] : buttons_) {
        const QString whole = words(button), count = whole.section(' ', 0, 0);
        const int more = fm.horizontalAdvance(whole) - fm.horizontalAdvance(count);
        button->setText(room >= more ? whole : count);
        if (room >= more) room -= more;
    }
}

} // namespace wr
