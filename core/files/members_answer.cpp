#include "core/files/members_answer.h"

#include "core/files/json_cursor.h"
#include "core/lengths/frame_restraint.h"
#include "core/members/forming_reason.h"
#include "core/restraint/found_holds.h"

#include <cmath>
#include <fmt/format.h>

namespace wr {

namespace {

std::string_view wayName(LengthSource s)
{
    switch (s) {
    case LengthSource::System: return "system";
    case LengthSource::Ends: return "ends";
    case LengthSource::FrameSway: return "alignment-sway";
    case LengthSource::FrameBraced: return "alignment-braced";
    case LengthSource::Buckling: return "buckling";
    case LengthSource::Brief:
    case LengthSource::Stated: return "factor";
    }
    return {};
}

// Nine digits: what is left of the order in which sums are formed is not told.
double told(double v)
{
    return std::stod(fmt::format("{:.9g}", v));
}

std::string_view originWord(HoldOrigin o)
{
    return o == HoldOrigin::Stated ? "hand" : o == HoldOrigin::Brief ? "brief" : "rule";
}

// Did an entry or a brief change what was found there?
bool overruled(const HoldPoint& p)
{
    return (p.origin == HoldOrigin::Stated || (p.origin == HoldOrigin::Brief && p.evidence < 0)) && !(p.found == p.held);
}

constexpr LengthAxis kAxes[] = {LengthAxis::Major, LengthAxis::Minor, LengthAxis::Torsion, LengthAxis::Top, LengthAxis::Bottom};

class MembersWriter
{
public:
    MembersWriter(const CheckModel& model, std::span<const char> only)
        : model_(model), only_(only), f_(model.frame()), elementsAt_(elementsAtNodes(f_)), names_(memberNames(model.formed()))
    {
    }

    Json all() const
    {
        Json list = Json::array();
        for (size_t i = 0; i < model_.members().size(); ++i)
            if (only_.empty() || only_[i]) list.push_back(member(i));
        return {{"format", "wren-members"},
                {"version", 1},
                {"units", {{"length", f_.units.length}, {"force", f_.units.force}, {"angle", "deg"}}},
                {"members", std::move(list)}};
    }

private:
    double length(double v) const
    {
        const double shown = f_.units.show(Quantity::Length, v);
        return std::round(shown * 1e9) / 1e9;
    }

    Json bracing(size_t i) const
    {
        Json out = Json::array();
        for (const BraceRow& r : model_.bracing(i)) {
            const Quantity q = r.twist ? Quantity::Moment : Quantity::Force;
            Json j = {{"at", length(r.at)},
                      {"holds", r.kind},
                      {"by", r.by},
                      {"clause", r.clause},
                      {"strength", f_.units.show(q, r.strength)}};
            if (r.stiffness > 0)
                j["stiffness"] = f_.units.show(r.twist ? Quantity::SpringMoment : Quantity::SpringForce, r.stiffness);
            j["combination"] = setName(f_, model_.forces().sets[model_.setsOf(i)[r.set.at()].at()]);
            out.push_back(std::move(j));
        }
        return out;
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
        j["holds"] = holds(model_.holds(i), nodes);
        if (Json asked = bracing(i); !asked.empty()) j["bracing"] = std::move(asked);
        j["segments"] = Json::array();
        j["lengths"] = Json::array();
        for (const LengthAxis axis : kAxes)
            lane(axis, model_.lanes(i).of(axis), j);
        for (const LengthAxis axis : {LengthAxis::Major, LengthAxis::Minor})
            buckling(i, axis, j["lengths"]);
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
            j["origin"] = originWord(p.origin);
            if (overruled(p)) j["overruled"] = directions(p.found);
            Json ratio = Json::object(), offered = ratio, needed = ratio;
            for (const Across d : kAcross) {
                const auto k = static_cast<size_t>(d);
                const char* key = d == Across::Major ? "major" : "minor";
                if (!std::isfinite(p.ratio(k))) continue;
                ratio[key] = told(p.ratio(k));
                offered[key] = told(f_.units.show(Quantity::SpringForce, p.offered[k]));
                needed[key] = told(f_.units.show(Quantity::SpringForce, p.needed[k]));
            }
            if (std::isfinite(p.twist)) ratio["twist"] = told(p.twist);
            if (!ratio.empty()) j["ratio"] = std::move(ratio);
            if (!offered.empty()) j["offered"] = std::move(offered), j["needed"] = std::move(needed);
            j["reason"] = holdWords(f_, model_.forces(), p);
            out.push_back(std::move(j));
        }
        for (const HeldStretch& s : holds.stretches) {
            Json j = {{"at", length(s.from)}, {"to", length(s.to)}};
            j.update(directions(s.held));
            j["origin"] = originWord(s.origin);
            j["reason"] = s.origin == HoldOrigin::Brief ? "held all along by its brief" : "stated by hand, held all along";
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
            for (size_t k = 0; k < kLengthSources; ++k) {
                const auto source = static_cast<LengthSource>(k);
                const double factor = s.alternatives[k];
                if (std::isnan(factor) || source == LengthSource::Buckling) continue;
                j["lengths"].push_back({{"axis", name},
                                        {"way", wayName(source)},
                                        {"origin", source == LengthSource::Brief    ? "brief"
                                                   : source == LengthSource::Stated ? "hand"
                                                                                    : "rule"},
                                        {"segment", place},
                                        {"k", factor},
                                        {"length", length(factor * s.span())},
                                        {"used", source == s.source}});
                if (source == LengthSource::FrameSway || source == LengthSource::FrameBraced) {
                    const bool own = (source == LengthSource::FrameSway) == s.sway;
                    if (own) j["lengths"].back()["g"] = {stiffness(s.g[0]), stiffness(s.g[1])};
                }
            }
        }
        j["segments"].push_back({{"axis", name}, {"segments", std::move(ends)}});
    }

    static Json stiffness(double g) { return std::isfinite(g) ? Json(g) : Json("infinite"); }

    // Of the frame's buckling, element by element.
    void buckling(size_t i, LengthAxis axis, Json& out) const
    {
        const BucklingLengths* all = model_.restraint() ? model_.restraint()->buckling() : nullptr;
        if (!all) return;
        for (const MemberPiece& p : model_.members()[i].pieces) {
            const BucklingLength& l = all->elements[static_cast<size_t>(p.element)][static_cast<size_t>(axis)];
            if (l.set < 0) continue;
            bool used = false;
            for (const LaneSegment& s : model_.lanes(i).of(axis))
                used |= s.source == LengthSource::Buckling && s.from < p.start + p.length - 1e-9 && s.to > p.start + 1e-9;
            out.push_back({{"axis", lengthAxisName(axis)},
                           {"way", wayName(LengthSource::Buckling)},
                           {"origin", "rule"},
                           {"combination", setName(f_, model_.forces().sets[static_cast<size_t>(l.set)])},
                           {"element", f_.elements[p.element].id},
                           {"length", length(l.length)},
                           {"active", l.active},
                           {"factor", l.factor},
                           {"used", used}});
        }
    }

    const CheckModel& model_;
    std::span<const char> only_;
    const Frame& f_;
    std::vector<std::vector<int>> elementsAt_;
    ElementName names_;
};

} // namespace

std::string writeMembers(const CheckModel& model, std::span<const char> only)
{
    return MembersWriter(model, only).all().dump(1) + "\n";
}

} // namespace wr
