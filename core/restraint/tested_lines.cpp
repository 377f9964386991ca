#include "core/restraint/tested_lines.h"

#include "core/base/powers.h"
#include "core/members/holds.h"

#include <algorithm>
#include <cmath>

namespace wr {

TestedLines::TestedLines(const Frame& f, const SharedList<Member>& members) : f_(f), lineOf_(f.elements.size(), kNoLine)
{
    const auto elementsAt = elementsAtNodes(f);
    const auto joined = joinedNodes(f);
    lines_ = linesOf(f, members, elementsAt);
    for (size_t i = 0; i < size(); ++i) {
        places_.push_back(candidatesOf(f, chain(i), elementsAt, joined));
        for (const MemberPiece& p : chain(i).pieces)
            lineOf_[static_cast<size_t>(p.element)] = i;
    }
}

std::vector<TangentFrame::Together> TestedLines::together(const std::vector<char>& lines) const
{
    std::vector<TangentFrame::Together> out;
    for (size_t i = 0; i < size(); ++i) {
        if (!lines.empty() && !lines[i]) continue;
        TangentFrame::Together t{{}, {chain(i).startNode, chain(i).endNode}};
        for (const HoldCandidate& c : places_[i])
            t.moving.push_back(c.node);
        out.push_back(std::move(t));
    }
    return out;
}

LineState TestedLines::firstState(size_t i, const std::vector<ElementPress>& press) const
{
    LineState s{Thrust(f_, chain(i), press), {}};
    for (auto& c : s.counted)
        c.assign(places_[i].size(), 1);
    s.factor = factorOf(i, s);
    return s;
}

LineSegments TestedLines::segments(size_t i, const std::vector<char>& counted) const
{
    const double l = chain(i).length, eps = 1e-6 * l;
    LineSegments out;
    for (size_t k = 0; k < places_[i].size(); ++k)
        if (counted[k]) out.at.push_back(places_[i][k].at);
    out.startHeld = !out.at.empty() && out.at.front() < eps;
    out.endHeld = !out.at.empty() && out.at.back() > l - eps;
    if (!out.startHeld) out.at.insert(out.at.begin(), 0.0);
    if (!out.endHeld) out.at.push_back(l);
    return out;
}

double TestedLines::factorOf(size_t i, const LineState& s) const
{
    double out = std::numeric_limits<double>::infinity();
    for (const Across d : kAcross) {
        const LineSegments line = segments(i, s.counted[static_cast<size_t>(d)]);
        for (size_t k = 0; k + 1 < line.at.size(); ++k) {
            const bool free = (k == 0 && !line.startHeld) || (k + 2 == line.at.size() && !line.endHeld);
            out = std::min(out, s.thrust.factor(d, line.at[k], line.at[k + 1], free ? 2 : 1));
        }
    }
    return out;
}

double TestedLines::neededAt(const Thrust& t, Across d, const LineSegments& line, double at, double level)
{
    double sum = 0;
    int sides = 0;
    for (size_t k = 0; k + 1 < line.at.size(); ++k) {
        const double a = line.at[k], b = line.at[k + 1];
        if (std::abs(a - at) > 1e-9 && std::abs(b - at) > 1e-9) continue;
        sum += t.most(d, a, b) * level / (b - a);
        ++sides;
    }
    return (sides == 1 ? 8 : 4) * sum;
}

double TestedLines::neededAtEuler(size_t i, Across d, const LineSegments& line, double at) const
{
    double ei = std::numeric_limits<double>::infinity(); // the lesser of what meets there
    for (const MemberPiece& piece : chain(i).pieces) {
        if (piece.start > at + 1e-9 || piece.start + piece.length < at - 1e-9) continue;
        const Element& e = f_.elements[piece.element];
        const SectionProperties& p = f_.sections[e.section].properties;
        ei = std::min(ei, f_.materials[e.material].e * (d == Across::Major ? p.iy : p.iz));
    }
    double sum = 0;
    for (size_t k = 0; k + 1 < line.at.size(); ++k) {
        const double a = line.at[k], b = line.at[k + 1];
        if (std::abs(a - at) < 1e-9 || std::abs(b - at) < 1e-9) sum += sqr(kPi) * ei / cube(b - a);
    }
    return 4 * sum;
}

} // namespace wr
