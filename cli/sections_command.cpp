#include "cli/commands.h"

#include "core/files/json_cursor.h"
#include "core/sections/catalogue.h"

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

struct Column
{
    const char* name;
    double (*value)(const CatalogueSection&);
};

constexpr double mm(double m, int power = 1)
{
    double v = m;
    for (int k = 0; k < power; ++k)
        v *= 1000;
    return v;
}

// Documented in docs/sections.md; mm and kg/m.
const std::vector<Column> kColumns{
    {"mass", [](const CatalogueSection& s) { return s.listedMass; }},
    {"h", [](const CatalogueSection& s) { return mm(s.shape.depth()); }},
    {"b", [](const CatalogueSection& s) { return mm(s.shape.width()); }},
    {"tw", [](const CatalogueSection& s) { return mm(s.shape.tw); }},
    {"tf", [](const CatalogueSection& s) { return mm(s.shape.tf); }},
    {"r", [](const CatalogueSection& s) { return mm(s.shape.r); }},
    {"t", [](const CatalogueSection& s) { return mm(s.shape.t); }},
    {"t_nominal", [](const CatalogueSection& s) { return mm(s.nominalThickness > 0 ? s.nominalThickness : s.shape.t); }},
    {"a", [](const CatalogueSection& s) { return mm(s.properties().a, 2); }},
    {"iy", [](const CatalogueSection& s) { return mm(s.properties().iy, 4); }},
    {"iz", [](const CatalogueSection& s) { return mm(s.properties().iz, 4); }},
    {"wely", [](const CatalogueSection& s) { return mm(s.properties().wely, 3); }},
    {"welz", [](const CatalogueSection& s) { return mm(s.properties().welz, 3); }},
    {"wply", [](const CatalogueSection& s) { return mm(s.properties().wply, 3); }},
    {"wplz", [](const CatalogueSection& s) { return mm(s.properties().wplz, 3); }},
    {"iy_radius", [](const CatalogueSection& s) { return mm(s.properties().ry); }},
    {"iz_radius", [](const CatalogueSection& s) { return mm(s.properties().rz); }},
    {"it", [](const CatalogueSection& s) { return mm(s.properties().it, 4); }},
    {"iw", [](const CatalogueSection& s) { return mm(s.properties().iw, 6); }},
    {"avy", [](const CatalogueSection& s) { return mm(s.properties().avy, 2); }},
    {"avz", [](const CatalogueSection& s) { return mm(s.properties().avz, 2); }},
    {"ro", [](const CatalogueSection& s) { return mm(s.properties().ro); }},
    {"rts", [](const CatalogueSection& s) { return mm(s.properties().rts); }},
    {"ho", [](const CatalogueSection& s) { return mm(s.properties().ho); }},
    {"perimeter", [](const CatalogueSection& s) { return mm(s.properties().perimeter); }},
};

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
        for (const CatalogueSection* s : list) {
            Json o = {{"designation", s->designation},
                      {"family", s->family},
                      {"standard", s->standard},
                      {"shape", shapeName(s->shape.kind)}};
            for (const Column& k : kColumns)
                o[k.name] = std::stod(fmt::format("{:.8g}", k.value(*s)));
            j.push_back(std::move(o));
        }
        fmt::print("{}\n", j.dump(1));
        return out;
    }
    if (a.csv) {
        fmt::print("designation,family,standard");
        for (const Column& k : kColumns)
            fmt::print(",{}", k.name);
        fmt::print("\n");
        for (const CatalogueSection* s : list) {
            fmt::print("{},{},{}", s->designation, s->family, s->standard);
            for (const Column& k : kColumns)
                fmt::print(",{:.8g}", k.value(*s));
            fmt::print("\n");
        }
        return out;
    }
    fmt::print("{:<18}{:<12}{:>10}{:>10}{:>10}{:>12}{:>14}{:>14}\n", "section", "family", "kg/m", "h mm", "b mm", "A mm2",
               "Iy mm4", "Iz mm4");
    for (const CatalogueSection* s : list)
        fmt::print("{:<18}{:<12}{:>10.2f}{:>10.1f}{:>10.1f}{:>12.1f}{:>14.4g}{:>14.4g}\n", s->designation, s->family,
                   s->listedMass, mm(s->shape.depth()), mm(s->shape.width()), mm(s->properties().a, 2), mm(s->properties().iy, 4),
                   mm(s->properties().iz, 4));
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
