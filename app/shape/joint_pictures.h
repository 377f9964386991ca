// Small pictures of supports and of ends of elements, beside their words.
#pragma once

#include <QIcon>
#include <QString>

namespace wr {

// Of a support by its word ("pinned", "roller along x" …), or of an end of an element; none for other words.
QIcon supportPicture(const QString& word);
QIcon endPicture(const QString& word);

} // namespace wr
