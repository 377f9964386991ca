// Analysis of each combination as a whole: what does not superpose. One-way elements act while their mean axial force has their
// sign; second order satisfies equilibrium in the deformed shape (P-Δ and P-δ) by the geometric stiffness of pieces of each
// member, iterated on the axial forces.
#pragma once

#include "core/analysis/linear.h"
#include "core/analysis/second_order_rules.h"

namespace wr {

struct CombinationOptions
{
    bool secondOrder = false;
    bool shearDeformation = true;
    int stations = 11;
    int pieces = 6;          // of each beam in second order
    double tolerance = 1e-7; // largest change of an axial force over the largest axial force
    int iterations = 60;
    bool cases = false; // every case by itself as well, after the combinations (always where there are no combinations)
    // In combinations for strength, second order: stiffness reduced by the rules, bending besides (τb).
    bool reducedStiffness = false;
    std::shared_ptr<AnalysisMemory> memory = nullptr;
    std::vector<SolvedAgain> again = {}; // combinations to be solved once more with other factors, each in a column of its own
};

bool hasOneWay(const Frame& f);

struct CombinationOutcome
{
    bool solved = false;
    int iterations = 0;
    double change = 0;        // of axial forces in the last iteration
    double residual = 0;      // |K u - f| / |f| of the last solution
    double scale = 1;         // loads were multiplied by this and results divided (rules)
    bool reduced = false;     // with reducedStiffness
    double stiffness = 1;     // factor on all stiffnesses
    double leastTau = 1;      // smallest τb
    std::vector<char> active; // per element
    NodeMotion motion;        // of the frame's own nodes
    ModeShape mode;           // not stable: the buckling mode of its first-order forces, with the critical load factor
};

struct CombinationResult
{
    bool ok = false; // every combination solved
    std::vector<Finding> findings;
    ForceTable forces;                            // one column per load of allLoads(); NaN where it could not be solved
    std::vector<CombinationOutcome> combinations; // the same order
};

// Codes besides those of analyseLinear: analysis.one-way, analysis.unstable, analysis.not-converged. Combinations run in
// parallel.
CombinationResult analyseCombinations(const Frame& f, const CombinationOptions& options, const SecondOrderRules& rules,
                                      Progress& progress);

// Loads that are solved as wholes: the combinations that are on, then the cases if asked or if there are no combinations.
struct WholeLoad
{
    int combination = -1, loadCase = -1;
    std::string name, place; // "S1", "/combinations/0"
    std::vector<std::pair<int, double>> terms;
    bool again = false; // no combination of the file: one with other factors
};
std::vector<WholeLoad> wholeLoads(const Frame& f, bool cases);
// Those and behind them what is to be solved again, each different load once; `columns`: where each of `o.again` stands.
std::vector<WholeLoad> allLoads(const Frame& f, const CombinationOptions& o, const SecondOrderRules& rules,
                                std::vector<SolvedAgain>& columns);
// Stiffness is reduced and loads are scaled for these only.
bool forStrength(const Frame& f, const WholeLoad& l);
double loadScale(const Frame& f, const WholeLoad& l, const SecondOrderRules& rules);

} // namespace wr
