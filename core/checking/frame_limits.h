// Limits of what a frame moves in service: storey drift and displacements of nodes (FrameLimit in core/frame/design.h). EN 1990
// A1.4.3 and AISC 360-22 L4 leave the numbers to the engineer.
#pragma once

#include "core/analysis/motion.h"
#include "core/base/finding.h"
#include "core/base/index.h"
#include "core/frame/forces.h"

#include <expected>
#include <span>
#include <string>
#include <vector>

namespace wr {

struct StandingLimit
{
    size_t limit = 0;                         // row of Design::frameLimits
    double level = 0;                         // of a storey's floor, height of the node; m
    double height = 0;                        // of the storey, of the node over the lowest support; m
    int node = -1, under = -1;                // the worst node; of a storey: and the one plumb under it
    TableSet set;                             // the worst combination
    double value = 0, allowed = 0, ratio = 0; // m
    std::string reason;                       // why it is unchecked; empty: it is known
    bool over() const { return reason.empty() && ratio > 1; }
};

// One row for each storey of a limit of drift, lowest first, and one for each limit of nodes: the worst of all combinations of
// its kind. A limit that finds no combination, no movement, no storey has one row that says why.
std::vector<StandingLimit> standingLimits(const Frame& f, const ForceTable& t, std::span<const NodeMotion> motions);

// "drift h/300", "nodes 5, 7 z 20 mm"
std::string frameLimitText(const Frame& f, const FrameLimit& l);
// The same as a list: "drift h/300 and 12 mm x characteristic; nodes 5 7 z 20 mm; nodes plan h/500". The error is a sentence
// that names the word. Ids of the limits are made of the texts.
std::expected<std::vector<FrameLimit>, std::string> readFrameLimits(const Frame& f, std::string_view text);
std::string frameLimitsText(const Frame& f);

// What is over and what is unchecked, as findings.
std::vector<Finding> frameLimitFindings(const Frame& f, const ForceTable& t, std::span<const StandingLimit> rows);

} // namespace wr
