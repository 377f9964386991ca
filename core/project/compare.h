// Two states of a design beside each other: what each member came to then and now, and why.
#pragma once

#include "core/project/design_state.h"

#include <limits>
#include <optional>
#include <string>
#include <vector>

namespace wr {

// A state in a few figures.
struct Standing
{
    size_t members = 0, sections = 0; // different sections in use
    int over = 0, unchecked = 0;
    double top = 0, mass = 0, painted = 0; // kg, m²
    bool checked = false;
    bool operator==(const Standing&) const = default;
};
Standing standingOf(const DesignState& s);

struct MemberChange
{
    enum class Kind { BecameOver, CameRight, BecameUnchecked, New, Gone, Heavier, Lighter, Other, Same };
    std::string id, group;
    std::optional<size_t> then, now; // places in the models
    std::string sectionThen, sectionNow;
    double massThen = 0, massNow = 0;                                                  // kg
    double ratioThen = std::numeric_limits<double>::quiet_NaN(), ratioNow = ratioThen; // utilisation; NaN: not checked
    Status statusThen = Status::Unchecked, statusNow = Status::Unchecked;
    Kind kind = Kind::Same;
    double ratioChange() const { return ratioNow - ratioThen; }
};
std::string_view changeWord(MemberChange::Kind k); // "became over", "came right" …

struct Comparison
{
    std::vector<MemberChange> members; // all of both; what crossed the limit first, then by the change of the utilisation
    Standing then, now;
    // Where the kilograms went: by group ("" for members without one), the largest change first; no change is left out.
    std::vector<std::pair<std::string, double>> groups;
    size_t count(MemberChange::Kind k) const;
    bool same() const; // nothing differs
    // "3 came right, 2 became over, 4 more heavier, 35 lighter; 74.0 → 71.5 t"
    std::string sentence() const;
};
Comparison compareStates(const DesignState& then, const DesignState& now);

// What a member's ratio changed by: first the demand (other forces), then the strength (section, grade, brief), then the
// lengths (holds, effective lengths) — each as the ratio moves when it alone takes its new state after those before it.
struct ChangeCauses
{
    double demand = 0, strength = 0, lengths = 0;
    // What governs now, as it was in the forces of then and is in those of now; `quantity` of both.
    std::string check; // title
    double demandThen = 0, demandNow = 0;
    Quantity quantity = Quantity::Ratio;
};

// Finds causes; made once for two states. Nothing where elements or combinations of the states do not correspond.
class CauseFinder
{
public:
    CauseFinder(const DesignState& then, const DesignState& now);
    bool able() const { return forces_ != nullptr; }
    std::optional<ChangeCauses> of(const MemberChange& c) const;

private:
    DesignState then_, now_;
    std::shared_ptr<const CheckModel> forces_, strengths_; // then's frame under now's forces; now's frame held as then
};

// A state of another frame of the same project, with results: those kept for it, else of an analysis, else (of results that
// came with the file) the same. Checked and judged as a whole. Stopped: nothing.
std::optional<DesignState> stateOfFrame(const DesignState& like, const Frame& frame, const ResultStore& store,
                                        Progress& progress);

} // namespace wr
