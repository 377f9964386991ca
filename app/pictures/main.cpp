// Takes a picture of each main view with the demo frames: wrenrail-pictures FOLDER. Used for docs/screenshots and where there
// is no display.
#include "app/bench/bench.h"
#include "app/bench/frame_bench.h"
#include "app/bench/member_bench.h"
#include "app/bench/size_bench.h"
#include "app/briefs/brief_desk.h"
#include "app/briefs/briefs_bench.h"
#include "app/briefs/sheet_view.h"
#include "app/frame/frame_tables_view.h"
#include "app/frameview/frame_view.h"
#include "app/frameview/result_layer.h"
#include "app/intake/intake_desk.h"
#include "app/joint/joint_window.h"
#include "app/ledger/ledger.h"
#include "app/line/line_view.h"
#include "app/members/members_bench.h"
#include "app/report/drawings_view.h"
#include "app/report/report_desk.h"
#include "app/report/report_view.h"
#include "app/sections/section_browser.h"
#include "app/settings/user_settings.h"
#include "app/shape/shape_bench.h"
#include "app/shape/shape_desk.h"
#include "app/shell/document.h"
#include "app/shell/main_window.h"
#include "app/shell/opengl.h"
#include "app/size/size_band.h"
#include "app/start/start_window.h"
#include "app/tray/tray.h"
#include "core/files/table_writer.h"

#include <QApplication>
#include <QComboBox>
#include <QDir>
#include <QElapsedTimer>
#include <QLineEdit>
#include <QListWidget>
#include <QPixmap>
#include <QScreen>
#include <QStandardPaths>
#include <QTemporaryDir>
#include <cstdio>

using namespace wr;

namespace {

void spin(int ms)
{
    QElapsedTimer t;
    t.start();
    while (t.elapsed() < ms)
        QApplication::processEvents(QEventLoop::AllEvents, 20);
}

bool settle(MainWindow& w)
{
    QElapsedTimer t;
    t.start();
    while (w.document().jobs().running() && t.elapsed() < 60000)
        spin(20);
    spin(150);
    return !w.document().jobs().running();
}

size_t index(MainWindow& w, const std::string& id)
{
    const auto& members = w.document().model().members();
    for (size_t i = 0; i < members.size(); ++i)
        if (members[i].id == id) return i;
    return 0;
}

// Drives the window from view to view and keeps a picture of each.
class Album
{
public:
    Album(MainWindow& w, QDir folder) : w_(w), folder_(std::move(folder)) {}
    bool good() const { return good_; }

    void tower()
    {
        open(":/demo/marrow-hill.frame.json");
        good_ = w_.document().checked() && good_;
        pick("EB-1S");
        keep("check-trace");
        JointWindow& joint = w_.openJoint();
        joint.move(100, 60);
        joint.combination().setCurrentIndex(3);
        keep("joint");
        joint.close();
        StartWindow& start = w_.openStart();
        start.move(100, 60);
        keep("start");
        start.close();
        w_.bench().member().showDesign(true);
        sections();
        w_.bench().member().showDesign(false);
        w_.document().setPick({});
        if (FrameView* v = w_.frameView()) {
            v->setSolid(false);
            v->look(-52, 20);
            v->fitFrame();
        }
        pick("EB-1S");
        w_.ride(Stop::Size);
        wait();
        w_.bench().size().settle().click();
        wait();
        w_.document().setPick({});
        w_.sizes().setPage(SizeBand::Rungs);
        keep("size-candidates");
        w_.ride(Stop::Check);
    }

    void depot()
    {
        open(":/demo/sedge-lane.frame.json");
        if (FrameView* v = w_.frameView()) {
            v->setSolid(true);
            v->look(-52, 24);
            v->fitFrame();
        }
        pick("CW4");
        keep("check-en1993");
        if (w_.frameView()) w_.frameView()->setSolid(false);
        w_.document().setPick({});
        members();
        restraint();
        briefs();
        findings();
        compared();
    }

    // A line of the crane beams' brief, tried.
    void briefs()
    {
        w_.ride(Stop::Briefs);
        w_.briefDesk().choose("Runway");
        w_.document().setPick({index(w_, "BKV4"), index(w_, "BKV5")});
        wait();
        SheetView& sheet = w_.bench().briefs().sheet();
        sheet.open("deflection.limits");
        sheet.field().setText("L/1000 variable live-only");
        wait();
        keep("briefs");
        w_.briefDesk().choose("Purlin");
        w_.document().setPick({});
        w_.ride(Stop::Check);
    }

    // Findings of Restraint, one in full with its ways out.
    void findings()
    {
        w_.showFindings(WorkStop::Restraint);
        wait();
        keep("findings");
        w_.ride(Stop::Check);
    }

    // The depot as tendered against heavier columns and lighter gable posts.
    void compared()
    {
        Document& d = w_.document();
        d.park("as tendered");
        const auto sections = [&](const char* group, const char* section) {
            std::set<size_t> members;
            for (size_t i = 0; i < d.model().members().size(); ++i)
                if (d.model().members()[i].group == group) members.insert(i);
            d.run(SetSection{d.refs(members), section});
            wait();
        };
        sections("Columns, west", "HEA240");
        sections("Gable posts", "HEA180");
        sections("Eaves beams", "HEA120");
        d.analyseAgain();
        wait();
        d.compareTo("as tendered");
        wait();
        pick("R4c");
        d.setPick({});
        keep("compare");
        d.compareTo({});
        for (int k = 0; k < 3; ++k)
            d.undo();
        wait();
    }

    // What holds a column of the hall.
    void restraint()
    {
        if (FrameView* v = w_.frameView()) {
            v->look(-52, 24);
            v->fitFrame();
        }
        w_.ride(Stop::Restraint);
        pick("CW4");
        wait();
        keep("restraint");
        w_.document().setPick({});
        w_.ride(Stop::Check);
    }

    // The chain of a rafter.
    void members()
    {
        w_.ride(Stop::Members);
        pick("R4c");
        keep("members");
        w_.document().setPick({});
        w_.ride(Stop::Check);
    }

    void market()
    {
        open(":/demo/tern-street.frame.json");
        w_.ride(Stop::Frame);
        change();
        if (w_.frameView()) results();
        // The calculation of the purlin that is used most, in the report.
        ReportChoice c;
        c.subject = "Market roof, member checks";
        c.forWhom = "Tern Street traders";
        c.by = "M. Tarn";
        c.revision = "B";
        c.pick = "util > 0.5";
        c.depth = {{"Purlins", ReportDepth::Full}, {"Columns", ReportDepth::Summary}, {"Rafters", ReportDepth::Summary}};
        c.formats = {"pdf", "xlsx"};
        w_.reporting().setChoice(c);
        w_.ride(Stop::Report);
        wait();
        w_.reportPages().goTo("member.P1L");
        keep("report");
        w_.reportPages().showDrawings(true);
        DrawingsView& drawings = w_.reportPages().drawings();
        drawings.drawings().setCurrentIndex(drawings.drawings().findText("Elevation at y = 5.000 m"));
        drawings.widths().setChecked(true);
        keep("drawings");
        w_.reportPages().showDrawings(false);
        w_.document().undo();
        wait();
        w_.ride(Stop::Check);
    }

    // The dark theme, with the stability statement.
    void slate()
    {
        UserSettings dark;
        dark.dark = true;
        useSettings(dark);
        w_.applySettings();
        open(":/demo/marrow-hill.frame.json");
        Q_EMIT w_.document().wantShown(WorkStop::Frame, "stability");
        wait();
        keep("slate");
        useSettings({});
        w_.applySettings();
        w_.ride(Stop::Check);
    }

    // The roof as its analysis hands it over, with a name that nobody knows, a unit that nobody states and a cell that is no
    // number.
    void intake(const QDir& home)
    {
        Frame f = w_.document().frame();
        eachResult(f, w_.document().analysed(), [&](const GivenResult& g) { f.results.push_back(g); });
        std::vector<PlainTable> tables = frameTables(f, false, 5);
        for (PlainTable& t : tables) {
            if (t.kind == TableKind::Sections) t.rows.front()[1] = "HEA 18O"; // a letter for a digit
            if (t.kind == TableKind::Forces) {
                t.headings = {"bar", "load case", "x", "P", "V3", "V2 [kN]", "T [kNm]", "M3 [kNm]", "M2 [kNm]"};
                t.rows[7][3] = "-4.1.6";
            }
        }
        const QString folder = home.filePath("roof of week 7");
        if (!writeTextTables(tables, folder.toStdString())) good_ = false;
        w_.openFiles({folder});
        IntakeDesk& d = w_.intake();
        for (int k = 0; k < 200 && d.session().jobs().running(); ++k)
            spin(50);
        for (int k = 0; k < d.tables().count(); ++k)
            if (d.tables().item(k)->text().startsWith("Section forces")) d.showTable(k);
        keep("intake");
    }

private:
    void wait() { good_ = settle(w_) && good_; }
    void open(const char* path)
    {
        w_.open(path);
        wait();
    }
    void pick(const char* member) { w_.document().setPick({index(w_, member)}); }
    void keep(const char* name)
    {
        spin(200);
        const QString path = folder_.filePath(QString(name) + ".png");
        good_ = w_.screen()->grabWindow(0, w_.x(), w_.y(), w_.width(), w_.height()).save(path) && good_;
        std::printf("%s\n", qPrintable(path));
    }

    void sections()
    {
        w_.browseSections();
        keep("section-browser");
        w_.browseSections(false);
    }

    // The roof longer by two bays, before it is done.
    void change()
    {
        w_.change("copy");
        std::set<size_t> all;
        for (size_t m = 0; m < w_.document().model().members().size(); ++m)
            all.insert(m);
        w_.document().setPick(all);
        if (auto* by = qobject_cast<QLineEdit*>(w_.bench().frame().shape().field("by"))) {
            by->setText("10 m y");
            Q_EMIT by->textEdited(by->text());
        }
        if (FrameView* v = w_.frameView()) v->zoom(0.75, 0.5, 0.5);
        wait();
        keep("change");
        loads();
        w_.document().setPick({});
        w_.bench().frame().setPage(FrameBench::Results);
        if (FrameView* v = w_.frameView()) v->fitFrame();
    }

    // Wind on two rafters, before it is put.
    void loads()
    {
        FrameBench& bench = w_.bench().frame();
        bench.desk().setLoadCase("W");
        w_.change("line");
        w_.document().setPick({index(w_, "R1L"), index(w_, "R1R")});
        if (auto* load = qobject_cast<QLineEdit*>(bench.loads().field("load"))) {
            load->setText("0.25*5 kN/m");
            Q_EMIT load->textEdited(load->text());
        }
        if (auto* way = qobject_cast<QComboBox*>(bench.loads().field("way"))) way->setCurrentText("local z");
        if (FrameView* v = w_.frameView()) v->fitFrame();
        w_.tables().setPage(FrameTablesView::Loads);
        wait();
        keep("loads");
        w_.tables().setPage(FrameTablesView::Combinations);
    }

    void results()
    {
        ResultLayer& r = w_.frameView()->results();
        spin(100);
        w_.frameView()->fitFrame();
        r.setLoad(3);
        r.setShown(Shown::My);
        w_.tables().setPage(FrameTablesView::Reactions);
        keep("frame-moments");
        // The summary, and the mode of the combination that is nearest to buckling.
        r.setShown(Shown::Nothing);
        r.setScale(2.5);
        w_.tables().setPage(FrameTablesView::Summary);
        wait();
        keep("frame-modes");
        r.setScale(1);
        w_.tables().setPage(FrameTablesView::Combinations);
    }

    MainWindow& w_;
    QDir folder_;
    bool good_ = true;
};

} // namespace

int main(int argc, char** argv)
{
    QTemporaryDir home;
    qputenv("XDG_CONFIG_HOME", home.path().toUtf8());
    qputenv("XDG_STATE_HOME", home.path().toUtf8());
    QSurfaceFormat::setDefaultFormat(wr::frameSurface());
    QApplication app(argc, argv);
    QApplication::setApplicationName("wrenrail-pictures");
    if (argc < 2) {
        std::fprintf(stderr, "usage: wrenrail-pictures FOLDER\n");
        return 2;
    }
    const QDir folder(argv[1]);
    QDir().mkpath(folder.path());
    MainWindow w;
    w.askUnsaved = [] { return 1; };
    w.resize(1280, 800);
    w.show();
    Album album(w, folder);
    album.tower();
    album.depot();
    album.market();
    album.intake(QDir(home.path()));
    album.slate();
    return album.good() ? 0 : 1;
}
