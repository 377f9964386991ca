// Frames from a few numbers: a single member, a hall, a truss, floors on a grid, a tower, an access scaffold. Each with
// supports, releases, groups, briefs, cases, loads and combinations that make sense, to be changed afterwards like any other
// frame.
#pragma once

#include "core/base/entry.h"
#include "core/frame/frame.h"

#include <expected>
#include <map>
#include <string>
#include <string_view>
#include <vector>

namespace wr {

// What it is started for: the standard its members are checked to and the units it is typed and shown in.
struct StartSetting
{
    std::string standard; // empty: the default
    UnitSystem units;
};

// A number or word to be stated.
struct StartField
{
    enum class Kind { Measure, Count, Word, Section, Steel, Lengths }; // Lengths: "4 × 6 m, 5 m"
    std::string key, title;
    Kind kind = Kind::Measure;
    Quantity quantity = Quantity::Length;
    std::string value;              // where nothing is stated
    std::vector<std::string> words; // of Word
    std::string meaning;            // one line
};

struct StartKind
{
    std::string_view key, title, meaning;
};
const std::vector<StartKind>& startKinds();
// Of a kind, in the order they are asked for; empty for a kind there is not.
std::vector<StartField> startFields(std::string_view kind, const StartSetting& s);

struct StartFault
{
    std::string key, text; // "" for what no one field is about
};
// Resultant of all loads of a case, N, its self-weight with them.
struct StartTotal
{
    std::string loadCase, title;
    Vec3 force;
};
struct Started
{
    Frame frame;
    std::vector<StartTotal> totals;
};
// `values` by key, as typed: with units or in those of the setting. All faults at once.
std::expected<Started, std::vector<StartFault>>
startFrame(std::string_view kind, const std::map<std::string, std::string>& values, const StartSetting& s);

} // namespace wr
