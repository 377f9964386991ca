#include "cli/commands.h"

#include "core/files/json_cursor.h"
#include "core/sections/listing.h"

#include <CLI/CLI.hpp>
#include <cmath>
#include <fmt/format.h>
#include <memory>

namespace wr::cli {

namespace {

struct SectionsArguments
{
    std::string what;
    bool csv = false, json = false;
};

// In mm; noise from symmetric shapes is zero.
double inMillimetres(const ListedValue& v, const CatalogueSection& s)
{
    const double size = 1000 * (s.shape.depth() + s.shape.width()), x = v.value(s) * std::pow(1000.0, v.power);
    return std::abs(x) < 1e-9 * std::pow(size, v.power) ? 0 : x;
}

Json asJson(const CatalogueSection& s)
{
    const auto rounded = [](double x) { return std::stod(fmt::format("{:.8g}", x)); };
    Json o = {{"designation", s.designation},
              {"family", s.family},
              {"standard", s.standard},
              {"shape", shapeName(s.shape.kind)},
              {"mass", rounded(s.listedMass)}};
    for (const ListedValue& v : listedValues())
        o[std::string(v.key)] = rounded(inMillimetres(v, s));
    Json published = Json::object();
    for (const StatedKey& k : statedKeys())
        if (const auto& x = s.published.*k.stated) published[std::string(k.key)] = rounded(*x * std::pow(1000.0, k.power));
    if (!published.empty()) o["published"] = std::move(published);
    return o;
}

// One section in words: dimensions and properties with both notations.
void describe(const CatalogueSection& s)
{
    fmt::print("{}  ({}, {}; {:.2f} kg/m)\n", s.designation, shapeTitle(s.shape.kind), s.standard, s.listedMass);
    for (const ListedValue* v : listedValuesOf(s)) {
        const std::string unit = v->power == 0 ? "" : v->power == 1 ? " mm" : fmt::format(" mm^{}", v->power);
        fmt::print("  {:<12}{:<16}{:<8}{:>14}{:<6} {}\n", v->key, notation(*v, s, Notation::European),
                   notation(*v, s, Notation::American), fmt::format("{:.6g}", inMillimetres(*v, s)), unit, v->meaning);
    }
}

Report run(const SectionsArguments& a)
{
    Report out;
    const Catalogue& c = shippedCatalogue();
    std::vector<const CatalogueSection*> list;
    if (a.what.empty())
        for (const CatalogueSection& s : c.sections())
            list.push_back(&s);
    else if (list = c.family(a.what); list.empty())
        if (const CatalogueSection* s = c.find(a.what)) list.push_back(s);
    if (list.empty()) {
        std::string near;
        for (const auto& n : c.suggestions(a.what))
            near += (near.empty() ? "; did you mean " : ", ") + n;
        std::string families;
        for (const auto& n : c.families())
            families += (families.empty() ? "" : ", ") + n;
        fmt::print(stderr, "error: \"{}\" is neither a section nor a family{} (families: {})\n", a.what, near, families);
        out.badInput = true;
        return out;
    }
    if (a.json) {
        Json j = Json::array();
        for (const CatalogueSection* s : list)
            j.push_back(asJson(*s));
        fmt::print("{}\n", j.dump(1));
        return out;
    }
    if (a.csv) {
        fmt::print("designation,family,standard,mass");
        for (const ListedValue& v : listedValues())
            fmt::print(",{}", v.key);
        fmt::print(",shape\n");
        for (const CatalogueSection* s : list) {
            fmt::print("{},{},{},{:.8g}", s->designation, s->family, s->standard, s->listedMass);
            for (const ListedValue& v : listedValues())
                fmt::print(",{:.8g}", inMillimetres(v, *s));
            fmt::print(",{}\n", shapeName(s->shape.kind));
        }
        return out;
    }
    if (list.size() == 1) {
        describe(*list.front());
        return out;
    }
    fmt::print("{:<24}{:<16}{:>10}{:>10}{:>10}{:>12}{:>14}{:>14}\n", "section", "family", "kg/m", "h mm", "b mm", "A mm2",
               "Iy mm4", "Iz mm4");
    for (const CatalogueSection* s : list)
        fmt::print("{:<24}{:<16}{:>10.2f}{:>10.1f}{:>10.1f}{:>12.1f}{:>14.4g}{:>14.4g}\n", s->designation, s->family,
                   s->listedMass, s->shape.depth() * 1e3, s->shape.width() * 1e3, s->properties().a * 1e6,
                   s->properties().iy * 1e12, s->properties().iz * 1e12);
    return out;
}

} // namespace

Run addSections(CLI::App& app)
{
    auto a = std::make_shared<SectionsArguments>();
    CLI::App* c = app.add_subcommand("sections", "List the sections of the catalogue with their properties.");
    c->add_option("WHAT", a->what, "a family (W, IPE, HSS …) or one section; everything if left out");
    c->add_flag("--csv", a->csv, "comma-separated values in mm and kg/m (docs/sections.md)");
    c->add_flag("--json", a->json, "the same as JSON")->excludes("--csv");
    return [a] { return run(*a); };
}

} // namespace wr::cli
