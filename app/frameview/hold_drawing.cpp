// At the stop Restraint: what holds stands on the member (a tick along the direction that is held, a ring for twist, a bar at a
// held flange), what is doubtful as an ochre ring, and beside a picked member the lengths of its minor axis, darker as they are
// slenderer.
#include "app/frameview/frame_view.h"

#include "app/shell/document.h"
#include "core/lengths/lengths.h"
#include "render/theme.h"

#include <QPainter>
#include <algorithm>
#include <cmath>

namespace wr {

namespace {

// A place along a member in space.
Vec3 placeOf(const Frame& f, const Member& m, double at)
{
    size_t p = 0;
    while (p + 1 < m.pieces.size() && m.pieces[p].start + m.pieces[p].length < at)
        ++p;
    const MemberPiece& piece = m.pieces[p];
    const Element& e = f.elements[piece.element];
    const Vec3 a = f.nodes[piece.reversed ? e.j : e.i].at, b = f.nodes[piece.reversed ? e.i : e.j].at;
    const double t = piece.length > 0 ? std::clamp((at - piece.start) / piece.length, 0.0, 1.0) : 0;
    return a + t * (b - a);
}

} // namespace

void FrameView::drawHolds(QPainter& p) const
{
    const Theme& t = paperTheme();
    const Frame& f = doc_.frame();
    const Camera::Projection project = camera_.projection(viewSize());
    const auto& members = doc_.model().members();
    constexpr size_t kCrowd = 60; // with more in the view only doubts are marked until some are picked
    const bool all = !doc_.pick().empty() || members.size() <= kCrowd;
    for (size_t i = 0; i < members.size(); ++i) {
        const bool picked = doc_.pick().contains(i);
        if (hides(i) || (!doc_.pick().empty() && !picked) || members[i].pieces.empty()) continue;
        const Member& m = members[i];
        // A direction as it is seen, 7 pixels long; nothing where one looks along it.
        const auto seen = [&](double at, Vec3 along) -> QPointF {
            const Vec3 here = placeOf(f, m, at);
            const auto a = project(here), b = project(here + (0.02 * m.length) * along);
            if (!a || !b) return {};
            const QPointF d = b->at - a->at;
            const double l = std::hypot(d.x(), d.y());
            return l > 0.3 ? d / l * 7 : QPointF();
        };
        for (const HoldPoint& q : doc_.model().holds(i).points) {
            const auto at = project(placeOf(f, m, q.at));
            if (!at) continue;
            const bool doubt = (q.doubtful[0] && !q.held.major) || (q.doubtful[1] && !q.held.minor);
            const bool inner = q.at > 1e-6 * m.length && q.at < (1 - 1e-6) * m.length;
            if (doubt && inner) {
                p.setPen(QPen(t.ochre, 1.8));
                p.setBrush(t.view);
                p.drawEllipse(at->at, 4, 4);
            }
            if (!all || q.held.nothing()) continue;
            const Axes axes = axesAlong(f, m, q.at);
            const QColor ink = q.origin == HoldOrigin::Stated ? t.violet : t.ink;
            p.setPen(QPen(ink, 1.6));
            p.setBrush(Qt::NoBrush);
            const QPointF y = seen(q.at, axes.y), z = seen(q.at, axes.z);
            if (q.held.minor) p.drawLine(at->at - y, at->at + y);
            if (q.held.major) p.drawLine(at->at - z, at->at + z);
            for (const auto& [held, side] : {std::pair{q.held.top, 1.0}, {q.held.bottom, -1.0}})
                if (held && !(q.held.top && q.held.bottom))
                    p.drawLine(at->at + side * z - y * 0.6, at->at + side * z + y * 0.6);
            if (q.held.twist) p.drawEllipse(at->at, 3, 3);
        }
        if (!picked) continue;
        const SectionProperties& s = f.sections[m.section].properties;
        for (const LaneSegment& lane : doc_.model().lanes(i).of(LengthAxis::Minor)) {
            if (lane.continuous) continue;
            const double middle = (lane.from + lane.to) / 2;
            const QPointF off = seen(middle, axesAlong(f, m, middle).z) * 2.2;
            const auto a = project(placeOf(f, m, lane.from)), b = project(placeOf(f, m, lane.to));
            if (!a || !b) continue;
            const double slenderness = lane.length / std::sqrt(s.iz / s.a);
            p.setPen(QPen(t.utilisation(slenderness / 200), 2));
            const QPointF d = b->at - a->at, inset = d * (std::hypot(d.x(), d.y()) > 14 ? 4 / std::hypot(d.x(), d.y()) : 0);
            p.drawLine(a->at + off + inset, b->at + off - inset);
        }
    }
}

} // namespace wr
