#include "core/frame/national.h"

#include <algorithm>

namespace wr {

const NationalSet* nationalSetFor(const Design& d, const std::vector<NationalSet>& shipped, std::string_view stated,
                                  std::string_view family)
{
    const std::string_view key = stated.empty() ? std::string_view(d.nationalParameters) : stated;
    if (key.empty()) return nullptr;
    for (const std::vector<NationalSet>* list : {&d.parameterSets.list(), &shipped})
        for (const NationalSet& n : *list)
            if (n.id == key && n.family == family) return &n;
    return nullptr;
}

bool knownNationalSet(const Design& d, const std::vector<NationalSet>& shipped, std::string_view id)
{
    const auto named = [&](const NationalSet& n) { return n.id == id; };
    return std::any_of(d.parameterSets.list().begin(), d.parameterSets.list().end(), named) ||
           std::any_of(shipped.begin(), shipped.end(), named);
}

} // namespace wr
