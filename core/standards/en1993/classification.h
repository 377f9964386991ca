// EN 1993-1-1 5.5: class of a cross-section under the axial force and moments that act on it (Table 5.2).
#pragma once

#include "core/standards/en1993/section.h"

namespace wr::en1993 {

// Class 1 to 4. α (plastic) and ψ (elastic) with the axial force that is there and the moments raised until the section is
// plastic, or its edge yields: 5.5.2(6) asks for the stresses of the limit, not of the service. Single angles are never better
// than class 3: their plastic resistance about principal axes is not used.
// `judged`: plates that are looked at, where the others are known not to matter.
template <class Sink>
int classify(const Context& c, const Plates& plates, const Action3& a, Sink& sink, const Plates* judged = nullptr);
// The plates that are worse than class 2 in compression alone: no others make a section worse than class 2, whatever acts on
// it.
Plates slenderPlates(const Context& c, const Plates& plates);

// Class of one plate from α, ψ and (outstands) k_σ.
struct PlateStress
{
    double alpha = 1, psi = 1, ksigma = 0.43;
    bool compressed = true, tipCompressed = true;
};
PlateStress plateStress(const Context& c, const Plate& p, const Action3& a, double scale);
// Factor that brings the bending stresses up to yield beside the axial stress that is there; 0 without bending or where the
// axial stress is beyond yield.
double bendingScale(const Context& c, const Plates& plates, const Action3& a);

// k_σ of EN 1993-1-5 Table 4.1 (internal) and Table 4.2 (outstands, the larger compression at the tip or at the root).
double ksigmaInternal(double psi);
double ksigmaTip(double psi);
double ksigmaRoot(double psi);

} // namespace wr::en1993
