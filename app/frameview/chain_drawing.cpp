// At the stop Members: ends of chains as open dots a little off the node, so that what runs through is seen unbroken; a short
// bar where a line goes on but the member does not; rings where a rule being tried would part or join.
#include "app/frameview/frame_view.h"

#include "app/shell/document.h"
#include "core/members/forming_reason.h"
#include "render/theme.h"

#include <QPainter>
#include <cmath>
#include <set>

namespace wr {

void FrameView::setTried(const std::vector<int>& nodes)
{
    tried_ = nodes;
    update();
}

const std::vector<std::array<bool, 2>>& FrameView::lineBreaks() const
{
    const auto& members = doc_.model().members();
    if (breaksOf_ == doc_.sharedModel()) return breaks_;
    breaksOf_ = doc_.sharedModel();
    breaks_.clear();
    const auto elementsAt = elementsAtNodes(doc_.frame());
    const ElementName names = memberNames(doc_.model().formed());
    for (const Member& m : members) {
        const FormingReason r = formingReason(doc_.frame(), m, elementsAt, names);
        breaks_.push_back({r.ends[0].next >= 0, r.ends[1].next >= 0});
    }
    return breaks_;
}

void FrameView::drawChains(QPainter& p) const
{
    const Theme& t = theme();
    const Frame& f = doc_.frame();
    const Camera::Projection project = camera_.projection(viewSize());
    const auto& members = doc_.model().members();
    const auto& breaks = lineBreaks();
    std::set<int> barred; // one bar a node
    for (size_t i = 0; i < members.size(); ++i) {
        if (hides(i) || (!doc_.pick().empty() && !doc_.pick().contains(i))) continue;
        const Member& m = members[i];
        for (const bool last : {false, true}) {
            const MemberPiece& piece = last ? m.pieces.back() : m.pieces.front();
            const Element& e = f.elements[piece.element];
            const int node = last ? m.endNode : m.startNode, other = e.i == node ? e.j : e.i;
            const auto a = project(f.nodes[node].at), b = project(f.nodes[other].at);
            if (!a || !b) continue;
            const QPointF d = b->at - a->at;
            const double l = std::hypot(d.x(), d.y());
            const auto far = project(f.nodes[last ? m.startNode : m.endNode].at);
            if (l < 1 || !far || std::hypot(far->at.x() - a->at.x(), far->at.y() - a->at.y()) < 26)
                continue; // no room to tell an end from the middle
            const QPointF along = d / l, across(-along.y(), along.x());
            p.setPen(QPen(doc_.pick().contains(i) ? t.violet : t.ink2, 1.2));
            p.setBrush(t.view);
            p.drawEllipse(a->at + along * 7, 2.6, 2.6);
            if (!breaks[i][last ? 1 : 0] || !barred.insert(node).second) continue;
            p.setPen(QPen(t.ink, 1.8));
            p.drawLine(a->at - across * 5.5, a->at + across * 5.5);
        }
    }
    p.setPen(QPen(t.violet, 1.6));
    p.setBrush(Qt::NoBrush);
    for (const int n : tried_)
        if (const auto at = project(f.nodes[n].at)) p.drawEllipse(at->at, 8, 8);
}

} // namespace wr
