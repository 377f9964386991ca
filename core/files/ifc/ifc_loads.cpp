// Load cases, combinations and actions of a structural analysis model.
#include "core/files/ifc/ifc_frame.h"

#include <algorithm>
#include <array>
#include <cmath>

namespace wr {

namespace {

Action actionOf(const std::string& source, const std::string& type)
{
    static const std::map<std::string, Action> sources{{"DEAD_LOAD_G", Action::Dead},
                                                       {"COMPLETION_G1", Action::Superimposed},
                                                       {"LIVE_LOAD_Q", Action::Live},
                                                       {"SNOW_S", Action::Snow},
                                                       {"WIND_W", Action::Wind},
                                                       {"TEMPERATURE_T", Action::Thermal},
                                                       {"EARTHQUAKE_E", Action::Seismic},
                                                       {"FIRE", Action::Accidental},
                                                       {"IMPACT", Action::Accidental},
                                                       {"IMPULSE", Action::Accidental},
                                                       {"ERECTION", Action::Construction},
                                                       {"PROPPING", Action::Construction},
                                                       {"TRANSPORT", Action::Construction},
                                                       {"SYSTEM_IMPERFECTION", Action::Notional},
                                                       {"RAIN", Action::Rain},
                                                       {"BUOYANCY", Action::Fluid},
                                                       {"ICE", Action::Snow}};
    if (const auto at = sources.find(source); at != sources.end()) return at->second;
    return type == "VARIABLE_Q" ? Action::Live : type == "EXTRAORDINARY_A" ? Action::Accidental : Action::Dead;
}

using Members = std::unordered_map<std::uint32_t, std::vector<ChainPiece>>;
using Nodes = std::unordered_map<std::uint32_t, int>;

class Loads
{
public:
    Loads(IfcFrame& f, const Members& members, const Nodes& nodes) : f_(f), m_(f.m), members_(members), nodes_(nodes) {}

    std::unordered_map<std::uint32_t, Assembly::Load> take()
    {
        groups();
        for (const char* kind : {"IFCSTRUCTURALPOINTACTION", "IFCSTRUCTURALLINEARACTION", "IFCSTRUCTURALLINEARACTIONVARYING",
                                 "IFCSTRUCTURALCURVEACTION"})
            for (const std::uint32_t id : m_.file().all(kind))
                action(m_.at(id));
        return loads_;
    }

private:
    // The groups an object is assigned to, with the factor where the relation has one.
    std::vector<std::pair<std::uint32_t, double>> groupsOf(std::uint32_t object) const
    {
        std::vector<std::pair<std::uint32_t, double>> out;
        for (const char* kind : {"IFCRELASSIGNSTOGROUP", "IFCRELASSIGNSTOGROUPBYFACTOR"})
            for (const std::uint32_t id : m_.naming(object, kind, 4)) {
                const StepRecord r = m_.at(id);
                if (r[6].kind == StepValue::Kind::Reference)
                    out.emplace_back(r[6].reference, IfcModel::number(r[7]).value_or(std::nan("")));
            }
        return out;
    }

    void groups()
    {
        Frame& frame = f_.frame();
        std::vector<StepRecord> combinations;
        std::set<std::string> names;
        const auto own = [&](const StepRecord& g) { return IfcFrame::uniqueName(IfcModel::nameOf(g), g, names); };
        for (const char* kind : {"IFCSTRUCTURALLOADCASE", "IFCSTRUCTURALLOADGROUP"})
            for (const std::uint32_t id : m_.file().all(kind)) {
                const StepRecord g = m_.at(id);
                const std::string& type = g[5].text;
                if (type == "LOAD_COMBINATION_GROUP") continue; // a part of a combination, with its factor
                if (type == "LOAD_COMBINATION") {
                    combinations.push_back(g);
                    continue;
                }
                // A group within a case is none by itself.
                const auto parents = groupsOf(id);
                const bool within = std::any_of(parents.begin(), parents.end(), [&](const auto& parent) {
                    const std::string of = m_.at(parent.first)[5].text;
                    return of == "LOAD_CASE" || of == "LOAD_GROUP";
                });
                if (type == "LOAD_GROUP" && within) continue;
                LoadCase c;
                c.id = own(g);
                c.title = g[3].text;
                c.action = actionOf(g[7].text, g[6].text);
                if (g[10].parts.size() == 3) c.selfWeight = -IfcModel::number(g[10].parts[2]).value_or(0);
                loads_[id] = {static_cast<int>(frame.cases.size()), -1};
                coefficient_[id] = IfcModel::number(g[8]).value_or(1);
                frame.cases.push_back(std::move(c));
            }
        for (const StepRecord& g : combinations) {
            Combination k;
            k.id = own(g);
            k.title = g[3].text;
            const std::string purpose = g[9].text;
            if (purpose.find("SLS") != std::string::npos || purpose.find("erviceab") != std::string::npos)
                k.purpose = Purpose::Service;
            terms(g.id, IfcModel::number(g[8]).value_or(1), k);
            std::sort(k.terms.begin(), k.terms.end());
            loads_[g.id] = {-1, static_cast<int>(frame.combinations.size())};
            frame.combinations.push_back(std::move(k));
        }
    }

    // The cases of a combination, with the factor of the relation, else that of the case, times those of the groups on the way.
    void terms(std::uint32_t group, double all, Combination& k, int depth = 0) const
    {
        for (const char* kind : {"IFCRELASSIGNSTOGROUP", "IFCRELASSIGNSTOGROUPBYFACTOR"})
            for (const std::uint32_t id : m_.naming(group, kind, 6)) {
                const StepRecord r = m_.at(id);
                for (const StepValue& v : r[4].parts) {
                    const auto factor = IfcModel::number(r[7]);
                    const auto c = loads_.find(v.reference);
                    if (c == loads_.end()) {
                        const StepRecord part = m_.at(v);
                        if (depth < 5 && part.keyword == "IFCSTRUCTURALLOADGROUP")
                            terms(part.id, all * factor.value_or(IfcModel::number(part[8]).value_or(1)), k, depth + 1);
                        continue;
                    }
                    if (c->second.loadCase < 0) continue; // of another combination
                    const double times = all * factor.value_or(coefficient_.at(v.reference));
                    const bool twice = std::any_of(k.terms.begin(), k.terms.end(),
                                                   [&](const auto& t) { return t.first == c->second.loadCase; });
                    if (times != 0 && !twice) k.terms.emplace_back(c->second.loadCase, times);
                }
            }
    }

    int caseOf(std::uint32_t object, int depth = 0) const
    {
        for (const auto& [group, factor] : groupsOf(object)) {
            if (const auto c = loads_.find(group); c != loads_.end() && c->second.loadCase >= 0) return c->second.loadCase;
            if (depth < 5)
                if (const int c = caseOf(group, depth + 1); c >= 0) return c;
        }
        return -1;
    }

    std::array<Vec3, 2> forceAndMoment(const StepRecord& load, Quantity force, Quantity moment) const
    {
        std::array<Vec3, 2> out;
        for (int k = 0; k < 3; ++k) {
            out[0][k] = m_.measure(load[static_cast<size_t>(1 + k)], force).value_or(0);
            out[1][k] = m_.measure(load[static_cast<size_t>(4 + k)], moment).value_or(0);
        }
        return out;
    }

    void action(const StepRecord& r)
    {
        const int c = caseOf(r.id);
        if (c < 0) return f_.leaveOut("actions of no load case");
        LoadCase& to = f_.frame().cases[static_cast<size_t>(c)];
        std::uint32_t element = 0;
        for (const std::uint32_t id : m_.naming(r.id, "IFCRELCONNECTSSTRUCTURALACTIVITY", 5))
            element = m_.at(id)[4].reference;
        const StepRecord load = m_.at(r[7]);
        const bool local = r[8].text == "LOCAL_COORDS";
        const bool projected = r[m_.older() ? 11 : 10].text == "PROJECTED_LENGTH";
        const LoadAxes axes = local ? LoadAxes::Local : projected ? LoadAxes::Projected : LoadAxes::Global;
        if (const auto n = nodes_.find(element); n != nodes_.end()) {
            if (!load.keyword.starts_with("IFCSTRUCTURALLOADSINGLEFORCE"))
                return f_.leaveOut("actions on points that are no forces");
            const auto [f, moment] = forceAndMoment(load, Quantity::Force, Quantity::Moment);
            to.nodal.push_back({n->second, f, moment});
            return;
        }
        const auto member = members_.find(element);
        if (member == members_.end() || member->second.empty()) return f_.leaveOut("actions on nothing that was taken in");
        if (load.keyword == "IFCSTRUCTURALLOADCONFIGURATION") return configuration(to, member->second, load, axes);
        if (load.keyword.starts_with("IFCSTRUCTURALLOADLINEARFORCE")) {
            const auto [q, moment] = forceAndMoment(load, Quantity::LineLoad, Quantity::LineMoment);
            if (norm(moment) > 0) f_.leaveOut("moments along members");
            return line(to, member->second, axes, 0, q, lengthOf(member->second), q);
        }
        if (load.keyword.starts_with("IFCSTRUCTURALLOADTEMPERATURE")) {
            const double uniform = IfcModel::number(load[1]).value_or(0);
            for (const ChainPiece& p : member->second)
                to.thermal.push_back({p.element, uniform, 0, 0});
            if (IfcModel::number(load[2]).value_or(0) != 0 || IfcModel::number(load[3]).value_or(0) != 0)
                f_.leaveOut("temperature differences across members");
            return;
        }
        if (load.keyword.starts_with("IFCSTRUCTURALLOADSINGLEFORCE")) {
            const auto [f, moment] = forceAndMoment(load, Quantity::Force, Quantity::Moment);
            // Where it stands is its own vertex.
            const IfcPlacement at = m_.placement(r[5]);
            for (const StepRecord& item : m_.items(r, ""))
                if (item.keyword == "IFCVERTEXPOINT")
                    if (const auto p = m_.point(item[0]))
                        return point(to, member->second, axes, alongOf(member->second, at.point(*p)), f, moment);
            return f_.leaveOut("forces on members without a place");
        }
        f_.leaveOut("loads of other kinds");
    }

    const Frame& frame() const { return f_.frame(); }
    double lengthOf(const std::vector<ChainPiece>& chain) const
    {
        return chain.back().from + frame().length(frame().elements[static_cast<size_t>(chain.back().element)]);
    }
    double alongOf(const std::vector<ChainPiece>& chain, Vec3 p) const
    {
        const Element& first = frame().elements[static_cast<size_t>(chain.front().element)];
        const Vec3 x = normalized(frame().endJ(first) - frame().endI(first));
        return std::clamp(dot(p - frame().endI(first), x), 0.0, lengthOf(chain));
    }

    // Values at places along the member: lines between linear forces, points of single ones.
    void configuration(LoadCase& to, const std::vector<ChainPiece>& chain, const StepRecord& load, LoadAxes axes)
    {
        std::optional<std::pair<double, Vec3>> before;
        for (size_t k = 0; k < load[1].parts.size(); ++k) {
            const StepRecord value = m_.at(load[1].parts[k]);
            const StepValue at = k < load[2].parts.size() ? load[2].parts[k] : StepValue{};
            const double s = at.parts.empty() ? 0 : m_.measure(at.parts[0], Quantity::Length).value_or(0);
            if (value.keyword.starts_with("IFCSTRUCTURALLOADLINEARFORCE")) {
                const Vec3 q = forceAndMoment(value, Quantity::LineLoad, Quantity::LineMoment)[0];
                if (before) line(to, chain, axes, before->first, before->second, s, q);
                before = {s, q};
            } else if (value.keyword.starts_with("IFCSTRUCTURALLOADSINGLEFORCE")) {
                const auto [f, moment] = forceAndMoment(value, Quantity::Force, Quantity::Moment);
                point(to, chain, axes, std::clamp(s, 0.0, lengthOf(chain)), f, moment);
            } else
                f_.leaveOut("loads of other kinds");
        }
    }

    void line(LoadCase& to, const std::vector<ChainPiece>& chain, LoadAxes axes, double from, Vec3 q0, double upTo, Vec3 q1)
    {
        const double length = lengthOf(chain);
        from = std::clamp(from, 0.0, length);
        upTo = std::clamp(upTo, 0.0, length);
        if (!(upTo > from)) return;
        const auto at = [&](double s) { return q0 + ((s - from) / (upTo - from)) * (q1 - q0); };
        for (const ChainPiece& p : chain) {
            const double l = frame().length(frame().elements[static_cast<size_t>(p.element)]);
            const double a = std::max(from, p.from), b = std::min(upTo, p.from + l);
            if (!(b > a + 1e-9)) continue;
            LineLoad load;
            load.element = p.element;
            load.axes = axes;
            load.from = std::max(0.0, a - p.from);
            if (b < p.from + l - 1e-9) load.to = b - p.from;
            load.q0 = at(a);
            load.q1 = at(b);
            to.line.push_back(load);
        }
    }

    void point(LoadCase& to, const std::vector<ChainPiece>& chain, LoadAxes axes, double s, Vec3 force, Vec3 moment)
    {
        for (const ChainPiece& p : chain) {
            const double l = frame().length(frame().elements[static_cast<size_t>(p.element)]);
            if (s > p.from + l + 1e-9) continue;
            to.point.push_back({p.element, axes == LoadAxes::Projected ? LoadAxes::Global : axes,
                                std::clamp(s - p.from, 0.0, l), force, moment});
            return;
        }
    }

    IfcFrame& f_;
    const IfcModel& m_;
    const Members& members_;
    const Nodes& nodes_;
    std::unordered_map<std::uint32_t, Assembly::Load> loads_;
    std::unordered_map<std::uint32_t, double> coefficient_;
};

} // namespace

void takeIfcLoads(IfcFrame& f, const Members& members, const Nodes& nodes)
{
    const auto loads = Loads(f, members, nodes).take();
    takeIfcResults(f, members, nodes, loads);
}

void takeIfcResults(IfcFrame& f, const Members& members, const Nodes& nodes,
                    const std::unordered_map<std::uint32_t, Assembly::Load>& loads)
{
    const IfcModel& m = f.m;
    const Frame& frame = std::as_const(f.frame());
    for (const std::uint32_t id : m.file().all("IFCSTRUCTURALRESULTGROUP")) {
        const StepRecord group = m.at(id);
        const auto load = loads.find(group[6].reference);
        if (load == loads.end()) {
            f.leaveOut("results of no load");
            continue;
        }
        GivenResult r;
        r.loadCase = load->second.loadCase;
        r.combination = load->second.combination;
        r.orderSaid = group[5].text.ends_with("_ORDER_THEORY"); // not FULL_NONLINEAR_THEORY, USERDEFINED, NOTDEFINED
        r.secondOrder = group[5].text == "SECOND_ORDER_THEORY" || group[5].text == "THIRD_ORDER_THEORY";
        for (const std::uint32_t relation : m.naming(id, "IFCRELASSIGNSTOGROUP", 6)) {
            const StepRecord assigned = m.at(relation);
            for (const StepValue& v : assigned[4].parts) {
                const StepRecord reaction = m.at(v);
                std::uint32_t element = 0;
                for (const std::uint32_t activity : m.naming(reaction.id, "IFCRELCONNECTSSTRUCTURALACTIVITY", 5))
                    element = m.at(activity)[4].reference;
                const StepRecord values = m.at(reaction[7]);
                const auto vectors = [&](const StepRecord& value) {
                    std::array<double, 6> out{};
                    for (size_t k = 0; k < 6; ++k)
                        out[k] = m.measure(value[1 + k], k < 3 ? Quantity::Force : Quantity::Moment).value_or(0);
                    return out;
                };
                if (reaction.keyword == "IFCSTRUCTURALPOINTREACTION") {
                    const auto n = nodes.find(element);
                    if (n == nodes.end() || !values.keyword.starts_with("IFCSTRUCTURALLOADSINGLEFORCE")) {
                        f.leaveOut("results of other kinds");
                        continue;
                    }
                    const auto x = vectors(values);
                    r.nodes.push_back({n->second, {}, {}, {x[0], x[1], x[2]}, {x[3], x[4], x[5]}});
                } else if (const auto chain = members.find(element);
                           chain != members.end() && values.keyword == "IFCSTRUCTURALLOADCONFIGURATION") {
                    std::vector<GivenStation> along;
                    for (size_t k = 0; k < values[1].parts.size() && k < values[2].parts.size(); ++k) {
                        const StepValue& at = values[2].parts[k];
                        GivenStation s{at.parts.empty() ? 0 : m.measure(at.parts[0], Quantity::Length).value_or(0),
                                       vectors(m.at(values[1].parts[k]))};
                        toOurSigns(ForceSigns::Vectors, false, s.force);
                        along.push_back(s);
                    }
                    std::stable_sort(along.begin(), along.end(),
                                     [](const GivenStation& x, const GivenStation& y) { return x.s < y.s; });
                    for (const ChainPiece& p : chain->second) {
                        const double l = frame.length(frame.elements[static_cast<size_t>(p.element)]);
                        GivenElement g{p.element, {}};
                        for (const GivenStation& s : along)
                            if (s.s > p.from - 1e-6 && s.s < p.from + l + 1e-6)
                                g.stations.push_back({std::clamp(s.s - p.from, 0.0, l), s.force});
                        // At a joint where it stands twice: what is before it belongs to the piece that ends there.
                        while (g.stations.size() > 2 && g.stations[0].s == g.stations[1].s && p.from > 0)
                            g.stations.erase(g.stations.begin());
                        while (g.stations.size() > 2 && g.stations.back().s == g.stations[g.stations.size() - 2].s &&
                               &p != &chain->second.back())
                            g.stations.pop_back();
                        if (g.stations.size() >= 2 && g.stations.front().s < 1e-6 && g.stations.back().s > l - 1e-6)
                            r.elements.push_back(std::move(g));
                        else
                            f.leaveOut("results that do not reach from end to end");
                    }
                } else
                    f.leaveOut("results of other kinds");
            }
        }
        if (!r.elements.empty() || !r.nodes.empty()) f.frame().results.push_back(std::move(r));
    }
}

} // namespace wr
