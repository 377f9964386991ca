// The options that say how a frame is analysed, shared by the commands that do.
#pragma once

#include "cli/command.h"
#include "core/analysis/analyse.h"

namespace wr::cli {

struct ChoiceArguments
{
    bool firstOrder = false, secondOrder = false, amplified = false, reduced = false, rigidInShear = false;
    int stations = 11;

    std::vector<Argument> arguments();
    // The options, else what the frame's file states.
    AnalysisChoice value(const Frame& f) const;
};

} // namespace wr::cli
