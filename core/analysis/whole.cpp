#include "core/analysis/whole.h"

#include "core/analysis/eigen.h"
#include "core/frame/strength.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>

namespace wr {

namespace {

// +1 acts in tension only, -1 in compression only, 0 both ways.
int sense(const Element& e)
{
    return e.behaviour == Behaviour::TensionOnly ? 1 : e.behaviour == Behaviour::CompressionOnly ? -1 : 0;
}

constexpr int kBlockTries = 3;  // block pivots without progress before single ones
constexpr double kTrace = 1e-7; // of its stiffness that an idle element keeps where the rest is a mechanism

std::vector<std::pair<int, double>> scaled(std::vector<std::pair<int, double>> terms, double scale)
{
    for (auto& [c, k] : terms)
        k *= scale;
    return terms;
}

} // namespace

bool hasOneWay(const Frame& f)
{
    return std::any_of(f.elements.begin(), f.elements.end(), [](const Element& e) { return sense(e) != 0; });
}

WholeSolution::WholeSolution(const WholeContext& context, const CombinationOptions& options, const WholeLoad& load,
                             double scale)
    : c_(context), f_(context.fine.frame), o_(options), load_(load), scale_(scale), own_(context.system, context.memory),
      loads_(combined(context.system, context.cases, scaled(load.terms, scale)))
{
    if (!c_.reduced) return;
    squash_.resize(f_.elements.size());
    for (size_t e = 0; e < squash_.size(); ++e) {
        const FrameSection& s = f_.sections[f_.elements[e].section];
        squash_[e] = strengthOf(f_.materials[f_.elements[e].material], s.shape).fy * s.properties.a;
    }
}

const ElementModel& WholeSolution::model(size_t piece) const
{
    if (const auto it = softer_.find(piece); it != softer_.end()) return it->second.model;
    return c_.system.models()[piece];
}

const Vector12& WholeSolution::fixed(size_t piece) const
{
    if (const auto it = softer_.find(piece); it != softer_.end()) return it->second.fixed;
    return loads_.fixed[piece];
}

Vector12 WholeSolution::moved(size_t piece) const
{
    return model(piece).toLocal(c_.system.elementDisplacements(piece, u_));
}

bool WholeSolution::run(CombinationOutcome& out, ForceTable& forces, size_t column, std::vector<Finding>& findings)
{
    out.scale = scale_;
    out.reduced = c_.reduced;
    if (c_.reduced) out.stiffness = c_.rules.stiffness;
    if (!iterate(out, findings)) return false;
    recover(out, forces, column, findings);
    return true;
}

// Which one-way elements act is a linear complementarity problem: block pivoting, and where that does not come nearer, one
// element at a time (Murty's least-index rule, which ends; Júdice and Pires 1994).
bool WholeSolution::pivot(const std::vector<size_t>& wrong)
{
    if (wrong.empty()) return false;
    if (wrong.size() < fewestWrong_) {
        fewestWrong_ = wrong.size();
        blockTries_ = kBlockTries;
    }
    if (blockTries_ > 0) {
        --blockTries_;
        for (const size_t e : wrong)
            active_[e] = !active_[e];
    } else
        active_[wrong.back()] = !active_[wrong.back()];
    return true;
}

// Factorises with the elements that act. Where those are a mechanism by themselves the idle ones keep a trace of their
// stiffness: slack rods of a frame that nothing pushes sideways are no mechanism, and where something does, they stretch and
// act again.
bool WholeSolution::factorActive(std::vector<Finding>& findings)
{
    std::vector<Finding> own;
    traces_ = false;
    ownFactor_ = true;
    if (own_.factor(active_, own)) {
        findings.insert(findings.end(), own.begin(), own.end());
        return true;
    }
    std::vector<std::pair<size_t, Matrix12>> idle;
    for (size_t e = 0; e < active_.size(); ++e)
        if (!active_[e]) idle.emplace_back(e, kTrace * c_.system.models()[e].globalStiffness());
    std::vector<char> all(active_.size(), 1);
    std::vector<Finding> unused;
    if (!idle.empty() && own_.factor(all, unused)) { // its own softest mode, its idle rotations
        own_.stiffnessOf(active_);
        traceStiffness_ = c_.system.scattered(idle);
        traces_ = own_.factorWith(traceStiffness_);
    }
    if (!traces_) findings.insert(findings.end(), own.begin(), own.end());
    return traces_;
}

// What nothing holds moves far enough for idle elements to feel it: then it is a mechanism after all.
bool WholeSolution::tracesVanish(double largest, std::vector<Finding>& findings) const
{
    if (!traces_) return true;
    for (size_t e = 0; e < active_.size(); ++e) {
        if (active_[e]) continue;
        const double trace = kTrace * std::abs(meanAxial(e));
        if (trace <= 1e-4 * largest + 1e-9) continue;
        findings.push_back(finding("analysis.mechanism", fmt::format("/elements/{}", e), f_.elements[e].id,
                                   fmt::format("under {} no one-way element that could act holds the frame at element {}: add "
                                               "bracing, or let it act both ways",
                                               load_.name, f_.elements[e].id)));
        return false;
    }
    return true;
}

// Mean axial forces now; elements whose state does not go with them are listed.
std::vector<double> WholeSolution::axialNow(std::vector<size_t>& wrong) const
{
    std::vector<double> now(active_.size(), 0.0);
    double largest = 0;
    for (size_t e = 0; e < now.size(); ++e) {
        now[e] = meanAxial(e);
        if (active_[e]) largest = std::max(largest, std::abs(now[e]));
    }
    for (size_t e = 0; e < now.size(); ++e) {
        const int wanted = sense(f_.elements[e]);
        // Acting against its sense: it lets go. Idle and stretched its own way: it acts again. What is only dust does neither.
        const double force = now[e] * wanted;
        if (wanted != 0 && (active_[e] ? force < -1e-9 * largest : force > 1e-9 * largest)) wrong.push_back(e);
        if (!active_[e]) now[e] = 0;
    }
    return now;
}

bool WholeSolution::iterate(CombinationOutcome& out, std::vector<Finding>& findings)
{
    const size_t n = f_.elements.size();
    active_.assign(n, 1);
    axial_.assign(n, 0.0);
    const auto oneWay = std::count_if(f_.elements.begin(), f_.elements.end(), [](const Element& e) { return sense(e) != 0; });
    const int most = o_.iterations + 4 * static_cast<int>(oneWay);
    fewestWrong_ = n + 1;
    bool settled = false, refactor = false;
    double largest = 0;
    for (out.iterations = 1; out.iterations <= most && !settled; ++out.iterations) {
        if (refactor && !factorActive(findings)) return false;
        if (refactor || out.iterations == 1) {
            const FrameSolver& with = ownFactor_ ? own_ : c_.linear;
            if (!with.idleMomentsVanish(
                    loads_.rhs, [&](Eigen::Index) { return "combination " + load_.name; }, findings))
                return false;
        }
        const bool bent = o_.secondOrder && out.iterations > 1;
        if (!solveOnce(out, bent, findings)) return false;
        std::vector<size_t> wrong;
        std::vector<double> now = axialNow(wrong);
        refactor = pivot(wrong);
        largest = 0;
        double change = 0;
        for (size_t e = 0; e < n; ++e) {
            largest = std::max(largest, std::abs(now[e]));
            change = std::max(change, std::abs(now[e] - axial_[e]));
        }
        out.change = largest > 0 ? change / largest : 0;
        const bool tauMoved = c_.reduced && updateTau(now);
        settled = !refactor && !tauMoved && (!o_.secondOrder || (bent && out.change < o_.tolerance));
        if (out.iterations == 1) firstAxial_ = now;
        if (!settled) axial_ = std::move(now);
        bent_ = bent;
    }
    --out.iterations;
    for (const auto& [piece, s] : softer_)
        out.leastTau = std::min(out.leastTau, s.tau);
    if (settled) return tracesVanish(largest, findings);
    findings.push_back(o_.secondOrder
                           ? finding("analysis.not-converged", load_.place, load_.name,
                                     fmt::format("combination {} does not settle in {} iterations (axial forces still "
                                                 "change by {:.1e}): it is near its critical load",
                                                 load_.name, most, out.change))
                           : finding("analysis.one-way", load_.place, load_.name,
                                     fmt::format("the one-way elements of combination {} do not settle in {} "
                                                 "iterations: it has no forces",
                                                 load_.name, most)));
    return false;
}

bool WholeSolution::solveOnce(CombinationOutcome& out, bool bent, std::vector<Finding>& findings)
{
    const Eigen::VectorXd rhs = rightHandSide(bent);
    if (bent || !softer_.empty()) {
        if (!ownFactor_) own_.take(c_.linear);
        if (!own_.factorWith(traces_ ? SparseMatrix(secondOrderStiffness() + traceStiffness_) : secondOrderStiffness())) {
            unstable(out, findings);
            return false;
        }
        q_ = own_.solveOnce(rhs, &out.residual);
    } else
        q_ = (ownFactor_ ? own_ : c_.linear).solveOnce(rhs, &out.residual);
    if (!q_.allFinite()) {
        unstable(out, findings);
        return false;
    }
    u_ = c_.system.displacements(q_, loads_.prescribed);
    // The arms of rigid offsets turn under the forces found now.
    endForces_.clear();
    if (o_.secondOrder && std::any_of(f_.elements.begin(), f_.elements.end(),
                                      [](const Element& e) { return !(e.offsetI == Vec3{}) || !(e.offsetJ == Vec3{}); })) {
        bent_ = bent;
        endForces_.resize(f_.elements.size());
        for (size_t e = 0; e < f_.elements.size(); ++e)
            if (model(e).hasOffsets() && active_[e]) endForces_[e] = ends(e);
    }
    return true;
}

// What the rules take off bending besides, from the compression over Fy·A; true if any changed.
bool WholeSolution::updateTau(const std::vector<double>& axial)
{
    bool changed = false;
    for (size_t e = 0; e < axial.size(); ++e) {
        if (f_.elements[e].behaviour != Behaviour::Beam || !(squash_[e] > 0)) continue;
        const double tau = c_.rules.bending(-axial[e] / squash_[e]);
        const auto it = softer_.find(e);
        const double before = it == softer_.end() ? 1.0 : it->second.tau;
        if (std::abs(tau - before) <= 1e-5) continue;
        changed = true;
        softer_.erase(e);
        if (tau >= 1) continue;
        ElementModel m(f_, f_.elements[e], o_.shearDeformation, tau);
        Vector12 held = Vector12::Zero();
        if (!loads_.spans[e].empty()) m.fixedEnd(loads_.spans[e], held);
        softer_.emplace(e, Softer{tau, std::move(m), held});
    }
    return changed;
}

// What is added to the first-order stiffness: geometric, turning offsets, and what τb takes off.
SparseMatrix WholeSolution::secondOrderStiffness() const
{
    SparseMatrix out = c_.system.geometric(axial_, active_);
    std::vector<std::pair<size_t, Matrix12>> more;
    for (const auto& [e, s] : softer_)
        more.emplace_back(e, s.model.globalStiffness() - c_.system.models()[e].globalStiffness());
    for (size_t e = 0; e < endForces_.size(); ++e)
        if (model(e).hasOffsets() && active_[e]) more.emplace_back(e, model(e).offsetGeometric(endForces_[e]));
    if (!more.empty()) out += c_.system.scattered(more);
    return out;
}

void WholeSolution::unstable(CombinationOutcome& out, std::vector<Finding>& findings) const
{
    static constexpr const char* words[6] = {"x", "y", "z", "a turn about x", "a turn about y", "a turn about z"};
    SparseMatrix k = ownFactor_ ? own_.stiffness() : c_.linear.stiffness();
    std::vector<std::pair<size_t, Matrix12>> softened;
    for (const auto& [e, s] : softer_)
        softened.emplace_back(e, s.model.globalStiffness() - c_.system.models()[e].globalStiffness());
    if (!softened.empty()) k += c_.system.scattered(softened);
    std::string factor;
    Eigen::VectorXd mode = q_;
    if (!firstAxial_.empty())
        if (const EigenPairs found = largestEigen(-c_.system.geometric(firstAxial_, active_), k, 1,
                                                  ownFactor_ || !softened.empty() ? nullptr : &c_.linear.factorAtHand());
            found.ok && found.values(0) > 0) {
            mode = found.vectors.col(0);
            out.mode.factor = 1 / found.values(0);
            factor = fmt::format(" (critical factor of its first-order forces: {:.3g}{})", out.mode.factor,
                                 scale_ != 1 ? fmt::format(" on {} times its loads", scale_) : "");
            shapeOf(c_.system, mode, c_.original.nodes.size(), out.mode.u, out.mode.r);
        }
    if (mode.size() == 0 || !mode.allFinite()) mode = c_.linear.softestMode();
    const auto [node, dof] = c_.system.mover(mode);
    findings.push_back(finding("analysis.unstable", load_.place, load_.name,
                               fmt::format("under combination {} the frame is not stable in second order{}: node {} goes "
                                           "furthest, in {}; stiffen or brace it there, or reduce the load",
                                           load_.name, factor, f_.nodes[node].id, words[dof])));
}

// Forces of the nodes on an element, local.
Vector12 WholeSolution::ends(size_t e) const
{
    if (!active_[e]) return loads_.fixed[e] + idleFixed(e);
    const Vector12 v = moved(e);
    Vector12 out = fixed(e) + model(e).stiffness() * v;
    if (bent_ && axial_[e] != 0) out += model(e).geometric(axial_[e]) * v;
    return out;
}

// What an idle element's own elongation would have pushed with, taken back.
Vector12 WholeSolution::idleFixed(size_t e) const
{
    const ElementModel& m = c_.system.models()[e];
    const double push = loads_.spans[e].elongation * m.stiffness()(0, 0) * m.length();
    Vector12 out = Vector12::Zero();
    out(0) = -push;
    out(6) = push;
    return out;
}

// The loads' right-hand side holds the elastic stiffness of all elements times what supports are moved by; here the rest:
// geometric stiffness, softened bending, elements that do not act.
void WholeSolution::addGivenDisplacements(bool bent, Eigen::VectorXd& rhs) const
{
    if (loads_.prescribed.isZero(0)) return;
    const Eigen::VectorXd given = c_.system.displacements(Eigen::VectorXd::Zero(c_.system.unknowns()), loads_.prescribed);
    for (size_t e = 0; e < f_.elements.size(); ++e) {
        const Vector12 at = c_.system.elementDisplacements(e, given);
        if (at.isZero(0)) continue;
        const Matrix12 elastic = c_.system.models()[e].globalStiffness();
        Matrix12 more = Matrix12::Zero();
        if (!active_[e])
            more -= elastic;
        else {
            if (softer_.contains(e)) more += model(e).globalStiffness() - elastic;
            if (bent && axial_[e] != 0) more += model(e).globalGeometric(axial_[e]);
            if (bent && !endForces_.empty() && model(e).hasOffsets()) more += model(e).offsetGeometric(endForces_[e]);
        }
        if (!more.isZero(0)) c_.system.scatter(e, more * at, -1, rhs);
    }
}

Eigen::VectorXd WholeSolution::rightHandSide(bool bent) const
{
    Eigen::VectorXd rhs = loads_.rhs;
    addGivenDisplacements(bent, rhs);
    for (size_t e = 0; e < f_.elements.size(); ++e)
        if (!active_[e] && loads_.spans[e].elongation != 0)
            c_.system.scatter(e, c_.system.models()[e].toGlobal(idleFixed(e)), -1, rhs);
    for (const auto& [e, s] : softer_)
        if (!(s.fixed - loads_.fixed[e]).isZero(0)) c_.system.scatter(e, s.model.toGlobal(s.fixed - loads_.fixed[e]), -1, rhs);
    return rhs;
}

// Tension positive; for an element that does not act: what it would take.
double WholeSolution::meanAxial(size_t e) const
{
    const Vector12 f = model(e).stiffness() * moved(e) + fixed(e);
    return (f(6) - f(0)) / 2;
}

void WholeSolution::recover(CombinationOutcome& out, ForceTable& forces, size_t column, std::vector<Finding>& findings) const
{
    Eigen::VectorXd sum = Eigen::VectorXd::Zero(u_.size());
    std::vector<Vector12> end(f_.elements.size());
    for (size_t e = 0; e < f_.elements.size(); ++e) {
        end[e] = ends(e);
        addToNodes(f_.elements[e], model(e).toGlobal(end[e]), sum);
        if (bent_ && model(e).hasOffsets() && active_[e])
            addToNodes(f_.elements[e], model(e).offsetGeometric(end[e]) * c_.system.elementDisplacements(e, u_), sum);
    }
    NodeMotion all = c_.system.motion(u_, loads_.prescribed, sum, loads_.nodal);
    Vec3 reactions;
    for (const Vec3& r : all.f)
        reactions = reactions + r;
    if (const double off = norm(loads_.total + reactions); off > 1e-6 * loads_.size && off > 1e-6)
        findings.push_back(finding("analysis.unbalanced", load_.place, load_.name,
                                   fmt::format("the reactions of combination {} miss its loads by {}", load_.name,
                                               f_.units.text(Quantity::Force, off))));
    if (out.residual > 1e-6)
        findings.push_back(finding(
            "analysis.ill-conditioned", load_.place, load_.name,
            fmt::format("the solution of combination {} leaves a residual of {:.1e} of its loads", load_.name, out.residual)));
    for (auto* v : {&all.u, &all.r, &all.f, &all.m}) {
        v->resize(c_.original.nodes.size());
        for (Vec3& x : *v)
            x = (1 / scale_) * x;
    }
    out.motion = std::move(all);
    out.active.resize(c_.original.elements.size());
    for (size_t e = 0; e < c_.original.elements.size(); ++e) {
        out.active[e] = active_[c_.fine.first[e]];
        fillStations(forces, e, column, [&](double s, bool after) {
            const auto [piece, x] = c_.fine.at(e, s, after);
            SectionForces v = bent_ && active_[piece] ? model(piece).deformedForces(loads_.spans[piece], end[piece],
                                                                                    moved(piece), axial_[piece], x, after)
                                                      : model(piece).sectionForces(loads_.spans[piece], end[piece], x, after);
            for (double& k : v)
                k /= scale_;
            return v;
        });
    }
    out.solved = true;
}

} // namespace wr
