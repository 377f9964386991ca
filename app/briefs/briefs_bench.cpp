#include "app/briefs/briefs_bench.h"

#include "app/briefs/brief_desk.h"
#include "app/briefs/brief_marks.h"
#include "app/briefs/sheet_view.h"
#include "app/shell/document.h"
#include "app/shell/text.h"
#include "core/files/ready_briefs.h"
#include "render/theme.h"

#include <QCompleter>
#include <QHBoxLayout>
#include <QPixmap>
#include <QStringListModel>
#include <QVBoxLayout>

namespace wr {

namespace {

QPixmap markPicture(const BriefMark& mark, double ratio)
{
    QPixmap out(static_cast<int>(22 * ratio), static_cast<int>(22 * ratio));
    out.setDevicePixelRatio(ratio);
    out.fill(Qt::transparent);
    QPainter p(&out);
    p.setRenderHint(QPainter::Antialiasing);
    drawBriefMark(p, QRectF(1, 1, 20, 20), mark, true);
    return out;
}

QPushButton* button(const QString& text, const char* name, QWidget* parent)
{
    auto* b = new QPushButton(text, parent);
    b->setObjectName(name);
    b->setAutoDefault(false);
    return b;
}

QLabel* quiet(QWidget* parent)
{
    auto* l = new QLabel(parent);
    l->setObjectName("quiet");
    l->setWordWrap(true);
    return l;
}

} // namespace

BriefsBench::BriefsBench(Document& doc, BriefDesk& desk, QWidget* parent)
    : QWidget(parent), doc_(doc), desk_(desk), mark_(new QLabel(this)), count_(quiet(this)), about_(quiet(this)),
      trouble_(new QLabel(this)), empty_(quiet(this)), name_(new QLineEdit(this)), from_(new QLineEdit),
      differing_(new QToolButton(this)), new_(new QToolButton(this)), menu_(new QMenu(this)), area_(new QScrollArea(this)),
      sheet_(new SheetView(doc, desk)), give_(button("Give to the picked", "primary", this)),
      takeOver_(button("Take over", "link", this)), drop_(button("Delete this brief", "link", this)),
      dropNow_(button("Delete", "plain", this)),
      lacks_(button("No service combinations for its limits: make them", "link", this)), heir_(new QComboBox)
{
    auto* all = new QVBoxLayout(this);
    all->setContentsMargins(1, 10, 0, 10);
    all->setSpacing(4);
    all->addLayout(buildHead());
    area_->setWidget(sheet_);
    area_->setWidgetResizable(true);
    area_->setFrameShape(QFrame::NoFrame);
    area_->setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    area_->setFocusPolicy(Qt::NoFocus);
    all->addWidget(area_, 1);
    trouble_->setObjectName("trouble");
    trouble_->setWordWrap(true);
    trouble_->setContentsMargins(14, 0, 14, 0);
    all->addWidget(trouble_);
    auto* lack = new QHBoxLayout;
    lack->setContentsMargins(14, 0, 14, 0);
    lack->addWidget(lacks_);
    lacks_->hide();
    all->addLayout(lack);
    connect(lacks_, &QPushButton::clicked, this, &BriefsBench::wantCombinations);
    all->addLayout(buildGive());
    all->addWidget(buildTakeOver());
    all->addWidget(buildDrop());
    connect(sheet_, &SheetView::trouble, this, &BriefsBench::say);
    connect(sheet_, &SheetView::opened, this, [this](const QRectF& line) {
        area_->ensureVisible(10, static_cast<int>(line.center().y()), 10, static_cast<int>(line.height()));
    });
    connect(&desk_, &BriefDesk::chosen, this, [this] {
        if (isVisible()) refresh();
    });
    connect(&doc_, &Document::pickChanged, this, [this] {
        if (isVisible()) refresh();
    });
}

QLayout* BriefsBench::buildHead()
{
    auto* head = new QVBoxLayout;
    head->setContentsMargins(14, 0, 14, 0);
    head->setSpacing(2);
    auto* row = new QHBoxLayout;
    row->setSpacing(7);
    row->addWidget(mark_);
    name_->setObjectName("briefName");
    name_->setAccessibleName("Name of the brief");
    row->addWidget(name_, 1);
    row->addWidget(count_);
    count_->setWordWrap(false);
    head->addLayout(row);
    auto* second = new QHBoxLayout;
    second->addWidget(about_, 1);
    differing_->setObjectName("view");
    differing_->setCheckable(true);
    differing_->setToolTip("Only the lines that differ from what stands by itself");
    differing_->setAccessibleName("Only the lines that differ");
    second->addWidget(differing_, 0, Qt::AlignTop);
    head->addLayout(second);
    head->addWidget(empty_);
    connect(name_, &QLineEdit::editingFinished, this, [this] {
        if (!name_->isModified()) return;
        name_->setModified(false);
        say(desk_.rename(name_->text()));
    });
    connect(differing_, &QToolButton::toggled, sheet_, &SheetView::setOnlyDiffering);
    return head;
}

QLayout* BriefsBench::buildGive()
{
    auto* row = new QHBoxLayout;
    row->setContentsMargins(14, 4, 14, 0);
    row->setSpacing(8);
    row->addWidget(give_, 1);
    new_->setText("New  ▾");
    new_->setObjectName("view");
    new_->setPopupMode(QToolButton::InstantPopup);
    new_->setMenu(menu_);
    new_->setStyleSheet("QToolButton::menu-indicator { image: none; }");
    new_->setAccessibleName("New brief");
    new_->setFocusPolicy(Qt::StrongFocus);
    new_->setSizePolicy(QSizePolicy::Expanding, QSizePolicy::Preferred);
    row->addWidget(new_, 1);
    connect(give_, &QPushButton::clicked, this, [this] { say(desk_.giveToPicked()); });
    fillMenu();
    return row;
}

void BriefsBench::fillMenu()
{
    menu_->addAction("From this one", this, [this] {
        if (const Brief* b = desk_.current()) say(desk_.addBrief(*b));
    });
    menu_->addAction("With nothing stated", this, [this] {
        Brief b;
        b.id = "New brief";
        say(desk_.addBrief(std::move(b)));
    });
    menu_->addSeparator();
    for (const ReadyBrief& r : readyBriefs()) {
        QAction* a = menu_->addAction(str(r.brief.id), this, [this, &r] { say(desk_.addBrief(r.brief)); });
        QString reasons = str(r.brief.about).toHtmlEscaped();
        for (const auto& [key, reason] : r.reasons)
            reasons += QString("<br><b>%1</b>: %2").arg(str(key).toHtmlEscaped(), str(reason).toHtmlEscaped());
        a->setToolTip(reasons);
    }
    menu_->setToolTipsVisible(true);
}

QWidget* BriefsBench::buildTakeOver()
{
    takeOverBox_ = new QWidget(this);
    auto* box = new QVBoxLayout(takeOverBox_);
    box->setContentsMargins(14, 2, 14, 0);
    box->setSpacing(3);
    auto* row = new QHBoxLayout;
    row->setSpacing(6);
    row->addWidget(takeOver_);
    auto* word = new QLabel("from", this);
    word->setObjectName("quiet");
    row->addWidget(word);
    from_->setAccessibleName("Member to take over from");
    from_->setPlaceholderText("member");
    from_->setMaximumWidth(90);
    row->addWidget(from_);
    auto* to = new QLabel("to the picked", this);
    to->setObjectName("quiet");
    row->addWidget(to);
    row->addStretch();
    box->addLayout(row);
    auto* ticks = new QHBoxLayout;
    constexpr std::array kWhat{"brief", "holds", "lengths", "group"};
    for (size_t k = 0; k < kWhat.size(); ++k) {
        ticks_[k] = new QCheckBox(kWhat[k], this);
        ticks_[k]->setChecked(k < 2);
        ticks->addWidget(ticks_[k]);
    }
    ticks->addStretch();
    box->addLayout(ticks);
    connect(takeOver_, &QPushButton::clicked, this, &BriefsBench::runTakeOver);
    connect(from_, &QLineEdit::returnPressed, this, &BriefsBench::runTakeOver);
    return takeOverBox_;
}

QWidget* BriefsBench::buildDrop()
{
    dropBox_ = new QWidget(this);
    auto* box = new QVBoxLayout(dropBox_);
    box->setContentsMargins(14, 0, 14, 0);
    box->setSpacing(3);
    box->addWidget(drop_, 0, Qt::AlignLeft);
    dropAsk_ = new QWidget(this);
    auto* row = new QHBoxLayout(dropAsk_);
    row->setContentsMargins(0, 0, 0, 0);
    row->setSpacing(6);
    auto* word = new QLabel("its members get", this);
    word->setObjectName("quiet");
    row->addWidget(word);
    heir_->setAccessibleName("Brief that its members get");
    row->addWidget(heir_, 1);
    row->addWidget(dropNow_);
    dropAsk_->hide();
    box->addWidget(dropAsk_);
    connect(drop_, &QPushButton::clicked, this, [this] {
        if (desk_.membersOf(desk_.currentId()) == 0) return say(desk_.drop(""));
        heir_->clear();
        heir_->addItem("no brief", QString());
        for (const Brief& b : doc_.frame().design.briefs.list())
            if (b.id != desk_.currentId()) heir_->addItem(str(b.id), str(b.id));
        dropAsk_->show();
    });
    connect(dropNow_, &QPushButton::clicked, this, [this] { say(desk_.drop(heir_->currentData().toString().toStdString())); });
    return dropBox_;
}

void BriefsBench::enter()
{
    refresh();
}

void BriefsBench::say(const QString& words)
{
    trouble_->setText(words);
    trouble_->setVisible(!words.isEmpty());
    if (words.isEmpty()) dropAsk_->hide();
    refresh();
}

void BriefsBench::refresh()
{
    if (!doc_.hasFrame()) return;
    const Brief* b = desk_.current();
    for (QWidget* w : std::initializer_list<QWidget*>{mark_, name_, count_, about_, differing_, area_, give_, dropBox_})
        w->setVisible(b != nullptr);
    empty_->setVisible(b == nullptr);
    trouble_->setVisible(!trouble_->text().isEmpty());
    lacks_->setVisible(b && !b->deflection.limits.empty() && doc_.hasForces() && doc_.model().serviceSets().empty());
    const size_t picked = doc_.pick().size();
    give_->setText(picked ? QString("Give to the picked %1").arg(picked) : QString("Give to the picked"));
    give_->setEnabled(picked > 0);
    takeOver_->setEnabled(picked > 0);
    menu_->actions().front()->setEnabled(b != nullptr);
    QStringList names;
    if (!from_->completer() || from_->completer()->model()->rowCount() != static_cast<int>(doc_.model().members().size())) {
        for (const Member& m : doc_.model().members())
            names << str(m.id);
        from_->setCompleter(new QCompleter(names, from_));
    }
    if (!b) {
        empty_->setText(
            "A brief says how one kind of member is to be checked: what counts, from what its deflection is measured, "
            "which lengths. No brief yet: every member is checked by what stands by itself. Take one that comes with "
            "the program from New, change it, and give it to what you pick.");
        return;
    }
    mark_->setPixmap(markPicture(briefMark(doc_.frame(), b->id), devicePixelRatioF()));
    if (!name_->hasFocus() || !name_->isModified()) {
        name_->setText(str(b->id));
        name_->setModified(false);
    }
    const size_t n = desk_.membersOf(b->id);
    count_->setText(QString("%1 %2").arg(n).arg(n == 1 ? "member" : "members"));
    about_->setText(b->about.empty() ? QString("The first line of the sheet says what it is for.") : str(b->about));
    differing_->setText(QString("%1 of %2 differ").arg(differing(sheet_->lines())).arg(sheet_->lines().size()));
}

void BriefsBench::runTakeOver()
{
    const auto place = doc_.model().find(from_->text().trimmed().toStdString());
    if (!place) return say(QString("there is no member %1").arg(from_->text().trimmed()));
    const TakeOver e{doc_.refs({*place}).front(),
                     doc_.pickedRefs(),
                     ticks_[0]->isChecked(),
                     ticks_[1]->isChecked(),
                     ticks_[2]->isChecked(),
                     ticks_[3]->isChecked(),
                     true};
    say(doc_.run(e));
}

} // namespace wr
