#include "core/project/edited_state.h"

#include "core/checking/live_load.h"
#include "core/project/member_ref.h"

namespace wr {

std::expected<DesignState, std::string> editedState(const DesignState& s, const Edit& e)
{
    Frame changed = *s.frame;
    const auto patch = applyEdit(changed, e);
    if (!patch) return std::unexpected(patch.error());
    return advance(s, *patch, std::move(changed), ResultStore{}).state;
}

std::optional<DesignState> checkedWhole(const DesignState& s, Progress& progress)
{
    auto [out, whole] = checkedState(heldState(s, progress), progress);
    if (!whole || progress.cancelled()) return std::nullopt;
    return std::move(out);
}

std::shared_ptr<const FrameResults> analysedAnew(const Frame& f, const AnalysisChoice& how, Progress& progress,
                                                 std::shared_ptr<AnalysisMemory> memory)
{
    auto r = std::make_shared<FrameResults>();
    r->forces = analyseForces(f, how, secondOrderRules(), progress, std::move(memory), wantedAgain(f, how));
    return r;
}

SetSection sectionFor(const CheckModel& model, std::span<const size_t> members, const CatalogueSection& to)
{
    SetSection out{{}, to.designation, {}};
    if (to.family == "made") out.shape = to.shape;
    for (const size_t m : members)
        out.members.push_back(refOf(model.members()[m]));
    return out;
}

} // namespace wr
