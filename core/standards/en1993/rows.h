// The checks of EN 1993-1-1 in the order they are listed.
#pragma once

#include "core/standards/check.h"

#include <array>

namespace wr::en1993 {

enum Row {
    kTensionRow,
    kCompressionRow,
    kFlexureMajor,
    kLtb,
    kFlexureMinor,
    kShearMajor,
    kShearMinor,
    kTorsionRow,
    kSectionRow,
    kInteraction,
    kSlenderness,
    kDeflection,
    kRows
};

inline constexpr std::array<CheckRow, kRows> kChecks{{{"tension", "Tension", "6.2.3"},
                                                      {"compression", "Compression", "6.3.1"},
                                                      {"flexure-major", "Bending about y", "6.2.5"},
                                                      {"ltb", "Lateral-torsional buckling", "6.3.2"},
                                                      {"flexure-minor", "Bending about z", "6.2.5"},
                                                      {"shear-major", "Shear along z", "6.2.6"},
                                                      {"shear-minor", "Shear along y", "6.2.6"},
                                                      {"torsion", "Torsion", "6.2.7"},
                                                      {"section", "Section under all forces", "6.2.9"},
                                                      {"interaction", "Bending and axial force", "6.3.3"},
                                                      {"slenderness", "Slenderness", "6.3.1"},
                                                      {"deflection", "Deflection", "7.2"}}};

} // namespace wr::en1993
