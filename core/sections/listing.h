// The dimensions and properties of a section as tables print them: one list for the command line and for the screen.
#pragma once

#include "core/base/units.h"
#include "core/sections/catalogue.h"

#include <string_view>
#include <vector>

namespace wr {

struct ListedValue
{
    std::string_view key;      // column of `wrenrail-cli sections --csv`; docs/sections.md
    std::string_view european; // EN 1993 notation, "" where it has none; subscripts after "_": "W_el,y"
    std::string_view american; // AISC 360 notation
    std::string_view meaning;
    int power; // of length; 0 is a plain number
    double (*value)(const CatalogueSection&);
    bool dimension = false; // given, not computed
};

// In mm, mm^2 … as the lists give it; noise of symmetric shapes is zero.
double inMillimetres(const ListedValue& v, const CatalogueSection& s);

// Every column after designation, family, standard and mass, in the order of the CSV.
const std::vector<ListedValue>& listedValues();

// Those that say something about this section: dimensions of its kind, properties that are not zero by symmetry.
std::vector<const ListedValue*> listedValuesOf(const CatalogueSection& s);

// How a notation writes a value of this section: the principal axes of angles are u, v (EN) and w, z (AISC).
enum class Notation { European, American };
std::string_view notation(const ListedValue& v, const CatalogueSection& s, Notation n);

// The quantity of a power of a section's length: SectionLength, Area, SectionModulus, Inertia, Warping.
Quantity quantityOfPower(int power);

} // namespace wr
