// What the files of the bench at Restraint share.
#pragma once

#include <QLabel>

namespace wr {

inline constexpr const char* kDrawMode = "Draw its mode of buckling";

inline QLabel* label(const char* name, QWidget* parent, const QString& text = {})
{
    auto* l = new QLabel(text, parent);
    l->setObjectName(name);
    l->setWordWrap(true);
    return l;
}

} // namespace wr
