#include "core/project/history.h"

namespace wr {

void History::add(Patch p)
{
    if (saved_ > static_cast<long>(at_)) saved_ = -1;
    steps_.resize(at_);
    steps_.push_back(std::move(p));
    ++at_;
}

std::optional<Patch> History::undo()
{
    if (!canUndo()) return std::nullopt;
    return inverseOf(steps_[--at_]);
}

const Patch* History::redo()
{
    return canRedo() ? &steps_[at_++] : nullptr;
}

std::expected<Patch, std::string> History::run(Frame& f, const Edit& e)
{
    auto done = applyEdit(f, e);
    if (done) add(*done);
    return done;
}

std::optional<Patch> History::undo(Frame& f)
{
    const auto p = undo();
    return p && applyPatch(f, *p) ? p : std::nullopt;
}

std::optional<Patch> History::redo(Frame& f)
{
    const Patch* p = redo();
    return p && applyPatch(f, *p) ? std::optional(*p) : std::nullopt;
}

} // namespace wr
