// Results of a frame as text, one at a time, so that a large frame's results never stand in memory as text or as a tree.
#pragma once

#include "core/files/text_file.h"
#include "core/frame/frame.h"

namespace wr {

enum class ResultForm {
    Plain,  // an object for every station
    Compact // columns: one number where all stations have the same, two where they lie on a line, twelve digits of the largest
};

// As the value of a result in `results`, in the frame's units: docs/frame-format.md.
void writeResult(const Frame& f, const GivenResult& r, ResultForm form, TextOutput& out);

} // namespace wr
