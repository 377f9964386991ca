// From the state of a design to the tree of its report: one builder a part.
#pragma once

#include "core/frame/report_choice.h"
#include "core/project/acceptances.h"
#include "core/project/design_state.h"
#include "core/project/settle.h"
#include "core/reporting/report_tree.h"

#include <optional>
#include <vector>

namespace wr {

struct ReportInput
{
    DesignState state;               // checked
    std::vector<char> deep;          // per member: reported as deep as its group is; others by a line. Empty: all
    std::vector<SettleRound> rounds; // of the last settling; empty: none
    // Another state to tell what changed against, with its name.
    std::optional<DesignState> against;
    std::string againstName;
};

// Parts that the choice leaves out are not in the tree. Numbers, formulas and verdicts are those of the check.
ReportTree buildReport(const ReportInput& in, const ReportChoice& choice);

// How deep a member is reported: by its group, as far as it is one of those in depth; in full where it is named.
ReportDepth reportDepthOf(const ReportInput& in, const ReportChoice& choice, size_t member);

// Every part there is, with its title, whether the choice holds it or not: what contents to tick show. Members' calculations
// are not listed apart.
struct ReportTopic
{
    std::string key, title;
    int depth = 0;
};
std::vector<ReportTopic> reportTopics();

// Fingerprint of what a report is made of: frame, design and forces, as 12 letters and digits.
std::string inputFingerprint(const DesignState& s);

} // namespace wr
