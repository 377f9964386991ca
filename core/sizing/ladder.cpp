#include "core/sizing/ladder.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>
#include <map>

namespace wr {

namespace {

// The values a dimension takes, m.
std::vector<double> valuesOf(const MadeDimension& d, const std::vector<double>& plates)
{
    if (d.plates) {
        std::vector<double> out;
        for (const double t : plates)
            if (t >= d.from * (1 - 1e-9) && (d.to <= 0 || t <= d.to * (1 + 1e-9))) out.push_back(t);
        return out;
    }
    if (d.to <= d.from || d.step <= 0) return {d.from};
    std::vector<double> out;
    const auto steps = static_cast<long>(std::floor((d.to - d.from) / d.step * (1 + 1e-12) + 1e-9));
    for (long k = 0; k <= steps; ++k)
        out.push_back(d.from + static_cast<double>(k) * d.step);
    return out;
}

double countOf(const MadeDimension& d, const std::vector<double>& plates)
{
    if (d.plates || d.to <= d.from || d.step <= 0) return static_cast<double>(valuesOf(d, plates).size());
    return std::floor((d.to - d.from) / d.step * (1 + 1e-12) + 1e-9) + 1;
}

const char* prefixOf(ShapeKind k)
{
    switch (k) {
    case ShapeKind::I: return "PG";
    case ShapeKind::IUnequal: return "PGU";
    case ShapeKind::Rhs: return "BX";
    case ShapeKind::Chs: return "TB";
    case ShapeKind::BarFlat: return "FL";
    case ShapeKind::BarRound: return "RD";
    default: return "MADE";
    }
}

// "PG600X200X8X12": the dimensions that vary or count, in the order of the frame file, in the frame's section units.
std::string nameOf(const MadeShape& m, const std::vector<double>& values, const UnitSystem& u)
{
    std::string out = prefixOf(m.kind);
    bool first = true;
    for (size_t k = 0; k < m.dimensions.size(); ++k) {
        if (m.dimensions[k].key == "slope") continue;
        out += fmt::format("{}{:.6g}", first ? "" : "X", u.show(Quantity::SectionLength, values[k]));
        first = false;
    }
    return out;
}

void make(const MadeShape& m, const Frame& f, LadderSections& out, std::map<std::string, RungSection>& all)
{
    std::vector<std::vector<double>> values;
    for (const MadeDimension& d : m.dimensions) {
        values.push_back(valuesOf(d, f.design.plates));
        if (values.back().empty()) return;
    }
    std::vector<size_t> at(values.size(), 0);
    for (bool more = !values.empty(); more;) {
        auto s = std::make_shared<CatalogueSection>();
        s->shape.kind = m.kind;
        std::vector<double> is;
        for (size_t k = 0; k < values.size(); ++k) {
            is.push_back(values[k][at[k]]);
            if (double* d = dimension(s->shape, m.dimensions[k].key)) *d = is.back();
        }
        Shape& x = s->shape;
        const auto has = [&](std::string_view key) {
            return std::any_of(m.dimensions.begin(), m.dimensions.end(), [&](const MadeDimension& d) { return d.key == key; });
        };
        x.welded = has("a") || ((m.kind == ShapeKind::I || m.kind == ShapeKind::IUnequal) && !has("r"));
        if (m.kind == ShapeKind::Rhs) {
            // Corners as of a file that gives none.
            if (!has("ro")) x.ro = std::min(2 * x.t, std::min(x.h, x.b) / 2);
            if (!has("ri")) x.ri = std::max(0.0, x.ro - x.t);
        }
        s->designation = nameOf(m, is, f.units);
        s->family = "made";
        if (const auto faults = shapeFaults(x); !faults.empty()) {
            if (out.impossible++ == 0) out.first = s->designation + ": " + faults.front().second;
        } else
            all.emplace(s->designation, std::move(s));
        more = false;
        for (size_t k = values.size(); k-- > 0 && !more;)
            if (++at[k] < values[k].size())
                more = true;
            else
                at[k] = 0;
    }
}

} // namespace

double madeCount(const MadeShape& m, const std::vector<double>& plates)
{
    double n = m.dimensions.empty() ? 0 : 1;
    for (const MadeDimension& d : m.dimensions)
        n = std::min(n * countOf(d, plates), 1e15);
    return n;
}

std::string familyOf(const Frame& f, int section, const Catalogue& catalogue)
{
    const FrameSection& s = f.sections[static_cast<size_t>(section)];
    const CatalogueSection* c = s.name.empty() ? nullptr : catalogue.find(s.name);
    return c ? c->family : std::string();
}

std::expected<LadderSections, std::string> sectionsOf(const Ladder& l, const Frame& f, const Catalogue& catalogue)
{
    LadderSections out;
    std::map<std::string, RungSection> all;
    const auto listed = [&](const CatalogueSection* s) { all.emplace(s->designation, RungSection(RungSection(), s)); };
    std::vector<std::string> families = l.families;
    if (!l.family.empty()) families.push_back(l.family);
    for (const std::string& name : families) {
        const auto family = catalogue.family(name);
        if (family.empty()) return std::unexpected(fmt::format("ladder {}: there is no family \"{}\"", l.id, name));
        for (const CatalogueSection* s : family)
            listed(s);
    }
    for (const std::string& name : l.sections) {
        if (const CatalogueSection* s = catalogue.find(name)) {
            listed(s);
            continue;
        }
        const auto own = std::find_if(f.sections.list().begin(), f.sections.list().end(), [&](const FrameSection& s) {
            return normalisedName(s.name.empty() ? s.id : s.name) == normalisedName(name);
        });
        if (own == f.sections.list().end()) {
            std::string near;
            for (const std::string& n : catalogue.suggestions(name))
                near += (near.empty() ? "" : ", ") + n;
            return std::unexpected(fmt::format("ladder {}: \"{}\" is not in the catalogue{}", l.id, name,
                                               near.empty() ? "" : "; did you mean " + near + "?"));
        }
        auto s = std::make_shared<CatalogueSection>();
        s->designation = own->name.empty() ? own->id : own->name;
        s->family = "own";
        s->shape = own->shape;
        s->stated = own->stated;
        all.emplace(s->designation, std::move(s));
    }
    if (l.made) {
        const double n = madeCount(*l.made, f.design.plates);
        if (n > static_cast<double>(kMostMade))
            return std::unexpected(fmt::format("ladder {} would make {:.0f} sections, more than {}: take wider steps, narrower "
                                               "ranges or fewer plates",
                                               l.id, n, kMostMade));
        if (n == 0)
            return std::unexpected(
                fmt::format("ladder {} makes no section: the plate list has no thickness in its range", l.id));
        make(*l.made, f, out, all);
    }
    for (auto& [name, s] : all)
        out.sections.push_back(std::move(s));
    if (out.sections.empty())
        return std::unexpected(fmt::format("ladder {} holds no section{}", l.id, out.first.empty() ? "" : ": " + out.first));
    return out;
}

} // namespace wr
