// The trace on screen: headings, formulas typeset with their numbers put in, results.
#pragma once

#include "core/base/units.h"
#include "core/standards/trace.h"
#include "render/formula.h"

#include <QWidget>

namespace wr {

class TraceView : public QWidget
{
    Q_OBJECT
public:
    explicit TraceView(QWidget* parent = nullptr);
    void show(Trace trace, const UnitSystem& units);
    QString plainText() const; // the whole trace for the clipboard
    int formulaCount() const { return formulas_; }

protected:
    void paintEvent(QPaintEvent*) override;
    void resizeEvent(QResizeEvent*) override;
    void contextMenuEvent(QContextMenuEvent*) override;

private:
    struct Row
    {
        double x, y; // baseline
        MathBox box;
    };
    void layOut();
    void place(double& x, double& y, double indent, MathBox box, std::vector<Row>& line);
    Trace trace_;
    UnitSystem units_;
    std::vector<Row> rows_;
    std::vector<double> rules_; // y of hairlines under headings
    int formulas_ = 0;
};

} // namespace wr
