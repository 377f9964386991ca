// Edits of what holds members by hand, and of lengths along with it.
#pragma once

#include "core/project/edits.h"

#include <expected>
#include <string>

namespace wr {

// Change the frame and give the words for the history; refused: why, and nothing is changed.
std::expected<std::string, std::string> applyHoldEdit(Frame& f, const GiveHolds& e);
std::expected<std::string, std::string> applyHoldEdit(Frame& f, const SetHold& e);
std::expected<std::string, std::string> applyHoldEdit(Frame& f, const DropHolds& e);
std::expected<std::string, std::string> applyHoldEdit(Frame& f, const SameHolds& e);

// Places for one member, m along it. Refused: a sentence.
std::expected<std::vector<double>, std::string> placesFor(const Frame& f, const MemberRef& m, const HoldPlaces& places);
double lengthOf(const Frame& f, const MemberRef& m);

} // namespace wr
