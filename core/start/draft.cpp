#include "core/start/draft.h"

#include "core/analysis/shares.h"
#include "core/base/split.h"
#include "core/combos/make.h"
#include "core/sections/catalogue.h"
#include "core/standards/standard.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>

namespace wr {

Draft::Draft(Given& given, const StartSetting& s, std::string title) : given_(given)
{
    f_.title = std::move(title);
    f_.units = s.units;
    f_.hasDesign = true;
    f_.design.standard = s.standard.empty() ? std::string(kDefaultStandard) : s.standard;
}

int Draft::node(Vec3 at)
{
    const auto key = [](double v) { return std::lround(v * 1000); };
    const auto [it, fresh] = places_.try_emplace({key(at.x), key(at.y), key(at.z)}, static_cast<int>(f_.nodes.size()));
    if (fresh) {
        Node n;
        n.id = std::to_string(f_.nodes.size() + 1);
        n.at = at;
        f_.nodes.push_back(std::move(n));
    }
    return it->second;
}

void Draft::support(int node, Foot f)
{
    Node& n = f_.nodes.edit()[static_cast<size_t>(node)];
    for (size_t k = 0; k < 3; ++k)
        n.support[k].held = f != Foot::Roller || k > 0;
    if (f == Foot::Fixed)
        for (size_t k = 3; k < 6; ++k)
            n.support[k].held = true;
}

void Draft::hold(int node, std::string_view dofs)
{
    Node& n = f_.nodes.edit()[static_cast<size_t>(node)];
    for (const std::string& d : split(dofs, " "))
        if (const auto dof = dofFromName(d)) n.support[static_cast<size_t>(*dof)].held = true;
}

void Draft::steel(const std::string& key)
{
    const std::string name = given_.text(key);
    const Grade* g = findGrade(name);
    if (!g) {
        std::string near;
        for (const std::string& s : gradeSuggestions(name))
            near += (near.empty() ? "; did you mean " : ", ") + s;
        given_.fault(key, fmt::format("there is no steel \"{}\"{}", name, near));
        return;
    }
    Material m;
    m.id = g->name;
    m.grade = g->name;
    m.e = g->e;
    m.g = g->g;
    m.density = g->density;
    m.alpha = g->alpha;
    f_.materials.push_back(std::move(m));
}

int Draft::section(const std::string& key)
{
    const std::string name = given_.text(key);
    const CatalogueSection* c = shippedCatalogue().find(name);
    if (!c) {
        std::string near;
        for (const std::string& s : shippedCatalogue().suggestions(name))
            near += (near.empty() ? "; did you mean " : ", ") + s;
        given_.fault(key, fmt::format("there is no section \"{}\"{}", name, near));
        return -1;
    }
    const auto [it, fresh] = sections_.try_emplace(c->designation, static_cast<int>(f_.sections.size()));
    if (fresh) {
        FrameSection s;
        s.id = s.name = c->designation;
        s.shape = c->shape;
        s.properties = c->properties();
        f_.sections.push_back(std::move(s));
    }
    return it->second;
}

int Draft::ownSection(const std::string& id, const Shape& shape)
{
    FrameSection s;
    s.id = id;
    s.shape = shape;
    s.properties = computeProperties(shape);
    f_.sections.push_back(std::move(s));
    return static_cast<int>(f_.sections.size()) - 1;
}

std::vector<int> Draft::line(const std::vector<int>& nodes, const Line& l)
{
    std::vector<int> out;
    for (size_t k = 0; k + 1 < nodes.size(); ++k) {
        Element e;
        e.id = nodes.size() == 2 ? l.member : fmt::format("{}.{}", l.member, k + 1);
        e.i = nodes[k];
        e.j = nodes[k + 1];
        e.section = l.section;
        e.material = 0;
        e.roll = l.roll;
        e.behaviour = l.behaviour;
        const auto release = [](std::array<bool, 6>& at) {
            at[static_cast<size_t>(Force::My)] = at[static_cast<size_t>(Force::Mz)] = true;
        };
        if (l.behaviour == Behaviour::Beam) {
            if (k == 0 && (l.ends == Ends::Pinned || l.ends == Ends::PinnedStart)) release(e.releaseI);
            if (k + 2 == nodes.size() && (l.ends == Ends::Pinned || l.ends == Ends::PinnedEnd)) release(e.releaseJ);
        }
        out.push_back(static_cast<int>(f_.elements.size()));
        f_.elements.push_back(std::move(e));
    }
    DesignMember m;
    m.id = l.member;
    m.elements = out;
    m.group = l.group;
    m.brief = l.brief;
    f_.design.members.push_back(std::move(m));
    if (!l.group.empty() && groups_.insert(l.group).second) {
        Group g;
        g.id = l.group;
        f_.design.groups.push_back(std::move(g));
    }
    return out;
}

int Draft::caseOf(const std::string& id, const std::string& title, Action a, bool selfWeight)
{
    for (size_t k = 0; k < f_.cases.size(); ++k)
        if (f_.cases[k].id == id) return static_cast<int>(k);
    LoadCase c;
    c.id = id;
    c.title = title;
    c.action = a;
    c.selfWeight = selfWeight ? 1 : 0;
    f_.cases.push_back(std::move(c));
    return static_cast<int>(f_.cases.size()) - 1;
}

LoadCase& Draft::loads(int loadCase)
{
    return f_.cases.edit()[static_cast<size_t>(loadCase)];
}

void Draft::lineLoad(int loadCase, int element, Vec3 q, LoadAxes axes)
{
    if (norm(q) == 0) return;
    LineLoad l;
    l.element = element;
    l.axes = axes;
    l.q0 = l.q1 = q;
    loads(loadCase).line.push_back(l);
}

void Draft::nodal(int loadCase, int node, Vec3 f)
{
    if (norm(f) > 0) loads(loadCase).nodal.push_back({node, f, {}});
}

void Draft::panel(int loadCase, const std::vector<int>& corners, Vec3 q, LoadAxes axes, std::optional<Vec3> span)
{
    if (norm(q) == 0) return;
    AreaLoad a;
    a.nodes = corners;
    a.q = q;
    a.axes = axes;
    a.oneWay = span.has_value();
    if (span) a.span = normalized(*span);
    loads(loadCase).area.push_back(std::move(a));
}

void Draft::secondOrder()
{
    StatedAnalysis a;
    a.order = ForceOrder::Second;
    const Standard* s = shippedStandard(f_.design.standard);
    a.reducedStiffness = s && s->secondOrder; // of the direct analysis method
    f_.design.analysis = a;
}

void Draft::brief(Brief b)
{
    f_.design.briefs.push_back(std::move(b));
}

void Draft::restraint(DesignRestraint r)
{
    f_.design.restraints.push_back(std::move(r));
}

Started Draft::finish()
{
    Started out;
    // Cases without any load would only make more combinations.
    const auto idle = [](const LoadCase& c) {
        return c.selfWeight == 0 && c.nodal.empty() && c.line.empty() && c.point.empty() && c.area.empty();
    };
    std::erase_if(f_.cases.edit(), idle);
    MakeOptions o;
    o.resultant = [](const Frame& f, const LoadCase& c) { return loadTotals(f, c).sum(); };
    o.standard = loadingOfKey(loadingKeyFor(f_.design.standard));
    MadeCombinations made = makeCombinations(f_, o);
    f_.cases = Rows<LoadCase>(std::move(made.cases));
    f_.combinations = Rows<Combination>(std::move(made.combinations));
    for (const LoadCase& c : f_.cases) {
        Vec3 sum = loadTotals(f_, c).sum();
        for (int k = 0; k < 3; ++k)
            if (std::abs(sum[k]) < 1e-9 * norm(sum)) sum[k] = 0; // what is left of sums that cancel
        out.totals.push_back({c.id, c.title, sum});
    }
    out.frame = std::move(f_);
    return out;
}

Brief deflectionBrief(const std::string& id, const std::string& about, double spanOver)
{
    Brief b;
    b.id = id;
    b.about = about;
    DeflectionLimit l;
    l.span = spanOver;
    b.deflection.limits.push_back(l);
    return b;
}

} // namespace wr
