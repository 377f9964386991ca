#include "cli/commands.h"

#include "core/files/listing_json.h"
#include "core/sections/listing.h"

#include <fmt/format.h>
#include <memory>

namespace wr::cli {

namespace {

struct SectionsArguments
{
    std::string what;
    bool csv = false, json = false;
};

// One section in words: dimensions and properties with both notations.
void describe(const CatalogueSection& s)
{
    put("{}  ({}, {}; {:.2f} kg/m)\n", s.designation, shapeTitle(s.shape.kind), s.standard, s.listedMass);
    for (const ListedValue* v : listedValuesOf(s)) {
        const std::string unit = v->power == 0 ? "" : v->power == 1 ? " mm" : fmt::format(" mm^{}", v->power);
        put("  {:<12}{:<16}{:<8}{:>14}{:<6} {}\n", v->key, notation(*v, s, Notation::European),
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
        complain("error: \"{}\" is neither a section nor a family{} (families: {})\n", a.what, near, families);
        out.badInput = true;
        return out;
    }
    if (a.json) {
        put("{}", sectionsJson(list));
        return out;
    }
    if (a.csv) {
        put("designation,family,standard,mass");
        for (const ListedValue& v : listedValues())
            put(",{}", v.key);
        put(",shape\n");
        for (const CatalogueSection* s : list) {
            put("{},{},{},{:.8g}", s->designation, s->family, s->standard, s->listedMass);
            for (const ListedValue& v : listedValues())
                put(",{:.8g}", inMillimetres(v, *s));
            put(",{}\n", shapeName(s->shape.kind));
        }
        return out;
    }
    if (list.size() == 1) {
        describe(*list.front());
        return out;
    }
    put("{:<24}{:<16}{:>10}{:>10}{:>10}{:>12}{:>14}{:>14}\n", "section", "family", "kg/m", "h mm", "b mm", "A mm2", "Iy mm4",
        "Iz mm4");
    for (const CatalogueSection* s : list)
        put("{:<24}{:<16}{:>10.2f}{:>10.1f}{:>10.1f}{:>12.1f}{:>14.4g}{:>14.4g}\n", s->designation, s->family, s->listedMass,
            s->shape.depth() * 1e3, s->shape.width() * 1e3, s->properties().a * 1e6, s->properties().iy * 1e12,
            s->properties().iz * 1e12);
    return out;
}

} // namespace

Command sectionsCommand()
{
    auto a = std::make_shared<SectionsArguments>();
    return {"sections",
            "List the sections of the catalogue with their properties.",
            {{"WHAT", "a family (W, IPE, HSS …) or one section; everything if left out", &a->what},
             {"--csv", "comma-separated values in mm and kg/m (docs/sections.md)", &a->csv},
             {.name = "--json", .help = "the same as JSON", .into = &a->json, .without = {"--csv"}}},
            [a] { return run(*a); },
            {{"sections IPE", "a family as a table"}, {"sections W14X90 --json", "one section with all its properties"}}};
}

} // namespace wr::cli
