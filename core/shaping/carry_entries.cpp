#include "core/shaping/carry_entries.h"

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
    Carrier(const Formed& before, const Formed& after, const Lineage& lineage, bool copies = false)
        : before_(before), after_(after), lineage_(lineage), copies_(copies)
    {
    }

    // Where a stretch of a member lies now, one place a member; nothing where the member stands as it stood.
    std::optional<std::vector<Place>> moved(const std::string& name, double from, double to) const
    {
        const auto at = before_.find(name);
        if (!at) return std::nullopt;
        const Member& m = before_.members()[*at];
        if (!copies_ && stands(m)) return std::nullopt;
        std::vector<Place> out;
        for (const MemberPiece& p : m.pieces) {
            const double a = std::max(from, p.start), b = std::min(to, p.start + p.length);
            if (b < a - kDust || (to > from + kDust && b < a + kDust)) continue; // a stretch that only touches is not in it
            const double dust = kDust / p.length;
            const double x = (a - p.start) / p.length, y = (b - p.start) / p.length;
            add(out, p, p.reversed ? 1 - y : x, p.reversed ? 1 - x : y, dust);
        }
        return together(std::move(out));
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
        for (const MemberPiece& p : m.pieces)
            if (!lineage_.whole(p.element)) return false;
        const auto& first = lineage_.elements[static_cast<size_t>(m.pieces.front().element)];
        const Member& now = after_.members()[static_cast<size_t>(after_.ofElement(first.front().element))];
        const auto same = [&](const MemberPiece& a, const MemberPiece& b) {
            return lineage_.elements[static_cast<size_t>(a.element)].front().element == b.element && a.reversed == b.reversed &&
                   std::abs(a.length - b.length) <= kDust;
        };
        return now.id == m.id && std::equal(m.pieces.begin(), m.pieces.end(), now.pieces.begin(), now.pieces.end(), same);
    }
    // From..to along the old element, as shares of its length.
    void add(std::vector<Place>& out, const MemberPiece& old, double from, double to, double dust) const
    {
        const bool stretch = to > from + dust;
        for (const ElementShare& s : lineage_.elements[static_cast<size_t>(old.element)]) {
            const double a = std::max(from, s.from), b = std::min(to, s.to);
            if (b < a - dust || (stretch && b < a + dust)) continue;
            const auto place = [&](double t) { return s.start + (t - s.from) / (s.to - s.from) * (s.end - s.start); };
            put(out, s.element, std::min(place(a), place(b)), std::max(place(a), place(b)));
        }
    }
    // What touches is one; a member that came first stays first.
    static std::vector<Place> together(std::vector<Place> list)
    {
        std::vector<Place> out;
        for (const Place& next : list) {
            Place p = next;
            size_t first = out.size();
            for (size_t k = out.size(); k-- > 0;)
                if (out[k].member == p.member && p.from <= out[k].to + kDust && p.to >= out[k].from - kDust) {
                    p.from = std::min(p.from, out[k].from);
                    p.to = std::max(p.to, out[k].to);
                    out.erase(out.begin() + static_cast<std::ptrdiff_t>(k));
                    first = k;
                }
            out.insert(out.begin() + static_cast<std::ptrdiff_t>(std::min(first, out.size())), p);
        }
        return out;
    }
    // From..to along the new element.
    void put(std::vector<Place>& out, int element, double from, double to) const
    {
        const auto index = static_cast<size_t>(after_.ofElement(element));
        for (const MemberPiece& p : after_.members()[index].pieces) {
            if (p.element != element) continue;
            const double a = p.start + p.length * (p.reversed ? 1 - to : from),
                         b = p.start + p.length * (p.reversed ? 1 - from : to);
            out.push_back({index, a, b});
        }
    }

    const Formed &before_, &after_;
    const Lineage& lineage_;
    bool copies_;
};

bool atEnd(const Member& m, double at)
{
    return at < kDust || at > m.length - kDust;
}

// From where to where an entry stands, and one of its kind at a place of a member; nothing where it would say nothing there.
std::pair<double, double> standsAt(const DesignRestraint& r, double)
{
    return {r.at, r.to.value_or(r.at)};
}
std::optional<DesignRestraint> putAt(DesignRestraint x, const Member& m, const Place& p)
{
    x.at = p.from;
    if (x.to) x.to = p.to;
    x.free = x.free && atEnd(m, p.from);
    if (x.holds.empty() && x.lets.empty() && !x.free) return std::nullopt;
    return x;
}
std::pair<double, double> standsAt(const DesignLength& l, double whole)
{
    return {l.from.value_or(0), l.to.value_or(whole)};
}
std::optional<DesignLength> putAt(DesignLength x, const Member& m, const Place& p)
{
    // What was said of a whole member is said of the whole of its parts.
    const bool all = !x.from && !x.to && atEnd(m, p.from) && atEnd(m, p.to);
    x.from = all ? std::nullopt : std::optional(p.from);
    x.to = all ? std::nullopt : std::optional(p.to);
    return x;
}

template <class Entry> bool carry(const Entry& e, const Carrier& c, std::vector<Entry>& out)
{
    const auto [from, to] = standsAt(e, c.lengthBefore(e.member));
    const auto places = c.moved(e.member, from, to);
    if (!places) {
        out.push_back(e);
        return true;
    }
    for (const Place& p : *places) {
        const Member& m = c.after().members()[p.member];
        if (auto x = putAt(e, m, p)) {
            x->member = m.id;
            out.push_back(*std::move(x));
        }
    }
    return !places->empty();
}

template <class Entry> size_t carryAll(Rows<Entry>& rows, const Carrier& c)
{
    std::vector<Entry> out;
    size_t lost = 0;
    for (const Entry& e : std::as_const(rows).list())
        lost += !carry(e, c, out);
    if (!(out == std::as_const(rows).list())) rows = std::move(out);
    return lost;
}

} // namespace

size_t carryEntries(const Frame& before, Frame& after, const Lineage& lineage)
{
    if (after.design.restraints.empty() && after.design.lengths.empty()) return 0;
    std::vector<Finding> ignored;
    const Formed was = formMembers(before, ignored), now = formMembers(after, ignored);
    const Carrier c(was, now, lineage);
    return carryAll(after.design.restraints, c) + carryAll(after.design.lengths, c);
}

void copyEntries(const Frame& before, Frame& after, const Lineage& copies)
{
    std::vector<Finding> ignored;
    const Formed was = formMembers(before, ignored), now = formMembers(after, ignored);
    const Carrier c(was, now, copies, true);
    const auto behind = [&](const auto& entries, auto& rows) {
        std::remove_cvref_t<decltype(entries.list())> more;
        for (const auto& e : entries.list())
            if (was.find(e.member)) carry(e, c, more); // of a member that there is
        for (auto& e : more)
            if (std::find(std::as_const(rows).begin(), std::as_const(rows).end(), e) == std::as_const(rows).end())
                rows.push_back(std::move(e));
    };
    behind(before.design.restraints, after.design.restraints);
    behind(before.design.lengths, after.design.lengths);
}

void carryEntries(const Frame& before, Frame& after)
{
    carryEntries(before, after, Lineage::same(before));
}

} // namespace wr
