// What tables of an analysed frame are about and what their columns can mean: one row each. The guess, the table of the
// mapping, templates, recipes and the documents all come from these rows.
#pragma once

#include "core/base/units.h"

#include <optional>
#include <span>
#include <string_view>
#include <utility>

namespace wr {

enum class TableKind {
    None, // left out
    Nodes,
    Elements,
    Sections,
    Materials,
    Supports,
    Releases,
    Cases,
    Combinations,
    Forces,
    Displacements,
    Reactions,
    Members
};
inline constexpr size_t kTableKinds = 13;
std::string_view tableKindWord(TableKind k);  // of recipes: "nodes", "forces" …; "" for None
std::string_view tableKindTitle(TableKind k); // for people: "Nodes", "Section forces" …
std::optional<TableKind> tableKindFromWord(std::string_view w);

struct FieldRow
{
    enum class Form {
        Name,   // an id or name, as it stands
        Number, // of the quantity
        Flag,   // yes or no; at supports also a spring
        Words   // a word or a list of words
    };
    std::string_view key; // of recipes: "x", "my"
    std::string_view title;
    Form form = Form::Words;
    Quantity quantity = Quantity::Ratio;
    bool must = false;
    std::string_view headings; // that mean it, apart by bars, as headingKey() (headings.h) makes them
    std::string_view meaning;  // one sentence
};

// In the order of templates. Empty for None.
std::span<const FieldRow> fieldsOf(TableKind k);
const FieldRow* findField(TableKind k, std::string_view key);
// Fields of sections that are dimensions: key of the field, key of the frame file (shape.h).
std::span<const std::pair<std::string_view, std::string_view>> dimensionFields();
// Words in the names of sheets and files that say what is in them, apart by bars.
std::string_view sheetWords(TableKind k);

} // namespace wr
