#include "core/restraint/lines.h"

#include "core/base/angles.h"
#include "core/members/forming.h"

#include <algorithm>
#include <cmath>

namespace wr {

namespace {

constexpr double kLine = 0.9659258262890683; // cos 15°

bool released(const Element& e, int node)
{
    const auto& r = e.i == node ? e.releaseI : e.releaseJ;
    return r[static_cast<size_t>(Force::My)] || r[static_cast<size_t>(Force::Mz)];
}

class Liner
{
public:
    Liner(const Frame& f, const SharedList<Member>& members, const std::vector<std::vector<int>>& at)
        : f_(f), members_(members), at_(at), memberOf_(f.elements.size(), -1)
    {
        for (size_t i = 0; i < members.size(); ++i)
            for (const MemberPiece& p : members[i].pieces)
                memberOf_[static_cast<size_t>(p.element)] = static_cast<int>(i);
    }

    MemberLines all()
    {
        MemberLines out;
        out.lineOf.assign(members_.size(), -1);
        for (size_t i = 0; i < members_.size(); ++i) {
            if (out.lineOf[i] >= 0) continue;
            MemberLine line = through(i);
            for (const LinePart& p : line.parts)
                out.lineOf[p.member] = static_cast<int>(out.lines.size());
            out.lines.push_back(std::move(line));
        }
        return out;
    }

private:
    struct Step
    {
        size_t member;
        bool reversed; // entered at its last end
    };

    // The member in which one goes on beyond an end.
    std::optional<Step> next(size_t member, bool last) const
    {
        const Member& m = members_[member];
        if (!m.broken.empty() || m.pieces.empty()) return std::nullopt;
        const MemberPiece& piece = last ? m.pieces.back() : m.pieces.front();
        const int node = last ? m.endNode : m.startNode;
        const Element& mine = f_.elements[piece.element];
        if (mine.behaviour != Behaviour::Beam || released(mine, node)) return std::nullopt;
        const Axes a = elementAxes(f_, mine);
        const Vec3 out = mine.j == node ? a.x : -a.x, up = f_.upward();
        std::optional<Step> best;
        double most = kLine;
        bool column = false;
        for (const int e : at_[node]) {
            const Element& other = f_.elements[e];
            if (e == piece.element || other.i == other.j || other.behaviour != Behaviour::Beam) continue;
            const auto& r = other.i == node ? other.releaseI : other.releaseJ;
            const Axes b = elementAxes(f_, other);
            const Vec3 away = other.i == node ? b.x : -b.x;
            const double line = dot(out, away);
            if (line < kLine) {
                column |= std::abs(dot(away, up)) > kSin60 &&
                          !(r[static_cast<size_t>(Force::My)] && r[static_cast<size_t>(Force::Mz)]);
                continue;
            }
            if (line < most || released(other, node)) continue;
            if (!piecesMeet({out, a.y, a.z}, b, away, f_.sections[mine.section].shape).onePlane) continue;
            if (memberOf_[static_cast<size_t>(e)] < 0) continue; // of a member that is no line
            const auto to = static_cast<size_t>(memberOf_[static_cast<size_t>(e)]);
            const Member& n = members_[to];
            if (to == member || !n.broken.empty() || (n.startNode != node && n.endNode != node)) continue;
            most = line;
            best = Step{to, n.endNode == node && n.pieces.back().element == e};
        }
        return column && std::abs(dot(out, up)) <= kSin45 ? std::nullopt : best;
    }

    // Both must choose each other, so that a line is the same from wherever it is begun.
    std::optional<Step> step(size_t member, bool last) const
    {
        const auto to = next(member, last);
        if (!to) return to;
        const auto back = next(to->member, to->reversed);
        return back && back->member == member && back->reversed == last ? to : std::nullopt;
    }

    MemberLine through(size_t start) const
    {
        // Back to where the line begins, then along it.
        Step first{start, false};
        for (size_t guard = 0; guard < members_.size(); ++guard) {
            const auto before = step(first.member, first.reversed);
            if (!before || before->member == start) break;
            first = {before->member, !before->reversed};
        }
        MemberLine out;
        std::optional<Step> at = first;
        while (at && (out.parts.empty() || at->member != first.member)) {
            append(out, *at);
            const auto to = step(at->member, !at->reversed);
            at = to ? std::optional(*to) : std::nullopt;
        }
        return out;
    }

    void append(MemberLine& line, Step s) const
    {
        const Member& m = members_[s.member];
        const bool whole = line.parts.empty();
        if (m.pieces.empty() || (whole && !s.reversed)) {
            line.chain = m;
            line.parts.push_back({s.member, 0, false, false});
            return;
        }
        Member& c = line.chain;
        LinePart part{s.member, c.length, s.reversed, false};
        if (whole) {
            c = m;
            c.pieces.clear();
            c.length = 0;
            part.at = 0;
            c.startNode = m.endNode;
        }
        const size_t n = m.pieces.size();
        for (size_t k = 0; k < n; ++k) {
            MemberPiece p = m.pieces[s.reversed ? n - 1 - k : k];
            p.reversed = p.reversed != s.reversed;
            p.start = c.length;
            const Element& e = f_.elements[p.element];
            const Axes a = elementAxes(f_, e);
            const Vec3 along = p.reversed ? -a.x : a.x;
            if (c.pieces.empty()) {
                // The line's axes are those of its first piece, turned round with it.
                p.zSign = m.pieces.back().zSign;
                p.ySign = -m.pieces.back().ySign;
                c.axes = {along, p.ySign * a.y, p.zSign * a.z};
            } else {
                const MemberPiece& q = c.pieces.back();
                const Element& b = f_.elements[q.element];
                const Axes before = elementAxes(f_, b);
                const PieceAxes meet = piecesMeet({q.reversed ? -before.x : before.x, q.ySign * before.y, q.zSign * before.z},
                                                  a, along, f_.sections[b.section].shape);
                p.ySign = meet.y < 0 ? -1 : 1;
                p.zSign = meet.z < 0 ? -1 : 1;
            }
            if (k == 0) part.otherWay = p.zSign != m.pieces[s.reversed ? n - 1 : 0].zSign;
            c.length += p.length;
            c.pieces.push_back(p);
        }
        c.endNode = s.reversed ? m.startNode : m.endNode;
        line.parts.push_back(part);
    }

    const Frame& f_;
    const SharedList<Member>& members_;
    const std::vector<std::vector<int>>& at_;
    std::vector<int> memberOf_;
};

} // namespace

MemberLines linesOf(const Frame& f, const SharedList<Member>& members, const std::vector<std::vector<int>>& elementsAt)
{
    return Liner(f, members, elementsAt).all();
}

} // namespace wr
