// The checks of AISC 360 in the order they are listed.
#pragma once

#include "core/standards/check.h"

#include <array>

namespace wr::aisc360 {

enum Row {
    kTensionRow,
    kCompressionRow,
    kFlexureMajor,
    kLtb,
    kFlexureMinor,
    kShearMajor,
    kShearMinor,
    kTorsionRow,
    kInteraction,
    kSlenderness,
    kDeflection,
    kRows
};

inline constexpr std::array<CheckRow, kRows> kChecks{{{"tension", "Tension", "D"},
                                                      {"compression", "Compression", "E"},
                                                      {"flexure-major", "Flexure, major axis", "F"},
                                                      {"ltb", "Lateral-torsional buckling", "F"},
                                                      {"flexure-minor", "Flexure, minor axis", "F"},
                                                      {"shear-major", "Shear, major axis", "G"},
                                                      {"shear-minor", "Shear, minor axis", "G"},
                                                      {"torsion", "Torsion", "H3"},
                                                      {"interaction", "Axial force and bending", "H"},
                                                      {"slenderness", "Slenderness", "E2"},
                                                      {"deflection", "Deflection", "L"}}};

} // namespace wr::aisc360
