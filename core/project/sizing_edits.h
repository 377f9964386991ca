// Edits of ladders, of the groups that use them, of what is in stock, and of the sizes of several groups at once.
#pragma once

#include "core/project/edits.h"

#include <expected>
#include <string>

namespace wr {

// Change the frame and give the words for the history; refused: why, and the frame is thrown away.
std::expected<std::string, std::string> applySizingEdit(Frame& f, const SetSection& e);
std::expected<std::string, std::string> applySizingEdit(Frame& f, const SetSections& e);
std::expected<std::string, std::string> applySizingEdit(Frame& f, const PutLadder& e);
std::expected<std::string, std::string> applySizingEdit(Frame& f, const DropLadder& e);
std::expected<std::string, std::string> applySizingEdit(Frame& f, const GiveLadder& e);
std::expected<std::string, std::string> applySizingEdit(Frame& f, const SetStock& e);
std::expected<std::string, std::string> applySizingEdit(Frame& f, const SetTarget& e);

} // namespace wr
