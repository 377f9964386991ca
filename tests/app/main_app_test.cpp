#define CATCH_CONFIG_RUNNER
#include "app/shell/document.h"
#include "app/shell/main_window.h"
#include "app/shell/opengl.h"

#include <QApplication>
#include <QElapsedTimer>
#include <QStandardPaths>
#include <QTemporaryDir>
#include <catch2/catch.hpp>
#include <cstdio>
#include <cstring>

namespace {

// For a test that kills it: groups one member after the other and says how many edits are safe.
int workUntilKilled()
{
    wr::MainWindow w;
    w.show();
    w.open(":/demo/tern-street.frame.json");
    QElapsedTimer t;
    t.start();
    for (size_t n = 1; t.elapsed() < 60000;) {
        QApplication::processEvents(QEventLoop::AllEvents, 5);
        wr::Document& d = w.document();
        if (!d.hasFrame()) continue;
        if (!d.run(wr::SetGroup{d.refs({n % d.model().members().size()}), "G" + std::to_string(n)}).isEmpty()) return 3;
        if (n % 4 == 0 && d.keeper().flush().isEmpty()) {
            std::printf("%zu\n", n);
            std::fflush(stdout);
        }
        ++n;
    }
    return 4;
}

} // namespace

int main(int argc, char** argv)
{
    const bool child = argc > 1 && std::strcmp(argv[1], "--work-until-killed") == 0;
    QTemporaryDir home; // settings of the tests, not of the person who runs them
    if (!child)
        for (const char* folder : {"XDG_CONFIG_HOME", "XDG_STATE_HOME"})
            qputenv(folder, home.path().toUtf8());
    QSurfaceFormat::setDefaultFormat(wr::frameSurface());
    QApplication app(argc, argv);
    QApplication::setOrganizationName("Wren Rail");
    QApplication::setApplicationName("wrenrail-tests");
    QApplication::setQuitOnLastWindowClosed(false);
    return child ? workUntilKilled() : Catch::Session().run(argc, argv);
}
