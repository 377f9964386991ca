// Panels that elements enclose: the smallest meshes of each plane that several of them lie in.
#pragma once

#include "core/frame/frame.h"

#include <string>
#include <vector>

namespace wr {

struct PanelsBetween
{
    std::vector<std::vector<int>> corners; // nodes in order round each panel
    std::vector<std::string> leftOut;      // meshes that are no convex panel, a sentence each
};
// Elements that carry axial force only are not looked at: a diagonal does not part a panel. Panels face upwards, or, upright
// ones, away from the middle of the frame.
PanelsBetween panelsBetween(const Frame& f, const std::vector<int>& elements);

// Corners of one panel in order round it, facing as above; empty: they do not lie in a plane.
std::vector<int> roundPanel(const Frame& f, std::vector<int> nodes);

} // namespace wr
