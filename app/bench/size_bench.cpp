#include "app/bench/size_bench.h"

#include "app/shell/document.h"
#include "app/shell/labels.h"
#include "app/shell/quiet_table.h"
#include "app/shell/text.h"
#include "app/size/proposal_model.h"
#include "app/size/rounds_chart.h"
#include "app/size/sizing_desk.h"
#include "core/base/entry.h"

#include <QFileDialog>
#include <QFormLayout>
#include <QHBoxLayout>
#include <QVBoxLayout>
#include <algorithm>
#include <set>

namespace wr {

namespace {

QComboBox* choice(const char* name)
{
    auto* c = new QComboBox;
    c->setAccessibleName(name);
    c->setSizeAdjustPolicy(QComboBox::AdjustToMinimumContentsLengthWithIcon);
    c->setMinimumContentsLength(10);
    return c;
}

QLineEdit* entry(const char* name)
{
    auto* l = new QLineEdit;
    l->setAccessibleName(name);
    return l;
}

// The depth whose worth is asked for: a round one in the units on screen, m.
double hundred(const UnitSystem& u)
{
    return u.section == "in" ? 4 * 0.0254 : 0.1;
}

} // namespace

SizeBench::SizeBench(Document& doc, SizingDesk& desk, QWidget* parent)
    : QWidget(parent), doc_(doc), desk_(desk), model_(new ProposalModel(doc, desk, this)), proposal_(new QTableView),
      title_(named("title", "Proposal")), masses_(named("title")), words_(named("quiet")), trouble_(named("trouble")),
      otherSizes_(named("warning")), ladderWords_(named("quiet")), stockWords_(named("quiet")),
      both_(new QPushButton("Adopt and analyse")), adopt_(new QPushButton("Adopt")),
      settle_(new QPushButton("Settle in rounds")), letGo_(new QPushButton("Let go")), again_(new QPushButton("Analyse again")),
      browse_(new QPushButton("Any other section…")), up_(new QPushButton("▲ A rung up")),
      down_(new QPushButton("▼ A rung down")), swap_(new QPushButton("Swap")),
      remedies_(new QPushButton("What would bring it right…")), stock_(new QPushButton("Stock list…")),
      rounds_(new RoundsChart(doc, desk)), objective_(choice("What is cheap")), group_(choice("Group to size")),
      ladder_(choice("Ladder of the group")), swapFrom_(choice("Section to be swapped")),
      fewer_(entry("What one section less is worth")), shallower_(entry("What less depth is worth")),
      reserve_(entry("Target of all groups")), target_(entry("Target utilisation")), swapTo_(entry("Section in its place")),
      change_(new QToolButton), editor_(new LadderEditor(doc))
{
    build();
    connectAll();
    connectLadder();
    refresh();
}

void SizeBench::build()
{
    proposal_->setModel(model_);
    makeQuiet(*proposal_, "Proposal for all groups");
    proposal_->setItemDelegate(new ProposalDelegate(doc_, desk_, *model_));
    proposal_->horizontalHeader()->hide();
    proposal_->verticalHeader()->setDefaultSectionSize(ProposalDelegate::kHeight);
    proposal_->setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    masses_->setWordWrap(false);
    masses_->setAlignment(Qt::AlignRight | Qt::AlignBottom);
    both_->setObjectName("primary");
    browse_->setObjectName("link");
    remedies_->setObjectName("link");
    up_->setToolTip("the next heavier rung, at once (Ctrl+Up)");
    down_->setToolTip("the next lighter rung, at once (Ctrl+Down)");
    for (const auto& [name, what] :
         {std::pair{"mass", "the lightest"}, std::pair{"depth", "the shallowest"},
          std::pair{"cost", "the cheapest, by the stock list"}, std::pair{"few", "the fewest different sections"}})
        objective_->addItem(what, QString(name));
    change_->setText("Change…");
    change_->setCheckable(true);
    change_->setAccessibleName("Change the ladder");
    editor_->setVisible(false);
    swapTo_->setPlaceholderText("its new section");
    auto* head = new QHBoxLayout;
    head->addWidget(title_);
    head->addWidget(masses_, 1);
    auto* buttons = new QHBoxLayout;
    buttons->addWidget(both_, 3);
    buttons->addWidget(adopt_, 2);
    auto* more = new QHBoxLayout;
    more->addWidget(settle_, 3);
    more->addWidget(letGo_, 2);
    auto* cheap = new QFormLayout;
    cheap->setHorizontalSpacing(10);
    cheap->setVerticalSpacing(5);
    cheap->addRow("Take", objective_);
    cheap->addRow("A section less", fewer_);
    cheap->addRow("Less depth", shallower_);
    cheap->addRow("Target of all", reserve_);
    auto* stockRow = new QHBoxLayout;
    stockRow->addWidget(stockWords_, 1);
    stockRow->addWidget(stock_);
    cheap->addRow(stockRow);
    auto* ladder = new QFormLayout;
    ladder->setHorizontalSpacing(10);
    ladder->setVerticalSpacing(5);
    ladder->addRow("Group", group_);
    auto* ladderRow = new QHBoxLayout;
    ladderRow->addWidget(ladder_, 1);
    ladderRow->addWidget(change_);
    ladder->addRow("Ladder", ladderRow);
    ladder->addRow("Target", target_);
    auto* steps = new QHBoxLayout;
    steps->addWidget(up_);
    steps->addWidget(down_);
    auto* swapRow = new QHBoxLayout;
    swapRow->addWidget(swapFrom_, 3);
    swapRow->addWidget(swapTo_, 3);
    swapRow->addWidget(swap_, 2);
    auto* all = new QVBoxLayout(this);
    all->setContentsMargins(16, 10, 14, 12);
    all->setSpacing(6);
    all->addLayout(head);
    all->addWidget(words_);
    all->addWidget(proposal_);
    all->addLayout(buttons);
    all->addLayout(more);
    all->addWidget(trouble_);
    all->addWidget(otherSizes_);
    all->addWidget(again_);
    all->addWidget(rounds_);
    all->addWidget(named("head", "What is cheap"));
    all->addLayout(cheap);
    all->addWidget(named("head", "The group at hand"));
    all->addLayout(ladder);
    all->addWidget(ladderWords_);
    all->addWidget(editor_);
    all->addWidget(remedies_);
    all->addWidget(named("head", "By hand"));
    all->addLayout(steps);
    all->addLayout(swapRow);
    all->addWidget(browse_);
    all->addStretch();
    trouble_->setVisible(false);
}

void SizeBench::say(const QString& trouble)
{
    trouble_->setText(trouble);
    trouble_->setVisible(!trouble.isEmpty());
}

std::optional<double> SizeBench::read(QLineEdit& from, bool& good)
{
    good = true;
    if (from.text().trimmed().isEmpty()) return std::nullopt;
    const auto v = readEntry(from.text().toStdString(), Quantity::Ratio, doc_.units());
    if (v && *v > 0) return *v;
    good = false;
    say(from.accessibleName() + ": " + (v ? QString("must be greater than zero") : str(v.error())));
    return std::nullopt;
}

void SizeBench::connectAll()
{
    for (const auto signal : {&SizingDesk::planChanged, &SizingDesk::roundsChanged, &SizingDesk::groupChanged})
        connect(&desk_, signal, this, &SizeBench::refresh);
    connect(&doc_, &Document::historyChanged, this, &SizeBench::refresh);
    connect(&doc_, &Document::resultsChanged, this, &SizeBench::refresh);
    connect(&doc_, &Document::opened, this, [this] {
        say({});
        refresh();
    });
    connect(adopt_, &QPushButton::clicked, this, [this] { say(desk_.adopt(false)); });
    connect(both_, &QPushButton::clicked, this, [this] { say(desk_.adopt(true)); });
    connect(settle_, &QPushButton::clicked, this, [this] {
        say({});
        desk_.settling() ? desk_.stop() : desk_.settle();
        refresh();
    });
    connect(letGo_, &QPushButton::clicked, this, [this] {
        say({});
        desk_.letGo();
    });
    connect(again_, &QPushButton::clicked, &doc_, &Document::analyseAgain);
    connect(up_, &QPushButton::clicked, this, [this] { say(desk_.step(1)); });
    connect(down_, &QPushButton::clicked, this, [this] { say(desk_.step(-1)); });
    const auto swap = [this] {
        say(desk_.swap(swapFrom_->currentText(), swapTo_->text()));
        if (trouble_->text().isEmpty()) swapTo_->clear();
    };
    connect(swap_, &QPushButton::clicked, this, swap);
    connect(swapTo_, &QLineEdit::returnPressed, this, swap);
    connect(remedies_, &QPushButton::clicked, this, &SizeBench::wantRemedies);
    askStock = [this] {
        return QFileDialog::getOpenFileName(this, "Stock list", {}, "Tables of text (*.csv *.tsv *.txt);;All files (*)");
    };
    connect(stock_, &QPushButton::clicked, this, &SizeBench::takeStock);
    connect(browse_, &QPushButton::clicked, this, [this] {
        desk_.pickGroup(desk_.group());
        Q_EMIT browseSections();
    });
    connect(proposal_->selectionModel(), &QItemSelectionModel::currentRowChanged, this, [this](const QModelIndex& now) {
        if (!filling_ && now.isValid()) desk_.pickGroup(model_->groupAt(now.row()));
    });
    const auto cheap = [this] {
        if (filling_ || !doc_.hasFrame()) return;
        SizingChoice c = desk_.choice();
        c.objective = objectiveFromName(objective_->currentData().toString().toStdString()).value_or(Objective::Mass);
        const auto worth = [&](QLineEdit& from, double& into) {
            into = 0;
            if (from.text().trimmed().isEmpty()) return true;
            const auto v = readEntry(from.text().toStdString(), Quantity::Mass, doc_.units());
            if (!v || *v < 0) {
                say(from.accessibleName() + ": " + (v ? QString("must not be negative") : str(v.error())));
                return false;
            }
            into = *v;
            return true;
        };
        if (!worth(*fewer_, c.perSection) || !worth(*shallower_, c.perDepth)) return;
        c.perDepth /= hundred(doc_.units());
        const SizingChoice& was = desk_.choice();
        if (c.objective == was.objective && c.perSection == was.perSection && c.perDepth == was.perDepth) return;
        say({});
        desk_.setChoice(c);
    };
    connect(objective_, &QComboBox::activated, this, cheap);
    connect(fewer_, &QLineEdit::editingFinished, this, cheap);
    connect(shallower_, &QLineEdit::editingFinished, this, cheap);
    connect(reserve_, &QLineEdit::editingFinished, this, [this] {
        bool good = false;
        const auto v = read(*reserve_, good);
        if (filling_ || !good || !doc_.hasFrame() || v == doc_.frame().design.target) return;
        say(doc_.run(SetTarget{v}));
    });
}

QString SizeBench::sectionNow() const
{
    const GroupPlan* g = desk_.groupPlan();
    if (!g || !doc_.hasFrame() || g->members.empty()) return {};
    const FrameSection& s = doc_.frame().sections[static_cast<size_t>(doc_.model().members()[g->members.front()].section)];
    return str(s.name.empty() ? s.id : s.name);
}

void SizeBench::showEvent(QShowEvent* e)
{
    QWidget::showEvent(e);
    if (stale_) refresh();
}

void SizeBench::refresh()
{
    if (!doc_.hasFrame()) return;
    stale_ = !isVisible();
    if (stale_) return; // looked at again when somebody sees it
    filling_ = true;
    refreshProposal();
    refreshLadder();
    refreshSwap();
    filling_ = false;
}

void SizeBench::refreshProposal()
{
    const UnitSystem& u = doc_.units();
    model_->reset();
    const bool current = desk_.current(), settling = desk_.settling();
    const auto groups = desk_.toAdopt();
    adopt_->setEnabled(!groups.empty() && !settling);
    both_->setEnabled(!groups.empty() && !settling);
    settle_->setText(settling ? "Stop at this round" : "Settle in rounds");
    settle_->setEnabled(doc_.checked() && doc_.hasForces());
    letGo_->setEnabled(!settling && (desk_.byHand() || desk_.settled() || !desk_.rounds().empty()));
    otherSizes_->setText("Forces belong to other sizes: the ratios are those of the present forces. Analyse again to be sure.");
    otherSizes_->setVisible(doc_.hasForces() && !doc_.forcesFit());
    again_->setVisible(doc_.hasForces() && !doc_.forcesFit());
    const int rows = model_->rowCount();
    proposal_->setVisible(rows > 0);
    constexpr int kShown = 6;
    proposal_->setFixedHeight(2 + ProposalDelegate::kHeight * std::clamp(rows, 1, kShown));
    if (const int row = model_->rowOf(desk_.group()); row >= 0) proposal_->selectRow(row);
    masses_->clear();
    if (!doc_.hasForces()) {
        words_->setText("There are no forces yet: analyse the frame first.");
        return;
    }
    if (!desk_.known() || (!current && !settling)) {
        words_->setText(desk_.known() ? "The frame has changed: being found anew…"
                                      : "Every rung of every group is being evaluated…");
        return;
    }
    const SizingPlan& plan = desk_.plan();
    const double rest = doc_.mass() - plan.massNow(); // of what is not sized
    double then = rest;
    for (const GroupPlan& g : plan.groups)
        then += g.changes() && desk_.ticked(g.id) ? g.massThen() : g.massNow;
    masses_->setText(
        QString("%1 → %2").arg(str(u.text(Quantity::Mass, doc_.mass(), false)), str(u.text(Quantity::Mass, then))));
    size_t changing = 0, unfit = 0;
    for (const GroupPlan& g : plan.groups)
        changing += g.changes(), unfit += g.chosen < 0;
    QString words = QString("%1 of %2 groups change").arg(changing).arg(plan.groups.size());
    if (unfit > 0) words += QString(", nothing fits %1").arg(unfit);
    if (const Settled* s = desk_.settled()) {
        words += QString(" · %1 after %2 analyses")
                     .arg(s->settled ? "settled" : "stopped")
                     .arg(s->rounds.empty() ? 0 : s->rounds.back().round);
        const auto kept = std::find_if(s->rounds.rbegin(), s->rounds.rend(), [](const SettleRound& r) { return r.kept; });
        if (kept != s->rounds.rend()) {
            words += QString("\ntop %1").arg(decimal(kept->top, 2));
            if (!kept->limit.empty()) words += QString(" · %1 at %2").arg(str(kept->limit), decimal(kept->ratio, 2));
            words += QString(" · %1 over").arg(kept->over);
        }
        if (!s->why.empty()) words += "\n" + str(s->why);
    } else if (!desk_.refused().empty())
        words += QString("\n%1 refused when checked whole, with what then holds them").arg(desk_.refused().size());
    words_->setText(words);
    QStringList refused;
    for (const std::string& r : desk_.refused())
        refused << str(r);
    words_->setToolTip(desk_.settled() ? QString() : refused.join("\n"));
}

void SizeBench::refreshSwap()
{
    std::set<std::string> names;
    for (const Member& m : doc_.model().members()) {
        const FrameSection& s = doc_.frame().sections[static_cast<size_t>(m.section)];
        names.insert(s.name.empty() ? s.id : s.name);
    }
    QString wanted = swapFrom_->currentText();
    if (const GroupPlan* g = desk_.groupPlan(); g && !swapTo_->hasFocus()) wanted = sectionNow();
    swapFrom_->clear();
    for (const std::string& n : names)
        swapFrom_->addItem(str(n));
    swapFrom_->setCurrentIndex(std::max(0, swapFrom_->findText(wanted)));
}

} // namespace wr
