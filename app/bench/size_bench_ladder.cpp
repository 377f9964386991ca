// The bench at Size: the ladder and target of the group at hand, and the stock list.
#include "app/bench/size_bench.h"
#include "app/shell/document.h"
#include "app/shell/text.h"
#include "app/size/sizing_desk.h"
#include "core/base/entry.h"
#include "core/sizing/ladder_text.h"
#include "core/sizing/stock_list.h"

#include <QFile>
#include <QFileInfo>
#include <algorithm>

namespace wr {

namespace {
constexpr const char* kNewLadder = "\x01new"; // no ladder is called so
} // namespace

const Group* SizeBench::designGroup() const
{
    const GroupPlan* g = desk_.groupPlan();
    if (!g || g->ofMember || !doc_.hasFrame()) return nullptr;
    for (const Group& d : doc_.frame().design.groups.list())
        if (d.id == g->id) return &d;
    return nullptr;
}

void SizeBench::giveLadder(const std::string& id)
{
    const GroupPlan* g = desk_.groupPlan();
    if (!g) return;
    if (g->ofMember) return say(str(g->id) + " is in no group: put it in one to give it a ladder");
    const Group* d = designGroup();
    say(doc_.run(GiveLadder{{g->id}, id, d ? d->target : std::nullopt}));
}

void SizeBench::connectLadder()
{
    connect(group_, &QComboBox::activated, this, [this](int k) {
        if (!filling_) desk_.pickGroup(group_->itemData(k).toInt());
    });
    connect(ladder_, &QComboBox::activated, this, [this](int k) {
        const QString id = ladder_->itemData(k).toString();
        if (id != kNewLadder) return giveLadder(id.toStdString());
        change_->setChecked(true); // a new one: the form says what it is to be
        Ladder l = desk_.groupPlan() ? desk_.groupPlan()->rules : Ladder{};
        l.id = desk_.groupPlan() ? desk_.groupPlan()->id + " ladder" : "ladder";
        editor_->show(l, desk_.groupPlan() ? desk_.groupPlan()->id : std::string());
    });
    connect(change_, &QToolButton::toggled, this, [this](bool on) {
        editor_->setVisible(on);
        if (on && desk_.groupPlan()) {
            Ladder l = desk_.groupPlan()->rules;
            const Group* d = designGroup();
            if (!d || d->ladder.empty()) l.id = desk_.groupPlan()->id + " ladder"; // its family is no ladder that is kept
            editor_->show(l, desk_.groupPlan()->id);
        }
    });
    connect(editor_, &LadderEditor::kept, this, [this](const Ladder& l) {
        std::vector<double> plates;
        for (const QString& p : editor_->plates().text().split(',', Qt::SkipEmptyParts))
            if (const auto v = readEntry(p.trimmed().toStdString(), Quantity::SectionLength, doc_.units()))
                plates.push_back(*v);
        std::sort(plates.begin(), plates.end());
        if (plates != doc_.frame().design.plates) {
            const QString trouble = doc_.run(SetStock{doc_.frame().design.stock.list(), plates});
            if (!trouble.isEmpty()) return say(trouble);
        }
        const QString trouble = doc_.run(PutLadder{l});
        if (!trouble.isEmpty()) return say(trouble);
        change_->setChecked(false);
        giveLadder(l.id);
    });
    connect(editor_, &LadderEditor::dropped, this, [this](const QString& id) {
        say(doc_.run(DropLadder{id.toStdString()}));
        change_->setChecked(false);
    });
    connect(target_, &QLineEdit::editingFinished, this, [this] {
        bool good = false;
        const auto v = read(*target_, good);
        const GroupPlan* g = desk_.groupPlan();
        if (filling_ || !good || !g) return;
        const Group* d = designGroup();
        if ((d ? d->target : std::nullopt) == v) return;
        if (g->ofMember) return say(str(g->id) + " is in no group: put it in one to give it a target");
        say(doc_.run(GiveLadder{{g->id}, d ? d->ladder : std::string(), v}));
    });
}

void SizeBench::takeStock()
{
    const QString path = askStock();
    if (path.isEmpty()) return;
    QFile file(path);
    if (!file.open(QIODevice::ReadOnly)) return say(path + ": " + file.errorString());
    SilentProgress p;
    const auto list = readStockList(file.readAll().toStdString(), QFileInfo(path).fileName().toStdString(), doc_.frame(),
                                    shippedCatalogue(), p);
    if (!list) return say(str(list.error()));
    QString trouble = doc_.run(SetStock{list->rows, doc_.frame().design.plates});
    if (trouble.isEmpty() && !list->unknown.empty())
        trouble = QString("%1 of the stock list is no section that is known%2")
                      .arg(str(list->unknown.front()))
                      .arg(list->unknown.size() > 1 ? QString(", and %1 more").arg(list->unknown.size() - 1) : QString());
    say(trouble);
}

void SizeBench::refreshLadder()
{
    const SizingChoice& c = desk_.choice();
    objective_->setCurrentIndex(std::max(0, objective_->findData(str(objectiveName(c.objective)))));
    fewer_->setPlaceholderText("worth nothing, " + str(doc_.units().mass));
    shallower_->setPlaceholderText(
        QString("each %1: nothing, %2").arg(doc_.units().section == "in" ? "4 in" : "100 mm", str(doc_.units().mass)));
    shallower_->setToolTip(
        QString("what %1 less depth of a group is worth").arg(doc_.units().section == "in" ? "4 in" : "100 mm"));
    reserve_->setPlaceholderText("1.00; less keeps a reserve");
    if (!reserve_->hasFocus())
        reserve_->setText(doc_.frame().design.target ? decimal(*doc_.frame().design.target, 2) : QString());
    const auto& stock = doc_.frame().design.stock.list();
    const auto away = std::count_if(stock.begin(), stock.end(), [](const StockRow& r) { return !r.available; });
    stockWords_->setText(
        stock.empty()
            ? QString("no stock list")
            : QString("stock: %1 rows%2").arg(stock.size()).arg(away > 0 ? QString(", %1 not there").arg(away) : QString()));
    group_->clear();
    if (desk_.known())
        for (size_t k = 0; k < desk_.plan().groups.size(); ++k)
            group_->addItem(str(desk_.plan().groups[k].id), static_cast<int>(k));
    group_->setCurrentIndex(desk_.group());
    const GroupPlan* g = desk_.groupPlan();
    const Group* d = designGroup();
    ladder_->clear();
    ladder_->addItem(g && (!d || d->ladder.empty()) && !g->ladder.empty() ? "its family, " + str(g->ladder)
                                                                          : QString("its family"),
                     QString());
    for (const Ladder& l : doc_.frame().design.ladders.list()) {
        ladder_->addItem(str(l.id), str(l.id));
        ladder_->setItemData(ladder_->count() - 1, str(ladderText(l, doc_.units())), Qt::ToolTipRole);
    }
    ladder_->addItem("a new one…", QString(kNewLadder));
    ladder_->setCurrentIndex(d && !d->ladder.empty() ? std::max(0, ladder_->findData(str(d->ladder))) : 0);
    for (QWidget* w : std::initializer_list<QWidget*>{ladder_, change_, target_, up_, down_, remedies_, browse_})
        w->setEnabled(g != nullptr);
    if (!g) {
        ladderWords_->setText("Pick a member, or a group of the proposal.");
        return;
    }
    if (!target_->hasFocus()) target_->setText(d && d->target ? decimal(*d->target, 2) : QString());
    target_->setPlaceholderText(decimal(g->target, 2));
    QString words = QString("%1 · %2 of %3 rungs fit")
                        .arg(str(ladderText(g->rules, doc_.units())))
                        .arg(g->fitting())
                        .arg(g->rungs.rungs.size());
    if (g->ladder.empty()) words.clear();
    if (!g->why.empty()) words += (words.isEmpty() ? "" : "\n") + str(g->why);
    ladderWords_->setText(words);
}

} // namespace wr
