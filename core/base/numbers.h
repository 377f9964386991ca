// Numbers as text and back, the same in every locale.
#pragma once

#include <string_view>

namespace wr {

// The value of digits such as "12", "0.5", "1.5e-3". What is too small for a double is 0, what is too large is infinite; text
// that is no number is NaN.
double numberFrom(std::string_view digits);

// `v` as written with so many significant digits. Not finite stays as it is.
double rounded(double v, int digits);

} // namespace wr
