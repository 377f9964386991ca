#include "core/frame/plain_outline.h"

#include <algorithm>
#include <cmath>

namespace wr {

std::vector<Loop> plainOutline(const FrameSection& s)
{
    Shape shape = s.shape;
    shape.r = shape.r2 = shape.ro = shape.ri = 0;
    if (shape.kind == ShapeKind::None) {
        shape.kind = ShapeKind::BarFlat;
        shape.h = shape.b = std::sqrt(std::max(1e-8, s.properties.a));
    }
    Outline o = outlineOf(shape);
    if (shape.kind == ShapeKind::Angle) o = rotated(o, s.properties.principal);
    for (Loop& l : o.loops)
        if (l.size() >= 64) {
            Loop fewer;
            for (size_t i = 0; i < l.size(); i += 4)
                fewer.push_back(l[i]);
            l = std::move(fewer);
        }
    return o.loops;
}

} // namespace wr
