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

// Ways the shear checks may have gone (CheckOutcome::path).
enum ShearPath { kPlasticShear, kBesideTorsion, kPlateBuckling, kWithFlanges };

inline constexpr std::array<CheckRow, kRows> kChecks{
    {{CheckKind::Tension, "tension", "Tension", "6.2.3"},
     {CheckKind::Compression, "compression", "Compression", "6.3.1"},
     {CheckKind::FlexureMajor, "flexure-major", "Bending about y", "6.2.5"},
     {CheckKind::Ltb, "ltb", "Lateral-torsional buckling", "6.3.2"},
     {CheckKind::FlexureMinor, "flexure-minor", "Bending about z", "6.2.5"},
     {CheckKind::ShearMajor, "shear-major", "Shear along z", "6.2.6"},
     {CheckKind::ShearMinor, "shear-minor", "Shear along y", "6.2.6"},
     {CheckKind::Torsion, "torsion", "Torsion", "6.2.7"},
     {CheckKind::Section, "section", "Section under all forces", "6.2.9"},
     {CheckKind::Interaction, "interaction", "Bending and axial force", "6.3.3"},
     {CheckKind::Slenderness, "slenderness", "Slenderness", "6.3.1"},
     {CheckKind::Deflection, "deflection", "Deflection", "7.2"}}};

} // namespace wr::en1993
