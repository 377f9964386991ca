#define CATCH_CONFIG_RUNNER
#include <QApplication>
#include <QStandardPaths>
#include <QSurfaceFormat>
#include <QTemporaryDir>
#include <catch2/catch.hpp>

int main(int argc, char** argv)
{
    QTemporaryDir home; // settings of the tests, not of the person who runs them
    qputenv("XDG_CONFIG_HOME", home.path().toUtf8());
    QSurfaceFormat format;
    format.setVersion(3, 3);
    format.setProfile(QSurfaceFormat::CoreProfile);
    format.setSamples(4);
    format.setDepthBufferSize(24);
    QSurfaceFormat::setDefaultFormat(format);
    QApplication app(argc, argv);
    QApplication::setOrganizationName("Wren Rail");
    QApplication::setApplicationName("wrenrail-tests");
    QApplication::setQuitOnLastWindowClosed(false);
    return Catch::Session().run(argc, argv);
}
