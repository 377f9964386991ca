// A frame checked to the end, for reports.
#pragma once

#include "core/reporting/report_builder.h"
#include "tests/project/states.h"

namespace wr::test {

inline ReportInput reportOf(DesignState s)
{
    ReportInput in;
    in.state = std::move(s);
    return in;
}

// Tern Street, once.
inline const DesignState& ternStreet()
{
    static const DesignState s = wholeState(frameOf(demo("tern-street")));
    return s;
}

} // namespace wr::test
