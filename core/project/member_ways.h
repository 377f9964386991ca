// Ways out of findings about members: what holds them, their lengths, briefs and groups.
#pragma once

#include "core/project/ways_out.h"

namespace wr {

using Ways = std::vector<WayOut>;
Ways waysOfHold(const DesignState& s, const Finding& x);         // hold.doubtful, hold.floating
Ways waysOfFreeEnd(const DesignState& s, const Finding& x);      // member.free-end
Ways waysOfInnerSupport(const DesignState& s, const Finding& x); // restraint.inner-support
Ways waysOfLengths(const DesignState& s, const Finding& x);      // length.ways
Ways waysOfTwice(const DesignState& s, const Finding& x);        // stability.twice, stability.factors
Ways waysOfMissingBrief(const DesignState& s, const Finding& x); // brief.missing
Ways waysOfMixedGroup(const DesignState& s, const Finding& x);   // group.mixed
Ways waysOfUnchecked(const DesignState& s, const Finding& x);    // member.unchecked

// The members a finding is about, as edits name them.
std::vector<MemberRef> refsOf(const DesignState& s, const std::vector<std::string>& ids);
std::vector<MemberRef> refsOf(const DesignState& s, const Finding& x);
WayOut showAt(WorkStop stop, std::string words, const Finding& x, std::string page = {});
WayOut combine(WayOut::Combine what, std::string words);

} // namespace wr
