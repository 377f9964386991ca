#include "app/shell/opened_work.h"

#include "core/files/frame_reader.h"
#include "core/project/file/check_bytes.h"
#include "logging/log.h"

#include <QDir>
#include <QFile>
#include <QFileInfo>

namespace wr {

namespace {

Loaded<Frame> readAny(const QString& path)
{
    if (!path.startsWith(":/")) return readFrameFile(path.toStdString());
    QFile f(path); // a demo frame inside the program
    if (!f.open(QIODevice::ReadOnly)) return {};
    const QByteArray bytes = f.readAll();
    return readFrame(std::string_view(bytes.constData(), static_cast<size_t>(bytes.size())));
}

void showIn(Frame& f, const std::function<UnitSystem(const UnitSystem&)>& shown)
{
    if (!shown) return;
    const UnitSystem own = f.writtenUnits();
    f.units = shown(own);
    if (!(f.units == own)) f.unitsOfFile = own;
}

// A new project in the user's state folder.
void keepUntitled(const QString& path, OpenedWork& work)
{
    const QDir folder(untitledFolder());
    if (!folder.mkpath(".")) {
        work.trouble = QString("%1 cannot be made").arg(folder.path());
        return;
    }
    const QString name = QFileInfo(path).fileName().section('.', 0, 0),
                  time = QDateTime::currentDateTime().toString("yyyyMMdd-HHmmss");
    QString file = QString("%1 %2.wren").arg(name, time);
    for (int n = 2; folder.exists(file); ++n)
        file = QString("%1 %2 (%3).wren").arg(name, time).arg(n);
    auto made = ProjectFile::create(folder.filePath(file).toStdString(), *work.state.frame);
    if (made)
        work.project = *std::move(made);
    else
        work.trouble = QString::fromStdString(made.error());
}

OpenedWork refused(std::string words)
{
    OpenedWork out;
    out.faults = {finding("project.refused", "", "", std::move(words))};
    return out;
}

// What was parked; what cannot be read is told.
void readSidings(const ProjectFile& file, const ProjectContents& contents, OpenedWork& out, std::vector<Finding>& read)
{
    const std::vector<ProjectPart> parts = file.parts("siding");
    if (parts.empty()) return;
    const auto lost = [&](const std::string& what) {
        read.push_back(finding("project.lost", "", "", "the project is damaged and has lost " + what));
    };
    auto first = file.first();
    if (!first) return lost("its sidings: " + first.error());
    out.first = std::make_shared<const Frame>(*std::move(first));
    for (const ProjectPart& p : parts) {
        auto s = sidingFromBytes(p.name, p.bytes, *out.first);
        if (!s) {
            lost(s.error());
            continue;
        }
        if (!s->frame->came.name.empty()) {
            auto f = std::make_shared<Frame>(*s->frame);
            findCame(f->came, contents.came);
            s->frame = std::move(f);
        }
        static_cast<void>(out.sidings.park(*std::move(s)));
    }
}

OpenedWork openProject(const QString& path, const DesignState::Standards& standards, Progress& progress,
                       std::shared_ptr<AnalysisMemory> memory, const std::function<UnitSystem(const UnitSystem&)>& shown)
{
    OpenedWork out;
    auto file = ProjectFile::open(path.toStdString());
    if (!file && file.error().inUse) {
        out.lookOnly = QString::fromStdString(file.error().words);
        file = ProjectFile::open(path.toStdString(), true);
    }
    if (!file && !file.error().damaged) return refused(file.error().words);
    // What can be read of a damaged one goes on as a copy.
    const bool damaged = !file;
    auto contents = file ? file->read() : ProjectFile::salvage(path.toStdString());
    if (!contents) return refused(contents.error());
    std::vector<Finding> read;
    for (const std::string& lost : contents->lost)
        read.push_back(finding("project.lost", "", "", "the project is damaged and has lost " + lost));
    // What is looked at only has nothing to undo.
    if (!damaged && !file->lookOnly()) out.history = historyOf(*contents);
    if (file) readSidings(*file, *contents, out, read);
    if (file)
        for (ProjectPart& p : file->parts("view"))
            out.view = std::move(p.bytes);
    if (file)
        for (ProjectPart& p : file->parts("recipe"))
            out.recipes.insert(out.recipes.begin(), std::move(p.bytes));
    if (file && !file->keptOld().empty())
        read.push_back(finding("project.brought-up", "", "",
                               "the project was of an older version and was brought up; as it was it is kept in " +
                                   file->keptOld().filename().string()));
    if (damaged)
        read.push_back(
            finding("project.lost", "", "", "the project is damaged: states that were parked beside it are not taken over"));
    showIn(contents->frame, shown);
    const AnalysisChoice choice = choiceFor(contents->frame);
    out.state = beginState(std::move(contents->frame), std::move(read), standards, choice, progress, std::move(memory),
                           contents->results);
    // As it was left, until it is checked again: that begins at once.
    if (!contents->check.empty() && contents->results)
        if (auto report = reportFromBytes(contents->check, *out.state.model)) {
            out.state.report = std::make_shared<const CheckReport>(*std::move(report));
            out.state.checked = true;
        }
    if (damaged)
        keepUntitled(path, out);
    else if (!file->lookOnly()) {
        out.project = *std::move(file);
        out.untitled = QFileInfo(path).absolutePath() == QDir(untitledFolder()).absolutePath();
    } else
        out.untitled = false;
    return out;
}

} // namespace

OpenedWork openWork(const QString& path, const DesignState::Standards& standards, Progress& progress,
                    std::shared_ptr<AnalysisMemory> memory, const std::function<UnitSystem(const UnitSystem&)>& shown)
{
    if (!path.startsWith(":/") && ProjectFile::isProject(path.toStdString()))
        return openProject(path, standards, progress, std::move(memory), shown);
    OpenedWork out;
    auto loaded = readAny(path);
    if (!loaded.ok()) {
        out.faults = std::move(loaded.findings);
        return out;
    }
    return takenWork(path, std::move(*loaded.value), std::move(loaded.findings), standards, progress, std::move(memory), shown);
}

OpenedWork takenWork(const QString& name, Frame frame, std::vector<Finding> findings, const DesignState::Standards& standards,
                     Progress& progress, std::shared_ptr<AnalysisMemory> memory,
                     const std::function<UnitSystem(const UnitSystem&)>& shown)
{
    OpenedWork out;
    if (frame.results.empty()) progress.at(0.2, "analysing");
    showIn(frame, shown);
    const AnalysisChoice choice = choiceFor(frame);
    out.state = beginState(std::move(frame), std::move(findings), standards, choice, progress, std::move(memory));
    keepUntitled(name, out);
    return out;
}

QString untitledFolder()
{
    return QString::fromStdString((stateFolder() / "untitled").string());
}

std::vector<KeptProject> keptProjects()
{
    std::vector<KeptProject> out;
    const QDir folder(untitledFolder());
    for (const QFileInfo& f : folder.entryInfoList({"*.wren"}, QDir::Files, QDir::Time)) {
        if (!FileLock::take(f.filePath().toStdString())) continue; // at work
        out.push_back({f.filePath(), f.completeBaseName().section(' ', 0, 0), f.lastModified()});
    }
    return out;
}

} // namespace wr
