// The whole calculation of a member as plain text, for reading and printing.
#pragma once

#include "core/checking/runner.h"

#include <string>

namespace wr {

std::string traceText(const CheckModel& model, const CheckReport& report, size_t member);

} // namespace wr
