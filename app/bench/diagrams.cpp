#include "app/bench/diagrams.h"

#include "app/shell/document.h"
#include "render/charts.h"

#include <QHBoxLayout>
#include <QPainter>
#include <QVBoxLayout>

namespace wr {

namespace {
constexpr int kTop = 30, kMember = 34, kEach = 44;
}

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

void Diagrams::show(std::optional<size_t> member, int set)
{
    member_ = member && doc_.hasForces() && doc_.model().members()[*member].broken.empty() ? member : std::nullopt;
    if (member_) plan_ = doc_.model().plan(*member_);
    const QSignalBlocker block(combinations_);
    combinations_->clear();
    if (member_)
        for (size_t k = 0; k < doc_.model().forces().sets.size(); ++k) {
            const Combination& c = doc_.frame().combinations[static_cast<size_t>(doc_.model().forces().sets[k].combination)];
            QString words = QString::fromStdString(combinationName(doc_.frame(), doc_.model().forces(), static_cast<int>(k)));
            if (!c.title.empty()) words += "  " + QString::fromStdString(c.title);
            combinations_->addItem(words);
        }
    combinations_->setCurrentIndex(set);
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
    if (member_ && set >= 0) combine(plan_, doc_.model().forces().sets[static_cast<size_t>(set)], forces_);
    update();
}

void Diagrams::paintEvent(QPaintEvent*)
{
    const Theme& t = paperTheme();
    QPainter p(this);
    p.setRenderHint(QPainter::Antialiasing);
    largestMoment_ = 0;
    if (!member_) return;
    const Member& m = doc_.model().members()[*member_];
    const Lanes& lanes = doc_.model().lanes(*member_);
    const double left = 34, right = width() - 4;
    const auto x = [&](double s) { return left + (right - left) * s / m.length; };
    // The member with its holds: major and minor as a ring on the line, flanges above and below.
    const double y = kTop + 16;
    p.setPen(QPen(t.ink, 2.4));
    p.drawLine(QPointF(left, y), QPointF(right, y));
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
    if (forces_.empty()) return;
    const size_t n = plan_.stations();
    const auto component = [&](size_t k) {
        return std::vector<double>(forces_.begin() + static_cast<ptrdiff_t>(k * n),
                                   forces_.begin() + static_cast<ptrdiff_t>((k + 1) * n));
    };
    struct Shown
    {
        QString name;
        size_t component;
        Quantity q;
    };
    const std::vector<Shown> shown =
        plane_->currentIndex() == 0
            ? std::vector<Shown>{{"N", 0, Quantity::Force}, {"Vz", 2, Quantity::Force}, {"My", 4, Quantity::Moment}}
        : plane_->currentIndex() == 1
            ? std::vector<Shown>{{"N", 0, Quantity::Force}, {"Vy", 1, Quantity::Force}, {"Mz", 5, Quantity::Moment}}
            : std::vector<Shown>{{"N", 0, Quantity::Force}, {"T", 3, Quantity::Moment}};
    double at = kTop + kMember;
    for (const Shown& s : shown) {
        const auto values = component(s.component);
        if (s.component == 4) { // unbraced segments of the flanges, the chosen mode's one tinted
            for (size_t k = 0; k < plan_.spans.size(); ++k) {
                const Span& span = plan_.spans[k];
                if (static_cast<int>(k) == span_)
                    p.fillRect(QRectF(QPointF(x(span.from), at), QPointF(x(span.to), at + kEach - 2)), t.violetTint);
                p.setPen(QPen(t.ink3, 1, Qt::DashLine));
                for (const double end : {span.from, span.to})
                    if (end > 0 && end < m.length) p.drawLine(QPointF(x(end), at), QPointF(x(end), at + kEach - 2));
            }
        }
        const DiagramPicture d =
            drawDiagram(p, QRectF(0, at, width(), kEach - 2), plan_.x, values, m.length, s.name, s.q, doc_.units(), t);
        if (s.component == 4) largestMoment_ = d.largest;
        at += kEach;
    }
}

} // namespace wr
