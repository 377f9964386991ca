// Structural analysis models: curve members between point connections, their supports and releases.
#include "core/files/ifc/ifc_frame.h"

#include <algorithm>
#include <array>
#include <cmath>

namespace wr {

namespace {

constexpr double kOnLine = 0.001; // m: a connection nearer than that to a member stands on it

struct Point
{
    int node = -1;
    Vec3 at;
};

class AnalysisModel
{
public:
    explicit AnalysisModel(IfcFrame& frame) : f_(frame), m_(frame.m) {}

    bool take()
    {
        const auto& file = m_.file();
        if (file.all("IFCSTRUCTURALCURVEMEMBER").empty() && file.all("IFCSTRUCTURALCURVEMEMBERVARYING").empty()) return false;
        for (const std::uint32_t id : file.all("IFCSTRUCTURALPOINTCONNECTION"))
            connection(m_.at(id));
        for (const char* kind : {"IFCSTRUCTURALCURVEMEMBER", "IFCSTRUCTURALCURVEMEMBERVARYING"})
            for (const std::uint32_t id : file.all(kind)) {
                if (f_.a.progress.cancelled()) return true;
                member(m_.at(id));
            }
        for (const auto& [kind, words] : {std::pair{"IFCSTRUCTURALSURFACEMEMBER", "surface members"},
                                          {"IFCSTRUCTURALCURVECONNECTION", "curve connections"},
                                          {"IFCSTRUCTURALSURFACECONNECTION", "surface connections"},
                                          {"IFCSTRUCTURALSURFACEACTION", "surface actions"},
                                          {"IFCSTRUCTURALPLANARACTION", "planar actions"}})
            if (const size_t n = file.all(kind).size()) f_.leaveOut(words, n);
        std::unordered_map<std::uint32_t, int> nodes;
        for (const auto& [id, p] : points_)
            nodes[id] = p.node;
        takeIfcLoads(f_, members_, nodes);
        return true;
    }

private:
    std::optional<Vec3> vertexOf(const StepRecord& product) const
    {
        const IfcPlacement at = m_.placement(product[5]);
        for (const StepRecord& item : m_.items(product, ""))
            if (item.keyword == "IFCVERTEXPOINT" || item.keyword == "IFCCARTESIANPOINT")
                if (const auto p = item.keyword == "IFCVERTEXPOINT" ? m_.point(item[0]) : std::optional(m_.pointOf(item)))
                    return at.point(*p);
        return std::nullopt;
    }

    // Stiffness of a condition: yes and no of IFC4, -1 for held of IFC2X3, a spring.
    Support stiffness(const StepValue& v, Quantity q, bool otherwise) const
    {
        if (v.kind == StepValue::Kind::Typed && v.parts.size() == 1 && v.parts[0].kind == StepValue::Kind::Word)
            return {v.parts[0].text == "T", 0};
        const auto k = IfcModel::number(v);
        if (!k) return {otherwise, 0};
        if (*k < 0) return {true, 0};
        return {false, *k * m_.unit(q)};
    }

    void connection(const StepRecord& c)
    {
        const auto at = vertexOf(c);
        if (!at || !placeable(*at)) {
            f_.leaveOut("point connections without a place");
            return;
        }
        const int node = f_.nodeAt(*at);
        points_[c.id] = {node, *at};
        rename(node, IfcModel::nameOf(c));
        const StepRecord condition = m_.at(c[7]);
        if (condition.keyword.empty()) return;
        Node& n = f_.frame().nodes[static_cast<size_t>(node)];
        for (size_t k = 0; k < 6; ++k) {
            const Support s = stiffness(condition[1 + k], k < 3 ? Quantity::SpringForce : Quantity::SpringMoment, false);
            if (!s.free()) n.support[k] = s;
        }
        if (n.supported() && c[8].given()) {
            const Axes own = m_.placement(c[8]).axes;
            if (norm(own.x - Vec3{1, 0, 0}) + norm(own.z - Vec3{0, 0, 1}) > 1e-9) n.supportAxes = own;
        }
    }

    // Names of connections, where each is there once.
    void rename(int node, const std::string& name)
    {
        if (name.empty() || f_.a.nodes.contains(name)) return;
        Node& n = f_.frame().nodes[static_cast<size_t>(node)];
        f_.a.nodes.erase(n.id);
        n.id = name;
        f_.a.nodes.emplace(name, node);
    }

    struct End
    {
        Vec3 at; // of the element
        int node = -1;
        StepRecord condition;
    };

    void member(const StepRecord& r)
    {
        const IfcPlacement at = m_.placement(r[5]);
        std::optional<Vec3> from, to;
        for (const StepRecord& item : m_.items(r, "")) {
            StepRecord edge = item;
            if (edge.keyword == "IFCORIENTEDEDGE") edge = m_.at(edge[2]);
            if (edge.keyword == "IFCEDGECURVE") {
                const std::string_view curve = m_.file().keyword(edge[2].reference);
                if (curve != "IFCLINE" && curve != "IFCPOLYLINE") {
                    f_.leaveOut("curved members");
                    return;
                }
            }
            if (edge.keyword != "IFCEDGE" && edge.keyword != "IFCEDGECURVE") continue;
            from = m_.point(edge[0]);
            to = m_.point(edge[1]);
        }
        if (!from || !to || !(norm(*to - *from) > 1e-6)) {
            f_.leaveOut("members without a line");
            return;
        }
        const Vec3 begin = at.point(*from), end = at.point(*to), along = normalized(end - begin);
        if (!placeable(begin) || !placeable(end) || !(norm(end - begin) > 1e-6)) return f_.leaveOut("members without a place");
        const double length = norm(end - begin);
        std::map<double, End> ends; // by distance from the beginning
        ends[0] = {begin, -1, {}};
        ends[length] = {end, -1, {}};
        for (const char* kind : {"IFCRELCONNECTSSTRUCTURALMEMBER", "IFCRELCONNECTSWITHECCENTRICITY"})
            for (const std::uint32_t id : m_.naming(r.id, kind, 4)) {
                const StepRecord relation = m_.at(id);
                const auto point = points_.find(relation[5].reference);
                if (point == points_.end()) continue;
                const Vec3 p = point->second.at;
                const double s = dot(p - begin, along), off = norm(p - begin - s * along);
                // At an end, with an arm to its node or without; between the ends only on the line.
                const bool first = norm(p - begin) <= norm(p - end);
                const bool inside = off < kOnLine && s > f_.choice.together && s < length - f_.choice.together;
                End& here = inside ? ends[s] : first ? ends[0] : ends[length];
                if (inside) here.at = begin + s * along;
                here.node = point->second.node;
                if (!inside) here.condition = m_.at(relation[6]);
            }
        for (auto& [s, e] : ends)
            if (e.node < 0) e.node = f_.nodeAt(e.at);
        pieces(r, at, ends);
    }

    void pieces(const StepRecord& r, const IfcPlacement& at, const std::map<double, End>& ends)
    {
        const std::string name = f_.elementName(r);
        std::vector<ChainPiece>& chain = members_[r.id];
        Frame& frame = f_.frame();
        DesignMember whole;
        whole.id = name;
        Element common;
        f_.makeOf(common, r.id, {});
        const std::string& type = r[7].text;
        common.behaviour = type == "PIN_JOINED_MEMBER"                   ? Behaviour::Axial
                           : type == "TENSION_MEMBER" || type == "CABLE" ? Behaviour::TensionOnly
                           : type == "COMPRESSION_MEMBER"                ? Behaviour::CompressionOnly
                                                                         : Behaviour::Beam;
        int k = 0;
        for (auto e = ends.begin(), next = std::next(e); next != ends.end(); ++e, ++next, ++k) {
            Element piece = common;
            piece.id = ends.size() > 2 ? name + "." + std::to_string(k + 1) : name;
            piece.i = e->second.node;
            piece.j = next->second.node;
            const auto& nodes = std::as_const(frame).nodes;
            const Vec3 offI = e->second.at - nodes[static_cast<size_t>(piece.i)].at,
                       offJ = next->second.at - nodes[static_cast<size_t>(piece.j)].at;
            if (norm(offI) > f_.choice.together) piece.offsetI = offI;
            if (norm(offJ) > f_.choice.together) piece.offsetJ = offJ;
            if (e == ends.begin()) release(e->second.condition, piece.releaseI, piece.springI);
            if (std::next(next) == ends.end()) release(next->second.condition, piece.releaseJ, piece.springJ);
            if (r.attributes.size() > 8)
                if (const auto z = m_.direction(r[8])) f_.rollTo(piece, at.direction(*z));
            const int index = static_cast<int>(frame.elements.size());
            chain.push_back({index, false, e->first});
            whole.elements.push_back(index);
            f_.a.elements.emplace(piece.id, index);
            frame.elements.push_back(std::move(piece));
        }
        if (whole.elements.size() > 1) {
            frame.hasDesign = true;
            frame.design.members.push_back(std::move(whole));
        }
    }

    void release(const StepRecord& condition, std::array<bool, 6>& let, std::array<double, 6>& spring) const
    {
        if (condition.keyword.empty()) return;
        constexpr std::array<Force, 6> forces{Force::N, Force::Vy, Force::Vz, Force::T, Force::My, Force::Mz};
        for (size_t k = 0; k < 6; ++k) {
            const Support s = stiffness(condition[1 + k], k < 3 ? Quantity::SpringForce : Quantity::SpringMoment, true);
            let[static_cast<size_t>(forces[k])] = s.free();
            spring[static_cast<size_t>(forces[k])] = s.spring;
        }
    }

    IfcFrame& f_;
    const IfcModel& m_;
    std::unordered_map<std::uint32_t, Point> points_;
    std::unordered_map<std::uint32_t, std::vector<ChainPiece>> members_;
};

} // namespace

bool takeAnalysisModel(IfcFrame& f)
{
    return AnalysisModel(f).take();
}

} // namespace wr
