#include "cli/whole_way.h"

#include "cli/commands.h"
#include "core/base/nearest.h"
#include "core/base/printable.h"
#include "logging/log.h"

#include <algorithm>

namespace wr::cli {

DesignState::Standards allStandards()
{
    return std::make_shared<const std::vector<Standard>>(shippedStandards());
}

bool standardsKnown(const std::vector<std::string>& wanted, const std::vector<Standard>& standards)
{
    for (const std::string& key : wanted) {
        if (std::any_of(standards.begin(), standards.end(), [&](const Standard& s) { return s.key == key; })) continue;
        std::string all;
        std::vector<std::string> keys;
        for (const Standard& s : standards) {
            all += (all.empty() ? "" : ", ") + std::string(s.key);
            keys.emplace_back(s.key);
        }
        complain("error: \"{}\" is not a standard shipped here{}; choose one of {}\n", printable(key), didYouMean(key, keys),
                 all);
        return false;
    }
    return true;
}

DesignState checkedFrame(Frame frame, std::vector<Finding> read, const DesignState::Standards& standards,
                         const ChoiceArguments& choiceArguments)
{
    TerminalProgress progress;
    DesignState s = [&] {
        const LogTime time("analysis");
        const AnalysisChoice choice = choiceArguments.value(frame);
        return beginState(std::move(frame), std::move(read), standards, choice, progress);
    }();
    {
        const LogTime time("restraint");
        s = heldState(s, progress);
    }
    const LogTime time("check");
    return checkedState(s, progress).first;
}

DesignState judgedFrame(const DesignState& s)
{
    TerminalProgress progress;
    return judgedState(s, progress);
}

} // namespace wr::cli
