// Loads of cases as arrows, to scale, with what they are.
#pragma once

#include "app/frameview/camera.h"
#include "core/frame/frame.h"

#include <QPainter>
#include <utility>
#include <vector>

namespace wr {

// A shaft with a head at its end; nothing where it is too short to be seen.
void drawArrow(QPainter& p, QPointF from, QPointF to);

class LoadArrows
{
public:
    explicit LoadArrows(const Frame& f) : f_(f) {}
    // `dashed`: what would come. Local and projected loads point where they act; panels are outlined and their loads shown on
    // the elements that get them.
    void add(const LoadCase& c, double factor, bool dashed = false);
    // Line loads and forces have a scale each: the largest is a fixed part of `size` (m), times `scale`.
    void draw(QPainter& p, const Camera::Projection& project, double size, double scale) const;
    // "3.6 kN/m" at the arrows that there is room for; those that would come first.
    void label(QPainter& p, const Camera::Projection& project, double size, double scale) const;
    size_t count() const { return arrows_.size(); }

private:
    struct Arrow
    {
        Vec3 at, force;
        bool line; // of a line load
        bool dashed;
        std::string words; // beside it; empty: none
    };
    struct Panel
    {
        std::vector<int> nodes;
        bool dashed;
    };
    void addLine(const LineLoad& l, double factor, bool dashed, bool words);
    double reach(const Arrow& a, double size, double scale) const; // m of its shaft per unit of its force
    const Frame& f_;
    std::vector<Arrow> arrows_;
    std::vector<Panel> panels_;
    double mostLine_ = 0, mostForce_ = 0;
};

} // namespace wr
