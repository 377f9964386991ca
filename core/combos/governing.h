// Which of many sets can govern.
#pragma once

#include "core/combos/actions.h"
#include "core/frame/case_effects.h"

namespace wr {

// Per candidate: whether it is the largest or the least in some effect among the sets of its purpose and kind.
std::vector<char> governing(const std::vector<Candidate>& candidates, const CaseEffects& effects);

} // namespace wr
