// Which sets of forces count for what: a stage between analysis and demands.
#pragma once

#include "core/checking/assignment.h"
#include "core/frame/forces.h"
#include "core/standards/standard.h"

#include <map>
#include <optional>
#include <span>
#include <vector>

namespace wr {

class ForceSets
{
public:
    // `only`: of combinations of that purpose alone; else of those whose purpose a brief leaves to its own settings.
    ForceSets(const Frame& f, const ForceTable& t, const std::vector<Standard>& standards, const Assignment& ways,
              std::optional<Purpose> only = {});

    std::span<const TableSet> strength(const Standard& s) const { return strength_[placeOf(s)]; }
    std::span<const TableSet> service() const { return service_; }
    // Of these what the brief takes (Brief::combinations).
    std::span<const TableSet> strength(const Assigned& way) const { return ways_.at(&way).strength; }
    std::span<const TableSet> service(const Assigned& way) const { return ways_.at(&way).service; }
    // Those of a stage that the standard asked for, by its row in Standard::stages.
    std::span<const TableSet> stage(const Standard& s, size_t wish) const { return stages_[placeOf(s)][wish]; }

private:
    struct OfWay
    {
        std::vector<TableSet> strength, service;
    };
    size_t placeOf(const Standard& s) const { return static_cast<size_t>(&s - first_); }
    const Standard* first_ = nullptr;
    std::vector<std::vector<TableSet>> strength_; // per standard
    std::vector<std::vector<std::vector<TableSet>>> stages_;
    std::vector<TableSet> service_;
    std::map<const Assigned*, OfWay> ways_;
};

} // namespace wr
