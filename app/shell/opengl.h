// Whether this machine can draw the frame at all.
#pragma once

#include <QString>

namespace wr {

// Empty if OpenGL 3.3 is there, else a sentence for the user.
QString openGlTrouble();

} // namespace wr
