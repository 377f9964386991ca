#include "core/combos/governing.h"

#include <algorithm>
#include <cmath>

namespace wr {

namespace {

void markExtremes(const std::vector<Candidate>& candidates, const CaseEffects& effects, const std::vector<size_t>& group,
                  std::vector<char>& kept)
{
    constexpr double kNothing = 1e-9; // of the largest a case makes of that effect: rounding of the analysis
    for (size_t at = 0; at + effects.cases <= effects.values.size(); at += effects.cases) {
        const double* v = effects.values.data() + at;
        double most = -1e300, least = 1e300, scale = 0;
        for (size_t c = 0; c < effects.cases; ++c)
            scale = std::max(scale, std::abs(v[c]));
        if (scale < 1e-12) continue;
        size_t high = 0, low = 0;
        for (const size_t i : group) {
            double sum = 0;
            for (const auto& [c, k] : candidates[i].terms)
                sum += k * v[c];
            if (sum > most + kNothing * scale) {
                most = sum;
                high = i;
            }
            if (sum < least - kNothing * scale) {
                least = sum;
                low = i;
            }
        }
        kept[high] = kept[low] = 1;
    }
}

} // namespace

std::vector<char> governing(const std::vector<Candidate>& candidates, const CaseEffects& effects)
{
    std::vector<char> kept(candidates.size(), 0);
    std::map<std::pair<Purpose, std::string>, std::vector<size_t>> groups;
    for (size_t i = 0; i < candidates.size(); ++i)
        groups[{candidates[i].purpose, candidates[i].kind}].push_back(i);
    for (const auto& [key, group] : groups)
        markExtremes(candidates, effects, group, kept);
    return kept;
}

} // namespace wr
