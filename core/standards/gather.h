// What a standard keeps for itself of the forces of a member while they pass by, one combined set at a time: a clause that
// needs something new of them gathers it here, and no struct that all share grows. What it keeps does not depend on the
// section.
#pragma once

#include "core/standards/demand.h"

#include <memory>

namespace wr {

// The combined forces of one set, as long as they are at hand: [component][station], components by Force.
struct SetForces
{
    SetRow row;
    size_t stations = 0;
    const double* x = nullptr; // m along the member; a place stands twice before and behind a point load
    const double* values = nullptr;
    const double* of(Force k) const { return values + static_cast<size_t>(k) * stations; }
};

struct GatherInput
{
    const Brief& brief;
    size_t sets = 0;
};

class Gatherer
{
public:
    Gatherer() = default;
    Gatherer(const Gatherer&) = delete;
    Gatherer& operator=(const Gatherer&) = delete;
    virtual ~Gatherer() = default;
    virtual void take(const SetForces& f) = 0; // every set once, in order
    virtual std::shared_ptr<const OwnDemands> finish() = 0;
};

} // namespace wr
