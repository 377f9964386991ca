#include "app/line/line_view.h"

#include "app/shell/document.h"
#include "app/shell/text.h"

#include <QHelpEvent>
#include <QKeyEvent>
#include <QMouseEvent>
#include <QPainter>
#include <QToolTip>
#include <algorithm>

namespace wr {

namespace {
constexpr std::array kNames{"Frame", "Members", "Restraint", "Briefs", "Check", "Size", "Report"};
constexpr double kFirst = 56, kWidest = 108, kClosest = 80, kRail = 22;
constexpr double kBeforeWords = 50, kAfterWords = 16;

// The first of these that fits the room; the last in any case.
QString firstThatFits(const QStringList& words, double room, const QFont& font)
{
    const QFontMetricsF fm(font);
    for (const QString& w : words)
        if (fm.horizontalAdvance(w) <= room) return w;
    return words.back();
}

QFont figuresFont()
{
    return textFont(12.5, true);
}
QFont situationFont()
{
    return textFont(11.5);
}
} // namespace

QString stopName(Stop s)
{
    return kNames[static_cast<size_t>(s)];
}

LineView::LineView(Document& doc, QWidget* parent) : QWidget(parent), doc_(doc)
{
    setFixedHeight(62);
    setFocusPolicy(Qt::TabFocus);
    setAccessibleName("The line");
    setAccessibleDescription("The seven stops of the work; keys 1 to 7 ride to a stop");
    for (const auto signal : {&Document::opened, &Document::resultsChanged, &Document::modelChanged, &Document::historyChanged,
                              &Document::findingsChanged})
        connect(&doc_, signal, this, qOverload<>(&QWidget::update));
}

void LineView::ride(Stop s)
{
    if (s == current_) return;
    current_ = s;
    update();
    Q_EMIT rode(s);
}

QRectF LineView::stopArea(Stop s) const
{
    return {kFirst + spacing() * static_cast<int>(s) - std::min(42.0, spacing() / 2), 4, std::min(84.0, spacing()), 54};
}

int LineView::openCount(Stop s) const
{
    if (!doc_.hasFrame()) return -1;
    if (s == Stop::Report) return -1;
    const int open = static_cast<int>(doc_.openAt(static_cast<WorkStop>(s)));
    switch (s) {
    case Stop::Restraint:
        // Nothing is settled before what holds was looked for.
        return !doc_.hasForces() || !doc_.model().restraintKnown(false) ? -1 : open;
    case Stop::Briefs: return doc_.frame().design.briefs.empty() ? -1 : open; // nothing is decided before there is one
    case Stop::Check: {
        if (!doc_.checked()) return -1;
        // Members over and unchecked, whether or not somebody accepts that; and what else is open there.
        const auto& c = doc_.worstReport().counts;
        size_t others = 0;
        for (const AuditRow& r : doc_.audit())
            others += r.open() && r.finding.severity != Severity::Note && r.finding.code.starts_with("limit.");
        return c.over + c.unchecked + static_cast<int>(others);
    }
    case Stop::Size: return open > 0 ? open : -1; // nothing was sized yet
    default: return open;
    }
}

QString LineView::figures() const
{
    if (!doc_.hasFrame()) return {};
    const auto& c = doc_.worstReport().counts;
    const auto& u = doc_.units();
    QString mass;
    if (u.mass == "lb")
        mass = QString("%1 kip").arg(decimal(doc_.mass() / kPoundMass / 1000, 1));
    else
        mass = QString("%1 t").arg(decimal(doc_.mass() / 1000, 1));
    if (!doc_.checked()) return QString("%1 members · %2").arg(doc_.model().members().size()).arg(mass);
    QString out = QString("%1 members · %2 over").arg(doc_.model().members().size()).arg(c.over);
    if (c.unchecked > 0) out += QString(" · %1 unchecked").arg(c.unchecked);
    const auto& limits = *doc_.state().limits;
    if (const auto past = std::count_if(limits.begin(), limits.end(), [](const StandingLimit& r) { return r.over(); });
        past > 0)
        out += QString(" · frame limits: %1 over").arg(past);
    return out + QString(" · top %1 · %2").arg(decimal(c.top, 2)).arg(mass);
}

QString LineView::situation() const
{
    if (!doc_.hasFrame()) return {};
    const auto& s = doc_.model().standard();
    QString out = str(s.title);
    if (!doc_.hasForces()) return out + " · no forces: analyse the frame";
    const auto& t = doc_.model().forces();
    const bool second = std::any_of(t.sets.begin(), t.sets.end(), [&](const ForceSet& f) { return t.inSecond(f.combination); });
    return out + (second ? " · second order" : " · first order") +
           (doc_.forcesFit() ? " · forces fit sizes" : " · forces belong to other sizes");
}

QString LineView::situationIn(double room) const
{
    const QString whole = situation();
    QStringList parts = whole.split(" · ");
    if (parts.size() < 3) return firstThatFits({whole, parts.value(0)}, room, situationFont());
    // What is wrong outlasts the order of the analysis, and the standard's name everything.
    return firstThatFits({whole, doc_.forcesFit() ? parts[0] + " · " + parts[1] : parts[0] + " · " + parts[2],
                          doc_.forcesFit() ? parts[0] : parts[0] + " · other sizes", parts[0]},
                         room, situationFont());
}

QString LineView::figuresIn(double room) const
{
    QStringList parts = figures().split(" · "), list{figures()};
    while (parts.size() > 1) {
        parts.removeLast(); // the mass first, then what follows the counts
        list.push_back(parts.join(" · "));
    }
    return firstThatFits(list, room, figuresFont());
}

double LineView::spacing() const
{
    if (!doc_.hasFrame()) return kWidest;
    const double words = std::max(QFontMetricsF(figuresFont()).horizontalAdvance(figures()),
                                  QFontMetricsF(situationFont()).horizontalAdvance(situation()));
    return std::clamp((width() - kFirst - kBeforeWords - kAfterWords - words) / (kStops - 1), kClosest, kWidest);
}

void LineView::paintEvent(QPaintEvent*)
{
    const Theme& t = theme();
    QPainter p(this);
    p.setRenderHint(QPainter::Antialiasing);
    p.fillRect(rect(), t.panel);
    p.setPen(QPen(t.hairline, 1));
    p.drawLine(0, height() - 1, width(), height() - 1);
    // Two rails on sleepers.
    const double x0 = kFirst, x1 = kFirst + spacing() * (kStops - 1);
    p.setPen(QPen(t.hairline, 2));
    for (double x = x0; x <= x1; x += 6)
        p.drawLine(QPointF(x, kRail - 3.5), QPointF(x, kRail + 3.5));
    p.setPen(QPen(t.rail, 1));
    p.drawLine(QPointF(x0, kRail - 2), QPointF(x1, kRail - 2));
    p.drawLine(QPointF(x0, kRail + 2), QPointF(x1, kRail + 2));
    for (int i = 0; i < kStops; ++i) {
        const Stop s = static_cast<Stop>(i);
        const bool here = s == current_;
        const QPointF c(kFirst + spacing() * i, kRail);
        if (here) {
            p.setPen(Qt::NoPen);
            p.setBrush(t.violetTint);
            p.drawRoundedRect(stopArea(s), 7, 7);
        }
        const QColor ink = here ? t.violet : t.ink;
        const int n = openCount(s);
        p.setPen(QPen(ink, 2));
        p.setBrush(t.panel);
        p.drawEllipse(c, 7.5, 7.5);
        p.setPen(Qt::NoPen);
        p.setBrush(ink);
        if (n == 0)
            p.drawEllipse(c, 4.5, 4.5);
        else if (n > 0)
            p.drawPie(QRectF(c.x() - 4.5, c.y() - 4.5, 9, 9), 90 * 16, 180 * 16);
        if (n > 0) {
            p.setPen(s == Stop::Check ? t.red : t.ochreInk);
            p.setFont(textFont(10, true));
            p.drawText(QRectF(c.x() + 9, c.y() - 16, 30, 12), Qt::AlignLeft, QString::number(n));
        }
        p.setPen(here ? t.violet : t.ink);
        p.setFont(textFont(12, here));
        p.drawText(QRectF(c.x() - 50, kRail + 12, 100, 20), Qt::AlignCenter, stopName(s));
    }
    if (hasFocus()) {
        p.setPen(QPen(t.violet, 1, Qt::DotLine));
        p.setBrush(Qt::NoBrush);
        p.drawRoundedRect(stopArea(current_).adjusted(1, 1, -1, -1), 6, 6);
    }
    if (doc_.hasFrame()) {
        const QRectF area(x1 + kBeforeWords, 0, width() - x1 - kBeforeWords - kAfterWords, height());
        p.setPen(t.ink);
        p.setFont(figuresFont());
        p.drawText(QRectF(area.left(), 11, area.width(), 18), Qt::AlignRight | Qt::AlignVCenter, figuresIn(area.width()));
        p.setFont(situationFont());
        p.setPen(!doc_.hasForces() || !doc_.forcesFit() ? t.red : t.ink2);
        p.drawText(QRectF(area.left(), 32, area.width(), 18), Qt::AlignRight | Qt::AlignVCenter, situationIn(area.width()));
    }
}

QRectF LineView::countArea(Stop s) const
{
    const double x = kFirst + spacing() * static_cast<int>(s);
    return {x + 8, 4, 24, 16};
}

void LineView::mousePressEvent(QMouseEvent* e)
{
    for (int i = 0; i < kStops; ++i)
        if (const auto s = static_cast<Stop>(i); openCount(s) > 0 && countArea(s).contains(e->position()))
            return Q_EMIT wantFindings(s);
    for (int i = 0; i < kStops; ++i)
        if (stopArea(static_cast<Stop>(i)).contains(e->position())) ride(static_cast<Stop>(i));
}

void LineView::keyPressEvent(QKeyEvent* e)
{
    const int i = static_cast<int>(current_);
    if (e->key() == Qt::Key_Right && i + 1 < kStops)
        ride(static_cast<Stop>(i + 1));
    else if (e->key() == Qt::Key_Left && i > 0)
        ride(static_cast<Stop>(i - 1));
    else
        QWidget::keyPressEvent(e);
}

bool LineView::event(QEvent* e)
{
    if (e->type() == QEvent::ToolTip) {
        auto* h = static_cast<QHelpEvent*>(e);
        for (int i = 0; i < kStops; ++i)
            if (const auto s = static_cast<Stop>(i); stopArea(s).contains(h->pos())) {
                const int n = openCount(s);
                QToolTip::showText(h->globalPos(), stopName(s) +
                                                       (n > 0    ? QString(": %1 open").arg(n)
                                                        : n == 0 ? ": settled"
                                                                 : ": nothing yet") +
                                                       QString("  (key %1)").arg(i + 1));
                return true;
            }
        QToolTip::hideText();
    }
    return QWidget::event(e);
}

} // namespace wr
