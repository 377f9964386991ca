#include "core/standards/check.h"

#include "core/standards/report.h"
#include "core/standards/stability_line.h"

#include <algorithm>
#include <array>
#include <cmath>

namespace wr {

std::string_view verdictWord(StabilityVerdict v)
{
    constexpr std::array<std::string_view, 4> words{"met", "not met", "not needed", "not known"};
    return words[static_cast<size_t>(v)];
}

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

Quantity quantityOf(CheckKind k)
{
    using K = CheckKind;
    switch (k) {
    case K::Tension:
    case K::Compression:
    case K::ShearMajor:
    case K::ShearMinor: return Quantity::Force;
    case K::FlexureMajor:
    case K::FlexureMinor:
    case K::Ltb: return Quantity::Moment;
    default: return Quantity::Ratio;
    }
}

std::optional<double> reserveOf(const MemberResult& r)
{
    if (r.status == Status::Unchecked) return std::nullopt;
    double largest = 0;
    for (const CheckOutcome& o : r.outcomes)
        if (o.counts && o.ofForces() && o.status != Status::NotApplicable && o.status != Status::Unchecked)
            largest = std::max(largest, o.ratio);
    return largest > 0 ? std::optional(1 / largest) : std::nullopt;
}

void CheckReport::count(const SharedList<Member>& members, std::span<const char> only)
{
    counts = {};
    for (size_t i = 0; i < results.size(); ++i) {
        if (!only.empty() && !only[i]) continue;
        if (members[i].exclude) {
            ++counts.excluded;
            continue;
        }
        ++counts.checked;
        const MemberResult& r = results[i];
        counts.over += r.status == Status::Over;
        counts.unchecked += r.status == Status::Unchecked;
        counts.warned += r.status == Status::Warned;
        counts.ok += r.status == Status::Ok;
        counts.top = std::max(counts.top, r.utilisation);
    }
}

} // namespace wr
