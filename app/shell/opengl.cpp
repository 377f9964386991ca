#include "app/shell/opengl.h"

#include <QOffscreenSurface>
#include <QOpenGLContext>
#include <QSurfaceFormat>

namespace wr {

QSurfaceFormat frameSurface()
{
    QSurfaceFormat format;
    format.setVersion(3, 3);
    format.setProfile(QSurfaceFormat::CoreProfile);
    format.setSamples(4);
    format.setDepthBufferSize(24);
    return format;
}

QString openGlTrouble()
{
    const QString wayOut = " The ledger, the bench and the checks work without it; for the picture install Mesa's software "
                           "driver (package libgl1-mesa-dri).";
    if (qEnvironmentVariableIsSet("WRENRAIL_NO_OPENGL"))
        return "The frame view is switched off (WRENRAIL_NO_OPENGL is set)." + wayOut;
    QOpenGLContext context;
    context.setFormat(QSurfaceFormat::defaultFormat());
    if (!context.create()) return "The frame cannot be drawn: this display offers no OpenGL." + wayOut;
    QOffscreenSurface surface;
    surface.setFormat(context.format());
    surface.create();
    if (!surface.isValid() || !context.makeCurrent(&surface))
        return "The frame cannot be drawn: OpenGL does not start on this display." + wayOut;
    const auto v = context.format().version();
    context.doneCurrent();
    if (v < qMakePair(3, 3))
        return QString("The frame cannot be drawn: OpenGL 3.3 is needed, this display has %1.%2.").arg(v.first).arg(v.second) +
               wayOut;
    return {};
}

} // namespace wr
