// From a frame to everything that is known of it: analysed where it brings no results, held, checked, and looked at as a whole.
#pragma once

#include "cli/choice.h"
#include "core/project/design_state.h"

#include <vector>

namespace wr::cli {

DesignState checkedFrame(Frame frame, std::vector<Finding> read, const DesignState::Standards& standards,
                         const ChoiceArguments& choice);
DesignState judgedFrame(const DesignState& s);
DesignState::Standards allStandards();
// False with a message if one of the standards wanted is not shipped.
bool standardsKnown(const std::vector<std::string>& wanted, const std::vector<Standard>& standards);

} // namespace wr::cli
