// A frame being put together from tables: what every kind of table adds to.
#pragma once

#include "core/intake/intake.h"
#include "core/intake/row_faults.h"
#include "core/intake/table_rows.h"

#include <functional>
#include <map>
#include <string>
#include <string_view>
#include <unordered_map>
#include <vector>

namespace wr {

struct HashView
{
    using is_transparent = void;
    size_t operator()(std::string_view t) const { return std::hash<std::string_view>{}(t); }
};
using NameMap = std::unordered_map<std::string, int, HashView, std::equal_to<>>;

// Of a member: its elements in order; `turned` ones run against it.
struct ChainPiece
{
    int element = -1;
    bool turned = false;
    double from = 0; // along the member
};

struct Assembly
{
    Assembly(const std::vector<Book>& b, const Recipe& r, Progress& p) : books(b), recipe(r), progress(p) {}

    const std::vector<Book>& books;
    const Recipe& recipe;
    Progress& progress;
    Intake out;
    RowFaults faults;
    NameMap nodes, elements, sections, materials, cases, combinations, members; // index in the frame; members: in `pieces`
    std::vector<std::vector<ChainPiece>> pieces;
    std::map<std::string, UnknownName> unknownSections, unknownGrades;
    std::map<std::string, std::vector<std::string>> elementsOfMember; // as the table of elements says

    Frame& frame() { return out.frame; }
    bool has(TableKind k) const;
    // Calls for every table of a kind that is there whole; what it lacks is told.
    void eachTable(TableKind k, const std::function<void(const TableRows&)>& f);
    // Index of the section or material of that name, made where the catalogue or the list of grades has it; -1 and kept among
    // the unknown names else. `grade`: of a name such as "IPE 300 S355".
    int section(const std::string& name, std::string* grade = nullptr);
    int material(const std::string& name);
    int materialOfStrength(double fy, double fu);
    std::vector<std::string> materialOfSection; // what the table of sections says, by section
    // Adds an id that must be new. -1 where it is empty or taken, told as a fault.
    int add(NameMap& to, const TableRows& rows, const FieldOfRows& f, size_t row, size_t index, std::string_view what);
    // Index of the one named; -1 where there is none, told as a fault.
    int refer(const NameMap& in, const TableRows& rows, const FieldOfRows& f, size_t row, std::string_view what);
    // A load: a case or a combination of the frame, made where no table lists them.
    struct Load
    {
        int loadCase = -1, combination = -1;
        auto operator<=>(const Load&) const = default;
    };
    Load load(const TableRows& rows, const FieldOfRows& f, size_t row, std::string_view name);
    std::vector<std::string> madeLoads; // told once at the end
};

// Unknown names and faults become findings; the frame is sound where none is an error.
void finishIntake(Assembly& a);

// In this order.
void takeMaterials(Assembly& a);
void takeSections(Assembly& a);
void takeNodes(Assembly& a);
void takeElements(Assembly& a);
void takeReleases(Assembly& a);
void takeCases(Assembly& a);
void takeCombinations(Assembly& a);
void takeMembers(Assembly& a);
void takeForces(Assembly& a);
void takeNodeResults(Assembly& a);

// To section forces in our signs (docs/frame-format.md): right-handed moments about y stretch the +z fibre, ours compress it;
// shears are the slopes of the moments. `atJ`: which end, where they act on the ends.
void toOurSigns(ForceSigns signs, bool atJ, std::array<double, 6>& force);
// "fixed", "pinned", "roller", "ux uy uz", "111000": nothing where the words mean none of these.
bool supportFromWords(std::string_view words, Up up, std::array<Support, 6>& into);
// "my mz", "pinned", "fixed": the same for what an end lets go.
bool releaseFromWords(std::string_view words, std::array<bool, 6>& into);
// "Dead", "self weight", "LL", "wind +x".
std::optional<Action> actionFromWords(std::string_view words);

} // namespace wr
