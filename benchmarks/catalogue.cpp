// Start-up cost of the catalogue: reading every shipped section, and what computing all their properties would add.
#include "core/sections/catalogue.h"
#include "core/base/shipped.h"

#include <chrono>
#include <fmt/format.h>

using namespace wr;

int main()
{
    using clock = std::chrono::steady_clock;
    const auto ms = [](clock::time_point a) { return std::chrono::duration<double, std::milli>(clock::now() - a).count(); };
    auto begin = clock::now();
    const Catalogue& c = shippedCatalogue();
    const double first = ms(begin);
    // The floor: touching every byte of the files once.
    double floor = 1e300, best = 1e300;
    size_t lines = 0, bytes = 0;
    for (int k = 0; k < 5; ++k) {
        begin = clock::now();
        lines = bytes = 0;
        for (const ShippedFile& f : shippedFiles())
            if (f.name.starts_with("sections/"))
                for (const char ch : f.text) {
                    lines += ch == '\n';
                    ++bytes;
                }
        floor = std::min(floor, ms(begin));
        begin = clock::now();
        size_t n = 0;
        for (const ShippedFile& f : shippedFiles())
            if (f.name.starts_with("sections/")) n += readFamily(f.text)->size();
        best = std::min(best, ms(begin));
        if (n == 0) return 1;
    }
    begin = clock::now();
    double area = 0;
    for (const CatalogueSection& s : c.sections())
        area += s.properties().a;
    const double properties = ms(begin);
    begin = clock::now();
    size_t found = 0;
    for (const CatalogueSection& s : c.sections())
        found += c.find(s.designation) == &s;
    const double finds = ms(begin);
    fmt::print("{} sections of {} lines, {} kB\n", c.sections().size(), lines, bytes / 1024);
    fmt::print("first load {:.1f} ms (limit 30), files alone {:.1f} ms, reading their bytes {:.2f} ms\n", first, best, floor);
    fmt::print("all properties {:.0f} ms ({:.1f} us each), found by name {:.2f} us each; area {:.3f} m2\n", properties,
               1e3 * properties / static_cast<double>(c.sections().size()),
               1e3 * finds / static_cast<double>(c.sections().size()), area);
    return found == c.sections().size() ? 0 : 1;
}
