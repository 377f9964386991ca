// Combinations made from the actions of the cases by a loading standard.
// Sources: ASCE/SEI 7-22 and 7-16, 2.3 and 2.4 and Appendix C commentary; EN 1990:2002 6.4.3, 6.5.3, Table A1.1 and A1.2(B)
// (recommended values); IS 800:2007 Table 4 with IS 875 (Part 5).
#pragma once

#include "core/base/finding.h"
#include "core/frame/case_effects.h"
#include "core/frame/frame.h"

#include <functional>
#include <memory>
#include <optional>
#include <string>
#include <string_view>
#include <vector>

namespace wr {

enum class LoadingStandard { Asce22Lrfd, Asce22Asd, Asce16Lrfd, Asce16Asd, En610, En610ab, Is800 };
struct LoadingStandardName
{
    LoadingStandard standard;
    std::string_view key, title, basis;
};
const std::vector<LoadingStandardName>& loadingStandards();
bool isEurocode(LoadingStandard s);
bool isAsce(LoadingStandard s);
// By its key; the first of the list for an unknown one.
LoadingStandard loadingOfKey(std::string_view key);

enum class NotionalUse { None, GravityOnly, All };

enum class Subsets {
    All,      // every subset of the companions
    Governing // those that are the largest or the least in some effect, where there are more than kManySubsets
};
inline constexpr int kManySubsets = 300;
inline constexpr int kMostSubsets = 20000; // more are never written out: only those that govern are looked for

struct MakeOptions
{
    LoadingStandard standard = LoadingStandard::Asce22Lrfd;
    bool strength = true, service = true, construction = true;
    bool halfLive = false; // ASCE 7 2.3.1 exception: 0.5 on live loads (not storage, not cranes) beside wind, snow, earthquake
    double sds = 0;        // ASCE 7 12.4.2.2: vertical effect 0.2·SDS·D beside every seismic case
    double redundancy = 1; // ASCE 7 12.3.4: ρ
    double overstrength = 0; // ASCE 7 12.4.3: Ω0 of the sets with overstrength; 0: none are made
    // Share of an earthquake that acts together with one across it (ASCE 7 12.5.3, EN 1998-1 4.3.3.5.1(3), IS 1893); 0: each
    // direction by itself.
    double orthogonal = 0.3;
    double serviceWind = 0.42; // share of the strength-level wind in service (ASCE 7 CC.2.2 leaves it to the engineer)
    bool muchSnow = false;     // EN 1990 Table A1.1: altitude over 1000 m, or the Nordic countries
    NotionalUse notional = NotionalUse::None;
    // Share of the gravity loads; not said: 0.002 (AISC 360-22 C2.2b), φ of EN 1993-1-1 5.3.2 for one column in a row,
    // 0.005 (IS 800 4.3.6), by the standard.
    std::optional<double> notionalShare = {};
    Subsets subsets = Subsets::Governing;
    std::function<std::shared_ptr<const CaseEffects>()> effects = {};  // asked for only where needed; none: all subsets
    std::function<Vec3(const Frame&, const LoadCase&)> resultant = {}; // N, of a case's loads: where an earthquake comes from
};

struct MadeCombinations
{
    std::vector<LoadCase> cases;           // all cases of the frame, notional ones added behind
    std::vector<Combination> combinations; // those written by hand first, then the made ones
    int made = 0;
    double possible = 0;           // subsets of all rules, before those that cannot govern go and notional loads come in
    std::vector<Finding> findings; // what was left out and why; an error where nothing could be made
};

// Combinations made before go; those written by hand stay. Permanent cases stand all together. Every other case stands in a set
// and is absent from another, those of one action too (one that relieves is no help); wind cases exclude one another unless
// they name groups of their own (`exclusive`), which hold across actions; one earthquake leads at a time, beside a share of one
// across. `reversible` cases act with both signs.
MadeCombinations makeCombinations(const Frame& f, const MakeOptions& o);

// How many sets all subsets would make, at most: to be told before they are made.
double possibleSets(const Frame& f, const MakeOptions& o);

// φ of EN 1993-1-1 Eq. 5.5: 1/200·αh·αm for a height (m) and the number of columns in a row.
double imperfection(double height, int columns);
// Height of the frame over its lowest support, m.
double frameHeight(const Frame& f);

// ψ0, ψ1, ψ2 of EN 1990 Table A1.1 for a case (category A to H of its own, else B).
struct Psi
{
    double psi0, psi1, psi2;
};
Psi psiOf(const LoadCase& c, bool muchSnow);

} // namespace wr
