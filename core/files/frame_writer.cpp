#include "core/files/frame_writer.h"

#include "core/files/design_writer.h"
#include "core/files/frame_json.h"
#include "core/files/json_cursor.h"
#include "core/files/text_file.h"
#include "core/files/units_json.h"
#include "core/sections/catalogue.h"

#include <cmath>
#include <fmt/format.h>
#include <numbers>

namespace wr {

namespace {

class Writer : FrameJson
{
public:
    using FrameJson::FrameJson;

    Json write()
    {
        Json j = {{"format", "wren-frame"}, {"version", 1}};
        if (!f_.title.empty()) j["title"] = f_.title;
        j["units"] = unitsJson(f_.writtenUnits());
        j["up"] = f_.up == Up::Z ? "z" : "y";
        if (!(f_.grid == Grid{})) j["grid"] = grid();
        list(j, "materials", f_.materials, [&](const Material& m) { return material(m); });
        list(j, "sections", f_.sections, [&](const FrameSection& s) { return section(s); });
        j["nodes"] = Json::array();
        for (const Node& n : f_.nodes)
            j["nodes"].push_back(node(n));
        j["elements"] = Json::array();
        for (const Element& e : f_.elements)
            j["elements"].push_back(element(e));
        list(j, "links", f_.links, [&](const Link& l) {
            Json o = {{"id", l.id}, {"nodes", Json::array()}, {"dofs", Json::array()}};
            for (const int n : l.nodes)
                o["nodes"].push_back(nodeId(n));
            for (int d = 0; d < 6; ++d)
                if (l.dofs[d]) o["dofs"].push_back(dofName(static_cast<Dof>(d)));
            return with(o, l.extras);
        });
        list(j, "diaphragms", f_.diaphragms, [&](const Diaphragm& d) {
            Json o = {{"id", d.id}, {"nodes", Json::array()}};
            for (const int n : d.nodes)
                o["nodes"].push_back(nodeId(n));
            return with(o, d.extras);
        });
        list(j, "cases", f_.cases, [&](const LoadCase& c) { return loadCase(c); });
        list(j, "combinations", f_.combinations, [&](const Combination& c) { return combination(c); });
        j["results"] = nullptr; // its place: results are written as they come
        j = with(std::move(j), f_.modes);
        if (f_.hasDesign) j["design"] = designJson(f_);
        return with(j, f_.extras);
    }

private:
    Json material(const Material& m) const
    {
        Json o = {{"id", m.id}};
        if (!m.grade.empty())
            o["grade"] = m.grade;
        else {
            o["e"] = out(Quantity::Stress, m.e);
            o["g"] = out(Quantity::Stress, m.g);
            o["density"] = out(Quantity::Density, m.density);
            o["alpha"] = m.alpha;
        }
        if (m.fy) o["fy"] = out(Quantity::Stress, *m.fy);
        if (m.fu) o["fu"] = out(Quantity::Stress, *m.fu);
        for (const GradeStep& step : m.steps)
            o["strengths"].push_back({{"to", out(Quantity::SectionLength, step.thickness)},
                                      {"fy", out(Quantity::Stress, step.fy)},
                                      {"fu", out(Quantity::Stress, step.fu)}});
        return with(o, m.extras);
    }

    Json section(const FrameSection& s) const
    {
        Json o = {{"id", s.id}};
        if (!s.name.empty()) o["name"] = s.name;
        const CatalogueSection* listed = s.name.empty() ? nullptr : shippedCatalogue().find(s.name);
        if (s.shape.kind != ShapeKind::None && !(listed && listed->shape == s.shape)) {
            o["shape"] = shapeName(s.shape.kind);
            Shape copy = s.shape;
            for (const auto& [key, must] : dimensionKeys(s.shape.kind)) {
                const double v = *dimension(copy, key);
                if (must || v != 0) o[std::string(key)] = key == "slope" ? clean(v) : out(Quantity::SectionLength, v);
            }
            if (s.shape.kind == ShapeKind::DoubleAngle) o["back"] = s.shape.longBack ? "long" : "short";
            const bool rolledI = (s.shape.kind == ShapeKind::I || s.shape.kind == ShapeKind::IUnequal) && !s.shape.welded;
            if (rolledI && !o.contains("r")) o["r"] = 0.0; // no "r" would mean welded
            if (s.shape.welded && s.shape.kind != ShapeKind::I && s.shape.kind != ShapeKind::IUnequal && !o.contains("a"))
                o["a"] = 0.0;
            if (s.shape.process != Process::Unstated) o["process"] = s.shape.process == Process::Hot ? "hot" : "cold";
        }
        if (!s.stated.empty()) {
            Json p = Json::object();
            const double unit = f_.writtenUnits().factor(Quantity::SectionLength);
            for (const StatedKey& k : statedKeys())
                if (const auto& v = s.stated.*k.stated) p[std::string(k.key)] = clean(*v / std::pow(unit, k.power));
            o["properties"] = p;
        }
        return with(o, s.extras);
    }

    Json node(const Node& n) const
    {
        Json o = {{"id", n.id}, {"at", vec(n.at, Quantity::Length)}};
        if (n.supported()) {
            Json s = Json::object();
            for (int d = 0; d < 6; ++d) {
                const Support& v = n.support[d];
                const std::string key(dofName(static_cast<Dof>(d)));
                if (v.held)
                    s[key] = true;
                else if (v.spring > 0)
                    s[key] = out(d < 3 ? Quantity::SpringForce : Quantity::SpringMoment, v.spring);
            }
            o["support"] = s;
        }
        if (n.supportAxes) {
            const Vec3 &x = n.supportAxes->x, &y = n.supportAxes->y;
            o["supportAxes"] = {{x.x, x.y, x.z}, {y.x, y.y, y.z}};
        }
        return with(o, n.extras);
    }

    Json grid() const
    {
        const Grid& g = f_.grid;
        Json o = Json::object();
        if (norm(g.origin) > 0) o["origin"] = vec(g.origin, Quantity::Length);
        if (g.turn != 0) o["turn"] = out(Quantity::Angle, g.turn);
        for (const auto& [key, lines] : {std::pair{"x", &g.x}, std::pair{"y", &g.y}, std::pair{"levels", &g.levels}}) {
            if (lines->empty()) continue;
            o[key] = Json::array();
            for (const GridLine& l : *lines)
                o[key].push_back({{"id", l.id}, {"at", out(Quantity::Length, l.at)}});
        }
        return o;
    }

    Json element(const Element& e) const
    {
        Json o = {{"id", e.id},
                  {"nodes", {nodeId(e.i), nodeId(e.j)}},
                  {"section", f_.sections[e.section].id},
                  {"material", f_.materials[e.material].id}};
        if (e.roll != 0) o["roll"] = out(Quantity::Angle, e.roll);
        if (e.rollToLegs) o["rollTo"] = "legs";
        Json r = Json::object();
        const auto names = [](const std::array<bool, 6>& released) {
            Json a = Json::array();
            for (int f = 0; f < 6; ++f)
                if (released[f]) a.push_back(forceName(static_cast<Force>(f)));
            return a;
        };
        if (const Json i = names(e.releaseI); !i.empty()) r["i"] = i;
        if (const Json j = names(e.releaseJ); !j.empty()) r["j"] = j;
        if (!r.empty()) o["release"] = r;
        Json springs = Json::object();
        for (const auto& [end, of] : {std::pair{"i", &e.springI}, std::pair{"j", &e.springJ}})
            for (int k = 0; k < 6; ++k)
                if (const double v = (*of)[k]; v > 0)
                    springs[end][std::string(forceName(static_cast<Force>(k)))] =
                        out(k < 3 ? Quantity::SpringForce : Quantity::SpringMoment, v);
        if (!springs.empty()) o["springs"] = springs;
        if (e.behaviour != Behaviour::Beam) o["behaviour"] = behaviourName(e.behaviour);
        if (!(e.offsetI == Vec3{})) o["offset"]["i"] = vec(e.offsetI, Quantity::Length);
        if (!(e.offsetJ == Vec3{})) o["offset"]["j"] = vec(e.offsetJ, Quantity::Length);
        return with(o, e.extras);
    }

    Json loadCase(const LoadCase& c) const
    {
        Json o = {{"id", c.id}};
        if (!c.title.empty()) o["title"] = c.title;
        o["action"] = actionName(c.action);
        if (c.selfWeight != 0) o["selfWeight"] = clean(c.selfWeight);
        list(o, "nodal", c.nodal, [&](const NodalLoad& l) {
            return Json{{"node", nodeId(l.node)}, {"f", vec(l.f, Quantity::Force)}, {"m", vec(l.m, Quantity::Moment)}};
        });
        list(o, "line", c.line, [&](const LineLoad& l) {
            Json j = {{"element", elementId(l.element)}, {"axes", loadAxesName(l.axes)}};
            if (l.from != 0) j["from"] = out(Quantity::Length, l.from);
            if (l.to) j["to"] = out(Quantity::Length, *l.to);
            j["q"] = {vec(l.q0, Quantity::LineLoad), vec(l.q1, Quantity::LineLoad)};
            return j;
        });
        list(o, "point", c.point, [&](const PointLoad& l) {
            return Json{{"element", elementId(l.element)},
                        {"axes", loadAxesName(l.axes)},
                        {"at", out(Quantity::Length, l.at)},
                        {"f", vec(l.f, Quantity::Force)},
                        {"m", vec(l.m, Quantity::Moment)}};
        });
        list(o, "thermal", c.thermal, [&](const ThermalLoad& l) {
            Json j = {{"element", elementId(l.element)}, {"uniform", clean(l.uniform)}};
            const double unit = f_.writtenUnits().factor(Quantity::Length);
            if (l.gradientY != 0 || l.gradientZ != 0) j["gradient"] = {clean(l.gradientY * unit), clean(l.gradientZ * unit)};
            return j;
        });
        list(o, "settlement", c.settlement, [&](const Settlement& l) {
            return Json{{"node", nodeId(l.node)},
                        {"dof", dofName(l.dof)},
                        {"value", l.dof < Dof::Rx ? out(Quantity::Length, l.value) : clean(l.value)}};
        });
        list(o, "area", c.area, [&](const AreaLoad& l) {
            Json j = {{"nodes", Json::array()}, {"axes", loadAxesName(l.axes)}, {"q", vec(l.q, Quantity::AreaLoad)}};
            for (const int n : l.nodes)
                j["nodes"].push_back(nodeId(n));
            if (l.oneWay) {
                j["way"] = "one";
                j["span"] = {l.span.x, l.span.y, l.span.z};
            }
            return j;
        });
        if (c.notional)
            o["notional"] = {{"of", caseId(c.notional->loadCase)},
                             {"direction", {c.notional->direction.x, c.notional->direction.y, c.notional->direction.z}},
                             {"factor", clean(c.notional->factor)}};
        if (c.reversible) o["reversible"] = true;
        if (!c.exclusive.empty()) o["exclusive"] = c.exclusive;
        if (!c.category.empty()) o["category"] = c.category;
        if (c.unsignedResult) o["unsigned"] = true;
        if (c.handSum) o["handSum"] = vec(*c.handSum, Quantity::Force);
        return with(o, c.extras);
    }

    Json combination(const Combination& c) const
    {
        Json o = {{"id", c.id}};
        if (!c.title.empty()) o["title"] = c.title;
        o["purpose"] = purposeName(c.purpose);
        if (!c.basis.empty()) o["basis"] = c.basis;
        if (!c.kind.empty()) o["kind"] = c.kind;
        if (c.off) o["off"] = true;
        if (!c.made.empty()) o["made"] = c.made;
        o["terms"] = Json::object();
        for (const auto& [index, factor] : c.terms)
            o["terms"][caseId(index)] = clean(factor);
        return with(o, c.extras);
    }
};

} // namespace

// One object per line in a long list: readable, and a change of one element is a change of one line.
static void writeLines(const Json& array, const std::string& margin, TextOutput& out)
{
    out.write("[\n");
    for (size_t i = 0; i < array.size(); ++i)
        out.write(margin + "  " + array[i].dump() + (i + 1 < array.size() ? ",\n" : "\n"));
    out.write(margin + "]");
}

static void writeDesign(const Json& design, TextOutput& out)
{
    out.write("{\n");
    bool first = true;
    for (const auto& [key, value] : design.items()) {
        out.write((first ? "" : ",\n") + ("    " + Json(key).dump() + ": "));
        first = false;
        if (value.is_array() && !value.empty())
            writeLines(value, "    ", out);
        else
            out.write(value.dump());
    }
    out.write("\n  }");
}

static void writeResults(const Frame& frame, const ResultStream& results, ResultForm form, TextOutput& out)
{
    bool first = true;
    results([&](const GivenResult& r) {
        out.write(first ? ",\n  \"results\": [\n    " : ",\n    ");
        first = false;
        writeResult(frame, r, form, out);
    });
    if (!first) out.write("\n  ]");
}

void writeFrame(const Frame& frame, const ResultStream& results, ResultForm form, TextOutput& out)
{
    const Json j = Writer(frame).write();
    out.write("{\n");
    bool first = true;
    for (const auto& [key, value] : j.items()) {
        if (key == "results") {
            writeResults(frame, results, form, out);
            continue;
        }
        out.write((first ? "" : ",\n") + ("  " + Json(key).dump() + ": "));
        first = false;
        if (value.is_array() && !value.empty())
            writeLines(value, "  ", out);
        else if (key == "design")
            writeDesign(value, out);
        else
            out.write(value.dump());
    }
    out.write("\n}\n");
}

std::string writeFrame(const Frame& frame)
{
    std::string text;
    TextOutput out(text);
    writeFrame(
        frame,
        [&](const auto& take) {
            for (const GivenResult& r : frame.results)
                take(r);
        },
        ResultForm::Plain, out);
    return text;
}

std::expected<void, std::string> writeFrameFile(const Frame& frame, const std::filesystem::path& path)
{
    return writeTextFile(writeFrame(frame), path);
}

} // namespace wr
