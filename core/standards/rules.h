// What a brief and a set of national parameters come to for one standard: made once for all members of the brief, before any is
// checked. Each standard derives its own.
#pragma once

#include "core/frame/design.h"

#include <memory>
#include <vector>

namespace wr {

struct Rules
{
    Rules() = default;
    Rules(const Rules&) = default;
    Rules(Rules&&) = default;
    Rules& operator=(const Rules&) = default;
    Rules& operator=(Rules&&) = default;
    virtual ~Rules() = default;

    std::vector<DeflectionLimit> deflection; // limits that count: the brief's, else those of the national parameters
};

std::vector<DeflectionLimit> deflectionLimits(const Brief& b, const NationalSet* national);

} // namespace wr
