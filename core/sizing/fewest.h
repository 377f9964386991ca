// The fewest different sections that fit all groups, and of those the lightest choice.
#pragma once

#include <cstddef>
#include <vector>

namespace wr {

// By group: what each section (by number) would weigh there, kg; negative: it does not fit.
using MassOf = std::vector<std::vector<double>>;

struct Fewest
{
    std::vector<int> chosen; // by group: a section; -1: none fits
    std::size_t different = 0;
    double mass = 0;     // kg
    bool proved = false; // no smaller number, and no lighter choice of that number
};

// Searched through up to a bound of work; beyond it the best that was found stands, said by `proved`. The order of groups and
// sections never matters: ties go to the smaller number of the section.
Fewest fewestSections(const MassOf& mass);

// The least of mass plus `perSection` kg for every different section; from the lightest choice by steps that make it less.
Fewest fewerSections(const MassOf& mass, double perSection);

} // namespace wr
