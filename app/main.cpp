#include "app/shell/main_window.h"
#include "app/shell/opengl.h"

#include <QApplication>

int main(int argc, char** argv)
{
    QSurfaceFormat::setDefaultFormat(wr::frameSurface());
    QApplication app(argc, argv);
    QApplication::setOrganizationName("Wren Rail");
    QApplication::setApplicationName("wrenrail");
    QApplication::setApplicationVersion(WREN_VERSION);
    wr::MainWindow window;
    const QStringList arguments = QApplication::arguments();
    if (arguments.size() > 1) window.open(arguments[1] == "--demo" ? QString(":/demo/sedge-lane.frame.json") : arguments[1]);
    window.show();
    return QApplication::exec();
}
