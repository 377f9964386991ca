// Mouse and keys of the frame view: pick, orbit, pan, zoom.
#include "app/frameview/frame_view.h"

#include "app/shape/shape_desk.h"
#include "app/shell/document.h"

#include <QKeyEvent>
#include <QMouseEvent>
#include <QWheelEvent>
#include <cmath>

namespace wr {

void FrameView::mousePressEvent(QMouseEvent* e)
{
    setFocus();
    pressed_ = cursor_ = e->position();
    moving_ = boxing_ = false;
    if (shapePress(e)) taken_ = true;
}

void FrameView::mouseMoveEvent(QMouseEvent* e)
{
    const QPointF d = e->position() - cursor_;
    cursor_ = e->position();
    if (!doc_.hasFrame()) return;
    if (shapeMove(e)) return update();
    if (e->buttons() & Qt::MiddleButton) {
        moving_ = true;
        fitted_ = false;
        if (e->modifiers() & Qt::ShiftModifier)
            camera_.pan(d.x(), d.y(), viewSize());
        else
            camera_.orbit(d.x(), d.y());
    } else if (e->buttons() & Qt::LeftButton) {
        if (!boxing_ && !taken_ && (cursor_ - pressed_).manhattanLength() > 5) boxing_ = true;
    } else
        hovered_ = memberAt(cursor_);
    update();
}

void FrameView::mouseReleaseEvent(QMouseEvent* e)
{
    taken_ = false;
    if (!doc_.hasFrame()) return;
    if (shapeRelease(e)) {
        boxing_ = moving_ = false;
        return update();
    }
    const bool add = e->modifiers() & (Qt::ControlModifier | Qt::ShiftModifier);
    if (e->button() == Qt::LeftButton) {
        if (boxing_)
            pickBox(QRectF(pressed_, e->position()).normalized(), e->position().x() >= pressed_.x(), add);
        else if (stop_ == Stop::Restraint && !add && pickMark(e->position())) {
            // what holds there is picked and has said its numbers
        } else if (const auto m = memberAt(e->position())) {
            std::set<size_t> pick = add ? doc_.pick() : std::set<size_t>{};
            if (add && pick.contains(*m))
                pick.erase(*m);
            else
                pick.insert(*m);
            doc_.setPick(std::move(pick));
        } else if (!add)
            doc_.setPick({});
    }
    boxing_ = moving_ = false;
    update();
}

void FrameView::wheelEvent(QWheelEvent* e)
{
    fitted_ = false;
    camera_.zoom(std::pow(1.0015, e->angleDelta().y()), e->position(), viewSize());
    update();
}

void FrameView::keyPressEvent(QKeyEvent* e)
{
    if (e->key() == Qt::Key_Space && banner_ && comparedAt()) return banner_->setShown(Compared::Then);
    // The keyboard alone can do what the mouse does: arrows orbit, Shift+arrows pan, plus and minus zoom, F fits.
    const bool shift = e->modifiers() & Qt::ShiftModifier;
    const auto move = [&](double dx, double dy) {
        fitted_ = false;
        if (shift)
            camera_.pan(dx, dy, viewSize());
        else
            camera_.orbit(dx, dy);
        update();
    };
    switch (e->key()) {
    case Qt::Key_Left: return move(20, 0);
    case Qt::Key_Right: return move(-20, 0);
    case Qt::Key_Up: return move(0, 20);
    case Qt::Key_Down: return move(0, -20);
    case Qt::Key_Plus:
    case Qt::Key_Equal: fitted_ = false, camera_.zoom(1.2, QPointF(width() / 2.0, height() / 2.0), viewSize()); break;
    case Qt::Key_Minus: fitted_ = false, camera_.zoom(1 / 1.2, QPointF(width() / 2.0, height() / 2.0), viewSize()); break;
    case Qt::Key_F: fitFrame(); break;
    case Qt::Key_Delete: // first what would go is shown, then it goes
        if (!shapes()) return QOpenGLWidget::keyPressEvent(e);
        if (shape_->tool() != "delete")
            shape_->setTool("delete");
        else if (const QString trouble = shape_->carryOut(); !trouble.isEmpty())
            Q_EMIT said(trouble);
        break;
    case Qt::Key_Escape:
        if (shapes() && shape_->draws() && shape_->from())
            shape_->endLine();
        else if (shapes())
            shape_->pickNothing();
        else
            doc_.setPick({});
        break;
    default: QOpenGLWidget::keyPressEvent(e); return;
    }
    update();
}

void FrameView::leaveEvent(QEvent*)
{
    hovered_.reset();
    update();
}

} // namespace wr
