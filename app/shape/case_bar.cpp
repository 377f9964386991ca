#include "app/shape/case_bar.h"

#include "app/shape/shape_desk.h"
#include "app/shell/document.h"
#include "app/shell/labels.h"
#include "app/shell/text.h"
#include "core/analysis/shares.h"
#include "core/base/entry.h"
#include "core/shaping/load_words.h"
#include "core/shaping/typed.h"
#include "render/theme.h"

#include <QComboBox>
#include <QGridLayout>
#include <QLineEdit>
#include <QSignalBlocker>

namespace wr {

CaseBar::CaseBar(Document& doc, ShapeDesk& desk, QWidget* parent)
    : QWidget(parent), doc_(doc), desk_(desk), cases_(new QComboBox(this)), total_(label("quiet", this)),
      agrees_(label("quiet", this)), hand_(new QLineEdit(this))
{
    auto* g = new QGridLayout(this);
    g->setContentsMargins(0, 0, 0, 4);
    g->setVerticalSpacing(3);
    g->addWidget(new QLabel("Case", this), 0, 0);
    g->addWidget(cases_, 0, 1);
    g->addWidget(new QLabel("Total", this), 1, 0);
    g->addWidget(total_, 1, 1);
    g->addWidget(new QLabel("By hand", this), 2, 0);
    g->addWidget(hand_, 2, 1);
    g->addWidget(agrees_, 3, 1);
    g->setColumnStretch(1, 1);
    cases_->setAccessibleName("Case of loads");
    cases_->setSizeAdjustPolicy(QComboBox::AdjustToMinimumContentsLengthWithIcon);
    cases_->setMinimumContentsLength(8);
    hand_->setAccessibleName("Sum of the case by hand");
    hand_->setPlaceholderText("12 kN down");
    hand_->setToolTip("What the forces of this case come to by your own sum: green where both agree within half a percent");
    connect(cases_, &QComboBox::activated, this,
            [this](int k) { desk_.setLoadCase(cases_->itemData(k).toString().toStdString()); });
    connect(hand_, &QLineEdit::editingFinished, this, &CaseBar::takeHand);
}

void CaseBar::refresh()
{
    const Frame& f = doc_.frame();
    const std::string now = desk_.loadCase();
    const QSignalBlocker quiet(cases_);
    cases_->clear();
    const LoadCase* at = nullptr;
    for (const LoadCase& c : f.cases.list()) {
        cases_->addItem(c.title.empty() ? str(c.id) : str(c.id) + " · " + str(c.title), str(c.id));
        if (c.id != now) continue;
        at = &c;
        cases_->setCurrentIndex(cases_->count() - 1);
    }
    cases_->setEnabled(at);
    hand_->setEnabled(at);
    const Vec3 total = at ? loadTotals(f, *at).sum() : Vec3{};
    total_->setText(at ? str(vectorText(f, Quantity::Force, total)) : QString("no case yet: make one with the tool Case"));
    if (!hand_->hasFocus() || !hand_->isModified())
        hand_->setText(at && at->handSum ? str(vectorText(f, Quantity::Force, *at->handSum)) : QString());
    QString words;
    bool same = true;
    if (at && at->handSum) {
        same = sumsAgree(*at->handSum, total);
        words = same ? QString("agrees") : "off by " + str(vectorText(f, Quantity::Force, total - *at->handSum));
    }
    agrees_->setText(words);
    agrees_->setVisible(!words.isEmpty());
    QPalette p = agrees_->palette();
    p.setColor(QPalette::WindowText, same ? theme().lighter : theme().red);
    agrees_->setPalette(p);
    agrees_->setStyleSheet(QString("color: %1;").arg((same ? theme().lighter : theme().red).name()));
}

void CaseBar::takeHand()
{
    if (!hand_->isModified() || !doc_.hasFrame() || desk_.loadCase().empty()) return;
    hand_->setModified(false);
    PutCase c{desk_.loadCase()};
    const std::string text = hand_->text().trimmed().toStdString();
    if (text.empty())
        c.handSum = std::optional<Vec3>{};
    else {
        const auto v = readVector(text, Quantity::Force, doc_.units(), upAxis(doc_.frame()));
        if (!v) {
            agrees_->setText(str(v.error()));
            agrees_->setStyleSheet(QString("color: %1;").arg(theme().red.name()));
            agrees_->show();
            return;
        }
        c.handSum = std::optional(Vec3{(*v)[0], (*v)[1], (*v)[2]});
    }
    doc_.run(ShapeEdit{c}); // what says the same already changes nothing
    refresh();
}

QString CaseBar::totalWords() const
{
    return total_->text();
}

QString CaseBar::agreement() const
{
    return agrees_->isHidden() ? QString() : agrees_->text();
}

} // namespace wr
