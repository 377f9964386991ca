#include "app/shell/recent_work.h"

#include "app/shell/opened_work.h"
#include "logging/log.h"

#include <QCryptographicHash>
#include <QDir>
#include <QFile>
#include <QFileInfo>
#include <QSettings>
#include <algorithm>

namespace wr {

namespace {

QDir lookFolder()
{
    QDir out(QString::fromStdString((stateFolder() / "recent").string()));
    out.mkpath(".");
    return out;
}

QString keyOf(const QString& path)
{
    return QCryptographicHash::hash(path.toUtf8(), QCryptographicHash::Sha1).toHex();
}

// Pictures of what is no longer listed go.
void tidy(const std::vector<RecentWork>& listed)
{
    constexpr int kKept = 60;
    const QDir folder = lookFolder();
    const QFileInfoList files = folder.entryInfoList({"*.png", "*.txt"}, QDir::Files, QDir::Time);
    for (int k = kKept; k < files.size(); ++k)
        if (std::none_of(listed.begin(), listed.end(),
                         [&](const RecentWork& w) { return keyOf(w.path) == files[k].baseName(); }))
            QFile::remove(files[k].filePath());
}

RecentWork workOf(const QString& path, const QString& name, const QDateTime& last, bool untitled)
{
    RecentWork w;
    w.path = path;
    w.name = name;
    w.last = last;
    w.untitled = untitled;
    const QDir folder = lookFolder();
    w.picture.load(folder.filePath(keyOf(path) + ".png"));
    QFile state(folder.filePath(keyOf(path) + ".txt"));
    if (state.open(QIODevice::ReadOnly)) w.state = QString::fromUtf8(state.read(300)).trimmed();
    return w;
}

} // namespace

QStringList recentPaths()
{
    QStringList out;
    for (const QString& p : QSettings().value("recent").toStringList())
        if (QFileInfo::exists(p)) out << p;
    return out;
}

void rememberPath(const QString& path)
{
    if (path.startsWith(untitledFolder())) return; // those are listed apart
    QStringList list = QSettings().value("recent").toStringList();
    list.removeAll(path);
    list.prepend(path);
    QSettings().setValue("recent", QStringList(list.mid(0, 8)));
}

void rememberLook(const QString& path, const QImage& picture, const QString& state)
{
    if (path.isEmpty()) return;
    const QDir folder = lookFolder();
    if (!picture.isNull()) picture.save(folder.filePath(keyOf(path) + ".png"));
    QFile f(folder.filePath(keyOf(path) + ".txt"));
    if (f.open(QIODevice::WriteOnly)) f.write(state.toUtf8());
}

std::vector<RecentWork> recentWork(size_t most)
{
    std::vector<RecentWork> out;
    for (const QString& p : recentPaths())
        out.push_back(workOf(p, QFileInfo(p).fileName(), QFileInfo(p).lastModified(), false));
    for (const KeptProject& k : keptProjects())
        out.push_back(workOf(k.path, k.name, k.last, true));
    std::stable_sort(out.begin(), out.end(), [](const RecentWork& a, const RecentWork& b) { return a.last > b.last; });
    tidy(out);
    if (out.size() > most) out.resize(most);
    return out;
}

} // namespace wr
