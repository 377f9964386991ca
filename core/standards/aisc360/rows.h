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

// Ways a check may have gone (CheckOutcome::path).
enum ShearPath { kWholeWeb, kInteriorPanel };
enum TogetherPath { kAxialAndBending, kWithTorsion };

inline constexpr std::array<CheckRow, kRows> kChecks{{{CheckKind::Tension, "tension", "Tension", "D"},
                                                      {CheckKind::Compression, "compression", "Compression", "E"},
                                                      {CheckKind::FlexureMajor, "flexure-major", "Flexure, major axis", "F"},
                                                      {CheckKind::Ltb, "ltb", "Lateral-torsional buckling", "F"},
                                                      {CheckKind::FlexureMinor, "flexure-minor", "Flexure, minor axis", "F"},
                                                      {CheckKind::ShearMajor, "shear-major", "Shear, major axis", "G"},
                                                      {CheckKind::ShearMinor, "shear-minor", "Shear, minor axis", "G"},
                                                      {CheckKind::Torsion, "torsion", "Torsion", "H3"},
                                                      {CheckKind::Interaction, "interaction", "Axial force and bending", "H"},
                                                      {CheckKind::Slenderness, "slenderness", "Slenderness", "E2"},
                                                      {CheckKind::Deflection, "deflection", "Deflection", "L"}}};

} // namespace wr::aisc360
