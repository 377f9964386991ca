#include "core/frame/report_choice.h"

#include <algorithm>
#include <array>
#include <utility>

namespace wr {

namespace {
constexpr std::array<std::pair<ReportDepth, std::string_view>, 3> kDepths{
    {{ReportDepth::Line, "line"}, {ReportDepth::Summary, "summary"}, {ReportDepth::Full, "full"}}};
}

std::string_view reportDepthName(ReportDepth d)
{
    return kDepths[static_cast<size_t>(d)].second;
}

std::optional<ReportDepth> reportDepthFromName(std::string_view n)
{
    for (const auto& [depth, name] : kDepths)
        if (name == n) return depth;
    return {};
}

// A part that is left out takes all inside it along.
bool ReportChoice::holds(const std::string& key) const
{
    return std::none_of(without.begin(), without.end(), [&](const std::string& w) {
        return key == w || (key.size() > w.size() && key.starts_with(w) && key[w.size()] == '.');
    });
}

} // namespace wr
