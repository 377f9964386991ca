// One page on a frame and its analysis: what it is, what its loads come to, how far it moves, how near it is to buckling, how
// it swings, which combination rules what.
#pragma once

#include "core/reporting/frame_tables.h"

namespace wr {

class CheckModel;
struct CheckReport;

struct SummaryLine
{
    std::string topic, what, value, more;
    bool warns = false;
    int node = -1, element = -1; // what it is about
    std::string load = {};       // the combination or case it is under
    int buckling = -1;           // of the loads that buckling was found for: whose first mode it is
};

struct SummaryInput
{
    const Frame& frame;
    const FrameForces* forces = nullptr;        // null: not analysed
    const BucklingResult* buckling = nullptr;   // of wholeLoads(frame, false); null: not found
    const VibrationResult* vibration = nullptr; // null: not found
    const CheckModel* model = nullptr;          // with `report`: which combination rules what
    const CheckReport* report = nullptr;
};
std::vector<SummaryLine> analysisSummary(const SummaryInput& in);
Table summaryTable(const std::vector<SummaryLine>& lines);

} // namespace wr
