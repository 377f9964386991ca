// Sets of national parameters of EN 1993-1-1. Only what is known for sure; users add their own in the frame file.
#include "core/standards/check.h"

namespace wr {

const std::vector<NationalParameters>& shippedNationalParameters()
{
    static const std::vector<NationalParameters> sets = [] {
        std::vector<NationalParameters> out;
        NationalParameters recommended;
        recommended.id = "recommended", recommended.title = "recommended values";
        out.push_back(recommended);
        return out;
    }();
    return sets;
}

} // namespace wr
