// The shipped catalogue: named sections by family, read from the CSV files in data/sections that are built into the library.
#pragma once

#include "core/sections/properties.h"

#include <expected>
#include <string>
#include <string_view>
#include <vector>

namespace wr {

struct CatalogueSection
{
    std::string designation;     // as written in its standard, upper case, "X" between dimensions
    std::string family;          // W, IPE, HEA, HSS …
    std::string standard;        // source of the dimensions
    Shape shape;                 // SI; t of a hollow section is the design thickness
    double listedMass = 0;       // kg/m as the standard's tables print it
    double nominalThickness = 0; // m, hollow sections where it differs from the design thickness; else 0
    SectionProperties properties;
};

class Catalogue
{
public:
    explicit Catalogue(std::vector<CatalogueSection> sections);
    const std::vector<CatalogueSection>& sections() const { return sections_; }
    std::vector<std::string> families() const; // in file order
    std::vector<const CatalogueSection*> family(std::string_view name) const;
    // Finds by name as people type it: case, blanks and "×" do not matter. nullptr if there is none.
    const CatalogueSection* find(std::string_view name) const;
    std::vector<std::string> suggestions(std::string_view name, size_t most = 3) const; // nearest names, nearest first

private:
    std::vector<CatalogueSection> sections_;
    std::vector<std::pair<std::string, size_t>> index_; // normalised name, sorted
};

const Catalogue& shippedCatalogue(); // built on first use; thread safe

// One family file: header lines "# key: value", a row of column names, rows. The error names line and column.
std::expected<std::vector<CatalogueSection>, std::string> readFamily(std::string_view csv);

std::string normalisedName(std::string_view name);

} // namespace wr
