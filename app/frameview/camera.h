// Orbit camera: looks at a target from a direction; perspective or parallel.
#pragma once

#include "core/base/vec.h"

#include <QMatrix4x4>
#include <QPointF>
#include <QSizeF>
#include <array>
#include <optional>

namespace wr {

class Camera
{
public:
    void fit(Vec3 low, Vec3 high, QSizeF view); // whole frame in view, direction kept
    void orbit(double dx, double dy);           // pixels
    void pan(double dx, double dy, QSizeF view);
    void zoom(double factor, QPointF at, QSizeF view); // towards the point under the cursor
    void look(double yawDegrees, double pitchDegrees);
    void setParallel(bool on) { parallel_ = on; }
    bool parallel() const { return parallel_; }

    QMatrix4x4 matrix(QSizeF view) const;
    QMatrix4x4 viewMatrix() const;
    Vec3 eyeDirection() const; // from target to eye
    // Pixel position and depth; nothing behind the eye.
    struct Seen
    {
        QPointF at;
        double depth;
    };
    std::optional<Seen> project(Vec3 p, QSizeF view) const { return projection(view)(p); }
    // The same for many points: the matrix is made once.
    struct Projection
    {
        QMatrix4x4 m;
        QSizeF view;
        std::optional<Seen> operator()(Vec3 p) const;
    };
    Projection projection(QSizeF view) const { return {matrix(view), view}; }
    // Everything but the size of the view, to be taken up again.
    std::array<double, 8> state() const
    {
        return {target_.x, target_.y, target_.z, yaw_, pitch_, distance_, radius_, parallel_ ? 1.0 : 0.0};
    }
    void takeState(const std::array<double, 8>& s);
    bool upIsY = false;

private:
    double worldPerPixel(QSizeF view) const;
    Vec3 target_;
    double yaw_ = -52, pitch_ = 20, distance_ = 50, radius_ = 10;
    bool parallel_ = false;
};

} // namespace wr
