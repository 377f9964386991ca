#include "core/files/listing_json.h"

#include "core/base/numbers.h"
#include "core/files/json_value.h"
#include "core/sections/listing.h"

#include <cmath>

namespace wr {

namespace {

constexpr int kDigits = 8;

Json sectionJson(const CatalogueSection& s)
{
    Json o = {{"designation", s.designation},
              {"family", s.family},
              {"standard", s.standard},
              {"shape", shapeName(s.shape.kind)},
              {"mass", rounded(s.listedMass, kDigits)}};
    for (const ListedValue& v : listedValues())
        o[std::string(v.key)] = rounded(inMillimetres(v, s), kDigits);
    Json published = Json::object();
    for (const StatedKey& k : statedKeys())
        if (const auto& x = s.published.*k.stated)
            published[std::string(k.key)] = rounded(*x * std::pow(1000.0, k.power), kDigits);
    if (!published.empty()) o["published"] = std::move(published);
    return o;
}

} // namespace

std::string sectionsJson(const std::vector<const CatalogueSection*>& list)
{
    Json out = Json::array();
    for (const CatalogueSection* s : list)
        out.push_back(sectionJson(*s));
    return out.dump(1) + "\n";
}

std::string gradesJson(const std::vector<const Grade*>& list)
{
    Json out = Json::array();
    for (const Grade* g : list) {
        Json steps = Json::array();
        for (const GradeStep& s : g->steps)
            steps.push_back({{"to", s.thickness * 1e3}, {"fy", s.fy / 1e6}, {"fu", s.fu / 1e6}});
        out.push_back({{"name", g->name},
                       {"standard", g->standard},
                       {"e", g->e / 1e6},
                       {"g", g->g / 1e6},
                       {"density", g->density},
                       {"strengths", steps}});
    }
    return out.dump(1) + "\n";
}

} // namespace wr
