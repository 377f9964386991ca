// Design groups: members that are to share one section and cannot.
#include "core/audit/families.h"

#include <fmt/format.h>
#include <map>
#include <set>

namespace wr {

void auditGroups(const CheckModel& model, std::vector<Finding>& out)
{
    const Frame& f = model.frame();
    struct Of
    {
        std::set<ShapeKind> kinds;
        std::set<std::string> sections;
        std::vector<std::string> members;
    };
    std::map<std::string, Of> groups;
    for (const Member& m : model.members()) {
        if (m.group.empty() || m.section < 0) continue;
        const FrameSection& s = f.sections[m.section];
        Of& g = groups[m.group];
        g.kinds.insert(s.shape.kind);
        g.sections.insert(s.name.empty() ? s.id : s.name);
        g.members.push_back(m.id);
    }
    for (auto& [id, g] : groups) {
        if (g.kinds.size() < 2) continue;
        std::string list;
        for (const std::string& s : g.sections)
            list += (list.empty() ? "" : ", ") + s;
        out.push_back(
            finding("group.mixed", "/design/groups", id,
                    fmt::format("group {} holds shapes of different kinds ({}): no one section can serve them all", id, list)));
        out.back().about = std::move(g.members);
    }
}

} // namespace wr
