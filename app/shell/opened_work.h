// From a file to work at hand: a project with its history and results, or a frame file that becomes an untitled project.
#pragma once

#include "core/project/design_state.h"
#include "core/project/file/project_file.h"
#include "core/project/sidings.h"

#include <QDateTime>
#include <QString>
#include <functional>
#include <optional>

namespace wr {

struct OpenedWork
{
    std::vector<Finding> faults; // why not; empty: it is open
    DesignState state;
    History history;
    std::optional<ProjectFile> project; // where it is kept; none: it is looked at only, or cannot be kept
    Sidings sidings;
    std::vector<std::string> recipes;   // by which frames were taken in, the last one first
    std::string view;                   // how it was looked at last (MainWindow::keepLook)
    std::shared_ptr<const Frame> first; // the frame the project began with; null: not read, nothing is parked
    bool untitled = true;               // the project has no name of the engineer's own yet
    QString trouble;                    // why it is not kept
    QString lookOnly;                   // who has it open, a sentence; empty: it may be changed
};

// `shown`: from the units of the file to those on screen; null: the same.
OpenedWork openWork(const QString& path, const DesignState::Standards& standards, Progress& progress,
                    std::shared_ptr<AnalysisMemory> memory, const std::function<UnitSystem(const UnitSystem&)>& shown = {});

// The same of a frame that was taken in from elsewhere, under a name of its own.
OpenedWork takenWork(const QString& name, Frame frame, std::vector<Finding> findings, const DesignState::Standards& standards,
                     Progress& progress, std::shared_ptr<AnalysisMemory> memory,
                     const std::function<UnitSystem(const UnitSystem&)>& shown = {});

// Where untitled projects are kept, in the user's state folder (logging/log.h).
QString untitledFolder();
// Those that nobody has open, the last one first.
struct KeptProject
{
    QString path, name;
    QDateTime last;
};
std::vector<KeptProject> keptProjects();

} // namespace wr
