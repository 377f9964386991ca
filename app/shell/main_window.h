// The window: menu, the line, tray, frame view, ledger or candidate chart, bench, status line.
#pragma once

#include "app/shell/stop_pages.h"
#include "core/base/finding.h"

#include <QMainWindow>
#include <QStringList>
#include <map>
#include <optional>

class QComboBox;
class QLabel;
class QShortcut;
class QSplitter;
class QStackedWidget;
class QToolButton;

namespace wr {

class ContentsView;
class ReportDesk;
class ReportView;
class SizeBand;
class SizingDesk;
class Bench;
class BriefDesk;
class BriefsView;
class ChangesView;
class CompareBanner;
class FindingsView;
class SettingsWindow;
class WhatHappened;
class ExportWindow;
class JointWindow;
class StartWindow;
class ChainsView;
class HoldStrip;
class IntakeDesk;
class SectionBrowser;
class Document;
class FrameTablesView;
class FrameView;
class Ledger;
class StartView;
class Tray;

class MainWindow : public QMainWindow
{
    Q_OBJECT
public:
    explicit MainWindow(QWidget* parent = nullptr);
    ~MainWindow() override;
    void open(const QString& path);
    Document& document() { return *doc_; }
    LineView& line() { return *line_; }
    FrameView* frameView() { return view_; } // nullptr without OpenGL
    Ledger& ledger() { return *ledger_; }
    Bench& bench() { return *bench_; }
    Tray& tray() { return *tray_; }
    StartView& start() { return *start_; }
    SectionBrowser& sections() { return *sections_; }
    FrameTablesView& tables() { return *tables_; }
    ChainsView& chains() { return *chains_; }
    HoldStrip& holds() { return *holds_; }
    BriefDesk& briefDesk() { return *desk_; }
    BriefsView& briefs() { return *briefs_; }
    IntakeDesk& intake() { return *intake_; }
    // Files of tables and models are taken in, the rest is opened.
    void openFiles(const QStringList& paths);
    bool takesIn() const;
    FindingsView& findings() { return *findings_; }
    ChangesView& changes() { return *changes_; }
    CompareBanner* banner() { return banner_; } // over the view; nullptr without OpenGL
    SettingsWindow& openSettings();
    WhatHappened& openWhatHappened();
    ExportWindow& openExport();
    JointWindow& openJoint();
    StartWindow& openStart();
    // The list of findings in place of the stop's table, at a stop (none: all), with one chosen by its id.
    void showFindings(std::optional<WorkStop> stop, const QString& id = {});
    void openNothing();                        // a frame without elements, to be drawn
    void change(const std::string& tool = {}); // the tools that change the frame, one of them at hand
    void applySettings();                      // theme, marks and units as the user set them
    bool browsing() const;
    void browseSections(bool on = true);
    QComboBox* combinations() { return combinations_; } // shown at Check: the worst, or one alone; nullptr without OpenGL
    SizingDesk& sizing() { return *sizing_; }
    SizeBand& sizes() { return *sizes_; }
    ReportDesk& reporting() { return *report_; }
    ReportView& reportPages() { return *reportView_; }
    ContentsView& contents() { return *contents_; }
    bool showsFrame() const;
    QString statusLeft() const;
    // What to do with unsaved work; a test answers instead of a person. Returns: 0 cancel, 1 discard, 2 save.
    std::function<int()> askUnsaved;
    bool saveTo(const QString& path);
    void ride(Stop s);

protected:
    void closeEvent(QCloseEvent*) override;
    void dragEnterEvent(QDragEnterEvent*) override;
    void dropEvent(QDropEvent*) override;
    bool eventFilter(QObject* watched, QEvent* e) override;

private:
    void buildMenus();
    void buildFileMenu();
    void buildEditMenu();
    void buildViewMenu();
    void buildFrameMenu();
    void buildStandardMenus(QMenu& frame);
    void buildHelpMenu();
    void buildCentre();
    QWidget* buildPicture();
    void buildViewButtons();
    void fillCombinations();
    void buildStatusBar();
    void buildShortcuts();
    void connectDocument();
    void openAsk();
    void takeInAsk();
    bool save();
    bool saveAs();
    bool mayLeave();
    void showLower();
    void compared();
    void keepLook();
    void takeLook();
    void dressCharts();
    void fillRecent();
    void refreshTitle();
    void refreshStatus();
    void sendPicked(); // to the report

    Document* doc_;
    BriefDesk* desk_;
    SizingDesk* sizing_;
    ReportDesk* report_;
    LineView* line_;
    Tray* tray_;
    FrameView* view_ = nullptr;
    Ledger* ledger_;
    Bench* bench_;
    StartView* start_;
    SizeBand* sizes_;
    FrameTablesView* tables_ = nullptr;
    ChainsView* chains_ = nullptr;
    HoldStrip* holds_ = nullptr;
    BriefsView* briefs_ = nullptr;
    SectionBrowser* sections_;
    FindingsView* findings_;
    IntakeDesk* intake_ = nullptr;
    ReportView* reportView_ = nullptr;
    ContentsView* contents_ = nullptr;
    QStackedWidget *side_ = nullptr, *middles_ = nullptr; // tray or contents; frame with its band, or pages
    ChangesView* changes_ = nullptr;
    CompareBanner* banner_ = nullptr;
    SettingsWindow* settings_ = nullptr;
    WhatHappened* happened_ = nullptr;
    ExportWindow* export_ = nullptr;
    JointWindow* joint_ = nullptr;
    StartWindow* startWindow_ = nullptr;
    QStackedWidget *pages_, *bottom_;
    QSplitter* middle_ = nullptr;         // frame view over the lower band
    QList<int> sizesBefore_;              // of the splitter, before the sections were browsed
    int bandOf_ = -1;                     // the stop whose band has a height of its own; -1: none
    std::map<int, QList<int>> bandSizes_; // by that
    std::vector<StopPage> stops_;
    Stop stop_ = Stop::Check;
    QLabel *left_, *right_, *kept_, *title_, *unitsLabel_, *shown_ = nullptr;
    QComboBox* combinations_ = nullptr;
    QToolButton *lines_ = nullptr, *solid_ = nullptr;
    QMenu* recentMenu_ = nullptr;
    QAction *undo_ = nullptr, *redo_ = nullptr;
    QString progress_;
    std::vector<QShortcut*> stepKeys_; // a rung up and down
};

} // namespace wr
