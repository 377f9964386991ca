// A trace set as lines: headings, formulas with their numbers put in, results. The window and the printed page set the same.
#pragma once

#include "core/base/units.h"
#include "core/paper/math.h"
#include "core/standards/trace.h"

#include <expected>
#include <string>
#include <vector>

namespace wr {

struct TraceInks
{
    Ink ink = inks::text, second = inks::second, faint = inks::faint;
};

struct TraceLine
{
    double height = 0;       // with the room to the next
    bool heading = false;    // stays with the line behind it
    bool formula = false;    // a formula begins on it
    std::vector<Mark> marks; // y from the top of the line
    bool rule = false;       // a hairline across the column at `ruleAt`
    double ruleAt = 0;
};

std::vector<TraceLine> layOutTrace(const Trace& trace, const UnitSystem& units, double width, double size,
                                   const TextMeasure& measure, const TraceInks& colours = {});

// A formula of a label, parsed once: they are literals, and the same ones come again and again.
const std::expected<Expression, std::string>& parsedFormula(std::string_view literal);

// One step as text, for copying: "F_cr = 0.658^(F_y/F_e)*F_y = 31.2 ksi  [E3-2]".
std::string plainStep(const TraceStep& s, const UnitSystem& u);

} // namespace wr
