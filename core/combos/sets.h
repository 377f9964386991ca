// A rule of a loading standard over the cases of a frame: what always stands in its sets, and what may stand in them and how.
#pragma once

#include "core/frame/case_effects.h"
#include "core/frame/loads.h"

#include <functional>
#include <map>
#include <string>
#include <vector>

namespace wr {

using Terms = std::map<int, double>; // case, factor

// One way in which a slot can act: a case with a sign, or an earthquake with its share across.
struct Way
{
    Terms terms;
    int part = 0; // of the rule
};

// What acts in one way at a time: a case, or the cases of a group that exclude one another.
struct Slot
{
    std::vector<Way> ways;
    std::string group; // the cases' `exclusive`; empty: a case by itself
    bool mayBeAbsent = true;
};

struct SetRule
{
    std::string name; // "ASCE 7-22 2.3.1 (2)"
    std::string kind; // service: characteristic …
    Purpose purpose = Purpose::Strength;
    Terms base;              // permanent loads
    std::vector<Slot> slots; // no two of one group
    std::vector<int> must;   // parts the rule means nothing without: something of each stands in every set
};

// Slots of one group become one: whatever their actions, one of its cases acts at a time.
void mergeGroups(std::vector<Slot>& slots);

// How many sets the ways of all slots make, those without a part that must stand among them.
double waysOf(const SetRule& r);
// Every set of a rule.
void everySet(const SetRule& r, const std::function<void(const Terms&)>& take);
// The sets of a rule that are the largest or the least in some effect, found slot by slot: exact, as effects add up.
void extremeSets(const SetRule& r, const CaseEffects& effects, const std::function<void(const Terms&)>& take);

} // namespace wr
