// What a member must carry, reduced from forces at stations to what checks ask for. Independent of section and standard,
// so that a trial section costs no second look at the forces. SI.
#pragma once

#include "core/base/index.h"
#include "core/frame/forces.h"
#include "core/members/lanes.h"

#include <algorithm>
#include <memory>
#include <string_view>
#include <vector>

namespace wr {

struct Demands;
struct ServiceSets;
using SetRow = Index<Demands>;         // a row of Demands::sets
using ServiceRow = Index<ServiceSets>; // a row of the service sets of a model

struct Extreme
{
    double value = 0; // never negative
    double at = 0;    // m along the member
    void take(double v, double x)
    {
        if (v > value) {
            value = v;
            at = x;
        }
    }
};

// A stretch between lateral-torsional holds of one flange (or of both, where they are held alike).
struct Span
{
    double from = 0, to = 0;
    double lb = 0;                    // unbraced length for LTB, m (factor included)
    bool top = false, bottom = false; // which flange's compression it belongs to
    bool cantilever = false;
    bool freeAtStart = false;          // of a cantilever: its tip is the first end
    bool goesOn = false;               // into another member: its own moments do not tell those of the whole span
    int first = 0, last = 0;           // stations, inclusive
    int quarter[3] = {0, 0, 0};        // stations at 1/4, 1/2, 3/4
    int axialFirst = 0, axialLast = 0; // stations of all column segments that overlap it
};

struct SpanDemand
{
    Extreme tension, compression;  // over the overlapping column segments
    Extreme top, bottom;           // |my| that compresses the top (+z), the bottom fibre
    Extreme plus, minus;           // |mz| that compresses the +y, the -y fibre
    double a = 0, b = 0, c = 0;    // |my| at the quarter points
    double za = 0, zb = 0, zc = 0; // |mz| at the quarter points
    bool loaded = false;           // the shear changes inside: something acts between the holds
    double push = 0;               // N: what acts between the holds, towards -z; negative: it lifts
    double leastTension = 0;       // tension everywhere between the holds, at least this much; 0: not pulled all along
    double largest() const { return top.value > bottom.value ? top.value : bottom.value; }
    const Extreme& minor() const { return plus.value >= minus.value ? plus : minus; }
    // How many of axial force and the two moments act, more than an analysis' rounding (1e-6 N, N·m).
    int actions() const
    {
        constexpr double kDust = 1e-6;
        return (std::max(tension.value, compression.value) > kDust) + (largest() > kDust) + (minor().value > kDust);
    }
};

// A stretch of a member between its holds in one plane of bending: where second-order effects of the member itself are
// reckoned.
struct BendingSegment
{
    bool major = true;
    double from = 0, to = 0;
    double length = 0; // m, without sway: the holds' distance, or less where a factor below 1 is stated; a free end doubles it
    bool cantilever = false;
    bool goesOn = false;     // as of Span
    int first = 0, last = 0; // stations, inclusive
};
struct BendingDemand
{
    double mFrom = 0, mTo = 0; // moments at the two ends, by the fibre they compress
    double compression = 0;    // the largest inside
    bool loaded = false;       // something acts between the ends
};

struct SetDemand
{
    bool firstOrder = false; // and neither B1 nor anything like it is in the forces
    Extreme tension, compression, top, bottom, plus, minus, shearMajor, shearMinor, torsion; // shearMajor: |vz|
    Extreme shearUpright, shearFlat; // along the shape's own directions: differ from vz, vy for angles only
    const Extreme& major() const { return top.value >= bottom.value ? top : bottom; }
    const Extreme& minor() const { return plus.value >= minus.value ? plus : minus; }
};

// A stretch of a member that bends between its holds in one plane, under one service combination: the deflection of any
// section is bend/EI - shear/GA + heat, measured from the chord of the holds (from the root of a cantilever).
struct StretchDeflection
{
    bool major = true; // moves along z, else along y
    bool variable = false;
    bool free = false;                               // one end is held by nothing
    bool rootKnown = true;                           // the turn of a cantilever's root is in `heat`
    DeflectionFrom measured = DeflectionFrom::Holds; // from there; HeldEnd, Storey: the movements of the nodes are in `heat`
    bool known = true;                               // false: those movements are not known
    double from = 0, to = 0;                         // m along the member
    double up = 0;                                   // upward component of the direction it moves in
    double steep = 0;                                // upward component of the member's axis, 0 to 1
    std::string_view kind;                           // of the combination
    ServiceRow set;                                  // of CheckModel::serviceSets()
    std::vector<double> x, bend, shear, heat;        // at stations: m, N·m³, N·m, m
    double length() const { return to - from; }
};

// What a standard gathered for itself (core/standards/gather.h).
struct OwnDemands
{
    OwnDemands() = default;
    OwnDemands(const OwnDemands&) = default;
    OwnDemands(OwnDemands&&) = default;
    OwnDemands& operator=(const OwnDemands&) = default;
    OwnDemands& operator=(OwnDemands&&) = default;
    virtual ~OwnDemands() = default;
};

struct Demands
{
    Demands();
    Demands(const Demands&);
    Demands(Demands&&) noexcept;
    Demands& operator=(const Demands&);
    Demands& operator=(Demands&&) noexcept;
    ~Demands();

    std::vector<Span> spans;
    std::vector<SetDemand> sets;            // per force set that counts
    std::vector<SpanDemand> spanSets;       // [set][span]
    std::vector<BendingSegment> bending;    // where some set is first order
    std::vector<BendingDemand> bendingSets; // [set][bending segment]
    std::vector<TableSet> setIndex;         // per row of `sets`
    std::vector<unsigned char>
        neglected;     // per row of `sets`: N 1, My 2, Mz 4 taken as nothing (brief: neglectBelow); empty: none is
    bool valid = true; // false: some force is missing (NaN)
    std::shared_ptr<const OwnDemands> own; // of the member's standard; may be null
    // Concurrent forces of the sets that hold torsion, for sections that warp: stations (m) and [set][component][station];
    // empty where no set has any.
    std::vector<double> x, forces;
    // Filled where the brief (or its national parameters) has limits of deflection.
    std::vector<StretchDeflection> deflections;
    bool service = false; // there are service combinations
    // The same member under the settings of other briefs, for combinations of their purpose: see CheckModel::judge().
    std::vector<Demands> further;
    std::vector<Purpose> furtherFor;
    bool alone = false;               // of one combination only: limits that are meant for another kind are not its
    bool splitFails = false;          // the variable part was asked for, but some combination's forces do not superpose
    std::string_view splitLacks = {}; // a variable case of those that no combination of the variable part holds either

    const double* concurrent(size_t set) const { return forces.empty() ? nullptr : forces.data() + set * 6 * x.size(); }

    const BendingDemand& bendingOf(size_t set, size_t segment) const { return bendingSets[set * bending.size() + segment]; }
    const SpanDemand& of(size_t set, size_t span) const { return spanSets[set * spans.size() + span]; }
    SpanDemand& of(size_t set, size_t span) { return spanSets[set * spans.size() + span]; }
};

} // namespace wr
