// At the stop Briefs: the letter of its brief at every member where there is room, the brief at hand first and filled; the
// members that a change being tried brings over, with what they would come to.
#include "app/frameview/frame_view.h"

#include "app/shell/text.h"

#include "app/briefs/brief_desk.h"
#include "app/briefs/brief_marks.h"
#include "app/frameview/legend.h"
#include "app/shell/document.h"
#include "render/theme.h"

#include <QPainter>
#include <set>

namespace wr {

void FrameView::watch(const BriefDesk* desk)
{
    desk_ = desk;
    connect(desk_, &BriefDesk::chosen, this, &FrameView::restyle);
    connect(desk_, &BriefDesk::tried, this, qOverload<>(&QWidget::update));
}

std::vector<FrameView::BriefLetter> FrameView::briefLetters() const
{
    constexpr double kSide = 15;
    constexpr size_t kMost = 500;
    std::vector<BriefLetter> out;
    if (!doc_.hasFrame()) return out;
    const auto& members = doc_.model().members();
    // Squares of the screen that hold something already.
    std::set<std::pair<int, int>> taken;
    const auto cell = [](double v) { return static_cast<int>(std::floor(v / (kSide + 5))); };
    const auto free = [&](QPointF at) {
        for (const int dx : {-1, 0, 1})
            for (const int dy : {-1, 0, 1})
                if (taken.contains({cell(at.x()) + dx, cell(at.y()) + dy})) return false;
        return true;
    };
    const std::string none;
    for (const bool atHand : {true, false})
        for (size_t i = 0; i < members.size() && out.size() < kMost; ++i) {
            if (members[i].brief.empty() || hides(i)) continue;
            if ((desk_ && members[i].brief == desk_->currentId()) != atHand) continue;
            const auto at = middleOf(i);
            if (!at || !rect().contains(at->toPoint()) || !free(*at)) continue;
            taken.insert({cell(at->x()), cell(at->y())});
            out.push_back({i, QRectF(at->x() - kSide / 2, at->y() - kSide / 2, kSide, kSide), atHand});
        }
    return out;
}

void FrameView::drawBriefs(QPainter& p) const
{
    const Theme& t = theme();
    const auto& members = doc_.model().members();
    std::map<std::string_view, BriefMark> marks;
    for (size_t k = 0; k < doc_.frame().design.briefs.size(); ++k)
        marks.emplace(doc_.frame().design.briefs.list()[k].id, briefMark(k));
    for (const BriefLetter& l : briefLetters()) {
        const auto mark = marks.find(members[l.member].brief);
        if (mark == marks.end()) continue;
        drawBriefMark(p, l.box, mark->second, l.atHand);
    }
    if (!desk_ || !desk_->effect()) return;
    std::vector<QRectF> taken;
    p.setFont(textFont(11, true));
    for (const auto& [member, ratio] : desk_->effect()->comesOver) {
        const auto at = member < members.size() ? middleOf(member) : std::nullopt;
        if (!at || hides(member)) continue;
        const QRectF box(at->x() - 19, at->y() - 28, 38, 17);
        if (std::any_of(taken.begin(), taken.end(), [&](const QRectF& q) { return q.intersects(box); })) continue;
        taken.push_back(box);
        p.setPen(QPen(t.hairline, 1));
        p.setBrush(t.panel);
        p.drawRoundedRect(box, 4, 4);
        p.setPen(t.red);
        p.drawText(box, Qt::AlignCenter, decimal(ratio, 2));
    }
}

} // namespace wr
