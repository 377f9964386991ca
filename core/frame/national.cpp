#include "core/frame/national.h"

namespace wr {

std::span<const NationalKey> nationalKeys()
{
    using N = NationalParameters;
    static constexpr std::array<NationalKey, 11> keys{{{"gammaM0", &N::gammaM0, 0.9, 2},
                                                       {"gammaM1", &N::gammaM1, 0.9, 2},
                                                       {"gammaM2", &N::gammaM2, 0.9, 2},
                                                       {"lambdaLT0", &N::lambdaLT0, 0.2, 0.4},
                                                       {"beta", &N::beta, 0.75, 1},
                                                       {"curveDAbove", &N::curveDAbove, 2, 1000},
                                                       {"lambdaC0", &N::lambdaC0, 0.2, 1},
                                                       {"kfl", &N::kfl, 1, 1.2},
                                                       {"eta", &N::eta, 1, 1.2},
                                                       {"alphaCr", &N::alphaCr, 3, 30},
                                                       {"alphaCrPlastic", &N::alphaCrPlastic, 3, 30}}};
    return keys;
}

std::span<const std::string_view> ltbMethodNames()
{
    static constexpr std::array<std::string_view, 4> names{"", "general", "rolled", "simplified"};
    return names;
}
std::span<const std::string_view> interactionMethodNames()
{
    static constexpr std::array<std::string_view, 4> names{"", "annex-a", "annex-b", "general"};
    return names;
}
std::span<const std::string_view> strengthSourceNames()
{
    static constexpr std::array<std::string_view, 3> names{"", "table-3.1", "product"};
    return names;
}

} // namespace wr
