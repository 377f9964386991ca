#include "core/project/brief_edits.h"

#include "core/base/nearest.h"
#include "core/project/hold_edits.h"

#include <algorithm>
#include <fmt/format.h>
#include <unordered_map>
#include <unordered_set>

namespace wr {

namespace {

using Words = std::expected<std::string, std::string>;

template <class T> int placeOf(const Rows<T>& rows, std::string_view id)
{
    const auto& list = rows.list();
    const auto it = std::find_if(list.begin(), list.end(), [&](const T& t) { return t.id == id; });
    return it == list.end() ? -1 : static_cast<int>(it - list.begin());
}

// Every entry of design.members that is one of those, to be changed.
template <class F> void eachOf(Frame& f, const std::vector<MemberRef>& members, F&& change)
{
    declareMembers(f, members);
    std::unordered_set<std::string_view> wanted;
    for (const MemberRef& m : members)
        wanted.insert(m.id);
    for (DesignMember& d : f.design.members.edit())
        if (wanted.contains(d.id)) change(d);
}

// A file whose members name briefs that it does not list stands for the defaults under those names. With the first brief that
// is listed the others would name nothing: they are listed too, as the defaults they stood for.
void listNamed(Frame& f)
{
    if (!f.design.briefs.empty()) return;
    for (const DesignMember& d : f.design.members.list())
        if (!d.brief.empty() && placeOf(f.design.briefs, d.brief) < 0) {
            Brief b;
            b.id = d.brief;
            f.design.briefs.push_back(std::move(b));
        }
}

void addGroup(Frame& f, const std::string& id)
{
    if (!id.empty() && !f.design.groups.empty() && placeOf(f.design.groups, id) < 0) f.design.groups.push_back({id, {}, {}});
}

} // namespace

std::string freeBriefName(const Frame& f, const std::string& wish)
{
    std::string id = wish;
    for (int n = 2; placeOf(f.design.briefs, id) >= 0; ++n)
        id = fmt::format("{} ({})", wish, n);
    return id;
}

namespace {

// A brief whose settings are asked for anew, and that there is not; empty: none.
std::string settingsFault(const Frame& f, const Brief& b)
{
    const int at = placeOf(f.design.briefs, b.id);
    for (size_t p = 0; p < kPurposeCount; ++p) {
        const std::string& name = b.settings[p];
        if (name.empty() || name == b.id || placeOf(f.design.briefs, name) >= 0) continue;
        if (at >= 0 && f.design.briefs.list()[static_cast<size_t>(at)].settings[p] == name) continue; // stood before
        std::vector<std::string> names;
        for (const Brief& other : f.design.briefs.list())
            names.push_back(other.id);
        return fmt::format("there is no brief \"{}\"{}", name, didYouMean(name, names));
    }
    return {};
}

} // namespace

Words applyBriefEdit(Frame& f, const PutBrief& e)
{
    if (e.brief.id.find_first_not_of(' ') == std::string::npos) return std::unexpected("a brief needs a name");
    f.hasDesign = true;
    listNamed(f);
    const bool renamed = !e.was.empty() && e.was != e.brief.id;
    if (const std::string fault = settingsFault(f, e.brief); !fault.empty()) return std::unexpected(fault);
    if (renamed && placeOf(f.design.briefs, e.brief.id) >= 0)
        return std::unexpected(fmt::format("there is a brief \"{}\" already", e.brief.id));
    const int at = placeOf(f.design.briefs, renamed ? e.was : e.brief.id);
    if (renamed && at < 0) return std::unexpected(fmt::format("there is no brief \"{}\"", e.was));
    if (at < 0) {
        f.design.briefs.push_back(e.brief);
        return fmt::format("New brief {}", e.brief.id);
    }
    f.design.briefs.edit()[static_cast<size_t>(at)] = e.brief;
    for (size_t p = 0; renamed && p < kPurposeCount; ++p) // who borrows its settings
        for (Brief& b : f.design.briefs.edit())
            if (b.settings[p] == e.was) b.settings[p] = e.brief.id;
    if (!renamed) return fmt::format("Brief {}", e.brief.id);
    for (DesignMember& d : f.design.members.edit())
        if (d.brief == e.was) d.brief = e.brief.id;
    return fmt::format("Brief {} renamed to {}", e.was, e.brief.id);
}

Words applyBriefEdit(Frame& f, const GiveBrief& e)
{
    if (e.members.empty()) return std::unexpected("pick the members that are to get the brief");
    listNamed(f);
    if (!e.brief.empty() && placeOf(f.design.briefs, e.brief) < 0)
        return std::unexpected(fmt::format("there is no brief \"{}\"", e.brief));
    eachOf(f, e.members, [&](DesignMember& d) { d.brief = e.brief; });
    return e.brief.empty() ? fmt::format("No brief for {}", forMembers(e.members))
                           : fmt::format("Brief {} for {}", e.brief, forMembers(e.members));
}

Words applyBriefEdit(Frame& f, const DropBrief& e)
{
    listNamed(f);
    if (placeOf(f.design.briefs, e.brief) < 0) return std::unexpected(fmt::format("there is no brief \"{}\"", e.brief));
    if (e.to == e.brief) return std::unexpected("its members need another brief than itself");
    if (!e.to.empty() && placeOf(f.design.briefs, e.to) < 0)
        return std::unexpected(fmt::format("there is no brief \"{}\"", e.to));
    erase_if(f.design.briefs, [&](const Brief& b) { return b.id == e.brief; });
    size_t count = 0;
    for (DesignMember& d : f.design.members.edit())
        if (d.brief == e.brief) {
            d.brief = e.to;
            ++count;
        }
    if (count == 0) return fmt::format("Brief {} deleted", e.brief);
    return fmt::format("Brief {} deleted, {} members {}", e.brief, count, e.to.empty() ? "without one" : "get " + e.to);
}

Words applyBriefEdit(Frame& f, const TakeOver& e)
{
    if (e.to.empty()) return std::unexpected("pick the members that are to take over");
    if (!e.brief && !e.holds && !e.lengths && !e.group) return std::unexpected("tick what is to be taken over");
    DesignMember from; // of a member that no entry lists nothing is said
    if (const int at = placeOf(f.design.members, e.from.id); at >= 0) from = f.design.members[static_cast<size_t>(at)];
    std::vector<MemberRef> to;
    for (const MemberRef& m : e.to)
        if (m.id != e.from.id) to.push_back(m);
    if (to.empty()) return std::unexpected(fmt::format("{} has it already", e.from.id));
    eachOf(f, to, [&](DesignMember& d) {
        if (e.brief) d.brief = from.brief;
        if (e.group) d.group = from.group;
    });
    if (e.holds || e.lengths)
        if (const auto words = applyHoldEdit(f, SameHolds{e.from, to, e.byFraction, e.holds, e.lengths}); !words) return words;
    std::string what;
    for (const auto& [on, word] : {std::pair{e.brief, "brief"}, {e.holds, "holds"}, {e.lengths, "lengths"}, {e.group, "group"}})
        if (on) what += (what.empty() ? "" : ", ") + std::string(word);
    what.front() = static_cast<char>(std::toupper(static_cast<unsigned char>(what.front())));
    return fmt::format("{} of {} for {}", what, e.from.id, forMembers(to));
}

Words applyBriefEdit(Frame& f, const SetGroups& e)
{
    if (e.members.empty()) return std::unexpected("there are no members to group");
    std::unordered_map<std::string_view, std::string_view> wanted;
    std::vector<MemberRef> refs;
    for (const auto& [m, group] : e.members) {
        wanted.emplace(m.id, group);
        refs.push_back(m);
    }
    eachOf(f, refs, [&](DesignMember& d) { d.group = wanted.at(d.id); });
    for (const auto& [m, group] : e.members)
        addGroup(f, group);
    return e.words;
}

Words applyBriefEdit(Frame& f, const RenameGroup& e)
{
    if (e.from.empty()) return std::unexpected("members without a group have none to rename: pick them and give them one");
    if (e.to == e.from) return std::unexpected(fmt::format("it is called {} already", e.from));
    bool there = placeOf(f.design.groups, e.to) >= 0, any = placeOf(f.design.groups, e.from) >= 0;
    for (const DesignMember& d : f.design.members.list()) {
        there |= !e.to.empty() && d.group == e.to;
        any |= d.group == e.from;
    }
    if (!any) return std::unexpected(fmt::format("there is no group \"{}\"", e.from));
    for (DesignMember& d : f.design.members.edit())
        if (d.group == e.from) d.group = e.to;
    const int at = placeOf(f.design.groups, e.from);
    if (at >= 0 && (there || e.to.empty()))
        erase_if(f.design.groups, [&](const Group& g) { return g.id == e.from; });
    else if (at >= 0)
        f.design.groups.edit()[static_cast<size_t>(at)].id = e.to;
    if (e.to.empty()) return fmt::format("Group {} dissolved", e.from);
    return there ? fmt::format("Group {} merged into {}", e.from, e.to) : fmt::format("Group {} renamed to {}", e.from, e.to);
}

Words applyBriefEdit(Frame& f, const SetExclude& e)
{
    if (e.members.empty()) return std::unexpected("pick the members first");
    eachOf(f, e.members, [&](DesignMember& d) { d.exclude = e.on; });
    return fmt::format("{} {}", e.on ? "Left out of design:" : "Taken into design again:", forMembers(e.members));
}

Words applyBriefEdit(Frame& f, const SetKind& e)
{
    if (e.members.empty()) return std::unexpected("pick the members first");
    eachOf(f, e.members, [&](DesignMember& d) { d.kind = e.kind; });
    return e.kind ? fmt::format("Kind {} for {}", memberKindName(*e.kind), forMembers(e.members))
                  : fmt::format("Kind by slope and releases for {}", forMembers(e.members));
}

Words applyBriefEdit(Frame& f, const PutPick& e)
{
    if (e.pick.id.find_first_not_of(' ') == std::string::npos) return std::unexpected("a saved pick needs a name");
    f.hasDesign = true;
    const int at = placeOf(f.design.picks, e.pick.id);
    if (at < 0)
        f.design.picks.push_back(e.pick);
    else
        f.design.picks.edit()[static_cast<size_t>(at)] = e.pick;
    return fmt::format("Pick {} kept", e.pick.id);
}

Words applyBriefEdit(Frame& f, const DropPick& e)
{
    if (placeOf(f.design.picks, e.pick) < 0) return std::unexpected(fmt::format("there is no saved pick \"{}\"", e.pick));
    erase_if(f.design.picks, [&](const SavedPick& p) { return p.id == e.pick; });
    return fmt::format("Pick {} forgotten", e.pick);
}

Words applyBriefEdit(Frame& f, const SetFrameLimits& e)
{
    f.hasDesign = true;
    f.design.frameLimits = e.limits;
    const size_t n = e.limits.size();
    return n == 0 ? std::string("No limits of the frame") : fmt::format("{} limit{} of the frame", n, n == 1 ? "" : "s");
}

} // namespace wr
