#include "core/files/compare_answer.h"

#include "core/files/json_value.h"
#include "core/files/units_json.h"

#include <cmath>

namespace wr {

namespace {

Json standingJson(const Standing& s, const std::string& name, const UnitSystem& u)
{
    return {{"name", name},         {"members", s.members},
            {"over", s.over},       {"unchecked", s.unchecked},
            {"top", s.top},         {"mass", u.show(Quantity::Mass, s.mass)},
            {"painted", s.painted}, {"sections", s.sections}};
}

Json finiteOr(double v)
{
    return std::isfinite(v) ? Json(v) : Json(nullptr);
}

} // namespace

std::string writeComparison(const Comparison& c, const CauseFinder& causes, const std::string& then, const std::string& now,
                            const UnitSystem& u)
{
    Json out = {{"format", "wren-comparison"},
                {"version", 1},
                {"units", unitsJson(u)},
                {"then", standingJson(c.then, then, u)},
                {"now", standingJson(c.now, now, u)},
                {"sentence", c.sentence()},
                {"groups", Json::array()},
                {"members", Json::array()}};
    for (const auto& [group, kg] : c.groups)
        out["groups"].push_back({{"group", group}, {"mass", u.show(Quantity::Mass, kg)}});
    for (const MemberChange& m : c.members) {
        if (m.kind == MemberChange::Kind::Same) continue;
        const auto side = [&](const std::string& section, double ratio, Status status, double mass) {
            return Json{{"section", section},
                        {"utilisation", finiteOr(ratio)},
                        {"status", statusWord(status)},
                        {"mass", u.show(Quantity::Mass, mass)}};
        };
        Json j = {{"id", m.id}, {"change", changeWord(m.kind)}};
        if (!m.group.empty()) j["group"] = m.group;
        if (m.then) j["then"] = side(m.sectionThen, m.ratioThen, m.statusThen, m.massThen);
        if (m.now) j["now"] = side(m.sectionNow, m.ratioNow, m.statusNow, m.massNow);
        if (const auto why = causes.of(m)) {
            j["causes"] = {{"demand", why->demand}, {"strength", why->strength}, {"lengths", why->lengths}};
            if (!why->check.empty())
                j["causes"]["of"] = {{"check", why->check},
                                     {"demandThen", finiteOr(u.show(why->quantity, why->demandThen))},
                                     {"demandNow", finiteOr(u.show(why->quantity, why->demandNow))},
                                     {"unit", u.symbol(why->quantity)}};
        }
        out["members"].push_back(std::move(j));
    }
    return out.dump(1) + "\n";
}

} // namespace wr
