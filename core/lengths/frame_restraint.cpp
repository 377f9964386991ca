#include "core/lengths/frame_restraint.h"

#include <algorithm>

namespace wr {

namespace {
constexpr int kModes = 8; // of each set of forces
}

FrameRestraint::FrameRestraint(const Frame& f, SharedList<Member> members, const ForceTable& forces, bool buckling,
                               Progress& progress)
    : members_(std::move(members)), result_(testRestraint(f, members_, forces, {}, progress))
{
    name();
    if (buckling) buckle(f, forces, progress);
}

FrameRestraint::FrameRestraint(const FrameRestraint& before, const Frame& f, SharedList<Member> members,
                               const ForceTable& forces, bool buckling, Progress& progress)
    : members_(std::move(members))
{
    if (auto same = restraintOfOthers(before.result_, f, members_))
        result_ = std::move(*same);
    else
        result_ = testRestraint(f, members_, forces, {}, progress);
    name();
    if (buckling) buckle(f, forces, progress);
}

void FrameRestraint::name()
{
    for (size_t i = 0; i < members_.size(); ++i)
        places_.emplace(members_[i].id, i);
}

FrameRestraint::FrameRestraint(const FrameRestraint& before, const Frame& f, const ForceTable& forces, Progress& progress)
    : members_(before.members_), places_(before.places_), result_(before.result_)
{
    buckle(f, forces, progress);
}

void FrameRestraint::buckle(const Frame& f, const ForceTable& forces, Progress& progress)
{
    bucklingTried_ = true;
    if (!result_.sets.empty()) buckling_ = bucklingLengths(f, members_, forces, result_.sets, kModes, progress);
}

bool FrameRestraint::knows(const SharedList<Member>& members) const
{
    if (!result_.complete) return true;
    return std::all_of(members.begin(), members.end(), [&](const Member& m) { return placeOf(m).has_value(); });
}

std::optional<size_t> FrameRestraint::placeOf(const Member& m) const
{
    const auto it = places_.find(m.id);
    if (it == places_.end()) return std::nullopt;
    const Member& mine = members_[it->second];
    const bool same = std::equal(
        mine.pieces.begin(), mine.pieces.end(), m.pieces.begin(), m.pieces.end(),
        [](const MemberPiece& a, const MemberPiece& b) { return a.element == b.element && a.reversed == b.reversed; });
    return same ? std::optional(it->second) : std::nullopt;
}

const MemberRestraint* FrameRestraint::of(const Member& m) const
{
    if (!result_.complete) return nullptr;
    const auto place = placeOf(m);
    return place ? &result_.members[*place] : nullptr;
}

} // namespace wr
