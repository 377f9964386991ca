#include "app/size/rounds_chart.h"

#include "app/shell/document.h"
#include "app/shell/text.h"
#include "app/size/sizing_desk.h"
#include "render/theme.h"

#include <QPainter>
#include <algorithm>

namespace wr {

namespace {
constexpr int kMost = 14; // of the last rounds: narrower bars say nothing
}

RoundsChart::RoundsChart(Document& doc, SizingDesk& desk, QWidget* parent) : QWidget(parent), doc_(doc), desk_(desk)
{
    setMinimumHeight(104);
    setAccessibleName("Rounds of sizing");
    connect(&desk_, &SizingDesk::roundsChanged, this, [this] {
        setVisible(!desk_.rounds().empty());
        update();
    });
    setVisible(false);
}

int RoundsChart::bars() const
{
    return std::min(kMost, static_cast<int>(desk_.rounds().size()));
}

void RoundsChart::paintEvent(QPaintEvent*)
{
    const auto& rounds = desk_.rounds();
    if (rounds.empty()) return;
    QPainter p(this);
    p.setRenderHint(QPainter::Antialiasing);
    const Theme& t = theme();
    const UnitSystem& u = doc_.units();
    const auto n = static_cast<size_t>(bars());
    // What there was, and the last ones.
    std::vector<const SettleRound*> shown{&rounds.front()};
    for (size_t k = rounds.size() - n + 1; k < rounds.size(); ++k)
        shown.push_back(&rounds[k]);
    double least = 1e300, most = 0;
    for (const SettleRound* r : shown) {
        least = std::min(least, r->mass);
        most = std::max(most, r->mass);
    }
    // From a base below the least, so that a hundredth is seen; the figures say how much it is.
    const double base = std::max(0.0, least - std::max(1.6 * (most - least), 0.02 * most));
    const double top = 18, bottom = height() - 20.0, step = width() / static_cast<double>(std::max<size_t>(n, 6));
    const double bar = std::min(26.0, step * 0.62);
    p.setFont(textFont(10));
    const QFontMetricsF fm(p.font());
    for (size_t k = 0; k < n; ++k) {
        const SettleRound& r = *shown[k];
        const double x = step * (static_cast<double>(k) + 0.5),
                     h = (bottom - top) * (r.mass - base) / std::max(1e-9, most - base);
        const QRectF box(x - bar / 2, bottom - h, bar, h);
        const bool stands = r.kept;
        p.setPen(stands ? Qt::NoPen : QPen(t.ink3, 1, Qt::DashLine));
        QColor fill = t.utilisation(0.4);
        p.setBrush(stands ? QBrush(fill) : Qt::NoBrush);
        p.drawRect(box.adjusted(0.5, 0.5, -0.5, 0));
        p.setPen(stands ? t.ink : t.ink3);
        const QString name = r.round == 0 ? QString("now") : QString::number(r.round);
        p.drawText(QRectF(x - step / 2, bottom + 3, step, 15), Qt::AlignHCenter | Qt::AlignTop, name);
        // Thousands where they are thousands: the bars are narrow.
        const double kg = u.show(Quantity::Mass, r.mass);
        const QString mass = kg >= 10000 ? decimal(kg / 1000, 1) + "k" : decimal(kg, 0);
        // Where the bars are many: the first and the last one alone.
        if (fm.horizontalAdvance(mass) < step - 1 || k == 0 || k + 1 == n) {
            const double w = fm.horizontalAdvance(mass) + 2;
            const double left = std::clamp(x - w / 2, 0.0, width() - w); // inside the widget
            p.drawText(QRectF(left, bottom - h - 15, w, 14), Qt::AlignHCenter | Qt::AlignBottom, mass);
        }
    }
    p.setPen(QPen(t.hairline, 1));
    p.drawLine(QPointF(0, bottom), QPointF(width(), bottom));
}

} // namespace wr
