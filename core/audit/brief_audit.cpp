// Briefs: members that have none where others do.
#include "core/audit/families.h"

#include <fmt/format.h>

namespace wr {

void auditBriefs(const CheckModel& model, std::vector<Finding>& out)
{
    if (model.frame().design.briefs.empty()) return;
    std::vector<std::string> about;
    for (const Member& m : model.members())
        if (!m.exclude && m.brief.empty()) about.push_back(m.id);
    if (about.empty()) return;
    out.push_back(finding("brief.missing", "/design/members", about.front(),
                          about.size() == 1
                              ? fmt::format("member {} has no brief: it is checked by the defaults", about.front())
                              : fmt::format("{} members have no brief, {} first: they are checked by the defaults",
                                            about.size(), about.front())));
    out.back().about = std::move(about);
}

} // namespace wr
