#include "app/bench/check_chart.h"

#include "app/shell/document.h"

#include <QMouseEvent>
#include <QPainter>
#include <QToolTip>

namespace wr {

namespace {
constexpr int kHeight = 176;
}

CheckChart::CheckChart(Document& doc, QWidget* parent) : QWidget(parent), doc_(doc)
{
    setMouseTracking(true);
    setAccessibleName("Chart of the mode");
    setVisible(false);
}

void CheckChart::show(std::optional<size_t> member, int outcome)
{
    member_ = member;
    curve_.reset(), diagram_.reset(), bent_.reset();
    governing_ = -1;
    if (member && doc_.checked() && outcome >= 0) {
        const MemberResult& r = doc_.report().results[*member];
        if (static_cast<size_t>(outcome) < r.outcomes.size()) {
            const CheckOutcome& o = r.outcomes[static_cast<size_t>(outcome)];
            curve_ = doc_.model().lengthCurve(*member, o);
            diagram_ = doc_.model().interactionDiagram(*member, o);
            bent_ = doc_.model().deflectionCurve(*member, o);
            governing_ = o.set;
        }
    }
    const bool any = curve_ || diagram_ || bent_;
    setFixedHeight(any ? kHeight : 0);
    setVisible(any);
    QString words;
    if (curve_)
        words = QString("Capacity %1 at a length of %2, demand %3")
                    .arg(QString::fromStdString(doc_.units().text(curve_->quantity, curve_->capacityNow)),
                         QString::fromStdString(doc_.units().text(Quantity::Length, curve_->at)),
                         QString::fromStdString(doc_.units().text(curve_->quantity, curve_->demand)));
    else if (diagram_) {
        const auto over =
            std::count_if(diagram_->points.begin(), diagram_->points.end(), [](const auto& x) { return x.ratio > 1; });
        words = QString("%1 combinations, %2 outside").arg(diagram_->points.size()).arg(over);
    } else if (bent_)
        words = QString("Largest deflection %1 at %2, limit %3")
                    .arg(QString::fromStdString(doc_.units().text(Quantity::Displacement, bent_->most)),
                         QString::fromStdString(doc_.units().text(Quantity::Length, bent_->at)),
                         QString::fromStdString(doc_.units().text(Quantity::Displacement, bent_->limit)));
    setAccessibleDescription(words);
    update();
}

void CheckChart::paintEvent(QPaintEvent*)
{
    QPainter p(this);
    p.setRenderHint(QPainter::Antialiasing);
    const Theme& t = paperTheme();
    if (curve_) curvePicture_ = drawLengthCurve(p, rect(), *curve_, doc_.units(), t);
    if (bent_) bentPicture_ = drawDeflection(p, rect(), *bent_, doc_.units(), t);
    if (diagram_) interaction_ = drawInteraction(p, rect(), *diagram_, governing_, doc_.units(), t);
}

int CheckChart::tableSet(int point) const
{
    return doc_.model().setsFor(
        doc_.model().standardOf(*member_))[static_cast<size_t>(diagram_->points[static_cast<size_t>(point)].set)];
}

QString CheckChart::pointWords(int point) const
{
    const InteractionDiagram::Point& x = diagram_->points[static_cast<size_t>(point)];
    return QString("%1: %2, moments %3, ratio %4")
        .arg(QString::fromStdString(combinationName(doc_.frame(), doc_.model().forces(), tableSet(point))),
             QString(x.axial < 0 ? "tension %1" : "compression %1").arg(std::abs(x.axial), 0, 'f', 2))
        .arg(x.moment, 0, 'f', 2)
        .arg(x.ratio, 0, 'f', 2);
}

void CheckChart::mouseMoveEvent(QMouseEvent* e)
{
    if (!diagram_) return;
    const int point = interaction_.nearest(e->position(), 7);
    if (point >= 0)
        QToolTip::showText(e->globalPosition().toPoint(), pointWords(point), this);
    else
        QToolTip::hideText();
}

void CheckChart::mousePressEvent(QMouseEvent* e)
{
    if (!diagram_) return;
    if (const int point = interaction_.nearest(e->position(), 7); point >= 0) Q_EMIT choseSet(tableSet(point));
}

} // namespace wr
