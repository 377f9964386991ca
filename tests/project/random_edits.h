// Edits that follow from the frame and a number alone, so that a run can be made again.
#pragma once

#include "core/project/edits.h"

#include <cstdlib>
#include <fmt/format.h>
#include <random>

namespace wr::test {

inline Patch randomEdit(Frame& f, std::uint64_t number)
{
    std::mt19937_64 random(number * 7919 + 17);
    const auto below = [&](size_t n) { return std::uniform_int_distribution<size_t>(0, n - 1)(random); };
    const auto member = [&] {
        const DesignMember& m = f.design.members.list()[below(f.design.members.size())];
        return MemberRef{m.id, m.elements};
    };
    for (;;) {
        Edit e = SetGroup{{member()}, fmt::format("G{}", below(9))};
        switch (below(8)) {
        case 0: {
            Brief b;
            b.id = fmt::format("B{}", below(5));
            b.cb = 1 + 0.1 * static_cast<double>(below(1000)) / 3; // not a short decimal
            b.liveLoad.less = 0.1;
            e = PutBrief{b};
            break;
        }
        case 1: e = SetExclude{{member()}, below(2) == 1}; break;
        case 2: e = SetKind{{member()}, below(2) == 1 ? std::optional(MemberKind::Beam) : std::nullopt}; break;
        case 3: e = SetLengths{{member()}, LengthAxis::Minor, 0.5 + static_cast<double>(below(1000)) / 700, {}}; break;
        case 4: e = PutPick{{fmt::format("pick {}", below(4)), fmt::format("util > {}", below(50)), {}}}; break;
        case 5: {
            FrameLimit l;
            l.id = fmt::format("drift h/{}", 100 + below(900));
            l.over = static_cast<double>(100 + below(900)) / 7;
            e = SetFrameLimits{{l}};
            break;
        }
        case 6: {
            SetLoads loads{f.cases.list(), f.combinations.list(), "a factor"};
            if (auto& terms = loads.combinations[below(loads.combinations.size())].terms; !terms.empty())
                terms[below(terms.size())].second = static_cast<double>(below(1000)) / 333;
            e = loads;
            break;
        }
        default: break;
        }
        if (auto p = applyEdit(f, e)) return *std::move(p);
    }
}

// How long a run is: the usual, or what somebody with more time asks for.
inline size_t asked(const char* variable, size_t usual)
{
    const char* said = std::getenv(variable);
    return said ? std::stoul(said) : usual;
}

} // namespace wr::test
