#include "app/compare/compare_bench.h"

#include "app/compare/change_marks.h"
#include "app/shell/document.h"
#include "app/shell/text.h"

#include <QHBoxLayout>
#include <QLabel>
#include <QPainter>
#include <QPushButton>
#include <QVBoxLayout>
#include <algorithm>
#include <cmath>

namespace wr {

namespace {

struct Figure
{
    QString name, then, now, change; // change: "=" where there is none
};

QString difference(double d, int decimals)
{
    const QString digits = decimal(std::abs(d), decimals);
    return QString::number(std::abs(d), 'f', decimals).toDouble() == 0 ? QString("=") : (d < 0 ? "−" : "+") + digits;
}

std::vector<Figure> figuresOf(const Document::Beside& b)
{
    const Standing &x = b.changes.then, &y = b.changes.now;
    const auto row = [](const char* name, double then, double now, int decimals) {
        return Figure{name, decimal(then, decimals), decimal(now, decimals), difference(now - then, decimals)};
    };
    std::vector<Figure> out{row("Over the limit", x.over, y.over, 0),
                            row("Top utilisation", x.top, y.top, 2),
                            row("Mass, t", x.mass / 1000, y.mass / 1000, 2),
                            row("Painted, m²", x.painted, y.painted, 0),
                            row("Different sections", static_cast<double>(x.sections), static_cast<double>(y.sections), 0),
                            row("Unchecked", x.unchecked, y.unchecked, 0)};
    if (x.members != y.members)
        out.push_back(row("Members", static_cast<double>(x.members), static_cast<double>(y.members), 0));
    return out;
}

// The one picked member that is in both.
const MemberChange* pickedChange(const Document& doc)
{
    if (!doc.beside() || doc.pick().size() != 1 || *doc.pick().begin() >= doc.beside()->rowOf.size()) return nullptr;
    return &doc.beside()->of(*doc.pick().begin());
}

struct Why
{
    QString name, words;
    double by = 0;
};
std::vector<Why> whyOf(const Document& doc, const MemberChange& c)
{
    const auto causes = doc.beside()->causes->of(c);
    if (!causes) return {};
    const UnitSystem& u = doc.units();
    const auto quantity = [&](double v) { return str(u.text(causes->quantity, v, false)); };
    const QString demand = causes->check.empty() || causes->demandThen == causes->demandNow
                               ? QString("forces as they were")
                               : QString("%1 %2 → %3 %4")
                                     .arg(str(causes->check), quantity(causes->demandThen), quantity(causes->demandNow),
                                          str(u.symbol(causes->quantity)));
    const auto said = [](double by, const QString& changed, const QString& same) {
        return std::abs(by) < 0.005 ? same : changed;
    };
    return {{"demand", said(causes->demand, demand, "forces as they were"), causes->demand},
            {"strength",
             said(causes->strength,
                  c.sectionThen == c.sectionNow ? QString("grade or brief") : str(c.sectionThen) + " → " + str(c.sectionNow),
                  "section, grade, brief as they were"),
             causes->strength},
            {"lengths", said(causes->lengths, "holds or effective lengths", "holds as they were"), causes->lengths}};
}

constexpr double kLine = 19;

} // namespace

CompareFigures::CompareFigures(Document& doc, QWidget* parent) : QWidget(parent), doc_(doc)
{
    setAccessibleName("Two states in figures");
    for (const auto signal : {&Document::comparisonChanged, &Document::pickChanged})
        connect(&doc_, signal, this, &CompareFigures::refresh);
}

void CompareFigures::refresh()
{
    setAccessibleDescription(lines().join("\n"));
    const auto* b = doc_.beside();
    const auto* picked = pickedChange(doc_);
    const double groups = b ? static_cast<double>(std::min<size_t>(b->changes.groups.size(), 9)) : 0;
    setMinimumHeight(static_cast<int>(b ? kLine * (9 + groups + (groups > 0 ? 1.6 : 0) + (picked ? 6 : 0)) : 40));
    update();
}

QStringList CompareFigures::lines() const
{
    QStringList out;
    const auto* b = doc_.beside();
    if (!b) return out;
    for (const Figure& f : figuresOf(*b))
        out << QString("%1: %2 → %3 (%4)").arg(f.name, f.then, f.now, f.change);
    for (const auto& [group, kg] : b->changes.groups)
        out << QString("%1: %2 kg").arg(group.empty() ? "no group" : str(group), difference(kg, 0));
    if (const auto* c = pickedChange(doc_)) {
        out << QString("%1 %2: %3 → %4")
                   .arg(str(c->id), str(changeWord(c->kind)))
                   .arg(decimal(c->ratioThen, 2))
                   .arg(decimal(c->ratioNow, 2));
        for (const Why& w : whyOf(doc_, *c))
            out << QString("%1: %2 %3").arg(w.name, w.words, difference(w.by, 2));
    }
    return out;
}

void CompareFigures::paintEvent(QPaintEvent*)
{
    QPainter p(this);
    p.setRenderHint(QPainter::Antialiasing);
    double y = 2;
    if (!doc_.beside()) {
        p.setPen(theme().ink3);
        p.setFont(textFont(12));
        p.drawText(QRectF(0, y, width(), 20), Qt::AlignLeft, "finding what differs…");
        return;
    }
    y = drawFigures(p, y);
    y = drawGroups(p, y);
    drawWhy(p, y);
}

double CompareFigures::drawFigures(QPainter& p, double y) const
{
    const Theme& t = theme();
    const double w = width(), then = w - 122, now = w - 60;
    const auto cells = [&](const QString& a, const QString& b, const QString& c, const QString& d, bool head) {
        p.setFont(textFont(head ? 11 : 12, head));
        p.setPen(head ? t.ink2 : t.ink);
        p.drawText(QRectF(0, y, then - 38, kLine), Qt::AlignLeft | Qt::AlignVCenter, a);
        p.setFont(textFont(head ? 11 : 12));
        p.setPen(t.ink3);
        p.drawText(QRectF(then - 60, y, 60, kLine), Qt::AlignRight | Qt::AlignVCenter, b);
        p.setFont(textFont(head ? 11 : 12, !head));
        p.setPen(head ? t.ink3 : t.ink);
        p.drawText(QRectF(now - 70, y, 70, kLine), Qt::AlignRight | Qt::AlignVCenter, c);
        p.setFont(textFont(head ? 11 : 12));
        p.setPen(d == "=" || head ? t.ink3 : t.ink);
        p.drawText(QRectF(w - 70, y, 70, kLine), Qt::AlignRight | Qt::AlignVCenter, d);
        y += kLine;
    };
    cells("The frame", "then", "now", "change", true);
    p.setPen(QPen(t.hairline, 1));
    p.drawLine(QPointF(0, y), QPointF(w, y));
    y += 2;
    for (const Figure& f : figuresOf(*doc_.beside()))
        cells(f.name, f.then, f.now, f.change, false);
    return y + 10;
}

double CompareFigures::drawGroups(QPainter& p, double y) const
{
    const Theme& t = theme();
    const auto& groups = doc_.beside()->changes.groups;
    if (groups.empty()) return y;
    const double w = width();
    p.setFont(textFont(11, true));
    p.setPen(t.ink2);
    p.drawText(QRectF(0, y, w, kLine), Qt::AlignLeft | Qt::AlignVCenter, "Where the kilograms went");
    y += kLine + 2;
    double most = 0;
    for (const auto& [group, kg] : groups)
        most = std::max(most, std::abs(kg));
    const double zero = w - 118, half = 52;
    constexpr size_t kShown = 8;
    for (size_t k = 0; k < groups.size() && k < kShown; ++k) {
        const auto& [group, kg] = groups[k];
        p.setFont(textFont(12));
        p.setPen(t.ink);
        p.drawText(
            QRectF(0, y, zero - half - 8, kLine), Qt::AlignLeft | Qt::AlignVCenter,
            QFontMetricsF(p.font()).elidedText(group.empty() ? "no group" : str(group), Qt::ElideRight, zero - half - 10));
        const double l = half * std::abs(kg) / most;
        p.fillRect(kg > 0 ? QRectF(zero, y + 4, l, kLine - 8) : QRectF(zero - l, y + 4, l, kLine - 8),
                   kg > 0 ? t.heavier : t.lighter);
        p.drawText(QRectF(w - 62, y, 62, kLine), Qt::AlignRight | Qt::AlignVCenter, difference(kg, 0));
        y += kLine;
    }
    p.setPen(QPen(t.ink3, 1));
    p.drawLine(QPointF(zero, y - kLine * static_cast<double>(std::min(groups.size(), kShown))), QPointF(zero, y));
    if (groups.size() > kShown) {
        p.setPen(t.ink3);
        p.drawText(QRectF(0, y, w, kLine), Qt::AlignLeft | Qt::AlignVCenter,
                   QString("and %1 more groups").arg(groups.size() - kShown));
        y += kLine;
    }
    return y + 10;
}

double CompareFigures::drawWhy(QPainter& p, double y) const
{
    const Theme& t = theme();
    const MemberChange* c = pickedChange(doc_);
    if (!c) return y;
    const double w = width();
    drawChangeMark(p, QPointF(7, y + kLine / 2), c->kind, 6);
    p.setFont(textFont(12, true));
    p.setPen(t.ink);
    p.drawText(QRectF(c->kind == MemberChange::Kind::Same ? 0 : 20, y, w - 100, kLine), Qt::AlignLeft | Qt::AlignVCenter,
               str(c->id) + " " + str(changeWord(c->kind)));
    p.setPen(std::isfinite(c->ratioNow) && c->ratioNow > 1 ? t.red : t.ink);
    const auto ratio = [](double v) { return std::isfinite(v) ? decimal(v, 2) : QString("–"); };
    p.drawText(QRectF(w - 110, y, 110, kLine), Qt::AlignRight | Qt::AlignVCenter,
               ratio(c->ratioThen) + " → " + ratio(c->ratioNow));
    y += kLine + 2;
    const std::vector<Why> why = whyOf(doc_, *c);
    p.setFont(textFont(12));
    if (why.empty()) {
        p.setPen(t.ink3);
        p.drawText(QRectF(0, y, w, 2 * kLine), Qt::AlignLeft | Qt::TextWordWrap,
                   doc_.beside()->causes->able() ? "Why cannot be told: it was not checked in both."
                                                 : "Why cannot be told: elements or combinations are others.");
        return y + 2 * kLine;
    }
    for (const Why& x : why) {
        const bool changed = std::abs(x.by) >= 0.005;
        p.setFont(textFont(12));
        p.setPen(t.ink2);
        p.drawText(QRectF(0, y, 60, kLine), Qt::AlignLeft | Qt::AlignVCenter, x.name);
        p.setPen(changed ? t.ink : t.ink3);
        p.drawText(QRectF(62, y, w - 114, kLine), Qt::AlignLeft | Qt::AlignVCenter,
                   QFontMetricsF(p.font()).elidedText(x.words, Qt::ElideRight, w - 116));
        p.setFont(textFont(12, changed));
        p.drawText(QRectF(w - 52, y, 52, kLine), Qt::AlignRight | Qt::AlignVCenter, difference(x.by, 2));
        y += kLine;
    }
    return y;
}

CompareBench::CompareBench(Document& doc, QWidget* parent)
    : QWidget(parent), doc_(doc), title_(new QLabel), when_(new QLabel), trouble_(new QLabel),
      figures_(new CompareFigures(doc)), return_(new QPushButton("Return to it")), end_(new QPushButton("End comparing"))
{
    title_->setObjectName("title");
    title_->setWordWrap(true);
    when_->setObjectName("quiet");
    trouble_->setObjectName("trouble");
    trouble_->setWordWrap(true);
    trouble_->hide();
    auto* all = new QVBoxLayout(this);
    all->setContentsMargins(16, 10, 14, 10);
    all->addWidget(title_);
    all->addWidget(when_);
    all->addWidget(figures_);
    all->addStretch();
    all->addWidget(trouble_);
    auto* buttons = new QHBoxLayout;
    buttons->addWidget(return_, 1);
    buttons->addWidget(end_, 1);
    all->addLayout(buttons);
    for (const auto signal : {&Document::comparisonChanged, &Document::sidingsChanged, &Document::historyChanged})
        connect(&doc_, signal, this, &CompareBench::refresh);
    connect(return_, &QPushButton::clicked, this, [this] {
        const QString why = doc_.returnTo(doc_.comparedSiding());
        trouble_->setText(why);
        trouble_->setVisible(!why.isEmpty());
    });
    connect(end_, &QPushButton::clicked, this, [this] { doc_.compareTo({}); });
}

void CompareBench::refresh()
{
    const Siding* s = doc_.sidings().find(doc_.comparedSiding());
    if (!s) return;
    trouble_->hide();
    title_->setText(str(s->name) + " → now");
    const long since = static_cast<long>(doc_.history().made()) - static_cast<long>(s->edits);
    when_->setText(QString("Parked %1%2")
                       .arg(str(s->when),
                            since == 0  ? QString()
                            : since < 0 ? QString("; since then taken back")
                                        : QString("; %1 since").arg(since == 1 ? "one edit" : QString("%1 edits").arg(since))));
    return_->setToolTip("Brings the frame to that state: one edit, which can be undone");
}

QString CompareBench::headline() const
{
    return title_->text();
}

} // namespace wr
