#include "app/briefs/brief_marks.h"

#include "render/theme.h"

namespace wr {

BriefMark briefMark(size_t place)
{
    static const QString letters = "ABCDEFGHJKLMNPQRSTUVWXYZ";
    const auto n = static_cast<size_t>(letters.size());
    QString letter(letters[static_cast<qsizetype>(place % n)]);
    if (place >= n) letter += QString::number(place / n + 1);
    return {letter, theme().briefHue(place)};
}

BriefMark briefMark(const Frame& f, std::string_view brief)
{
    const auto& list = f.design.briefs.list();
    for (size_t k = 0; k < list.size(); ++k)
        if (list[k].id == brief) return briefMark(k);
    return {{}, theme().ink3};
}

void drawBriefMark(QPainter& p, const QRectF& box, const BriefMark& mark, bool filled)
{
    const Theme& t = theme();
    p.save();
    p.setPen(QPen(mark.hue, 1.2));
    p.setBrush(filled ? mark.hue : t.panel);
    p.drawRoundedRect(box, 3, 3);
    p.setPen(filled ? t.panel : mark.hue.darker(120));
    p.setFont(textFont(mark.letter.size() > 1 ? 8 : 10, true));
    p.drawText(box, Qt::AlignCenter, mark.letter);
    p.restore();
}

} // namespace wr
