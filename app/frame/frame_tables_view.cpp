#include "app/frame/frame_tables_view.h"

#include "app/frame/summary_finder.h"
#include "app/frameview/result_layer.h"
#include "app/shell/document.h"
#include "app/shell/quiet_table.h"
#include "app/shell/tab.h"
#include "app/shell/text.h"
#include "core/analysis/case_effects.h"
#include "core/analysis/shares.h"
#include "core/base/expression.h"
#include "core/base/progress.h"
#include "core/files/text_file.h"
#include "render/theme.h"

#include <QFileDialog>
#include <QHBoxLayout>
#include <QToolButton>
#include <QVBoxLayout>
#include <algorithm>
#include <cmath>
#include <optional>

namespace wr {

namespace {

QPushButton* link(const char* words, const char* name)
{
    auto* b = new QPushButton(words);
    b->setObjectName("link");
    b->setAccessibleName(name);
    return b;
}

} // namespace

FrameTablesView::FrameTablesView(Document& doc, ResultLayer* results, QWidget* parent)
    : QWidget(parent), doc_(doc), results_(results), tabs_(new QButtonGroup(this)), maker_(new QWidget),
      loading_(new QComboBox), notional_(new QComboBox), subsets_(new QComboBox), service_(new QCheckBox("service")),
      construction_(new QCheckBox("construction")), seismic_(new QWidget), sds_(new QLineEdit), overstrength_(new QLineEdit),
      across_(new QCheckBox("30 % across")), possible_(new QLabel), make_(new QPushButton("Make")),
      add_(link("Add one", "Add a combination")), remove_(link("Remove", "Remove the combination")),
      export_(link("CSV…", "Export this table as CSV")), message_(new QLabel), limits_(new LimitsBar(doc)),
      view_(new QTableView), model_(new TableModel(this)), finder_(new SummaryFinder(doc, this))
{
    setObjectName("ledger");
    setAttribute(Qt::WA_StyledBackground);
    setSizePolicy(QSizePolicy::Ignored, QSizePolicy::Expanding); // never pushes the window wider
    auto* all = new QVBoxLayout(this);
    all->setContentsMargins(12, 6, 12, 4);
    all->setSpacing(4);
    all->addLayout(buildTabs());
    buildMaker();
    all->addWidget(maker_);
    limits_->hide();
    all->addWidget(limits_);
    // What is wrong with an entry of any page, or how many sets were made, wants a line's width.
    auto* below = new QHBoxLayout;
    below->addWidget(seismic_);
    below->addWidget(possible_);
    below->addWidget(message_, 1);
    below->addStretch();
    below->addWidget(add_);
    below->addWidget(remove_);
    below->addWidget(export_);
    all->addLayout(below);
    tell({});
    all->addWidget(view_, 1);
    makeQuiet(*view_, "Table of the frame");
    view_->setModel(model_);
    view_->setSortingEnabled(true);
    view_->setHorizontalScrollMode(QAbstractItemView::ScrollPerPixel);
    view_->horizontalHeader()->setStretchLastSection(false);
    view_->horizontalHeader()->setResizeContentsPrecision(120); // rows that are looked at: thousands of them take a while
    view_->horizontalHeader()->setSortIndicator(-1, Qt::AscendingOrder);
    model_->editable = [this](int r, int c) { return mayEdit(r, c); };
    model_->ink = [this](int r, int c) { return inkOf(r, c); };
    model_->change = [this](int r, int c, const QString& t) { return edit(r, c, t); };
    connectAll();
}

QHBoxLayout* FrameTablesView::buildTabs()
{
    static const char* names[Pages] = {"Summary", "Cases",  "Loads",     "Combinations", "Reactions",   "Movements",
                                       "Drift",   "Limits", "Stability", "Forces",       "Deflections", "Modes"};
    auto* head = new QHBoxLayout;
    head->setSpacing(5);
    for (int i = 0; i < Pages; ++i) {
        QToolButton* b = makeTab(names[i]);
        tabs_->addButton(b, i);
        head->addWidget(b);
    }
    tabs_->button(Combinations)->setChecked(true);
    head->addStretch();
    return head;
}

// What stands over the table of combinations: how they are made.
void FrameTablesView::buildMaker()
{
    for (const LoadingStandardName& s : loadingStandards())
        loading_->addItem(str(s.title));
    loading_->setAccessibleName("Loading standard");
    notional_->addItems({"no notional", "notional, gravity", "notional, all"});
    notional_->setAccessibleName("Notional loads");
    subsets_->addItems({"all sets", "governing sets"}); // the order of Subsets
    subsets_->setCurrentIndex(static_cast<int>(Subsets::Governing));
    subsets_->setAccessibleName("Subsets of actions");
    subsets_->setToolTip(
        QString("Every action also stands aside where it would relieve. Of more than %1 sets those are kept that are "
                "the largest or the least in some first-order force, stress or movement.")
            .arg(kManySubsets));
    service_->setChecked(true);
    construction_->setChecked(true);
    sds_->setPlaceholderText("SDS");
    sds_->setAccessibleName("SDS of the vertical earthquake effect");
    sds_->setToolTip("SDS of ASCE 7: the vertical earthquake effect is 0.2·SDS of the dead load");
    overstrength_->setPlaceholderText("Ω0");
    overstrength_->setAccessibleName("Overstrength of the earthquake-resisting system");
    overstrength_->setToolTip("Ω0 of ASCE 7 12.4.3: the sets with overstrength are made too; empty: they are not");
    across_->setChecked(true);
    across_->setToolTip(
        "30 % of an earthquake across act beside the one that leads (ASCE 7 12.5.3, EN 1998-1 4.3.3.5.1, IS 1893)");
    auto* quake = new QHBoxLayout(seismic_);
    quake->setContentsMargins(0, 0, 0, 0);
    for (QLineEdit* e : {sds_, overstrength_})
        e->setFixedWidth(48);
    for (QWidget* w : std::initializer_list<QWidget*>{sds_, overstrength_, across_})
        quake->addWidget(w);
    seismic_->hide();
    possible_->setObjectName("quiet");
    make_->setAccessibleName("Make the combinations of this standard");
    make_->setToolTip("Makes the combinations from the actions of the cases; those written by hand stay");
    message_->setObjectName("trouble");
    message_->setSizePolicy(QSizePolicy::Ignored, QSizePolicy::Preferred);
    auto* row = new QHBoxLayout(maker_);
    row->setContentsMargins(0, 0, 0, 0);
    for (QWidget* w : std::initializer_list<QWidget*>{loading_, notional_, subsets_, service_, construction_, make_})
        row->addWidget(w);
    row->addStretch(1);
}

void FrameTablesView::connectAll()
{
    connect(tabs_, &QButtonGroup::idClicked, this, [this](int id) { setPage(static_cast<Page>(id)); });
    connect(make_, &QPushButton::clicked, this, &FrameTablesView::makeThem);
    connect(limits_, &LimitsBar::wantCombinations, this, [this] { setPage(Combinations); });
    for (QComboBox* b : {loading_, notional_, subsets_})
        connect(b, &QComboBox::currentIndexChanged, this, &FrameTablesView::tellPossible);
    for (QCheckBox* b : {service_, construction_, across_})
        connect(b, &QCheckBox::toggled, this, &FrameTablesView::tellPossible);
    for (QLineEdit* e : {sds_, overstrength_})
        connect(e, &QLineEdit::editingFinished, this, &FrameTablesView::tellPossible);
    connect(finder_, &SummaryFinder::found, this, [this] {
        if (page_ == Summary) refresh();
    });
    connect(add_, &QPushButton::clicked, this, &FrameTablesView::addOne);
    connect(remove_, &QPushButton::clicked, this, &FrameTablesView::removeOne);
    connect(export_, &QPushButton::clicked, this, &FrameTablesView::exportAsk);
    connect(view_, &QTableView::clicked, this, &FrameTablesView::pickRow);
    connect(&doc_, &Document::opened, this, [this] {
        loading_->setCurrentIndex(static_cast<int>(loadingOfKey(loadingKeyFor(doc_.frame().design.standard))));
        tell({});
        refresh();
    });
    connect(&doc_, &Document::modelChanged, this, &FrameTablesView::refresh);
    connect(&doc_, &Document::resultsChanged, this, [this] { // the frame's limits are found with the audit
        if (page_ == Limits || page_ == Summary) refresh();
    });
    if (results_) {
        connect(results_, &ResultLayer::changed, this, [this] {
            if (page_ >= Reactions) refresh();
        });
        connect(results_, &ResultLayer::modesFound, this, [this] {
            if (!lending_ && results_->modes() > 0) setPage(Modes); // not where some are taken back
        });
    }
}

void FrameTablesView::tell(const QString& words)
{
    message_->setText(words);
    message_->setVisible(!words.isEmpty());
}

void FrameTablesView::setPage(Page p)
{
    page_ = p;
    tabs_->button(p)->setChecked(true);
    if (p != Summary && results_) results_->takeBack();
    maker_->setVisible(p == Combinations);
    limits_->setVisible(p == Limits);
    view_->horizontalHeader()->setSortIndicator(-1, Qt::AscendingOrder);
    refresh();
}

void FrameTablesView::refresh()
{
    if (!doc_.hasFrame() || !isVisible()) return;
    const Frame& f = doc_.frame();
    const FrameForces& r = doc_.analysed();
    std::vector<ShownLoad> loads;
    if (results_ && !results_->loads().empty()) loads = {results_->loads()[results_->load()]};
    seismic_->setVisible(page_ == Combinations && std::any_of(f.cases.begin(), f.cases.end(),
                                                              [](const LoadCase& c) { return c.action == Action::Seismic; }));
    tellPossible();
    limits_->refresh();
    offer();
    switch (page_) {
    case Summary: summarise(); break;
    case Cases: model_->set(caseTable(f)); break;
    case Combinations: model_->set(combinationTable(f)); break;
    case Loads: model_->set(balance_ ? loadTotalsTable(f, r) : loadTable(f)); break;
    case Reactions: model_->set(reactionTable(f, r, loads)); break;
    case Displacements: model_->set(displacementTable(f, r, loads)); break;
    case Drift: model_->set(driftTable(f, r, loads)); break;
    case Limits: model_->set(frameLimitTable(f, *doc_.state().limits, r.forces)); break;
    case Stability: model_->set(stabilityTable(doc_.state().stability())); break;
    case Forces: model_->set(forceTable(f, r, loads)); break;
    case Deflections: model_->set(bendingTable(f, r, loads)); break;
    case Modes: {
        Table t;
        if (results_ && !results_->vibration().modes.empty())
            t = vibrationTable(results_->vibration());
        else if (results_ && !results_->buckling().combinations.empty() && !loads.empty())
            t = bucklingTable(f, results_->buckling(), {loads.front().name});
        model_->set(std::move(t));
        break;
    }
    case Pages: break;
    }
    view_->resizeColumnsToContents();
    // Sentences stand whole, in as many lines as they want.
    view_->setWordWrap(page_ == Stability);
    if (page_ == Stability) {
        const int rest = std::max(300, view_->viewport()->width() - 132 - 78 - 84 - 26);
        const int widths[] = {132, 78, 84, rest / 2, rest - rest / 2};
        for (int c = 0; c < model_->columnCount(); ++c)
            view_->setColumnWidth(c, widths[c]);
        return view_->resizeRowsToContents();
    }
    for (int r0 = 0; r0 < model_->rowCount(); ++r0)
        if (view_->rowHeight(r0) > view_->verticalHeader()->defaultSectionSize())
            view_->setRowHeight(r0, view_->verticalHeader()->defaultSectionSize());
    for (int c = 0; c < model_->columnCount(); ++c)
        view_->setColumnWidth(c, std::clamp(view_->columnWidth(c) + 2, 44, page_ == Summary ? 380 : 190));
}

std::optional<MakeOptions> FrameTablesView::makeOptions(QString* why) const
{
    MakeOptions o;
    o.standard = loadingStandards()[loading_->currentIndex()].standard;
    o.notional = static_cast<NotionalUse>(notional_->currentIndex());
    o.subsets = static_cast<Subsets>(subsets_->currentIndex());
    o.service = service_->isChecked();
    o.construction = construction_->isChecked();
    o.orthogonal = across_->isChecked() ? 0.3 : 0;
    for (const auto& [field, name, into] :
         {std::tuple{sds_, "SDS", &o.sds}, std::tuple{overstrength_, "Ω0", &o.overstrength}}) {
        if (field->text().trimmed().isEmpty()) continue;
        const auto k = typedNumber(field->text());
        if (!k || *k < 0 || *k > 4) {
            *why = QString("%1 is a number from 0 to 4").arg(QString::fromUtf8(name));
            return {};
        }
        *into = *k;
    }
    o.effects = [this] {
        SilentProgress p;
        return caseEffects(doc_.frame(), p);
    };
    o.resultant = [](const Frame& frame, const LoadCase& c) { return loadTotals(frame, c).sum(); };
    return o;
}

// Before they are made: all subsets, or those that govern where there are many.
void FrameTablesView::tellPossible()
{
    QString why;
    const auto o = doc_.hasFrame() && page_ == Combinations ? makeOptions(&why) : std::nullopt;
    possible_->setVisible(o.has_value());
    if (!o) return;
    const double n = possibleSets(doc_.frame(), *o);
    possible_->setText(n < 1e6 ? QString("up to %1 sets").arg(decimal(n, 0)) : QString("over a million sets"));
    possible_->setToolTip(
        n > kManySubsets ? "All subsets of the actions; of so many, \"governing sets\" keeps those that are the largest or "
                           "the least in some effect"
                         : "All subsets of the actions, at most: those that are alike are made once");
}

void FrameTablesView::makeThem()
{
    if (!doc_.hasFrame()) return;
    QString wrong;
    const auto o = makeOptions(&wrong);
    if (!o) return tell(wrong);
    MadeCombinations m = makeCombinations(doc_.frame(), *o);
    if (anyError(m.findings))
        for (const Finding& error : m.findings)
            if (error.severity == Severity::Error) return tell(QString::fromStdString(error.text));
    const int made = m.made;
    const QString why = doc_.run(
        SetLoads{std::move(m.cases), std::move(m.combinations), "Combinations of " + loading_->currentText().toStdString()});
    // What asks for something, or how many were kept; what never stands together is no trouble.
    const auto told = std::find_if(m.findings.begin(), m.findings.end(), [](const Finding& f) {
        return f.severity != Severity::Note || f.code == "combination.subsets";
    });
    tell(!why.isEmpty() ? why : told == m.findings.end() ? QString() : QString::fromStdString(told->text));
    if (why.isEmpty() && made == 0) tell("the cases have no actions that this standard combines");
}

// What wants a look stands in ochre; sums by hand are green where they agree.
QColor FrameTablesView::inkOf(int row, int column) const
{
    const Table::Row& r = model_->table().rows[static_cast<size_t>(row)];
    if (page_ == Summary && r.place >= 0 && summary_[static_cast<size_t>(r.place)].warns && column > 0) return theme().ochreInk;
    if (page_ != Cases || column != kCaseAgrees) return {};
    const std::string& words = std::get<std::string>(r.cells[kCaseAgrees]);
    return words.empty() ? QColor() : words == "yes" ? theme().lighter : theme().red;
}

// What the links under the tabs do on the page at hand.
void FrameTablesView::offer()
{
    const bool cases = page_ == Cases || page_ == Combinations, each = page_ == Loads && !balance_;
    add_->setVisible(cases || page_ == Loads || (page_ == Summary && finder_->waits()));
    add_->setText(page_ == Summary ? "Find the modes"
                  : page_ != Loads ? "Add one"
                  : balance_       ? "Each load"
                                   : "Totals against reactions");
    remove_->setVisible(cases || each);
    remove_->setText(page_ == Loads ? "Take off" : "Remove");
}

void FrameTablesView::summarise()
{
    finder_->want();
    SummaryInput in{doc_.frame()};
    const bool fits = doc_.hasForces() && doc_.forcesFit();
    if (fits) in.forces = &doc_.analysed();
    if (fits && doc_.checked()) {
        in.model = &doc_.model();
        in.report = &doc_.worstReport();
    }
    if (finder_->buckling()) in.buckling = &*finder_->buckling();
    if (finder_->vibration()) in.vibration = &*finder_->vibration();
    summary_ = analysisSummary(in);
    model_->set(summaryTable(summary_));
    // Where buckling is near its mode is drawn, unless something else is.
    const auto near =
        std::find_if(summary_.begin(), summary_.end(), [](const SummaryLine& l) { return l.warns && l.buckling >= 0; });
    if (near != summary_.end() && results_ && results_->shown() == Shown::Nothing) showMode(*near);
}

void FrameTablesView::showMode(const SummaryLine& line)
{
    if (!results_ || !finder_->buckling() || line.buckling < 0) return;
    const BucklingMode& m = finder_->buckling()->combinations[static_cast<size_t>(line.buckling)].front();
    lending_ = true; // it stays on this page
    results_->lend(m, QString("%1 buckles at %2 × the load").arg(str(line.what), str(significant(m.factor))));
    lending_ = false;
}

void FrameTablesView::pickRow(const QModelIndex& index)
{
    const Table::Row& row = model_->table().rows[index.row()];
    if (page_ == Summary && row.place >= 0) {
        const SummaryLine& line = summary_[static_cast<size_t>(row.place)];
        if (line.buckling >= 0) return showMode(line);
        if (!line.load.empty() && results_)
            for (size_t k = 0; k < results_->loads().size(); ++k)
                if (results_->loads()[k].name == line.load) results_->setLoad(static_cast<int>(k));
    }
    std::set<size_t> pick;
    for (size_t m = 0; m < doc_.model().members().size(); ++m)
        for (const MemberPiece& piece : doc_.model().members()[m].pieces) {
            const Element& e = doc_.frame().elements[piece.element];
            if (piece.element == row.element || (row.node >= 0 && (e.i == row.node || e.j == row.node))) pick.insert(m);
        }
    if (!pick.empty()) doc_.setPick(std::move(pick));
}

bool FrameTablesView::exportTo(const QString& path)
{
    const auto done = writeTextFile(tableCsv(model_->table()), path.toStdString());
    if (!done) tell(QString::fromStdString(done.error()));
    return done.has_value();
}

void FrameTablesView::exportAsk()
{
    const QString path = QFileDialog::getSaveFileName(this, "Export this table",
                                                      QString::fromStdString(model_->table().title) + ".csv", "CSV (*.csv)");
    if (!path.isEmpty()) exportTo(path);
}

} // namespace wr
