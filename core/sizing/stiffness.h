// Where a kilogram of steel buys most stiffness: a movement that a limit of the frame is about, shared out among the members by
// the principle of virtual forces (unit-load method): δ = Σ ∫ (N n/EA + Vy vy/GAvy + Vz vz/GAvz + T t/GIt + My my/EIy + Mz
// mz/EIz) dx, small letters for any forces in balance with a unit load where the movement is measured. The real forces may be
// of second order: their strains are those of the frame as it moves.
#pragma once

#include "core/checking/frame_limits.h"
#include "core/sizing/plan.h"

#include <array>
#include <expected>
#include <span>
#include <string>
#include <vector>

namespace wr {

// Of one element or group, for area, shear areas along y and z, torsion constant, second moments about y and z: the movement is
// the sum of each over that property, m.
using Flexibility = std::array<double, 6>;
double movementOf(const Flexibility& f, const SectionProperties& p);

struct MovementShares
{
    StandingLimit limit;
    double inMembers = 0;                // m: what the shares add up to; the rest lies in springs, supports, temperature
    std::vector<Flexibility> ofElements; // by element
};

// One analysis with a unit load for each of the rows. The error is a sentence: the frame does not stand under one.
std::expected<std::vector<MovementShares>, std::string> movementShares(const Frame& f, const FrameForces& forces,
                                                                       std::span<const StandingLimit> rows, Progress& progress);

// What the limits come to as groups of a plan take other rungs, with the forces there are.
class Stiffening
{
public:
    // `shares`: of the frame of the model. A group of several sections counts with each of them.
    Stiffening(const CheckModel& model, const SizingPlan& plan, std::vector<MovementShares> shares);
    size_t rows() const { return shares_.size(); }
    const StandingLimit& limit(size_t row) const { return shares_[row].limit; }
    // Of what moves to what may, with what was taken so far.
    double ratio(size_t row) const { return (moved_[row]) / shares_[row].limit.allowed; }
    double worst() const;
    // What a group adds to the movement of a row now, m; it may work against it.
    double share(size_t row, size_t group) const { return now_[row][group]; }
    // The movement of a row with a group on a rung, m.
    double movedWith(size_t row, size_t group, size_t rung) const;
    void take(size_t group, size_t rung);

private:
    const SizingPlan& plan_;
    std::vector<MovementShares> shares_;
    std::vector<std::vector<Flexibility>> ofGroup_; // by row and group
    std::vector<std::vector<double>> now_;          // m
    std::vector<double> moved_;                     // by row, m
};

// A group and what its next stiffer rung buys of a limit.
struct StiffnessWorth
{
    size_t group = 0; // of the plan
    double share = 0; // m: what it adds to the movement now
    int rung = -1;    // the one that buys most for a kilogram, of those that meet; -1: none is stiffer
    double saved = 0; // m less with that rung
    double mass = 0;  // kg more with it; below zero: lighter and stiffer at once
    double perMass() const { return rung < 0 ? 0 : mass > 1e-9 ? saved / mass : 1e300; }
};
// Best first; what ties by name.
std::vector<StiffnessWorth> stiffnessRanking(const Stiffening& s, const SizingPlan& plan, size_t row);

// Rungs for groups that bring every row to `aim` (1: just within), each time the one that buys most for a kilogram. Groups that
// take each other's section move together. False where nothing brings them there: what was found best by then is taken all the
// same.
bool stiffen(Stiffening& s, SizingPlan& plan, double aim);

} // namespace wr
