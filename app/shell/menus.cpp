// The menus of the window.
#include "app/findings/findings_view.h"
#include "app/frameview/frame_view.h"
#include "app/ledger/ledger.h"
#include "app/report/report_desk.h"
#include "app/shell/copying.h"
#include "app/shell/document.h"
#include "app/shell/main_window.h"
#include "app/shell/start_view.h"
#include "app/shell/text.h"
#include "app/tray/tray.h"
#include "core/shaping/shape_tools.h"

#include <QMenu>
#include <QMenuBar>
#include <QMessageBox>
#include <QStatusBar>

namespace wr {

void MainWindow::buildMenus()
{
    buildFileMenu();
    buildEditMenu();
    buildViewMenu();
    buildFrameMenu();
    buildHelpMenu();
}

void MainWindow::buildFileMenu()
{
    QMenu* file = menuBar()->addMenu("&File");
    file->addAction("&Open…", QKeySequence::Open, this, &MainWindow::openAsk);
    file->addAction("Start from &numbers…", QKeySequence::New, this, [this] { openStart(); });
    file->addAction("&New, to be drawn", QKeySequence("Ctrl+Shift+N"), this, &MainWindow::openNothing);
    file->addAction("&Take in tables or a model…", QKeySequence("Ctrl+I"), this, &MainWindow::takeInAsk);
    QMenu* demo = file->addMenu("Open a &demo frame");
    for (const DemoFrame& d : demoFrames())
        demo->addAction(d.title, this, [this, path = d.path] { open(path); });
    recentMenu_ = file->addMenu("Open &recent");
    connect(recentMenu_, &QMenu::aboutToShow, this, &MainWindow::fillRecent);
    file->addSeparator();
    file->addAction("&Save", QKeySequence::Save, this, &MainWindow::save);
    file->addAction("Save &as…", QKeySequence("Ctrl+Shift+S"), this, &MainWindow::saveAs);
    file->addSeparator();
    file->addAction("Send the &picked to the report", QKeySequence("Ctrl+R"), this, &MainWindow::sendPicked);
    file->addAction("Write the &report again", QKeySequence("F8"), this, [this] { report_->writeAgain(); });
    file->addAction("&Hand over…", QKeySequence("Ctrl+E"), this, [this] { openExport(); });
    file->addAction("Settin&gs…", QKeySequence("Ctrl+,"), this, [this] { openSettings(); });
    file->addSeparator();
    file->addAction("&Quit", QKeySequence::Quit, this, &QWidget::close);
}

void MainWindow::buildEditMenu()
{
    QMenu* edit = menuBar()->addMenu("&Edit");
    undo_ = edit->addAction("&Undo", QKeySequence::Undo, doc_, &Document::undo);
    redo_ = edit->addAction("&Redo", QKeySequence("Ctrl+Shift+Z"), doc_, &Document::redo);
    edit->addSeparator();
    edit->addAction("Pick &all", QKeySequence::SelectAll, this, [this] {
        std::set<size_t> all;
        if (doc_->hasFrame())
            for (size_t i = 0; i < doc_->model().members().size(); ++i)
                all.insert(i);
        doc_->setPick(std::move(all));
    });
    edit->addAction("Pick &nothing", QKeySequence("Ctrl+Shift+A"), this, [this] { doc_->setPick({}); });
    edit->addSeparator();
    // Of the view that has the focus, else of the largest in sight.
    const auto copying = [this](const QString& name, const char* key, QString (*copy)(QWidget&)) {
        return std::tuple{name, QKeySequence(key), [this, copy] {
                              const QString said = copy(*this);
                              statusBar()->showMessage(said.isEmpty() ? "there is nothing here to copy so" : said, 6000);
                          }};
    };
    for (const auto& [name, key, copy] :
         {copying("Copy as a &picture", "Ctrl+Shift+C", copyPicture), copying("Copy as a &table", "Ctrl+Shift+X", copyTable),
          copying("Copy as te&xt", "Ctrl+Shift+V", copyText)})
        edit->addAction(name, key, this, copy);
    edit->addSeparator();
    edit->addAction("&Sections…", QKeySequence("B"), this, [this] { browseSections(!browsing()); });
    edit->addAction("&Filter the ledger   /", this, [this] { ledger_->focusFilter(); });
}

void MainWindow::buildViewMenu()
{
    QMenu* view = menuBar()->addMenu("&View");
    view->addAction("Fin&dings", QKeySequence("A"), this,
                    [this] { bottom_->currentWidget() == findings_ ? ride(line_->current()) : showFindings(std::nullopt); });
    view->addAction("S&tability statement", this, [this] {
        if (doc_->hasFrame()) Q_EMIT doc_->wantShown(WorkStop::Frame, "stability");
    });
    if (!view_) return;
    view->addAction("&Lines or solid sections", QKeySequence("S"), this, [this] { view_->setSolid(!view_->solid()); });
    view->addAction("&Parallel or perspective", QKeySequence("P"), this, [this] { view_->setParallel(!view_->parallel()); });
    view->addAction("&Fit the frame   F", this, [this] { view_->fitFrame(); });
    const struct
    {
        const char* name;
        double yaw, pitch;
    } looks[] = {{"From the &front", -90, 0}, {"From the &right", 0, 0}, {"From &above", -90, 89}, {"From a &corner", -52, 20}};
    for (const auto& l : looks)
        view->addAction(l.name, this, [this, l] {
            view_->look(l.yaw, l.pitch);
            view_->fitFrame();
        });
    view->addSeparator();
    QAction* reserve = view->addAction("&Reserve instead of ratio", QKeySequence("R"), this,
                                       [this] { doc_->showReserve(!doc_->showsReserve()); });
    reserve->setCheckable(true);
    connect(view, &QMenu::aboutToShow, this, [this, reserve] { reserve->setChecked(doc_->showsReserve()); });
    view->addSeparator();
    view->addAction("&Only these", QKeySequence("H"), this, [this] {
        view_->onlyThese();
        refreshStatus();
    });
    view->addAction("&All", QKeySequence("Shift+H"), this, [this] {
        view_->showAll();
        refreshStatus();
    });
}

void MainWindow::buildFrameMenu()
{
    QMenu* frame = menuBar()->addMenu("F&rame");
    frame->addAction("&Analyse again", QKeySequence("F5"), doc_, &Document::analyseAgain);
    QAction* second = frame->addAction("In &second order", QKeySequence("F6"));
    second->setCheckable(true);
    QAction* amplified = frame->addAction("First order &amplified by B1 and B2", QKeySequence("Shift+F6"));
    amplified->setCheckable(true);
    QAction* reduced = frame->addAction("With &reduced stiffness (direct analysis)", QKeySequence("Ctrl+F6"));
    reduced->setCheckable(true);
    const auto choose = [this](auto change) {
        if (!doc_->hasFrame()) return;
        AnalysisChoice c = doc_->choice();
        change(c);
        doc_->setChoice(c);
    };
    const auto turn = [choose](ForceOrder to) {
        choose([to](AnalysisChoice& c) {
            c.order = c.order == to ? ForceOrder::First : to;
            c.reducedStiffness &= c.order != ForceOrder::First; // it has no meaning there
        });
    };
    connect(second, &QAction::triggered, this, [turn] { turn(ForceOrder::Second); });
    connect(amplified, &QAction::triggered, this, [turn] { turn(ForceOrder::Amplified); });
    connect(reduced, &QAction::triggered, this, [choose] {
        choose([](AnalysisChoice& c) {
            c.reducedStiffness = !c.reducedStiffness;
            if (c.reducedStiffness && c.order == ForceOrder::First) c.order = ForceOrder::Second; // it belongs to second order
        });
    });
    connect(frame, &QMenu::aboutToShow, this, [this, second, amplified, reduced] {
        second->setChecked(doc_->choice().order == ForceOrder::Second);
        amplified->setChecked(doc_->choice().order == ForceOrder::Amplified);
        reduced->setChecked(doc_->choice().reducedStiffness);
    });
    frame->addSeparator();
    frame->addAction("&Draw elements", QKeySequence("D"), this, [this] { change("draw"); });
    frame->addAction("Put loads &on", QKeySequence("L"), this, [this] { change("line"); });
    QMenu* tools = frame->addMenu("&Change");
    QMenu* loads = frame->addMenu("&Loads");
    for (const ShapeTool& t : shapeTools())
        (t.kind == ToolKind::Loads ? loads : tools)->addAction(str(t.title), this, [this, key = std::string(t.key)] {
            change(key);
        });
    frame->addSeparator();
    frame->addAction("Look at a &joint…", QKeySequence("J"), this, [this] { openJoint(); });
    frame->addAction("&Park this state", QKeySequence("K"), this, [this] { tray_->askPark(); });
    buildStandardMenus(*frame);
}

void MainWindow::buildStandardMenus(QMenu& frame)
{
    QMenu* standard = frame.addMenu("Design &standard");
    for (const Standard& s : shippedStandards())
        standard->addAction(str(s.title), this, [this, key = std::string(s.key)] { doc_->run(SetStandard{key}); });
    QMenu* compare = frame.addMenu("&Compare with");
    connect(compare, &QMenu::aboutToShow, this, [this, compare] {
        compare->clear();
        const auto add = [&](const QString& title, const std::string& key) {
            QAction* a = compare->addAction(title, this, [this, key] { doc_->compareWith(key); });
            a->setCheckable(true);
            a->setChecked(doc_->comparedKey() == key);
        };
        add("No other standard", {});
        for (const Standard& s : shippedStandards())
            if (!doc_->hasFrame() || s.key != doc_->model().standard().key) add(str(s.title), std::string(s.key));
    });
}

void MainWindow::buildHelpMenu()
{
    QMenu* help = menuBar()->addMenu("&Help");
    help->addAction("&Keys and mouse", this, [this] {
        QMessageBox::information(
            this, "Keys and mouse",
            "1 … 7   ride to a stop\nwheel   zoom to the cursor\nmiddle drag   orbit, with Shift pan\nleft click   pick, with "
            "Ctrl add\nleft drag   pick by window: rightwards wholly inside, leftwards touched\n"
            "D   draw elements; Esc ends the line, Shift drags a node upright\nH   only these, Shift+H all\nA   findings\nJ   "
            "look at a joint\nS   lines or solid, P parallel, F fit\narrows, + "
            "and −   move the view "
            "when it has "
            "the focus\n/   filter the ledger\nF5   analyse again");
    });
    help->addAction("&What happened…", this, [this] { openWhatHappened(); });
    help->addAction("&About Wren Rail", this, [this] {
        QMessageBox::about(this, "Wren Rail",
                           QString("Wren Rail %1\nChecks every member of a steel frame against a design standard.\nFree "
                                   "software, GPL-3.0-or-later, without any warranty: an engineer answers for what is built.")
                               .arg(WREN_VERSION));
    });
}

} // namespace wr
