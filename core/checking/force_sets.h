// Which sets of forces count for what: a stage between analysis and demands.
#pragma once

#include "core/frame/forces.h"
#include "core/standards/standard.h"

#include <span>
#include <vector>

namespace wr {

class ForceSets
{
public:
    ForceSets(const Frame& f, const ForceTable& t, const std::vector<Standard>& standards);

    std::span<const TableSet> strength(const Standard& s) const { return strength_[placeOf(s)]; }
    std::span<const TableSet> service() const { return service_; }
    // Those of a stage that the standard asked for, by its row in Standard::stages.
    std::span<const TableSet> stage(const Standard& s, size_t wish) const { return stages_[placeOf(s)][wish]; }

private:
    size_t placeOf(const Standard& s) const { return static_cast<size_t>(&s - first_); }
    const Standard* first_ = nullptr;
    std::vector<std::vector<TableSet>> strength_; // per standard
    std::vector<std::vector<std::vector<TableSet>>> stages_;
    std::vector<TableSet> service_;
};

} // namespace wr
