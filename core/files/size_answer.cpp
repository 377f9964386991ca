#include "core/files/size_answer.h"

#include "core/files/json_value.h"
#include "core/files/units_json.h"

#include <cmath>

namespace wr {

namespace {

Json known(double v)
{
    return std::isfinite(v) ? Json(v) : Json(nullptr);
}

class SizeAnswer
{
public:
    SizeAnswer(const Settled& s, const SizingChoice& choice, const UnitSystem& u)
        : s_(s), model_(*s.state.model), choice_(choice), u_(u)
    {
    }

    Json group(const GroupPlan& g) const
    {
        Json j = {{"id", g.id}, {"ladder", g.ladder}, {"members", g.members.size()}, {"from", g.before()}};
        j["to"] = g.chosen >= 0 ? Json(g.to()) : Json(nullptr);
        if (g.ofMember) j["ofMember"] = true;
        if (!g.why.empty()) j["why"] = g.why;
        j["target"] = g.target;
        if (g.chosen >= 0) {
            const Rung& r = g.rungs.rungs[static_cast<size_t>(g.chosen)];
            j["utilisation"] = r.utilisation;
            j["governing"] = governingKey(model_, r);
            j["member"] = r.member >= 0 ? model_.members()[static_cast<size_t>(r.member)].id : "";
            if (std::isfinite(r.cost)) j["cost"] = r.cost;
        }
        j["mass"] = {u_.show(Quantity::Mass, g.massBefore()), u_.show(Quantity::Mass, g.massThen())};
        if (!g.sameAs.empty()) j["sameAs"] = g.sameAs;
        if (g.impossible > 0) j["impossible"] = g.impossible;
        j["rungs"] = Json::array();
        for (const Rung& r : g.rungs.rungs)
            j["rungs"].push_back(rung(r, g.target));
        return j;
    }

    Json rounds() const
    {
        Json out = Json::array();
        for (const SettleRound& r : s_.rounds) {
            if (r.round == 0) continue;
            Json j = {{"round", r.round},
                      {"kept", r.kept},
                      {"mass", u_.show(Quantity::Mass, r.mass)},
                      {"top", r.top},
                      {"over", r.over},
                      {"unchecked", r.unchecked},
                      {"changed", r.changes.size()},
                      {"changes", r.changes},
                      {"seconds", r.seconds}};
            if (!r.limit.empty()) j["displacement"] = {{"limit", r.limit}, {"ratio", r.ratio}};
            out.push_back(std::move(j));
        }
        return out;
    }

private:
    Json rung(const Rung& r, double target) const
    {
        Json j = {{"section", r.section->designation},
                  {"mass", u_.show(Quantity::MassPerLength, r.mass)},
                  {"depth", u_.show(Quantity::SectionLength, r.depth)},
                  {"utilisation", known(r.utilisation)},
                  {"governing", governingKey(model_, r)},
                  {"fits", r.meets(target)}};
        if (r.member >= 0) j["member"] = model_.members()[static_cast<size_t>(r.member)].id;
        if (std::isfinite(r.cost)) j["cost"] = r.cost;
        if (r.meets(target)) return j;
        j["why"] = !r.limit.empty()                ? r.limit
                   : r.status == Status::Unchecked ? "unchecked: " + r.reason
                   : r.utilisation > target        ? std::string("over the target")
                                                   : std::string("over the limit");
        return j;
    }

    const Settled& s_;
    const CheckModel& model_;
    const SizingChoice& choice_;
    const UnitSystem& u_;
};

} // namespace

std::string writeSizes(const Settled& s, const SizingChoice& choice, double massNow, const UnitSystem& u)
{
    const SizeAnswer a(s, choice, u);
    Json out = {
        {"format", "wren-size"}, {"version", 1},     {"units", unitsJson(u)},   {"objective", objectiveName(choice.objective)},
        {"settled", s.settled},  {"met", s.meets()}, {"groups", Json::array()}, {"rounds", a.rounds()}};
    if (!s.why.empty()) out["why"] = s.why;
    if (!s.refused.empty()) out["refused"] = s.refused;
    if (choice.objective == Objective::Few) out["fewestProved"] = s.plan.proved;
    out["sections"] = s.plan.sectionsThen();
    for (const GroupPlan& g : s.plan.groups)
        out["groups"].push_back(a.group(g));
    const double then = s.rounds.size() > 1 ? s.state.mass() : massNow - s.plan.massNow() + s.plan.massThen();
    out["mass"] = {u.show(Quantity::Mass, massNow), u.show(Quantity::Mass, then)};
    return out.dump(1) + "\n";
}

} // namespace wr
