// What is doubtful about holds and lengths, said once for each member or once for all.
#pragma once

#include "core/base/finding.h"

#include <vector>

namespace wr {

class CheckModel;

void laneFindings(const CheckModel& model, std::vector<Finding>& out);

} // namespace wr
