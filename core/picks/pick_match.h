// The members a pick expression stands for.
#pragma once

#include "core/checking/runner.h"
#include "core/picks/pick.h"
#include "core/standards/report.h"

namespace wr {

// What is asked: members with their holds and lengths, and what their check came to.
struct PickSource
{
    const CheckModel& model;
    const CheckReport* report = nullptr; // null, or results not there yet: nothing is known of util, status, mode …
};

// Places of the members, in order. What is not known of a member fits no comparison. The expression has been read in the units
// of that frame.
std::vector<size_t> membersOf(const Pick& p, const PickSource& s);

// What a text or a word of a pick is compared with: a member's group, section, grade …; empty: none, or not known.
std::string pickText(PickName n, const PickSource& s, size_t member);

// Values that occur in the frame, for completion: groups for `group =`, designations for `section =` …
std::vector<std::string> valuesOf(PickName n, const PickSource& s);

// Whether the sizes of a member are others than those its forces belong to.
bool changedSinceAnalysis(const CheckModel& model, size_t member);
// As words of a pick: over, unchecked, warned, ok, left-out; empty: not checked yet.
std::string_view statusOf(const PickSource& s, size_t member);

} // namespace wr
