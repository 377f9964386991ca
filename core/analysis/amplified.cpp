#include "core/analysis/amplified.h"

#include "core/analysis/shares.h"
#include "core/analysis/straight_runs.h"
#include "core/base/powers.h"
#include "core/frame/strength.h"

#include <algorithm>
#include <array>
#include <cmath>
#include <fmt/format.h>
#include <functional>
#include <limits>

namespace wr {

namespace {

class Amplified
{
public:
    // One set of stiffnesses, for the loads that `mine` lets in; the columns of the others stay empty.
    Amplified(const Frame& f, const CombinationOptions& o, const SecondOrderRules& rules, bool reduced,
              std::function<bool(const WholeLoad&)> mine, Progress& p)
        : f_(f), o_(o), rules_(rules), reduced_(reduced), mine_(std::move(mine)), progress_(p)
    {
    }

    AmplifiedResult run()
    {
        CombinationResult& w = out_.wholes;
        if (hasOneWay(f_)) {
            w.findings.push_back(finding("analysis.not-covered", "/elements", "",
                                         "B1 and B2 need forces that superpose: with one-way elements use second order by "
                                         "equilibrium in the deformed shape"));
            return std::move(out_);
        }
        out_.storeys = storeysOf(f_);
        if (out_.storeys.empty()) {
            w.findings.push_back(
                finding("analysis.not-covered", "/nodes", "",
                        "no storeys were found (no level elements, no diaphragms), so B2 has no meaning here: use "
                        "second order by equilibrium in the deformed shape"));
            return std::move(out_);
        }
        axes_ = f_.up == Up::Z ? std::array{0, 1} : std::array{0, 2};
        soft_ = f_;
        soft_.results.clear();
        if (reduced_) reduceStiffness(soft_, rules_);
        if (!analyse()) return std::move(out_);
        assign();
        measure();
        runs_ = {straightRuns(f_, 0), straightRuns(f_, 1)};
        std::vector<SolvedAgain> again;
        const std::vector<WholeLoad> list = allLoads(f_, o_, rules_, again);
        w.forces = held_.forces;
        w.forces.again = std::move(again);
        w.forces.columns = list.size();
        w.forces.columnCase.assign(list.size(), -1);
        w.forces.values.assign(w.forces.s.size() * list.size() * 6, 0.0);
        w.forces.sets.clear();
        w.forces.secondOrder = w.forces.amplified = true;
        w.forces.reducedStiffness = reduced_;
        w.forces.belongTo(f_);
        w.combinations.resize(list.size());
        for (size_t c = 0; c < list.size() && !progress_.cancelled(); ++c) {
            if (list[c].loadCase >= 0)
                w.forces.columnCase[c] = list[c].loadCase;
            else if (!list[c].again)
                w.forces.sets.push_back({list[c].combination, -1, {{static_cast<int>(c), 1.0}}});
            if (mine_(list[c])) combine(c, list[c]);
            progress_.at(0.6 + 0.4 * static_cast<double>(c + 1) / static_cast<double>(list.size()), "B1 and B2");
        }
        return std::move(out_);
    }

private:
    // Held sideways at every floor; the holding forces reversed, by direction; and a sway load of 1 % of the gravity above.
    bool analyse()
    {
        std::vector<Finding>& findings = out_.wholes.findings;
        Frame held = soft_;
        held.diaphragms.clear();
        std::vector<int> floor;
        for (const Storey& s : out_.storeys)
            for (const int n : s.nodes) {
                Node& node = held.nodes[n];
                if (node.supportAxes) continue;
                for (const int d : axes_)
                    if (!node.support[d].held) node.support[d].held = true;
                floor.push_back(n);
            }
        // A link can be led by a held node only where it is led altogether: its other nodes are on the floor and held as well.
        erase_if(held.links, [&](const Link& l) { return l.dofs[axes_[0]] || l.dofs[axes_[1]]; });
        const AnalysisOptions options{o_.shearDeformation, o_.stations, o_.memory};
        held_ = analyseLinear(held, options, progress_);
        if (!held_.ok) {
            findings = held_.findings;
            return false;
        }
        Frame sway = soft_;
        sway.cases.clear();
        for (size_t c = 0; c < f_.cases.size(); ++c)
            for (const int d : axes_) {
                LoadCase l;
                l.id = fmt::format("{}:{}", f_.cases[c].id, d);
                for (const int n : floor) {
                    if (soft_.nodes[n].support[d].held) continue;
                    Vec3 force;
                    force[d] = -held_.cases[c].f[n][d];
                    // A spring's own share of the holding is there already when it is let go.
                    if (force[d] != 0) l.nodal.push_back({n, force, {}});
                }
                sway.cases.push_back(std::move(l));
            }
        weights_.resize(f_.cases.size());
        for (size_t c = 0; c < f_.cases.size(); ++c)
            weights_[c] = nodalShares(f_, f_.cases[c]);
        for (const int d : axes_) {
            LoadCase l;
            l.id = fmt::format("sway:{}", d);
            for (const int n : floor) {
                double down = 0;
                for (size_t c = 0; c < f_.cases.size(); ++c)
                    down += std::max(0.0, -dot(weights_[c][n], f_.upward()));
                Vec3 force;
                force[d] = 0.01 * down;
                if (down > 0) l.nodal.push_back({n, force, {}});
            }
            swayLoads_.push_back(l.nodal);
            sway.cases.push_back(std::move(l));
        }
        sway_ = analyseLinear(sway, options, progress_);
        std::erase_if(sway_.findings, [](const Finding& x) { return x.code == "analysis.no-loads"; });
        findings = held_.findings;
        findings.insert(findings.end(), sway_.findings.begin(), sway_.findings.end());
        return sway_.ok && !progress_.cancelled();
    }

    double height(int node) const { return dot(f_.nodes[node].at, f_.upward()); }

    // Storeys an element stands in; a beam on a floor belongs to the storeys under and over it.
    void assign()
    {
        of_.resize(f_.elements.size());
        for (size_t e = 0; e < f_.elements.size(); ++e) {
            const double a = std::min(height(f_.elements[e].i), height(f_.elements[e].j)),
                         b = std::max(height(f_.elements[e].i), height(f_.elements[e].j));
            for (size_t s = 0; s < out_.storeys.size(); ++s) {
                const Storey& st = out_.storeys[s];
                const bool level = b - a < 0.05;
                if (level ? (a > st.below - 0.05 && a < st.level + 0.05) : (b > st.below + 1e-3 && a < st.level - 1e-3))
                    of_[e].push_back(s);
            }
        }
    }

    // What does not change with the combination: gravity over each floor by case, and the storey's elastic critical load.
    void measure()
    {
        constexpr double kMomentFrames = 0.85; // RM, Eq. A-8-8 with Pmf = Pstory: the least it can be
        over_.assign(out_.storeys.size(), std::vector<double>(f_.cases.size(), 0.0));
        critical_.assign(out_.storeys.size(), {0, 0});
        for (size_t s = 0; s < out_.storeys.size(); ++s) {
            const double floor = out_.storeys[s].level - 0.05;
            for (size_t n = 0; n < f_.nodes.size(); ++n)
                if (height(static_cast<int>(n)) >= floor)
                    for (size_t c = 0; c < f_.cases.size(); ++c)
                        over_[s][c] -= dot(weights_[c][n], f_.upward());
            for (int d = 0; d < 2; ++d) {
                const size_t column = 2 * f_.cases.size() + static_cast<size_t>(d);
                double shear = 0;
                for (const NodalLoad& l : swayLoads_[d])
                    if (height(l.node) >= floor) shear += norm(l.f);
                if (const double drift = swayDrift(s, column, axes_[d]); drift > 0)
                    critical_[s][d] = kMomentFrames * shear * out_.storeys[s].height() / drift; // Eq. A-8-7
            }
        }
    }

    // B2 by storey and direction for one combination; false: the frame has no sway stiffness left.
    bool storeyFactors(const WholeLoad& load, double alpha, std::vector<std::array<double, 2>>& b2)
    {
        b2.assign(out_.storeys.size(), {1, 1});
        for (size_t s = 0; s < out_.storeys.size(); ++s)
            for (size_t d = 0; d < 2; ++d) {
                StoreyFactor x{load.combination, static_cast<int>(s), static_cast<int>(d), 0, critical_[s][d], 1};
                for (const auto& [c, k] : load.terms)
                    x.load += alpha * k * over_[s][c];
                if (x.load > 0 && x.critical > 0) {
                    const double rest = 1 - x.load / x.critical; // Eq. A-8-6
                    x.b2 = rest > 0 ? std::max(1.0, 1 / rest) : 0;
                }
                out_.factors.push_back(x);
                if (x.b2 == 0) {
                    out_.wholes.findings.push_back(finding(
                        "analysis.unstable", load.place, load.name,
                        fmt::format("under combination {} the storey at {} carries {} and sways at {} along {}: B2 has no "
                                    "value; stiffen it sideways",
                                    load.name, f_.units.text(Quantity::Length, out_.storeys[s].level),
                                    f_.units.text(Quantity::Force, x.load), f_.units.text(Quantity::Force, x.critical),
                                    "xyz"[axes_[d]])));
                    return false;
                }
                b2[s][d] = x.b2;
            }
        return true;
    }

    double swayDrift(size_t storey, size_t column, int axis) const
    {
        NodeMotion only = sway_.cases[column];
        for (Vec3& u : only.u) {
            Vec3 along;
            along[axis] = u[axis];
            u = along;
        }
        for (const StoreyDrift& d : storeyDrifts(f_, {out_.storeys}, only))
            if (d.storey == static_cast<int>(storey)) return norm(d.drift);
        return 0;
    }

    void unsolved(size_t column)
    {
        ForceTable& t = out_.wholes.forces;
        for (int k = 0; k < t.first.back(); ++k)
            std::fill_n(t.at(k, column), 6, std::numeric_limits<double>::quiet_NaN());
    }

    void combine(size_t column, const WholeLoad& load)
    {
        CombinationOutcome& result = out_.wholes.combinations[column];
        const double alpha = loadScale(f_, load, rules_);
        std::vector<std::array<double, 2>> b2;
        ForceTable& t = out_.wholes.forces;
        result.reduced = reduced_;
        if (reduced_) result.stiffness = rules_.stiffness;
        result.iterations = 1;
        if (!storeyFactors(load, alpha, b2)) {
            unsolved(column);
            return;
        }
        const auto of = [&](const std::vector<size_t>& storeys, int d) {
            double b = 1;
            for (const size_t s : storeys)
                b = std::max(b, b2[s][d]);
            return b;
        };
        // nt and amplified lt at every station.
        std::vector<SectionForces> nt(t.s.size()), lt(t.s.size());
        for (size_t e = 0; e < f_.elements.size(); ++e)
            for (int k = t.first[e]; k < t.first[e + 1]; ++k)
                for (const auto& [c, factor] : load.terms)
                    for (size_t i = 0; i < 6; ++i) {
                        nt[k][i] += factor * held_.forces.at(k, static_cast<size_t>(c))[i];
                        for (int d = 0; d < 2; ++d)
                            lt[k][i] += factor * of(of_[e], d) * swayAt(e, k, static_cast<size_t>(2 * c + d))[i];
                    }
        std::vector<std::array<double, 2>> b1(f_.elements.size(), {1, 1});
        for (const auto axis : {0, 1})
            for (const StraightRun& r : runs_[axis])
                if (!amplifyRun(r, axis, load, alpha, nt, lt, b1)) {
                    unsolved(column);
                    return;
                }
        for (size_t e = 0; e < f_.elements.size(); ++e)
            for (int k = t.first[e]; k < t.first[e + 1]; ++k)
                for (size_t i = 0; i < 6; ++i) {
                    // Shear stays the slope of its moment.
                    const double b = i == 4 || i == 2 ? b1[e][0] : i == 5 || i == 1 ? b1[e][1] : 1.0;
                    t.at(k, column)[i] = b * nt[k][i] + lt[k][i];
                }
        move(result, load, b2);
        result.solved = true;
    }
    // The sway analysis has no loads inside elements, so fewer stations may stand there: looked up by place.
    SectionForces swayAt(size_t e, int station, size_t column) const
    {
        return interpolate(sway_.forces, static_cast<int>(e), held_.forces.s[station], column, true);
    }

    // B1 of one run (Eq. A-8-3), Cm by the rules.
    bool amplifyRun(const StraightRun& r, int axis, const WholeLoad& load, double alpha, const std::vector<SectionForces>& nt,
                    const std::vector<SectionForces>& lt, std::vector<std::array<double, 2>>& b1)
    {
        const ForceTable& t = held_.forces;
        const auto end = [&](bool first) {
            const auto& [e, reversed, sign] = first ? r.elements.front() : r.elements.back();
            const bool atI = first != reversed;
            return static_cast<size_t>(atI ? t.first[e] : t.first[e + 1] - 1);
        };
        double thrust = 0;
        for (const auto& [e, reversed, sign] : r.elements)
            for (int k = t.first[e]; k < t.first[e + 1]; ++k)
                thrust = std::max(thrust, -(nt[k][0] + lt[k][0]));
        if (thrust <= 0) return true;
        if (axis == 0) checkYield(r, load, alpha * thrust);
        const Element& el = f_.elements[r.elements.front().element];
        const SectionProperties& p = f_.sections[el.section].properties;
        const double modulus = soft_.materials[el.material].e; // reduced where it is to be
        const int moment = axis == 0 ? 4 : 5, shear = axis == 0 ? 2 : 1;
        const double pe = sqr(kPi) * modulus * (axis == 0 ? p.iy : p.iz) / sqr(r.length); // Eq. A-8-5, K = 1
        const double m1 = r.elements.front().sign * nt[end(true)][moment], m2 = r.elements.back().sign * nt[end(false)][moment];
        const double large = std::max(std::abs(m1), std::abs(m2));
        double least = 1e300, most = -1e300;
        for (const auto& [e, reversed, sign] : r.elements)
            for (int k = t.first[e]; k < t.first[e + 1]; ++k) {
                const double v = nt[k][shear] * (reversed ? -sign : sign);
                least = std::min(least, v);
                most = std::max(most, v);
            }
        const bool loaded = most - least > 1e-6 * std::max({std::abs(most), std::abs(least), large / r.length, 1e-9});
        const double cm = rules_.equivalentMoment(m1, m2, loaded, statedMoments_[r.elements.front().element]);
        const double rest = 1 - alpha * thrust / pe;
        if (rest <= 0) {
            out_.wholes.findings.push_back(finding(
                "analysis.unstable", load.place, load.name,
                fmt::format("under combination {} element {} carries more than its Euler load between joints ({} of {}): B1 "
                            "has no value; make it stiffer",
                            load.name, el.id, f_.units.text(Quantity::Force, alpha * thrust),
                            f_.units.text(Quantity::Force, pe))));
            return false;
        }
        const double b = std::max(1.0, cm / rest);
        out_.largestB1 = std::max(out_.largestB1, b);
        for (const auto& piece : r.elements)
            b1[piece.element][axis] = b;
        return true;
    }

    // τb under 1 is not followed here; who relies on it is told.
    void checkYield(const StraightRun& r, const WholeLoad& load, double thrust)
    {
        const Element& el = f_.elements[r.elements.front().element];
        const FrameSection& s = f_.sections[el.section];
        const double squash = strengthOf(f_.materials[el.material], s.shape).fy * s.properties.a;
        if (!reduced_ || squash <= 0 || thrust <= 0.5 * squash) return;
        out_.wholes.findings.push_back(finding(
            "analysis.tau", fmt::format("/elements/{}", r.elements.front().element), el.id,
            fmt::format(
                "element {} carries {:.2f} of its yield force under {}: τb is under 1 there, which B1-B2 does not follow; use "
                "second order by equilibrium in the deformed shape",
                el.id, thrust / squash, load.name)));
    }

    void move(CombinationOutcome& result, const WholeLoad& load, const std::vector<std::array<double, 2>>& b2) const
    {
        const size_t n = f_.nodes.size();
        NodeMotion& m = result.motion;
        m.u.assign(n, {}), m.r.assign(n, {}), m.f.assign(n, {}), m.m.assign(n, {});
        for (size_t k = 0; k < n; ++k) {
            // The node's own storey; feet belong to the lowest.
            size_t s = 0;
            while (s + 1 < out_.storeys.size() && height(static_cast<int>(k)) > out_.storeys[s].level + 0.05)
                ++s;
            const auto add = [&](const NodeMotion& from, double factor) {
                m.u[k] = m.u[k] + factor * from.u[k];
                m.r[k] = m.r[k] + factor * from.r[k];
                m.m[k] = m.m[k] + factor * from.m[k];
                // Where only the artificial holding holds, nothing reacts.
                for (size_t d = 0; d < 3; ++d)
                    if (f_.nodes[k].supportAxes || !f_.nodes[k].support[d].free())
                        m.f[k][static_cast<int>(d)] += factor * from.f[k][static_cast<int>(d)];
            };
            for (const auto& [c, factor] : load.terms) {
                add(held_.cases[c], factor);
                for (int d = 0; d < 2; ++d)
                    add(sway_.cases[2 * c + d], factor * b2[s][d]);
            }
        }
    }

    // What the brief of the declared member an element belongs to states.
    std::vector<std::optional<double>> statedMoments() const
    {
        std::vector<std::optional<double>> out(f_.elements.size());
        for (const DesignMember& m : f_.design.members)
            for (const Brief& b : f_.design.briefs)
                if (const auto stated = b.id == m.brief ? rules_.statedMoment(b) : std::nullopt)
                    for (const int e : m.elements)
                        out[e] = stated;
        return out;
    }

    const Frame& f_;
    const CombinationOptions& o_;
    const SecondOrderRules& rules_;
    bool reduced_;
    std::vector<std::optional<double>> statedMoments_ = statedMoments(); // by element
    std::function<bool(const WholeLoad&)> mine_;
    Progress& progress_;
    Frame soft_; // with reduced stiffness where it is to be
    AmplifiedResult out_;
    std::array<int, 2> axes_{};
    AnalysisResult held_, sway_;             // sway: for each case x, y of its holding forces; then the two sway loads
    std::vector<std::vector<Vec3>> weights_; // per case: loads shared to the nodes
    std::vector<std::vector<NodalLoad>> swayLoads_;
    std::vector<std::vector<double>> over_; // per storey and case
    std::vector<std::array<double, 2>> critical_;
    std::vector<std::vector<size_t>> of_;
    std::array<std::vector<StraightRun>, 2> runs_; // by axis
};

} // namespace

AmplifiedResult analyseAmplified(const Frame& f, const CombinationOptions& options, const SecondOrderRules& rules,
                                 Progress& progress)
{
    const auto strength = [&](const WholeLoad& l) { return forStrength(f, l); };
    std::vector<SolvedAgain> columns;
    const std::vector<WholeLoad> list = allLoads(f, options, rules, columns);
    const bool reduces = options.reducedStiffness && std::any_of(list.begin(), list.end(), strength);
    // Reduced for strength, full for the rest: as many sets of stiffnesses as there are kinds of loads.
    AmplifiedResult out = reduces ? Amplified(f, options, rules, true, strength, progress).run()
                                  : Amplified(
                                        f, options, rules, false, [](const WholeLoad&) { return true; }, progress)
                                        .run();
    if (reduces && !out.wholes.combinations.empty() && !std::all_of(list.begin(), list.end(), strength)) {
        AmplifiedResult rest = Amplified(f, options, rules, false, std::not_fn(strength), progress).run();
        for (size_t c = 0; c < list.size() && c < rest.wholes.combinations.size(); ++c) {
            if (strength(list[c])) continue;
            out.wholes.combinations[c] = std::move(rest.wholes.combinations[c]);
            for (int k = 0; k < out.wholes.forces.first.back(); ++k)
                std::copy_n(rest.wholes.forces.at(k, c), 6, out.wholes.forces.at(k, c));
        }
        out.factors.insert(out.factors.end(), rest.factors.begin(), rest.factors.end());
        out.largestB1 = std::max(out.largestB1, rest.largestB1);
        for (Finding& x : rest.wholes.findings) {
            const auto same = [&](const Finding& y) { return y.code == x.code && y.text == x.text; };
            if (std::none_of(out.wholes.findings.begin(), out.wholes.findings.end(), same))
                out.wholes.findings.push_back(std::move(x));
        }
    }
    out.wholes.ok =
        !progress.cancelled() && !out.wholes.combinations.empty() &&
        std::all_of(out.wholes.combinations.begin(), out.wholes.combinations.end(), [](const auto& x) { return x.solved; });
    return out;
}

} // namespace wr
