#pragma once

#include <QString>

namespace wr {

// The style sheet of the whole program, from the theme.
QString programStyle();

} // namespace wr
