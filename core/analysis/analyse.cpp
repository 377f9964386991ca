#include "core/analysis/analyse.h"

#include "core/analysis/amplified.h"
#include "core/analysis/factor.h"

#include <algorithm>
#include <cmath>

namespace wr {

AnalysisChoice choiceFor(const Frame& f)
{
    AnalysisChoice c;
    if (const auto& a = f.design.analysis) {
        c.order = a->order;
        c.reducedStiffness = a->reducedStiffness;
    }
    return c;
}

std::string choiceWords(const AnalysisChoice& c)
{
    std::string out = c.order == ForceOrder::First    ? "first order"
                      : c.order == ForceOrder::Second ? "second order"
                                                      : "first order amplified by B1 and B2";
    if (c.order != ForceOrder::First && c.reducedStiffness) out += ", reduced stiffness";
    if (!c.shearDeformation) out += ", no shear deformation";
    return out;
}

std::shared_ptr<AnalysisMemory> analysisMemory()
{
    return std::make_shared<AnalysisMemory>();
}

namespace {

// Loads and reactions that do not balance, or numbers that overflow, leave nothing to check by.
void guard(FrameForces& r)
{
    for (const Finding& x : r.findings)
        if (x.code == "analysis.unbalanced") r.forces.lacks = x.text;
    std::vector<char> looked(r.forces.columns, 1); // not solved: NaN on purpose, and said
    for (size_t c = 0; c < std::min(looked.size(), r.outcomes.size()); ++c)
        looked[c] = static_cast<char>(r.outcomes[c].solved);
    bool finite = true;
    for (size_t i = 0; i < r.forces.values.size(); ++i)
        finite = finite && (std::isfinite(r.forces.values[i]) || !looked[i / 6 % r.forces.columns]);
    if (!r.ok || finite) return;
    r.ok = false;
    r.findings.push_back(
        finding("analysis.overflow", "", "",
                "forces are too large for numbers: look for a load, a length or a stiffness in the wrong unit"));
}

// By whatever way the choice and the frame want.
FrameForces unguarded(const Frame& f, const AnalysisChoice& choice, const SecondOrderRules& rules, Progress& progress,
                      std::shared_ptr<AnalysisMemory> memory, std::vector<SolvedAgain> again)
{
    FrameForces out;
    if (!solvesWholes(f, choice)) {
        AnalysisResult r = analyseLinear(f, {choice.shearDeformation, choice.stations, std::move(memory)}, progress);
        out.ok = r.ok;
        out.findings = std::move(r.findings);
        out.forces = std::move(r.forces);
        out.motions = std::move(r.cases);
        out.residual = r.residual;
        out.accuracy = r.accuracy;
        out.freedoms = r.freedoms;
        return out;
    }
    CombinationOptions o;
    o.secondOrder = choice.order == ForceOrder::Second;
    o.shearDeformation = choice.shearDeformation;
    o.stations = choice.stations;
    o.reducedStiffness = choice.reducedStiffness && choice.order != ForceOrder::First;
    o.cases = choice.order == ForceOrder::First; // one-way elements: every case is a load of its own as well
    o.memory = std::move(memory);
    o.again = std::move(again);
    CombinationResult r = choice.order == ForceOrder::Amplified ? std::move(analyseAmplified(f, o, rules, progress).wholes)
                                                                : analyseCombinations(f, o, rules, progress);
    // A combination that fails leaves its members unchecked; the others stand.
    out.ok = !progress.cancelled() &&
             std::any_of(r.combinations.begin(), r.combinations.end(), [](const auto& c) { return c.solved; });
    out.findings = std::move(r.findings);
    out.forces = std::move(r.forces);
    out.outcomes = std::move(r.combinations);
    for (const CombinationOutcome& c : out.outcomes)
        out.motions.push_back(c.motion);
    return out;
}

} // namespace

bool solvesWholes(const Frame& f, const AnalysisChoice& choice)
{
    return choice.order != ForceOrder::First || hasOneWay(f);
}

namespace {

std::vector<Finding> whetherItStands(const Frame& f, Progress& progress)
{
    Frame loaded = f;
    LoadCase weight;
    weight.id = "weight";
    weight.selfWeight = 1;
    loaded.cases = {weight};
    // What carries one way only is let carry both: whether that stands is for its loads to say.
    for (Element& e : loaded.elements)
        if (e.behaviour != Behaviour::Beam) e.behaviour = Behaviour::Axial;
    AnalysisResult r = analyseLinear(loaded, {}, progress);
    std::erase_if(r.findings,
                  [](const Finding& x) { return x.code != "analysis.mechanism" && x.code != "analysis.constraint"; });
    return std::move(r.findings);
}

} // namespace

FrameForces analyseForces(const Frame& f, const AnalysisChoice& choice, const SecondOrderRules& rules, Progress& progress,
                          std::shared_ptr<AnalysisMemory> memory, std::vector<SolvedAgain> again)
{
    FrameForces out = unguarded(f, choice, rules, progress, std::move(memory), std::move(again));
    if (f.cases.empty() && !f.elements.empty()) {
        // A frame in the making: would it stand if it were loaded?
        for (Finding& x : whetherItStands(f, progress))
            out.findings.push_back(std::move(x));
    }
    out.forces.rigidInShear = !choice.shearDeformation;
    guard(out);
    return out;
}

NodeMotion motionOf(const FrameForces& r, const std::vector<std::pair<int, double>>& terms)
{
    NodeMotion out;
    for (const auto& [column, k] : terms) {
        if (column < 0 || static_cast<size_t>(column) >= r.motions.size()) return {};
        const NodeMotion& m = r.motions[column];
        if (m.u.empty()) return {};
        const auto add = [k = k](std::vector<Vec3>& to, const std::vector<Vec3>& from) {
            to.resize(from.size());
            for (size_t n = 0; n < from.size(); ++n)
                to[n] = to[n] + k * from[n];
        };
        add(out.u, m.u), add(out.r, m.r), add(out.f, m.f), add(out.m, m.m);
    }
    return out;
}

} // namespace wr
