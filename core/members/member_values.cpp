// Copying, moving, comparing and destroying the large types: compiled here once instead of wherever one is copied.
#include "core/members/members.h"

namespace wr {

Member::Member() = default;
Member::Member(const Member&) = default;
Member::Member(Member&&) noexcept = default;
Member& Member::operator=(const Member&) = default;
Member& Member::operator=(Member&&) noexcept = default;
Member::~Member() = default;

} // namespace wr
