#include "core/shaping/carry_decisions.h"

#include "core/members/members.h"
#include "core/shaping/carry_entries.h"
#include "core/shaping/fresh_names.h"

#include <algorithm>
#include <fmt/format.h>
#include <map>
#include <set>

namespace wr {

namespace {

Formed formed(const Frame& f)
{
    std::vector<Finding> ignored;
    return formMembers(f, ignored);
}

// Elements that hang together by nodes, each run in the order of the table.
std::vector<std::vector<int>> runsOf(const Frame& f, const std::vector<int>& elements)
{
    std::vector<std::vector<int>> runs;
    std::vector<std::set<int>> nodes;
    for (const int e : elements) {
        const Element& x = f.elements[static_cast<size_t>(e)];
        std::vector<int> run{e};
        std::set<int> of{x.i, x.j};
        for (size_t k = runs.size(); k-- > 0;) {
            if (!nodes[k].contains(x.i) && !nodes[k].contains(x.j)) continue;
            run.insert(run.end(), runs[k].begin(), runs[k].end());
            of.merge(nodes[k]);
            runs.erase(runs.begin() + static_cast<std::ptrdiff_t>(k));
            nodes.erase(nodes.begin() + static_cast<std::ptrdiff_t>(k));
        }
        std::sort(run.begin(), run.end());
        runs.push_back(std::move(run));
        nodes.push_back(std::move(of));
    }
    std::sort(runs.begin(), runs.end());
    return runs;
}

// Members that were put together run as those they come from; `origin`: by name, where that is another.
void turnAsBefore(const Frame& before, Frame& next, const Lineage& lineage, const std::map<std::string, std::string>& origin,
                  bool onlyThose = false)
{
    const Formed was = formed(before), now = formed(next);
    std::map<std::string, bool> wrong;
    for (size_t k = 0; k < was.members().size(); ++k)
        for (const MemberPiece& p : was.members()[k].pieces)
            for (const ElementShare& s : lineage.elements[static_cast<size_t>(p.element)]) {
                const Member& m = now.members()[static_cast<size_t>(now.ofElement(s.element))];
                if (m.byRule || m.followsRule || wrong.contains(m.id)) continue;
                const auto from = origin.find(m.id);
                if (from == origin.end() && onlyThose) continue;
                if ((from == origin.end() ? m.id : from->second) != was.members()[k].id) continue;
                const auto piece = std::find_if(m.pieces.begin(), m.pieces.end(),
                                                [&](const MemberPiece& x) { return x.element == s.element; });
                wrong[m.id] = (p.reversed != s.reversed()) != piece->reversed;
            }
    std::vector<DesignMember> rows = std::as_const(next).design.members.list();
    bool any = false;
    for (DesignMember& d : rows)
        if (const auto at = wrong.find(d.id); at != wrong.end() && at->second) {
            d.turned = !d.turned;
            any = true;
        }
    if (any) next.design.members = std::move(rows);
}

// As they stood, what is new behind.
void inOrderOf(const std::vector<DesignMember>& before, Frame& next)
{
    std::map<std::string, size_t> places;
    for (const DesignMember& m : before)
        places.emplace(m.id, places.size());
    const auto placeOf = [&](const DesignMember& m) {
        const auto at = places.find(m.id);
        return at == places.end() ? places.size() : at->second;
    };
    std::vector<DesignMember> list = std::as_const(next).design.members.list();
    std::stable_sort(list.begin(), list.end(),
                     [&](const DesignMember& a, const DesignMember& b) { return placeOf(a) < placeOf(b); });
    next.design.members = std::move(list);
}

class Decisions
{
public:
    Decisions(const Frame& before, Frame& next, const Lineage& l) : before_(before), next_(next), lineage_(l) {}

    void carry(std::vector<std::string>& told)
    {
        if (before_.design.members.empty() && before_.design.restraints.empty() && before_.design.lengths.empty()) return;
        members();
        turnAsBefore(before_, next_, lineage_, origin_);
        const size_t lost = carryEntries(before_, next_, lineage_);
        if (!gone_.empty())
            told.push_back(gone_.size() == 1 ? fmt::format("what was said of member {}", gone_.front())
                                             : fmt::format("what was said of {} members", gone_.size()));
        if (lost > 0) told.push_back(lost == 1 ? "1 hold or length" : fmt::format("{} holds or lengths", lost));
    }

private:
    void members()
    {
        std::vector<DesignMember> rows, ruled;
        FreshNames names(before_.design.members.list());
        for (const Element& e : std::as_const(next_).elements.list())
            names.take(e.id);
        std::set<int> taken;
        for (const DesignMember& m : before_.design.members.list()) {
            DesignMember n = m;
            n.elements.clear();
            for (const int e : m.elements)
                for (const ElementShare& s : lineage_.elements[static_cast<size_t>(e)])
                    if (taken.insert(s.element).second) n.elements.push_back(s.element);
            // Joined across two members: the first of them has it.
            if (n.elements.empty()) {
                gone_.push_back(m.id);
                continue;
            }
            if (sameElements(m, n)) {
                (m.byRule ? ruled : rows).push_back(std::move(n)); // in the order it had
                continue;
            }
            std::sort(n.elements.begin(), n.elements.end());
            if (m.byRule) {
                ruled.push_back(std::move(n));
                continue;
            }
            auto runs = runsOf(next_, n.elements);
            // What hung together and falls apart; what never did is told by the audit.
            if (runs.size() <= runsOf(before_, m.elements).size()) {
                rows.push_back(std::move(n));
                continue;
            }
            for (size_t k = 0; k < runs.size(); ++k) {
                DesignMember part = n;
                if (k > 0) {
                    part.id = names.like(m.id);
                    origin_[part.id] = m.id;
                }
                part.elements = std::move(runs[k]);
                rows.push_back(std::move(part));
            }
        }
        next_.design.members = std::move(rows);
        if (!ruled.empty()) formByRule(next_, ruled);
        inOrderOf(before_.design.members.list(), next_);
        if (next_.design.members == before_.design.members) next_.design.members = before_.design.members;
    }
    bool sameElements(const DesignMember& was, const DesignMember& now) const
    {
        return was.elements.size() == now.elements.size() &&
               std::all_of(was.elements.begin(), was.elements.end(), [&](int e) { return lineage_.whole(e); });
    }

    const Frame& before_;
    Frame& next_;
    const Lineage& lineage_;
    std::vector<std::string> gone_;
    std::map<std::string, std::string> origin_; // of members that fell off another
};

} // namespace

void carryDecisions(const Frame& before, Frame& next, const Lineage& lineage, std::vector<std::string>& told)
{
    Decisions(before, next, lineage).carry(told);
}

void copyDecisions(const Frame& before, Frame& next, const Lineage& copies, const CopiedDecisions& what)
{
    if (before.design.members.empty() && before.design.restraints.empty() && before.design.lengths.empty()) return;
    const Formed was = formed(before);
    FreshNames names(std::as_const(next).design.members.list());
    for (const Element& e : std::as_const(next).elements.list())
        names.take(e.id);
    std::vector<DesignMember> rows, ruled;
    std::map<std::string, std::string> origin;
    for (const DesignMember& m : before.design.members.list()) {
        DesignMember n = m;
        n.elements.clear();
        bool whole = true;
        for (const int e : m.elements) {
            const auto& shares = copies.elements[static_cast<size_t>(e)];
            whole &= !shares.empty();
            for (const ElementShare& s : shares)
                n.elements.push_back(s.element);
        }
        // Of a part of a member only that part's own is known: it is what the rule makes of it.
        if (n.elements.empty() || (!whole && !m.byRule)) continue;
        if (!what.groups) n.group.clear();
        if (!what.briefs) n.brief.clear();
        if (!what.holds) n.ruleHolds = true;
        if (m.byRule) {
            ruled.push_back(std::move(n));
            continue;
        }
        n.id = names.like(m.id);
        origin[n.id] = m.id;
        rows.push_back(std::move(n));
    }
    if (!rows.empty()) next.design.members.insert(next.design.members.end(), rows.begin(), rows.end());
    // What the rule made before may hold copies that are members of their own now.
    std::vector<DesignMember> again;
    for (const DesignMember& d : std::as_const(next).design.members.list())
        if (d.byRule) again.push_back(d);
    again.insert(again.end(), ruled.begin(), ruled.end());
    if (!again.empty()) {
        const std::vector<DesignMember> order = std::as_const(next).design.members.list();
        formByRule(next, again);
        inOrderOf(order, next);
    }
    turnAsBefore(before, next, copies, origin, true);
    if (what.holds) copyEntries(before, next, copies);
}

void formByRule(Frame& f, const std::vector<DesignMember>& rows)
{
    std::set<std::string> ids;
    for (const DesignMember& d : rows)
        ids.insert(d.id);
    erase_if(f.design.members, [&](const DesignMember& d) { return ids.contains(d.id); });
    const Formed now = formed(f);
    std::set<int> done;
    std::vector<DesignMember> more;
    for (const DesignMember& d : rows) {
        if (d.group.empty() && d.brief.empty() && !d.exclude && d.ruleHolds && !d.kind) continue;
        for (const int el : d.elements) {
            const int chain = now.ofElement(el);
            const Member& m = now.members()[static_cast<size_t>(chain)];
            if (!m.byRule || !done.insert(chain).second) continue;
            DesignMember row = d;
            row.id = m.id;
            row.turned = row.byHand = false;
            row.byRule = true;
            row.elements.clear();
            for (const MemberPiece& p : m.pieces)
                row.elements.push_back(p.element);
            std::sort(row.elements.begin(), row.elements.end());
            more.push_back(std::move(row));
        }
    }
    if (!more.empty()) f.design.members.insert(f.design.members.end(), more.begin(), more.end());
}

} // namespace wr
