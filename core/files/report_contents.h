// What a report is to hold, as a file of its own: "report" of a frame's design alone.
#pragma once

#include "core/frame/report_choice.h"

#include <expected>
#include <string>

namespace wr {

// The error is a sentence.
std::expected<ReportChoice, std::string> readContents(const std::string& bytes);
std::string writeContents(const ReportChoice& c);

} // namespace wr
