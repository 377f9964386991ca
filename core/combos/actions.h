// The cases of a frame by what they are, and the ways in which they can act.
#pragma once

#include "core/combos/rules.h"

#include <map>
#include <set>
#include <string>
#include <tuple>
#include <vector>

namespace wr {

using Terms = std::map<int, double>; // case, factor

class Actions
{
public:
    explicit Actions(const Frame& f);

    const std::map<Role, std::vector<int>>& byRole() const { return byRole_; } // without notional cases
    const LoadCase& at(int index) const { return f_.cases[index]; }
    // Every way in which the cases of an action can act: one of each exclusive group, each with its signs; the others together.
    std::vector<Terms> states(const std::vector<int>& cases) const;
    std::vector<Terms> states(Role r) const; // none: no such case
    // Dead load before the slab, for the stage of construction: the steel alone where there are superimposed loads.
    std::vector<int> dead(Purpose p) const;
    // Two cases of one group never act together, whatever their actions.
    bool excluded(const Terms& t) const;
    bool permanentOnly(const Terms& t) const;

private:
    const Frame& f_;
    std::map<Role, std::vector<int>> byRole_;
};

// A set that an equation asks for, before notional loads and a name.
struct Candidate
{
    std::string equation, kind;
    Purpose purpose = Purpose::Strength;
    Terms terms;
};

// What the equations ask for, each set once.
class Candidates
{
public:
    explicit Candidates(const Actions& a) : actions_(a) {}

    void put(Candidate c);
    const std::vector<Candidate>& list() const { return list_; }

private:
    const Actions& actions_;
    std::vector<Candidate> list_;
    std::set<std::tuple<Purpose, std::string, Terms>> offered_;
    bool deadAlone_ = false;
};

} // namespace wr
