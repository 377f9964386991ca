// Sizes by hand at the stop Size: groups a rung up or down, one section in place of another.
#include "app/shell/document.h"
#include "app/shell/text.h"
#include "app/size/sizing_desk.h"
#include "core/project/member_ref.h"

#include <cmath>
#include <fmt/format.h>

namespace wr {

// What was done and what it does to the mass, for the status line.
void SizingDesk::tellShift(const QString& what, double before)
{
    const double shift = doc_.mass() - before;
    Q_EMIT stepped(
        QString("%1 · %2%3").arg(what, shift < 0 ? "−" : "+", str(doc_.units().text(Quantity::Mass, std::abs(shift)))));
}

QString SizingDesk::step(int by)
{
    if (!plan_) return "the rungs are not known yet";
    std::set<size_t> groups;
    if (doc_.pick().empty() && group_ >= 0) groups.insert(static_cast<size_t>(group_));
    for (size_t k = 0; k < plan_->groups.size(); ++k)
        for (const size_t m : plan_->groups[k].members)
            if (doc_.pick().contains(m)) groups.insert(k);
    SetSections edit;
    QString words;
    const double before = doc_.mass();
    for (const size_t k : groups) {
        const GroupPlan& g = plan_->groups[k];
        const FrameSection& s = doc_.frame().sections[static_cast<size_t>(doc_.model().members()[g.members.front()].section)];
        const int at = g.rungs.find(s.name.empty() ? s.id : s.name);
        int to = at < 0 ? (by > 0 ? -1 : static_cast<int>(g.rungs.rungs.size())) : at;
        if (at < 0) { // beside its ladder: the rung next to it by mass
            double mass = 0;
            for (const size_t m : g.rungs.members) {
                const Member& x = doc_.model().members()[m];
                mass += x.length * doc_.frame().sections[static_cast<size_t>(x.section)].properties.a *
                        doc_.frame().materials[static_cast<size_t>(x.material)].density;
            }
            to = -1;
            for (size_t r = 0; r < g.rungs.rungs.size(); ++r)
                if (g.rungs.rungs[r].groupMass < mass) to = static_cast<int>(r);
            if (by < 0) ++to;
        }
        do
            to += by;
        while (to >= 0 && static_cast<size_t>(to) < g.rungs.rungs.size() &&
               !g.rungs.rungs[static_cast<size_t>(to)].limit.empty() && g.rungs.rungs[static_cast<size_t>(to)].refused.empty());
        if (to < 0 || static_cast<size_t>(to) >= g.rungs.rungs.size()) {
            words = QString("%1 is on the %2 rung of %3").arg(str(g.id), by > 0 ? "last" : "first", str(g.ladder));
            continue;
        }
        const CatalogueSection& section = *g.rungs.rungs[static_cast<size_t>(to)].section;
        SetSection one{{}, section.designation, {}};
        if (section.family == "made") one.shape = section.shape;
        for (const size_t m : g.rungs.members)
            one.members.push_back(refOf(doc_.model().members()[m]));
        edit.groups.push_back(std::move(one));
        edit.words = fmt::format("{} a rung {}: {}", g.id, by > 0 ? "up" : "down", section.designation);
    }
    if (edit.groups.empty()) return words.isEmpty() ? QString("pick the members to step") : words;
    if (edit.groups.size() > 1) edit.words = fmt::format("{} groups a rung {}", edit.groups.size(), by > 0 ? "up" : "down");
    const QString what = str(edit.words);
    if (const QString trouble = doc_.run(edit); !trouble.isEmpty()) return trouble;
    tellShift(what, before);
    return {};
}

QString SizingDesk::swap(const QString& from, const QString& to)
{
    SetSection one{{}, to.trimmed().toStdString(), {}};
    const std::string was = normalisedName(from.toStdString());
    const Frame& f = doc_.frame();
    for (const Member& m : doc_.model().members()) {
        const FrameSection& s = f.sections[static_cast<size_t>(m.section)];
        if (normalisedName(s.name.empty() ? s.id : s.name) == was) one.members.push_back(refOf(m));
    }
    if (one.members.empty()) return QString("no member has the section %1").arg(from.trimmed());
    SetSections edit;
    edit.words = fmt::format("{} in place of {} for {} member{}", one.designation, from.trimmed().toStdString(),
                             one.members.size(), one.members.size() == 1 ? "" : "s");
    edit.groups.push_back(std::move(one));
    const double before = doc_.mass();
    const QString what = str(edit.words);
    if (const QString trouble = doc_.run(edit); !trouble.isEmpty()) return trouble;
    tellShift(what, before);
    return {};
}

} // namespace wr
