// Ways out of findings: edits that can be made as they are, or where to go. One function a code, in one table.
#pragma once

#include "core/combos/make.h"
#include "core/project/design_state.h"
#include "core/project/edits.h"

#include <expected>
#include <string>
#include <variant>
#include <vector>

namespace wr {

struct WayOut
{
    struct Analyse // the frame, as it says
    {
    };
    struct Show // a stop where it is settled by hand, a page of it, the members it is about
    {
        WorkStop stop = WorkStop::Check;
        std::string page;
        std::vector<std::string> members;
    };
    // Combinations by the loading standard of the frame's design standard: all anew but those written by hand, or those of
    // service or construction beside what there is.
    struct Combine
    {
        bool all = true;
        Purpose only = Purpose::Service; // where not all
        NotionalUse notional = NotionalUse::None;
        std::vector<std::string> inPlaceOf = {}; // combinations by hand that go
    };
    std::string words; // "count the hold at 3.00 m along y"
    std::variant<Edit, Analyse, Show, Combine> act;
    bool isEdit() const { return std::holds_alternative<Edit>(act) || std::holds_alternative<Combine>(act); }
};

// Those of one finding of the state, the best first; none is known of some codes.
std::vector<WayOut> waysOut(const DesignState& s, const Finding& x);
// What a way comes to as an edit. The error is a sentence: nothing can be made, or it is no edit.
std::expected<Edit, std::string> editOf(const DesignState& s, const WayOut& way);

} // namespace wr
