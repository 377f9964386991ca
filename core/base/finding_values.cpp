// Copying, moving, comparing and destroying the large types: compiled here once instead of wherever one is copied.
#include "core/base/finding.h"

namespace wr {

Finding::Finding() = default;
Finding::Finding(const Finding&) = default;
Finding::Finding(Finding&&) noexcept = default;
Finding& Finding::operator=(const Finding&) = default;
Finding& Finding::operator=(Finding&&) noexcept = default;
Finding::~Finding() = default;
bool Finding::operator==(const Finding&) const = default;

} // namespace wr
