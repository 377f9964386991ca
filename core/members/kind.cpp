#include "core/members/kind.h"

#include "core/base/angles.h"

#include <algorithm>
#include <cmath>

namespace wr {

namespace {

constexpr double kSin75 = 0.96592582628906829;

bool pinnedAt(const Frame& f, const MemberPiece& p, bool first)
{
    const Element& e = f.elements[p.element];
    const auto& r = first != p.reversed ? e.releaseI : e.releaseJ;
    return r[static_cast<size_t>(Force::My)] && r[static_cast<size_t>(Force::Mz)];
}

} // namespace

MemberKind memberKind(const Frame& f, const Member& m)
{
    if (m.kind) return *m.kind;
    const auto all = [&](auto&& is) {
        return std::all_of(m.pieces.begin(), m.pieces.end(),
                           [&](const MemberPiece& p) { return is(f.elements[p.element].behaviour); });
    };
    if (all([](Behaviour b) { return b == Behaviour::TensionOnly; })) return MemberKind::Brace;
    const Vec3 line = f.nodes[m.endNode].at - f.nodes[m.startNode].at;
    const double length = norm(line), rise = length > 0 ? std::abs(dot(line, f.upward())) / length : 0;
    const bool axial = all([](Behaviour b) { return b != Behaviour::Beam; }),
               pinned = axial || (pinnedAt(f, m.pieces.front(), true) && pinnedAt(f, m.pieces.back(), false));
    if (rise > kSin75) return MemberKind::Column;
    if (pinned && (axial || rise > kSin15)) return MemberKind::Brace;
    if (rise > kSin60) return MemberKind::Column;
    return rise <= kSin45 ? MemberKind::Beam : MemberKind::Other;
}

double levelOf(const Frame& f, const Member& m)
{
    const double a = dot(f.nodes[m.startNode].at, f.upward()), b = dot(f.nodes[m.endNode].at, f.upward());
    constexpr double kLevel = 0.01;
    return std::abs(a - b) < kLevel * m.length ? (a + b) / 2 : std::min(a, b);
}

} // namespace wr
