// Takes a picture of each main view with the demo frames: wrenrail-pictures FOLDER. Used for docs/screenshots and where there
// is no display.
#include "app/bench/bench.h"
#include "app/bench/check_chart.h"
#include "app/bench/member_bench.h"
#include "app/frame/frame_tables_view.h"
#include "app/frameview/frame_view.h"
#include "app/frameview/result_layer.h"
#include "app/line/line_view.h"
#include "app/sections/section_browser.h"
#include "app/shell/document.h"
#include "app/shell/main_window.h"
#include "app/shell/opengl.h"
#include "app/tray/tray.h"

#include <QApplication>
#include <QDir>
#include <QElapsedTimer>
#include <QFile>
#include <QPixmap>
#include <QScreen>
#include <QScrollArea>
#include <QScrollBar>
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

} // namespace

int main(int argc, char** argv)
{
    QTemporaryDir home;
    qputenv("XDG_CONFIG_HOME", home.path().toUtf8());
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
    w.resize(1280, 800);
    w.show();
    bool good = true;
    const auto take = [&](const char* name) {
        spin(200);
        const QString path = folder.filePath(QString(name) + ".png");
        const bool saved = w.screen()->grabWindow(0, w.x(), w.y(), w.width(), w.height()).save(path);
        good = good && saved;
        std::printf("%s\n", qPrintable(path));
    };
    w.open(":/demo/marrow-hill.frame.json");
    good = settle(w) && w.document().checked() && good;
    take("check-lines");
    w.document().setPick({index(w, "EB-1S")});
    take("check-trace");
    // The charts stand under the modes: the bench is scrolled to them.
    const auto chart = [&](const char* key, const char* name) {
        MemberBench& b = w.bench().member();
        const MemberResult& r = w.document().report().results[*w.document().pick().begin()];
        for (size_t i = 0; i < r.outcomes.size(); ++i)
            if (w.document().model().standard().checks[static_cast<size_t>(r.outcomes[i].check)].key == key)
                b.modes().choose(static_cast<int>(i));
        QApplication::processEvents();
        for (QWidget* p = &b; p; p = p->parentWidget())
            if (auto* area = qobject_cast<QScrollArea*>(p))
                area->verticalScrollBar()->setValue(b.chart().mapTo(&b, QPoint(0, 0)).y() - 190);
        take(name);
    };
    chart("ltb", "check-length-curve");
    chart("interaction", "check-interaction");
    w.bench().member().showDesign(true);
    take("check-change");
    w.browseSections();
    take("section-browser");
    w.sections().describe(true);
    w.sections().kind().setCurrentIndex(w.sections().kind().findText("I section, unequal flanges"));
    Q_EMIT w.sections().kind().activated(w.sections().kind().currentIndex());
    for (const auto& [key, text] : {std::pair{"h", "24"}, {"b", "8"}, {"tf", "3/4"}, {"b2", "12"}, {"tf2", "1"}, {"tw", "3/8"}})
        w.sections().dimensionField(key)->setText(text);
    w.sections().name().setText("Plate girder 24");
    Q_EMIT w.sections().name().textEdited(w.sections().name().text());
    take("section-described");
    w.browseSections(false);
    w.bench().member().showDesign(false);
    w.document().setPick({});
    if (w.frameView()) {
        w.frameView()->setSolid(true);
        w.frameView()->look(-60, 8);
        w.frameView()->zoom(2.4, 0.56, 0.62);
    }
    take("check-solid");
    if (w.frameView()) {
        w.frameView()->setSolid(false);
        w.frameView()->look(-52, 20);
        w.frameView()->fitFrame();
    }
    w.document().setPick({index(w, "EB-1S")});
    w.ride(Stop::Size);
    good = settle(w) && good;
    take("size-candidates");
    w.ride(Stop::Frame);
    w.document().setPick({});
    take("frame-findings");
    w.ride(Stop::Check);
    w.open(":/demo/sedge-lane.frame.json");
    good = settle(w) && good;
    if (w.frameView()) {
        w.frameView()->setSolid(true);
        w.frameView()->look(-52, 24);
        w.frameView()->fitFrame();
    }
    take("sedge-lane");
    w.document().setPick({index(w, "CW4")});
    take("check-en1993");
    w.document().setPick({index(w, "RWV3")});
    chart("deflection", "check-deflection");
    if (w.frameView()) w.frameView()->setSolid(false);
    w.document().setPick({});
    w.open(":/demo/tern-street.frame.json");
    good = settle(w) && good;
    take("tern-street");
    w.ride(Stop::Frame);
    if (w.frameView()) {
        ResultLayer& results = w.frameView()->results();
        spin(100);
        w.frameView()->fitFrame();
        results.setLoad(3);
        results.setShown(Shown::My);
        w.tables().setPage(FrameTablesView::Loads);
        take("frame-moments");
        results.setShown(Shown::Deflected);
        w.tables().setPage(FrameTablesView::Drift);
        take("frame-deflected");
        results.setLoad(2);
        results.setScale(2.5);
        results.findBuckling(4);
        good = settle(w) && good;
        take("frame-modes");
        results.setScale(1);
    }
    w.tables().setPage(FrameTablesView::Combinations);
    w.tables().notional().setCurrentIndex(1);
    w.tables().make().click();
    good = settle(w) && good;
    take("frame-combinations");
    w.document().undo();
    good = settle(w) && good;
    w.ride(Stop::Check);
    const QString bad = QDir(home.path()).filePath("damaged.frame.json");
    QFile f(bad);
    if (f.open(QIODevice::WriteOnly))
        f.write(R"({"format":"wren-frame","version":1,"units":{"length":"m","force":"kN"},
"materials":[{"id":"S355","grade":"S355"},{"id":"Mild","grade":"S356"}],
"sections":[{"id":"Column","name":"HEA 185"},{"id":"Girder","shape":"i","h":600,"b":220,"tw":12,"tf":310,"a":6}],
"nodes":[{"id":"1","at":[0,0,0],"support":{"ux":true,"uy":true,"uz":"yes"}},{"id":"2","at":[0,0,0]},{"id":"2","at":[6,0]}],
"elements":[{"id":"A","nodes":["1","2"],"section":"Column","material":"S355"},{"id":"B","nodes":["2","7"],"section":"Rafter","material":"S355","colour":"red"}],
"cases":[{"id":"G","action":"gravity","line":[{"element":"A","from":4,"q":[[0,0,-5],[0,-5]]}]}],
"combinations":[{"id":"U1","terms":{"G":1.2,"Q":1.6}}]})");
    f.close();
    w.open(bad);
    settle(w);
    take("file-with-faults");
    return good ? 0 : 1;
}
