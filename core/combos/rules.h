// The equations of the loading standards as data: what combines with what, and by how much.
#pragma once

#include "core/combos/make.h"

#include <utility>
#include <vector>

namespace wr {

// What an equation sees of the actions.
enum class Role { Dead, Live, RoofLive, Snow, Wind, Seismic, Thermal, Crane, Construction, Rain, Fluid, Accidental };
Role roleOf(Action a);

struct Part
{
    std::vector<std::pair<Role, double>> oneOf; // of these one at a time
    bool must = false;                          // the equation means nothing without a case of it
};

struct Equation
{
    std::string name; // "ASCE 7-22 2.3.1 (2)"
    std::string kind; // service: characteristic …
    Purpose purpose = Purpose::Strength;
    std::vector<Part> parts;
    bool halfLiveAllowed = false;
};

// ASCE and IS: fixed lists. EN 1990 depends on the cases and is made in eurocode.cpp.
std::vector<Equation> equationsOf(const MakeOptions& o);

} // namespace wr
