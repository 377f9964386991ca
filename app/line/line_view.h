// The line: a drawn rail with the seven stops of the work, and the figures of the frame at its right.
#pragma once

#include "render/theme.h"

#include <QString>
#include <QWidget>
#include <array>

namespace wr {

class Document;

enum class Stop { Frame, Members, Restraint, Briefs, Check, Size, Report };
constexpr int kStops = 7;
QString stopName(Stop s);

class LineView : public QWidget
{
    Q_OBJECT
public:
    LineView(Document& doc, QWidget* parent = nullptr);
    Stop current() const { return current_; }
    void ride(Stop s);
    QRectF stopArea(Stop s) const;
    QRectF countArea(Stop s) const; // of its findings
    QString figures() const;        // "198 members · 8 over · top 1.29 · 31.2 t"
    QString situation() const;      // "AISC 360-22 LRFD · first order · forces fit sizes"
    // The same in fewer words where there is less room; the standard's name stays whole.
    QString figuresIn(double room) const;
    QString situationIn(double room) const;
    int openCount(Stop s) const; // findings open at a stop; -1: nothing yet

Q_SIGNALS:
    void rode(Stop s);
    void wantFindings(Stop s); // its count was clicked

protected:
    void paintEvent(QPaintEvent*) override;
    void mousePressEvent(QMouseEvent*) override;
    void keyPressEvent(QKeyEvent*) override;
    bool event(QEvent*) override;

private:
    double spacing() const; // of the stops: closer where the window is narrow
    Document& doc_;
    Stop current_ = Stop::Check;
};

} // namespace wr
