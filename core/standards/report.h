// The outcome of a whole frame: what every member came to.
#pragma once

#include "core/base/shared_list.h"
#include "core/members/members.h"
#include "core/standards/check.h"

#include <span>
#include <string>

namespace wr {

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
