// Copying, moving, comparing and destroying the large types: compiled here once instead of wherever one is copied.
#include "core/standards/demand.h"

namespace wr {

Demands::Demands() = default;
Demands::Demands(const Demands&) = default;
Demands::Demands(Demands&&) noexcept = default;
Demands& Demands::operator=(const Demands&) = default;
Demands& Demands::operator=(Demands&&) noexcept = default;
Demands::~Demands() = default;

} // namespace wr
