#define CATCH_CONFIG_RUNNER
#include "app/shell/opengl.h"

#include <QApplication>
#include <QStandardPaths>
#include <QTemporaryDir>
#include <catch2/catch.hpp>

int main(int argc, char** argv)
{
    QTemporaryDir home; // settings of the tests, not of the person who runs them
    qputenv("XDG_CONFIG_HOME", home.path().toUtf8());
    QSurfaceFormat::setDefaultFormat(wr::frameSurface());
    QApplication app(argc, argv);
    QApplication::setOrganizationName("Wren Rail");
    QApplication::setApplicationName("wrenrail-tests");
    QApplication::setQuitOnLastWindowClosed(false);
    return Catch::Session().run(argc, argv);
}
