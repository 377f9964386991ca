// What the window remembers from one time to the next: how work looked, what was worked on, the user's settings.
#include "app/bench/bench.h"
#include "app/bench/frame_bench.h"
#include "app/frameview/frame_view.h"
#include "app/joint/joint_window.h"
#include "app/settings/settings_window.h"
#include "app/shape/shape_desk.h"
#include "app/shell/document.h"
#include "app/shell/export_window.h"
#include "app/shell/main_window.h"
#include "app/shell/opened_work.h"
#include "app/shell/recent_work.h"
#include "app/shell/style.h"
#include "app/shell/what_happened.h"
#include "app/start/start_window.h"
#include "plots/chart.h"
#include "render/theme.h"

#include "core/standards/standard.h"

#include <QJsonDocument>
#include <QJsonObject>
#include <QLocale>
#include <QMenu>

namespace wr {

// How the work looks, for the next time somebody looks for it.
void MainWindow::keepLook()
{
    if (!doc_->hasFrame() || !doc_->checked()) return;
    doc_->keepResults();
    QJsonObject look{{"stop", static_cast<int>(stop_)}};
    if (view_) look["view"] = view_->lookState();
    doc_->keeper().note({"view", "last", QJsonDocument(look).toJson(QJsonDocument::Compact).toStdString()});
    QImage picture;
    if (view_ && view_->isVisible()) picture = view_->grabFramebuffer().scaledToWidth(392, Qt::SmoothTransformation);
    // By the file that was opened and by the project the work is kept in: either may be looked for.
    for (const QString& path : {doc_->path(), doc_->keeper().path()})
        if (!path.startsWith(":/")) rememberLook(path, picture, line_->figures());
}

// As it was left, where the project says how.
void MainWindow::takeLook()
{
    const auto look = QJsonDocument::fromJson(QByteArray::fromStdString(doc_->keptView()));
    if (!look.isObject()) return;
    if (const int stop = look["stop"].toInt(-1); stop >= 0 && stop < kStops) ride(static_cast<Stop>(stop));
    if (view_) view_->takeLook(look["view"].toObject());
}

SettingsWindow& MainWindow::openSettings()
{
    if (!settings_) {
        settings_ = new SettingsWindow(this);
        connect(settings_, &SettingsWindow::changed, this, &MainWindow::applySettings);
    }
    settings_->show();
    settings_->raise();
    return *settings_;
}

ExportWindow& MainWindow::openExport()
{
    if (!export_) export_ = new ExportWindow(*doc_, this);
    export_->refresh();
    export_->show();
    export_->raise();
    return *export_;
}

void MainWindow::openNothing()
{
    if (!mayLeave()) return;
    // In the units and for the standard of the frame at hand, else as people work here.
    Frame f;
    f.hasDesign = true;
    if (doc_->hasFrame()) {
        f.units = doc_->frame().units;
        f.up = doc_->frame().up;
        f.design.standard = doc_->frame().design.standard;
    } else
        for (const Standard& s : shippedStandards())
            if ((gradeRegion(s.key) == "ASTM") == (QLocale::system().measurementSystem() != QLocale::MetricSystem)) {
                f.design.standard = s.key;
                if (gradeRegion(s.key) == "ASTM")
                    f.units = {.length = "ft", .force = "kip", .section = "in", .stress = "ksi", .angle = "deg", .mass = "lb"};
                break;
            }
    doc_->openTaken("New frame", std::move(f), {}, {});
    QObject* once = new QObject(this);
    connect(doc_, &Document::opened, once, [this, once] {
        once->deleteLater();
        change("draw");
    });
}

void MainWindow::change(const std::string& tool)
{
    if (!doc_->hasFrame()) return;
    ride(Stop::Frame);
    bench_->frame().showTool(tool.empty() ? bench_->frame().desk().tool() : tool);
    if (view_) view_->setFocus();
}

StartWindow& MainWindow::openStart()
{
    if (!startWindow_) {
        startWindow_ = new StartWindow(this);
        connect(startWindow_, &StartWindow::taken, this, [this](const QString& name, const Frame& frame) {
            if (!mayLeave()) return;
            doc_->openTaken(name, frame, {}, {});
            startWindow_->close();
        });
    }
    startWindow_->show();
    startWindow_->raise();
    return *startWindow_;
}

JointWindow& MainWindow::openJoint()
{
    if (!joint_) joint_ = new JointWindow(*doc_, this);
    if (doc_->pick().size() == 1 || joint_->node() < 0) joint_->showPicked();
    joint_->show();
    joint_->raise();
    return *joint_;
}

WhatHappened& MainWindow::openWhatHappened()
{
    if (!happened_) happened_ = new WhatHappened(this);
    happened_->refresh();
    happened_->show();
    happened_->raise();
    return *happened_;
}

void MainWindow::dressCharts()
{
    for (Chart* c : findChildren<Chart*>()) {
        c->setTheme(theme());
        c->setLocale(decimalMark() == ',' ? QLocale(QLocale::German) : QLocale::c());
    }
}

void MainWindow::applySettings()
{
    QApplication::setPalette(programPalette());
    setStyleSheet(programStyle());
    dressCharts();
    doc_->takeUnits();
    if (doc_->hasFrame()) Q_EMIT doc_->resultsChanged(); // words and pictures are drawn anew
    for (QWidget* w : findChildren<QWidget*>())
        w->update();
}

void MainWindow::fillRecent()
{
    recentMenu_->clear();
    const std::vector<KeptProject> kept = keptProjects();
    if (!kept.empty()) recentMenu_->addSection("Kept, without a name");
    for (size_t k = 0; k < kept.size() && k < 8; ++k)
        recentMenu_->addAction(QString("%1, %2").arg(kept[k].name, QLocale().toString(kept[k].last, QLocale::ShortFormat)),
                               this, [this, p = kept[k].path] { open(p); });
    if (!kept.empty()) recentMenu_->addSection("Files");
    for (const QString& p : recentPaths())
        recentMenu_->addAction(p, this, [this, p] { open(p); });
    if (recentMenu_->isEmpty()) recentMenu_->addAction("nothing yet")->setEnabled(false);
}

} // namespace wr
