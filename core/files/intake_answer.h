// What was read of tables and how, as JSON: docs/frame-format.md, "The command line's answer".
#pragma once

#include "core/intake/intake.h"

#include <string>

namespace wr {

std::string writeIntake(const Intake& taken, const Recipe& recipe);

} // namespace wr
