// A step of a trace as one line of MathML, with its numbers put in: what browsers and office programs show of a calculation.
#pragma once

#include "core/base/units.h"
#include "core/standards/trace.h"

#include <map>
#include <string>

namespace wr {

class TraceMath
{
public:
    explicit TraceMath(const UnitSystem& units) : units_(units) {}
    // "F_cr = 0.658^(F_y/F_e)·F_y = … = 31.2 ksi" inside <math>, to be called step by step: values remember their symbols.
    std::string line(const TraceStep& s);

private:
    const UnitSystem& units_;
    std::map<std::string, std::string> seen_;
};

} // namespace wr
