// Lanes of a member: where it is held in each direction, the segments between, and their effective lengths.
// Origin of a hold for now: the member's ends (an end is held where something frames in or supports it) and the design block.
#pragma once

#include "core/frame/frame.h"
#include "core/members/members.h"

#include <array>
#include <string>
#include <unordered_map>
#include <vector>

namespace wr {

struct LaneSegment
{
    double from = 0, to = 0;  // m along the member
    double k = 1;             // effective length factor
    double length = 0;        // effective length, m
    bool cantilever = false;  // one end of it is free
    bool freeAtStart = false; // the first one is
    bool byHand = false;      // factor or length given by the engineer
    bool continuous = false;  // held all along: its effective length is zero
    double span() const { return to - from; }
};

struct Lanes
{
    std::array<std::vector<LaneSegment>, 5> axis; // by LengthAxis
    bool freeStart = false, freeEnd = false;

    const std::vector<LaneSegment>& of(LengthAxis a) const { return axis[static_cast<size_t>(a)]; }
    // The longest effective length of a lane, for tables.
    double longest(LengthAxis a) const;
    // The longest of those segments that overlap from … to; next to nothing (so that no elastic stress is infinite) where the
    // stretch is held all along.
    double longestOver(LengthAxis a, double from, double to) const;
};

// `elementsAt`: elementsAtNodes(). An element that only continues the member's line (within 15°: steps and kinks) holds no end.
// `wholeFrame`: the frame is analysed here, so an end that nothing holds is free; with given forces any element that goes on
// from there holds it, and an end with nothing at all is free where the file has supports somewhere, else a fork end. A lateral
// hold at one flange shortens minor-axis column buckling only where twist (or the other flange) is held too; LTB of a flange is
// held by that flange or by twist. Factors of the brief stand where no length is given by hand.
Lanes buildLanes(const Frame& f, const Member& m, const class DesignIndex& design,
                 const std::vector<std::vector<int>>& elementsAt, bool wholeFrame, const Brief& brief);

// The entries of the design block by member, so that thousands of members do not each read all of them.
class DesignIndex
{
public:
    explicit DesignIndex(const Frame& f) : anySupport_(f.anySupport())
    {
        const Design& d = f.design;
        for (const DesignRestraint& r : d.restraints)
            restraints_[r.member].push_back(&r);
        for (const DesignLength& l : d.lengths)
            lengths_[l.member].push_back(&l);
    }
    bool anySupport() const { return anySupport_; }
    const std::vector<const DesignRestraint*>& restraints(const std::string& member) const { return of(restraints_, member); }
    const std::vector<const DesignLength*>& lengths(const std::string& member) const { return of(lengths_, member); }

private:
    bool anySupport_;
    template <class T> using Table = std::unordered_map<std::string, std::vector<const T*>>;
    template <class T> static const std::vector<const T*>& of(const Table<T>& table, const std::string& member)
    {
        static const std::vector<const T*> none;
        const auto it = table.find(member);
        return it == table.end() ? none : it->second;
    }
    Table<DesignRestraint> restraints_;
    Table<DesignLength> lengths_;
};

// Elements at each node.
std::vector<std::vector<int>> elementsAtNodes(const Frame& f);

} // namespace wr
