#include "core/files/ifc/ifc_model.h"

#include <algorithm>
#include <cmath>

namespace wr {

namespace {

constexpr double kPi = 3.14159265358979323846;
constexpr int kDeepestPlacement = 50;

double prefixOf(const StepValue& v)
{
    static const std::map<std::string, double> prefixes{
        {"EXA", 1e18}, {"PETA", 1e15}, {"TERA", 1e12},  {"GIGA", 1e9},   {"MEGA", 1e6},   {"KILO", 1e3}, {"HECTO", 1e2},
        {"DECA", 1e1}, {"DECI", 1e-1}, {"CENTI", 1e-2}, {"MILLI", 1e-3}, {"MICRO", 1e-6}, {"NANO", 1e-9}};
    const auto at = prefixes.find(v.text);
    return at == prefixes.end() ? 1 : at->second;
}

} // namespace

IfcModel::IfcModel(const StepFile& file) : file_(file), older_(file.schema().starts_with("IFC2"))
{
    readUnits();
}

StepRecord IfcModel::at(const StepValue& v) const
{
    return v.kind == StepValue::Kind::Reference ? file_.record(v.reference) : StepRecord{};
}

double IfcModel::namedUnit(const StepRecord& u) const
{
    if (u.keyword == "IFCSIUNIT") {
        const double prefix = prefixOf(u[2]);
        const std::string& name = u[3].text;
        if (name == "SQUARE_METRE") return prefix * prefix;
        if (name == "CUBIC_METRE") return prefix * prefix * prefix;
        if (name == "GRAM") return prefix / 1000;
        return prefix;
    }
    if (u.keyword == "IFCCONVERSIONBASEDUNIT" || u.keyword == "IFCCONVERSIONBASEDUNITWITHOFFSET") {
        const StepRecord factor = at(u[3]);
        const StepRecord of = at(factor[1]);
        const auto v = number(factor[0]);
        if (v && *v > 0 && of.keyword == "IFCSIUNIT") return *v * namedUnit(of);
        if (v && *v > 0) return *v;
    }
    return 1;
}

double IfcModel::derivedUnit(const StepRecord& derived) const
{
    double out = 1;
    for (const StepValue& e : derived[0].parts) {
        const StepRecord element = at(e); // IfcDerivedUnitElement: unit, exponent
        out *= std::pow(namedUnit(at(element[0])), element[1].number);
    }
    return std::isfinite(out) && out > 0 ? out : 1;
}

void IfcModel::readUnits()
{
    StepRecord assignment;
    for (const char* context : {"IFCPROJECT", "IFCPROJECTLIBRARY"})
        for (const std::uint32_t id : file_.all(context))
            if (StepRecord a = at(at(id)[8]); a.keyword == "IFCUNITASSIGNMENT") assignment = std::move(a);
    if (assignment.keyword.empty() && !file_.all("IFCUNITASSIGNMENT").empty())
        assignment = at(file_.all("IFCUNITASSIGNMENT").front());
    for (const StepValue& v : assignment[0].parts) {
        const StepRecord u = at(v);
        if (u.keyword == "IFCDERIVEDUNIT")
            units_.try_emplace(u[1].text, derivedUnit(u));
        else if (u.keyword == "IFCSIUNIT" || u.keyword.starts_with("IFCCONVERSIONBASEDUNIT"))
            units_.try_emplace(u[1].text, namedUnit(u));
    }
}

double IfcModel::unit(Quantity q) const
{
    const auto stated = [&](const char* type) -> std::optional<double> {
        const auto at = units_.find(type);
        return at == units_.end() ? std::nullopt : std::optional(at->second);
    };
    const double length = stated("LENGTHUNIT").value_or(1), force = stated("FORCEUNIT").value_or(1);
    switch (q) {
    case Quantity::Length:
    case Quantity::SectionLength:
    case Quantity::Displacement: return length;
    case Quantity::Force: return force;
    case Quantity::Moment: return stated("TORQUEUNIT").value_or(force * length);
    case Quantity::LineLoad: return stated("LINEARFORCEUNIT").value_or(force / length);
    case Quantity::LineMoment: return stated("LINEARMOMENTUNIT").value_or(force);
    case Quantity::AreaLoad: return stated("PLANARFORCEUNIT").value_or(force / (length * length));
    case Quantity::Stress:
        return stated("MODULUSOFELASTICITYUNIT").value_or(stated("PRESSUREUNIT").value_or(force / (length * length)));
    case Quantity::SpringForce: return stated("LINEARSTIFFNESSUNIT").value_or(force / length);
    case Quantity::SpringMoment: return stated("ROTATIONALSTIFFNESSUNIT").value_or(force * length);
    case Quantity::Density: return stated("MASSDENSITYUNIT").value_or(1);
    case Quantity::Angle:
    case Quantity::Rotation: return stated("PLANEANGLEUNIT").value_or(1);
    default: return 1;
    }
}

std::string IfcModel::unitName(Quantity q) const
{
    const double si = unit(q);
    const auto near = [&](double v) { return std::abs(si - v) < 1e-6 * v; };
    if (q == Quantity::Length)
        return near(1) ? "m" : near(0.001) ? "mm" : near(0.01) ? "cm" : near(kFoot) ? "ft" : near(kInch) ? "in" : "";
    if (q == Quantity::Force) return near(1) ? "N" : near(1000) ? "kN" : near(kKip) ? "kip" : near(kPoundForce) ? "lbf" : "";
    return "";
}

std::optional<double> IfcModel::number(const StepValue& v)
{
    double out = std::nan("");
    if (v.kind == StepValue::Kind::Number) out = v.number;
    if (v.kind == StepValue::Kind::Typed && v.parts.size() == 1 && v.parts[0].kind == StepValue::Kind::Number)
        out = v.parts[0].number;
    return std::isfinite(out) ? std::optional(out) : std::nullopt;
}

std::optional<double> IfcModel::measure(const StepValue& v, Quantity q) const
{
    const auto n = number(v);
    return n ? std::optional(*n * unit(q)) : std::nullopt;
}

Vec3 IfcModel::pointOf(const StepRecord& p) const
{
    Vec3 out;
    for (size_t k = 0; k < std::min<size_t>(3, p[0].parts.size()); ++k)
        out[static_cast<int>(k)] = measure(p[0].parts[k], Quantity::Length).value_or(0);
    return out;
}

std::optional<Vec3> IfcModel::point(const StepValue& v) const
{
    StepRecord r = at(v);
    if (r.keyword == "IFCVERTEXPOINT") r = at(r[0]); // one step: a file may name a vertex as its own point
    return r.keyword == "IFCCARTESIANPOINT" ? std::optional(pointOf(r)) : std::nullopt;
}

std::optional<Vec3> IfcModel::direction(const StepValue& v) const
{
    const StepRecord r = at(v);
    if (r.keyword != "IFCDIRECTION") return std::nullopt;
    Vec3 d;
    for (size_t k = 0; k < std::min<size_t>(3, r[0].parts.size()); ++k)
        d[static_cast<int>(k)] = number(r[0].parts[k]).value_or(0);
    const double n = norm(d);
    return n > 1e-12 && std::isfinite(n) ? std::optional((1 / n) * d) : std::nullopt;
}

IfcPlacement IfcModel::placement(const StepValue& v) const
{
    IfcPlacement out;
    StepValue at = v;
    std::vector<IfcPlacement> chain;
    for (int k = 0; k < kDeepestPlacement && at.given(); ++k) {
        const StepRecord r = this->at(at);
        StepRecord local = r;
        at = {};
        if (r.keyword == "IFCLOCALPLACEMENT") {
            local = this->at(r[1]);
            at = r[0];
        }
        if (!local.keyword.starts_with("IFCAXIS2PLACEMENT")) continue;
        IfcPlacement p;
        if (const auto o = point(local[0])) p.origin = *o;
        const bool flat = local.keyword == "IFCAXIS2PLACEMENT2D";
        const Vec3 z = flat ? Vec3{0, 0, 1} : direction(local[1]).value_or(Vec3{0, 0, 1});
        Vec3 x = direction(local[flat ? 1 : 2]).value_or(std::abs(z.x) > 0.999 ? Vec3{0, 1, 0} : Vec3{1, 0, 0});
        x = x - dot(x, z) * z;
        if (norm(x) < 1e-9) x = std::abs(z.x) > 0.9 ? Vec3{0, 1, 0} - z.y * z : Vec3{1, 0, 0} - z.x * z;
        p.axes.z = z;
        p.axes.x = normalized(x);
        p.axes.y = cross(p.axes.z, p.axes.x);
        chain.push_back(p);
    }
    for (const IfcPlacement& p : chain)
        out = p.of(out);
    return out;
}

std::vector<StepRecord> IfcModel::items(const StepRecord& product, std::string_view identifier) const
{
    std::vector<StepRecord> out;
    const StepRecord shape = at(product[6]);
    for (const StepValue& v : shape[2].parts) {
        const StepRecord representation = at(v);
        if (!identifier.empty() && representation[1].text != identifier) continue;
        for (const StepValue& item : representation[3].parts)
            out.push_back(at(item));
    }
    return out;
}

std::string IfcModel::nameOf(const StepRecord& root)
{
    return root[2].kind == StepValue::Kind::Text && !root[2].text.empty() ? root[2].text : root[0].text;
}

const std::vector<std::uint32_t>& IfcModel::naming(std::uint32_t object, std::string_view relation, size_t attribute) const
{
    static const std::vector<std::uint32_t> none;
    auto [have, fresh] = relations_.try_emplace({std::string(relation), attribute});
    if (fresh)
        for (const std::uint32_t id : file_.all(relation)) {
            const StepRecord r = file_.record(id);
            const StepValue& v = r[attribute];
            if (v.kind == StepValue::Kind::Reference) have->second[v.reference].push_back(id);
            for (const StepValue& p : v.parts)
                if (p.kind == StepValue::Kind::Reference) have->second[p.reference].push_back(id);
        }
    const auto at = have->second.find(object);
    return at == have->second.end() ? none : at->second;
}

} // namespace wr
