// The trace on screen: headings, formulas typeset with their numbers put in, results; the same lines as on paper.
#pragma once

#include "core/base/units.h"
#include "core/reporting/trace_layout.h"

#include <QWidget>

namespace wr {

class TraceView : public QWidget
{
    Q_OBJECT
public:
    explicit TraceView(QWidget* parent = nullptr);
    void show(Trace trace, const UnitSystem& units);
    QString plainText() const; // the whole trace for the clipboard
    int formulaCount() const;

Q_SIGNALS:
    void wantReport(); // the calculation is to stand in the report

protected:
    void paintEvent(QPaintEvent*) override;
    void resizeEvent(QResizeEvent*) override;
    void contextMenuEvent(QContextMenuEvent*) override;

private:
    void layOut();
    Trace trace_;
    UnitSystem units_;
    std::vector<TraceLine> lines_;
};

} // namespace wr
