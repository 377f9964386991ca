// What the stiffness of a whole frame tells of its members, found once for a set of results: what holds them, and with what
// they buckle.
#pragma once

#include "core/lengths/buckling_lengths.h"
#include "core/restraint/restraint.h"

#include <memory>
#include <unordered_map>

namespace wr {

class FrameRestraint
{
public:
    // buckling: the lengths of the frame's buckling too; they take longer than the rest.
    FrameRestraint(const Frame& f, SharedList<Member> members, const ForceTable& forces, bool buckling, Progress& progress);
    // Of other members of the same frame under the same forces: tested anew only where a line of members is another.
    FrameRestraint(const FrameRestraint& before, const Frame& f, SharedList<Member> members, const ForceTable& forces,
                   bool buckling, Progress& progress);
    // The same with the lengths of buckling, if they are not there yet.
    FrameRestraint(const FrameRestraint& before, const Frame& f, const ForceTable& forces, Progress& progress);
    const RestraintResult& result() const { return result_; }
    const BucklingLengths* buckling() const { return buckling_.complete ? &buckling_ : nullptr; }
    bool bucklingTried() const { return bucklingTried_; }
    // Were the members all there when it was made? (Where it could not be made, nothing more is to be had.)
    bool knows(const SharedList<Member>& members) const;
    // Of a member of that name and those elements, whatever sizes it had; null: it was not tested, or the test could not be
    // made.
    const MemberRestraint* of(const Member& m) const;

private:
    std::optional<size_t> placeOf(const Member& m) const;
    SharedList<Member> members_;
    std::unordered_map<std::string_view, size_t> places_; // by name
    RestraintResult result_;
    void name();
    void buckle(const Frame& f, const ForceTable& forces, Progress& progress);
    BucklingLengths buckling_;
    bool bucklingTried_ = false;
};

} // namespace wr
