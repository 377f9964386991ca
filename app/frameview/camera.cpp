#include "app/frameview/camera.h"

#include <QVector4D>
#include <algorithm>
#include <cmath>

namespace wr {

namespace {
constexpr double kFov = 30; // degrees, vertical
double rad(double deg)
{
    return deg * 3.14159265358979323846 / 180;
}
} // namespace

Vec3 Camera::eyeDirection() const
{
    const double c = std::cos(rad(pitch_)), h1 = c * std::cos(rad(yaw_)), h2 = c * std::sin(rad(yaw_)),
                 v = std::sin(rad(pitch_));
    return upIsY ? Vec3{h1, v, -h2} : Vec3{h1, h2, v};
}

void Camera::fit(Vec3 low, Vec3 high, QSizeF view)
{
    target_ = 0.5 * (low + high);
    radius_ = std::max(1e-3, 0.5 * norm(high - low));
    const double aspect = view.height() > 0 ? view.width() / view.height() : 1;
    // The corners of the box as this direction sees them: the least distance from which all lie in the inner part of the view
    // (its edge holds buttons and legend), the box moved to its middle.
    constexpr double kEdge = 46; // pixels
    const double tall = std::tan(rad(kFov / 2)) * std::max(0.5, 1 - 2 * kEdge / std::max(1.0, view.height())),
                 wide = std::tan(rad(kFov / 2)) * aspect * 0.92;
    distance_ = radius_ * 4;
    const QMatrix4x4 m = viewMatrix();
    const Vec3 right{m(0, 0), m(0, 1), m(0, 2)}, up{m(1, 0), m(1, 1), m(1, 2)}, back{m(2, 0), m(2, 1), m(2, 2)};
    for (int round = 0; round < 4; ++round) {
        double least = radius_ * 0.05, x0 = 1e300, x1 = -1e300, y0 = 1e300, y1 = -1e300;
        for (int k = 0; k < 8; ++k) {
            const Vec3 p = Vec3{k & 1 ? high.x : low.x, k & 2 ? high.y : low.y, k & 4 ? high.z : low.z} - target_;
            const double x = dot(p, right), y = dot(p, up), towards = parallel_ ? 0 : dot(p, back);
            least = std::max({least, towards + std::abs(x) / wide, towards + std::abs(y) / tall});
        }
        distance_ = least;
        for (int k = 0; k < 8; ++k) {
            const Vec3 p = Vec3{k & 1 ? high.x : low.x, k & 2 ? high.y : low.y, k & 4 ? high.z : low.z} - target_;
            const double scale = parallel_ ? 1 : distance_ / std::max(1e-9, distance_ - dot(p, back));
            const double x = dot(p, right) * scale, y = dot(p, up) * scale;
            x0 = std::min(x0, x);
            x1 = std::max(x1, x);
            y0 = std::min(y0, y);
            y1 = std::max(y1, y);
        }
        target_ = target_ + 0.5 * (x0 + x1) * right + 0.5 * (y0 + y1) * up;
    }
}

void Camera::orbit(double dx, double dy)
{
    yaw_ -= dx * 0.4;
    pitch_ = std::clamp(pitch_ + dy * 0.4, -89.0, 89.0);
}

void Camera::look(double yaw, double pitch)
{
    yaw_ = yaw;
    pitch_ = std::clamp(pitch, -89.0, 89.0);
}

double Camera::worldPerPixel(QSizeF view) const
{
    return 2 * distance_ * std::tan(rad(kFov / 2)) / std::max(1.0, view.height());
}

void Camera::pan(double dx, double dy, QSizeF view)
{
    const QMatrix4x4 m = viewMatrix();
    const double k = worldPerPixel(view);
    const Vec3 right{m(0, 0), m(0, 1), m(0, 2)}, up{m(1, 0), m(1, 1), m(1, 2)};
    target_ = target_ - (k * dx) * right + (k * dy) * up;
}

void Camera::zoom(double factor, QPointF at, QSizeF view)
{
    const double before = worldPerPixel(view);
    distance_ = std::clamp(distance_ / factor, radius_ * 0.02, radius_ * 40);
    const double change = before - worldPerPixel(view);
    const QMatrix4x4 m = viewMatrix();
    const Vec3 right{m(0, 0), m(0, 1), m(0, 2)}, up{m(1, 0), m(1, 1), m(1, 2)};
    target_ = target_ + (change * (at.x() - view.width() / 2)) * right - (change * (at.y() - view.height() / 2)) * up;
}

QMatrix4x4 Camera::viewMatrix() const
{
    QMatrix4x4 m;
    const Vec3 eye = target_ + distance_ * eyeDirection();
    const auto v = [](Vec3 p) { return QVector3D(static_cast<float>(p.x), static_cast<float>(p.y), static_cast<float>(p.z)); };
    m.lookAt(v(eye), v(target_), upIsY ? QVector3D(0, 1, 0) : QVector3D(0, 0, 1));
    return m;
}

QMatrix4x4 Camera::matrix(QSizeF view) const
{
    QMatrix4x4 p;
    const float aspect = static_cast<float>(view.height() > 0 ? view.width() / view.height() : 1);
    const double near = std::max(distance_ - 2.5 * radius_, distance_ * 0.02), far = distance_ + 2.5 * radius_;
    if (parallel_) {
        const double h = distance_ * std::tan(rad(kFov / 2));
        p.ortho(static_cast<float>(-h * aspect), static_cast<float>(h * aspect), static_cast<float>(-h), static_cast<float>(h),
                static_cast<float>(distance_ - 4 * radius_), static_cast<float>(far + radius_));
    } else
        p.perspective(static_cast<float>(kFov), aspect, static_cast<float>(near), static_cast<float>(far));
    return p * viewMatrix();
}

std::optional<Camera::Seen> Camera::Projection::operator()(Vec3 p) const
{
    const QVector4D c = m * QVector4D(static_cast<float>(p.x), static_cast<float>(p.y), static_cast<float>(p.z), 1);
    if (c.w() <= 1e-6f) return std::nullopt;
    return Seen{{(c.x() / c.w() * 0.5 + 0.5) * view.width(), (0.5 - c.y() / c.w() * 0.5) * view.height()}, c.z() / c.w()};
}

void Camera::takeState(const std::array<double, 8>& s)
{
    if (!std::all_of(s.begin(), s.end(), [](double v) { return std::isfinite(v); }) || !(s[5] > 0) || !(s[6] > 0)) return;
    target_ = {s[0], s[1], s[2]};
    yaw_ = s[3];
    pitch_ = std::clamp(s[4], -89.0, 89.0);
    distance_ = s[5];
    radius_ = s[6];
    parallel_ = s[7] != 0;
}

} // namespace wr
