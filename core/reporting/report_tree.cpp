#include "core/reporting/report_tree.h"

#include "core/frame/report_choice.h"

#include <algorithm>

namespace wr {

Ink inkOf(Tone t)
{
    switch (t) {
    case Tone::Good: return inks::good;
    case Tone::Warned: return inks::warned;
    case Tone::Over: return inks::over;
    case Tone::Unchecked: return inks::unchecked;
    case Tone::Plain: break;
    }
    return inks::text;
}

void walk(const std::vector<ReportPart>& parts, const std::function<void(const ReportPart&, int)>& see, int depth)
{
    for (const ReportPart& p : parts) {
        see(p, depth);
        walk(p.parts, see, depth + 1);
    }
}

} // namespace wr
