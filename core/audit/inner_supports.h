// Supports inside members that hold nothing in their checks, because the file's frame is a part of the whole one.
#pragma once

#include "core/checking/runner.h"

#include <vector>

namespace wr {

struct InnerSupport
{
    size_t member = 0;
    double at = 0; // m along it
    int node = -1;
    std::vector<Hold> holds; // what the support would hold there
};
std::vector<InnerSupport> innerSupports(const CheckModel& model);

} // namespace wr
