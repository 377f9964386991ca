// Edits: the only way a frame's design changes. Applying one gives its inverse, so undo and redo are the same call.
#pragma once

#include "core/frame/frame.h"

#include <expected>
#include <optional>
#include <string>
#include <variant>
#include <vector>

namespace wr {

// Members named here that the design block does not list yet are declared first, with the elements that were formed by rule.
struct MemberRef
{
    std::string id;
    std::vector<int> elements;
    bool operator==(const MemberRef&) const = default;
};

// Effective length factor or absolute length of one axis for whole members; neither: back to what the holds give.
struct SetLengths
{
    std::vector<MemberRef> members;
    LengthAxis axis = LengthAxis::Major;
    std::optional<double> k, length;
};
struct SetGroup
{
    std::vector<MemberRef> members;
    std::string group;
};
// Another section: out of the catalogue, or one of the frame's own by name, or, with a shape, a new one of that name.
struct SetSection
{
    std::vector<MemberRef> members;
    std::string designation;
    std::optional<Shape> shape = {};
};
// A shipped grade.
struct SetGrade
{
    std::vector<MemberRef> members;
    std::string grade;
};
// Cases and combinations as a whole: those of a frame may be changed, added behind and taken off at the end. Results that came
// with the file stay with the combinations and cases they fit.
struct SetLoads
{
    std::vector<LoadCase> cases;
    std::vector<Combination> combinations;
    std::string words;
    std::optional<std::vector<GivenResult>> results = {}; // for undo
};
struct SetStandard
{
    std::string key;
};
// How the frame is analysed.
struct SetAnalysis
{
    StatedAnalysis analysis;
};

// What undo puts back: the design block, and section and material of the elements an edit touched.
struct Restore
{
    Design design;
    bool hasDesign = false;
    std::vector<FrameSection> sections;
    std::vector<Material> materials;
    std::vector<std::pair<int, std::pair<int, int>>> elements; // element: section, material
    std::string words;
    std::vector<std::string> members;
};

using Edit = std::variant<SetLengths, SetGroup, SetSection, SetGrade, SetStandard, SetAnalysis, SetLoads, Restore>;

struct Applied
{
    Edit inverse;
    std::string words;                // "Section W12X65 for 4 members", for the undo menu
    std::vector<std::string> members; // members whose check is stale; empty: all
    bool sizes = false;               // stiffness or weight changed: forces no longer fit
    bool loads = false;               // cases or combinations changed: forces are to be found again
    bool method = false;              // the way of analysis changed: the frame is to be analysed again
};

// A refused edit changes nothing and says why.
std::expected<Applied, std::string> applyEdit(Frame& frame, const Edit& edit);

} // namespace wr
