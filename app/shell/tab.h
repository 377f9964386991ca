// A tab over a table: one of several, the chosen one bold.
#pragma once

#include "render/theme.h"

#include <QFontMetricsF>
#include <QToolButton>

namespace wr {

inline QToolButton* makeTab(const char* name)
{
    auto* b = new QToolButton;
    b->setObjectName("tab");
    b->setText(name);
    b->setCheckable(true);
    b->setMinimumWidth(static_cast<int>(QFontMetricsF(textFont(13, true)).horizontalAdvance(name)) + 3); // room for the bold
    return b;
}

} // namespace wr
