// Lines of members as they are tested for restraint: their places, the segments between those that count, what a place needs.
// Nothing of it hangs on one set of forces.
#pragma once

#include "core/restraint/candidates.h"
#include "core/restraint/lines.h"
#include "core/restraint/tangent_frame.h"
#include "core/restraint/thrust.h"

#include <array>
#include <cmath>
#include <limits>
#include <vector>

namespace wr {

inline constexpr double kBelowEuler = 0.98;                           // of an Euler load: where tangents stand
inline constexpr size_t kNoLine = std::numeric_limits<size_t>::max(); // of an element of a member that is no line

// A line in one set of forces: which places count, and the level that follows.
struct LineState
{
    Thrust thrust;
    std::array<std::vector<char>, 2> counted;                // by Across and place
    double factor = std::numeric_limits<double>::infinity(); // load factor of the first segment's Euler load
    double relief = 1;                                       // the frame gives way at less, without a place to let go

    double stands() const { return kBelowEuler * relief * factor; }
    bool presses() const { return std::isfinite(factor); }
};

// Places that count in a direction, in order, with the line's ends; whether an end is held.
struct LineSegments
{
    std::vector<double> at; // m along the line
    bool startHeld = false, endHeld = false;
};

class TestedLines
{
public:
    TestedLines(const Frame& f, const SharedList<Member>& members);
    const Frame& frame() const { return f_; }
    size_t size() const { return lines_.lines.size(); }
    const MemberLine& line(size_t i) const { return lines_.lines[i]; }
    const Member& chain(size_t i) const { return lines_.lines[i].chain; }
    const std::vector<HoldCandidate>& places(size_t i) const { return places_[i]; }
    size_t ofElement(size_t element) const { return lineOf_[element]; } // or kNoLine
    // What is asked of each line: movements at its places, turns at its ends.
    std::vector<TangentFrame::Together> together(const std::vector<char>& lines) const; // empty: of all

    LineState firstState(size_t i, const std::vector<ElementPress>& press) const; // all places count
    LineSegments segments(size_t i, const std::vector<char>& counted) const;
    double factorOf(size_t i, const LineState& s) const;
    // N/m that a place needs with its segments at a load factor: 8·P/L, or 4·P·(1/a + 1/b) between two of them.
    static double neededAt(const Thrust& t, Across d, const LineSegments& line, double at, double level);
    // The same with them at their own Euler loads in that direction.
    double neededAtEuler(size_t i, Across d, const LineSegments& line, double at) const;

private:
    const Frame& f_;
    MemberLines lines_;
    std::vector<std::vector<HoldCandidate>> places_; // by line
    std::vector<size_t> lineOf_;                     // by element
};

} // namespace wr
