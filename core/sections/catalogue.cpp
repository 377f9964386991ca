#include "core/sections/catalogue.h"

#include "core/base/shipped.h"
#include "core/base/units.h"

#include <algorithm>
#include <charconv>
#include <map>
#include <stdexcept>

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

struct FamilyHeader
{
    std::map<std::string, std::string, std::less<>> values;
    std::string get(std::string_view key) const
    {
        const auto it = values.find(key);
        return it == values.end() ? "" : it->second;
    }
};

// A hollow section's corner radii where the list gives none: EN and ASTM rules of thumb for cold-formed tubes, outside 2t,
// inside t.
void addCorners(Shape& s)
{
    if (s.kind != ShapeKind::Rhs || s.ro > 0) return;
    s.ro = 2 * s.t;
    s.ri = s.t;
}

} // namespace

std::string normalisedName(std::string_view name)
{
    std::string out;
    for (size_t i = 0; i < name.size(); ++i) {
        const auto c = static_cast<unsigned char>(name[i]);
        if (c == ' ' || c == '\t' || c == '_') continue;
        if (c == 0xC3 && i + 1 < name.size() && static_cast<unsigned char>(name[i + 1]) == 0x97) { // "×"
            out += 'X';
            ++i;
            continue;
        }
        out += static_cast<char>(c >= 'a' && c <= 'z' ? c - 'a' + 'A' : c);
    }
    return out;
}

std::expected<std::vector<CatalogueSection>, std::string> readFamily(std::string_view csv)
{
    std::vector<CatalogueSection> out;
    FamilyHeader head;
    std::vector<std::string_view> columns;
    size_t number = 0;
    for (std::string_view line : split(csv, '\n')) {
        ++number;
        if (!line.empty() && line.back() == '\r') line.remove_suffix(1);
        if (line.empty()) continue;
        const auto fault = [&](const std::string& text) {
            return std::unexpected("line " + std::to_string(number) + ": " + text);
        };
        if (line.starts_with("# ")) {
            const auto colon = line.find(": ");
            if (colon != std::string_view::npos) head.values[std::string(line.substr(2, colon - 2))] = line.substr(colon + 2);
            continue;
        }
        const auto cells = split(line, ',');
        if (columns.empty()) {
            columns = cells;
            continue;
        }
        if (cells.size() != columns.size())
            return fault("has " + std::to_string(cells.size()) + " cells, the header " + std::to_string(columns.size()));
        const auto kind = shapeFromName(head.get("shape"));
        const auto length = unitLength(head.get("length"));
        if (!kind || !length) return fault("the header must say shape and length");
        const double massUnit = head.get("mass") == "lb/ft" ? kPoundMass / kFoot : 1.0;
        CatalogueSection s;
        s.family = head.get("family"), s.standard = head.get("standard");
        s.shape.kind = *kind;
        s.shape.torsion = head.get("torsion") == "en" ? TorsionRule::En : TorsionRule::Junction;
        s.shape.process = head.get("process") == "cold"  ? Process::Cold
                          : head.get("process") == "hot" ? Process::Hot
                                                         : Process::Unstated;
        double k = 0;
        for (size_t c = 0; c < columns.size(); ++c) {
            if (columns[c] == "designation") {
                s.designation = cells[c];
                continue;
            }
            double v = 0;
            const auto [end, error] = std::from_chars(cells[c].data(), cells[c].data() + cells[c].size(), v);
            if (error != std::errc{} || end != cells[c].data() + cells[c].size())
                return fault("column " + std::string(columns[c]) + ": \"" + std::string(cells[c]) + "\" is not a number");
            if (columns[c] == "mass")
                s.listedMass = v * massUnit;
            else if (columns[c] == "k")
                k = v * *length;
            else if (double* d = dimension(s.shape, columns[c]))
                *d = v * *length;
            else
                return fault("unknown column " + std::string(columns[c]));
        }
        if (k > 0) s.shape.r = k - (s.shape.kind == ShapeKind::Angle ? s.shape.t : s.shape.tf);
        if (const std::string factor = head.get("thickness"); !factor.empty()) {
            s.nominalThickness = s.shape.t;
            s.shape.t *= std::stod(factor);
        }
        addCorners(s.shape);
        if (const auto faults = shapeFaults(s.shape); !faults.empty())
            return fault(s.designation + ": " + faults.front().second);
        s.properties = computeProperties(s.shape);
        out.push_back(std::move(s));
    }
    return out;
}

Catalogue::Catalogue(std::vector<CatalogueSection> sections) : sections_(std::move(sections))
{
    for (size_t i = 0; i < sections_.size(); ++i)
        index_.emplace_back(normalisedName(sections_[i].designation), i);
    std::sort(index_.begin(), index_.end());
}

std::vector<std::string> Catalogue::families() const
{
    std::vector<std::string> out;
    for (const CatalogueSection& s : sections_)
        if (std::find(out.begin(), out.end(), s.family) == out.end()) out.push_back(s.family);
    return out;
}

std::vector<const CatalogueSection*> Catalogue::family(std::string_view name) const
{
    std::vector<const CatalogueSection*> out;
    for (const CatalogueSection& s : sections_)
        if (normalisedName(s.family) == normalisedName(name)) out.push_back(&s);
    return out;
}

const CatalogueSection* Catalogue::find(std::string_view name) const
{
    const std::string key = normalisedName(name);
    const auto it =
        std::lower_bound(index_.begin(), index_.end(), key, [](const auto& a, const std::string& b) { return a.first < b; });
    return it != index_.end() && it->first == key ? &sections_[it->second] : nullptr;
}

std::vector<std::string> Catalogue::suggestions(std::string_view name, size_t most) const
{
    const std::string key = normalisedName(name);
    std::vector<std::pair<size_t, size_t>> near; // edit distance, index
    for (const auto& [candidate, i] : index_) {
        std::vector<size_t> row(candidate.size() + 1);
        for (size_t c = 0; c < row.size(); ++c)
            row[c] = c;
        for (size_t r = 1; r <= key.size(); ++r) {
            size_t diagonal = row[0];
            row[0] = r;
            for (size_t c = 1; c < row.size(); ++c) {
                const size_t keep = row[c];
                row[c] = std::min({row[c] + 1, row[c - 1] + 1, diagonal + (key[r - 1] == candidate[c - 1] ? 0 : 1)});
                diagonal = keep;
            }
        }
        if (row.back() <= std::max<size_t>(2, key.size() / 3)) near.emplace_back(row.back(), i);
    }
    std::stable_sort(near.begin(), near.end(), [](auto a, auto b) { return a.first < b.first; });
    std::vector<std::string> out;
    for (size_t i = 0; i < std::min(most, near.size()); ++i)
        out.push_back(sections_[near[i].second].designation);
    return out;
}

const Catalogue& shippedCatalogue()
{
    static const Catalogue catalogue = [] {
        std::vector<CatalogueSection> all;
        for (const ShippedFile& f : shippedFiles()) {
            if (!f.name.starts_with("sections/")) continue;
            auto family = readFamily(f.text);
            if (!family) throw std::logic_error(std::string(f.name) + ": " + family.error());
            std::move(family->begin(), family->end(), std::back_inserter(all));
        }
        return Catalogue(std::move(all));
    }();
    return catalogue;
}

} // namespace wr
