// At the stop Size: which groups grow and shrink by the proposal, now → proposed at one member of each, and what stands for
// what.
#include "app/frameview/frame_view.h"

#include "app/frameview/legend.h"
#include "app/shell/document.h"
#include "app/shell/text.h"
#include "app/size/sizing_desk.h"
#include "render/theme.h"

#include <QPainter>
#include <algorithm>

namespace wr {

void FrameView::watch(const SizingDesk* sizing)
{
    sizing_ = sizing;
    connect(sizing_, &SizingDesk::planChanged, this, [this] {
        if (stop_ != Stop::Size) return;
        showLegends();
        restyle();
    });
}

bool FrameView::drawsSizes() const
{
    if (stop_ != Stop::Size || !sizing_ || !sizing_->current()) return false;
    const auto& change = sizing_->changes();
    return std::any_of(change.begin(), change.end(), [](int c) { return c != 0; });
}

std::vector<FrameView::SizeLabel> FrameView::sizeLabels() const
{
    std::vector<SizeLabel> out;
    if (!drawsSizes()) return out;
    const QFontMetricsF fm(textFont(11, true));
    std::vector<QRectF> taken{sizeLegend(), QRectF(0, 0, 560, 46)}; // and the buttons of the view
    // What weighs most first, so that it has its room.
    std::vector<const GroupPlan*> groups;
    for (const GroupPlan& g : sizing_->plan().groups)
        if (g.changes()) groups.push_back(&g);
    std::stable_sort(groups.begin(), groups.end(), [](const GroupPlan* a, const GroupPlan* b) {
        return std::abs(a->massThen() - a->massNow) > std::abs(b->massThen() - b->massNow);
    });
    for (const GroupPlan* g : groups) {
        const QString text = str(g->from) + " → " + str(g->to());
        const double w = fm.horizontalAdvance(text) + 12;
        const Rung& r = g->rungs.rungs[static_cast<size_t>(g->chosen)];
        std::vector<size_t> members = g->rungs.members; // its worst member, else the first that has room
        if (r.member >= 0) members.insert(members.begin(), static_cast<size_t>(r.member));
        for (const size_t i : members) {
            if (hides(i) || (!doc_.pick().empty() && !doc_.pick().contains(i))) continue;
            const auto at = middleOf(i);
            if (!at) continue;
            const QRectF box(at->x() + 10, at->y() - 26, w, 18);
            if (!QRectF(rect()).contains(box)) continue;
            if (std::any_of(taken.begin(), taken.end(),
                            [&](const QRectF& q) { return q.adjusted(-2, -2, 2, 2).intersects(box); }))
                continue;
            taken.push_back(box);
            out.push_back({i, box, *at, text, g->massThen() > g->massNow});
            break;
        }
    }
    return out;
}

QRectF FrameView::sizeLegend() const
{
    return {12, 54, 232, 46}; // under the buttons of the view
}

void FrameView::drawSizes(QPainter& p) const
{
    const Theme& t = theme();
    p.setFont(textFont(11, true));
    for (const SizeLabel& l : sizeLabels()) {
        p.setPen(QPen(t.ink, 0.8));
        p.drawLine(l.at, QPointF(l.box.left() + 4, l.box.bottom()));
        p.setPen(QPen(t.hairline, 1));
        p.setBrush(t.panel);
        p.drawRoundedRect(l.box, 4, 4);
        p.setPen(l.grows ? t.heavier : t.lighter);
        p.drawText(l.box, Qt::AlignCenter, l.text);
    }
    // Drawn wider (grows) and narrower (shrinks) as well as in two hues.
    size_t groups[2]{}, members[2]{};
    for (const GroupPlan& g : sizing_->plan().groups)
        if (g.changes()) {
            const size_t k = g.massThen() > g.massNow * (1 + 1e-12) ? 0 : 1;
            ++groups[k];
            members[k] += g.rungs.members.size();
        }
    const QRectF box = sizeLegend();
    p.setPen(QPen(t.hairline, 1));
    p.setBrush(t.panel);
    p.drawRoundedRect(box, 5, 5);
    p.setFont(textFont(11));
    for (const size_t k : {size_t{0}, size_t{1}}) {
        const double y = box.top() + 14 + 18.0 * static_cast<double>(k);
        p.setPen(QPen(k == 0 ? t.heavier : t.lighter, k == 0 ? 5 : 3, Qt::SolidLine, Qt::RoundCap));
        p.drawLine(QPointF(box.left() + 14, y), QPointF(box.left() + 36, y));
        p.setPen(t.ink);
        const auto count = [](size_t n, const char* one, const char* many) {
            return QString("%1 %2").arg(n).arg(n == 1 ? one : many);
        };
        const QString words =
            QString("%1: %2, %3")
                .arg(k == 0 ? "grows" : "shrinks", count(groups[k], "group", "groups"), count(members[k], "member", "members"));
        p.drawText(QRectF(box.left() + 46, y - 9, box.width() - 50, 18), Qt::AlignVCenter | Qt::AlignLeft,
                   groups[k] == 0 ? QString(k == 0 ? "nothing grows" : "nothing shrinks") : words);
    }
}

} // namespace wr
