#include "core/combos/make.h"

namespace wr {

const std::vector<LoadingStandardName>& loadingStandards()
{
    static const std::vector<LoadingStandardName> all{
        {LoadingStandard::Asce22Lrfd, "asce7-22-lrfd", "ASCE 7-22, strength (LRFD)", "lrfd"},
        {LoadingStandard::Asce22Asd, "asce7-22-asd", "ASCE 7-22, allowable stress (ASD)", "asd"},
        {LoadingStandard::Asce16Lrfd, "asce7-16-lrfd", "ASCE 7-16, strength (LRFD)", "lrfd"},
        {LoadingStandard::Asce16Asd, "asce7-16-asd", "ASCE 7-16, allowable stress (ASD)", "asd"},
        {LoadingStandard::En610, "en1990-6.10", "EN 1990, Eq. 6.10", "en1990"},
        {LoadingStandard::En610ab, "en1990-6.10ab", "EN 1990, Eqs. 6.10a and 6.10b", "en1990"},
        {LoadingStandard::Is800, "is875", "IS 875 Part 5, IS 800 Table 4", "is"},
    };
    return all;
}

LoadingStandard loadingOfKey(std::string_view key)
{
    for (const LoadingStandardName& s : loadingStandards())
        if (s.key == key) return s.standard;
    return loadingStandards().front().standard;
}

bool isEurocode(LoadingStandard s)
{
    return s == LoadingStandard::En610 || s == LoadingStandard::En610ab;
}

bool isAsce(LoadingStandard s)
{
    return !isEurocode(s) && s != LoadingStandard::Is800;
}

} // namespace wr
