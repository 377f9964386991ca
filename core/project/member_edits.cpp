#include "core/project/member_edits.h"

#include "core/members/forming_reason.h"
#include "core/members/members.h"
#include "core/shaping/carry_decisions.h"
#include "core/shaping/carry_entries.h"

#include <algorithm>
#include <fmt/format.h>
#include <set>
#include <unordered_set>

namespace wr {

namespace {

using Words = std::expected<std::string, std::string>;

Formed formed(const Frame& f)
{
    std::vector<Finding> ignored;
    return formMembers(f, ignored);
}

DesignMember* rowOf(Frame& f, const std::string& id)
{
    const auto& list = f.design.members.list();
    const auto it = std::find_if(list.begin(), list.end(), [&](const DesignMember& d) { return d.id == id; });
    return it == list.end() ? nullptr : &f.design.members.edit()[static_cast<size_t>(it - list.begin())];
}

// The row of a member, made where the rule formed it.
DesignMember rowFor(Frame& f, const Member& m)
{
    if (const DesignMember* d = rowOf(f, m.id)) return *d;
    DesignMember d;
    d.id = m.id;
    for (const MemberPiece& p : m.pieces)
        d.elements.push_back(p.element);
    return d;
}

void put(Frame& f, DesignMember d)
{
    f.hasDesign = true;
    d.byHand = true;
    d.byRule = false;
    if (DesignMember* row = rowOf(f, d.id))
        *row = std::move(d);
    else
        f.design.members.push_back(std::move(d));
}

void remove(Frame& f, const std::set<std::string>& ids)
{
    erase_if(f.design.members, [&](const DesignMember& d) { return ids.contains(d.id); });
}

Words finish(const Frame& before, Frame& f, Frame& next, std::string words)
{
    carryEntries(before, next);
    f = std::move(next);
    return words;
}

std::string missing(const std::string& id)
{
    return fmt::format("there is no member {} any more", id);
}

} // namespace

Words applyMemberEdit(Frame& f, const JoinMembers& e)
{
    if (e.members.size() < 2) return std::unexpected("pick two or more members to join");
    const Formed was = formed(f);
    // The first in the order of the file gives name, group and brief.
    std::vector<size_t> parts;
    for (const std::string& id : e.members) {
        const auto at = was.find(id);
        if (!at) return std::unexpected(missing(id));
        parts.push_back(*at);
    }
    const auto first = [&](size_t i) {
        const auto& p = was.members()[i].pieces;
        return std::min_element(p.begin(), p.end(), [](const auto& a, const auto& b) { return a.element < b.element; })
            ->element;
    };
    std::sort(parts.begin(), parts.end(), [&](size_t a, size_t b) { return first(a) < first(b); });
    Frame next = f;
    DesignMember row = rowFor(next, was.members()[parts.front()]);
    row.elements.clear();
    std::set<std::string> gone;
    for (const size_t i : parts) {
        for (const MemberPiece& p : was.members()[i].pieces)
            row.elements.push_back(p.element);
        if (i != parts.front()) gone.insert(was.members()[i].id);
    }
    std::sort(row.elements.begin(), row.elements.end());
    row.turned = false;
    const std::string id = row.id;
    remove(next, gone);
    put(next, std::move(row));
    const Formed now = formed(next);
    const Member& m = now.members()[*now.find(id)];
    if (!m.broken.empty()) return std::unexpected(fmt::format("they make no member: {}", m.broken));
    return finish(f, f, next, fmt::format("{} joined to {}", fmt::join(gone, ", "), id));
}

Words applyMemberEdit(Frame& f, const SplitMember& e)
{
    const Formed was = formed(f);
    const auto at = was.find(e.member);
    if (!at) return std::unexpected(missing(e.member));
    const Member& m = was.members()[*at];
    if (!m.broken.empty()) return std::unexpected(fmt::format("member {} is no line: {}", m.id, m.broken));
    const auto nodes = nodesAlong(f, m);
    const auto node = std::find_if(nodes.begin(), nodes.end(), [&](const auto& n) { return n.first == e.node; });
    if (node == nodes.end() || node == nodes.begin() || node + 1 == nodes.end())
        return std::unexpected(fmt::format("member {} can be split at a node inside it only", m.id));
    const auto cut = static_cast<size_t>(node - nodes.begin());
    std::vector<int> halves[2];
    for (size_t k = 0; k < m.pieces.size(); ++k)
        halves[k < cut ? 0 : 1].push_back(m.pieces[k].element);
    for (auto& h : halves)
        std::sort(h.begin(), h.end());
    // The name stays with the half that holds the first element, as the rule would have it.
    if (halves[1].front() < halves[0].front()) std::swap(halves[0], halves[1]);
    std::unordered_set<std::string> taken;
    for (size_t i = 0; i < was.members().size(); ++i)
        taken.insert(was.members()[i].id);
    const std::string wish = f.elements[static_cast<size_t>(halves[1].front())].id;
    std::string name = wish;
    for (int n = 2; taken.contains(name); ++n)
        name = fmt::format("{} ({})", wish, n);
    Frame next = f;
    DesignMember row = rowFor(next, m);
    row.turned = false;
    DesignMember other = row;
    row.elements = halves[0];
    other.elements = halves[1];
    other.id = name;
    const std::string id = row.id;
    put(next, std::move(row));
    put(next, std::move(other));
    return finish(f, f, next, fmt::format("{} split at node {}: {} and {}", id, f.nodes[e.node].id, id, name));
}

Words applyMemberEdit(Frame& f, const TurnMembers& e)
{
    const Formed was = formed(f);
    Frame next = f;
    for (const std::string& id : e.members) {
        const auto at = was.find(id);
        if (!at) return std::unexpected(missing(id));
        DesignMember row = rowFor(next, was.members()[*at]);
        row.turned = !row.turned;
        put(next, std::move(row));
    }
    return finish(f, f, next,
                  e.members.size() == 1 ? fmt::format("{} turned round", e.members.front())
                                        : fmt::format("{} members turned round", e.members.size()));
}

Words applyMemberEdit(Frame& f, const BackToRule& e)
{
    std::vector<DesignMember> rows;
    const std::unordered_set<std::string> wanted(e.members.begin(), e.members.end());
    for (const DesignMember& d : f.design.members.list())
        if (!d.byRule && wanted.contains(d.id)) rows.push_back(d);
    if (rows.empty()) return std::unexpected("these members are formed by rule already");
    Frame next = f;
    formByRule(next, rows);
    return finish(f, f, next,
                  rows.size() == 1 ? fmt::format("{} formed by rule", rows.front().id)
                                   : fmt::format("{} members formed by rule", rows.size()));
}

Words applyMemberEdit(Frame& f, const SetForming& e)
{
    Frame next = f;
    next.hasDesign = true;
    next.design.forming = e.rule;
    std::vector<DesignMember> rows;
    for (const DesignMember& d : f.design.members.list())
        if (d.byRule) rows.push_back(d);
    if (!rows.empty()) formByRule(next, rows);
    const size_t was = formed(f).members().size(), now = formed(next).members().size();
    return finish(f, f, next, fmt::format("Rule for members: {} become {}", was, now));
}

} // namespace wr
