// Families made from others: tees cut from I sections at mid-depth, pairs of angles back to back, ASTM A1085 tubes.
#pragma once

#include "core/sections/catalogue.h"

namespace wr {

// Everything that follows from the sections read: WT, MT and ST from W, M and S; 2L from L (legs in contact, 3/8 in and
// 3/4 in apart); HSS A1085 from the A500 sizes of one wall thickness and the next (design thickness = nominal).
std::vector<CatalogueSection> derivedSections(const std::vector<CatalogueSection>& read);

} // namespace wr
