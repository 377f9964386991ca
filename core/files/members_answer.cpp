#include "core/files/members_answer.h"

#include "core/files/json_cursor.h"
#include "core/members/forming_reason.h"
#include "core/members/lengths.h"
#include "core/restraint/found_holds.h"

#include <cmath>

namespace wr {

namespace {

constexpr LengthAxis kAxes[] = {LengthAxis::Major, LengthAxis::Minor, LengthAxis::Torsion, LengthAxis::Top, LengthAxis::Bottom};

class MembersWriter
{
public:
    MembersWriter(const CheckModel& model, const RestraintResult* tested)
        : model_(model), tested_(tested), stated_(model.frame()), f_(model.frame()), elementsAt_(elementsAtNodes(f_)),
          names_(memberNames(model.formed()))
    {
    }

    Json all() const
    {
        Json list = Json::array();
        for (size_t i = 0; i < model_.members().size(); ++i)
            list.push_back(member(i));
        return {{"format", "wren-members"},
                {"version", 1},
                {"units", {{"length", f_.units.length}, {"angle", "deg"}}},
                {"usedByCheck", !tested_},
                {"members", std::move(list)}};
    }

private:
    double length(double v) const
    {
        const double shown = f_.units.show(Quantity::Length, v);
        return std::round(shown * 1e9) / 1e9;
    }

    Json member(size_t i) const
    {
        const Member& m = model_.members()[i];
        const FormingReason reason = formingReason(f_, m, elementsAt_, names_);
        Json j = {{"id", m.id},
                  {"elements", Json::array()},
                  {"nodes", Json::array()},
                  {"length", length(m.length)},
                  {"chord", length(reason.chord)},
                  {"formed", m.ofRule() ? "rule"
                             : m.byHand ? "hand"
                                        : "file"},
                  {"reason", reason.why},
                  {"ends", {endWords(f_, reason.ends[0], names_), endWords(f_, reason.ends[1], names_)}}};
        const auto nodes = nodesAlong(f_, m);
        for (const MemberPiece& p : m.pieces)
            j["elements"].push_back(f_.elements[p.element].id);
        for (const auto& [node, at] : nodes)
            j["nodes"].push_back({{"node", f_.nodes[node].id}, {"at", length(at)}});
        const MemberLanes lanes = lanesToWrite(model_, i, tested_, stated_);
        j["holds"] = holds(lanes.holds, nodes);
        j["segments"] = Json::array();
        j["lengths"] = Json::array();
        for (const LengthAxis axis : kAxes)
            lane(axis, lanes.lanes.of(axis), j);
        return j;
    }

    static Json directions(const Held& h)
    {
        return {{"major", h.major}, {"minor", h.minor}, {"top", h.top}, {"bottom", h.bottom}, {"twist", h.twist}};
    }

    Json holds(const MemberHolds& holds, const std::vector<std::pair<int, double>>& nodes) const
    {
        Json out = Json::array();
        for (const HoldPoint& p : holds.points) {
            Json j = Json::object();
            for (const auto& [node, at] : nodes)
                if (std::abs(at - p.at) < 1e-6) j["node"] = f_.nodes[node].id;
            j["at"] = length(p.at);
            j.update(directions(p.held));
            j["origin"] = p.origin == HoldOrigin::Stated ? "hand" : "rule";
            Json ratio = Json::object();
            for (const Across d : kAcross)
                if (const double x = p.ratio[static_cast<size_t>(d)]; std::isfinite(x))
                    ratio[d == Across::Major ? "major" : "minor"] = x;
            if (!ratio.empty()) j["ratio"] = std::move(ratio);
            j["reason"] = holdWords(f_, model_.forces(), p);
            out.push_back(std::move(j));
        }
        for (const HeldStretch& s : holds.stretches) {
            Json j = {{"at", length(s.from)}, {"to", length(s.to)}};
            j.update(directions(s.held));
            j["origin"] = "hand";
            j["reason"] = "stated by hand, held all along";
            out.push_back(std::move(j));
        }
        return out;
    }

    void lane(LengthAxis axis, const std::vector<LaneSegment>& segments, Json& j) const
    {
        const std::string_view name = lengthAxisName(axis);
        Json ends = Json::array();
        for (const LaneSegment& s : segments) {
            const Json place = {length(s.from), length(s.to)};
            ends.push_back(place);
            for (const LengthSource source : {LengthSource::Holds, LengthSource::Brief, LengthSource::Stated}) {
                const double k = s.alternatives[static_cast<size_t>(source)];
                if (std::isnan(k)) continue;
                j["lengths"].push_back({{"axis", name},
                                        {"way", source == LengthSource::Holds ? "ends" : "factor"},
                                        {"origin", source == LengthSource::Holds   ? "rule"
                                                   : source == LengthSource::Brief ? "brief"
                                                                                   : "hand"},
                                        {"segment", place},
                                        {"k", k},
                                        {"length", length(k * s.span())},
                                        {"used", source == s.source}});
            }
        }
        j["segments"].push_back({{"axis", name}, {"segments", std::move(ends)}});
    }

    const CheckModel& model_;
    const RestraintResult* tested_;
    StatedRows stated_;
    const Frame& f_;
    std::vector<std::vector<int>> elementsAt_;
    ElementName names_;
};

} // namespace

MemberLanes lanesToWrite(const CheckModel& model, size_t member, const RestraintResult* tested, const StatedRows& stated)
{
    if (!tested) return {model.holds(member), model.lanes(member)};
    const Member& m = model.members()[member];
    MemberLanes out{holdsFrom(m, foundHolds(model.frame(), m, tested->members[member]), stated, stated.ruleHolds(m.id)), {}};
    out.lanes = lengthsOf(m, out.holds, stated, model.briefOf(member));
    return out;
}

std::string writeMembers(const CheckModel& model, const RestraintResult* tested)
{
    return MembersWriter(model, tested).all().dump(1) + "\n";
}

} // namespace wr
