// At Check while a siding is compared: a mark of its kind at every member that changed, and the ratios of what crossed the
// limit.
#include "app/frameview/frame_view.h"

#include "app/compare/change_marks.h"
#include "app/shell/document.h"
#include "render/theme.h"

#include <QKeyEvent>
#include <QPainter>
#include <algorithm>
#include <cmath>

namespace wr {

const Document::Beside* FrameView::comparedAt() const
{
    return stop_ == Stop::Check ? doc_.beside() : nullptr;
}

void FrameView::setCompared(Compared c)
{
    compared_ = c;
    restyle();
}

void FrameView::drawChanges(QPainter& p) const
{
    const Document::Beside* b = comparedAt();
    if (!b || compared_ != Compared::Change) return;
    // What crossed first, so that it has its room; marks that would lie on each other are left out.
    constexpr double kRoom = 15;
    std::vector<QPointF> taken;
    for (const MemberChange& c : b->changes.members) {
        const bool little = c.kind == MemberChange::Kind::Other && !doc_.pick().contains(c.now.value_or(0));
        if (c.kind == MemberChange::Kind::Same || little || !c.now || hides(*c.now)) continue;
        if (!doc_.pick().empty() && !doc_.pick().contains(*c.now)) continue;
        const auto at = middleOf(*c.now);
        if (!at || !QRectF(rect()).contains(*at)) continue;
        const bool crossed = c.kind == MemberChange::Kind::BecameOver || c.kind == MemberChange::Kind::CameRight;
        if (!crossed && std::any_of(taken.begin(), taken.end(),
                                    [&](QPointF q) { return std::hypot(q.x() - at->x(), q.y() - at->y()) < kRoom; }))
            continue;
        taken.push_back(*at);
        drawChangeMark(p, *at, c.kind, crossed ? 7 : 5.5);
    }
}

void FrameView::keyReleaseEvent(QKeyEvent* e)
{
    if (e->key() == Qt::Key_Space && !e->isAutoRepeat() && banner_ && comparedAt()) return banner_->setShown(Compared::Change);
    QOpenGLWidget::keyReleaseEvent(e);
}

} // namespace wr
