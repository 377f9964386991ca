// Keys of the frame file that say how things are joined: inclined supports, joint springs, links.
#pragma once

#include "core/files/frame_ids.h"
#include "core/files/json_cursor.h"
#include "core/frame/frame.h"

namespace wr {

// "supportAxes": [[x], [in the x-y plane]]: directions of an inclined support.
void readSupportAxes(Cursor& c, Node& n);
// "springs": {"i": {"my": 12000}, "j": {…}}: ends that turn or give; force per length or moment per radian.
void readSprings(Cursor& c, Element& e, const UnitSystem& units, std::vector<Finding>& findings);
// "links": [{"id", "nodes": [leader, …], "dofs": ["ux", …]}]: nodes that move alike.
// Rigid offsets from the nodes to the element's ends; needs the nodes and the section.
void readOffsets(Cursor& c, Element& e, const Frame& f, std::vector<Finding>& findings);
void readLinks(const Json* links, Frame& f, const FrameIds& ids, std::vector<Finding>& findings);

} // namespace wr
