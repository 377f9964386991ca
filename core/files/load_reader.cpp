#include "core/files/load_reader.h"

#include "core/files/frame_text.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>

namespace wr {

namespace {

template <class Ids> class LoadReader
{
public:
    LoadReader(Frame& frame, Ids& ids, std::vector<Finding>& findings) : frame_(frame), ids_(ids), findings_(findings) {}

    // Position along an element, with the fault if it lies outside.
    double position(Cursor& c, std::string_view key, int element, double v)
    {
        const double s = si(Quantity::Length, v);
        if (element < 0) return s;
        const Element& e = frame_.elements[element];
        if (e.i < 0 || e.j < 0) return s;
        const double l = frame_.length(e);
        if (s < -1e-9 * l || s > l * (1 + 1e-6))
            c.fault("frame.outside", key,
                    fmt::format("{} lies outside element {}, which is {} long", v, inQuotes(e.id),
                                frame_.units.text(Quantity::Length, l)));
        return std::clamp(s, 0.0, l);
    }

    void readCases(const Json* array)
    {
        eachObject(array, "/cases", findings_, [&](Cursor& c, size_t) {
            LoadCase k;
            k.id = ids_.cases.add(c);
            k.title = c.text("title").value_or("");
            if (const auto a = c.word("action", actionFromName, joined(actionNames()))) k.action = *a;
            k.selfWeight = c.number("selfWeight").value_or(0);
            readNodal(c, k);
            readLine(c, k);
            readPoint(c, k);
            eachObject(c.array("thermal"), c.at("thermal"), findings_, [&](Cursor& l, size_t) {
                ThermalLoad t;
                t.element = ids_.elements.refer(l, "element", "element", findings_);
                t.uniform = l.number("uniform", !l.has("gradient")).value_or(0);
                // Kelvin per length along local y and z.
                if (const auto g = l.numbers("gradient", 2)) {
                    const double unit = frame_.units.factor(Quantity::Length);
                    t.gradientY = (*g)[0] / unit;
                    t.gradientZ = (*g)[1] / unit;
                }
                l.finish();
                k.thermal.push_back(t);
            });
            eachObject(c.array("settlement"), c.at("settlement"), findings_, [&](Cursor& l, size_t) {
                Settlement s;
                s.node = ids_.nodes.refer(l, "node", "node", findings_);
                if (const auto d = l.word("dof", dofFromName, "ux, uy, uz, rx, ry, rz", true)) s.dof = *d;
                const bool turn = s.dof >= Dof::Rx;
                s.value = si(turn ? Quantity::Rotation : Quantity::Length, l.number("value", true).value_or(0));
                if (s.node >= 0 && frame_.nodes[s.node].support[static_cast<size_t>(s.dof)].free())
                    l.fault("frame.value", "dof",
                            "node " + inQuotes(frame_.nodes[s.node].id) +
                                " is not supported in this direction, so it cannot settle");
                l.finish();
                k.settlement.push_back(s);
            });
            readArea(c, k);
            if (const Json* n = c.object("notional")) {
                Cursor of(*n, c.at("notional"), findings_);
                NotionalOf v;
                if (const auto id = of.text("of", true)) notionals_.push_back({frame_.cases.size(), *id, of.at("of")});
                if (const auto d = of.numbers("direction", 3, true)) v.direction = direction(of, "direction", *d);
                v.factor = of.number("factor", true).value_or(0);
                of.finish();
                k.notional = v;
            }
            k.reversible = c.flag("reversible").value_or(false);
            k.exclusive = c.text("exclusive").value_or("");
            k.category = c.text("category").value_or("");
            k.unsignedResult = c.flag("unsigned").value_or(false);
            if (const auto v = c.numbers("handSum", 3)) k.handSum = vec(*v, Quantity::Force);
            k.extras = c.finish();
            frame_.cases.push_back(std::move(k));
        });
        // The case a notional load is made of may stand behind it.
        for (const auto& [own, id, place] : notionals_) {
            const int of = ids_.cases.find(id, place, "case", findings_);
            if (of < 0) continue;
            frame_.cases[own].notional->loadCase = of;
            if (frame_.cases[of].notional)
                findings_.push_back(finding("frame.value", place, frame_.cases[own].id,
                                            "case " + inQuotes(id) + " is made of another case itself: name the gravity case"));
        }
    }

    Vec3 direction(Cursor& c, std::string_view key, const std::vector<double>& v)
    {
        const Vec3 d{v[0], v[1], v[2]};
        if (!(norm(d) > 1e-9)) {
            c.fault("frame.value", key, "a direction needs a length");
            return {};
        }
        // One of length one stays as it is written: read and written back it is the same to the last digit.
        return std::abs(norm(d) - 1) < 1e-14 ? d : normalized(d);
    }

    void readArea(Cursor& c, LoadCase& k)
    {
        eachObject(c.array("area"), c.at("area"), findings_, [&](Cursor& l, size_t) {
            AreaLoad a;
            const auto names = l.words("nodes", true);
            for (size_t i = 0; i < names.size(); ++i)
                if (const int n = ids_.nodes.find(names[i], l.at("nodes") + "/" + std::to_string(i), "node", findings_); n >= 0)
                    a.nodes.push_back(n);
            if (l.has("nodes") && names.size() < 3) l.fault("frame.value", "nodes", "a panel has three corners or more");
            if (const auto v = l.numbers("q", 3, true)) a.q = vec(*v, Quantity::AreaLoad);
            if (const auto x = l.word("axes", loadAxesFromName, "global, local, projected")) a.axes = *x;
            if (const auto way = l.text("way")) {
                if (*way != "one" && *way != "two")
                    l.fault("frame.value", "way", inQuotes(*way) + " is not known here; allowed: one, two");
                a.oneWay = *way == "one";
            }
            if (const auto d = l.numbers("span", 3, a.oneWay)) a.span = direction(l, "span", *d);
            l.finish();
            k.area.push_back(std::move(a));
        });
    }

    void readNodal(Cursor& c, LoadCase& k)
    {
        eachObject(c.array("nodal"), c.at("nodal"), findings_, [&](Cursor& l, size_t) {
            NodalLoad n;
            n.node = ids_.nodes.refer(l, "node", "node", findings_);
            if (const auto v = l.numbers("f", 3)) n.f = vec(*v, Quantity::Force);
            if (const auto v = l.numbers("m", 3)) n.m = vec(*v, Quantity::Moment);
            if (!l.has("f") && !l.has("m")) l.fault("frame.key-missing", "", "a nodal load needs \"f\" or \"m\"");
            l.finish();
            k.nodal.push_back(n);
        });
    }

    void readLine(Cursor& c, LoadCase& k)
    {
        eachObject(c.array("line"), c.at("line"), findings_, [&](Cursor& l, size_t) {
            LineLoad n;
            n.element = ids_.elements.refer(l, "element", "element", findings_);
            if (const auto a = l.word("axes", loadAxesFromName, "global, local, projected")) n.axes = *a;
            if (const auto v = l.number("from")) n.from = position(l, "from", n.element, *v);
            if (const auto v = l.number("to")) n.to = position(l, "to", n.element, *v);
            if (n.to && *n.to < n.from) l.fault("frame.value", "to", "\"to\" lies before \"from\"");
            if (const Json* q = l.array("q", true)) {
                if (q->size() != 2)
                    l.fault("frame.value", "q", "two load vectors were expected, at \"from\" and at \"to\"");
                else
                    for (size_t i = 0; i < 2; ++i) {
                        // A vector inside an array: looked at as if it were under a key of its own.
                        Json wrap = Json::object();
                        wrap["q"] = (*q)[i];
                        std::vector<Finding> local;
                        Cursor w(wrap, "", local);
                        const auto v = w.numbers("q", 3, true);
                        for (Finding& f : local) {
                            f.place = l.at("q") + "/" + std::to_string(i) + f.place.substr(std::min<size_t>(2, f.place.size()));
                            findings_.push_back(std::move(f));
                        }
                        if (v) (i == 0 ? n.q0 : n.q1) = vec(*v, Quantity::LineLoad);
                    }
            }
            l.finish();
            k.line.push_back(n);
        });
    }

    void readPoint(Cursor& c, LoadCase& k)
    {
        eachObject(c.array("point"), c.at("point"), findings_, [&](Cursor& l, size_t) {
            PointLoad n;
            n.element = ids_.elements.refer(l, "element", "element", findings_);
            if (const auto a = l.word("axes", loadAxesFromName, "global, local, projected")) n.axes = *a;
            if (const auto v = l.number("at", true)) n.at = position(l, "at", n.element, *v);
            if (const auto v = l.numbers("f", 3)) n.f = vec(*v, Quantity::Force);
            if (const auto v = l.numbers("m", 3)) n.m = vec(*v, Quantity::Moment);
            if (!l.has("f") && !l.has("m")) l.fault("frame.key-missing", "", "a point load needs \"f\" or \"m\"");
            l.finish();
            k.point.push_back(n);
        });
    }

    void readResults(const Json* array)
    {
        eachObject(array, "/results", findings_, [&](Cursor& c, size_t) {
            GivenResult r;
            if (c.has("combination") == c.has("case"))
                c.fault("frame.key-missing", "", "a result belongs to a \"combination\" or a \"case\", one of them");
            if (c.has("combination")) r.combination = ids_.combinations.refer(c, "combination", "combination", findings_);
            if (c.has("case")) r.loadCase = ids_.cases.refer(c, "case", "case", findings_);
            if (const auto step = c.number("step")) r.step = static_cast<int>(*step);
            if (const auto order = c.text("order")) {
                if (*order != "first" && *order != "second")
                    c.fault("frame.value", "order", inQuotes(*order) + " is not known here; allowed: first, second");
                r.orderSaid = true;
                r.secondOrder = *order == "second";
            }
            if (const auto method = c.text("method")) {
                if (*method != "elastic" && *method != "amplified")
                    c.fault("frame.value", "method", inQuotes(*method) + " is not known here; allowed: elastic, amplified");
                r.amplified = *method == "amplified";
            }
            r.reducedStiffness = c.flag("reducedStiffness").value_or(false);
            const std::vector<size_t> columns = readColumns(c);
            eachObject(c.array("elements"), c.at("elements"), findings_, [&](Cursor& e, size_t) {
                r.elements.push_back(e.has("values") ? readColumnsOf(e, columns) : readGivenElement(e));
            });
            eachObject(c.array("nodes"), c.at("nodes"), findings_, [&](Cursor& n, size_t) {
                NodeResult v;
                v.node = ids_.nodes.refer(n, "node", "node", findings_);
                if (const auto x = n.numbers("u", 3)) v.u = vec(*x, Quantity::Length);
                if (const auto x = n.numbers("r", 3)) v.r = vec(*x, Quantity::Rotation);
                if (const auto x = n.numbers("f", 3)) v.f = vec(*x, Quantity::Force);
                if (const auto x = n.numbers("m", 3)) v.m = vec(*x, Quantity::Moment);
                n.finish();
                r.nodes.push_back(v);
            });
            c.finish();
            frame_.results.push_back(std::move(r));
        });
    }

    GivenElement readGivenElement(Cursor& e)
    {
        GivenElement g;
        g.element = ids_.elements.refer(e, "element", "element", findings_);
        const Json* given = e.any("stations");
        if (given && given->is_binary()) {
            const std::vector<StationNumbers> block = stationsOf(*given);
            if (plain(block, g)) {
                e.finish();
                return g;
            }
            // Something is wrong: as a tree, which tells where.
            const Json tree = stationTree(block);
            readStations(&tree, e, g);
        } else
            readStations(e.array("stations", true), e, g);
        e.finish();
        return g;
    }

    // Stations without fault, straight from their numbers.
    bool plain(const std::vector<StationNumbers>& block, GivenElement& g) const
    {
        if (block.size() < 2 || g.element < 0) return false;
        const Element& e = frame_.elements[g.element];
        if (e.i < 0 || e.j < 0) return false;
        const double l = frame_.length(e);
        g.stations.resize(block.size());
        double last = -1;
        for (size_t i = 0; i < block.size(); ++i) {
            const auto& v = block[i].v;
            const double s = si(Quantity::Length, v[0]);
            const double at = std::clamp(s, 0.0, l);
            if (!(s >= -1e-9 * l && s <= l * (1 + 1e-6)) || at < last - 1e-9) {
                g.stations.clear();
                return false;
            }
            last = g.stations[i].s = at;
            for (size_t f = 0; f < 6; ++f)
                g.stations[i].force[f] = std::isnan(v[f + 1]) ? 0 : si(f < 3 ? Quantity::Force : Quantity::Moment, v[f + 1]);
        }
        return true;
    }

    void readStations(const Json* array, Cursor& e, GivenElement& g)
    {
        double last = -1;
        eachObject(array, e.at("stations"), findings_, [&](Cursor& s, size_t) {
            GivenStation st;
            if (const auto v = s.number("s", true)) st.s = position(s, "s", g.element, *v);
            if (st.s < last - 1e-9) s.fault("frame.value", "s", "stations must run from node i to node j");
            last = st.s;
            for (int f = 0; f < 6; ++f)
                st.force[f] =
                    si(f < 3 ? Quantity::Force : Quantity::Moment, s.number(forceName(static_cast<Force>(f))).value_or(0));
            s.finish();
            g.stations.push_back(st);
        });
        if (e.has("stations") && g.stations.size() < 2)
            e.fault("frame.value", "stations", "an element needs stations at both ends at least");
    }

    // What the columns of `values` are, by StationNumbers; without `columns`, all in their order.
    std::vector<size_t> readColumns(Cursor& c)
    {
        std::vector<size_t> out;
        if (!c.has("columns")) {
            for (size_t i = 0; i < StationNumbers::kCount; ++i)
                out.push_back(i);
            return out;
        }
        for (const std::string& word : c.words("columns")) {
            const size_t i = stationIndex(word);
            if (i == kNoStationKey)
                c.fault("frame.value", "columns", inQuotes(word) + " is no column; allowed: s, n, vy, vz, t, my, mz");
            else if (std::find(out.begin(), out.end(), i) != out.end())
                c.fault("frame.value", "columns", inQuotes(word) + " stands twice");
            out.push_back(i);
        }
        if (std::find(out.begin(), out.end(), size_t{0}) == out.end())
            c.fault("frame.key-missing", "columns", "the positions \"s\" are missing");
        return out;
    }

    // One entry per column: a list with a number per station, one number that stands at every station, or two that the column
    // runs between in a straight line; for "s" one number is how many stations there are, equally spaced from end to end.
    GivenElement readColumnsOf(Cursor& e, const std::vector<size_t>& columns)
    {
        GivenElement g;
        g.element = ids_.elements.refer(e, "element", "element", findings_);
        const Json* values = e.array("values");
        e.finish();
        const auto wrong = [&](std::string text) {
            e.fault("frame.value", "values", std::move(text));
            return GivenElement{g.element, {}};
        };
        if (!values) return g;
        if (values->size() != columns.size())
            return wrong(fmt::format("{} entries for {} columns", values->size(), columns.size()));
        // What is wrong with these has been told.
        if (g.element < 0 || std::find(columns.begin(), columns.end(), size_t{0}) == columns.end()) return g;
        const Element& element = frame_.elements[g.element];
        if (element.i < 0 || element.j < 0) return g;
        const double l = frame_.length(element);
        std::vector<StationNumbers> block;
        for (const bool positions : {true, false})
            for (size_t c = 0; c < columns.size(); ++c) {
                if ((columns[c] == 0) != positions || columns[c] == kNoStationKey) continue;
                const Json& v = (*values)[c];
                if (positions) {
                    const bool counted = v.is_number();
                    const double n = counted ? v.get<double>() : v.is_array() ? static_cast<double>(v.size()) : 0;
                    if (!(n >= 2 && n <= 1e6 && n == std::floor(n)))
                        return wrong(
                            "\"s\" is a list of at least two positions, or how many equally spaced stations there are");
                    block.resize(static_cast<size_t>(n));
                    if (counted)
                        for (size_t i = 0; i < block.size(); ++i)
                            block[i].v[0] = frame_.units.show(Quantity::Length, l * static_cast<double>(i) / (n - 1));
                    if (counted) continue;
                }
                const bool line = !positions && v.is_array() && v.size() == 2; // from the first station to the last
                if (!v.is_number() && !line && !(v.is_array() && v.size() == block.size()))
                    return wrong(fmt::format("column {}: a number, two or a list of {} were expected", c, block.size()));
                for (const Json& x : v)
                    if (!x.is_number()) return wrong(fmt::format("column {}: {} stands in it", c, jsonKind(x)));
                const double from = block.front().v[0], length = block.back().v[0] - from;
                for (size_t i = 0; i < block.size(); ++i) {
                    double& into = block[i].v[columns[c]];
                    if (line)
                        into =
                            std::lerp(v[0].get<double>(), v[1].get<double>(), length > 0 ? (block[i].v[0] - from) / length : 0);
                    else
                        into = (v.is_array() ? v[i] : v).get<double>();
                }
            }
        if (!plain(block, g))
            return wrong("the positions must run from node i to node j of the element, " +
                         frame_.units.text(Quantity::Length, l) + " long");
        return g;
    }

private:
    double si(Quantity q, double v) const { return frame_.units.read(q, v); }
    Vec3 vec(const std::vector<double>& v, Quantity q) const { return {si(q, v[0]), si(q, v[1]), si(q, v[2])}; }

    struct NotionalName
    {
        size_t own;
        std::string of, place;
    };
    Frame& frame_;
    Ids& ids_;
    std::vector<Finding>& findings_;
    std::vector<NotionalName> notionals_;
};

} // namespace

void readCases(const Json* array, Frame& frame, FrameIds& ids, std::vector<Finding>& findings)
{
    LoadReader<FrameIds>(frame, ids, findings).readCases(array);
}

void readResults(const Json* array, Frame& frame, const FrameIds& ids, std::vector<Finding>& findings)
{
    LoadReader<const FrameIds>(frame, ids, findings).readResults(array);
}

} // namespace wr
