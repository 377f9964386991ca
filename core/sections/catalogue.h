// The shipped catalogue: named sections by family. The families are the CSV files in data/sections, built into the library,
// and those cut or paired from them (derived.h). Names as people type them: names.h.
#pragma once

#include "core/sections/names.h"
#include "core/sections/properties.h"

#include <expected>
#include <memory>
#include <string>
#include <string_view>
#include <vector>

namespace wr {

struct CatalogueSection
{
    CatalogueSection();
    std::string designation;     // as written in its standard, upper case, "X" between dimensions
    std::string family;          // W, IPE, HEA, HSS …
    std::string standard;        // source of the dimensions
    Shape shape;                 // SI; t of a hollow section is the design thickness
    double listedMass = 0;       // kg/m as the standard's tables print it
    double nominalThickness = 0; // m, hollow sections where it differs from the design thickness; else 0
    StatedProperties stated;     // overrides of a section that is a frame's own; empty in the catalogue
    StatedProperties published;  // properties its tables print, where known; for comparison only, never used in a check

    // Computed from shape and stated values on first use (thread safe); they must not change after that.
    const SectionProperties& properties() const;

private:
    struct Lazy;
    std::shared_ptr<Lazy> lazy_;
};

class Catalogue
{
public:
    explicit Catalogue(std::vector<CatalogueSection> sections);
    const std::vector<CatalogueSection>& sections() const { return sections_; }
    std::vector<std::string> families() const; // in file order
    std::vector<const CatalogueSection*> family(std::string_view name) const;
    // Finds by name as people type it (names.h), metric names of ASTM shapes included. nullptr if there is none.
    const CatalogueSection* find(std::string_view name) const;
    std::vector<std::string> suggestions(std::string_view name, size_t most = 3) const; // nearest names, nearest first

private:
    const CatalogueSection* findKey(const std::string& key) const;
    const CatalogueSection* findMetric(const std::string& key) const;
    std::vector<CatalogueSection> sections_;
    std::vector<std::pair<std::string, size_t>> index_; // name key, sorted
    struct Near
    {
        NameParts parts;
        std::string name; // normalised
    };
    std::vector<Near> near_; // of each of those, for suggestions
};

const Catalogue& shippedCatalogue(); // built on first use; thread safe

// One family file: header lines "# key: value", a row of column names, rows (docs/sections.md). The error names line and
// column.
std::expected<std::vector<CatalogueSection>, std::string> readFamily(std::string_view csv);

// Upper case without blanks, "×" as X: for comparing names of families, grades and own sections.
std::string normalisedName(std::string_view name);

} // namespace wr
