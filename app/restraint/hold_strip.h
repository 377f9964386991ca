// The strip of the stop Restraint: a member drawn straight and to scale with what frames in, five lanes with a mark where
// something holds, lengths and factors between them, and the moment beneath with the flange it compresses.
#pragma once

#include "core/members/lanes.h"

#include <QLineEdit>
#include <QWidget>
#include <array>
#include <optional>
#include <vector>

namespace wr {

class Document;

class HoldStrip : public QWidget
{
    Q_OBJECT
public:
    static constexpr int kLanes = 5; // major, minor, top flange, bottom flange, twist
    explicit HoldStrip(Document& doc, QWidget* parent = nullptr);
    void refresh();
    // Where a place of a lane, and the words of a segment, stand: for the mouse and for tests.
    QPointF placeAt(int lane, double at) const;
    QRectF wordsAt(int lane, size_t segment) const;
    QLineEdit& field() { return *field_; }
    QString trouble() const { return trouble_; }
    QString heading() const { return heading_; }

Q_SIGNALS:
    void changed(); // an edit was made, or refused (trouble())

protected:
    void paintEvent(QPaintEvent*) override;
    void mousePressEvent(QMouseEvent*) override;
    void mouseMoveEvent(QMouseEvent*) override;
    void leaveEvent(QEvent*) override;
    void keyPressEvent(QKeyEvent*) override;
    bool event(QEvent*) override;
    void focusOutEvent(QFocusEvent*) override { update(); }
    QSize minimumSizeHint() const override { return {300, 280}; }

private:
    struct Cursor
    {
        int lane = 0;
        double at = 0;
    };
    std::optional<size_t> member() const; // the one that is drawn
    double xOf(double at) const;
    double snapped(double x) const; // m along the member
    int laneAt(double y) const;
    void toggle(int lane, double at);
    void openField(int lane, size_t segment);
    void takeField();
    void say(const QString& trouble);
    void paintMember(QPainter& p) const;
    void paintLane(QPainter& p, int lane) const;
    void paintMoment(QPainter& p) const;
    QString tip(int lane, double at) const;

    Document& doc_;
    QLineEdit* field_;
    int fieldLane_ = -1;
    size_t fieldSegment_ = 0;
    QString trouble_, heading_;
    std::optional<Cursor> cursor_, hover_;
};

} // namespace wr
