// Small fixed vectors in three dimensions. Plain structs: they are stored in arrays of thousands.
#pragma once

#include <cmath>

namespace wr {

struct Vec3
{
    double x = 0, y = 0, z = 0;

    double& operator[](int i) { return i == 0 ? x : i == 1 ? y : z; }
    double operator[](int i) const { return i == 0 ? x : i == 1 ? y : z; }
    bool operator==(const Vec3&) const = default;
};

inline Vec3 operator+(Vec3 a, Vec3 b)
{
    return {a.x + b.x, a.y + b.y, a.z + b.z};
}
inline Vec3 operator-(Vec3 a, Vec3 b)
{
    return {a.x - b.x, a.y - b.y, a.z - b.z};
}
inline Vec3 operator-(Vec3 a)
{
    return {-a.x, -a.y, -a.z};
}
inline Vec3 operator*(double s, Vec3 a)
{
    return {s * a.x, s * a.y, s * a.z};
}
inline double dot(Vec3 a, Vec3 b)
{
    return a.x * b.x + a.y * b.y + a.z * b.z;
}
inline Vec3 cross(Vec3 a, Vec3 b)
{
    return {a.y * b.z - a.z * b.y, a.z * b.x - a.x * b.z, a.x * b.y - a.y * b.x};
}
inline double norm(Vec3 a)
{
    return std::sqrt(dot(a, a));
}
inline Vec3 normalized(Vec3 a)
{
    return (1.0 / norm(a)) * a;
}

// Right-handed local axes of an element or member, as unit vectors in global components.
struct Axes
{
    Vec3 x{1, 0, 0}, y{0, 1, 0}, z{0, 0, 1};
    Vec3 toLocal(Vec3 g) const { return {dot(x, g), dot(y, g), dot(z, g)}; }
    Vec3 toGlobal(Vec3 l) const { return l.x * x + l.y * y + l.z * z; }
    bool operator==(const Axes&) const = default;
};

} // namespace wr
