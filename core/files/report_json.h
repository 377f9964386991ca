// What a report is to hold as JSON: "report" of a frame's design, and a file of contents alone.
#pragma once

#include "core/files/json_cursor.h"
#include "core/frame/report_choice.h"

#include <string>

namespace wr {

ReportChoice readReportChoice(const Json& value, const std::string& pointer, std::vector<Finding>& findings);
Json reportChoiceJson(const ReportChoice& c); // only what is said

} // namespace wr
