// EN 1993-1-1 6.3.1: buckling of uniform members in compression; BB.1.2 for angles in lattices.
#pragma once

#include "core/standards/common/column_lengths.h"
#include "core/standards/common/reduction.h"
#include "core/standards/en1993/resistance.h"

namespace wr::en1993 {

enum class Curve { A0, A, B, C, D };
std::string_view curveName(Curve c);
double imperfection(Curve c);                   // Table 6.1
Curve columnCurve(const Context& c, Axis axis); // Table 6.2
double bowImperfection(Curve c, bool plastic);  // e0/L, Table 5.1, by elastic or plastic analysis of the section

// One buckling mode.
struct Mode
{
    double ncr = 0, lambda = 0, chi = 1;
};
struct Column
{
    double value = 0; // N_b,Rd
    std::string_view clause;
    std::string_view uncovered;
    Mode y, z;       // flexural; z the lower of flexural and flexural-torsional
    Mode flexuralZ;  // about z alone: χ_z of 6.62 and Annexes A and B
    double ncrT = 0; // torsional alone (Annex A), infinite where the section does not twist
    double slenderness = 0;
};
template <class Sink> Column columnResistance(const Context& c, const Plates& plates, const Effective& e, int cls,
                                              const ColumnLengths& l, Sink& sink);

} // namespace wr::en1993
