// The picture of the chosen mode at the stop Check: capacity over length for compression and lateral-torsional buckling, the
// interaction diagram with every combination for axial force and bending, the bent member and its limit for deflection. Other
// modes have none.
#pragma once

#include "core/standards/check.h"
#include "plots/check_charts.h"

#include <optional>

namespace wr {

class Document;

class CheckChart : public Chart
{
    Q_OBJECT
public:
    explicit CheckChart(Document& doc, QWidget* parent = nullptr);
    void show(std::optional<size_t> member, int outcome);
    const std::optional<LengthCurve>& curve() const { return curve_; }
    const std::optional<InteractionDiagram>& diagram() const { return diagram_; }
    const std::optional<DeflectionCurve>& bent() const { return bent_; }
    double bentLimit() const { return bentLimit_; } // on the axis, in the unit shown

Q_SIGNALS:
    void choseSet(wr::TableSet set); // a combination was clicked

private:
    QString describe() const;
    TableSet tableSet(size_t point) const;
    CheckOutcome shown_; // whose diagram it is
    Document& doc_;
    std::optional<size_t> member_;
    std::optional<LengthCurve> curve_;
    std::optional<InteractionDiagram> diagram_;
    std::optional<DeflectionCurve> bent_;
    double bentLimit_ = 0;
};

} // namespace wr
