// Files of the window: opened, taken in, dropped, saved.
#include "app/intake/intake_desk.h"
#include "app/shell/document.h"
#include "app/shell/main_window.h"
#include "app/shell/recent_work.h"
#include "core/tables/open_book.h"

#include <QDragEnterEvent>
#include <QFileDialog>
#include <QFileInfo>
#include <QMessageBox>
#include <QMimeData>
#include <QStackedWidget>
#include <algorithm>

namespace wr {

void MainWindow::open(const QString& path)
{
    if (!mayLeave()) return;
    keepLook();
    doc_->open(path);
    refreshStatus();
}

void MainWindow::openFiles(const QStringList& paths)
{
    const auto foreign = [](const QString& p) {
        if (p.startsWith(":/")) return false;
        if (QFileInfo(p).isDir()) return true;
        const FileKind kind = fileKind(p.toStdString());
        return kind != FileKind::OurJson && kind != FileKind::Project && QFileInfo::exists(p);
    };
    if (!std::any_of(paths.begin(), paths.end(), foreign)) return open(paths.front());
    keepLook();
    pages_->setCurrentWidget(intake_);
    intake_->begin(paths);
    refreshStatus();
}

bool MainWindow::takesIn() const
{
    return pages_->currentWidget() == intake_;
}

void MainWindow::takeInAsk()
{
    const QStringList paths = QFileDialog::getOpenFileNames(
        this, "Take in tables or a model", {}, "Tables and models (*.xlsx *.ods *.csv *.tsv *.txt *.ifc *.dxf);;All files (*)");
    if (!paths.isEmpty()) openFiles(paths);
}

void MainWindow::openAsk()
{
    const QString path = QFileDialog::getOpenFileName(this, "Open a project or a frame file", {},
                                                      "Projects and frame files (*.wren *.frame.json *.json);;All files (*)");
    if (!path.isEmpty()) openFiles({path});
}

bool MainWindow::saveTo(const QString& path)
{
    QString why;
    if (doc_->save(path, &why)) {
        rememberPath(path);
        return true;
    }
    QMessageBox::warning(this, "Wren Rail", why);
    return false;
}

bool MainWindow::save()
{
    if (!doc_->hasFrame()) return false;
    const bool mine = !doc_->path().startsWith(":/") && (doc_->isProject() || !doc_->path().endsWith(".wren"));
    return mine ? saveTo(doc_->path()) : saveAs();
}

bool MainWindow::saveAs()
{
    if (!doc_->hasFrame()) return false;
    const QString project = "Projects (*.wren)", frame = "Frame files (*.frame.json)";
    const QString name = QFileInfo(doc_->path()).fileName().section('.', 0, 0);
    QString chosen = project, path = QFileDialog::getSaveFileName(this, "Save as", name, project + ";;" + frame, &chosen);
    if (path.isEmpty()) return false;
    if (!path.endsWith(".json") && !path.endsWith(".wren")) path += chosen == frame ? ".frame.json" : ".wren";
    return saveTo(path);
}

bool MainWindow::mayLeave()
{
    if (!doc_->hasFrame() || !doc_->modified()) return true;
    const int answer = askUnsaved();
    return answer == 1 || (answer == 2 && save());
}

void MainWindow::dragEnterEvent(QDragEnterEvent* e)
{
    if (e->mimeData()->hasUrls()) e->acceptProposedAction();
}

void MainWindow::dropEvent(QDropEvent* e)
{
    const auto urls = e->mimeData()->urls();
    QStringList paths;
    for (const QUrl& u : urls)
        if (u.isLocalFile()) paths += u.toLocalFile();
    if (!paths.isEmpty()) openFiles(paths);
}

} // namespace wr
