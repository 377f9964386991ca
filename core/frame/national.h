// Where a set of national parameters is found by its name.
#pragma once

#include "core/frame/design.h"

namespace wr {

// The set that stands for a family of standards: that of the brief (`stated`), else the frame's; the frame's own before those
// in `shipped`. Null where none is named, or none of that name is for this family.
const NationalSet* nationalSetFor(const Design& d, const std::vector<NationalSet>& shipped, std::string_view stated,
                                  std::string_view family);
// Is there a set of that name at all, for any family?
bool knownNationalSet(const Design& d, const std::vector<NationalSet>& shipped, std::string_view id);

} // namespace wr
