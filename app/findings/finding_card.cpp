#include "app/findings/finding_card.h"

#include "app/shell/document.h"
#include "app/shell/text.h"
#include "render/theme.h"

#include <QDate>
#include <QHBoxLayout>
#include <QLabel>
#include <QLineEdit>
#include <QPushButton>
#include <QSettings>
#include <QVBoxLayout>
#include <algorithm>

namespace wr {

FindingCard::FindingCard(Document& doc, QWidget* parent)
    : QWidget(parent), doc_(doc), text_(new QLabel), code_(new QLabel), said_(new QLabel), trouble_(new QLabel),
      wayRow_(new QVBoxLayout), acceptPart_(new QWidget), reason_(new QLineEdit), name_(new QLineEdit),
      accept_(new QPushButton("Let it stand")), takeBack_(new QPushButton("take that back"))
{
    for (QLabel* l : {text_, said_, trouble_, code_}) {
        l->setWordWrap(true);
        l->setTextInteractionFlags(Qt::TextSelectableByMouse);
    }
    code_->setObjectName("quiet");
    said_->setObjectName("quiet");
    trouble_->setObjectName("trouble");
    trouble_->hide();
    reason_->setPlaceholderText("why it may stand");
    reason_->setAccessibleName("Why the finding may stand");
    name_->setPlaceholderText("who says so");
    name_->setAccessibleName("Who accepts the finding");
    name_->setFixedWidth(96);
    takeBack_->setObjectName("link");
    auto* all = new QVBoxLayout(this);
    all->setContentsMargins(14, 4, 12, 8);
    all->setSpacing(5);
    all->addWidget(text_);
    all->addWidget(code_);
    wayRow_->setContentsMargins(0, 0, 0, 0);
    wayRow_->setSpacing(3);
    all->addLayout(wayRow_);
    all->addWidget(trouble_);
    all->addWidget(said_);
    all->addWidget(takeBack_, 0, Qt::AlignLeft);
    auto* form = new QHBoxLayout(acceptPart_);
    form->setContentsMargins(0, 2, 0, 0);
    form->setSpacing(6);
    form->addWidget(reason_, 1);
    form->addWidget(name_);
    form->addWidget(accept_);
    all->addWidget(acceptPart_);
    all->addStretch();
    connect(accept_, &QPushButton::clicked, this, &FindingCard::acceptIt);
    connect(reason_, &QLineEdit::returnPressed, this, &FindingCard::acceptIt);
    connect(name_, &QLineEdit::returnPressed, this, &FindingCard::acceptIt);
    connect(takeBack_, &QPushButton::clicked, this, [this] {
        const QString why = doc_.run(DropAcceptance{shown_});
        trouble_->setText(why);
        trouble_->setVisible(!why.isEmpty());
    });
    show(nullptr);
}

void FindingCard::clearWays()
{
    for (QPushButton* b : ways_) {
        wayRow_->removeWidget(b);
        b->hide();
        b->deleteLater(); // its own click may be under way
    }
    ways_.clear();
}

void FindingCard::show(const AuditRow* row)
{
    const QString text = row ? QString::fromStdString(row->finding.text) : QString();
    const bool same = row && row->id == shown_ && text == shownText_;
    shown_ = row ? row->id : std::string();
    shownText_ = text;
    if (!same) {
        trouble_->hide();
        reason_->clear();
        name_->setText(QSettings().value("name").toString());
    }
    clearWays();
    for (QWidget* w : std::initializer_list<QWidget*>{code_, said_, takeBack_, acceptPart_})
        w->setVisible(row != nullptr);
    if (!row) {
        text_->setText(doc_.hasFrame() ? "Nothing is chosen." : QString());
        return;
    }
    QString words = text;
    if (!words.isEmpty()) words[0] = words[0].toUpper();
    text_->setText(words);
    const FindingKind* kind = findKind(row->finding.code);
    code_->setText(QString("%1 · %2%3")
                       .arg(str(severityWord(row->finding.severity)), str(row->finding.code),
                            row->finding.place.empty() ? QString() : " · " + str(row->finding.place)));
    code_->setToolTip(kind ? str(kind->meaning) : QString());
    size_t n = 0;
    for (const WayOut& w : waysOut(doc_.state(), row->finding)) {
        QString name = QString::fromStdString(w.words);
        name[0] = name[0].toUpper();
        const QString whole = name;
        name = QFontMetrics(textFont(12)).elidedText(name, Qt::ElideRight, 236);
        auto* b = new QPushButton(w.isEdit() || std::holds_alternative<WayOut::Analyse>(w.act) ? name : name + " →");
        if (std::holds_alternative<WayOut::Show>(w.act)) b->setObjectName("link");
        b->setAccessibleName(whole);
        b->setToolTip(whole + (w.isEdit() ? "\nChanges the frame; can be undone" : ""));
        connect(b, &QPushButton::clicked, this, [this, way = n] { carryOut(way); });
        wayRow_->addWidget(b, 0, Qt::AlignLeft);
        ways_.push_back(b);
        ++n;
    }
    const auto by = [](const Acceptance& a) {
        return QString("%1%2: “%3”").arg(str(a.name), a.date.empty() ? QString() : ", " + str(a.date), str(a.reason));
    };
    if (row->accepted)
        said_->setText("Accepted by " + by(*row->accepted) + ". It falls back when what it is about changes.");
    else if (row->fallenBack)
        said_->setText("Was accepted by " + by(*row->fallenBack) + ". What it is about has changed since: look again.");
    said_->setVisible(row->accepted || row->fallenBack);
    takeBack_->setVisible(row->accepted || row->fallenBack);
    acceptPart_->setVisible(!row->accepted);
}

void FindingCard::carryOut(size_t way)
{
    // By the row as it is now: the audit may have gone on since the button was made.
    const auto& rows = doc_.audit();
    const auto it = std::find_if(rows.begin(), rows.end(), [&](const AuditRow& r) {
        return r.id == shown_ && QString::fromStdString(r.finding.text) == shownText_;
    });
    if (it == rows.end()) return;
    const std::vector<WayOut> list = waysOut(doc_.state(), it->finding);
    if (way >= list.size()) return;
    const QString why = doc_.carryOut(list[way]);
    trouble_->setText(why);
    trouble_->setVisible(!why.isEmpty());
}

void FindingCard::acceptIt()
{
    const auto& rows = doc_.audit();
    const auto it = std::find_if(rows.begin(), rows.end(), [&](const AuditRow& r) { return r.id == shown_; });
    if (it == rows.end()) return;
    const QString name = name_->text().trimmed();
    const QString why =
        doc_.run(Accept{acceptanceOf(doc_.state(), it->finding, reason_->text().trimmed().toStdString(), name.toStdString(),
                                     QDate::currentDate().toString(Qt::ISODate).toStdString())});
    trouble_->setText(why);
    trouble_->setVisible(!why.isEmpty());
    if (why.isEmpty()) QSettings().setValue("name", name);
}

QString FindingCard::words() const
{
    return text_->text() + (said_->isVisibleTo(this) ? "\n" + said_->text() : QString());
}

} // namespace wr
