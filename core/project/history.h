// Undo and redo of edits on one frame, and whether the frame is as it was last saved.
#pragma once

#include "core/project/edits.h"

#include <optional>
#include <string>
#include <vector>

namespace wr {

class History
{
public:
    std::expected<Applied, std::string> run(Frame& f, const Edit& e);
    std::optional<Applied> undo(Frame& f);
    std::optional<Applied> redo(Frame& f);
    bool canUndo() const { return at_ > 0; }
    bool canRedo() const { return at_ < steps_.size(); }
    std::string undoWords() const { return canUndo() ? steps_[at_ - 1].words : ""; }
    std::string redoWords() const { return canRedo() ? steps_[at_].words : ""; }
    bool saved() const { return saved_ == static_cast<long>(at_); }
    void markSaved() { saved_ = static_cast<long>(at_); }

private:
    struct Step
    {
        Edit edit; // what to run next on this step: its inverse if done, itself again if undone
        std::string words;
    };
    std::vector<Step> steps_;
    size_t at_ = 0;
    long saved_ = 0; // -1: the saved state can no longer be reached
};

} // namespace wr
