// A recipe: what the tables of an analysis mean, said once and used again. Plain data; docs/intake.md tells the file.
#pragma once

#include "core/base/units.h"
#include "core/intake/fields.h"

#include <map>
#include <optional>
#include <string>
#include <string_view>
#include <vector>

namespace wr {

// What the numbers of section forces are (docs/intake.md, with pictures).
enum class ForceSigns {
    Ours,    // section forces, a sagging moment positive where z is up: as in the frame file
    Vectors, // section forces on the face whose normal is +x, moments and shears right-handed about and along the local axes
    Ends     // what acts on the two ends of an element, along and about its local axes, right-handed
};
std::string_view forceSignsWord(ForceSigns s); // "ours" "vectors" "ends"
std::optional<ForceSigns> forceSignsFromWord(std::string_view w);

// Stations are measured from the first end, from the last, or are a share of the length.
enum class StationAs { FromI, FromJ, Share };
std::string_view stationAsWord(StationAs s); // "from-i" "from-j" "share"
std::optional<StationAs> stationAsFromWord(std::string_view w);

struct ColumnUse
{
    size_t column = 0;
    std::string heading;   // as it stands, both lines of a heading in two
    std::string as;        // key of a field; empty: left out
    std::string of;        // "factorOf": the case
    std::string unit;      // of numbers
    bool reversed = false; // the other sign than the field's
    // Of the guess, not kept: how sure, and whether the unit was stated.
    double sure = 1;
    bool unitStated = true;
    bool operator==(const ColumnUse&) const = default;
};

struct TableUse
{
    std::string file;  // name or pattern with * and ?; empty: any
    std::string sheet; // the same
    TableKind kind = TableKind::None;
    size_t heading = 0;         // row of the heading, from 0
    size_t headingRows = 1;     // more where a heading has several lines
    size_t first = 1;           // first row of data
    std::optional<size_t> last; // behind the last row, where another table follows on the sheet
    std::vector<ColumnUse> columns;
    ForceSigns signs = ForceSigns::Ours;
    StationAs stations = StationAs::FromI;
    bool fillDown = false;                     // empty names stand for the one above
    std::map<std::string, std::string> always; // fields that are the same in every row: "load" → "G"
    double sure = 1;                           // of the guess, not kept
    bool operator==(const TableUse&) const = default;

    const ColumnUse* column(std::string_view key) const;
    ColumnUse* column(std::string_view key);
};

struct Recipe
{
    std::string name;
    std::string up = "z";                       // vertical axis of the file's coordinates: "z" or "y"
    std::string standard;                       // of the frame made; empty: the default
    std::string grade;                          // of elements for which none is stated
    std::string order;                          // of the analysis the forces come from: "first", "second"; empty: not known
    std::optional<char> decimalMark, delimiter; // of text files; none: found
    UnitSystem units;                           // the frame is shown in them
    std::vector<TableUse> tables;
    std::map<std::string, std::string> sections, grades, actions; // names as they stand → what is meant; of cases → action
    bool operator==(const Recipe&) const = default;
};

} // namespace wr
