// What only EN 1993 asks of a brief ("en1993"), and its national parameters: the rows of both tables are in options.cpp.
#pragma once

#include "core/standards/common/option.h"
#include "core/standards/rules.h"

namespace wr::en1993 {

inline constexpr std::string_view kFamily = "en1993";

// Unstated: as the set of national parameters says.
struct Options
{
    enum class Ltb { Unstated, General, Rolled, Simplified };     // 6.3.2.2, 6.3.2.3, 6.3.2.4
    enum class Interaction { Unstated, AnnexA, AnnexB, General }; // 6.3.3 with either annex, 6.3.4
    enum class Strength { Unstated, Table31, Product };           // Table 3.1 or the steps of the product standard
    std::string parameters;                                       // key of a set of national parameters
    Ltb ltb = Ltb::Unstated;
    Interaction interaction = Interaction::Unstated;
    Strength strength = Strength::Unstated;
    std::optional<double> c1, c2, c3;  // M_cr, stated instead of the segment's own moments
    double kz = 1, kw = 1;             // of M_cr: end rotation in plan and end warping, 0.5 fixed to 1 free
    bool rigidEndPost = false;         // EN 1993-1-5 5.3
    bool torsionHeld = false;          // twist held all along: no lateral-torsional and no torsional buckling
    bool elasticSection = false;       // elastic verification 6.2.1(5) instead of plastic resistance
    bool latticeAngle = false;         // single angle as a web member of a lattice: BB.1.2
    std::optional<double> flangeHoles; // 6.2.5(4): net over gross area of the tension flange
};

// National parameters of EN 1993-1-1 and 1-5; the values here are the recommended ones.
struct National
{
    double gammaM0 = 1.0, gammaM1 = 1.0, gammaM2 = 1.25;             // 6.1(1)
    Options::Ltb ltb = Options::Ltb::General;                        // 6.3.2.2 unless the set chooses 6.3.2.3
    double lambdaLT0 = 0.4, beta = 0.75;                             // 6.3.2.3(1)
    double curveDAbove = 1000;                                       // 6.3.2.3: rolled I deeper than this times b take curve d
    bool momentShape = true;                                         // f of 6.3.2.3(2)
    bool kcFromC1 = false;                                           // k_c = 1/√C1 instead of Table 6.6
    bool rolledOnly = false;                                         // 6.3.2.3 for rolled sections, 6.3.2.2 for welded ones
    double lambdaC0 = 0.5, kfl = 1.10;                               // 6.3.2.4
    Options::Interaction interaction = Options::Interaction::AnnexB; // 6.3.3(5) leaves the choice
    Options::Strength strength = Options::Strength::Product;         // 3.2.1(1) leaves the choice
    double eta = 1.2;                                                // EN 1993-1-5 5.1(2), to S460; 1.0 above
    double alphaCr = 10, alphaCrPlastic = 15;                        // 5.2.1(3)
};

// Both as they stand for one brief.
struct EnRules final : Rules
{
    Options options;
    National national;
};
std::shared_ptr<const Rules> rulesOf(const Brief& b, const NationalSet* national);

const std::vector<BoundOption<Options>>& optionTable();
const std::vector<BoundOption<National>>& nationalTable();

} // namespace wr::en1993
