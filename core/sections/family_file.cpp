// Reader of the family files in data/sections; the format is in docs/sections.md.
#include "core/base/units.h"
#include "core/sections/catalogue.h"

#include <charconv>
#include <cmath>
#include <map>
#include <numbers>
#include <optional>

namespace wr {

namespace {

std::vector<std::string_view> split(std::string_view line, char at)
{
    std::vector<std::string_view> out;
    while (true) {
        const auto p = line.find(at);
        out.push_back(line.substr(0, p));
        if (p == std::string_view::npos) return out;
        line.remove_prefix(p + 1);
    }
}

std::optional<double> number(std::string_view cell)
{
    double v = 0;
    const auto [end, error] = std::from_chars(cell.data(), cell.data() + cell.size(), v);
    if (error != std::errc{} || end != cell.data() + cell.size()) return std::nullopt;
    return v;
}

// What the header lines "# key: value" say of the whole file.
class Header
{
public:
    void add(std::string_view line)
    {
        if (const auto colon = line.find(": "); colon != std::string_view::npos)
            values_[std::string(line.substr(0, colon))] = line.substr(colon + 2);
    }
    std::string get(std::string_view key) const
    {
        const auto it = values_.find(key);
        return it == values_.end() ? "" : it->second;
    }
    double value(std::string_view key, double otherwise) const { return number(get(key)).value_or(otherwise); }
    // Read once, when the rows begin; the error says what is wrong.
    std::optional<std::string> settle();

    std::string family, standard;
    Shape shape; // kind and everything the rows share
    double length = 1, mass = 1, published = 0;
    double wall = 1, toe = 0;
    std::string corners;

private:
    std::map<std::string, std::string, std::less<>> values_;
};

std::optional<std::string> Header::settle()
{
    const auto kind = shapeFromName(get("shape"));
    const auto unit = unitLength(get("length"));
    if (!kind || !unit) return "the header must say shape and length";
    family = get("family"), standard = get("standard");
    if (family.empty() || standard.empty()) return "the header must say family and standard";
    shape.kind = *kind, length = *unit;
    mass = get("mass") == "lb/ft" ? kPoundMass / kFoot : 1.0;
    const std::string torsion = get("torsion"), process = get("process");
    shape.torsion = torsion == "en" ? TorsionRule::En : torsion == "uk" ? TorsionRule::Uk : TorsionRule::Junction;
    shape.process = process == "cold" ? Process::Cold : process == "hot" ? Process::Hot : Process::Unstated;
    shape.slope = std::tan(value("slope-degrees", 0) * std::numbers::pi / 180) + value("slope", 0);
    shape.tfAtHalfWidth = get("tf-at") == "half-width";
    if (const std::string p = get("published"); !p.empty()) {
        const auto of = unitLength(p);
        if (!of) return "the header's published must be a unit of length";
        published = *of;
    }
    wall = value("thickness", 1), toe = value("toe", 0), corners = get("corners");
    return std::nullopt;
}

// Corner radii of a rectangular tube where its list gives none. "hot": EN 10210-2, 1.5 t and 1.0 t; "cold": EN 10219-2,
// 2 / 1 t up to 6 mm, 2.5 / 1.5 t up to 10 mm, 3 / 2 t above; else 2 t and t (ASTM A500, as AISC reckons its tables).
void addCorners(Shape& s, std::string_view rule)
{
    if (s.kind != ShapeKind::Rhs || s.ro > 0) return;
    double outside = 2, inside = 1;
    if (rule == "hot") outside = 1.5;
    if (rule == "cold" && s.t > 0.006 + 1e-9) outside = s.t > 0.010 + 1e-9 ? 3 : 2.5, inside = outside - 1;
    s.ro = outside * s.t, s.ri = inside * s.t;
}

const StatedKey* publishedKey(std::string_view column)
{
    if (column.empty() || column[0] < 'A' || column[0] > 'Z') return nullptr;
    for (const StatedKey& k : statedKeys())
        if (k.key.substr(1) == column.substr(1) && k.key[0] == column[0] - 'A' + 'a') return &k;
    return nullptr;
}

} // namespace

std::expected<std::vector<CatalogueSection>, std::string> readFamily(std::string_view csv)
{
    std::vector<CatalogueSection> out;
    Header head;
    struct Column
    {
        enum { Designation, Mass, K, Dimension, Slope, Published } what;
        std::string_view name;
        const StatedKey* published = nullptr;
    };
    std::vector<Column> columns;
    size_t at = 0;
    for (std::string_view line : split(csv, '\n')) {
        ++at;
        if (!line.empty() && line.back() == '\r') line.remove_suffix(1);
        if (line.empty()) continue;
        const auto fault = [&](const std::string& text) { return std::unexpected("line " + std::to_string(at) + ": " + text); };
        if (line.starts_with("# ")) {
            head.add(line.substr(2));
            continue;
        }
        const auto cells = split(line, ',');
        if (columns.empty()) {
            if (const auto wrong = head.settle()) return fault(*wrong);
            Shape probe;
            for (const std::string_view name : cells) {
                const StatedKey* published = publishedKey(name);
                if (name == "designation")
                    columns.push_back({Column::Designation, name});
                else if (name == "mass")
                    columns.push_back({Column::Mass, name});
                else if (name == "k")
                    columns.push_back({Column::K, name});
                else if (name == "slope")
                    columns.push_back({Column::Slope, name});
                else if (published && head.published > 0)
                    columns.push_back({Column::Published, name, published});
                else if (dimension(probe, name))
                    columns.push_back({Column::Dimension, name});
                else
                    return fault("unknown column " + std::string(name));
            }
            continue;
        }
        if (cells.size() != columns.size())
            return fault("has " + std::to_string(cells.size()) + " cells, the header " + std::to_string(columns.size()));
        CatalogueSection s;
        s.family = head.family, s.standard = head.standard, s.shape = head.shape;
        double k = 0;
        for (size_t c = 0; c < columns.size(); ++c) {
            const Column& column = columns[c];
            if (column.what == Column::Designation) {
                s.designation = cells[c];
                continue;
            }
            if (column.what == Column::Published && cells[c].empty()) continue; // not known
            const auto v = number(cells[c]);
            if (!v) return fault("column " + std::string(column.name) + ": \"" + std::string(cells[c]) + "\" is not a number");
            switch (column.what) {
            case Column::Mass: s.listedMass = *v * head.mass; break;
            case Column::K: k = *v * head.length; break;
            case Column::Slope: s.shape.slope = *v; break;
            case Column::Published:
                s.published.*column.published->stated = *v * std::pow(head.published, column.published->power);
                break;
            default: *dimension(s.shape, column.name) = *v * head.length; break;
            }
        }
        if (k > 0) s.shape.r = k - (s.shape.kind == ShapeKind::Angle ? s.shape.t : s.shape.tf);
        if (head.toe > 0 && s.shape.r2 == 0) s.shape.r2 = head.toe * s.shape.r;
        if (head.wall != 1) {
            s.nominalThickness = s.shape.t;
            s.shape.t *= head.wall;
        }
        addCorners(s.shape, head.corners);
        if (const auto faults = shapeFaults(s.shape); !faults.empty())
            return fault(s.designation + ": " + faults.front().second);
        out.push_back(std::move(s));
    }
    return out;
}

} // namespace wr
