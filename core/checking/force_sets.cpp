#include "core/checking/force_sets.h"

#include "core/base/nearest.h"
#include "core/base/pattern.h"

#include <algorithm>

namespace wr {

namespace {

bool takes(const Brief& b, const Combination& c)
{
    const auto& names = b.combinations[static_cast<size_t>(c.purpose)];
    return !names || std::any_of(names->begin(), names->end(),
                                 [&](const std::string& name) { return fitsPattern(lowered(name), lowered(c.id)); });
}

} // namespace

ForceSets::ForceSets(const Frame& f, const ForceTable& t, const std::vector<Standard>& standards, const Assignment& ways,
                     std::optional<Purpose> only)
    : first_(standards.data())
{
    const auto those = [&](auto&& counts) {
        std::vector<TableSet> out;
        for (size_t k = 0; k < t.sets.size(); ++k)
            if (counts(f.combinations[t.sets[k].combination])) out.emplace_back(k);
        return out;
    };
    const auto own = [](const Standard& s, const Combination& c) { return c.basis.empty() || c.basis == s.basis; };
    // Fire is checked only by settings that a brief names for it: its combinations say nothing of steel that is cold.
    const auto strong = [&](const Combination& c) { return forStrength(c.purpose) || only == Purpose::Fire; };
    // Deflections alone are asked for, but a standard refuses a member that nothing is to be carried by.
    const bool served = only == Purpose::Service;
    for (const Standard& s : standards) {
        strength_.push_back(
            those([&](const Combination& c) { return strong(c) && own(s, c) && (!only || served || c.purpose == *only); }));
        auto& stages = stages_.emplace_back();
        for (const StageWish& w : s.stages)
            stages.push_back(those([&](const Combination& c) { return own(s, c) && w.takes(c); }));
    }
    service_ = those([&](const Combination& c) { return c.purpose == Purpose::Service && (!only || c.purpose == *only); });
    for (const auto& way : ways.ways()) {
        const auto taken = [&](std::span<const TableSet> all) {
            std::vector<TableSet> out(all.begin(), all.end());
            std::erase_if(out, [&](TableSet s) {
                const Combination& c = f.combinations[t.sets[s.at()].combination];
                return (!(served && c.purpose != Purpose::Service) && !takes(way->brief, c)) ||
                       (!only && way->elsewhere[static_cast<size_t>(c.purpose)]);
            });
            return out;
        };
        ways_[way.get()] = {taken(strength(*way->standard)), taken(service_)};
    }
}

} // namespace wr
