#include "core/standards/check.h"

#include "core/standards/aisc360/aisc360.h"
#include "core/standards/en1993/en1993.h"

#include <cmath>

namespace wr {

std::string_view statusWord(Status s)
{
    switch (s) {
    case Status::Over: return "over";
    case Status::Unchecked: return "unchecked";
    case Status::Warned: return "warned";
    case Status::Ok: return "ok";
    case Status::NotApplicable: return "not applicable";
    }
    return "";
}

void MemberResult::settle()
{
    bool over = false, unchecked = outcomes.empty(), warned = false;
    utilisation = 0;
    governing = runnerUp = -1;
    for (size_t i = 0; i < outcomes.size(); ++i) {
        CheckOutcome& o = outcomes[i];
        if (o.status == Status::NotApplicable) continue;
        if (o.status == Status::Unchecked) {
            unchecked = true;
            continue;
        }
        if (!std::isfinite(o.ratio) && !(o.ratio > 0)) {
            o.status = Status::Unchecked;
            o.reason = "the ratio is not a number";
            unchecked = true;
            continue;
        }
        o.status = o.ratio <= 1.0 ? Status::Ok : o.counts ? Status::Over : Status::Warned;
        over |= o.status == Status::Over;
        warned |= o.status == Status::Warned;
        if (!o.counts) continue;
        if (governing < 0 || o.ratio > utilisation) {
            runnerUp = governing;
            governing = static_cast<int>(i);
            utilisation = o.ratio;
        } else if (runnerUp < 0 || o.ratio > outcomes[runnerUp].ratio)
            runnerUp = static_cast<int>(i);
    }
    status = over ? Status::Over : unchecked ? Status::Unchecked : warned ? Status::Warned : Status::Ok;
}

std::vector<Standard> shippedStandards()
{
    std::vector<Standard> out = aisc360Standards();
    for (Standard& s : en1993Standards())
        out.push_back(std::move(s));
    return out;
}

} // namespace wr
