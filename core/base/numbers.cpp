#include "core/base/numbers.h"

#include <charconv>
#include <cmath>
#include <fmt/format.h>
#include <limits>

namespace wr {

double numberFrom(std::string_view digits)
{
    double v = 0;
    const char* end = digits.data() + digits.size();
    const auto [stop, error] = std::from_chars(digits.data(), end, v);
    if (stop != end) return std::numeric_limits<double>::quiet_NaN();
    if (error == std::errc{}) return v;
    if (error != std::errc::result_out_of_range) return std::numeric_limits<double>::quiet_NaN();
    // from_chars does not tell on which side of the range it is: the power of ten of the first digit does.
    const bool negative = digits.starts_with('-');
    const auto e = digits.find_first_of("eE");
    const std::string_view mantissa = digits.substr(negative, e == std::string_view::npos ? e : e - negative);
    long exponent = 0;
    if (e != std::string_view::npos) {
        std::string_view power = digits.substr(e + 1);
        if (power.starts_with('+')) power.remove_prefix(1);
        if (std::from_chars(power.data(), power.data() + power.size(), exponent).ec != std::errc{})
            exponent = power.starts_with('-') ? -100000 : 100000;
    }
    const auto point = std::min(mantissa.find('.'), mantissa.size());
    const auto first = mantissa.find_first_of("123456789");
    if (first == std::string_view::npos) return 0;
    exponent += static_cast<long>(point) - static_cast<long>(first);
    if (exponent < 0) return negative ? -0.0 : 0.0;
    return negative ? -HUGE_VAL : HUGE_VAL;
}

double rounded(double v, int digits)
{
    return std::isfinite(v) ? numberFrom(fmt::format("{:.{}g}", v, digits)) : v;
}

} // namespace wr
