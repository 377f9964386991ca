#include "core/files/design_writer.h"

#include "core/files/brief_json.h"
#include "core/files/frame_json.h"
#include "core/files/national_json.h"
#include "core/files/report_json.h"

#include <numbers>

namespace wr {

namespace {

class DesignWriter : FrameJson
{
public:
    using FrameJson::FrameJson;

    Json design() const
    {
        const Design& d = f_.design;
        Json o = Json::object();
        if (!d.standard.empty()) o["standard"] = d.standard;
        if (d.swayX || d.swayY) {
            o["sway"] = Json::object();
            if (d.swayX) o["sway"]["x"] = *d.swayX;
            if (d.swayY) o["sway"]["y"] = *d.swayY;
        }
        if (d.analysis) {
            o["analysis"]["order"] = orderName(d.analysis->order);
            if (d.analysis->reducedStiffness) o["analysis"]["reducedStiffness"] = true;
        }
        if (const auto& g = d.givenForces) {
            o["givenForces"] = Json::object();
            if (g->order) o["givenForces"]["order"] = orderName(*g->order);
            if (g->reducedStiffness) o["givenForces"]["reducedStiffness"] = true;
            if (g->notional) o["givenForces"]["notional"] = *g->notional;
            if (!g->otherSizes.empty()) o["givenForces"]["otherSizes"] = g->otherSizes;
        }
        if (d.forming) {
            constexpr double kDegree = std::numbers::pi / 180;
            o["forming"] = {{"beams", beamsRuleName(d.forming->beams)},
                            {"columns", columnsRuleName(d.forming->columns)},
                            {"angle", clean(d.forming->angle / kDegree)}};
        }
        if (!d.nationalParameters.empty()) o["nationalParameters"] = d.nationalParameters;
        list(o, "parameterSets", d.parameterSets, [&](const NationalSet& n) { return nationalJson(n, f_.writtenUnits()); });
        list(o, "members", d.members, [&](const DesignMember& m) {
            Json j = {{"id", m.id}, {"elements", Json::array()}};
            for (const int e : m.elements)
                j["elements"].push_back(elementId(e));
            if (!m.group.empty()) j["group"] = m.group;
            if (!m.brief.empty()) j["brief"] = m.brief;
            if (m.exclude) j["exclude"] = true;
            if (!m.ruleHolds) j["rule"] = "none";
            if (m.turned) j["turned"] = true;
            if (m.kind) j["kind"] = memberKindName(*m.kind);
            if (m.byHand || m.byRule) j["by"] = m.byHand ? "hand" : "rule";
            return with(j, m.extras);
        });
        list(o, "restraints", d.restraints, [&](const DesignRestraint& r) {
            Json j = {{"member", r.member}, {"at", out(Quantity::Length, r.at)}};
            if (!r.holds.empty()) j["holds"] = holds(r.holds);
            if (!r.lets.empty()) j["lets"] = holds(r.lets);
            if (r.to) j["to"] = out(Quantity::Length, *r.to);
            if (r.free) j["free"] = true;
            return with(j, r.extras);
        });
        list(o, "lengths", d.lengths, [&](const DesignLength& l) {
            Json j = {{"member", l.member}};
            if (l.from) j["from"] = out(Quantity::Length, *l.from);
            if (l.to) j["to"] = out(Quantity::Length, *l.to);
            j["axis"] = lengthAxisName(l.axis);
            if (l.k) j["k"] = clean(*l.k);
            if (l.length) j["length"] = out(Quantity::Length, *l.length);
            if (l.way) j["way"] = lengthByName(*l.way);
            return with(j, l.extras);
        });
        list(o, "briefs", d.briefs, [&](const Brief& b) { return briefJson(b, f_.writtenUnits()); });
        list(o, "groups", d.groups, [&](const Group& g) {
            Json j = {{"id", g.id}};
            if (!g.ladder.empty()) j["ladder"] = g.ladder;
            if (g.target) j["target"] = clean(*g.target);
            return with(j, g.extras);
        });
        list(o, "picks", d.picks, [&](const SavedPick& p) { return with({{"id", p.id}, {"pick", p.expression}}, p.extras); });
        list(o, "frameLimits", d.frameLimits, [&](const FrameLimit& l) {
            Json j = {{"id", l.id}, {"of", frameLimitOfName(l.of)}};
            if (l.along != FrameLimit::Along::Plan) j["along"] = frameLimitAlongName(l.along);
            if (!l.kind.empty()) j["kind"] = l.kind;
            if (l.over) j["over"] = clean(*l.over);
            if (l.most) j["most"] = out(Quantity::Displacement, *l.most);
            for (const int n : l.nodes)
                j["nodes"].push_back(f_.nodes[n].id);
            return with(j, l.extras);
        });
        list(o, "acceptances", d.acceptances, [&](const Acceptance& a) {
            Json j = {{"id", a.id}, {"code", a.code}};
            for (const auto& [key, text] : {std::pair{"subject", &a.subject},
                                            {"reason", &a.reason},
                                            {"name", &a.name},
                                            {"date", &a.date},
                                            {"about", &a.about}})
                if (!text->empty()) j[key] = *text;
            return with(j, a.extras);
        });
        list(o, "ladders", d.ladders, [&](const Ladder& l) {
            Json j = {{"id", l.id}};
            if (!l.family.empty()) j["family"] = l.family;
            if (l.minDepth) j["minDepth"] = out(Quantity::SectionLength, *l.minDepth);
            if (l.maxDepth) j["maxDepth"] = out(Quantity::SectionLength, *l.maxDepth);
            if (l.target) j["target"] = clean(*l.target);
            for (const auto& [key, list] : {std::pair{"families", &l.families}, {"sections", &l.sections}})
                if (!list->empty()) j[key] = *list;
            if (l.made) j["made"] = made(*l.made);
            for (const auto& [key, v] : {std::pair{"minWidth", &l.minWidth},
                                         {"maxWidth", &l.maxWidth},
                                         {"minThickness", &l.minThickness},
                                         {"depthWithin", &l.depthWithin}})
                if (*v) j[key] = out(Quantity::SectionLength, **v);
            if (l.maxMass) j["maxMass"] = out(Quantity::MassPerLength, *l.maxMass);
            for (const auto& [key, text] : {std::pair{"wideAs", &l.wideAs}, {"sameAs", &l.sameAs}})
                if (!text->empty()) j[key] = *text;
            if (l.overCarried) j["overCarried"] = true;
            if (l.stock) j["stock"] = true;
            return with(j, l.extras);
        });
        list(o, "stock", d.stock, [&](const StockRow& r) {
            Json j = {{"section", r.id}};
            if (r.perKg) j["perKg"] = clean(*r.perKg * f_.writtenUnits().factor(Quantity::Mass));
            if (r.perM) j["perLength"] = clean(*r.perM * f_.writtenUnits().factor(Quantity::Length));
            if (!r.available) j["available"] = false;
            return j;
        });
        if (d.target) o["target"] = clean(*d.target);
        if (!(d.report == ReportChoice{})) o["report"] = reportChoiceJson(d.report);
        for (const double t : d.plates)
            o["plates"].push_back(out(Quantity::SectionLength, t));
        return with(o, d.extras);
    }

private:
    Json made(const MadeShape& m) const
    {
        Json o = {{"shape", shapeName(m.kind)}};
        for (const MadeDimension& d : m.dimensions) {
            const auto length = [&](double v) { return d.key == "slope" ? clean(v) : out(Quantity::SectionLength, v); };
            if (!d.plates && d.to == 0) {
                o[d.key] = length(d.from);
                continue;
            }
            Json r = Json::object();
            if (d.plates) r["plates"] = true;
            if (d.from > 0) r["from"] = length(d.from);
            if (d.to > 0) r["to"] = length(d.to);
            if (!d.plates) r["step"] = length(d.step);
            o[d.key] = r;
        }
        return o;
    }

    Json holds(const std::vector<Hold>& hs) const
    {
        Json a = Json::array();
        for (const Hold h : hs)
            a.push_back(holdName(h));
        return a;
    }
};

} // namespace

Json designJson(const Frame& f)
{
    return DesignWriter(f).design();
}

} // namespace wr
