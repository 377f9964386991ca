#include "app/bench/check_chart.h"

#include "app/shell/document.h"

namespace wr {

namespace {
constexpr int kHeight = 184;
}

CheckChart::CheckChart(Document& doc, QWidget* parent) : Chart(wr::theme(), parent), doc_(doc)
{
    setAccessibleName("Chart of the mode");
    setFixedHeight(kHeight);
    setVisible(false);
    connect(this, &Chart::markClicked, this, [this](int mark) {
        if (diagram_) Q_EMIT choseSet(tableSet(static_cast<size_t>(mark)));
    });
}

void CheckChart::show(std::optional<size_t> member, int outcome)
{
    member_ = member;
    curve_.reset();
    diagram_.reset();
    bent_.reset();
    SetRow governing;
    if (member && doc_.checked() && outcome >= 0 && std::cmp_less(outcome, doc_.report().results[*member].outcomes.size())) {
        const CheckOutcome& o = doc_.report().results[*member].outcomes[outcome];
        curve_ = doc_.model().lengthCurve(*member, o);
        diagram_ = doc_.model().interactionDiagram(*member, o);
        bent_ = doc_.model().deflectionCurve(*member, o);
        governing = o.set;
        shown_ = o;
    }
    const bool any = curve_ || diagram_ || bent_;
    setVisible(any);
    setAccessibleDescription(describe());
    yAxis->setRangeReversed(false);
    if (curve_) fillLengthChart(*this, *curve_, doc_.units());
    if (bent_) bentLimit_ = fillDeflectionChart(*this, *bent_, doc_.units());
    if (!diagram_) return;
    std::vector<QString> names;
    for (size_t i = 0; i < diagram_->points.size(); ++i)
        names.push_back(QString::fromStdString(combinationName(doc_.frame(), doc_.model().forces(), tableSet(i))));
    fillInteractionChart(*this, *diagram_, governing, names, doc_.units());
}

QString CheckChart::describe() const
{
    const auto words = [&](Quantity q, double si) { return QString::fromStdString(doc_.units().text(q, si)); };
    if (curve_)
        return QString("Capacity %1 at a length of %2, demand %3")
            .arg(words(curve_->quantity, curve_->capacityNow), words(Quantity::Length, curve_->at),
                 words(curve_->quantity, curve_->demand));
    if (diagram_) {
        const auto over =
            std::count_if(diagram_->points.begin(), diagram_->points.end(), [](const auto& x) { return x.ratio > 1; });
        return QString("%1 combinations, %2 outside").arg(diagram_->points.size()).arg(over);
    }
    if (bent_)
        return QString("Largest deflection %1 at %2, limit %3")
            .arg(words(Quantity::Displacement, bent_->most), words(Quantity::Length, bent_->at),
                 words(Quantity::Displacement, bent_->limit));
    return {};
}

TableSet CheckChart::tableSet(size_t point) const
{
    return doc_.model().modelOf(shown_).setOf(*member_, diagram_->points[point].set);
}

} // namespace wr
