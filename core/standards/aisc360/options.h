// What only AISC 360 asks of a brief ("aisc360"): the rows of the table are in options.cpp.
#pragma once

#include "core/standards/common/option.h"
#include "core/standards/rules.h"

#include <array>

namespace wr::aisc360 {

inline constexpr std::string_view kFamily = "aisc360";

// Safety of a limit state: LRFD φ·Rn, ASD Rn/Ω.
struct Safety
{
    double phi, omega;
    bool operator==(const Safety&) const = default;
};
// The factors of the standard; a brief may state others.
struct SafetyTable
{
    Safety tensionYield{0.90, 1.67};   // D2(a)
    Safety tensionRupture{0.75, 2.00}; // D2(b)
    Safety compression{0.90, 1.67};    // E1
    Safety flexure{0.90, 1.67};        // F1
    Safety shear{0.90, 1.67};          // G1
    Safety shearRolled{1.00, 1.50};    // G2.1(a)
    Safety torsion{0.90, 1.67};        // H3
};

struct Options
{
    enum class OneLeg { No, PlanarTruss, SpaceTruss }; // E5(a), E5(b)
    OneLeg oneLeg = OneLeg::No;
    bool connectedFlat = false;        // which leg is connected: b, else h
    bool interactionH13 = false;       // H1.3 where it applies
    bool tensionRaisesCb = false;      // H1.2
    std::optional<double> flangeHoles; // F13.1: net over gross area of the tension flange
    bool webOpenings = false;          // G7
    SafetyTable safety;
};

struct AiscRules final : Rules
{
    Options options;
};
std::shared_ptr<const Rules> rulesOf(const Brief& b, const NationalSet* national);

const std::vector<BoundOption<Options>>& optionTable();

} // namespace wr::aisc360
