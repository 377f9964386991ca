// How a panel's load is made to spread.
#pragma once

#include "core/shaping/load_edit.h"

namespace wr {

struct Frame;

// `span`: of PanelSpread::Along, global.
void spreadPanel(const Frame& f, AreaLoad& a, PanelSpread spread, Vec3 span);

} // namespace wr
