#include "app/bench/diagrams.h"

#include "app/shell/document.h"
#include "render/charts.h"

#include <QHBoxLayout>
#include <QPainter>
#include <QVBoxLayout>

namespace wr {

namespace {
constexpr int kTop = 30, kMember = 34, kEach = 44;
constexpr double kLeft = 34; // beside it the names of the forces
} // namespace

Diagrams::Diagrams(Document& doc, QWidget* parent)
    : QWidget(parent), doc_(doc), combinations_(new QComboBox(this)), plane_(new QComboBox(this))
{
    setFixedHeight(kTop + kMember + 3 * kEach + 4);
    setAccessibleName("Force diagrams");
    combinations_->setAccessibleName("Combination");
    plane_->setAccessibleName("Plane of bending");
    plane_->addItems({"major", "minor", "torsion"});
    auto* bar = new QHBoxLayout;
    bar->addWidget(combinations_, 1);
    bar->addWidget(plane_);
    auto* all = new QVBoxLayout(this);
    all->setContentsMargins(0, 0, 0, 0);
    all->addLayout(bar);
    all->addStretch();
    connect(combinations_, &QComboBox::currentIndexChanged, this, &Diagrams::combineNow);
    connect(plane_, &QComboBox::currentIndexChanged, this, qOverload<>(&QWidget::update));
}

void Diagrams::show(std::optional<size_t> member, TableSet set)
{
    member_ = member && doc_.hasForces() && doc_.model().members()[*member].broken.empty() ? member : std::nullopt;
    if (member_) plan_ = doc_.model().plan(*member_);
    const QSignalBlocker block(combinations_);
    combinations_->clear();
    if (member_)
        for (size_t k = 0; k < doc_.model().forces().sets.size(); ++k) {
            const Combination& c = doc_.frame().combinations[doc_.model().forces().sets[k].combination];
            QString words = QString::fromStdString(combinationName(doc_.frame(), doc_.model().forces(), TableSet(k)));
            if (!c.title.empty()) words += "  " + QString::fromStdString(c.title);
            combinations_->addItem(words);
        }
    chooseSet(set);
    combineNow();
}

void Diagrams::setSpan(int span)
{
    span_ = span;
    update();
}

void Diagrams::combineNow()
{
    forces_.clear();
    const int set = combinations_->currentIndex();
    if (member_ && set >= 0)
        combine(plan_, plan_.standing(doc_.model().forces().sets[set], TableSet(static_cast<size_t>(set))), forces_);
    update();
}

void Diagrams::paintEvent(QPaintEvent*)
{
    const Theme& t = theme();
    QPainter p(this);
    p.setRenderHint(QPainter::Antialiasing);
    largestMoment_ = 0;
    if (!member_) return;
    const Member& m = doc_.model().members()[*member_];
    const auto x = [&](double s) { return kLeft + (width() - 4 - kLeft) * s / m.length; };
    drawHolds(p, m, x);
    if (forces_.empty()) return;
    double at = kTop + kMember;
    for (const Shown& s : shownForces()) {
        if (s.component == Force::My) drawSegments(p, m, x, at);
        const size_t n = plan_.stations();
        const auto begin = forces_.begin() + static_cast<ptrdiff_t>(static_cast<size_t>(s.component) * n);
        const std::vector<double> values(begin, begin + static_cast<ptrdiff_t>(n));
        const DiagramPicture d =
            drawDiagram(p, QRectF(0, at, width(), kEach - 2), plan_.x, values, m.length, s.name, s.quantity, doc_.units(), t);
        if (s.component == Force::My) largestMoment_ = d.largest;
        at += kEach;
    }
}

std::vector<Diagrams::Shown> Diagrams::shownForces() const
{
    switch (plane_->currentIndex()) {
    case 0: return {{"N", Force::N, Quantity::Force}, {"Vz", Force::Vz, Quantity::Force}, {"My", Force::My, Quantity::Moment}};
    case 1: return {{"N", Force::N, Quantity::Force}, {"Vy", Force::Vy, Quantity::Force}, {"Mz", Force::Mz, Quantity::Moment}};
    default: return {{"N", Force::N, Quantity::Force}, {"T", Force::T, Quantity::Moment}};
    }
}

// Unbraced segments of the flanges, the chosen mode's one tinted.
void Diagrams::drawSegments(QPainter& p, const Member& m, const std::function<double(double)>& x, double top) const
{
    const Theme& t = theme();
    for (size_t k = 0; k < plan_.spans.size(); ++k) {
        const Span& span = plan_.spans[k];
        if (std::cmp_equal(k, span_))
            p.fillRect(QRectF(QPointF(x(span.from), top), QPointF(x(span.to), top + kEach - 2)), t.violetTint);
        p.setPen(QPen(t.ink3, 1, Qt::DashLine));
        for (const double end : {span.from, span.to})
            if (end > 0 && end < m.length) p.drawLine(QPointF(x(end), top), QPointF(x(end), top + kEach - 2));
    }
}

// The member with its holds: major and minor as a ring on the line, flanges above and below.
void Diagrams::drawHolds(QPainter& p, const Member& m, const std::function<double(double)>& x) const
{
    const Theme& t = theme();
    const Lanes& lanes = doc_.model().lanes(*member_);
    const double y = kTop + 16;
    p.setPen(QPen(t.ink, 2.4));
    p.drawLine(QPointF(x(0), y), QPointF(x(m.length), y));
    const auto marks = [&](LengthAxis a, double dy, double r) {
        for (const LaneSegment& s : lanes.of(a))
            for (const double at : {s.from, s.to}) {
                if ((at == 0 && lanes.freeStart) || (at == m.length && lanes.freeEnd)) continue;
                p.drawEllipse(QPointF(x(at), y + dy), r, r);
            }
    };
    p.setPen(Qt::NoPen);
    p.setBrush(t.ink);
    marks(LengthAxis::Top, -8, 2.6);
    marks(LengthAxis::Bottom, 8, 2.6);
    p.setBrush(t.panel);
    p.setPen(QPen(t.ink, 1.4));
    marks(LengthAxis::Minor, 0, 3.4);
}

} // namespace wr
