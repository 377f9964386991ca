#include "core/grades/grades.h"
#include "core/base/nearest.h"

#include "core/base/shipped.h"
#include "core/base/table_text.h"
#include "core/sections/catalogue.h"
#include "core/sections/names.h"

#include <algorithm>
#include <stdexcept>

namespace wr {

// Columns: name, standard, e, g, density, thickness, fy, fu (MPa, kg/m^3, mm); rows of one name are its thickness steps, thin
// first.
std::expected<std::vector<Grade>, std::string> readGrades(std::string_view csv)
{
    std::vector<Grade> out;
    for (const auto& [at, line] : tableLines(csv)) {
        if (line.starts_with('#') || line.starts_with("name,")) continue;
        const auto cells = split(line, ',');
        const auto fault = [at = at](const std::string& text) {
            return std::unexpected("line " + std::to_string(at) + ": " + text);
        };
        if (cells.size() != 8) return fault("has " + std::to_string(cells.size()) + " cells instead of 8");
        double v[6];
        for (size_t i = 0; i < 6; ++i) {
            const auto number = cellNumber(cells[i + 2]);
            if (!number) return fault("\"" + std::string(cells[i + 2]) + "\" is not a number");
            v[i] = *number;
        }
        if (out.empty() || out.back().name != cells[0]) {
            Grade g;
            g.name = cells[0];
            g.standard = cells[1];
            g.e = v[0] * 1e6;
            g.g = v[1] * 1e6;
            g.density = v[2];
            out.push_back(std::move(g));
        }
        out.back().steps.push_back({v[3] * 1e-3, v[4] * 1e6, v[5] * 1e6});
    }
    return out;
}

const std::vector<Grade>& shippedGrades()
{
    static const std::vector<Grade> grades = [] {
        std::vector<Grade> all;
        for (const ShippedFile& f : shippedFiles()) {
            if (!f.name.starts_with("grades/")) continue;
            auto g = readGrades(f.text);
            if (!g) throw std::logic_error(std::string(f.name) + ": " + g.error());
            std::move(g->begin(), g->end(), std::back_inserter(all));
        }
        return all;
    }();
    return grades;
}

const Grade* findGrade(std::string_view name)
{
    const std::string key = normalisedName(name);
    const Grade* found = nullptr;
    for (const Grade& g : shippedGrades()) {
        const std::string full = normalisedName(g.name);
        if (full == key) return &g;
        // "S355" for "EN 10025-2 S355": the last word of the name; the first listed standard with it is meant.
        const auto blank = g.name.rfind(' ');
        if (!found && blank != std::string::npos && normalisedName(std::string_view(g.name).substr(blank + 1)) == key)
            found = &g;
    }
    return found;
}

std::optional<Strength> strengthAt(const std::vector<GradeStep>& steps, double thickness)
{
    for (const GradeStep& s : steps)
        if (thickness <= s.thickness * (1 + 1e-9)) return Strength{s.fy, s.fu};
    return std::nullopt;
}

std::vector<const Grade*> gradesFor(std::string_view region)
{
    std::vector<const Grade*> out;
    for (const Grade& g : shippedGrades())
        out.push_back(&g);
    std::stable_partition(out.begin(), out.end(), [&](const Grade* g) { return g->standard.starts_with(region); });
    return out;
}

std::vector<std::string> gradeSuggestions(std::string_view name, size_t most)
{
    const std::string key = normalisedName(name);
    std::vector<std::pair<size_t, const Grade*>> near;
    for (const Grade& g : shippedGrades()) {
        const std::string full = normalisedName(g.name);
        const auto blank = g.name.rfind(' ');
        const std::string last = normalisedName(std::string_view(g.name).substr(blank == std::string::npos ? 0 : blank + 1));
        const size_t off = std::min(editDistance(key, full), editDistance(key, last));
        if (off <= std::max<size_t>(2, key.size() / 3)) near.emplace_back(off, &g);
    }
    std::stable_sort(near.begin(), near.end(), [](const auto& a, const auto& b) { return a.first < b.first; });
    std::vector<std::string> out;
    for (size_t i = 0; i < std::min(most, near.size()); ++i)
        out.push_back(near[i].second->name);
    return out;
}

} // namespace wr
