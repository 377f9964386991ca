// What an edit would do to the results, found before it is made.
#pragma once

#include "core/project/design_state.h"
#include "core/project/edits.h"

#include <expected>
#include <string>
#include <vector>

namespace wr {

struct Effect
{
    size_t members = 0;           // whose check hangs on it
    double before = 0, after = 0; // the largest utilisation of those; 0 where none has one
    struct Crossing
    {
        size_t member = 0; // by place in the state after
        double utilisation = 0;
    };
    std::vector<Crossing> comesOver, comesRight;
    std::vector<size_t> unchecked; // that were checked and are not any more
    bool analyse = false;          // the forces would be others: only an analysis tells
    bool places = false;           // which members there are, or their order, would change
    // "12 members: top 0.94 → 1.02 · 4 come over"
    std::string words() const;
};

// The error is why the edit is refused. `s` has been checked; a stopped one is an Effect without members.
std::expected<Effect, std::string> effectOf(const DesignState& s, const Edit& edit, const ResultStore& store,
                                            Progress& progress);

} // namespace wr
