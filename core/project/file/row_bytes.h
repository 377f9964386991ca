// Frames and patches as bytes for the project file: CBOR (RFC 8949) of objects with the names of the fields, SI, doubles bit by
// bit. What a later version adds is missing in what an earlier one wrote and has its default; what is not known is passed over.
#pragma once

#include "core/project/patch.h"

#include <expected>
#include <string>
#include <string_view>

namespace wr {

std::string bytesOf(const Frame& f);
std::string bytesOf(const Patch& p);
// The error says what is wrong with the bytes; nothing in them brings the program down.
std::expected<Frame, std::string> frameFromBytes(std::string_view bytes);
std::expected<Patch, std::string> patchFromBytes(std::string_view bytes);

// What of a frame refers to a row that there is not ("case W"), or nothing: rows that came from outside.
std::string referenceFault(const Frame& f);

// Of all that results belong to besides the sizes: cases, combinations, the way of analysis, what holds and ties the frame,
// what came with it.
std::uint64_t stateFingerprint(const Frame& f);
// Of cases, combinations and the way of analysis alone: what project files up to version 2 hold.
std::uint64_t loadsFingerprint(const Frame& f);

} // namespace wr
