// Pictures a second of the frame view with 10 000 members at 1280 × 800: lines and solid sections, from a turning camera. Wants
// a screen with OpenGL (xvfb-run will do).
#include "app/frameview/frame_view.h"
#include "app/shell/document.h"
#include "app/shell/opengl.h"
#include "benchmarks/frames.h"
#include "core/files/frame_writer.h"

#include <QApplication>
#include <QElapsedTimer>
#include <QTemporaryDir>

using namespace wr;

namespace {

double picturesPerSecond(FrameView& view, bool solid)
{
    view.setSolid(solid);
    view.grabFramebuffer(); // buffers are filled once
    QElapsedTimer timer;
    timer.start();
    int n = 0;
    for (; timer.elapsed() < 4000 || n < 3; ++n) {
        view.look(-52 + 3 * n, 20);
        view.grabFramebuffer();
    }
    return n / (static_cast<double>(timer.elapsed()) / 1000);
}

} // namespace

int main(int argc, char** argv)
{
    QSurfaceFormat::setDefaultFormat(frameSurface());
    QApplication app(argc, argv);
    QTemporaryDir folder;
    const QString path = folder.filePath("building.frame.json");
    if (!writeFrameFile(benchmark::building(24, 16, 8, 2, 2), path.toStdString())) return 1;
    Document document;
    FrameView view(document);
    view.resize(1280, 800);
    view.show();
    document.open(path);
    while (!document.hasFrame() || !document.checked() || document.jobs().running())
        QApplication::processEvents(QEventLoop::AllEvents, 20);
    view.fitFrame();
    fmt::print("{} members, {} elements at {} x {}\n", document.model().members().size(), document.frame().elements.size(),
               view.width(), view.height());
    fmt::print("lines: {:.1f} pictures a second (goal 25)\n", picturesPerSecond(view, false));
    fmt::print("solid: {:.1f} pictures a second (goal 8)\n", picturesPerSecond(view, true));
    return 0;
}
