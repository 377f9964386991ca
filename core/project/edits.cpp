#include "core/project/edits.h"

#include "core/grades/grades.h"
#include "core/sections/catalogue.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>
#include <set>

namespace wr {

namespace {

template <class... F> struct Overloaded : F...
{
    using F::operator()...;
};
template <class... F> Overloaded(F...) -> Overloaded<F...>;

std::vector<std::string> ids(const std::vector<MemberRef>& members)
{
    std::vector<std::string> out;
    for (const MemberRef& m : members)
        out.push_back(m.id);
    return out;
}

std::string forMembers(const std::vector<MemberRef>& m)
{
    return m.size() == 1 ? m.front().id : fmt::format("{} members", m.size());
}

// The state before an edit, with only the elements that it touches.
Restore snapshot(const Frame& f, const std::vector<MemberRef>& members, std::string words)
{
    Restore r{f.design, f.hasDesign, f.sections, f.materials, {}, std::move(words), ids(members)};
    for (const MemberRef& m : members)
        for (const int e : m.elements) {
            const Element& el = f.elements[e];
            r.elements.emplace_back(e, std::pair{el.section, el.material});
        }
    return r;
}

void declare(Frame& f, const std::vector<MemberRef>& members)
{
    f.hasDesign = true;
    for (const MemberRef& m : members) {
        auto& list = f.design.members;
        if (std::any_of(list.begin(), list.end(), [&](const DesignMember& d) { return d.id == m.id; })) continue;
        DesignMember d;
        d.id = m.id;
        d.elements = m.elements;
        list.push_back(std::move(d));
    }
}

template <class T> std::string freeId(const std::vector<T>& list, const std::string& wish)
{
    std::string id = wish;
    for (int n = 2; std::any_of(list.begin(), list.end(), [&](const T& t) { return t.id == id; }); ++n)
        id = fmt::format("{} ({})", wish, n);
    return id;
}

std::expected<Applied, std::string> setLengths(Frame& f, const SetLengths& e)
{
    const char* axis = lengthAxisName(e.axis).data();
    if (e.k && !(*e.k > 0)) return std::unexpected("an effective length factor must be greater than zero");
    if (e.length && !(*e.length > 0)) return std::unexpected("an effective length must be greater than zero");
    const std::string what = e.k        ? fmt::format("{} factor {:g}", axis, *e.k)
                             : e.length ? fmt::format("{} length {}", axis, f.units.text(Quantity::Length, *e.length))
                                        : fmt::format("{} length by holds", axis);
    Applied out{snapshot(f, e.members, {}), fmt::format("{} for {}", what, forMembers(e.members)), ids(e.members), false};
    declare(f, e.members);
    for (const MemberRef& m : e.members) {
        std::erase_if(f.design.lengths, [&](const DesignLength& l) { return l.member == m.id && l.axis == e.axis; });
        if (!e.k && !e.length) continue;
        DesignLength l;
        l.member = m.id;
        l.axis = e.axis;
        l.k = e.k;
        l.length = e.length;
        f.design.lengths.push_back(std::move(l));
    }
    return out;
}

std::expected<Applied, std::string> setGroup(Frame& f, const SetGroup& e)
{
    Applied out{snapshot(f, e.members, {}),
                e.group.empty() ? fmt::format("No group for {}", forMembers(e.members))
                                : fmt::format("Group {} for {}", e.group, forMembers(e.members)),
                ids(e.members), false};
    declare(f, e.members);
    for (const MemberRef& m : e.members)
        for (DesignMember& d : f.design.members)
            if (d.id == m.id) d.group = e.group;
    auto& groups = f.design.groups;
    if (!e.group.empty() && !groups.empty() &&
        std::none_of(groups.begin(), groups.end(), [&](const Group& g) { return g.id == e.group; }))
        groups.push_back({e.group, {}, {}});
    return out;
}

// The section that an edit names, ready to use; or why it cannot be had.
std::expected<FrameSection, std::string> sectionFor(const Frame& f, const SetSection& e)
{
    FrameSection s;
    const CatalogueSection* listed = shippedCatalogue().find(e.designation);
    if (e.shape) {
        if (e.designation.empty()) return std::unexpected("give the section a name of its own");
        if (const auto faults = shapeFaults(*e.shape); !faults.empty()) return std::unexpected(faults.front().second);
        if (listed)
            return std::unexpected(
                fmt::format("{} is a section of the catalogue; give your own another name", listed->designation));
        for (const FrameSection& other : f.sections)
            if (normalisedName(other.name.empty() ? other.id : other.name) == normalisedName(e.designation) &&
                !(other.shape == *e.shape && other.stated.empty()))
                return std::unexpected(
                    fmt::format("the frame has a section {} of other dimensions; give this one another name", e.designation));
        s.name = e.designation;
        s.shape = *e.shape;
        s.properties = computeProperties(s.shape);
        return s;
    }
    for (const FrameSection& own : f.sections)
        if (own.name == e.designation || own.id == e.designation)
            if (!listed || !own.stated.empty() || !(own.shape == listed->shape)) return own;
    if (!listed) {
        std::string near;
        for (const auto& n : shippedCatalogue().suggestions(e.designation))
            near += (near.empty() ? "" : ", ") + n;
        return std::unexpected(
            fmt::format("\"{}\" is not in the catalogue{}", e.designation, near.empty() ? "" : "; did you mean " + near + "?"));
    }
    s.name = listed->designation;
    s.shape = listed->shape;
    s.properties = listed->properties();
    return s;
}

std::expected<Applied, std::string> setSection(Frame& f, const SetSection& e)
{
    auto wanted = sectionFor(f, e);
    if (!wanted) return std::unexpected(wanted.error());
    const std::string shown = wanted->name.empty() ? wanted->id : wanted->name;
    for (const MemberRef& m : e.members)
        for (const int el : m.elements)
            if (f.elements[el].rollToLegs && wanted->shape.kind != ShapeKind::Angle)
                return std::unexpected(
                    fmt::format("element {} is turned to the legs of an angle; {} is no angle", f.elements[el].id, shown));
    Applied out{snapshot(f, e.members, {}), fmt::format("Section {} for {}", shown, forMembers(e.members)), ids(e.members),
                true};
    int index = -1;
    for (size_t i = 0; i < f.sections.size(); ++i)
        if (f.sections[i].name == wanted->name && f.sections[i].shape == wanted->shape &&
            f.sections[i].stated == wanted->stated && (wanted->id.empty() || f.sections[i].id == wanted->id))
            index = static_cast<int>(i);
    if (index < 0) {
        wanted->id = freeId(f.sections, wanted->name);
        f.sections.push_back(std::move(*wanted));
        index = static_cast<int>(f.sections.size()) - 1;
    }
    for (const MemberRef& m : e.members)
        for (const int el : m.elements)
            f.elements[el].section = index;
    return out;
}

std::expected<Applied, std::string> setGrade(Frame& f, const SetGrade& e)
{
    const Grade* g = findGrade(e.grade);
    if (!g) return std::unexpected(fmt::format("\"{}\" is not a grade of the list", e.grade));
    Applied out{snapshot(f, e.members, {}), fmt::format("Grade {} for {}", g->name, forMembers(e.members)), ids(e.members),
                true};
    int index = -1;
    for (size_t i = 0; i < f.materials.size(); ++i)
        if (f.materials[i].grade == g->name && !f.materials[i].fy && !f.materials[i].fu) index = static_cast<int>(i);
    if (index < 0) {
        Material m;
        m.id = freeId(f.materials, g->name);
        m.grade = g->name;
        m.e = g->e;
        m.g = g->g;
        m.density = g->density;
        m.alpha = g->alpha;
        f.materials.push_back(std::move(m));
        index = static_cast<int>(f.materials.size()) - 1;
    }
    for (const MemberRef& m : e.members)
        for (const int el : m.elements)
            f.elements[el].material = index;
    return out;
}

std::expected<Applied, std::string> setLoads(Frame& f, const SetLoads& e)
{
    std::set<std::string> names;
    for (const LoadCase& c : e.cases)
        if (c.id.empty() || !names.insert(c.id).second) return std::unexpected(fmt::format("two cases are named \"{}\"", c.id));
    names.clear();
    for (const Combination& c : e.combinations) {
        if (c.id.empty()) return std::unexpected("a combination needs a name");
        if (!names.insert(c.id).second) return std::unexpected(fmt::format("two combinations are named {}", c.id));
        for (const auto& [index, k] : c.terms)
            if (index < 0 || static_cast<size_t>(index) >= e.cases.size() || !std::isfinite(k))
                return std::unexpected(fmt::format("combination {} names a case that does not exist", c.id));
    }
    SetLoads back{f.cases, f.combinations, e.words, {}};
    Applied out{{}, e.words, {}, false, true};
    if (!f.results.empty()) {
        back.results = f.results;
        if (e.results) {
            f.results = *e.results;
        } else {
            std::vector<GivenResult> kept;
            for (GivenResult r : f.results) {
                if (r.loadCase >= 0 && static_cast<size_t>(r.loadCase) < e.cases.size() &&
                    e.cases[r.loadCase] == f.cases[r.loadCase])
                    kept.push_back(std::move(r));
                else if (r.combination >= 0)
                    for (size_t c = 0; c < e.combinations.size(); ++c)
                        if (e.combinations[c].id == f.combinations[r.combination].id &&
                            e.combinations[c].terms == f.combinations[r.combination].terms) {
                            r.combination = static_cast<int>(c);
                            kept.push_back(r);
                            break;
                        }
            }
            f.results = std::move(kept);
        }
    } else if (e.results)
        f.results = *e.results;
    f.cases = e.cases;
    f.combinations = e.combinations;
    out.inverse = std::move(back);
    return out;
}

std::expected<Applied, std::string> restore(Frame& f, const Restore& r)
{
    Restore back{f.design, f.hasDesign, f.sections, f.materials, {}, r.words, r.members};
    bool sizes = false;
    for (const auto& [e, was] : r.elements) {
        Element& el = f.elements[e];
        back.elements.emplace_back(e, std::pair{el.section, el.material});
        sizes |= el.section != was.first || el.material != was.second;
        el.section = was.first;
        el.material = was.second;
    }
    Applied out{std::move(back), r.words, r.members, sizes};
    out.method = f.design.analysis != r.design.analysis;
    f.design = r.design;
    f.hasDesign = r.hasDesign;
    f.sections = r.sections;
    f.materials = r.materials;
    return out;
}

} // namespace

std::expected<Applied, std::string> applyEdit(Frame& f, const Edit& edit)
{
    auto out = std::visit(
        Overloaded{[&](const SetLengths& e) { return setLengths(f, e); }, [&](const SetGroup& e) { return setGroup(f, e); },
                   [&](const SetSection& e) { return setSection(f, e); }, [&](const SetGrade& e) { return setGrade(f, e); },
                   [&](const SetStandard& e) -> std::expected<Applied, std::string> {
                       Applied a{snapshot(f, {}, {}), "Standard " + e.key, {}, false};
                       f.hasDesign = true;
                       f.design.standard = e.key;
                       return a;
                   },
                   [&](const SetAnalysis& e) -> std::expected<Applied, std::string> {
                       if (e.analysis.reducedStiffness && e.analysis.order == ForceOrder::First)
                           return std::unexpected("reduced stiffness belongs to second order, or to amplified forces");
                       Applied a{snapshot(f, {}, {}), fmt::format("Analysis: {} order", orderName(e.analysis.order)), {}};
                       if (e.analysis.order == ForceOrder::Amplified) a.words = "Analysis: amplified by B1 and B2";
                       if (e.analysis.reducedStiffness) a.words += ", reduced stiffness";
                       f.hasDesign = true;
                       a.method = true;
                       f.design.analysis = e.analysis;
                       return a;
                   },
                   [&](const SetLoads& e) { return setLoads(f, e); }, [&](const Restore& r) { return restore(f, r); }},
        edit);
    if (out)
        if (auto* r = std::get_if<Restore>(&out->inverse)) r->words = out->words;
    return out;
}

} // namespace wr
