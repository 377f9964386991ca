#include "core/sizing/stiffness.h"

#include "core/analysis/analyse.h"
#include "core/analysis/storeys.h"

#include <algorithm>
#include <cmath>
#include <limits>
#include <map>
#include <tbb/parallel_for.h>

namespace wr {

namespace {

std::array<double, 6> propertiesOf(const SectionProperties& p)
{
    return {p.a, p.avy, p.avz, p.it, p.iy, p.iz};
}

// Along what the movement of a row is measured, of size one.
Vec3 directionOf(const Frame& f, const StandingLimit& row, const NodeMotion& m)
{
    const auto along = f.design.frameLimits.list()[row.limit].along;
    Vec3 v = row.under >= 0 ? driftOf(f, {-1, row.node, row.under}, m) : m.u[static_cast<size_t>(row.node)];
    switch (along) {
    case FrameLimit::Along::X: v = {v.x, 0, 0}; break;
    case FrameLimit::Along::Y: v = {0, v.y, 0}; break;
    case FrameLimit::Along::Z: v = {0, 0, v.z}; break;
    case FrameLimit::Along::Any: break;
    case FrameLimit::Along::Plan: v = v - dot(v, f.upward()) * f.upward(); break;
    }
    const double size = norm(v);
    return size > 0 ? (1 / size) * v : Vec3{};
}

// The real forces of a set: the sum of its columns.
SectionForces forcesOf(const ForceTable& t, const ForceSet& set, int element, double s, bool after)
{
    SectionForces out{};
    for (const auto& [column, k] : set.terms) {
        const SectionForces one = interpolate(t, element, s, static_cast<size_t>(column), after);
        for (size_t c = 0; c < 6; ++c)
            out[c] += k * one[c];
    }
    return out;
}

// ∫ of real times virtual forces, over the modulus. Real forces are cubic between stations, virtual ones linear: three Gauss
// points are exact.
Flexibility flexibility(const Frame& f, int element, const ForceTable& real, const ForceSet& set, const ForceTable& virt,
                        size_t column)
{
    Flexibility out{};
    const Material& m = f.materials[static_cast<size_t>(f.elements[static_cast<size_t>(element)].material)];
    const double e[6] = {m.e, m.g, m.g, m.g, m.e, m.e};
    constexpr double at[3] = {-0.774596669241483377, 0, 0.774596669241483377};
    constexpr double weight[3] = {5.0 / 9, 8.0 / 9, 5.0 / 9};
    for (int k = real.first[static_cast<size_t>(element)]; k + 1 < real.first[static_cast<size_t>(element) + 1]; ++k) {
        const double from = real.s[static_cast<size_t>(k)], to = real.s[static_cast<size_t>(k) + 1];
        if (!(to > from)) continue;
        for (size_t g = 0; g < 3; ++g) {
            const double s = (from + to) / 2 + at[g] * (to - from) / 2;
            const SectionForces a = forcesOf(real, set, element, s, false), b = interpolate(virt, element, s, column, false);
            for (size_t c = 0; c < 6; ++c)
                out[c] += weight[g] * (to - from) / 2 * a[c] * b[c] / e[c];
        }
    }
    return out;
}

} // namespace

double movementOf(const Flexibility& f, const SectionProperties& p)
{
    const auto of = propertiesOf(p);
    double out = 0;
    for (size_t c = 0; c < 6; ++c)
        if (of[c] > 0) out += f[c] / of[c];
    return out;
}

namespace {

// Elements that act one way and have let go under a set: they may not carry the unit load, since they get longer or shorter
// without a force.
std::vector<int> slackUnder(const Frame& f, const ForceTable& t, const ForceSet& set)
{
    double largest = 0;
    std::vector<std::pair<int, double>> oneWay;
    for (size_t e = 0; e < f.elements.size(); ++e) {
        const bool one =
            f.elements[e].behaviour == Behaviour::TensionOnly || f.elements[e].behaviour == Behaviour::CompressionOnly;
        if (!one) continue;
        double n = 0;
        for (int k = t.first[e]; k < t.first[e + 1]; ++k) {
            double at = 0;
            for (const auto& [column, factor] : set.terms)
                at += factor * t.at(k, static_cast<size_t>(column))[0];
            n = std::max(n, std::abs(at));
        }
        largest = std::max(largest, n);
        oneWay.emplace_back(static_cast<int>(e), n);
    }
    std::vector<int> out;
    for (const auto& [e, n] : oneWay)
        if (n <= 1e-6 * largest) out.push_back(e);
    return out;
}

constexpr double kUnitLoad = 1000; // N: one alone would drown in the accuracy that is printed of it

// The frame with unit loads for rows that have the same elements slack.
Frame unitFrame(const Frame& f, const std::vector<int>& slack)
{
    Frame unit = f;
    unit.results.clear();
    unit.cases = std::vector<LoadCase>{};
    unit.combinations = std::vector<Combination>{};
    std::vector<Element> elements = unit.elements.list();
    std::vector<FrameSection> sections = unit.sections.list();
    for (Element& e : elements)
        if (e.behaviour != Behaviour::Beam) e.behaviour = Behaviour::Axial;
    for (const int e : slack) { // as good as not there; its nodes stay held as they are
        FrameSection thin = sections[static_cast<size_t>(elements[static_cast<size_t>(e)].section)];
        thin.properties.a *= 1e-9;
        elements[static_cast<size_t>(e)].section = static_cast<int>(sections.size());
        sections.push_back(std::move(thin));
    }
    unit.elements = std::move(elements);
    unit.sections = std::move(sections);
    return unit;
}

} // namespace

std::expected<std::vector<MovementShares>, std::string> movementShares(const Frame& f, const FrameForces& forces,
                                                                       std::span<const StandingLimit> rows, Progress& progress)
{
    const ForceTable& t = forces.forces;
    std::vector<MovementShares> out;
    std::map<std::vector<int>, std::vector<size_t>> together; // rows by what is slack
    std::vector<Vec3> along;
    for (const StandingLimit& r : rows) {
        const ForceSet& set = t.sets[r.set.at()];
        const NodeMotion m = motionOf(forces, set.terms);
        if (m.u.size() != f.nodes.size()) return std::unexpected("the movements of the nodes are not known: analyse the frame");
        along.push_back(directionOf(f, r, m));
        together[slackUnder(f, t, set)].push_back(out.size());
        out.push_back({r, 0, std::vector<Flexibility>(f.elements.size())});
    }
    AnalysisChoice how;
    how.shearDeformation = !t.rigidInShear;
    for (const auto& [slack, which] : together) {
        Frame unit = unitFrame(f, slack);
        for (const size_t k : which) {
            LoadCase c;
            c.id = "unit " + std::to_string(k);
            c.nodal.push_back({rows[k].node, kUnitLoad * along[k], {}});
            if (rows[k].under >= 0) c.nodal.push_back({rows[k].under, -kUnitLoad * along[k], {}});
            unit.cases.push_back(std::move(c));
        }
        const FrameForces v = analyseForces(unit, how, {}, progress);
        if (progress.cancelled()) return std::unexpected("stopped");
        if (!v.ok)
            return std::unexpected("the frame does not stand under a unit load: " +
                                   (v.findings.empty() ? std::string() : v.findings.front().text));
        tbb::parallel_for(size_t{0}, which.size(), [&](size_t column) {
            MovementShares& m = out[which[column]];
            for (size_t e = 0; e < f.elements.size(); ++e) {
                Flexibility& x = m.ofElements[e];
                x = flexibility(f, static_cast<int>(e), t, t.sets[m.limit.set.at()], v.forces, column);
                for (size_t c = 0; c < 6; ++c) {
                    x[c] /= kUnitLoad;
                    if (t.rigidInShear && (c == 1 || c == 2)) x[c] = 0;
                    if (f.elements[e].behaviour != Behaviour::Beam && c > 0) x[c] = 0;
                }
                m.inMembers += movementOf(x, f.sections[static_cast<size_t>(f.elements[e].section)].properties);
            }
        });
    }
    return out;
}

Stiffening::Stiffening(const CheckModel& model, const SizingPlan& plan, std::vector<MovementShares> shares)
    : plan_(plan), shares_(std::move(shares))
{
    const Frame& f = model.frame();
    for (const MovementShares& m : shares_) {
        auto& groups = ofGroup_.emplace_back(plan.groups.size());
        auto& now = now_.emplace_back(plan.groups.size(), 0.0);
        for (size_t g = 0; g < plan.groups.size(); ++g)
            for (const size_t i : plan.groups[g].rungs.members)
                for (const MemberPiece& p : model.members()[i].pieces) {
                    const Flexibility& x = m.ofElements[static_cast<size_t>(p.element)];
                    for (size_t c = 0; c < 6; ++c)
                        groups[g][c] += x[c];
                    const int section = f.elements[static_cast<size_t>(p.element)].section;
                    now[g] += movementOf(x, f.sections[static_cast<size_t>(section)].properties);
                }
        moved_.push_back(m.limit.value);
    }
}

double Stiffening::worst() const
{
    double out = 0;
    for (size_t r = 0; r < rows(); ++r)
        out = std::max(out, ratio(r));
    return out;
}

double Stiffening::movedWith(size_t row, size_t group, size_t rung) const
{
    const SectionProperties& p = plan_.groups[group].rungs.rungs[rung].section->properties();
    return moved_[row] - now_[row][group] + movementOf(ofGroup_[row][group], p);
}

void Stiffening::take(size_t group, size_t rung)
{
    for (size_t r = 0; r < rows(); ++r) {
        const double with = movedWith(r, group, rung);
        now_[r][group] += with - moved_[r];
        moved_[r] = with;
    }
}

std::vector<StiffnessWorth> stiffnessRanking(const Stiffening& s, const SizingPlan& plan, size_t row)
{
    std::vector<StiffnessWorth> out;
    for (size_t g = 0; g < plan.groups.size(); ++g) {
        StiffnessWorth w;
        w.group = g;
        w.share = s.share(row, g);
        const GroupPlan& p = plan.groups[g];
        for (size_t k = 0; k < p.rungs.rungs.size(); ++k) {
            const Rung& r = p.rungs.rungs[k];
            if (!r.meets(p.target)) continue;
            StiffnessWorth with = w;
            with.rung = static_cast<int>(k);
            with.saved = s.ratio(row) * s.limit(row).allowed - s.movedWith(row, g, k);
            with.mass = r.groupMass - p.massNow;
            if (with.saved > 1e-9 && with.perMass() > w.perMass()) w = with;
        }
        out.push_back(w);
    }
    std::stable_sort(out.begin(), out.end(),
                     [](const StiffnessWorth& a, const StiffnessWorth& b) { return a.perMass() > b.perMass(); });
    return out;
}

bool stiffen(Stiffening& s, SizingPlan& plan, double aim)
{
    std::vector<double> mass;
    for (const GroupPlan& g : plan.groups)
        mass.push_back(g.massNow);
    const auto over = [&](size_t r, double ratio) { return std::max(0.0, ratio - aim * (1 - 1e-9)) * s.limit(r).allowed; };
    size_t steps = 0, most = 1;
    for (const GroupPlan& g : plan.groups)
        most += g.rungs.rungs.size();
    while (s.worst() > aim && steps++ < most) {
        double best = 0;
        std::vector<std::pair<size_t, size_t>> step;
        for (size_t g = 0; g < plan.groups.size(); ++g) {
            const GroupPlan& p = plan.groups[g];
            if (!p.sameAs.empty()) continue;
            for (size_t k = 0; k < p.rungs.rungs.size(); ++k) {
                if (!p.rungs.rungs[k].meets(p.target)) continue;
                const auto all = rungsTogether(plan, g, k);
                double gained = 0, added = 0;
                for (size_t r = 0; r < s.rows(); ++r) {
                    double moved = s.ratio(r) * s.limit(r).allowed;
                    const double before = over(r, s.ratio(r));
                    for (const auto& [o, rung] : all)
                        moved += s.movedWith(r, o, rung) - s.ratio(r) * s.limit(r).allowed;
                    gained += before - over(r, moved / s.limit(r).allowed);
                }
                for (const auto& [o, rung] : all)
                    added += plan.groups[o].rungs.rungs[rung].groupMass - mass[o];
                if (gained <= 1e-9) continue;
                const double worth = added > 1e-9 ? gained / added : 1e300 * gained;
                if (worth > best * (1 + 1e-12)) best = worth, step = all;
            }
        }
        if (step.empty()) return false;
        for (const auto& [o, rung] : step) {
            s.take(o, rung);
            mass[o] = plan.groups[o].rungs.rungs[rung].groupMass;
            plan.groups[o].chosen = static_cast<int>(rung);
        }
    }
    return s.worst() <= aim;
}

} // namespace wr
