#include "core/analysis/modes.h"

#include "core/analysis/combinations.h"
#include "core/analysis/eigen.h"
#include "core/analysis/refine.h"
#include "core/analysis/shares.h"
#include "core/analysis/solver.h"
#include "core/base/powers.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>

namespace wr {

namespace {

// Axial force of every piece under a load, and what its rigid arms add to the geometric stiffness.
struct Prestress
{
    std::vector<double> axial;
    std::vector<std::pair<size_t, Matrix12>> arms;
    bool compressed = false;
};

Prestress prestressOf(const FrameSystem& system, const CaseLoads& loads, const Eigen::VectorXd& u)
{
    Prestress out;
    out.axial.resize(system.models().size());
    for (size_t e = 0; e < out.axial.size(); ++e) {
        const ElementModel& m = system.models()[e];
        const Vector12 ends = m.stiffness() * m.toLocal(system.elementDisplacements(e, u)) + loads.fixed[e];
        out.axial[e] = (ends(6) - ends(0)) / 2;
        out.compressed = out.compressed || out.axial[e] < 0;
        if (m.hasOffsets()) out.arms.emplace_back(e, m.offsetGeometric(ends));
    }
    return out;
}

// Shares of the strain energy, an entry per element of the frame; they add up to 1.
std::vector<double> energyShares(const FrameSystem& system, const Refined& fine, size_t elements, const Eigen::VectorXd& q)
{
    const Eigen::VectorXd none = Eigen::VectorXd::Zero(static_cast<Eigen::Index>(fine.frame.nodes.size() * 6));
    const Eigen::VectorXd all = system.displacements(q, none);
    std::vector<double> energy(elements);
    double sum = 0;
    for (size_t e = 0; e < elements; ++e) {
        for (int k = fine.first[e]; k < fine.first[e + 1]; ++k) {
            const ElementModel& m = system.models()[k];
            const Vector12 v = m.toLocal(system.elementDisplacements(k, all));
            energy[e] += v.dot(m.stiffness() * v);
        }
        sum += energy[e];
    }
    for (double& e : energy)
        e /= sum > 0 ? sum : 1;
    return energy;
}

} // namespace

BucklingResult analyseBuckling(const Frame& f, int modes, Progress& progress, int pieces, bool withCases)
{
    BucklingResult out;
    out.findings = coverage(f);
    if (!out.findings.empty()) return out;
    const Refined fine = refined(f, pieces);
    FrameSystem system(fine.frame, true);
    out.findings = system.faults();
    if (!out.findings.empty()) return out;
    const std::vector<CaseLoads> cases = makeCaseLoads(system, out.findings);
    FrameSolver solver(system);
    const bool good = !anyError(out.findings) && solver.factor({}, out.findings);
    placesOfOriginal(fine, f.nodes.size(), out.findings);
    if (!good) return out;
    const std::vector<WholeLoad> list = wholeLoads(f, withCases);
    out.combinations.resize(list.size());
    for (size_t c = 0; c < list.size(); ++c) {
        if (progress.cancelled()) return out;
        progress.at(static_cast<double>(c) / static_cast<double>(list.size()), "buckling");
        const CaseLoads loads = combined(system, cases, list[c].terms);
        const Prestress stress =
            prestressOf(system, loads, system.displacements(solver.solveOnce(loads.rhs), loads.prescribed));
        if (!stress.compressed) continue;
        const SparseMatrix g = -(system.geometric(stress.axial) + system.scattered(stress.arms));
        const EigenPairs found = largestEigen(g, solver.stiffness(), modes, &solver.factorAtHand());
        if (!found.ok) {
            out.findings.push_back(finding("analysis.not-converged", list[c].place, list[c].name,
                                           fmt::format("the buckling modes of {} could not be found", list[c].name)));
            continue;
        }
        for (Eigen::Index i = 0; i < found.values.size(); ++i) {
            if (found.values(i) <= 1e-12) continue; // never under this combination's sign
            BucklingMode mode;
            mode.factor = 1 / found.values(i);
            const Eigen::VectorXd q = found.vectors.col(i);
            shapeOf(system, q, f.nodes.size(), mode.u, mode.r);
            mode.energy = energyShares(system, fine, f.elements.size(), q);
            out.combinations[c].push_back(std::move(mode));
        }
    }
    if (std::any_of(f.elements.begin(), f.elements.end(), [](const Element& e) {
            return e.behaviour == Behaviour::TensionOnly || e.behaviour == Behaviour::CompressionOnly;
        }))
        out.findings.push_back(finding("analysis.one-way-both", "/elements", "",
                                       "one-way elements count as acting both ways in the buckling and vibration modes"));
    out.ok = true;
    return out;
}

namespace {

// Masses at the nodes as points, also where the matrix is consistent: what a rigid push moves. kg, one number a direction.
std::vector<Vec3> nodalMasses(const Frame& f, const Refined& fine, const FrameSystem& system, const VibrationOptions& o,
                              double& total)
{
    std::vector<Vec3> kilograms(fine.frame.nodes.size());
    const auto put = [&](size_t node, double kg) {
        if (kg <= 0) return;
        kilograms[node] = kilograms[node] + Vec3{kg, kg, kg};
        total += kg;
    };
    const Vec3 down = -1.0 * f.upward();
    for (const auto& [c, factor] : o.cases) {
        const std::vector<Vec3> shares = nodalShares(fine.frame, fine.frame.cases[c]);
        for (size_t n = 0; n < shares.size(); ++n)
            put(n, factor * dot(shares[n], down) / kGravity);
    }
    if (!o.cases.empty()) return kilograms;
    for (size_t e = 0; e < fine.frame.elements.size(); ++e) {
        const Element& el = fine.frame.elements[e];
        const double kg = fine.frame.materials[el.material].density * fine.frame.sections[el.section].properties.a *
                          system.models()[e].length();
        for (const int n : {el.i, el.j})
            put(n, kg / 2);
    }
    return kilograms;
}

// Effective share of the mass in each direction.
Vec3 participationOf(const FrameSystem& system, const std::vector<Vec3>& kilograms, const Eigen::VectorXd& q, double modal,
                     double total)
{
    Vec3 out;
    for (int d = 0; d < 3; ++d) {
        Eigen::VectorXd rigid = Eigen::VectorXd::Zero(system.unknowns());
        // Mass times a unit acceleration of the ground along d.
        for (size_t n = 0; n < kilograms.size(); ++n)
            system.addNodal(static_cast<int>(n), d, kilograms[n][d], rigid);
        const double gamma = q.dot(rigid);
        out[d] = gamma * gamma / (modal * total);
    }
    return out;
}

} // namespace

VibrationResult analyseVibration(const Frame& f, const VibrationOptions& o, Progress& progress)
{
    VibrationResult out;
    out.findings = coverage(f);
    if (!out.findings.empty()) return out;
    const Refined fine = refined(f, o.pieces);
    FrameSystem system(fine.frame, true);
    out.findings = system.faults();
    if (!out.findings.empty()) return out;
    const std::vector<Vec3> kilograms = nodalMasses(f, fine, system, o, out.mass);
    const SparseMatrix m = o.cases.empty() && o.consistent ? system.ownMass() : system.mass(kilograms);
    if (out.mass <= 0) {
        out.findings.push_back(
            finding("analysis.no-mass", "/cases", "", "the cases named for the masses have no downward loads: name others"));
        return out;
    }
    FrameSolver solver(system);
    const bool good = solver.factor({}, out.findings);
    placesOfOriginal(fine, f.nodes.size(), out.findings);
    if (!good) return out;
    progress.at(0.3, "vibration");
    const EigenPairs found = largestEigen(m, solver.stiffness(), o.modes, &solver.factorAtHand());
    if (!found.ok) {
        out.findings.push_back(finding("analysis.not-converged", "", "", "the vibration modes could not be found"));
        return out;
    }
    for (Eigen::Index i = 0; i < found.values.size(); ++i) {
        if (found.values(i) <= 0) continue;
        VibrationMode mode;
        mode.frequency = 1 / (2 * kPi * std::sqrt(found.values(i)));
        const Eigen::VectorXd q = found.vectors.col(i);
        const Eigen::VectorXd mq = m.selfadjointView<Eigen::Lower>() * q;
        mode.participation = participationOf(system, kilograms, q, q.dot(mq), out.mass);
        shapeOf(system, q, f.nodes.size(), mode.u, mode.r);
        out.modes.push_back(std::move(mode));
    }
    out.ok = true;
    return out;
}

} // namespace wr
