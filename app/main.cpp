#include "app/shell/main_window.h"
#include "app/shell/opengl.h"
#include "logging/log.h"

#include <QApplication>
#include <QCommandLineParser>

namespace {

void intoLog(QtMsgType type, const QMessageLogContext&, const QString& text)
{
    const QByteArray words = text.toUtf8();
    const std::string_view view(words.constData(), static_cast<size_t>(words.size()));
    if (type == QtCriticalMsg || type == QtFatalMsg)
        wr::logError(view);
    else if (type == QtWarningMsg)
        wr::logWarning(view);
    else
        wr::logInfo(view);
}

} // namespace

int main(int argc, char** argv)
{
    QSurfaceFormat::setDefaultFormat(wr::frameSurface());
    QApplication app(argc, argv);
    QApplication::setOrganizationName("Wren Rail");
    QApplication::setApplicationName("wrenrail");
    QApplication::setApplicationVersion(WREN_VERSION);
    QCommandLineParser parser;
    parser.setApplicationDescription("Wren Rail checks every member of a steel frame against a design standard.");
    parser.addHelpOption();
    parser.addVersionOption();
    const QCommandLineOption demo("demo", "Open the Sedge Lane tram depot.");
    const QCommandLineOption verbose("verbose", "Write the log to standard error too.");
    parser.addOptions({demo, verbose});
    parser.addPositionalArgument("FRAME", "Frame file (.frame.json) to open.", "[FRAME]");
    parser.process(app);
    wr::startLog({.name = "wrenrail", .verbose = parser.isSet(verbose)});
    qInstallMessageHandler(intoLog);
    wr::logInfo(std::string("Wren Rail ") + WREN_VERSION + " starts");
    wr::MainWindow window;
    if (parser.isSet(demo))
        window.open(":/demo/sedge-lane.frame.json");
    else if (!parser.positionalArguments().isEmpty())
        window.open(parser.positionalArguments().front());
    window.show();
    return QApplication::exec();
}
