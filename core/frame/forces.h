// Section forces of a frame: values at stations along every element, stored per column (a case, or a combination where forces
// do not superpose) and combined on the fly. SI; signs of docs/frame-format.md.
#pragma once

#include "core/base/finding.h"
#include "core/base/index.h"
#include "core/frame/frame.h"

#include <array>
#include <cstdint>
#include <memory>
#include <span>
#include <string>
#include <vector>

namespace wr {

using SectionForces = std::array<double, 6>; // n vy vz t my mz

struct ForceTable;
using TableSet = Index<ForceTable>; // a row of ForceTable::sets

// One set of forces to check: a combination, or one step of it where a case has several.
struct ForceSet
{
    int combination = -1;
    int step = -1;                             // of a case with many steps; -1: none
    std::vector<std::pair<int, double>> terms; // column, factor
    std::string signs = {};                    // of an unsigned case: "N+ My- Mz+"
};

// Leaves numbers as they are where a vector grows: large tables are filled by many threads at once, not zeroed by one before.
template <class T> struct Unfilled : std::allocator<T>
{
    template <class U> struct rebind
    {
        using other = Unfilled<U>;
    };
    template <class U> void construct(U* p) noexcept { ::new (static_cast<void*>(p)) U; }
    template <class U, class... A> void construct(U* p, A&&... a) { ::new (static_cast<void*>(p)) U(std::forward<A>(a)...); }
};

// A combination solved once more with other factors (a part of its live loads, its permanent actions alone), where forces of
// whole combinations do not superpose.
struct SolvedAgain
{
    int combination = -1;
    std::vector<std::pair<int, double>> terms; // case, factor
    int column = -1;                           // of the table; -1: wanted, not solved yet
    bool operator==(const SolvedAgain&) const = default;
};

struct ForceTable
{
    std::vector<int> first; // per element: index of its first station; one more entry at the end
    std::vector<double> s;  // per station: distance from node i
    size_t columns = 0;
    std::vector<double> values;    // [station][column][6]
    std::vector<int> columnCase;   // per column: its case, or -1 (a combination; one sign of an unsigned case)
    std::vector<int> columnStep;   // per column: the step of a case with many, or -1; empty: none has any
    std::vector<ForceSet> sets;    // per combination (and step), in file order
    bool secondOrder = false;      // P-Δ and P-δ are in the forces
    bool amplified = false;        // by B1 and B2 on first-order forces
    bool reducedStiffness = false; // found with the stiffness of the direct analysis method, where for strength
    bool given = false;            // came with the file
    bool rigidInShear = false;     // found without shear deformation; deflections leave it out too
    std::string lacks = {};        // why no answer from them can stand as a whole; empty: nothing is missing
    bool inSecond(int combination) const;
    std::uint64_t sizes = 0;                 // fingerprint of the sizes the forces belong to
    std::vector<std::uint64_t> elementSizes; // the same by element
    void belongTo(const Frame& f);           // the sizes it has now

    const double* at(int station, size_t column) const
    {
        return values.data() + (static_cast<size_t>(station) * columns + column) * 6;
    }
    double* at(int station, size_t column) { return values.data() + (static_cast<size_t>(station) * columns + column) * 6; }
    bool empty() const { return values.empty(); }

    std::vector<SolvedAgain> again;
    // The column of a combination with those factors, or -1.
    int columnOf(int combination, const std::vector<std::pair<int, double>>& terms) const;

    std::vector<bool> secondOrderSets; // per combination, where `given`
    bool orderSaid = true;             // it is known of which order they are: false only where `given`
    std::optional<bool> notional;      // where `given`: are notional loads or imperfections in them? none: not said
};

inline bool ForceTable::inSecond(int combination) const
{
    const auto i = static_cast<size_t>(combination);
    return i < secondOrderSets.size() ? static_cast<bool>(secondOrderSets[i]) : secondOrder;
}

// "U3", "U3 step 2", "U3 N+ My- Mz+"
std::string setName(const Frame& f, const ForceSet& s);
std::string combinationName(const Frame& f, const ForceTable& t, TableSet set); // empty where there is none

// What the stiffness and self-weight of the frame depend on: sections and materials of all elements.
std::uint64_t sizesFingerprint(const Frame& f);
std::uint64_t elementFingerprint(const Frame& f, const Element& e); // of one element alone

// Table of the results that came with a frame file. Combinations are taken from their own results, else superposed from
// first-order cases; one that has neither gets no set and a finding. Elements without results get NaN: their members are
// unchecked. Unsigned results (response spectra) are magnitudes: each comes in as eight more columns with every sign of N, My
// and Mz against one another (Vz with My, Vy with Mz, T with N), and a combination of it gets as many sets.
ForceTable givenForces(const Frame& f, std::vector<Finding>& findings);

// Force sets of a table whose columns are the frame's cases in order.
std::vector<ForceSet> setsFromCases(const Frame& f);

// Forces at s of one element and column by cubic interpolation of moments (their slopes are the shears), linear for the rest:
// exact for loads up to linear between stations. `after`: which of two stations at one place is meant.
SectionForces interpolate(const ForceTable& t, int element, double s, size_t column, bool after);

} // namespace wr
