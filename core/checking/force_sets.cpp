#include "core/checking/force_sets.h"

namespace wr {

ForceSets::ForceSets(const Frame& f, const ForceTable& t, const std::vector<Standard>& standards) : first_(standards.data())
{
    const auto those = [&](auto&& counts) {
        std::vector<TableSet> out;
        for (size_t k = 0; k < t.sets.size(); ++k)
            if (counts(f.combinations[t.sets[k].combination])) out.emplace_back(k);
        return out;
    };
    for (const Standard& s : standards) {
        const auto own = [&](const Combination& c) { return c.basis.empty() || c.basis == s.basis; };
        strength_.push_back(those([&](const Combination& c) { return forStrength(c.purpose) && own(c); }));
        auto& stages = stages_.emplace_back();
        for (const StageWish& w : s.stages)
            stages.push_back(those([&](const Combination& c) { return own(c) && w.takes(c); }));
    }
    service_ = those([](const Combination& c) { return c.purpose == Purpose::Service; });
}

} // namespace wr
