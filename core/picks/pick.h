// Pick expressions: sets of members by a sentence, `group = "Rafters*" and util > 0.95`. The tree, its text, and the members it
// stands for. Grammar: docs/frame-format.md.
#pragma once

#include "core/base/units.h"

#include <expected>
#include <optional>
#include <span>
#include <string>
#include <string_view>
#include <vector>

namespace wr {

// What a member is asked for. The row says what a value of it is.
enum class PickName {
    Id,
    Group,
    Brief,
    Section,
    Family,
    Grade,
    Kind,
    Level,
    Status,
    Util,
    Mode,
    Combination,
    Length,
    Mass,
    Depth,
    Standard,
    Slenderness,
    Restrained
};
struct PickNameRow
{
    enum class Type { Text, Word, Number, Level, YesNo }; // Word: one of a closed list. Level: a height, as text or as a length
    PickName name;
    std::string_view key;
    Type type;
    Quantity quantity; // of a number
    std::string_view meaning;
};
std::span<const PickNameRow> pickNames();
const PickNameRow& rowOf(PickName n);

// What can stand alone: "over", "not changed".
enum class PickFlag { Over, Unchecked, Warned, Ok, LeftOut, Changed, Slender, Restrained };
struct PickFlagRow
{
    PickFlag flag;
    std::string_view key, meaning;
};
std::span<const PickFlagRow> pickFlags();

enum class PickOp { Equal, NotEqual, Less, AtMost, Greater, AtLeast, In };

// One value as it was written: in quotes or bare. Numbers keep their unit ("6 m").
struct PickValue
{
    std::string text;
    bool operator==(const PickValue&) const = default;
};

struct Pick
{
    enum class Kind { All, Both, Either, Not, Flag, Test }; // All: an empty expression
    Kind kind = Kind::All;
    std::vector<Pick> parts; // of Both and Either two or more, of Not one
    PickFlag flag = PickFlag::Over;
    PickName name = PickName::Id;
    PickOp op = PickOp::Equal;
    std::vector<PickValue> values; // one, but for In
    bool operator==(const Pick&) const = default;
};

// Why a text is no pick expression, and where.
struct PickFault
{
    size_t at = 0, length = 0;    // bytes of the text
    std::string words;            // "there is no name \"grup\"; did you mean group?"
    std::string nearest;          // what may be put there instead, or empty
    std::string sentence() const; // with its column, counted in characters from 1
    size_t column = 1;
};

// Names, words and units are looked at: what is read can be asked of any frame.
std::expected<Pick, PickFault> parsePick(std::string_view text, const UnitSystem& u);
// The shortest text that reads as the same tree.
std::string printPick(const Pick& p);

// SI value of a number or a height ("+3.20") as a pick states it; in the units of a frame where it has none of its own.
std::expected<double, std::string> readPickNumber(std::string_view text, const PickNameRow& row, const UnitSystem& u);

// Words a closed list holds ("column" …), for faults and completion; empty: any text, a number or a height.
std::vector<std::string> pickWords(PickName n);

// Picks that come with the program.
struct ReadyPick
{
    std::string_view title, expression;
};
std::span<const ReadyPick> readyPicks();

} // namespace wr
