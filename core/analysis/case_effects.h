#pragma once

#include "core/frame/case_effects.h"
#include "core/frame/frame.h"

#include <memory>

namespace wr {

class Progress;

// First-order effects of every case: N, Vy, Vz, T, My, Mz and the normal stress at the four corners of the section at every
// station, and the movements of the nodes (supports do not move: their reactions are the forces of what stands on them). Null
// where the frame cannot be analysed.
std::shared_ptr<const CaseEffects> caseEffects(const Frame& f, Progress& progress);

} // namespace wr
