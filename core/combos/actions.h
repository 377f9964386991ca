// The cases of a frame by what they are, and the ways in which they can act.
#pragma once

#include "core/combos/rules.h"
#include "core/combos/sets.h"

#include <map>
#include <set>
#include <string>
#include <tuple>
#include <vector>

namespace wr {

class Actions
{
public:
    Actions(const Frame& f, const MakeOptions& o);

    const std::map<Role, std::vector<int>>& byRole() const { return byRole_; } // without notional cases
    const std::vector<int>& of(Role r) const;                                  // empty: no such case
    const LoadCase& at(int index) const { return f_.cases[index]; }
    // Dead load before the slab, for the stage of construction: the steel alone where there are superimposed loads.
    std::vector<int> dead(Purpose p) const;
    // Into a rule: permanent cases with a factor, all at once.
    void permanent(SetRule& r, Purpose p, double k) const;
    // Into a rule: cases that may act, each with its factor and sign or not at all; one wind and one earthquake at a time.
    // Cases with factor 0 stay out.
    void variable(SetRule& r, Role role, const std::vector<int>& cases, int part,
                  const std::function<double(const LoadCase&)>& factor) const;
    // Two cases of one group never act together, whatever their actions.
    bool excluded(const Terms& t) const;
    bool permanentOnly(const Terms& t) const;
    // Do two earthquakes come from directions across one another: by the resultants of their loads, or by groups of their own.
    bool across(int a, int b) const;
    bool directionKnown(int seismic) const { return length2(direction_[seismic]) > 0; }

private:
    static double length2(const Vec3& v) { return dot(v, v); }
    std::vector<Way> waysOf(int c, int part, double k) const;
    std::vector<Way> seismicWays(const std::vector<int>& cases, int c, int part, double k) const;

    const Frame& f_;
    double orthogonal_;
    std::map<Role, std::vector<int>> byRole_;
    std::vector<Vec3> direction_; // of seismic cases in plan, unit length; zero: not known
};

// A set that a rule asks for, before notional loads and a name.
struct Candidate
{
    std::string equation, kind;
    Purpose purpose = Purpose::Strength;
    Terms terms;
};

// What the rules ask for, each set once.
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
