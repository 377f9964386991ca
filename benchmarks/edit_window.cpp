// One edit to 100 of 10 200 members × 20 combinations as the window makes it: how long its thread is held up by the edit
// itself, and by what comes back from the background; by the document alone, and with all views of the window listening. Wants
// a screen (xvfb-run will do).
#include "app/shell/document.h"
#include "app/shell/main_window.h"
#include "app/shell/opengl.h"
#include "benchmarks/frames.h"
#include "core/files/frame_writer.h"

#include <QApplication>
#include <QElapsedTimer>
#include <QTemporaryDir>

using namespace wr;

namespace {

// The building with every element a member of its own.
Frame membersOf(Frame f)
{
    for (size_t e = 0; e < f.elements.size(); ++e) {
        DesignMember m;
        m.id = "M" + f.elements[e].id;
        m.elements = {static_cast<int>(e)};
        f.design.members.push_back(std::move(m));
    }
    f.hasDesign = true;
    return f;
}

void wait(Document& d)
{
    while (!d.hasFrame() || !d.checked() || d.jobs().running())
        QApplication::processEvents(QEventLoop::AllEvents, 20);
}

void measure(const char* name, Document& d)
{
    double edit = 1e9, back = 1e9;
    for (int round = 0; round < 4; ++round) {
        std::set<size_t> which;
        for (size_t i = 0; i < 100; ++i)
            which.insert(i * 50 + static_cast<size_t>(round));
        QElapsedTimer timer;
        timer.start();
        if (!d.run(SetLengths{d.refs(which), LengthAxis::Minor, 0.7 + 0.05 * round, {}}).isEmpty()) return;
        edit = std::min(edit, static_cast<double>(timer.nsecsElapsed()) / 1e6);
        double longest = 0;
        while (d.jobs().running()) {
            timer.restart();
            QApplication::processEvents();
            longest = std::max(longest, static_cast<double>(timer.nsecsElapsed()) / 1e6);
        }
        back = std::min(back, longest);
    }
    fmt::print("{}: {:.1f} ms for the edit (limit 16), {:.1f} ms at most when results come back\n", name, edit, back);
}

} // namespace

int main(int argc, char** argv)
{
    QSurfaceFormat::setDefaultFormat(frameSurface());
    QApplication app(argc, argv);
    QTemporaryDir folder;
    const QString path = folder.filePath("building.frame.json");
    const Frame f = membersOf(benchmark::building(11, 11, 25, 6, 20));
    if (!writeFrameFile(f, path.toStdString())) return 1;
    {
        Document alone;
        alone.open(path);
        wait(alone);
        fmt::print("{} members, {} combinations\n", alone.model().members().size(), alone.frame().combinations.size());
        measure("the document alone", alone);
    }
    MainWindow window;
    window.resize(1280, 800);
    window.show();
    window.open(path);
    wait(window.document());
    measure("with every view of the window", window.document());
    return 0;
}
