#include "app/shell/main_window.h"
#include "app/bench/frame_bench.h"
#include "app/bench/result_bench.h"
#include "app/frame/frame_tables_view.h"
#include "app/frameview/result_layer.h"
#include "app/shape/shape_desk.h"

#include "app/bench/bench.h"
#include "app/bench/design_editor.h"
#include "app/bench/member_bench.h"
#include "app/bench/size_bench.h"
#include "app/briefs/brief_desk.h"
#include "app/briefs/briefs_bench.h"
#include "app/briefs/briefs_view.h"
#include "app/compare/changes_view.h"
#include "app/compare/compare_banner.h"
#include "app/findings/findings_view.h"
#include "app/frameview/frame_view.h"
#include "app/intake/intake_desk.h"
#include "app/ledger/ledger.h"
#include "app/members/chains_view.h"
#include "app/members/members_bench.h"
#include "app/report/report_bench.h"
#include "app/report/report_desk.h"
#include "app/report/report_view.h"
#include "app/restraint/hold_strip.h"
#include "app/restraint/restraint_bench.h"
#include "app/sections/section_browser.h"
#include "app/settings/settings_window.h"
#include "app/shell/document.h"
#include "app/shell/opengl.h"
#include "app/shell/recent_work.h"
#include "app/shell/start_view.h"
#include "app/shell/style.h"
#include "app/shell/text.h"
#include "app/size/size_band.h"
#include "app/size/sizing_desk.h"
#include "app/trace/trace_view.h"
#include "app/tray/tray.h"
#include "render/theme.h"

#include <QApplication>
#include <QCloseEvent>
#include <QComboBox>
#include <QHBoxLayout>
#include <QKeyEvent>
#include <QLabel>
#include <QLineEdit>
#include <QMenu>
#include <QMenuBar>
#include <QMessageBox>
#include <QScrollArea>
#include <QSettings>
#include <QShortcut>
#include <QSplitter>
#include <QStatusBar>
#include <QTimer>
#include <QToolButton>
#include <QVBoxLayout>

namespace wr {

MainWindow::MainWindow(QWidget* parent)
    : QMainWindow(parent), doc_(new Document(this)), desk_(new BriefDesk(*doc_, this)), sizing_(new SizingDesk(*doc_, this)),
      report_(new ReportDesk(*doc_, this)), line_(new LineView(*doc_)), tray_(new Tray(*doc_, *desk_)),
      ledger_(new Ledger(*doc_)), bench_(new Bench(*doc_, *desk_, *sizing_, *report_)), start_(new StartView),
      sizes_(new SizeBand(*doc_, *sizing_)), sections_(new SectionBrowser(*doc_)), findings_(new FindingsView(*doc_)),
      pages_(new QStackedWidget), bottom_(new QStackedWidget), left_(new QLabel), right_(new QLabel), kept_(new QLabel),
      title_(new QLabel), unitsLabel_(new QLabel)
{
    useSettings(UserSettings::load());
    QApplication::setPalette(programPalette());
    setStyleSheet(programStyle());
    setAcceptDrops(true);
    qApp->installEventFilter(this);
    resize(1280, 800);
    askUnsaved = [this] {
        QMessageBox box(
            QMessageBox::Question, "Wren Rail",
            doc_->title() +
                " has changes that are in no file of your own yet.\n\nWithout a name they are kept as well: File, Open recent.",
            QMessageBox::Save | QMessageBox::Discard | QMessageBox::Cancel, this);
        const int answer = box.exec();
        return answer == QMessageBox::Save ? 2 : answer == QMessageBox::Discard ? 1 : 0;
    };
    buildCentre();
    buildMenus();
    buildStatusBar();
    connect(line_, &LineView::rode, this, &MainWindow::ride);
    connect(tray_, &Tray::expressionChosen, ledger_, &Ledger::setExpression);
    connect(start_, &StartView::wantOpen, this, [this](const QString& p) { p.isEmpty() ? openAsk() : open(p); });
    connect(start_, &StartView::wantBack, this, [this] {
        if (doc_->hasFrame())
            pages_->setCurrentIndex(1);
        else
            start_->showWelcome();
    });
    connectDocument();
    buildShortcuts();
    start_->showWelcome();
    dressCharts();
    refreshTitle();
    refreshStatus();
}

void MainWindow::buildStatusBar()
{
    statusBar()->setSizeGripEnabled(false);
    statusBar()->setContentsMargins(10, 0, 12, 0);
    statusBar()->addWidget(left_, 1);
    statusBar()->addPermanentWidget(right_);
    kept_->setObjectName("quiet");
    kept_->setContentsMargins(12, 0, 0, 0);
    kept_->setAccessibleName("Whether the work is kept");
    statusBar()->addPermanentWidget(kept_);
    connect(&doc_->keeper(), &Keeper::told, this, &MainWindow::refreshStatus);
    auto* cancel = new QToolButton;
    cancel->setText("Cancel");
    cancel->setAccessibleName("Cancel the work in the background");
    cancel->hide();
    statusBar()->addPermanentWidget(cancel);
    connect(cancel, &QToolButton::clicked, this, [this] {
        for (const char* kind : {"open", "analyse", "check", "rungs", "modes", "effect", "siding", "settle", "remedies",
                                 "stiffness", "report", "write-report"})
            doc_->jobs().cancel(kind);
    });
    // Only for what takes longer than an eye minds.
    auto* patience = new QTimer(this);
    patience->setSingleShot(true);
    connect(patience, &QTimer::timeout, cancel, [this, cancel] { cancel->setVisible(doc_->jobs().running()); });
    connect(&doc_->jobs(), &Jobs::progressed, patience, [patience, cancel] {
        if (!patience->isActive() && !cancel->isVisible()) patience->start(300);
    });
    connect(&doc_->jobs(), &Jobs::idle, cancel, &QWidget::hide);
}

void MainWindow::connectDocument()
{
    connect(doc_, &Document::opened, this, [this] {
        pages_->setCurrentIndex(1);
        if (!doc_->path().startsWith(":/")) rememberPath(doc_->path());
        takeLook();
        refreshTitle();
    });
    connect(doc_, &Document::faulted, this, [this](const QString& path) {
        start_->showFaults(path, doc_->faults());
        pages_->setCurrentIndex(0);
        refreshStatus();
    });
    for (const auto signal : {&Document::pickChanged, &Document::resultsChanged, &Document::opened})
        connect(doc_, signal, this, &MainWindow::refreshStatus);
    for (const auto signal : {&Document::opened, &Document::modelChanged, &Document::resultsChanged})
        connect(doc_, signal, this, &MainWindow::fillCombinations);
    connect(doc_, &Document::historyChanged, this, [this] {
        refreshTitle();
        refreshStatus();
    });
    connect(&doc_->jobs(), &Jobs::progressed, this, [this](const QString& what, double fraction) {
        progress_ = doc_->jobs().running() ? QString("%1 %2 %").arg(what).arg(std::lround(fraction * 100)) : QString();
        refreshStatus();
    });
    connect(&doc_->jobs(), &Jobs::idle, this, [this] {
        progress_.clear();
        refreshStatus();
    });
}

void MainWindow::buildShortcuts()
{
    for (int i = 0; i < kStops; ++i) {
        auto* key = new QShortcut(QKeySequence(Qt::Key_1 + i), this);
        connect(key, &QShortcut::activated, this, [this, i] { line_->ride(static_cast<Stop>(i)); });
    }
    for (const auto& [key, by] : {std::pair{Qt::Key_Up, 1}, std::pair{Qt::Key_Down, -1}}) {
        auto* step = new QShortcut(QKeySequence(Qt::CTRL | key), this);
        step->setEnabled(false); // at Size alone
        stepKeys_.push_back(step);
        connect(step, &QShortcut::activated, this, [this, by] {
            if (const QString trouble = sizing_->step(by); !trouble.isEmpty()) statusBar()->showMessage(trouble, 15000);
        });
    }
    auto* slash = new QShortcut(QKeySequence(Qt::Key_Slash), this);
    connect(slash, &QShortcut::activated, ledger_, &Ledger::focusFilter);
}

MainWindow::~MainWindow()
{
    doc_->jobs().cancelAll();
}

// The frame view, or words where there is no OpenGL.
QWidget* MainWindow::buildPicture()
{
    if (const QString trouble = openGlTrouble(); !trouble.isEmpty()) {
        auto* words = new QLabel(trouble);
        words->setWordWrap(true);
        words->setAlignment(Qt::AlignCenter);
        words->setObjectName("noOpenGl");
        words->setMargin(40);
        return words;
    }
    view_ = new FrameView(*doc_);
    buildViewButtons();
    return view_;
}

void MainWindow::buildCentre()
{
    QWidget* picture = buildPicture();
    bench_->frame().results().watch(view_ ? &view_->results() : nullptr);
    tables_ = new FrameTablesView(*doc_, view_ ? &view_->results() : nullptr);
    chains_ = new ChainsView(*doc_);
    holds_ = new HoldStrip(*doc_);
    briefs_ = new BriefsView(*doc_, *desk_);
    changes_ = new ChangesView(*doc_);
    bench_->restraint().watch(holds_);
    if (view_) {
        view_->watch(desk_);
        view_->watch(sizing_);
        view_->watch(&bench_->frame().desk());
        connect(&bench_->members(), &MembersBench::tried, view_, &FrameView::setTried);
        connect(view_, &FrameView::said, this, [this](const QString& words) { statusBar()->showMessage(words, 15000); });
        bench_->restraint().watch(&view_->results());
    }
    for (QWidget* page :
         std::initializer_list<QWidget*>{ledger_, sizes_, sections_, tables_, chains_, holds_, briefs_, findings_, changes_})
        bottom_->addWidget(page);
    stops_ = stopPages({*bench_, *ledger_, *sizes_, *tables_, *chains_, *holds_, *briefs_});
    for (const StopPage& s : stops_)
        bench_->addPage(s.stop, s.bench);
    const auto combinations = [this] {
        ride(Stop::Frame);
        tables_->setPage(FrameTablesView::Combinations);
    };
    connect(doc_, &Document::wantShown, this, [this](WorkStop stop, const QString& page) {
        ride(static_cast<Stop>(stop));
        if (page == "combinations") tables_->setPage(FrameTablesView::Combinations);
        if (page == "cases") tables_->setPage(FrameTablesView::Cases);
        if (page == "limits") tables_->setPage(FrameTablesView::Limits);
        if (page == "stability") tables_->setPage(FrameTablesView::Stability);
        if (page == "remedies") {
            sizes_->setPage(SizeBand::Remedies);
            sizes_->remedies().start();
        }
        if (page == "stiffness") sizes_->setPage(SizeBand::Stiffness);
    });
    connect(bench_, &Bench::wantList, this, [this](WorkStop stop, const QString& id) {
        // A finding about the picked member may belong to another stop.
        id.isEmpty() ? showFindings(stop) : showFindings(std::nullopt, id);
    });
    connect(line_, &LineView::wantFindings, this, [this](Stop s) { showFindings(static_cast<WorkStop>(s)); });
    connect(findings_, &FindingsView::closed, this, [this] { ride(line_->current()); });
    connect(doc_, &Document::comparisonChanged, this, &MainWindow::compared);
    connect(&bench_->briefs(), &BriefsBench::wantCombinations, this, combinations);
    connect(&bench_->member(), &MemberBench::wantCombinations, this, combinations);
    connect(&bench_->member().editor(), &DesignEditor::browseSections, this, [this] { browseSections(); });
    connect(&bench_->member().editor(), &DesignEditor::wantRestraint, this, [this] { ride(Stop::Restraint); });
    connect(&bench_->size(), &SizeBench::browseSections, this, [this] { browseSections(); });
    connect(&bench_->size(), &SizeBench::wantRemedies, this, [this] {
        ride(Stop::Size);
        sizes_->setPage(SizeBand::Remedies);
        sizes_->remedies().start();
    });
    connect(sizing_, &SizingDesk::stepped, this, [this](const QString& words) { statusBar()->showMessage(words, 15000); });
    connect(sections_, &SectionBrowser::closed, this, [this] { browseSections(false); });
    middle_ = new QSplitter(Qt::Vertical);
    middle_->addWidget(picture);
    middle_->addWidget(bottom_);
    middle_->setStretchFactor(0, 3);
    middle_->setStretchFactor(1, 1);
    middle_->setSizes({470, 190});
    bottom_->setMinimumHeight(150); // its pages would like more than the picture can spare
    middle_->setHandleWidth(2);
    auto* trayArea = new QScrollArea;
    trayArea->setWidget(tray_);
    trayArea->setWidgetResizable(true);
    trayArea->setFrameShape(QFrame::NoFrame);
    trayArea->setFixedWidth(208);
    trayArea->setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    auto* besideEachOther = new QWidget;
    auto* row = new QHBoxLayout(besideEachOther);
    row->setContentsMargins(0, 0, 0, 0);
    row->setSpacing(0);
    // At Report the pages have the middle, and their contents stand in place of the tray.
    reportView_ = new ReportView(*doc_, *report_);
    contents_ = new ContentsView(*doc_, *report_);
    connect(contents_, &ContentsView::chosen, reportView_, &ReportView::goTo);
    report_->rounds = [this] { return sizing_->adoptedRounds(); };
    connect(report_, &ReportDesk::wrote, this, [this](const QStringList& files, const QString& trouble) {
        statusBar()->showMessage(trouble.isEmpty() ? "Written: " + files.join(", ") : trouble, 15000);
    });
    connect(&bench_->member().trace(), &TraceView::wantReport, this, &MainWindow::sendPicked);
    side_ = new QStackedWidget;
    side_->setFixedWidth(208);
    side_->addWidget(trayArea);
    side_->addWidget(contents_);
    middles_ = new QStackedWidget;
    middles_->addWidget(middle_);
    middles_->addWidget(reportView_);
    row->addWidget(side_);
    row->addWidget(middles_, 1);
    row->addWidget(bench_);
    pages_->addWidget(start_);
    pages_->addWidget(besideEachOther);
    intake_ = new IntakeDesk(*doc_);
    pages_->addWidget(intake_);
    intake_->mayLeave = [this] { return mayLeave(); };
    connect(intake_, &IntakeDesk::left, this, [this] { pages_->setCurrentIndex(doc_->hasFrame() ? 1 : 0); });
    auto* centre = new QWidget;
    auto* all = new QVBoxLayout(centre);
    all->setContentsMargins(0, 0, 0, 0);
    all->setSpacing(0);
    all->addWidget(line_);
    all->addWidget(pages_, 1);
    setCentralWidget(centre);
    bench_->setStop(stop_);
}

void MainWindow::sendPicked()
{
    if (!doc_->hasFrame() || doc_->pick().empty())
        return statusBar()->showMessage("Pick the members whose calculations are to stand in the report.", 15000);
    std::vector<std::string> names;
    for (const size_t i : doc_->pick())
        names.push_back(doc_->model().members()[i].id);
    const QString trouble = report_->send(names);
    const QString whose = names.size() == 1 ? "The calculation of " + QString::fromStdString(names.front())
                                            : QString("The calculations of %1 members").arg(names.size());
    statusBar()->showMessage(
        trouble.isEmpty() ? whose + (names.size() == 1 ? " stands" : " stand") + " in the report." : trouble, 15000);
}

bool MainWindow::showsFrame() const
{
    return pages_->currentIndex() == 1;
}

void MainWindow::ride(Stop s)
{
    if (line_->current() != s) line_->ride(s);
    stop_ = s;
    bench_->setStop(s);
    const StopPage& page = stops_[static_cast<size_t>(s)];
    // Riding moves nothing: the edge of the lower band stays where the engineer put it, also after the sections needed more.
    if (browsing()) middle_->setSizes(sizesBefore_);
    // A stop whose band wants another height has one of its own, remembered; all others share theirs.
    if (const int key = page.height > 0 ? static_cast<int>(s) : -1; key != bandOf_) {
        bandSizes_[bandOf_] = middle_->sizes();
        bandOf_ = key;
        const int both = middle_->sizes().value(0) + middle_->sizes().value(1);
        if (bandSizes_.contains(key))
            middle_->setSizes(bandSizes_[key]);
        else if (page.height > 0)
            middle_->setSizes({both - page.height, page.height});
    }
    showLower();
    if (view_) view_->setStop(s);
    tray_->setStop(s);
    sizing_->enter(s == Stop::Size);
    report_->enter(s == Stop::Report);
    for (QShortcut* k : stepKeys_)
        k->setEnabled(s == Stop::Size);
    if (page.entered) page.entered();
    refreshStatus();
}

// The table of the stop; at Check what changed, while a siding is compared.
void MainWindow::showLower()
{
    const bool changes = stop_ == Stop::Check && !doc_->comparedSiding().empty();
    QWidget* lower = stops_[static_cast<size_t>(stop_)].lower;
    side_->setCurrentIndex(lower ? 0 : 1);
    middles_->setCurrentIndex(lower ? 0 : 1);
    bottom_->setCurrentWidget(changes ? static_cast<QWidget*>(changes_) : lower ? lower : ledger_);
    if (banner_) banner_->setVisible(changes && doc_->hasFrame());
}

void MainWindow::showFindings(std::optional<WorkStop> stop, const QString& id)
{
    if (!doc_->hasFrame()) return;
    if (browsing()) browseSections(false);
    side_->setCurrentIndex(0); // from the pages of a report back to the frame
    middles_->setCurrentIndex(0);
    bottom_->setCurrentWidget(findings_);
    findings_->open(stop, id.toStdString());
}

// Another siding is compared, or none any more, or what differs was found.
void MainWindow::compared()
{
    if (!doc_->comparedSiding().empty() && !doc_->beside() && stop_ != Stop::Check) return ride(Stop::Check);
    if (bottom_->currentWidget() != findings_) showLower();
    refreshStatus();
}

bool MainWindow::browsing() const
{
    return bottom_->currentWidget() == sections_;
}

void MainWindow::browseSections(bool on)
{
    if (!on) {
        ride(line_->current());
        if (view_) view_->setFocus();
        return;
    }
    if (!doc_->hasFrame()) return;
    if (!browsing()) sizesBefore_ = middle_->sizes();
    side_->setCurrentIndex(0);
    middles_->setCurrentIndex(0);
    bottom_->setCurrentWidget(sections_);
    const int whole = middle_->sizes().value(0) + middle_->sizes().value(1);
    middle_->setSizes({whole * 2 / 5, whole * 3 / 5});
    sections_->open();
}

void MainWindow::closeEvent(QCloseEvent* e)
{
    if (!mayLeave()) return e->ignore();
    keepLook();
    e->accept();
}

bool MainWindow::eventFilter(QObject* watched, QEvent* e)
{
    // A field whose text was entered leaves undo and redo to the frame; while it is being typed in, they are the field's own.
    if (e->type() == QEvent::ShortcutOverride) {
        auto* k = static_cast<QKeyEvent*>(e);
        const auto* field = qobject_cast<QLineEdit*>(watched);
        if (const auto* box = qobject_cast<QComboBox*>(watched)) field = box->lineEdit();
        const bool undoing = k->matches(QKeySequence::Undo) || k->matches(QKeySequence::Redo) ||
                             (k->key() == Qt::Key_Z && k->modifiers() == (Qt::ControlModifier | Qt::ShiftModifier));
        if (field && undoing && !field->isModified()) {
            e->ignore();
            return true;
        }
    }
    return QMainWindow::eventFilter(watched, e);
}

void MainWindow::refreshTitle()
{
    setWindowTitle(doc_->hasFrame() ? QString("%1%2 — Wren Rail").arg(doc_->modified() ? "• " : "", doc_->title())
                                    : "Wren Rail");
    undo_->setEnabled(doc_->canUndo());
    redo_->setEnabled(doc_->canRedo());
    undo_->setText(doc_->canUndo() ? "&Undo: " + QString::fromStdString(doc_->history().undoWords()) : "&Undo");
    redo_->setText(doc_->canRedo() ? "&Redo: " + QString::fromStdString(doc_->history().redoWords()) : "&Redo");
}

QString MainWindow::statusLeft() const
{
    return left_->text();
}

void MainWindow::refreshStatus()
{
    if (!doc_->hasFrame()) {
        left_->setText(progress_);
        right_->clear();
        kept_->clear();
        return;
    }
    kept_->setText(doc_->keeper().words());
    const auto& pick = doc_->pick();
    double length = 0, mass = 0;
    for (const size_t i : pick) {
        const Member& m = doc_->model().members()[i];
        length += m.length;
        mass += m.length * doc_->frame().sections[m.section].properties.a * doc_->frame().materials[m.material].density;
    }
    const UnitSystem& u = doc_->units();
    left_->setText(pick.empty() ? QString("%1 · nothing picked").arg(doc_->title())
                                : QString("%1 picked · %2 · %3")
                                      .arg(pick.size())
                                      .arg(QString::fromStdString(u.text(Quantity::Length, length)),
                                           QString::fromStdString(u.text(Quantity::Mass, mass))));
    QString right = progress_;
    if (right.isEmpty() && doc_->checked())
        right = QString("%1 · %2 · %3   checked %4 members × %5 combinations in %6 s")
                    .arg(QString::fromStdString(u.force), QString::fromStdString(u.length), QString::fromStdString(u.section))
                    .arg(doc_->model().members().size())
                    .arg(doc_->model().setsFor(doc_->model().standard()).size())
                    .arg(decimal(doc_->checkSeconds(), 3));
    right_->setText(right);
    if (view_ && shown_) {
        const auto n = static_cast<int>(doc_->model().members().size());
        const QString what = stop_ == Stop::Members  ? QString("%1 elements").arg(doc_->frame().elements.size())
                             : stop_ == Stop::Briefs ? QString("hue and letter: the brief")
                                                     : QString();
        combinations_->setVisible(what.isEmpty() && doc_->hasForces());
        const QString count = QString("%1 of %2 shown").arg(n - view_->hiddenCount()).arg(n);
        shown_->setText(what.isEmpty() ? count : what + " · " + count);
    }
}

} // namespace wr
