// Sines of the angles by which members are told apart.
#pragma once

namespace wr {

inline constexpr double kSin15 = 0.25881904510252074; // less than that off a line is the line going on
inline constexpr double kSin45 = 0.70710678118654752; // steeper is a column, an upright member, a vertical direction
inline constexpr double kSin60 = 0.86602540378443865; // steeper is a column that beams break at

} // namespace wr
