#include "app/frameview/frame_mesh.h"

#include "core/frame/plain_outline.h"

#include <algorithm>
#include <cmath>
#include <map>

namespace wr {

namespace {

void put(float* to, Vec3 v)
{
    to[0] = static_cast<float>(v.x);
    to[1] = static_cast<float>(v.y);
    to[2] = static_cast<float>(v.z);
}

void addSolid(FrameMesh& mesh, const std::vector<Loop>& loops, const Axes& axes, Vec3 a, Vec3 b, float member)
{
    for (const Loop& loop : loops)
        for (size_t i = 0; i < loop.size(); ++i) {
            const Point2 p = loop[i], q = loop[(i + 1) % loop.size()];
            const Vec3 dp = p.y * axes.y + p.z * axes.z, dq = q.y * axes.y + q.z * axes.z;
            const double dy = q.y - p.y, dz = q.z - p.z, l = std::hypot(dy, dz);
            if (l <= 0) continue;
            const Vec3 normal = (dz / l) * axes.y - (dy / l) * axes.z;
            for (const Vec3 corner : {a + dp, b + dp, b + dq, a + dp, b + dq, a + dq}) {
                SolidVertex v;
                put(v.at, corner);
                put(v.normal, normal);
                v.member = member;
                mesh.solids.push_back(v);
            }
        }
}

} // namespace

FrameMesh buildMesh(const CheckModel& model)
{
    FrameMesh mesh;
    const Frame& f = model.frame();
    mesh.low = {1e30, 1e30, 1e30};
    mesh.high = {-1e30, -1e30, -1e30};
    std::map<int, std::vector<Loop>> loops;
    for (size_t m = 0; m < model.members().size(); ++m)
        for (const MemberPiece& piece : model.members()[m].pieces) {
            const Element& e = f.elements[piece.element];
            const Vec3 a = f.endI(e), b = f.endJ(e);
            for (const Vec3 p : {a, b})
                for (int k = 0; k < 3; ++k) {
                    mesh.low[k] = std::min(mesh.low[k], p[k]);
                    mesh.high[k] = std::max(mesh.high[k], p[k]);
                }
            constexpr float corners[6][2] = {{0, -1}, {1, -1}, {1, 1}, {0, -1}, {1, 1}, {0, 1}};
            for (const auto& c : corners) {
                LineVertex v;
                put(v.a, a);
                put(v.b, b);
                v.end = c[0];
                v.side = c[1];
                v.member = static_cast<float>(m);
                mesh.lines.push_back(v);
            }
            const auto [it, fresh] = loops.try_emplace(e.section);
            if (fresh) it->second = plainOutline(f.sections[e.section]);
            addSolid(mesh, it->second, elementAxes(f, e), a, b, static_cast<float>(m));
        }
    return mesh;
}

} // namespace wr
