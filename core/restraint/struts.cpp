#include "core/restraint/struts.h"

#include "core/base/angles.h"
#include "core/base/powers.h"
#include "core/grades/grades.h"

#include <algorithm>
#include <cmath>
#include <numeric>

namespace wr {

namespace {

constexpr double kOfThrust = 0.01;

Vec3 awayAt(const Frame& f, const Member& chain, bool last)
{
    const Element& e = f.elements[(last ? chain.pieces.back() : chain.pieces.front()).element];
    const Vec3 d = directionOf(f, e);
    return e.i == (last ? chain.endNode : chain.startNode) ? d : -d;
}

// Of the thicknesses a material has strengths for, the least; infinite where nothing is said of it.
double leastYield(const Material& m)
{
    if (m.fy) return *m.fy;
    const Grade* grade = findGrade(m.grade);
    double out = std::numeric_limits<double>::infinity();
    for (const GradeStep& s : grade ? grade->steps : m.steps)
        out = std::min(out, s.fy);
    return out;
}

} // namespace

std::vector<size_t> straightRuns(const TestedLines& lines)
{
    const Frame& f = lines.frame();
    std::vector<size_t> of(lines.size());
    std::iota(of.begin(), of.end(), size_t{0});
    const auto root = [&](size_t i) {
        while (of[i] != i)
            i = of[i] = of[of[i]];
        return i;
    };
    struct End
    {
        size_t line;
        Vec3 away;
    };
    std::vector<std::vector<End>> at(f.nodes.size());
    for (size_t i = 0; i < lines.size(); ++i)
        for (const bool last : {false, true}) {
            const Member& c = lines.chain(i);
            at[static_cast<size_t>(last ? c.endNode : c.startNode)].push_back({i, awayAt(f, c, last)});
        }
    constexpr double kCos15 = 0.96592582628906831;
    for (const auto& ends : at)
        for (size_t a = 0; a < ends.size(); ++a)
            for (size_t b = a + 1; b < ends.size(); ++b)
                if (dot(ends[a].away, ends[b].away) < -kCos15) of[root(ends[a].line)] = root(ends[b].line);
    for (size_t i = 0; i < of.size(); ++i)
        of[i] = root(i);
    return of;
}

Struts::Struts(const TestedLines& lines) : lines_(lines), runs_(lines.size())
{
    const Frame& f = lines.frame();
    const std::vector<size_t> run = straightRuns(lines);
    const std::vector<double> shares = oneWayShares(f);
    for (size_t i = 0; i < lines.size(); ++i)
        for (size_t k = 0; k < lines.places(i).size(); ++k) {
            const HoldCandidate& p = lines.places(i)[k];
            if (p.diaphragm) continue;
            for (const int e : p.elements) {
                const Element& x = f.elements[e];
                const size_t line = lines.ofElement(static_cast<size_t>(e));
                if (line == kNoLine || shares[static_cast<size_t>(e)] == 0 || x.releaseI[static_cast<size_t>(Force::N)] ||
                    x.releaseJ[static_cast<size_t>(Force::N)])
                    continue;
                const Vec3 d = directionOf(f, x);
                for (const Across c : kAcross)
                    if (const double a = std::abs(dot(d, c == Across::Major ? p.axes.z : p.axes.y));
                        a > kSin15 && !p.propped[static_cast<size_t>(c)])
                        struts_.push_back({i, c, k, run[line], a, capacity(e)});
            }
        }
}

double Struts::capacity(int element) const
{
    const Frame& f = lines_.frame();
    const Element& e = f.elements[element];
    const SectionProperties& p = f.sections[e.section].properties;
    const Material& m = f.materials[e.material];
    const double yield = p.a * leastYield(m);
    if (e.behaviour == Behaviour::TensionOnly || e.behaviour == Behaviour::CompressionOnly) return yield;
    const size_t line = lines_.ofElement(static_cast<size_t>(element));
    const Member& chain = lines_.chain(line);
    double middle = 0;
    for (const MemberPiece& piece : chain.pieces)
        if (piece.element == element) middle = piece.start + piece.length / 2;
    double euler = std::numeric_limits<double>::infinity();
    for (const Across c : kAcross) {
        const std::vector<char> all(lines_.places(line).size(), 1);
        const LineSegments s = lines_.segments(line, all);
        for (size_t k = 0; k + 1 < s.at.size(); ++k)
            if (s.at[k] < middle && s.at[k + 1] > middle)
                euler = std::min(euler, sqr(kPi / (s.at[k + 1] - s.at[k])) * m.e * (c == Across::Major ? p.iy : p.iz));
    }
    return std::min(yield, euler);
}

std::vector<std::vector<std::array<double, 2>>> Struts::ratios(const std::vector<LineState>& states) const
{
    std::vector<std::vector<std::array<double, 2>>> out;
    for (size_t i = 0; i < lines_.size(); ++i)
        out.emplace_back(lines_.places(i).size(), std::array{kUntested, kUntested});
    // What leans on a run: each line once at each place, in the direction in which the run meets it most squarely.
    std::vector<double> sum(runs_, 0.0);
    const auto thrustAt = [&](const Strut& s) {
        const double at = lines_.places(s.line)[s.place].at, step = 1e-6 * lines_.chain(s.line).length;
        const auto most = [&](Across d) { return states[s.line].thrust.most(d, at - step, at + step); };
        // Sideways what braces of a column and of a beam carry together, 1 % of N + M/h (AISC 360-22 Appendix 6.2, 6.3, 6.4);
        // the thrust itself has twice the flange's force.
        return s.across == Across::Major ? most(Across::Major) : (most(Across::Major) + most(Across::Minor)) / 2;
    };
    for (size_t a = 0; a < struts_.size();) {
        size_t b = a;
        std::vector<std::pair<size_t, double>> met; // run, thrust
        for (; b < struts_.size() && struts_[b].line == struts_[a].line && struts_[b].place == struts_[a].place; ++b) {
            const double t = struts_[b].along > kSin45 - 1e-9 ? thrustAt(struts_[b]) : 0.0;
            const auto it = std::find_if(met.begin(), met.end(), [&](const auto& m) { return m.first == struts_[b].run; });
            if (it == met.end())
                met.emplace_back(struts_[b].run, t);
            else
                it->second = std::max(it->second, t);
        }
        for (const auto& [run, t] : met)
            sum[run] += t;
        a = b;
    }
    for (const Strut& s : struts_) {
        const double own = thrustAt(s);
        if (!(own > 0)) continue;
        double& best = out[s.line][s.place][static_cast<size_t>(s.across)];
        const double ratio = s.capacity * s.along / (kOfThrust * std::max(own, sum[s.run]));
        if (std::isnan(best) || ratio > best) best = ratio;
    }
    return out;
}

} // namespace wr
