// Reader of the family files in data/sections; the format is in docs/sections.md.
#include "core/base/table_text.h"
#include "core/base/units.h"
#include "core/sections/catalogue.h"

#include <cmath>
#include <map>
#include <numbers>
#include <optional>

namespace wr {

namespace {

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
    double value(std::string_view key, double otherwise) const { return cellNumber(get(key)).value_or(otherwise); }
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
    family = get("family");
    standard = get("standard");
    if (family.empty() || standard.empty()) return "the header must say family and standard";
    shape.kind = *kind;
    length = *unit;
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
    wall = value("thickness", 1);
    toe = value("toe", 0);
    corners = get("corners");
    return std::nullopt;
}

// Corner radii of a rectangular tube where its list gives none. "hot": EN 10210-2, 1.5 t and 1.0 t; "cold": EN 10219-2,
// 2 / 1 t up to 6 mm, 2.5 / 1.5 t up to 10 mm, 3 / 2 t above; else 2 t and t (ASTM A500, as AISC reckons its tables).
void addCorners(Shape& s, std::string_view rule)
{
    if (s.kind != ShapeKind::Rhs || s.ro > 0) return;
    double outside = 2, inside = 1;
    if (rule == "hot") outside = 1.5;
    if (rule == "cold" && s.t > 0.006 + 1e-9) {
        outside = s.t > 0.010 + 1e-9 ? 3 : 2.5;
        inside = outside - 1;
    }
    s.ro = outside * s.t;
    s.ri = inside * s.t;
}

const StatedKey* publishedKey(std::string_view column)
{
    if (column.empty() || column[0] < 'A' || column[0] > 'Z') return nullptr;
    for (const StatedKey& k : statedKeys())
        if (k.key.substr(1) == column.substr(1) && k.key[0] == column[0] - 'A' + 'a') return &k;
    return nullptr;
}

struct Column
{
    enum { Designation, Mass, K, Dimension, Slope, Published } what;
    std::string_view name;
    const StatedKey* published = nullptr;
};

// What the cells of the heading mean; the error names one that means nothing.
std::expected<std::vector<Column>, std::string> readHeadings(const std::vector<std::string_view>& cells, const Header& head)
{
    std::vector<Column> out;
    Shape probe;
    for (const std::string_view name : cells) {
        const StatedKey* published = publishedKey(name);
        if (name == "designation")
            out.push_back({Column::Designation, name});
        else if (name == "mass")
            out.push_back({Column::Mass, name});
        else if (name == "k")
            out.push_back({Column::K, name});
        else if (name == "slope")
            out.push_back({Column::Slope, name});
        else if (published && head.published > 0)
            out.push_back({Column::Published, name, published});
        else if (dimension(probe, name))
            out.push_back({Column::Dimension, name});
        else
            return std::unexpected("unknown column " + std::string(name));
    }
    return out;
}

// k, the distance to the fillet's toe, gives the radius; walls and corners follow the header's rules.
void settleShape(CatalogueSection& s, double k, const Header& head)
{
    if (k > 0) s.shape.r = k - (s.shape.kind == ShapeKind::Angle ? s.shape.t : s.shape.tf);
    if (head.toe > 0 && s.shape.r2 == 0) s.shape.r2 = head.toe * s.shape.r;
    if (head.wall != 1) {
        s.nominalThickness = s.shape.t;
        s.shape.t *= head.wall;
    }
    addCorners(s.shape, head.corners);
}

std::expected<CatalogueSection, std::string> readRow(const std::vector<std::string_view>& cells,
                                                     const std::vector<Column>& columns, const Header& head)
{
    if (cells.size() != columns.size())
        return std::unexpected("has " + std::to_string(cells.size()) + " cells, the header " + std::to_string(columns.size()));
    CatalogueSection s;
    s.family = head.family;
    s.standard = head.standard;
    s.shape = head.shape;
    double k = 0;
    for (size_t c = 0; c < columns.size(); ++c) {
        const Column& column = columns[c];
        if (column.what == Column::Designation) {
            s.designation = cells[c];
            continue;
        }
        if (column.what == Column::Published && cells[c].empty()) continue; // not known
        const auto v = cellNumber(cells[c]);
        if (!v)
            return std::unexpected("column " + std::string(column.name) + ": \"" + std::string(cells[c]) +
                                   "\" is not a number");
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
    settleShape(s, k, head);
    if (const auto faults = shapeFaults(s.shape); !faults.empty())
        return std::unexpected(s.designation + ": " + faults.front().second);
    return s;
}

} // namespace

std::expected<std::vector<CatalogueSection>, std::string> readFamily(std::string_view csv)
{
    std::vector<CatalogueSection> out;
    Header head;
    std::vector<Column> columns;
    for (const auto& [at, line] : tableLines(csv)) {
        const auto fault = [at = at](const std::string& text) {
            return std::unexpected("line " + std::to_string(at) + ": " + text);
        };
        if (line.starts_with("# ")) {
            head.add(line.substr(2));
        } else if (columns.empty()) {
            if (const auto wrong = head.settle()) return fault(*wrong);
            auto read = readHeadings(split(line, ','), head);
            if (!read) return fault(read.error());
            columns = std::move(*read);
        } else {
            auto row = readRow(split(line, ','), columns, head);
            if (!row) return fault(row.error());
            out.push_back(std::move(*row));
        }
    }
    return out;
}

} // namespace wr
