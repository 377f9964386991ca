// A brief as a sheet: every line it can say by topic, what stands there and what stands by itself. Editors, the report's input
// pages and the command line read it; the lines are the rows of the options' tables.
#pragma once

#include "core/standards/common/option.h"

#include <expected>
#include <span>
#include <string>
#include <string_view>
#include <vector>

namespace wr {

struct SheetLine
{
    Topic topic = Topic::Standard;
    std::string heading;            // of the topic, or the title of the family of standards
    std::string key;                // "loadHeight", "en1993.c1": as withLine() takes it
    const Option* option = nullptr; // of a table that stays
    std::string here, standing;     // as read on the sheet: what stands, and what stands by itself
    bool differs = false;
};

// Topic by topic; behind them the own options of the families named, in their order.
std::vector<SheetLine> sheetOf(const Brief& b, std::span<const std::string_view> families, const UnitSystem& u);
int differing(std::span<const SheetLine> sheet);

// The lines in which two briefs say different things, of both sheets; or only what one says that the other leaves to itself.
struct ComparedLine
{
    SheetLine a, b;
};
std::vector<ComparedLine> comparedSheets(const Brief& a, const Brief& b, std::span<const std::string_view> families,
                                         const UnitSystem& u);

// A value as it is read and typed: "yes", "0.85", "200 mm", "top, twist", "L/360 variable".
std::string valueText(const Option& o, const OptionValue& v, const UnitSystem& u);
// The brief with another value in a line; an empty text or "default" takes what is stated away. The error is a sentence.
std::expected<Brief, std::string> withLine(const Brief& b, std::string_view key, std::string_view text, const UnitSystem& u);
// What a brief states of a line; nothing where it stands by itself.
std::optional<OptionValue> statedLine(const Brief& b, std::string_view key);

// Families of standards that a frame's briefs are checked by, its own first.
std::vector<std::string_view> familiesInUse(const Design& d);

} // namespace wr
