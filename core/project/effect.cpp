#include "core/project/effect.h"

#include <algorithm>
#include <fmt/format.h>

namespace wr {

std::string Effect::words() const
{
    if (analyse) return "taken, the frame is analysed again";
    if (members == 0) return "nothing that is checked hangs on it";
    const auto figure = [](double v) { return v > 0 ? fmt::format("{:.2f}", v) : std::string("–"); };
    std::string out = fmt::format("{} member{}: top {}", members, members == 1 ? "" : "s", figure(before));
    out += figure(before) == figure(after) ? " stays" : " → " + figure(after);
    const auto add = [&](const auto& list, const char* one, const char* many) {
        if (!list.empty()) out += fmt::format(" · {} {}", list.size(), list.size() == 1 ? one : many);
    };
    add(comesOver, "comes over", "come over");
    add(comesRight, "comes right", "come right");
    add(unchecked, "would be unchecked", "would be unchecked");
    return out;
}

std::expected<Effect, std::string> effectOf(const DesignState& s, const Edit& edit, const ResultStore& store,
                                            Progress& progress)
{
    Frame changed = *s.frame;
    const auto patch = applyEdit(changed, edit);
    if (!patch) return std::unexpected(patch.error());
    const Advanced next = advance(s, *patch, std::move(changed), store);
    Effect out;
    out.analyse = next.stale.analyse;
    out.places = next.stale.members;
    if (out.analyse || next.state.stale.empty()) return out;
    const CheckModel &was = *s.model, &now = *next.state.model;
    auto report = *next.state.report;
    const std::vector<size_t> which(next.state.stale.begin(), next.state.stale.end());
    if (!now.checkAll(report, progress, which)) return Effect{};
    out.members = which.size();
    const MemberResult none;
    for (const size_t i : which) {
        const auto place = out.places ? was.find(now.members()[i].id) : std::optional(i);
        const MemberResult& before = place && s.checked ? s.report->results[*place] : none;
        const MemberResult& after = report.results[i];
        if (before.governing >= 0) out.before = std::max(out.before, before.utilisation);
        if (after.governing >= 0) out.after = std::max(out.after, after.utilisation);
        const bool over = before.status == Status::Over, stays = after.status == Status::Over;
        if (stays && !over) out.comesOver.push_back({i, after.utilisation});
        if (over && !stays && after.status != Status::Unchecked) out.comesRight.push_back({i, after.utilisation});
        if (after.status == Status::Unchecked && before.status != Status::Unchecked && !now.members()[i].exclude)
            out.unchecked.push_back(i);
    }
    return out;
}

} // namespace wr
