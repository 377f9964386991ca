#include "core/sizing/plan_groups.h"

#include <algorithm>
#include <fmt/format.h>
#include <map>
#include <set>

namespace wr {

std::string sectionNameOf(const Frame& f, int section)
{
    const FrameSection& s = f.sections[static_cast<size_t>(section)];
    return s.name.empty() ? s.id : s.name;
}

std::vector<GroupPlan> groupsToPlan(const CheckModel& model, const SizingChoice& choice)
{
    std::map<std::string, GroupPlan> named, alone;
    const std::set<size_t> only(choice.members.begin(), choice.members.end());
    std::set<std::string> touched; // groups of the members that are asked for: whole
    for (const size_t m : only)
        if (!model.members()[m].group.empty()) touched.insert(model.members()[m].group);
    for (size_t i = 0; i < model.members().size(); ++i) {
        const Member& m = model.members()[i];
        if (m.exclude || !m.broken.empty()) continue;
        if (!only.empty() && !only.contains(i) && !touched.contains(m.group)) continue;
        const std::string& id = m.group.empty() ? m.id : m.group;
        if (!choice.groups.empty() && std::find(choice.groups.begin(), choice.groups.end(), id) == choice.groups.end())
            continue;
        GroupPlan& g = (m.group.empty() ? alone : named)[id];
        g.id = id;
        g.ofMember = m.group.empty();
        g.members.push_back(i);
    }
    std::vector<GroupPlan> out;
    for (auto* list : {&named, &alone})
        for (auto& [id, g] : *list)
            out.push_back(std::move(g));
    return out;
}

std::optional<Ladder> ladderOf(const CheckModel& model, GroupPlan& g, const Catalogue& catalogue, const SizingChoice& choice)
{
    const Frame& f = model.frame();
    const auto& groups = f.design.groups.list();
    const auto at = std::find_if(groups.begin(), groups.end(), [&](const Group& x) { return !g.ofMember && x.id == g.id; });
    std::optional<Ladder> ladder;
    if (at != groups.end() && !at->ladder.empty())
        for (const Ladder& l : f.design.ladders.list())
            if (l.id == at->ladder) ladder = l;
    if (!ladder) {
        std::set<std::string> families;
        for (const size_t m : g.members)
            families.insert(familyOf(f, model.members()[m].section, catalogue));
        std::set<std::string> sections;
        for (const size_t m : g.members)
            sections.insert(sectionNameOf(f, model.members()[m].section));
        if (families.size() == 1 && families.begin()->empty() && sections.size() == 1) {
            // Nothing to choose from: it keeps what it has, if that is enough.
            Ladder own;
            own.id = kNoFamily;
            own.sections = {*sections.begin()};
            ladder = own;
        } else if (families.size() != 1 || families.begin()->empty()) {
            g.why = families.size() > 1
                        ? fmt::format("{} has sections of several families: give it a ladder", g.id)
                        : fmt::format("{} has a section that is in no family of the catalogue: give it a ladder", g.id);
            return std::nullopt;
        } else {
            Ladder own;
            own.id = own.family = *families.begin();
            ladder = own;
        }
    }
    g.rules = *ladder;
    g.ladder = ladder->id;
    g.sameAs = ladder->sameAs;
    g.target = choice.target                      ? *choice.target
               : at != groups.end() && at->target ? *at->target
               : ladder->target                   ? *ladder->target
               : f.design.target                  ? *f.design.target
                                                  : 1.0;
    return ladder;
}

} // namespace wr
