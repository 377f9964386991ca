#include "core/files/national_json.h"

#include "core/files/deflection_json.h"
#include "core/files/option_json.h"
#include "core/standards/standard.h"

namespace wr {

namespace {

std::vector<std::string_view> familiesWithSets()
{
    std::vector<std::string_view> out;
    for (const std::string_view family : standardFamilies())
        if (!standardOfFamily(family)->nationalOptions.empty()) out.push_back(family);
    return out;
}

} // namespace

NationalSet readNational(Cursor& c, std::string id, const UnitSystem& u, std::vector<Finding>& findings)
{
    NationalSet n;
    n.id = std::move(id);
    n.title = c.text("title").value_or(n.id);
    const auto families = familiesWithSets();
    n.family = c.text("standard").value_or(std::string(families.front()));
    if (std::find(families.begin(), families.end(), n.family) == families.end()) {
        c.fault("frame.value", "standard", inQuotes(n.family) + " has no national parameters; allowed: " + joined(families));
        n.family = families.front();
    }
    n.values = readOptions(c, standardOfFamily(n.family)->nationalOptions, u, findings);
    n.deflection = readDeflectionLimits(c.array("deflection"), c.at("deflection"), u, findings);
    n.extras = c.finish();
    return n;
}

Json nationalJson(const NationalSet& n, const UnitSystem& u)
{
    Json j = {{"id", n.id}, {"title", n.title}};
    if (n.family != familiesWithSets().front()) j["standard"] = n.family;
    if (const Standard* s = standardOfFamily(n.family)) putOptions(j, s->nationalOptions, n.values, u);
    if (!n.deflection.empty()) j["deflection"] = deflectionLimitsJson(n.deflection, u);
    for (const auto& [key, text] : n.extras)
        j[key] = Json::parse(text);
    return j;
}

} // namespace wr
