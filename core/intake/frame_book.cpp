#include "core/intake/frame_book.h"

#include "core/base/numbers.h"
#include "core/sections/catalogue.h"

#include <algorithm>
#include <cmath>
#include <functional>

namespace wr {

namespace {

using Value = std::variant<std::monostate, double, std::string>;

class Writer
{
public:
    Writer(const Frame& f, int digits) : f_(f), digits_(digits) {}

    // A table with one column a key; `row` gives the values in that order.
    void begin(TableKind kind, std::initializer_list<std::string_view> keys)
    {
        PlainTable t;
        t.kind = kind;
        t.name = tableKindTitle(kind);
        for (const std::string_view key : keys) {
            const FieldRow* field = findField(kind, key);
            std::string heading(field->title);
            const bool number = field->form == FieldRow::Form::Number && field->quantity != Quantity::Ratio;
            if (number || (field->form == FieldRow::Form::Flag && field->quantity != Quantity::Ratio))
                heading += " [" + unitOf(field->quantity) + "]";
            t.headings.push_back(std::move(heading));
        }
        tables.push_back(std::move(t));
    }
    std::string unitOf(Quantity q) const { return q == Quantity::Rotation ? "rad" : f_.units.symbol(q); }
    void row(std::vector<Value> values) { tables.back().rows.push_back(std::move(values)); }
    Value number(Quantity q, double si) const { return rounded(f_.units.show(q, si), digits_); }
    // Small beside the others of its kind: rounding of the solution.
    static Value words(std::string t) { return t.empty() ? Value() : Value(std::move(t)); }

    std::vector<PlainTable> tables;

private:
    const Frame& f_;
    int digits_;
};

std::string released(const std::array<bool, 6>& r)
{
    std::string out;
    for (size_t k = 0; k < 6; ++k)
        if (r[k]) out += (out.empty() ? "" : " ") + std::string(forceName(static_cast<Force>(k)));
    return out;
}

std::string loadName(const Frame& f, const GivenResult& r)
{
    return r.combination >= 0 ? f.combinations[static_cast<size_t>(r.combination)].id
                              : f.cases[static_cast<size_t>(r.loadCase)].id;
}

Value stepValue(const GivenResult& r)
{
    return r.step >= 0 ? Value(static_cast<double>(r.step)) : Value();
}

bool anyStep(const Frame& f)
{
    return std::any_of(f.results.begin(), f.results.end(), [](const GivenResult& r) { return r.step >= 0; });
}

void writeModel(const Frame& f, Writer& w)
{
    using enum TableKind;
    using Q = Quantity;
    w.begin(Nodes, {"node", "x", "y", "z"});
    for (const Node& n : f.nodes)
        w.row({n.id, w.number(Q::Length, n.at.x), w.number(Q::Length, n.at.y), w.number(Q::Length, n.at.z)});
    w.begin(Supports, {"node", "ux", "uy", "uz", "rx", "ry", "rz"});
    for (const Node& n : f.nodes) {
        if (!n.supported()) continue;
        std::vector<Value> v{n.id};
        for (size_t k = 0; k < 6; ++k) {
            const Support& s = n.support[k];
            v.push_back(s.held          ? Value("yes")
                        : s.spring != 0 ? w.number(k < 3 ? Q::SpringForce : Q::SpringMoment, s.spring)
                                        : Value("no"));
        }
        w.row(std::move(v));
    }
    w.begin(Materials, {"material", "grade", "e", "g", "density", "fy", "fu"});
    for (const Material& m : f.materials) {
        const auto own = [&](Q q, double si) { return m.grade.empty() ? w.number(q, si) : Value(); };
        const auto strength = [&](const std::optional<double>& s) {
            return s && m.grade.empty() ? w.number(Q::Stress, *s) : Value();
        };
        w.row({m.id, Writer::words(m.grade), own(Q::Stress, m.e), own(Q::Stress, m.g), own(Q::Density, m.density),
               strength(m.fy), strength(m.fu)});
    }
    w.begin(Sections, {"section", "name", "shape", "h",   "b", "tw", "tf", "b2",   "tf2",  "r",    "t",    "d",  "weld",
                       "r2",      "ro",   "ri",    "gap", "a", "iy", "iz", "wely", "welz", "wply", "wplz", "it", "iw"});
    for (const FrameSection& s : f.sections) {
        std::vector<Value> v{s.id, Writer::words(s.name)};
        const CatalogueSection* listed = s.name.empty() ? nullptr : shippedCatalogue().find(s.name);
        const bool own = !listed || !(listed->shape == s.shape) || !s.stated.empty();
        v.push_back(own ? Writer::words(std::string(shapeName(s.shape.kind))) : Value());
        Shape shape = s.shape;
        for (const auto& [key, name] : dimensionFields()) {
            const double x = *dimension(shape, name);
            v.push_back(own && x > 0 ? w.number(Q::SectionLength, x) : Value());
        }
        const StatedProperties& p = s.stated;
        for (const auto& [value, q] : {std::pair{p.a, Q::Area},
                                       {p.iy, Q::Inertia},
                                       {p.iz, Q::Inertia},
                                       {p.wely, Q::SectionModulus},
                                       {p.welz, Q::SectionModulus},
                                       {p.wply, Q::SectionModulus},
                                       {p.wplz, Q::SectionModulus},
                                       {p.it, Q::Inertia},
                                       {p.iw, Q::Warping}})
            v.push_back(value ? w.number(q, *value) : Value());
        w.row(std::move(v));
    }
    w.begin(Elements, {"element", "i", "j", "section", "material", "roll", "behaviour", "releaseI", "releaseJ"});
    for (const Element& e : f.elements)
        w.row({e.id, f.nodes[static_cast<size_t>(e.i)].id, f.nodes[static_cast<size_t>(e.j)].id,
               f.sections[static_cast<size_t>(e.section)].id, f.materials[static_cast<size_t>(e.material)].id,
               e.roll == 0 ? Value() : w.number(Q::Angle, e.roll),
               e.behaviour == Behaviour::Beam ? Value() : Value(std::string(behaviourName(e.behaviour))),
               Writer::words(released(e.releaseI)), Writer::words(released(e.releaseJ))});
}

void writeLoads(const Frame& f, Writer& w)
{
    using enum TableKind;
    w.begin(Cases, {"case", "title", "action", "selfWeight", "unsigned"});
    for (const LoadCase& c : f.cases)
        w.row({c.id, Writer::words(c.title), std::string(actionName(c.action)),
               c.selfWeight == 0 ? Value() : Value(c.selfWeight), c.unsignedResult ? Value("yes") : Value()});
    w.begin(Combinations, {"combination", "title", "purpose", "basis", "kind", "case", "factor"});
    for (const Combination& k : f.combinations)
        for (const auto& [c, factor] : k.terms)
            w.row({k.id, Writer::words(k.title), std::string(purposeName(k.purpose)), Writer::words(k.basis),
                   Writer::words(k.kind), f.cases[static_cast<size_t>(c)].id, factor});
    w.begin(Members, {"member", "elements", "group", "kind"});
    for (const DesignMember& m : f.design.members) {
        std::string elements;
        for (const int e : m.elements)
            elements += (elements.empty() ? "" : " ") + f.elements[static_cast<size_t>(e)].id;
        w.row({m.id, elements, Writer::words(m.group), m.kind ? Value(std::string(memberKindName(*m.kind))) : Value()});
    }
}

void writeResults(const Frame& f, Writer& w)
{
    using enum TableKind;
    using Q = Quantity;
    const bool steps = anyStep(f);
    if (steps)
        w.begin(Forces, {"element", "load", "step", "s", "n", "vy", "vz", "t", "my", "mz"});
    else
        w.begin(Forces, {"element", "load", "s", "n", "vy", "vz", "t", "my", "mz"});
    for (const GivenResult& r : f.results)
        for (const GivenElement& e : r.elements)
            for (const GivenStation& s : e.stations) {
                std::vector<Value> v{f.elements[static_cast<size_t>(e.element)].id, loadName(f, r)};
                if (steps) v.push_back(stepValue(r));
                v.push_back(w.number(Q::Length, s.s));
                for (size_t k = 0; k < 6; ++k)
                    v.push_back(w.number(k < 3 ? Q::Force : Q::Moment, s.force[k]));
                w.row(std::move(v));
            }
    const auto nodes = [&](TableKind kind, std::initializer_list<std::string_view> keys, auto&& values) {
        w.begin(kind, keys);
        for (const GivenResult& r : f.results)
            for (const NodeResult& n : r.nodes)
                if (std::vector<Value> v = values(n); !v.empty()) {
                    v.insert(v.begin(), {Value(f.nodes[static_cast<size_t>(n.node)].id), Value(loadName(f, r)), stepValue(r)});
                    w.row(std::move(v));
                }
    };
    nodes(Displacements, {"node", "load", "step", "ux", "uy", "uz", "rx", "ry", "rz"}, [&](const NodeResult& n) {
        return std::vector<Value>{w.number(Q::Displacement, n.u.x), w.number(Q::Displacement, n.u.y),
                                  w.number(Q::Displacement, n.u.z), w.number(Q::Rotation, n.r.x),
                                  w.number(Q::Rotation, n.r.y),     w.number(Q::Rotation, n.r.z)};
    });
    nodes(Reactions, {"node", "load", "step", "fx", "fy", "fz", "mx", "my", "mz"}, [&](const NodeResult& n) {
        if (!f.nodes[static_cast<size_t>(n.node)].supported()) return std::vector<Value>{};
        return std::vector<Value>{w.number(Q::Force, n.f.x),  w.number(Q::Force, n.f.y),  w.number(Q::Force, n.f.z),
                                  w.number(Q::Moment, n.m.x), w.number(Q::Moment, n.m.y), w.number(Q::Moment, n.m.z)};
    });
}

} // namespace

std::vector<PlainTable> frameTables(const Frame& f, bool all, int digits)
{
    Writer w(f, digits);
    writeModel(f, w);
    writeLoads(f, w);
    writeResults(f, w);
    if (!all) std::erase_if(w.tables, [](const PlainTable& t) { return t.rows.empty(); });
    return std::move(w.tables);
}

std::vector<std::string> notInTables(const Frame& f)
{
    std::vector<std::string> out;
    const auto any = [](const auto& rows, auto&& has) { return std::any_of(rows.begin(), rows.end(), has); };
    if (any(f.cases, [](const LoadCase& c) {
            return !c.nodal.empty() || !c.line.empty() || !c.point.empty() || !c.thermal.empty() || !c.settlement.empty() ||
                   !c.area.empty() || c.notional;
        }))
        out.emplace_back("loads");
    if (any(f.nodes, [](const Node& n) { return n.supportAxes.has_value(); })) out.emplace_back("axes of supports");
    if (any(f.elements, [](const Element& e) { return e.offsetI != Vec3{} || e.offsetJ != Vec3{}; }))
        out.emplace_back("offsets");
    if (any(f.elements,
            [](const Element& e) { return e.springI != std::array<double, 6>{} || e.springJ != std::array<double, 6>{}; }))
        out.emplace_back("springs in joints");
    if (any(f.elements, [](const Element& e) { return e.rollToLegs; })) out.emplace_back("legs of angles placed by roll");
    if (!f.diaphragms.empty()) out.emplace_back("diaphragms");
    if (!f.links.empty()) out.emplace_back("links");
    if (any(f.materials, [](const Material& m) { return !m.steps.empty(); })) out.emplace_back("strengths by thickness");
    const Design& d = f.design;
    if (!d.restraints.empty() || !d.lengths.empty() || !d.briefs.empty() || !d.frameLimits.empty() || !d.picks.empty() ||
        !d.ladders.empty())
        out.emplace_back("holds, lengths, briefs, limits and ladders");
    return out;
}

PlainTable explanation(const UnitSystem& u)
{
    PlainTable t;
    t.name = "How to fill in";
    t.headings = {"table", "column", "needed", "unit", "what it is"};
    for (size_t k = 1; k < kTableKinds; ++k) {
        const auto kind = static_cast<TableKind>(k);
        for (const FieldRow& f : fieldsOf(kind)) {
            const bool unit = f.quantity != Quantity::Ratio && f.quantity != Quantity::Rotation;
            t.rows.push_back({std::string(tableKindTitle(kind)), std::string(f.title), f.must ? Value("yes") : Value(),
                              unit ? Value(u.symbol(f.quantity)) : Value(), std::string(f.meaning)});
        }
    }
    return t;
}

} // namespace wr
