// The answer of `audit`: findings with their ways out and acceptances, and the stability statement, as JSON.
#pragma once

#include "core/project/acceptances.h"

#include <string>

namespace wr {

std::string writeAudit(const DesignState& s, const std::vector<AuditRow>& rows);

} // namespace wr
