// The outcome of a whole frame: what every member came to.
#pragma once

#include "core/base/shared_list.h"
#include "core/members/members.h"
#include "core/standards/check.h"

#include <optional>
#include <span>
#include <string>

namespace wr {

// What the loads could be multiplied by until the first check that hangs on them is at its limit: 1 over the largest such
// ratio. Exact where forces go with the loads and the ratio with the forces; in second order it is too large above 1. Nothing
// where no such check has a demand, or the member is unchecked.
std::optional<double> reserveOf(const MemberResult& r);

struct CheckReport
{
    std::string standard;
    SharedList<MemberResult> results; // by member
    bool cancelled = false;

    struct Counts
    {
        int checked = 0, over = 0, unchecked = 0, warned = 0, ok = 0, excluded = 0;
        double top = 0;
    };
    Counts counts;
    // only: per member; empty: all.
    void count(const SharedList<Member>& members, std::span<const char> only = {});
};

} // namespace wr
