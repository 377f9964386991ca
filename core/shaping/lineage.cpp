#include "core/shaping/lineage.h"

#include <numeric>

namespace wr {

Lineage Lineage::same(const Frame& f)
{
    Lineage out;
    out.nodes.resize(f.nodes.size());
    std::iota(out.nodes.begin(), out.nodes.end(), 0);
    out.elements.resize(f.elements.size());
    for (size_t k = 0; k < out.elements.size(); ++k)
        out.elements[k] = {ElementShare{static_cast<int>(k)}};
    return out;
}

bool Lineage::whole(int element) const
{
    const auto& s = elements[static_cast<size_t>(element)];
    return s.size() == 1 && s[0].from == 0 && s[0].to == 1 && s[0].start == 0 && s[0].end == 1;
}

} // namespace wr
