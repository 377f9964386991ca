// Profiles and materials of an IFC model as sections and grades of a frame.
#pragma once

#include "core/files/ifc/ifc_model.h"
#include "core/intake/assembly.h"
#include "core/sections/outline.h"

#include <optional>

namespace wr {

// Dimensions of a parametric profile (IfcProfileResource); nothing for others. Profile x is our local y, profile y our local z.
std::optional<Shape> ifcShape(const IfcModel& m, const StepRecord& profile);
// Where the middle of a shape's box lies from its centroid, m: profiles are placed by the middles of their boxes, elements of a
// frame run through centroids.
Point2 ifcBoxMiddle(const Shape& s);

// What a product is made of: its profile and the name of its material, by the relations of both schemas, its own or its type's.
struct IfcMadeOf
{
    StepRecord profile; // empty: not stated
    std::string material;
};
IfcMadeOf ifcMadeOf(const IfcModel& m, std::uint32_t product);

// The section of a profile: of the catalogue where the name is known, else of its dimensions; -1 with the name kept among the
// unknown ones else.
int ifcSection(Assembly& a, const IfcModel& m, const StepRecord& profile, std::string* grade);

} // namespace wr
