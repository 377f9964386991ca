// Take-off: what steel there is, by section, grade, group and level: length, mass, painted area, pieces, cost, and the bars it
// is cut from.
#pragma once

#include "core/checking/runner.h"

#include <span>
#include <string>
#include <vector>

namespace wr {

enum class TakeOffBy { Section, Grade, Group, Level };
std::string_view takeOffName(TakeOffBy by); // section, grade, group, level
std::optional<TakeOffBy> takeOffFromName(std::string_view n);

struct TakeOffLine
{
    std::string name;                         // of the section, the grade …; a level in the frame's units
    std::string grade;                        // of a section's line
    int pieces = 0;                           // members
    double length = 0, mass = 0, painted = 0; // m, kg, m²
    double cost = 0;                          // in whatever money the prices are
    int unpriced = 0;                         // pieces without a price
};

struct TakeOff
{
    TakeOffBy by = TakeOffBy::Section;
    std::vector<TakeOffLine> lines; // by name as it is read; levels from below
    TakeOffLine total;
    bool priced = false; // some price is known
};

// Length, mass and painted area of each member, of all its elements: of one that is no line too, which lists only the first as
// its piece. Without prices.
std::vector<TakeOffLine> memberSteel(const CheckModel& model);

// Every member is a piece from end to end, those left out of the check as well; lengths behind rigid ends as in the analysis.
// Prices are those of the frame's stock list. only: per member; empty: all.
TakeOff takeOff(const CheckModel& model, TakeOffBy by, std::span<const char> only = {});

// Bars of one length that the members of a section are cut from: first the longest, each from the first bar that still has it
// (a saw's cut between two pieces). Pieces longer than a bar are listed apart: they have to be joined.
struct CutLine
{
    std::string section, grade;
    int bars = 0, pieces = 0, tooLong = 0;
    double bought = 0, used = 0; // m
    double massBought = 0;       // kg
};
std::vector<CutLine> cutList(const CheckModel& model, double barLength, double saw = 0.003, std::span<const char> only = {});

// The same names in two take-offs, then and now; names of one of them only have zeros in the other.
struct TakeOffChange
{
    TakeOffLine then, now;
};
std::vector<TakeOffChange> takeOffChanges(const TakeOff& then, const TakeOff& now);

} // namespace wr
