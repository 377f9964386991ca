// Sections and steels by name: rows of the frame, made from the catalogue or the list of grades where it has none yet.
#pragma once

#include "core/frame/frame.h"

#include <expected>
#include <string>

namespace wr {

// A section of the frame by its id or name (one with properties of its own goes before the catalogue's), else of the catalogue,
// not yet a row (then without an id). The error names what is near.
std::expected<FrameSection, std::string> sectionNamed(const Frame& f, const std::string& name);
// The row that is that section, made where there is none.
int rowOf(Frame& f, FrameSection s);
// The row of a grade, made where there is none.
int gradeRow(Frame& f, const Grade& g);
// The row of a steel by its id in the frame, else of a shipped grade, made where there is none.
std::expected<int, std::string> steelRow(Frame& f, const std::string& name);

} // namespace wr
