// The trace on screen: headings, formulas typeset with their numbers put in, results.
#pragma once

#include "core/base/units.h"
#include "core/standards/trace.h"
#include "render/formula.h"

#include <QWidget>
#include <map>

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
    struct ValueText
    {
        QString text, number; // with and without its unit
    };
    using Seen = std::map<std::string, ValueText>; // by symbol
    void layOut();
    void layOutValue(const TraceStep& s, Seen& seen);
    void flow(const std::vector<MathBox>& boxes, double indent, double hanging);
    MathBox numbersPutIn(const Expression& e, const Seen& seen) const;
    Trace trace_;
    UnitSystem units_;
    std::vector<Row> rows_;
    std::vector<double> rules_; // y of hairlines under headings
    int formulas_ = 0;
    double bottom_ = 0; // where the next line goes
};

} // namespace wr
