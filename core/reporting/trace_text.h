// The whole calculation of a member as plain text, for reading and printing.
#pragma once

#include "core/checking/runner.h"

#include <string>

namespace wr {

// The steps of a trace alone, a line each.
std::string stepsText(const Trace& t, const UnitSystem& u);
std::string traceText(const CheckModel& model, const CheckReport& report, size_t member);

} // namespace wr
