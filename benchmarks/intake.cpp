// Taking in 200 000 rows of forces from a workbook and from text, and an IFC file of 100 MB: against reading their bytes alone.
#include "benchmarks/frames.h"
#include "core/files/ifc/step_file.h"
#include "core/files/intake_files.h"
#include "core/files/table_writer.h"
#include "core/intake/guess.h"
#include "core/sections/catalogue.h"
#include "core/tables/package.h"

#include <cstdio>
#include <filesystem>
#include <fmt/format.h>

using namespace wr;

namespace {

// 400 columns in a row, 10 loads, 50 stations each: 200 000 rows.
Frame columns()
{
    Frame f;
    const CatalogueSection* s = shippedCatalogue().find("HEB 200");
    FrameSection section;
    section.id = section.name = s->designation;
    section.shape = s->shape;
    section.properties = s->properties();
    f.sections.push_back(section);
    Material m;
    m.id = "S355";
    m.grade = "EN 10025-2 S355";
    m.e = 210e9;
    m.g = 81e9;
    m.density = 7850;
    f.materials.push_back(m);
    for (int k = 0; k < 400; ++k) {
        for (const double z : {0.0, 4.0}) {
            Node n;
            n.id = fmt::format("N{}{}", k, z > 0 ? "t" : "b");
            n.at = {6.0 * k, 0, z};
            if (z == 0) n.support.fill({true, 0});
            f.nodes.push_back(n);
        }
        Element e;
        e.id = fmt::format("C{}", k);
        e.i = 2 * k;
        e.j = 2 * k + 1;
        e.section = e.material = 0;
        f.elements.push_back(e);
    }
    for (int c = 0; c < 10; ++c) {
        Combination k;
        k.id = fmt::format("U{}", c);
        f.combinations.push_back(k);
        GivenResult r;
        r.combination = c;
        for (int e = 0; e < 400; ++e) {
            GivenElement g{e, {}};
            for (int s0 = 0; s0 < 50; ++s0)
                g.stations.push_back(
                    {4.0 * s0 / 49, {-1000.0 * (c + e % 7), 10.5 * e, 20.25, 0.125 * s0, 1234.5 * s0, 77.0 * c}});
            r.elements.push_back(std::move(g));
        }
        f.results.push_back(std::move(r));
    }
    return f;
}

double taken(const std::filesystem::path& path, size_t& rows)
{
    SilentProgress p;
    return benchmark::seconds(3, [&] {
        const OpenedTables opened = openTables({path}, {}, p);
        const Intake t = takeIn(opened.books, guessRecipe(opened.books), p);
        if (!t.sound) std::fprintf(stderr, "not sound\n");
        rows = 0;
        for (const GivenResult& r : t.frame.results)
            for (const GivenElement& e : r.elements)
                rows += e.stations.size();
    });
}

} // namespace

int main()
{
    const auto folder = std::filesystem::temp_directory_path() / "wren-benchmark-intake";
    std::filesystem::create_directories(folder);
    const auto tables = frameTables(columns(), false);
    if (!writeWorkbook(tables, folder / "forces.xlsx") || !writeTextTables(tables, folder / "text")) return 1;
    size_t rows = 0;
    const double book = taken(folder / "forces.xlsx", rows);
    const double unpacked = benchmark::seconds(3, [&] {
        auto p = Package::open(folder / "forces.xlsx", {});
        size_t bytes = 0;
        for (const std::string& n : p->names())
            if (const auto done = p->each(n, [&](std::string_view piece) { return (bytes += piece.size()) > 0; }); !done)
                std::fprintf(stderr, "damaged\n");
    });
    std::printf("workbook, %zu rows of forces: %.2f s (limit 3), %.1f x of unpacking it alone\n", rows, book, book / unpacked);
    std::printf("text, the same rows: %.2f s (limit 3)\n", taken(folder / "text", rows));
    std::string step = "ISO-10303-21;\nHEADER;\nFILE_SCHEMA(('IFC4'));\nENDSEC;\nDATA;\n";
    for (int k = 1; step.size() < 100'000'000; ++k)
        step += fmt::format("#{}=IFCCARTESIANPOINT(({}.5,{}.25,0.));\n", k, k % 977, k % 1009);
    step += "ENDSEC;\nEND-ISO-10303-21;\n";
    SilentProgress p;
    size_t instances = 0;
    const double index = benchmark::seconds(2, [&] {
        const auto f = StepFile::read(step, p);
        instances = f ? f->size() : 0;
    });
    std::printf("IFC, 100 MB, %zu instances: indexed in %.2f s\n", instances, index);
    std::filesystem::remove_all(folder);
    return 0;
}
