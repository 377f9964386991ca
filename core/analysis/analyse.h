// The forces of a frame by whatever way it needs: case by case where they superpose, combination by combination where they do
// not.
#pragma once

#include "core/analysis/combinations.h"

#include <functional>

namespace wr {

// How a frame is analysed: kept with the document, given by the command line.
struct AnalysisChoice
{
    ForceOrder order = ForceOrder::First;
    bool reducedStiffness = false; // of the direct analysis method; not in first order
    bool shearDeformation = true;
    int stations = 11;
    bool operator==(const AnalysisChoice&) const = default;
};

// What the frame's design block states, else first order.
AnalysisChoice choiceFor(const Frame& f);

// "second order, reduced stiffness"
std::string choiceWords(const AnalysisChoice& c);

struct FrameForces
{
    bool ok = false;
    std::vector<Finding> findings;
    ForceTable forces;
    std::vector<NodeMotion> motions;          // per column of the forces
    std::vector<CombinationOutcome> outcomes; // per column where combinations were solved as wholes
    double residual = 0, accuracy = 0;        // of a first-order analysis by cases
    int freedoms = 0;
};

// An empty memory of symbolic factorisations (core/analysis/factor.h), to be handed to one analysis after the other.
std::shared_ptr<AnalysisMemory> analysisMemory();

// Are combinations solved one by one as wholes? Else the cases are, and their forces superpose.
bool solvesWholes(const Frame& f, const AnalysisChoice& choice);

// `again`: what is to be solved once more with other factors, where wholes are solved; else it is not looked at.
FrameForces analyseForces(const Frame& f, const AnalysisChoice& choice, const SecondOrderRules& rules, Progress& progress,
                          std::shared_ptr<AnalysisMemory> memory = nullptr, std::vector<SolvedAgain> again = {});

// What came with a frame file: forces of its results, and the movements they state.
FrameForces givenResults(const Frame& f, std::vector<Finding>& findings);

// The results of an analysis, one after the other: one per column that is a case, one per combination. Only one stands in
// memory.
void eachResult(const Frame& f, const FrameForces& r, const std::function<void(const GivenResult&)>& take);
// The frame with its "results" filled in.
Frame withResults(const Frame& f, const FrameForces& r);

// Movements of the nodes for the loads of a combination (its set of the table) or of a column. Empty where there are none.
NodeMotion motionOf(const FrameForces& r, const std::vector<std::pair<int, double>>& terms);

} // namespace wr
