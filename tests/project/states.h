// States of a design for tests: begun, held, checked, judged; edits on them.
#pragma once

#include "core/project/compare.h"
#include "core/project/edits.h"
#include "tests/support.h"

namespace wr::test {

inline const DesignState::Standards& allStandards()
{
    static const auto all = std::make_shared<const std::vector<Standard>>(shippedStandards());
    return all;
}

// Held and checked with its forces by that choice, not by the frame's.
inline DesignState stateBy(Frame f, const AnalysisChoice& choice = {})
{
    SilentProgress p;
    return checkedState(heldState(beginState(std::move(f), {}, allStandards(), choice, p), p), p).first;
}

// Begun, neither held nor checked.
inline DesignState begunState(Frame f)
{
    SilentProgress p;
    const AnalysisChoice choice = choiceFor(f);
    return beginState(std::move(f), {}, allStandards(), choice, p);
}

inline Frame ternFrame()
{
    return frameOf(demo("tern-street"));
}

inline DesignState wholeState(Frame f)
{
    SilentProgress p;
    const AnalysisChoice choice = choiceFor(f);
    DesignState s = beginState(std::move(f), {}, allStandards(), choice, p);
    s = checkedState(heldState(s, p), p).first;
    return judgedState(s, p);
}

inline MemberRef refOf(const DesignState& s, const std::string& id)
{
    const Member& m = s.model->members()[s.model->find(id).value()];
    MemberRef r{id, {}};
    for (const MemberPiece& p : m.pieces)
        r.elements.push_back(p.element);
    return r;
}

// The edit made, analysed where it wants that, checked and judged.
inline DesignState after(const DesignState& s, const Edit& e)
{
    Frame next = *s.frame;
    const auto patch = applyEdit(next, e);
    if (!patch) UNSCOPED_INFO(patch.error());
    REQUIRE(patch.has_value());
    SilentProgress p;
    const auto out = stateOfFrame(s, next, ResultStore{}, p);
    REQUIRE(out.has_value());
    return judgedState(*out, p);
}

inline std::vector<Finding> of(const std::vector<Finding>& list, std::string_view code)
{
    std::vector<Finding> out;
    for (const Finding& x : list)
        if (x.code == code) out.push_back(x);
    return out;
}

} // namespace wr::test
