// Changing the frame in the view: places that the cursor takes hold of, the line that is drawn, the frame as it would be, nodes
// picked and dragged, the grid.
#include "app/frameview/frame_view.h"
#include "app/frameview/load_arrows.h"
#include "app/shape/shape_desk.h"
#include "app/shell/document.h"
#include "app/shell/text.h"

#include <QMouseEvent>
#include <QPainter>
#include <algorithm>
#include <cmath>

namespace wr {

namespace {

constexpr double kNodeReach = 9, kLineReach = 6; // px

double apart(QPointF a, QPointF b)
{
    return std::hypot(a.x() - b.x(), a.y() - b.y());
}

} // namespace

void FrameView::watch(ShapeDesk* shape)
{
    shape_ = shape;
    connect(shape, &ShapeDesk::changed, this, qOverload<>(&QWidget::update));
}

bool FrameView::shapes() const
{
    return stop_ == Stop::Frame && shape_ && shape_->inUse() && doc_.hasFrame();
}

std::optional<int> FrameView::nodeAt(QPointF p) const
{
    const Camera::Projection project = camera_.projection(viewSize());
    std::optional<int> best;
    double nearest = kNodeReach, depth = 1e9;
    const auto& nodes = doc_.frame().nodes.list();
    for (size_t n = 0; n < nodes.size(); ++n) {
        const auto s = project(nodes[n].at);
        if (!s) continue;
        const double d = apart(s->at, p);
        // Of two as near, the one in front.
        if (d < nearest - 1 || (d <= nearest && s->depth < depth)) {
            best = static_cast<int>(n);
            nearest = std::min(d, nearest);
            depth = s->depth;
        }
    }
    return best;
}

std::optional<int> FrameView::elementAt(QPointF p) const
{
    const Camera::Projection project = camera_.projection(viewSize());
    const Frame& f = doc_.frame();
    std::optional<int> best;
    double nearest = kLineReach + 1;
    for (size_t e = 0; e < f.elements.size(); ++e) {
        const auto a = project(f.endI(f.elements[e])), b = project(f.endJ(f.elements[e]));
        if (!a || !b) continue;
        const QPointF d = b->at - a->at, v = p - a->at;
        const double l2 = QPointF::dotProduct(d, d), k = l2 > 0 ? std::clamp(QPointF::dotProduct(d, v) / l2, 0.0, 1.0) : 0;
        const double off = apart(p, a->at + k * d);
        if (off < nearest) {
            nearest = off;
            best = static_cast<int>(e);
        }
    }
    return best;
}

// The line of sight through a point of the screen.
std::pair<Vec3, Vec3> FrameView::sight(QPointF p) const
{
    const QMatrix4x4 back = camera_.matrix(viewSize()).inverted();
    const float x = static_cast<float>(2 * p.x() / width() - 1), y = static_cast<float>(1 - 2 * p.y() / height());
    const auto at = [&](float z) {
        const QVector3D v = back.map(QVector3D(x, y, z));
        return Vec3{v.x(), v.y(), v.z()};
    };
    const Vec3 a = at(-0.5F), b = at(0.9F);
    return {a, normalized(b - a)};
}

// Where the line of sight meets a level through a place; the upright plane that faces the eye where it looks along the level.
Vec3 FrameView::onPlane(QPointF p, Vec3 through) const
{
    const auto [eye, along] = sight(p);
    const Vec3 up = doc_.frame().upward();
    Vec3 normal = up;
    if (std::abs(dot(along, up)) < 0.12) {
        normal = along - dot(along, up) * up;
        // The global plane nearest to the one that is faced.
        const Vec3 x{1, 0, 0}, other = cross(up, x);
        normal = std::abs(dot(normal, x)) > std::abs(dot(normal, other)) ? x : other;
    }
    const double k = dot(through - eye, normal) / dot(along, normal);
    Vec3 out = eye + k * along;
    const double step = doc_.units().length == "ft" || doc_.units().length == "in" ? 0.0762 : 0.05; // 3 in, 50 mm
    for (int d = 0; d < 3; ++d)
        out[d] = std::round((out[d] - through[d]) / step) * step + through[d];
    return out;
}

std::optional<FrameView::Snap> FrameView::snapAt(QPointF p) const
{
    if (!doc_.hasFrame()) return std::nullopt;
    const Frame& f = doc_.frame();
    if (const auto n = nodeAt(p))
        return Snap{f.nodes[static_cast<size_t>(*n)].at, "node " + str(f.nodes[static_cast<size_t>(*n)].id)};
    const Camera::Projection project = camera_.projection(viewSize());
    for (const Vec3 at : crossings(f))
        if (const auto s = project(at); s && apart(s->at, p) < kNodeReach) return Snap{at, "crossing of the grid"};
    if (const auto e = elementAt(p)) {
        const Element& x = f.elements[static_cast<size_t>(*e)];
        const Vec3 a = f.endI(x), b = f.endJ(x), u = b - a;
        const Vec3 middle = a + 0.5 * u;
        if (const auto s = project(middle); s && apart(s->at, p) < kNodeReach) return Snap{middle, "middle of " + str(x.id)};
        // Where the line of sight passes it nearest.
        const auto [eye, along] = sight(p);
        const Vec3 w = a - eye;
        const double uu = dot(u, u), uv = dot(u, along), det = uu - uv * uv;
        if (det > 1e-9 * uu) {
            double t = (uv * dot(w, along) - dot(w, u)) / det;
            const double length = std::sqrt(uu), step = 0.05 / length;
            t = std::clamp(std::round(t / step) * step, 0.0, 1.0);
            return Snap{
                a + t * u,
                QString("on %1, %2 from its first end").arg(str(x.id), str(doc_.units().text(Quantity::Length, t * length)))};
        }
    }
    Vec3 through = f.grid.origin;
    if (shape_ && shape_->from())
        through = *shape_->from();
    else if (!f.elements.empty())
        through = mesh_.low;
    return Snap{onPlane(p, through), {}};
}

std::optional<QPointF> FrameView::onScreen(Vec3 at) const
{
    const auto s = camera_.project(at, viewSize());
    return s ? std::optional(s->at) : std::nullopt;
}

bool FrameView::shapePress(QMouseEvent* e)
{
    if (!shapes() || e->button() != Qt::LeftButton) return false;
    dragFrom_.reset();
    if (shape_->draws()) return true;
    const auto n = nodeAt(e->position());
    if (!n) return false;
    const std::vector<int> picked = shape_->nodes();
    // A picked node is taken hold of; what is not picked yet is picked when the button is let go.
    if (std::find(picked.begin(), picked.end(), *n) != picked.end()) dragFrom_ = doc_.frame().nodes[static_cast<size_t>(*n)].at;
    return true;
}

bool FrameView::shapeMove(QMouseEvent* e)
{
    if (!shapes()) return false;
    if (shape_->draws() && !(e->buttons() & (Qt::LeftButton | Qt::MiddleButton))) {
        update();
        return false; // members are named under the cursor as ever
    }
    if (!dragFrom_ || !(e->buttons() & Qt::LeftButton) || apart(e->position(), pressed_) < 4) return false;
    dragging_ = true;
    shape_->showMove(dragBy(e->position(), e->modifiers()));
    return true;
}

Vec3 FrameView::dragBy(QPointF p, Qt::KeyboardModifiers with) const
{
    const Vec3 up = doc_.frame().upward();
    if (with & Qt::ShiftModifier) { // up and down: as far as the screen shows it along the upright
        const Camera::Projection project = camera_.projection(viewSize());
        const auto a = project(*dragFrom_), b = project(*dragFrom_ + up);
        if (!a || !b) return {};
        const QPointF d = b->at - a->at;
        const double l2 = QPointF::dotProduct(d, d);
        if (l2 < 1) return {};
        const double by = QPointF::dotProduct(p - a->at, d) / l2;
        return (std::round(by / 0.05) * 0.05) * up;
    }
    return onPlane(p, *dragFrom_) - *dragFrom_;
}

bool FrameView::shapeRelease(QMouseEvent* e)
{
    if (!shapes() || e->button() != Qt::LeftButton) return false;
    const bool add = e->modifiers() & (Qt::ControlModifier | Qt::ShiftModifier);
    if (dragging_) {
        dragging_ = false;
        const Vec3 by = dragBy(e->position(), e->modifiers());
        dragFrom_.reset();
        const QString trouble = norm(by) > 0 ? shape_->moveNodes(by) : QString();
        if (norm(by) == 0) shape_->showMove(std::nullopt);
        if (!trouble.isEmpty()) Q_EMIT said(trouble);
        return true;
    }
    dragFrom_.reset();
    if (boxing_) {
        if (shape_->draws()) {
            boxing_ = false;
            return true;
        }
        // Nodes in the box are picked with the members.
        const QRectF box = QRectF(pressed_, e->position()).normalized();
        const Camera::Projection project = camera_.projection(viewSize());
        std::vector<int> in;
        for (size_t n = 0; n < doc_.frame().nodes.size(); ++n)
            if (const auto s = project(doc_.frame().nodes[n].at); s && box.contains(s->at)) in.push_back(static_cast<int>(n));
        shape_->pickNodes(in, add);
        return false;
    }
    if (shape_->draws()) {
        const auto s = snapAt(e->position());
        if (!s) return true;
        const QString trouble = shape_->drawTo(s->at);
        if (!trouble.isEmpty()) Q_EMIT said(trouble);
        return true;
    }
    if (const auto n = nodeAt(e->position())) {
        shape_->pickNodes({*n}, add);
        return true;
    }
    // A second click on a picked member of several elements picks the element.
    const auto m = memberAt(e->position());
    if (m && doc_.pick().contains(*m) && doc_.model().members()[*m].pieces.size() > 1)
        if (const auto x = elementAt(e->position())) {
            shape_->pickElement(*x, add);
            return true;
        }
    if (!m && !add) shape_->pickNothing();
    return false;
}

// What nothing holds: a ring with arrows both ways, as long as it stands so.
void FrameView::drawLoose(QPainter& p) const
{
    const Theme& t = theme();
    const Frame& f = doc_.frame();
    const Camera::Projection project = camera_.projection(viewSize());
    for (const AuditRow& r : doc_.audit()) {
        if (r.finding.code != "analysis.mechanism") continue;
        std::optional<Vec3> at;
        for (const Node& n : f.nodes.list())
            if (r.finding.place.starts_with("/nodes/") && n.id == r.finding.subject) at = n.at;
        for (const Element& e : f.elements.list())
            if (r.finding.place.starts_with("/elements/") && e.id == r.finding.subject) at = 0.5 * (f.endI(e) + f.endJ(e));
        const auto s = at ? project(*at) : std::nullopt;
        if (!s) continue;
        p.setPen(QPen(t.red, 1.6));
        p.setBrush(Qt::NoBrush);
        p.drawEllipse(s->at, 8, 8);
        for (const double way : {-1.0, 1.0}) {
            const QPointF tip = s->at + QPointF(way * 19, 0);
            p.drawLine(s->at + QPointF(way * 10, 0), tip);
            p.drawLine(tip, tip + QPointF(-way * 4, -3.5));
            p.drawLine(tip, tip + QPointF(-way * 4, 3.5));
        }
        p.setFont(textFont(11));
        p.drawText(s->at + QPointF(12, -8), "moves freely");
    }
}

void FrameView::drawShape(QPainter& p) const
{
    if (!shapes()) return;
    const Theme& t = theme();
    const Frame& f = doc_.frame();
    const Camera::Projection project = camera_.projection(viewSize());
    const auto line = [&](Vec3 a, Vec3 b) {
        const auto u = project(a), v = project(b);
        if (u && v) p.drawLine(u->at, v->at);
    };
    // The grid: its lines on every level, their names at the first.
    const Grid& g = f.grid;
    if (!g.empty()) {
        const Vec3 up = f.upward(),
                   x = f.up == Up::Z ? Vec3{std::cos(g.turn), std::sin(g.turn), 0}
                                     : Vec3{std::cos(g.turn), 0, -std::sin(g.turn)},
                   y = cross(up, x);
        const auto last = [](const std::vector<GridLine>& l) { return l.empty() ? 0.0 : l.back().at; };
        const std::vector<GridLine> none{{"", 0}};
        p.setFont(textFont(10));
        bool names = true;
        for (const GridLine& level : g.levels.empty() ? none : g.levels) {
            const Vec3 o = g.origin + level.at * up;
            p.setPen(QPen(t.hairline, 1, names ? Qt::SolidLine : Qt::DotLine));
            for (const GridLine& a : g.x)
                line(o + a.at * x, o + a.at * x + last(g.y) * y);
            for (const GridLine& b : g.y)
                line(o + b.at * y, o + b.at * y + last(g.x) * x);
            p.setPen(t.ink3);
            const auto name = [&](Vec3 at, const std::string& words) {
                if (const auto s = project(at))
                    p.drawText(QRectF(s->at.x() - 40, s->at.y() - 8, 80, 16), Qt::AlignCenter, str(words));
            };
            const double out = 0.06 * std::max(last(g.x), last(g.y));
            if (names) {
                for (const GridLine& a : g.x)
                    name(o + a.at * x - out * y, a.id);
                for (const GridLine& b : g.y)
                    name(o + b.at * y - out * x, b.id);
            }
            if (!level.id.empty()) name(o - out * x - out * y, level.id);
            names = false;
        }
    }
    // Nodes as small squares (rings are joints); the picked ones larger.
    const std::vector<int> picked = shape_->nodes();
    const bool few = f.nodes.size() < 600;
    p.setPen(Qt::NoPen);
    p.setBrush(t.ink2);
    if (few)
        for (const Node& n : f.nodes.list())
            if (const auto s = project(n.at)) p.drawRect(QRectF(s->at.x() - 1.8, s->at.y() - 1.8, 3.6, 3.6));
    p.setPen(QPen(t.violet, 1.4));
    p.setBrush(t.violet);
    for (const int n : picked)
        if (const auto s = project(f.nodes[static_cast<size_t>(n)].at)) p.drawEllipse(s->at, 4, 4);
    if (shape_->singles()) {
        p.setPen(QPen(t.violet, 4, Qt::SolidLine, Qt::RoundCap));
        for (const int e : shape_->elements())
            line(f.endI(f.elements[static_cast<size_t>(e)]), f.endJ(f.elements[static_cast<size_t>(e)]));
    }
    if (shape_->kind() == ToolKind::Loads) drawCaseLoads(p, project);
    // The frame as it would be: what comes or changes, dashed; what goes, crossed out.
    if (const auto& ghost = shape_->ghost()) {
        p.setPen(QPen(t.violet, 1.8, Qt::DashLine));
        p.setBrush(Qt::NoBrush);
        const Frame& h = ghost->frame;
        for (const int e : ghost->elements)
            line(h.endI(h.elements.list()[static_cast<size_t>(e)]), h.endJ(h.elements.list()[static_cast<size_t>(e)]));
        for (const int n : ghost->nodes)
            if (const auto s = project(h.nodes.list()[static_cast<size_t>(n)].at)) p.drawEllipse(s->at, 3, 3);
        if (shape_->tool() == "delete") {
            p.setPen(QPen(t.red, 1.6));
            for (const int e : shape_->elements()) {
                const auto a = project(f.endI(f.elements[static_cast<size_t>(e)])),
                           b = project(f.endJ(f.elements[static_cast<size_t>(e)]));
                if (!a || !b) continue;
                const QPointF m = (a->at + b->at) / 2;
                p.drawLine(m + QPointF(-5, -5), m + QPointF(5, 5));
                p.drawLine(m + QPointF(-5, 5), m + QPointF(5, -5));
            }
        }
    }
    if (!shape_->draws() || moving_ || !underMouse()) return;
    // What the cursor takes hold of, and the line from the last place, with its length and angles.
    const auto s = snapAt(cursor_);
    const auto at = s ? project(s->at) : std::nullopt;
    if (!at) return;
    p.setPen(QPen(t.violet, 1.6));
    p.setBrush(Qt::NoBrush);
    if (shape_->from()) {
        const auto from = project(*shape_->from());
        if (from) p.drawLine(from->at, at->at);
    }
    p.drawRect(QRectF(at->at.x() - 4.5, at->at.y() - 4.5, 9, 9));
}

// The loads of the case at hand, and those that would come.
void FrameView::drawCaseLoads(QPainter& p, const Camera::Projection& project) const
{
    const Frame& f = doc_.frame();
    const std::string id = shape_->loadCase();
    const auto caseOf = [&](const Frame& g) -> const LoadCase* {
        for (const LoadCase& c : g.cases.list())
            if (c.id == id) return &c;
        return nullptr;
    };
    const LoadCase* now = caseOf(f);
    if (!now) return;
    LoadArrows arrows(f);
    const auto& ghost = shape_->ghost();
    const LoadCase* then = ghost ? caseOf(ghost->frame) : nullptr;
    LoadCase come;
    if (then) {
        const auto fresh = [](const auto& is, const auto& was, auto& to) {
            for (const auto& l : is)
                if (std::find(was.begin(), was.end(), l) == was.end()) to.push_back(l);
        };
        fresh(then->nodal, now->nodal, come.nodal), fresh(then->line, now->line, come.line);
        fresh(then->point, now->point, come.point), fresh(then->area, now->area, come.area);
    }
    arrows.add(*now, 1);
    arrows.add(come, 1, true);
    const double size = norm(mesh_.high - mesh_.low);
    arrows.draw(p, project, size, 1);
    arrows.label(p, project, size, 1);
}

QString FrameView::shapeWords() const
{
    if (!shapes()) return {};
    if (dragging_ && shape_->ghost()) return str(shape_->ghost()->words);
    if (!shape_->draws()) return {};
    const auto s = snapAt(cursor_);
    if (!s) return {};
    const UnitSystem& u = doc_.units();
    QString out = s->what;
    if (out.isEmpty())
        out = QString("%1; %2; %3")
                  .arg(str(u.text(Quantity::Length, s->at.x, false)), str(u.text(Quantity::Length, s->at.y, false)),
                       str(u.text(Quantity::Length, s->at.z)));
    if (shape_->from() && norm(s->at - *shape_->from()) > 1e-6)
        out = str(lineWords(doc_.frame(), *shape_->from(), s->at)) + " · " + out;
    return out;
}

} // namespace wr
