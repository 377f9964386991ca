#include "core/files/ready_briefs.h"

#include "core/base/shipped.h"
#include "core/files/brief_json.h"

#include <stdexcept>

namespace wr {

namespace {

std::vector<ReadyBrief> readAll()
{
    std::vector<ReadyBrief> out;
    std::vector<Finding> findings;
    const Json file = Json::parse(shippedFile("briefs/ready.json"));
    const UnitSystem units; // m, kN, mm, MPa
    for (const Json& one : file.at("briefs")) {
        ReadyBrief r;
        Json rest = one.at("brief");
        r.brief.id = rest.at("id").get<std::string>();
        rest.erase("id");
        Cursor c(rest, "/briefs/" + r.brief.id, findings);
        readBrief(c, units, findings, r.brief);
        for (const auto& [key, reason] : one.at("reasons").items())
            r.reasons.emplace(key, reason.get<std::string>());
        out.push_back(std::move(r));
    }
    if (!findings.empty()) throw std::logic_error("briefs/ready.json: " + findings.front().place + " " + findings.front().text);
    return out;
}

} // namespace

const std::vector<ReadyBrief>& readyBriefs()
{
    static const std::vector<ReadyBrief> list = readAll();
    return list;
}

} // namespace wr
