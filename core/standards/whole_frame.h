// A whole frame as a standard sees it: for findings that no member can make alone.
#pragma once

#include "core/base/shared_list.h"
#include "core/frame/forces.h"
#include "core/members/members.h"
#include "core/standards/check.h"

#include <span>
#include <string>

namespace wr {

struct Standard;

class WholeFrame
{
public:
    WholeFrame() = default;
    WholeFrame(const WholeFrame&) = default;
    WholeFrame(WholeFrame&&) = default;
    WholeFrame& operator=(const WholeFrame&) = default;
    WholeFrame& operator=(WholeFrame&&) = default;
    virtual ~WholeFrame() = default;

    virtual const Frame& frame() const = 0;
    virtual const ForceTable& forces() const = 0;
    virtual const SharedList<Member>& members() const = 0;
    virtual const Lanes& lanes(size_t member) const = 0;
    virtual const Standard& standard() const = 0; // of the frame
    virtual const Standard& standardOf(size_t member) const = 0;
    virtual std::span<const TableSet> setsFor(const Standard& s) const = 0; // force sets that count for strength
    virtual std::span<const TableSet> setsOf(size_t member) const = 0;      // those of its standard that its brief takes
    virtual MemberInput input(size_t member) const = 0;
    virtual Demands demands(size_t member) const = 0; // of the sets of its standard
    virtual const Rules* rules() const = 0;           // of the frame's standard for a member without a brief
};

} // namespace wr
