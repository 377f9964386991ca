// What the steel of a member is called: the grade its brief states, else that of its material, else the material itself.
#pragma once

#include "core/checking/runner.h"

namespace wr {

inline std::string steelName(const CheckModel& model, size_t member)
{
    if (const std::string& own = model.briefOf(member).grade; !own.empty()) return own;
    const Material& m = model.frame().materials[static_cast<size_t>(model.members()[member].material)];
    return m.grade.empty() ? m.id : m.grade;
}

} // namespace wr
