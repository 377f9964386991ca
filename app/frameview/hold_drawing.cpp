// At the stop Restraint: what holds stands on the member (a tick along the direction that is held, a ring for twist, a bar at a
// held flange), what is doubtful as an ochre ring, and beside a picked member the lengths of its minor axis, darker as they are
// slenderer.
#include "app/frameview/frame_view.h"

#include "app/shell/document.h"
#include "core/lengths/lengths.h"
#include "core/restraint/found_holds.h"
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

constexpr size_t kCrowd = 60; // with more in the view only doubts are marked until some are picked

bool doubts(const Member& m, const HoldPoint& q)
{
    const bool inner = q.at > 1e-6 * m.length && q.at < (1 - 1e-6) * m.length;
    return inner && ((q.doubtful[0] && !q.held.major) || (q.doubtful[1] && !q.held.minor));
}

} // namespace

bool FrameView::marks(size_t member) const
{
    return !hides(member) && (doc_.pick().empty() || doc_.pick().contains(member)) &&
           !doc_.model().members()[member].pieces.empty();
}

std::optional<QPointF> FrameView::holdMark(size_t member, double at) const
{
    const auto p = camera_.projection(viewSize())(placeOf(doc_.frame(), doc_.model().members()[member], at));
    return p ? std::optional(p->at) : std::nullopt;
}

std::optional<FrameView::HoldMark> FrameView::markAt(QPointF p) const
{
    std::optional<HoldMark> out;
    double nearest = 8; // pixels
    const auto& members = doc_.model().members();
    const Camera::Projection project = camera_.projection(viewSize());
    const bool all = !doc_.pick().empty() || members.size() <= kCrowd;
    for (size_t i = 0; i < members.size(); ++i) {
        if (!marks(i)) continue;
        const auto& points = doc_.model().holds(i).points;
        for (size_t k = 0; k < points.size(); ++k) {
            if (!(all && !points[k].held.nothing()) && !doubts(members[i], points[k])) continue;
            const auto at = project(placeOf(doc_.frame(), members[i], points[k].at));
            if (!at) continue;
            const double d = std::hypot(at->at.x() - p.x(), at->at.y() - p.y());
            if (d < nearest) {
                nearest = d;
                out = HoldMark{i, k};
            }
        }
    }
    return out;
}

QString FrameView::markWords(const HoldMark& m) const
{
    const HoldPoint& q = doc_.model().holds(m.member).points[m.point];
    return QString("%1 at %2: %3")
        .arg(QString::fromStdString(doc_.model().members()[m.member].id),
             QString::fromStdString(doc_.units().text(Quantity::Length, q.at)),
             QString::fromStdString(holdWords(doc_.frame(), doc_.model().forces(), q)));
}

// Picks what holds there; a mark of a support or of an entry picks the member it is on.
bool FrameView::pickMark(QPointF p)
{
    const auto mark = markAt(p);
    if (!mark) return false;
    const HoldPoint& q = doc_.model().holds(mark->member).points[mark->point];
    Q_EMIT said(markWords(*mark));
    int element = -1;
    if (q.origin == HoldOrigin::Joint || (q.origin == HoldOrigin::Brief && q.evidence >= 0)) element = q.evidence;
    for (const size_t d : {size_t{0}, size_t{1}})
        if (q.doubtful[d] && !(d == 0 ? q.held.major : q.held.minor) && q.pusher[d] >= 0) element = q.pusher[d];
    doc_.setPick({element >= 0 ? static_cast<size_t>(doc_.model().formed().ofElement(element)) : mark->member});
    return true;
}

// The beams that make G at the ends of the one picked member, with where their spans end.
void FrameView::drawGirders(QPainter& p) const
{
    if (doc_.pick().size() != 1) return;
    const size_t i = *doc_.pick().begin();
    const Theme& t = theme();
    const Frame& f = doc_.frame();
    const Camera::Projection project = camera_.projection(viewSize());
    for (const LengthAxis axis : {LengthAxis::Major, LengthAxis::Minor})
        for (const LaneSegment& s : doc_.model().lanes(i).of(axis)) {
            if (!s.sway) continue;
            for (const double at : {s.from, s.to}) {
                const Joint joint = doc_.model().joint(i, axis, at);
                for (const JointGirder& g : joint.girders) {
                    const auto a = project(f.nodes[joint.node].at), b = project(f.nodes[g.farNode].at);
                    if (!a || !b) continue;
                    p.setPen(QPen(t.violet, 1.6, Qt::DashLine));
                    p.drawLine(a->at, b->at);
                    p.setBrush(t.view);
                    p.setPen(QPen(t.violet, 1.4));
                    p.drawRect(QRectF(b->at - QPointF(2.5, 2.5), QSizeF(5, 5)));
                }
            }
        }
}

void FrameView::drawHolds(QPainter& p) const
{
    const Theme& t = theme();
    const Frame& f = doc_.frame();
    const Camera::Projection project = camera_.projection(viewSize());
    const auto& members = doc_.model().members();
    const bool all = !doc_.pick().empty() || members.size() <= kCrowd;
    for (size_t i = 0; i < members.size(); ++i) {
        const bool picked = doc_.pick().contains(i);
        if (!marks(i)) continue;
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
            if (doubts(m, q)) {
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
