// What was worked on lately: files and untitled projects, each with a picture and its state when it was left.
#pragma once

#include <QDateTime>
#include <QImage>
#include <QPixmap>
#include <QString>
#include <QStringList>
#include <vector>

namespace wr {

struct RecentWork
{
    QString path, name, state; // state: "339 members · 2 over · 71.5 t"; empty: not known
    QDateTime last;
    QPixmap picture; // null: there is none
    bool untitled = false;
};

// Of the last files opened or saved; files that are gone are left out.
QStringList recentPaths();
void rememberPath(const QString& path);
// How a piece of work looked when it was left.
void rememberLook(const QString& path, const QImage& picture, const QString& state);
// The files, and untitled projects that nobody has open, the last one first.
std::vector<RecentWork> recentWork(size_t most);

} // namespace wr
