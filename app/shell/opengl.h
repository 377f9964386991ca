// Whether this machine can draw the frame at all.
#pragma once

#include <QString>
#include <QSurfaceFormat>

namespace wr {

// The drawing surface the frame view needs; to be made the default before the application starts.
QSurfaceFormat frameSurface();

// Empty if OpenGL 3.3 is there, else a sentence for the user.
QString openGlTrouble();

} // namespace wr
