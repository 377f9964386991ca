// Copying, moving, comparing and destroying the large types: compiled here once instead of wherever one is copied.
#include "core/standards/check.h"

namespace wr {

MemberResult::MemberResult() = default;
MemberResult::MemberResult(const MemberResult&) = default;
MemberResult::MemberResult(MemberResult&&) noexcept = default;
MemberResult& MemberResult::operator=(const MemberResult&) = default;
MemberResult& MemberResult::operator=(MemberResult&&) noexcept = default;
MemberResult::~MemberResult() = default;

} // namespace wr
