#include "core/project/history.h"

namespace wr {

std::expected<Applied, std::string> History::run(Frame& f, const Edit& e)
{
    auto applied = applyEdit(f, e);
    if (!applied) return applied;
    if (saved_ > static_cast<long>(at_)) saved_ = -1;
    steps_.resize(at_);
    steps_.push_back({applied->inverse, applied->words});
    ++at_;
    return applied;
}

std::optional<Applied> History::undo(Frame& f)
{
    if (!canUndo()) return std::nullopt;
    Step& s = steps_[--at_];
    auto applied = applyEdit(f, s.edit);
    if (!applied) return std::nullopt;
    s.edit = applied->inverse;
    return *std::move(applied);
}

std::optional<Applied> History::redo(Frame& f)
{
    if (!canRedo()) return std::nullopt;
    Step& s = steps_[at_++];
    auto applied = applyEdit(f, s.edit);
    if (!applied) return std::nullopt;
    s.edit = applied->inverse;
    return *std::move(applied);
}

} // namespace wr
