// Sidings: parked states of a design, to compare with or return to. One costs what it differs from the frame the project began
// with: the tables it shares with the state at hand are the same rows in memory, and in the file it is a patch.
#pragma once

#include "core/project/compare.h"

#include <expected>
#include <memory>
#include <string>
#include <string_view>
#include <vector>

namespace wr {

struct Siding
{
    std::string name, when; // when: "2026-11-30 10:20"
    std::shared_ptr<const Frame> frame;
    Standing standing; // as it was parked
    size_t edits = 0;  // made before it was parked
};

class Sidings
{
public:
    const std::vector<Siding>& list() const { return list_; }
    const Siding* find(std::string_view name) const;
    // Refused: no name, or one that there is.
    std::expected<void, std::string> park(Siding s);
    std::expected<void, std::string> rename(const std::string& from, const std::string& to);
    // The one taken away, so that it can be parked again.
    std::expected<Siding, std::string> drop(const std::string& name);
    void clear() { list_.clear(); }

private:
    std::vector<Siding> list_;
};

// The edit that brings the frame to that state: one step, undone like any other.
std::expected<Patch, std::string> returnTo(const Frame& now, const Siding& s);

// For the project file: a patch on the frame the project began with, and the figures.
std::string bytesOf(const Siding& s, const Frame& first);
std::expected<Siding, std::string> sidingFromBytes(const std::string& name, std::string_view bytes, const Frame& first);

} // namespace wr
