#pragma once

#include <QPalette>
#include <QString>

namespace wr {

// The style sheet of the whole program, from the theme.
QString programStyle();
QPalette programPalette(); // of what no style sheet reaches: ticks and their boxes

} // namespace wr
