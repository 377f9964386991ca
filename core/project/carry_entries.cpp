#include "core/project/carry_entries.h"

#include "core/members/members.h"

#include <algorithm>
#include <cmath>
#include <optional>

namespace wr {

namespace {

constexpr double kDust = 1e-6; // m

// A stretch of one member; a point where both ends are the same.
struct Place
{
    size_t member;
    double from, to;
};

class Carrier
{
public:
    Carrier(const Formed& before, const Formed& after) : before_(before), after_(after) {}

    // Where a stretch of a member lies now, one place a member; nothing where the member stands as it stood.
    std::optional<std::vector<Place>> moved(const std::string& name, double from, double to) const
    {
        const auto at = before_.find(name);
        if (!at) return std::nullopt;
        const Member& m = before_.members()[*at];
        if (stands(m)) return std::nullopt;
        std::vector<Place> out;
        for (const MemberPiece& p : m.pieces) {
            const double a = std::max(from, p.start), b = std::min(to, p.start + p.length);
            if (b < a - kDust || (to > from + kDust && b < a + kDust)) continue; // a stretch that only touches is not in it
            add(out, p, a - p.start, b - p.start);
        }
        return out;
    }
    const Formed& after() const { return after_; }
    double lengthBefore(const std::string& name) const
    {
        const auto at = before_.find(name);
        return at ? before_.members()[*at].length : 0;
    }

private:
    bool stands(const Member& m) const
    {
        const Member& now = after_.members()[static_cast<size_t>(after_.ofElement(m.pieces.front().element))];
        const auto same = [](const MemberPiece& a, const MemberPiece& b) {
            return a.element == b.element && a.reversed == b.reversed;
        };
        return now.id == m.id && std::equal(m.pieces.begin(), m.pieces.end(), now.pieces.begin(), now.pieces.end(), same);
    }
    // From..to along the old piece, in the sense of the old member.
    void add(std::vector<Place>& out, const MemberPiece& old, double from, double to) const
    {
        const auto index = static_cast<size_t>(after_.ofElement(old.element));
        for (const MemberPiece& p : after_.members()[index].pieces) {
            if (p.element != old.element) continue;
            const bool turned = p.reversed != old.reversed;
            const double a = p.start + (turned ? p.length - to : from), b = p.start + (turned ? p.length - from : to);
            for (Place& x : out)
                if (x.member == index && a <= x.to + kDust && b >= x.from - kDust) {
                    x.from = std::min(x.from, a);
                    x.to = std::max(x.to, b);
                    return;
                }
            out.push_back({index, a, b});
        }
    }

    const Formed &before_, &after_;
};

bool atEnd(const Member& m, double at)
{
    return at < kDust || at > m.length - kDust;
}

void carry(const DesignRestraint& r, const Carrier& c, std::vector<DesignRestraint>& out)
{
    const auto places = c.moved(r.member, r.at, r.to.value_or(r.at));
    if (!places) {
        out.push_back(r);
        return;
    }
    for (const Place& p : *places) {
        const Member& m = c.after().members()[p.member];
        DesignRestraint x = r;
        x.member = m.id;
        x.at = p.from;
        if (r.to) x.to = p.to;
        x.free = r.free && atEnd(m, p.from);
        if (!x.holds.empty() || !x.lets.empty() || x.free) out.push_back(std::move(x));
    }
}

void carry(const DesignLength& l, const Carrier& c, std::vector<DesignLength>& out)
{
    const double whole = c.lengthBefore(l.member);
    const auto places = c.moved(l.member, l.from.value_or(0), l.to.value_or(whole));
    if (!places) {
        out.push_back(l);
        return;
    }
    for (const Place& p : *places) {
        const Member& m = c.after().members()[p.member];
        DesignLength x = l;
        x.member = m.id;
        // What was said of a whole member is said of the whole of its parts.
        const bool all = !l.from && !l.to && atEnd(m, p.from) && atEnd(m, p.to);
        x.from = all ? std::nullopt : std::optional(p.from);
        x.to = all ? std::nullopt : std::optional(p.to);
        out.push_back(std::move(x));
    }
}

} // namespace

void carryEntries(const Frame& before, Frame& after)
{
    if (after.design.restraints.empty() && after.design.lengths.empty()) return;
    std::vector<Finding> ignored;
    const Formed was = formMembers(before, ignored), now = formMembers(after, ignored);
    const Carrier c(was, now);
    std::vector<DesignRestraint> restraints;
    for (const DesignRestraint& r : after.design.restraints.list())
        carry(r, c, restraints);
    std::vector<DesignLength> lengths;
    for (const DesignLength& l : after.design.lengths.list())
        carry(l, c, lengths);
    if (!(restraints == after.design.restraints.list())) after.design.restraints = std::move(restraints);
    if (!(lengths == after.design.lengths.list())) after.design.lengths = std::move(lengths);
}

} // namespace wr
