// Vertices of a frame for the graphics card: elements as lines and as solid sections. The colour of a member is looked up by
// its index, so a new check result moves no vertex.
#pragma once

#include "core/checking/runner.h"

#include <vector>

namespace wr {

struct LineVertex
{
    float a[3], b[3]; // both ends; the shader makes a ribbon of constant width
    float end, side;  // 0 or 1, -1 or +1
    float member;
};

struct SolidVertex
{
    float at[3], normal[3];
    float member;
};

struct FrameMesh
{
    std::vector<LineVertex> lines;   // six vertices an element
    std::vector<SolidVertex> solids; // triangles
    Vec3 low, high;                  // extent
};

FrameMesh buildMesh(const CheckModel& model);

} // namespace wr
