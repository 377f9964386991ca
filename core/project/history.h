// Undo and redo of edits, and whether the frame is as it was last saved.
#pragma once

#include "core/project/edits.h"

#include <optional>
#include <string>
#include <vector>

namespace wr {

class History
{
public:
    History() = default;
    // As it was kept: so many of the steps are made. What is there counts as saved.
    History(std::vector<Patch> steps, size_t at) : steps_(std::move(steps)), at_(at), saved_(static_cast<long>(at)) {}
    size_t made() const { return at_; }
    bool empty() const { return steps_.empty(); }
    // A change that was made.
    void add(Patch p);
    // What to apply to take the last change back, or to make the next one again; null where there is none.
    std::optional<Patch> undo();
    const Patch* redo();
    bool canUndo() const { return at_ > 0; }
    bool canRedo() const { return at_ < steps_.size(); }
    std::string undoWords() const { return canUndo() ? steps_[at_ - 1].words : ""; }
    std::string redoWords() const { return canRedo() ? steps_[at_].words : ""; }
    bool saved() const { return saved_ == static_cast<long>(at_); }
    void markSaved() { saved_ = static_cast<long>(at_); }

    // The same on a frame at once.
    std::expected<Patch, std::string> run(Frame& f, const Edit& e);
    std::optional<Patch> undo(Frame& f);
    std::optional<Patch> redo(Frame& f);

private:
    std::vector<Patch> steps_;
    size_t at_ = 0;
    long saved_ = 0; // -1: the saved state can no longer be reached
};

} // namespace wr
