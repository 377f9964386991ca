// What is in sight on the clipboard: as a picture, as a table that spreadsheets and text documents take, as text.
#pragma once

#include <QImage>
#include <QString>

class QAbstractItemView;
class QMimeData;
class QWidget;

namespace wr {

// The rows that are picked, or all where fewer than two are; in the order shown, with their headings; hidden columns stay away.
QString rowsOf(const QAbstractItemView& v);     // columns parted by tabs, for spreadsheets
QString rowsHtmlOf(const QAbstractItemView& v); // a table, for text documents
QImage pictureOf(QWidget& w);                   // as on screen, at twice the size where it is drawn

// What a command copies: the view that has the focus, else the one last worked in, else the largest in sight within `window`.
QWidget* viewInSight(QWidget& window);
QAbstractItemView* tableInSight(QWidget& window);

// To the clipboard; what was copied in words for the status line, empty where there is nothing to copy.
QString copyPicture(QWidget& window);
QString copyTable(QWidget& window);
QString copyText(QWidget& window);

} // namespace wr
