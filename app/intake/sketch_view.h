// The frame as it comes out of the tables, drawn as lines while it is still being put together.
#pragma once

#include "app/frameview/camera.h"
#include "core/project/taken_again.h"

#include <QWidget>
#include <optional>
#include <vector>

namespace wr {

class SketchView : public QWidget
{
    Q_OBJECT
public:
    explicit SketchView(QWidget* parent = nullptr);
    // Elements with both nodes are drawn: dashed where their section or steel is not known. The camera stays where it is unless
    // the frame has another extent.
    void setFrame(const Frame& f);
    void setHint(const QString& words); // in its corner
    // What differs from an earlier frame, each in its own stroke, the rest pale; what is gone is drawn where it stood. Empty:
    // the frame as it is.
    void setFates(const std::vector<FateRow>& rows, const Frame& then);
    void setOnly(std::optional<FateRow::Kind> k); // the others pale as well
    void setPicked(int row);                      // of those; -1: none
    int drawnFates(FateRow::Kind k) const;
    int drawnElements() const { return static_cast<int>(lines_.size()); }
    int unknownElements() const { return unknown_; }

protected:
    void paintEvent(QPaintEvent*) override;
    void mousePressEvent(QMouseEvent*) override;
    void mouseMoveEvent(QMouseEvent*) override;
    void wheelEvent(QWheelEvent*) override;
    void resizeEvent(QResizeEvent*) override;

private:
    struct Line
    {
        Vec3 from, to;
        bool whole = true;
    };
    struct Fated
    {
        Vec3 from, to;
        FateRow::Kind kind;
    };
    void paintFates(QPainter& p) const;
    void fit();
    Camera camera_;
    std::vector<Line> lines_;
    std::vector<int> lineOf_; // by element; -1: not drawn
    std::vector<Fated> fates_;
    std::optional<FateRow::Kind> only_;
    int picked_ = -1;
    std::vector<Vec3> supports_, loose_; // loose: nodes with no element
    Vec3 low_, high_;
    int unknown_ = 0;
    QString hint_;
    QPointF last_;
};

} // namespace wr
