#include "core/files/joint_reader.h"

#include <algorithm>
#include <cmath>

namespace wr {

void readSupportAxes(Cursor& c, Node& n)
{
    const Json* rows = c.array("supportAxes");
    if (!rows) return;
    std::vector<Vec3> v;
    for (const Json& row : *rows)
        if (row.is_array() && row.size() == 3 &&
            std::all_of(row.begin(), row.end(), [](const Json& x) { return x.is_number() && std::isfinite(x.get<double>()); }))
            v.push_back({row[0].get<double>(), row[1].get<double>(), row[2].get<double>()});
    if (v.size() != 2 || rows->size() != 2)
        return c.fault("frame.value", "supportAxes", "two vectors of three numbers were expected: x, and one in the x-y plane");
    const Vec3 z = cross(v[0], v[1]);
    if (!(norm(v[0]) > 1e-12) || !(norm(z) > 1e-9 * norm(v[0]) * norm(v[1])))
        return c.fault("frame.value", "supportAxes", "the two vectors must not be zero or parallel");
    Axes a;
    a.x = normalized(v[0]);
    a.z = normalized(z);
    a.y = cross(a.z, a.x);
    n.supportAxes = a;
}

void readSprings(Cursor& c, Element& e, const UnitSystem& units, std::vector<Finding>& findings)
{
    const Json* springs = c.object("springs");
    if (!springs) return;
    Cursor ends(*springs, c.at("springs"), findings);
    for (const std::string_view end : {"i", "j"}) {
        const Json* of = ends.object(end);
        if (!of) continue;
        Cursor one(*of, ends.at(end), findings);
        for (int k = 0; k < 6; ++k) {
            const auto name = forceName(static_cast<Force>(k));
            const auto v = one.positive(name);
            if (!v) continue;
            const auto i = static_cast<size_t>(k);
            (end == "i" ? e.springI : e.springJ)[i] = units.read(k < 3 ? Quantity::SpringForce : Quantity::SpringMoment, *v);
            if ((end == "i" ? e.releaseI : e.releaseJ)[i])
                one.fault("frame.value", name, "this end is released in that direction: a spring there does nothing");
        }
        one.finish();
    }
    ends.finish();
    if (e.behaviour != Behaviour::Beam)
        c.fault("frame.value", "springs", "only beams have end moments that a joint spring could soften");
}

void readOffsets(Cursor& c, Element& e, const Frame& f, std::vector<Finding>& findings)
{
    const Json* offsets = c.object("offset");
    if (!offsets) return;
    Cursor o(*offsets, c.at("offset"), findings);
    const auto axes = o.word("axes", loadAxesFromName, "global, local");
    if (axes == LoadAxes::Projected) o.fault("frame.value", "axes", "\"projected\" means nothing here; allowed: global, local");
    const Axes local = elementAxes(f, e); // as it lies between its nodes
    for (const auto& [end, to] : {std::pair{"i", &e.offsetI}, std::pair{"j", &e.offsetJ}})
        if (const auto v = o.numbers(end, 3)) {
            Vec3 d;
            for (int k = 0; k < 3; ++k)
                d[k] = f.units.read(Quantity::Length, (*v)[k]);
            *to = axes == LoadAxes::Local ? local.toGlobal(d) : d;
        }
    o.finish();
    const Vec3 nodes = f.nodes[e.j].at - f.nodes[e.i].at, own = f.endJ(e) - f.endI(e);
    if (!(norm(own) > 1e-6) || dot(nodes, own) <= 0)
        c.fault("frame.value", "offset", "the rigid offsets leave nothing of the element between them");
}

void readLinks(const Json* links, Frame& f, const FrameIds& ids, std::vector<Finding>& findings)
{
    IdTable own;
    eachObject(links, "/links", findings, [&](Cursor& c, size_t) {
        Link l;
        l.id = own.add(c);
        const auto nodes = c.words("nodes", true);
        for (size_t i = 0; i < nodes.size(); ++i) {
            const std::string at = c.at("nodes") + "/" + std::to_string(i);
            const int n = ids.nodes.find(nodes[i], at, "node", findings);
            if (n < 0) continue;
            if (std::find(l.nodes.begin(), l.nodes.end(), n) != l.nodes.end())
                findings.push_back(finding("frame.value", at, "", "node " + inQuotes(nodes[i]) + " stands twice in this link"));
            l.nodes.push_back(n);
        }
        if (c.has("nodes") && nodes.size() < 2) c.fault("frame.value", "nodes", "a link needs two nodes or more");
        for (const auto& name : c.words("dofs", true))
            if (const auto d = dofFromName(name))
                l.dofs[static_cast<size_t>(*d)] = true;
            else
                c.fault("frame.value", "dofs", inQuotes(name) + " is not known here; allowed: ux, uy, uz, rx, ry, rz");
        l.extras = c.finish();
        f.links.push_back(std::move(l));
    });
}

} // namespace wr
