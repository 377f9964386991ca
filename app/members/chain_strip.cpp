#include "app/members/chain_strip.h"

#include "app/shell/document.h"
#include "app/shell/text.h"
#include "core/members/forming_reason.h"
#include "render/theme.h"

#include <QPainter>
#include <algorithm>

namespace wr {

ChainStrip::ChainStrip(Document& doc, QWidget* parent) : QWidget(parent), doc_(doc)
{
    setFixedHeight(74);
    setAccessibleName("The member drawn straight");
}

void ChainStrip::paintEvent(QPaintEvent*)
{
    if (!doc_.hasFrame() || doc_.pick().size() != 1) return;
    const Theme& t = theme();
    const Frame& f = doc_.frame();
    const Member& m = doc_.model().members()[*doc_.pick().begin()];
    const auto elementsAt = elementsAtNodes(f);
    const FormingReason r = formingReason(f, m, elementsAt, memberNames(doc_.model().formed()));
    QPainter p(this);
    p.setRenderHint(QPainter::Antialiasing);
    const double left = 26, right = width() - 26.0, y = 36;
    const auto x = [&](double at) { return left + (right - left) * at / m.length; };
    // What frames in, as short strokes; what continues the line, as a pale piece beyond the end.
    p.setPen(QPen(t.ink3, 1.4));
    for (const auto& [node, at] : nodesAlong(f, m)) {
        int others = 0;
        for (const int e : elementsAt[node])
            others += std::none_of(m.pieces.begin(), m.pieces.end(), [e](const MemberPiece& q) { return q.element == e; });
        const bool inLine = (at == 0 && r.ends[0].next >= 0) || (at == m.length && r.ends[1].next >= 0);
        for (int k = 0; k < std::min(others - (inLine ? 1 : 0), 3); ++k)
            p.drawLine(QPointF(x(at), y), QPointF(x(at) + 7.0 * (k - 1), y - 15));
    }
    for (const bool last : {false, true}) {
        const MemberEnd& end = r.ends[last];
        const double at = last ? right : left, out = last ? 1 : -1;
        if (end.next >= 0) {
            p.setPen(QPen(t.ink3, 3));
            p.drawLine(QPointF(at + 6 * out, y), QPointF(at + 20 * out, y));
            p.setPen(QPen(t.ink, 2.4));
            p.drawLine(QPointF(at + 3 * out, y - 9), QPointF(at + 3 * out, y + 9));
        }
        if (end.supported) {
            p.setPen(QPen(t.ink2, 1));
            p.setBrush(t.panel);
            p.drawPolygon(QPolygonF{{{at, y + 4}, {at - 5, y + 12}, {at + 5, y + 12}}});
        }
    }
    p.setPen(QPen(t.violet, 3.4));
    p.drawLine(QPointF(left, y), QPointF(right, y));
    p.setPen(QPen(t.violet, 1.4));
    p.setBrush(t.panel);
    for (const auto& [node, at] : nodesAlong(f, m))
        p.drawEllipse(QPointF(x(at), y), at == 0 || at == m.length ? 4.0 : 2.6, at == 0 || at == m.length ? 4.0 : 2.6);
    p.setFont(textFont(10));
    p.setPen(t.ink2);
    const QFontMetricsF fm(p.font());
    double free = 0;
    for (const MemberPiece& q : m.pieces) {
        const QString name = str(f.elements[q.element].id);
        const double w = fm.horizontalAdvance(name), middle = x(q.start + q.length / 2);
        if (middle - w / 2 < free || w > x(q.start + q.length) - x(q.start)) continue;
        p.drawText(QPointF(middle - w / 2, y + 20), name);
        free = middle + w / 2 + 4;
    }
    p.drawText(QRectF(0, 0, width(), 14), Qt::AlignLeft, str(f.nodes[m.startNode].id));
    p.drawText(QRectF(0, 0, width(), 14), Qt::AlignRight, str(f.nodes[m.endNode].id));
    p.setPen(t.ink3);
    p.drawText(
        QRectF(0, height() - 14, width(), 14), Qt::AlignCenter,
        str(doc_.units().text(Quantity::Length, m.length)) +
            (m.length > r.chord * 1.000001 ? ", chord " + str(doc_.units().text(Quantity::Length, r.chord)) : QString()));
}

} // namespace wr
