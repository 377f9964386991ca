#include "core/analysis/combinations.h"

#include "core/analysis/refine.h"
#include "core/analysis/results.h"
#include "core/analysis/solver.h"

#include <algorithm>
#include <atomic>
#include <cmath>
#include <fmt/format.h>
#include <limits>
#include <mutex>
#include <tbb/parallel_for.h>

namespace wr {

namespace {

// +1 acts in tension only, -1 in compression only, 0 both ways.
int sense(const Element& e)
{
    return e.behaviour == Behaviour::TensionOnly ? 1 : e.behaviour == Behaviour::CompressionOnly ? -1 : 0;
}

class OneCombination
{
public:
    OneCombination(const Frame& original, const Refined& fine, const FrameSystem& system, const std::vector<CaseLoads>& cases,
                   const CombinationOptions& o, int index, const WholeLoad& load, CombinationResult& result, std::mutex& guard)
        : original_(original), fine_(fine), f_(fine.frame), o_(o), index_(index), load_(load), result_(result), guard_(guard),
          system_(system), solver_(system), loads_(combined(system, cases, load.terms))
    {
    }

    void run()
    {
        std::vector<Finding> findings;
        solve(findings);
        const std::lock_guard lock(guard_);
        for (Finding& x : findings) {
            // A mechanism is the frame's own and told once, not for every combination.
            const auto same = [&](const Finding& y) { return y.code == x.code && y.place == x.place && y.text == x.text; };
            if (std::none_of(result_.findings.begin(), result_.findings.end(), same)) result_.findings.push_back(std::move(x));
        }
    }

private:
    const std::string& name() const { return load_.name; }
    const std::string& place() const { return load_.place; }

    void solve(std::vector<Finding>& findings)
    {
        CombinationOutcome& out = result_.combinations[static_cast<size_t>(index_)];
        const size_t n = f_.elements.size();
        active_.assign(n, 1);
        std::vector<double> axial(n, 0.0);
        bool factored = false, settled = false;
        std::vector<int> switches(n, 0);
        for (out.iterations = 1; out.iterations <= o_.iterations && !settled; ++out.iterations) {
            if (!factored && !solver_.factor(active_, findings)) return;
            if (!factored) {
                Eigen::MatrixXd rhs = loads_.rhs;
                if (!solver_.idleMomentsVanish(
                        rhs, [&](Eigen::Index) { return "combination " + name(); }, findings))
                    return;
            }
            factored = true;
            const bool bent = o_.secondOrder && out.iterations > 1;
            if (bent && !solver_.factorWith(system_.geometric(axial, active_))) return unstable(findings);
            q_ = solver_.solveOnce(rightHandSide());
            if (!q_.allFinite()) return unstable(findings);
            u_ = system_.displacements(q_, loads_.prescribed);
            std::vector<double> now(n, 0.0);
            double largest = 0, change = 0;
            bool switched = false;
            for (size_t e = 0; e < n; ++e) {
                const double force = meanAxial(e);
                const int wanted = sense(f_.elements[e]);
                if (wanted != 0 && switches[e] < 8) {
                    // Acting against its sense: it lets go. Idle and stretched its own way: it acts again.
                    const bool acts = force * wanted > 0;
                    if (acts != static_cast<bool>(active_[e])) active_[e] = acts, switched = true, ++switches[e];
                }
                now[e] = active_[e] ? force : 0.0;
                largest = std::max(largest, std::abs(now[e]));
            }
            for (size_t e = 0; e < n; ++e)
                change = std::max(change, std::abs(now[e] - axial[e]));
            out.change = largest > 0 ? change / largest : 0;
            settled = !switched && (!o_.secondOrder || (bent && out.change < o_.tolerance));
            if (!settled) axial = std::move(now);
            if (switched) factored = false;
            axial_ = axial;
            bent_ = bent;
        }
        --out.iterations;
        if (!settled) {
            findings.push_back(o_.secondOrder
                                   ? finding("analysis.not-converged", place(), name(),
                                             fmt::format("combination {} does not settle in {} iterations (axial forces still "
                                                         "change by {:.1e}): it is near its critical load",
                                                         name(), o_.iterations, out.change))
                                   : finding("analysis.one-way", place(), name(),
                                             fmt::format("the one-way elements of combination {} do not settle in {} "
                                                         "iterations: its forces are not to be relied on",
                                                         name(), o_.iterations)));
            if (o_.secondOrder) return;
        }
        for (size_t e = 0; e < n; ++e)
            if (switches[e] >= 8)
                findings.push_back(finding("analysis.one-way", fmt::format("/elements/{}", original(e)), f_.elements[e].id,
                                           fmt::format("element {} keeps changing between acting and idle in combination {}: "
                                                       "give it both senses or another place",
                                                       f_.elements[e].id, name())));
        recover(out, findings);
    }

    void unstable(std::vector<Finding>& findings)
    {
        static constexpr const char* words[6] = {"x", "y", "z", "a turn about x", "a turn about y", "a turn about z"};
        const Eigen::VectorXd& mode = q_.size() && q_.allFinite() ? q_ : solver_.softestMode();
        const auto [node, dof] = system_.mover(mode);
        findings.push_back(finding("analysis.unstable", place(), name(),
                                   fmt::format("under combination {} the frame is not stable in second order: node {} goes "
                                               "furthest, in {}; stiffen or brace it there, or reduce the load",
                                               name(), f_.nodes[static_cast<size_t>(node)].id, words[dof])));
    }

    int original(size_t piece) const
    {
        const auto it = std::upper_bound(fine_.first.begin(), fine_.first.end(), static_cast<int>(piece));
        return static_cast<int>(it - fine_.first.begin()) - 1;
    }

    // Forces of the nodes on an element, local.
    Vector12 ends(size_t e) const
    {
        const ElementModel& m = system_.models()[e];
        const Vector12 moved = m.toLocal(system_.elementDisplacements(e, u_));
        Vector12 out = loads_.fixed[e];
        if (!active_[e]) {
            return out + idleFixed(e);
        }
        out += m.stiffness() * moved;
        if (bent_ && axial_[e] != 0) out += m.geometric(axial_[e]) * moved;
        return out;
    }

    // What an idle element's own elongation would have pushed with, taken back.
    Vector12 idleFixed(size_t e) const
    {
        const double push = loads_.spans[e].elongation * system_.models()[e].stiffness()(0, 0) * system_.models()[e].length();
        Vector12 out = Vector12::Zero();
        out(0) = -push, out(6) = push;
        return out;
    }

    Eigen::VectorXd rightHandSide() const
    {
        Eigen::VectorXd rhs = loads_.rhs;
        for (size_t e = 0; e < f_.elements.size(); ++e)
            if (!active_[e] && loads_.spans[e].elongation != 0)
                system_.scatter(e, system_.models()[e].toGlobal(idleFixed(e)), -1, rhs);
        return rhs;
    }

    // Tension positive; for an element that does not act: what it would take.
    double meanAxial(size_t e) const
    {
        const ElementModel& m = system_.models()[e];
        const Vector12 moved = m.toLocal(system_.elementDisplacements(e, u_));
        const Vector12 f = m.stiffness() * moved + loads_.fixed[e];
        return (f(6) - f(0)) / 2;
    }

    void recover(CombinationOutcome& out, std::vector<Finding>& findings)
    {
        Eigen::VectorXd sum = Eigen::VectorXd::Zero(u_.size());
        std::vector<Vector12> end(f_.elements.size()), moved(f_.elements.size());
        for (size_t e = 0; e < f_.elements.size(); ++e) {
            const ElementModel& m = system_.models()[e];
            end[e] = ends(e), moved[e] = m.toLocal(system_.elementDisplacements(e, u_));
            addToNodes(f_.elements[e], m.toGlobal(end[e]), sum);
        }
        NodeMotion all = system_.motion(u_, loads_.prescribed, sum, loads_.nodal);
        Vec3 reactions;
        for (const Vec3& r : all.f)
            reactions = reactions + r;
        if (const double off = norm(loads_.total + reactions); off > 1e-6 * loads_.size && off > 1e-6)
            findings.push_back(finding("analysis.unbalanced", place(), name(),
                                       fmt::format("the reactions of combination {} miss its loads by {}", name(),
                                                   f_.units.text(Quantity::Force, off))));
        for (auto* v : {&all.u, &all.r, &all.f, &all.m})
            v->resize(original_.nodes.size());
        out.motion = std::move(all);
        out.active.resize(original_.elements.size());
        for (size_t e = 0; e < original_.elements.size(); ++e) {
            out.active[e] = active_[static_cast<size_t>(fine_.first[e])];
            fillStations(result_.forces, e, static_cast<size_t>(index_), [&](double s, bool after) {
                const auto [piece, x] = fine_.at(e, s, after);
                const ElementModel& m = system_.models()[piece];
                return bent_ && active_[piece]
                           ? m.deformedForces(loads_.spans[piece], end[piece], moved[piece], axial_[piece], x, after)
                           : m.sectionForces(loads_.spans[piece], end[piece], x, after);
            });
        }
        out.solved = true;
    }

    const Frame& original_;
    const Refined& fine_;
    const Frame& f_;
    const CombinationOptions& o_;
    int index_;
    const WholeLoad& load_;
    CombinationResult& result_;
    std::mutex& guard_;
    const FrameSystem& system_;
    FrameSolver solver_;
    CaseLoads loads_;
    std::vector<char> active_;
    std::vector<double> axial_;
    bool bent_ = false;
    Eigen::VectorXd q_, u_;
};

} // namespace

bool hasOneWay(const Frame& f)
{
    return std::any_of(f.elements.begin(), f.elements.end(), [](const Element& e) { return sense(e) != 0; });
}

CombinationResult analyseCombinations(const Frame& f, const CombinationOptions& o, Progress& progress)
{
    CombinationResult out;
    out.findings = coverage(f);
    if (!out.findings.empty()) return out;
    const Refined fine = refined(f, o.secondOrder ? o.pieces : 1);
    const FrameSystem system(fine.frame, o.shearDeformation);
    out.findings = system.faults();
    if (!out.findings.empty()) return out;
    const std::vector<CaseLoads> cases = makeCaseLoads(system, out.findings);
    if (anyError(out.findings)) return out;
    const std::vector<WholeLoad> list = wholeLoads(f, o.cases);
    // Stations come from the loads of the whole elements.
    std::vector<CaseLoads> whole(f.cases.size());
    for (size_t c = 0; c < f.cases.size(); ++c)
        whole[c].spans = spanLoads(f, f.cases[c]);
    out.forces = stationTable(f, whole, o.stations, list.size());
    std::fill(out.forces.values.begin(), out.forces.values.end(), std::numeric_limits<double>::quiet_NaN());
    out.forces.columnCase.assign(list.size(), -1);
    out.forces.secondOrder = o.secondOrder;
    for (size_t c = 0; c < f.combinations.size(); ++c)
        out.forces.sets.push_back({static_cast<int>(c), -1, {{static_cast<int>(c), 1.0}}});
    out.combinations.resize(list.size());
    std::mutex guard;
    std::atomic<size_t> done{0};
    tbb::parallel_for(size_t{0}, list.size(), [&](size_t c) {
        if (progress.cancelled()) return;
        OneCombination(f, fine, system, cases, o, static_cast<int>(c), list[c], out, guard).run();
        progress.at(static_cast<double>(++done) / static_cast<double>(list.size()), "combinations");
    });
    out.ok = std::all_of(out.combinations.begin(), out.combinations.end(), [](const auto& c) { return c.solved; });
    return out;
}

std::vector<WholeLoad> wholeLoads(const Frame& f, bool cases)
{
    std::vector<WholeLoad> out;
    for (size_t c = 0; c < f.combinations.size(); ++c)
        out.push_back(
            {static_cast<int>(c), -1, f.combinations[c].id, fmt::format("/combinations/{}", c), f.combinations[c].terms});
    if (cases || f.combinations.empty())
        for (size_t c = 0; c < f.cases.size(); ++c)
            out.push_back({-1, static_cast<int>(c), f.cases[c].id, fmt::format("/cases/{}", c), {{static_cast<int>(c), 1.0}}});
    return out;
}

Frame withResults(const Frame& f, const CombinationResult& r, bool secondOrder)
{
    Frame out = f;
    out.results.clear();
    out.modes.clear();
    const std::vector<WholeLoad> list = wholeLoads(f, r.combinations.size() > f.combinations.size());
    for (size_t c = 0; c < r.combinations.size(); ++c) {
        if (!r.combinations[c].solved) continue;
        GivenResult g = resultOf(f, r.forces, {{static_cast<int>(c), 1.0}}, [&](int column) -> const NodeMotion& {
            return r.combinations[static_cast<size_t>(column)].motion;
        });
        g.combination = list[c].combination, g.loadCase = list[c].loadCase, g.secondOrder = secondOrder;
        out.results.push_back(std::move(g));
    }
    return out;
}

} // namespace wr
