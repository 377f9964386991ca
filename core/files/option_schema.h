// The parts of the frame file's schema that come from the tables of options.
#pragma once

#include <string>

namespace wr {

// JSON: "brief", and under it every family's object; "nationalSet" by family. Each as a "properties" object of JSON Schema.
std::string optionSchema();

} // namespace wr
