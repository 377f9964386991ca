// The state an edit leads to, for what tries edits before anybody makes one: settling, proofs, remedies.
#pragma once

#include "core/project/design_state.h"
#include "core/project/edits.h"
#include "core/sections/catalogue.h"

#include <expected>
#include <memory>
#include <optional>
#include <span>
#include <string>

namespace wr {

// With the forces of the state before, not yet checked; the error is why the edit is refused.
std::expected<DesignState, std::string> editedState(const DesignState& s, const Edit& e);
// Held and checked whole; nothing where it was stopped.
std::optional<DesignState> checkedWhole(const DesignState& s, Progress& progress);
// A frame's results anew, with what its briefs want solved again.
std::shared_ptr<const FrameResults> analysedAnew(const Frame& f, const AnalysisChoice& how, Progress& progress,
                                                 std::shared_ptr<AnalysisMemory> memory = nullptr);
// The edit that gives members a section of the catalogue, or a made one.
SetSection sectionFor(const CheckModel& model, std::span<const size_t> members, const CatalogueSection& to);

} // namespace wr
