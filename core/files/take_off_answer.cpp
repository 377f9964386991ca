#include "core/files/take_off_answer.h"

#include "core/base/numbers.h"
#include "core/files/json_value.h"

namespace wr {

namespace {

Json lineJson(const TakeOffLine& l, const UnitSystem& u, bool priced)
{
    Json j = {{"name", l.name},
              {"pieces", l.pieces},
              {"length", rounded(u.show(Quantity::Length, l.length), 9)},
              {"mass", rounded(u.show(Quantity::Mass, l.mass), 9)},
              {"painted", rounded(u.show(Quantity::FloorArea, l.painted), 9)}};
    if (!l.grade.empty()) j["grade"] = l.grade;
    if (priced) {
        j["cost"] = rounded(l.cost, 9);
        if (l.unpriced > 0) j["unpriced"] = l.unpriced;
    }
    return j;
}

} // namespace

std::string writeTakeOff(const std::vector<TakeOff>& all, const std::optional<TakeOff>& then, const UnitSystem& u)
{
    Json out = {{"units", {{"length", u.length}, {"mass", u.mass}}}};
    for (const TakeOff& t : all) {
        Json& list = out[std::string(takeOffName(t.by))] = Json::array();
        for (const TakeOffLine& l : t.lines)
            list.push_back(lineJson(l, u, t.priced));
        out["total"] = lineJson(t.total, u, t.priced);
    }
    if (then && !all.empty()) {
        Json& list = out["changes"] = Json::array();
        for (const TakeOffChange& c : takeOffChanges(*then, all.front())) {
            if (c.now.mass == c.then.mass && c.now.pieces == c.then.pieces && c.now.length == c.then.length) continue;
            list.push_back({{"name", c.now.name},
                            {"grade", c.now.grade},
                            {"then", lineJson(c.then, u, then->priced)},
                            {"now", lineJson(c.now, u, all.front().priced)}});
        }
        out["totalThen"] = lineJson(then->total, u, then->priced);
    }
    return out.dump(1) + "\n";
}

} // namespace wr
