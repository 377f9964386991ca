#include "core/exports/solid.h"

#include <GL/glu.h>
#include <cmath>
#include <deque>

namespace wr {

namespace {

struct Filling
{
    std::deque<std::array<GLdouble, 3>> points; // stay where they are while the tessellator holds them
    std::vector<Point2> out;
};

} // namespace

std::vector<std::array<Point2, 3>> filled(const std::vector<Loop>& loops)
{
    Filling f;
    GLUtesselator* t = gluNewTess();
    if (!t) return {};
    // An edge flag callback, so that only plain triangles come.
    gluTessCallback(t, GLU_TESS_EDGE_FLAG, reinterpret_cast<_GLUfuncptr>(+[](GLboolean) {}));
    gluTessCallback(t, GLU_TESS_VERTEX_DATA, reinterpret_cast<_GLUfuncptr>(+[](void* p, void* to) {
                        const auto* v = static_cast<const GLdouble*>(p);
                        static_cast<Filling*>(to)->out.push_back({v[0], v[1]});
                    }));
    gluTessCallback(
        t, GLU_TESS_COMBINE_DATA,
        reinterpret_cast<_GLUfuncptr>(+[](const GLdouble at[3], void* [4], const GLfloat[4], void** made, void* to) {
            auto& points = static_cast<Filling*>(to)->points;
            points.push_back({at[0], at[1], at[2]});
            *made = points.back().data();
        }));
    gluTessProperty(t, GLU_TESS_WINDING_RULE, GLU_TESS_WINDING_NONZERO);
    gluTessNormal(t, 0, 0, 1);
    gluTessBeginPolygon(t, &f);
    for (const Loop& l : loops) {
        gluTessBeginContour(t);
        for (const Point2& p : l) {
            f.points.push_back({p.y, p.z, 0});
            gluTessVertex(t, f.points.back().data(), f.points.back().data());
        }
        gluTessEndContour(t);
    }
    gluTessEndPolygon(t);
    gluDeleteTess(t);
    std::vector<std::array<Point2, 3>> out;
    for (size_t k = 0; k + 2 < f.out.size(); k += 3)
        out.push_back({f.out[k], f.out[k + 1], f.out[k + 2]});
    return out;
}

SolidMesh sweptSolid(const std::vector<Loop>& loops)
{
    SolidMesh out;
    const auto vertex = [&](Vec3 at, Vec3 normal) {
        out.at.push_back(at);
        out.normal.push_back(normal);
        return static_cast<std::uint32_t>(out.at.size() - 1);
    };
    for (const Loop& loop : loops)
        for (size_t i = 0; i < loop.size(); ++i) {
            const Point2 p = loop[i], q = loop[(i + 1) % loop.size()];
            const double dy = q.y - p.y, dz = q.z - p.z, l = std::hypot(dy, dz);
            if (l <= 0) continue;
            const Vec3 n{0, dz / l, -dy / l};
            const std::uint32_t a = vertex({0, p.y, p.z}, n), b = vertex({1, p.y, p.z}, n), c = vertex({1, q.y, q.z}, n),
                                d = vertex({0, q.y, q.z}, n);
            for (const std::uint32_t k : {a, c, b, a, d, c})
                out.corners.push_back(k);
        }
    for (const auto& t : filled(loops))
        for (const double x : {0.0, 1.0}) {
            const Vec3 n{x > 0 ? 1.0 : -1.0, 0, 0};
            std::array<std::uint32_t, 3> v{};
            for (size_t k = 0; k < 3; ++k)
                v[k] = vertex({x, t[k].y, t[k].z}, n);
            if (x == 0) std::swap(v[1], v[2]);
            out.corners.insert(out.corners.end(), v.begin(), v.end());
        }
    return out;
}

} // namespace wr
