#include "core/analysis/modes.h"

#include "core/analysis/combinations.h"
#include "core/analysis/eigen.h"
#include "core/analysis/prepared.h"
#include "core/analysis/refine.h"
#include "core/analysis/shares.h"
#include "core/analysis/whole.h"
#include "core/base/powers.h"

#include <algorithm>
#include <atomic>
#include <cmath>
#include <fmt/format.h>
#include <limits>

namespace wr {

namespace {

// Axial force of every piece under a load, and what its rigid arms add to the geometric stiffness.
struct Prestress
{
    std::vector<double> axial;
    std::vector<std::pair<size_t, Matrix12>> arms;
    bool compressed = false;
};

Prestress prestressOf(const FrameSystem& system, const CaseLoads& loads, const Eigen::VectorXd& u,
                      const std::vector<char>& active)
{
    Prestress out;
    out.axial.resize(system.models().size());
    for (size_t e = 0; e < out.axial.size(); ++e) {
        if (!active.empty() && !active[e]) continue;
        const ElementModel& m = system.models()[e];
        const Vector12 ends = m.stiffness() * m.toLocal(system.elementDisplacements(e, u)) + loads.fixed[e];
        out.axial[e] = (ends(6) - ends(0)) / 2;
        out.compressed = out.compressed || out.axial[e] < 0;
        if (m.hasOffsets()) out.arms.emplace_back(e, m.offsetGeometric(ends));
    }
    return out;
}

// Shares of the strain energy, an entry per element of the frame; they add up to 1.
void energyShares(const FrameSystem& system, const Refined& fine, size_t elements, const Eigen::VectorXd& q, BucklingMode& into)
{
    // Movement and turn of both ends that bend an element about its major and its minor axis.
    constexpr int kBends[2][4] = {{2, 4, 8, 10}, {1, 5, 7, 11}};
    const Eigen::VectorXd none = Eigen::VectorXd::Zero(static_cast<Eigen::Index>(fine.frame.nodes.size() * 6));
    const Eigen::VectorXd all = system.displacements(q, none);
    std::vector<double>& energy = into.energy;
    energy.assign(elements, 0.0);
    into.bending.assign(elements, {0, 0});
    double sum = 0;
    for (size_t e = 0; e < elements; ++e) {
        for (int k = fine.first[e]; k < fine.first[e + 1]; ++k) {
            const ElementModel& m = system.models()[k];
            const Vector12 v = m.toLocal(system.elementDisplacements(k, all));
            energy[e] += v.dot(m.stiffness() * v);
            for (const size_t axis : {size_t{0}, size_t{1}}) {
                Vector12 bent = Vector12::Zero();
                for (const int d : kBends[axis])
                    bent(d) = v(d);
                into.bending[e][axis] += bent.dot(m.stiffness() * bent);
            }
        }
        sum += energy[e];
    }
    if (!(sum > 0)) return;
    for (size_t e = 0; e < elements; ++e) {
        energy[e] /= sum;
        for (double& b : into.bending[e])
            b /= sum;
    }
}

// One load of the buckling analysis: its prestress, then the modes of the elements that act under it.
class BucklingLoad
{
public:
    BucklingLoad(const WholeContext& context, const BucklingOptions& options, const WholeLoad& load)
        : c_(context), o_(options), load_(load), own_(context.system, context.memory), solver_(&context.linear)
    {
    }

    // Solves the load and makes -Kg of its axial forces. False: nothing is compressed, or it could not be solved (told).
    bool prestress(std::vector<Finding>& findings)
    {
        const FrameSystem& system = c_.system;
        const CaseLoads loads = combined(system, c_.cases, load_.terms);
        Eigen::VectorXd u;
        std::vector<char> active;
        if (hasOneWay(c_.fine.frame)) {
            CombinationOptions first;
            first.shearDeformation = o_.shearDeformation;
            WholeSolution whole(c_, first, load_, 1.0);
            CombinationOutcome outcome;
            if (!whole.displacementsOnly(outcome, findings)) return false;
            u = whole.displacements();
            active = whole.active();
            if (std::any_of(active.begin(), active.end(), [](char x) { return !x; })) {
                if (!own_.factor(active, findings)) return false;
                solver_ = &own_;
            }
        } else
            u = system.displacements(c_.linear.solveOnce(loads.rhs), loads.prescribed);
        const Prestress stress = prestressOf(system, loads, u, active);
        if (!stress.compressed) return false;
        weight_ = 0;
        for (size_t e = 0; e < stress.axial.size(); ++e)
            weight_ += std::max(0.0, -stress.axial[e]) * system.models()[e].length();
        minusKg_ = -(system.geometric(stress.axial, active) + system.scattered(stress.arms));
        return true;
    }

    // How much compression the load makes, N·m: where there is more, the factor tends to be lower.
    double weight() const { return weight_; }

    // Is the lowest factor above this one: is K + factor·Kg still positive definite?
    bool above(double factor) const { return SymmetricFactor(c_.memory).compute(solver_->stiffness() - factor * minusKg_); }

    void modes(std::vector<BucklingMode>& out, std::vector<Finding>& findings) const
    {
        const EigenPairs found = largestEigen(minusKg_, solver_->stiffness(), o_.modes, &solver_->factorAtHand(), o_.tolerance);
        if (!found.ok) {
            findings.push_back(finding("analysis.not-converged", load_.place, load_.name,
                                       fmt::format("the buckling modes of {} could not be found", load_.name)));
            return;
        }
        for (Eigen::Index i = 0; i < found.values.size(); ++i) {
            if (found.values(i) <= 1e-12) continue; // never under this load's sign
            BucklingMode mode;
            mode.factor = 1 / found.values(i);
            const Eigen::VectorXd q = found.vectors.col(i);
            shapeOf(c_.system, q, c_.original.nodes.size(), mode.u, mode.r);
            energyShares(c_.system, c_.fine, c_.original.elements.size(), q, mode);
            out.push_back(std::move(mode));
        }
    }

private:
    const WholeContext& c_;
    const BucklingOptions& o_;
    const WholeLoad& load_;
    FrameSolver own_; // of the elements that act, where some do not
    const FrameSolver* solver_;
    SparseMatrix minusKg_;
    double weight_ = 0;
};

// Loads by the compression they make: the first tends to have the lowest factor, and most others are then known to lie above
// it.
std::vector<size_t> heaviestFirst(const Prepared& p, const WholeContext& context, const BucklingOptions& o,
                                  const std::vector<WholeLoad>& list, std::vector<size_t> which, Progress& progress)
{
    std::vector<double> weight(list.size());
    std::vector<Finding> told; // again where the modes are looked for
    solveEach(p, which.size(), progress, 0, "buckling", told, [&](size_t k, std::vector<Finding>& findings) {
        BucklingLoad load(context, o, list[which[k]]);
        if (load.prestress(findings)) weight[which[k]] = load.weight();
    });
    std::stable_sort(which.begin(), which.end(), [&](size_t a, size_t b) { return weight[a] > weight[b]; });
    return which;
}

} // namespace

BucklingResult analyseBuckling(const Frame& f, const BucklingOptions& o, Progress& progress)
{
    BucklingResult out;
    out.findings = coverage(f);
    if (!out.findings.empty()) return out;
    const auto memory = std::make_shared<AnalysisMemory>();
    Prepared p(refined(f, o.pieces), f.nodes.size(), o.shearDeformation, memory);
    if (!p.factor(out.findings)) return out;
    const std::vector<WholeLoad> list = wholeLoads(f, o.cases);
    out.combinations.resize(list.size());
    const SecondOrderRules plain; // elastic critical loads: nothing reduced
    const WholeContext context{f, p.fine, p.system, p.cases, p.linear, plain, false, memory};
    std::vector<size_t> order;
    for (size_t c = 0; c < list.size(); ++c)
        if (!o.wanted || o.wanted(list[c])) order.push_back(c);
    if (o.lowestOnly) order = heaviestFirst(p, context, o, list, std::move(order), progress);
    std::atomic<double> lowest{std::numeric_limits<double>::infinity()};
    solveEach(p, order.size(), progress, 0, "buckling", out.findings, [&](size_t k, std::vector<Finding>& findings) {
        const size_t c = order[k];
        BucklingLoad load(context, o, list[c]);
        if (!load.prestress(findings)) return;
        // Far cheaper than modes: a load whose factor is above the lowest so far needs none.
        if (const double now = lowest; o.lowestOnly && std::isfinite(now) && load.above(now)) return;
        load.modes(out.combinations[c], findings);
        if (out.combinations[c].empty()) return;
        const double mine = out.combinations[c].front().factor;
        for (double now = lowest; mine < now && !lowest.compare_exchange_weak(now, mine);) {
        }
    });
    out.ok = !progress.cancelled();
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
    FrameSystem system(fine.frame, o.shearDeformation);
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
    if (hasOneWay(f))
        out.findings.push_back(finding("analysis.one-way-both", "/elements", "",
                                       "one-way elements count as acting both ways in the vibration modes"));
    out.ok = true;
    return out;
}

} // namespace wr
