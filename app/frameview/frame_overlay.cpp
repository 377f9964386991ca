// What is drawn over the members: ground, supports, warning ticks, labels, the hover line, the triad.
#include "app/frameview/frame_view.h"

#include "app/frameview/legend.h"
#include "app/frameview/result_layer.h"
#include "app/members/chain_legend.h"
#include "app/shell/document.h"
#include "app/shell/text.h"
#include "app/size/sizing_desk.h"

#include <QPainter>
#include <algorithm>
#include <cmath>
#include <map>

namespace wr {

void FrameView::drawEmpty(QPainter& p) const
{
    const Theme& t = theme();
    p.setPen(t.ink2);
    p.setFont(textFont(13));
    p.drawText(rect(), Qt::AlignCenter,
               doc_.jobs().running() ? "Reading…"
                                     : "Open a frame file, drop one here, or take a demo frame from the menu File.");
}

void FrameView::drawGround(QPainter& p) const
{
    // A sheet of ground under the lowest nodes.
    const Theme& t = theme();
    const bool y = camera_.upIsY;
    const auto [low, high] = bounds();
    const double level = y ? low.y : low.z;
    const double margin = 0.12 * norm(high - low);
    QPolygonF poly;
    for (const auto& [a, b] : {std::pair{0, 0}, std::pair{1, 0}, std::pair{1, 1}, std::pair{0, 1}}) {
        Vec3 c;
        c.x = a ? high.x + margin : low.x - margin;
        (y ? c.z : c.y) = b ? (y ? high.z : high.y) + margin : (y ? low.z : low.y) - margin;
        (y ? c.y : c.z) = level;
        const auto s = camera_.project(c, viewSize());
        if (!s) return;
        poly << s->at;
    }
    p.setPen(Qt::NoPen);
    p.setBrush(t.ground);
    p.drawPolygon(poly);
}

void FrameView::drawMarks(QPainter& p) const
{
    const Theme& t = theme();
    const Frame& f = doc_.frame();
    const Camera::Projection project = camera_.projection(viewSize());
    drawSupports(p, project);
    if (stop_ == Stop::Frame) {
        drawReleases(p);
        drawLoose(p);
        drawShape(p);
    }
    if (stop_ == Stop::Members) drawChains(p);
    if (stop_ == Stop::Briefs) drawBriefs(p);
    if (drawsSizes()) return drawSizes(p);
    if (comparedAt()) return drawChanges(p);
    if (stop_ == Stop::Restraint) {
        drawGirders(p);
        drawHolds(p);
    }
    // Warnings: an ochre tick across the middle of the member.
    if (!doc_.checked() || stop_ != Stop::Check) return;
    p.setPen(QPen(t.ochre, 2));
    for (size_t i = 0; i < doc_.model().members().size(); ++i) {
        const bool warned = std::any_of(doc_.report().results[i].outcomes.begin(), doc_.report().results[i].outcomes.end(),
                                        [](const CheckOutcome& o) { return o.status == Status::Warned; });
        if (!warned || hides(i) || (!doc_.pick().empty() && !doc_.pick().contains(i))) continue;
        const Member& m = doc_.model().members()[i];
        const auto a = project(f.nodes[m.startNode].at), b = project(f.nodes[m.endNode].at);
        if (!a || !b) continue;
        QPointF d = b->at - a->at;
        const double l = std::hypot(d.x(), d.y());
        if (l < 12) continue;
        const QPointF mid = (a->at + b->at) / 2, across = QPointF(-d.y(), d.x()) / l * 4;
        p.drawLine(mid - across, mid + across);
    }
}

// Small feet under the nodes; smaller where they would stand shoulder to shoulder, specks from afar.
void FrameView::drawSupports(QPainter& p, const Camera::Projection& project) const
{
    const Theme& t = theme();
    std::vector<std::pair<QPointF, bool>> feet; // and whether every turn is held
    QRectF box;
    for (const Node& n : doc_.frame().nodes) {
        if (!n.supported()) continue;
        const auto s = project(n.at);
        if (!s) continue;
        feet.emplace_back(s->at, n.support[3].held && n.support[4].held && n.support[5].held);
        box |= QRectF(s->at, QSizeF(1, 1));
    }
    if (feet.empty()) return;
    // Room for each on the screen: no more than a third of it for the foot.
    const double room =
        std::sqrt(std::max(box.width(), 12.0) * std::max(box.height(), 12.0) / static_cast<double>(feet.size()));
    const double size = feet.size() < 4 ? 1.0 : std::clamp(room / 3 / 9, 0.2, 1.0);
    p.setPen(size > 0.5 ? QPen(t.ink2, 1) : QPen(Qt::NoPen));
    p.setBrush(size > 0.5 ? t.panel : t.ink3);
    for (const auto& [at, fixed] : feet)
        if (fixed || size <= 0.5) // a block where every turn is held, a foot where turns are free or sprung
            p.drawRect(QRectF(at.x() - 4.5 * size, at.y(), 9 * size, 6 * size));
        else
            p.drawPolygon(QPolygonF{{at, at + QPointF(-4.5, 7) * size, at + QPointF(4.5, 7) * size}});
}

// Small rings where an end of an element does not carry bending moment.
void FrameView::drawReleases(QPainter& p) const
{
    const Theme& t = theme();
    const Frame& f = doc_.frame();
    const Camera::Projection project = camera_.projection(viewSize());
    p.setPen(QPen(t.ink2, 1));
    p.setBrush(t.view);
    for (const Element& e : f.elements) {
        const auto a = project(f.endI(e)), b = project(f.endJ(e));
        if (!a || !b) continue;
        const QPointF d = b->at - a->at;
        const double l = std::hypot(d.x(), d.y());
        if (l < 55) continue; // no room to tell an end from the middle
        const bool axial = e.behaviour != Behaviour::Beam;
        if (axial || e.releaseI[4] || e.releaseI[5]) p.drawEllipse(a->at + d / l * 8, 2.6, 2.6);
        if (axial || e.releaseJ[4] || e.releaseJ[5]) p.drawEllipse(b->at - d / l * 8, 2.6, 2.6);
    }
}

void FrameView::drawLabels(QPainter& p) const
{
    if (!doc_.checked() || (stop_ != Stop::Check && stop_ != Stop::Size) || drawsSizes()) return;
    const Theme& t = theme();
    // Candidates: at a distance the worst over-limit member of each group; every picked member while they are few.
    std::map<std::string, size_t> worst;
    std::vector<size_t> wanted;
    const auto& members = doc_.model().members();
    for (size_t i = 0; i < members.size(); ++i) {
        const MemberResult& r = doc_.report().results[i];
        if (r.status != Status::Over || hides(i)) continue;
        const auto [it, fresh] = worst.try_emplace(members[i].group, i);
        if (!fresh && r.utilisation > doc_.report().results[it->second].utilisation) it->second = i;
    }
    if (doc_.pick().size() <= 12)
        for (const size_t i : doc_.pick())
            wanted.push_back(i);
    if (doc_.pick().empty())
        for (const auto& [g, i] : worst)
            wanted.push_back(i);
    std::sort(wanted.begin(), wanted.end(),
              [&](size_t a, size_t b) { return doc_.report().results[a].utilisation > doc_.report().results[b].utilisation; });
    std::vector<QRectF> taken{QRectF(legend_->geometry())}; // the other legend is as large
    p.setFont(textFont(11, true));
    const QFontMetricsF fm(p.font());
    for (const size_t i : wanted) {
        const auto at = middleOf(i);
        if (!at || doc_.report().results[i].governing < 0) continue;
        const MemberResult& r = doc_.report().results[i];
        QString text = doc_.figureOf(r);
        if (const auto* b = comparedAt(); b && compared_ == Compared::Change && std::isfinite(b->of(i).ratioThen))
            text = QString("%1 → %2").arg(decimal(b->of(i).ratioThen, 2)).arg(text);
        const double w = fm.horizontalAdvance(text) + 12;
        QRectF box(at->x() + 10, at->y() - 26, w, 18);
        if (std::any_of(taken.begin(), taken.end(),
                        [&](const QRectF& q) { return q.adjusted(-2, -2, 2, 2).intersects(box); }) ||
            !QRectF(rect()).contains(box))
            continue;
        taken.push_back(box);
        p.setPen(QPen(t.ink, 0.8));
        p.drawLine(*at, QPointF(box.left() + 4, box.bottom()));
        p.setPen(QPen(t.hairline, 1));
        p.setBrush(t.panel);
        p.drawRoundedRect(box, 4, 4);
        p.setPen(r.status == Status::Over ? t.red : t.ink);
        p.drawText(box, Qt::AlignCenter, text);
    }
}

QString FrameView::hoverLine() const
{
    if (!hovered_ || !doc_.hasFrame() || *hovered_ >= doc_.model().members().size()) return {};
    const Member& m = doc_.model().members()[*hovered_];
    const FrameSection& s = doc_.frame().sections[m.section];
    QString out = QString::fromStdString(m.id) + " · " + QString::fromStdString(s.name.empty() ? s.id : s.name);
    if (!m.group.empty()) out += " · " + QString::fromStdString(m.group);
    if (stop_ == Stop::Briefs) out += m.brief.empty() ? QString(" · no brief") : " · " + str(m.brief);
    if (!doc_.checked()) return out;
    if (const auto* b = comparedAt()) {
        const MemberChange& c = b->of(*hovered_);
        const auto ratio = [](double v) { return std::isfinite(v) ? decimal(v, 2) : QString("–"); };
        return out + QString(" · %1 → %2 · %3").arg(ratio(c.ratioThen), ratio(c.ratioNow), str(changeWord(c.kind)));
    }
    const MemberResult& r = doc_.report().results[*hovered_];
    if (const CheckOutcome* g = r.govern()) {
        const Standard& st = doc_.model().standardOf(*hovered_);
        const auto key = st.checks[g->check].key;
        out += QString(" · %1 · %2").arg(doc_.figureOf(r), str(key));
        if (g->ofForces()) out += " · " + QString::fromStdString(doc_.model().combinationOf(*hovered_, *g));
    }
    if (stop_ == Stop::Size && sizing_)
        if (const auto then = sizing_->becomes(*hovered_); then && decimal(*then, 2) != decimal(r.utilisation, 2))
            out += QString(" · becomes %1").arg(decimal(*then, 2));
    if (r.status == Status::Unchecked) out += " · not fully checked";
    return out;
}

// Not where colours do not tell the utilisation, nor over the words of a mode.
void FrameView::showLegends()
{
    legend_->setVisible(doc_.hasFrame() && stop_ != Stop::Frame && stop_ != Stop::Members && stop_ != Stop::Briefs &&
                        !drawsResults() && !drawsSizes());
    chainLegend_->setVisible(doc_.hasFrame() && stop_ == Stop::Members);
}

// What the analysis says at the stop Frame; the mode that a length is of at the stop Restraint.
bool FrameView::drawsResults() const
{
    return (stop_ == Stop::Frame && results_->shown() != Shown::Nothing) || (stop_ == Stop::Restraint && results_->lent());
}

void FrameView::drawHover(QPainter& p) const
{
    if (moving_ || !underMouse()) return;
    QString text;
    if (shapes()) text = shapeWords();
    if (!text.isEmpty()) {
        // the place under the cursor says more than the member
    } else if (const auto mark = stop_ == Stop::Restraint ? markAt(cursor_) : std::nullopt)
        text = markWords(*mark);
    else if (hovered_ && middleOf(*hovered_))
        text = hoverLine();
    if (text.isEmpty()) return;
    const Theme& t = theme();
    p.setFont(textFont(12));
    // One line; what a mark says may want more.
    const QRectF words = QFontMetricsF(p.font()).boundingRect(QRectF(0, 0, 420, 400), Qt::TextWordWrap, text);
    const double w = words.width() + 18, h = std::max(22.0, words.height() + 8);
    QRectF box(cursor_.x() + 14, cursor_.y() - 12 - h, w, h);
    if (box.right() > width() - 6) box.moveRight(cursor_.x() - 10);
    if (box.left() < 6) box.moveLeft(6);
    if (box.top() < 4) box.moveTop(cursor_.y() + 16);
    p.setPen(Qt::NoPen);
    p.setBrush(t.tooltip);
    p.drawRoundedRect(box, 4, 4);
    p.setPen(t.tooltipInk);
    p.drawText(box.adjusted(8, 0, -8, 0), Qt::AlignCenter | Qt::TextWordWrap, text);
}

void FrameView::drawTriad(QPainter& p) const
{
    const Theme& t = theme();
    const QPointF origin(width() - 46, height() - 40);
    const QMatrix4x4 v = camera_.viewMatrix();
    static const QColor colours[3] = {"#8A5A2B", "#3E7A4E", "#35507A"};
    static const char* names[3] = {"X", "Y", "Z"};
    p.setFont(textFont(10, true));
    for (int k = 0; k < 3; ++k) {
        const QVector3D d(v(0, k), v(1, k), v(2, k));
        const QPointF tip = origin + QPointF(d.x(), -d.y()) * 24;
        p.setPen(QPen(colours[k], 1.6));
        p.drawLine(origin, tip);
        p.setPen(t.ink2);
        p.drawText(QRectF(tip.x() + d.x() * 8 - 7, tip.y() - d.y() * 8 - 7, 14, 14), Qt::AlignCenter, names[k]);
    }
}

} // namespace wr
