#include "core/files/modes_json.h"

#include "core/files/json_value.h"

namespace wr {

std::string bucklingJson(const Frame& f, const BucklingResult& b, const std::vector<WholeLoad>& loads)
{
    Json out = Json::array();
    for (size_t k = 0; k < b.combinations.size(); ++k) {
        const WholeLoad& load = loads[k];
        Json entry = Json::object();
        if (load.combination >= 0)
            entry["combination"] = f.combinations[load.combination].id;
        else
            entry["case"] = f.cases[load.loadCase].id;
        entry["factors"] = Json::array();
        for (const BucklingMode& m : b.combinations[k])
            entry["factors"].push_back(m.factor);
        out.push_back(std::move(entry));
    }
    return out.dump();
}

std::string vibrationJson(const VibrationResult& v, const std::string& mass)
{
    Json hertz = Json::array(), participation = Json::array();
    for (const VibrationMode& m : v.modes) {
        hertz.push_back(m.frequency);
        participation.push_back({m.participation.x, m.participation.y, m.participation.z});
    }
    return Json{{"mass", mass}, {"hz", hertz}, {"participation", participation}}.dump();
}

} // namespace wr
