// Edits of briefs and of who is checked by which, of groups, kinds and saved picks, and of what the frame as a whole may do.
#pragma once

#include "core/project/edits.h"

#include <expected>
#include <string>

namespace wr {

// Change the frame and give the words for the history; refused: why, and the frame is thrown away.
std::expected<std::string, std::string> applyBriefEdit(Frame& f, const PutBrief& e);
std::expected<std::string, std::string> applyBriefEdit(Frame& f, const GiveBrief& e);
std::expected<std::string, std::string> applyBriefEdit(Frame& f, const DropBrief& e);
std::expected<std::string, std::string> applyBriefEdit(Frame& f, const TakeOver& e);
std::expected<std::string, std::string> applyBriefEdit(Frame& f, const SetGroups& e);
std::expected<std::string, std::string> applyBriefEdit(Frame& f, const RenameGroup& e);
std::expected<std::string, std::string> applyBriefEdit(Frame& f, const SetExclude& e);
std::expected<std::string, std::string> applyBriefEdit(Frame& f, const SetKind& e);
std::expected<std::string, std::string> applyBriefEdit(Frame& f, const PutPick& e);
std::expected<std::string, std::string> applyBriefEdit(Frame& f, const DropPick& e);
std::expected<std::string, std::string> applyBriefEdit(Frame& f, const SetFrameLimits& e);

// A name that no brief of the frame has yet: "Purlin", "Purlin (2)".
std::string freeBriefName(const Frame& f, const std::string& wish);

} // namespace wr
