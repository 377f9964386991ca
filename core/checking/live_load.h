// What of the live loads a member carries, where its brief has them reduced. ASCE/SEI 7-22 4.7.2 to 4.7.5; EN
// 1991-1-1 6.2.1(4), 6.2.2(2), 6.3.1.2(10) and (11), 3.3.1(2)P; IS 875 (Part 2):1987 3.2. Only cases of the action live:
// storage, cranes and live loads of the category E (EN 1990 Table A1.1: storage) are never reduced.
#pragma once

#include "core/analysis/analyse.h"
#include "core/frame/forces.h"
#include "core/members/members.h"

#include <string>
#include <utility>
#include <vector>

namespace wr {

struct LiveLoad
{
    // Per case of the frame, 0 to 1: what of it counts in every combination; empty: all of every case.
    std::vector<double> always;
    // The same where the case acts with the largest factor it has among combinations of one purpose and kind (α_n of EN
    // 1991-1-1 does not go together with ψ); empty: as always.
    std::vector<double> leading;
    std::string words; // how it came to that, or why all of it counts though a reduction is asked for; sentences
    bool reduces() const { return !always.empty(); }
};

class LiveLoads
{
public:
    explicit LiveLoads(const Frame& f);

    LiveLoad of(const Member& m, const Brief& b) const;
    // Floor that loads the member's elements themselves, by loads on panels; m², 0: none is found. Of several cases the
    // largest.
    double areaOf(const Member& m) const;
    // The terms of a combination with what of each case counts. `rounded`: up to steps of 0.05, where combinations are solved
    // again with the factor.
    std::vector<std::pair<int, double>> terms(const LiveLoad& l, int combination, bool rounded) const;
    // The forces that stand for a set of the table; `found` false: they are not in it, and the set stands as it is.
    ForceSet reduced(const ForceTable& t, const LiveLoad& l, const ForceSet& s, bool& found) const;

private:
    const Frame& f_;
    std::vector<std::vector<double>> areas_; // [live case][element], m²
    std::vector<std::vector<char>> leads_;   // [combination][term]
};

// Factors of the rules, 0 to 1. kllArea: K_LL·A_T in m². heavy: over 4.79 kN/m².
enum class LiveUse { Plain, Heavy, Garage, Assembly };
double asceLiveFactor(double kllArea, double floors, LiveUse use);
double enAreaFactor(double psi0, double area, bool atLeastSixTenths); // α_A, Eq. 6.1
double enStoreysFactor(double psi0, double storeys);                  // α_n, Eq. 6.2
double isLiveFactor(double area, double floors, bool column);

// What the briefs in use ask to be solved again: combinations with part of their live loads, and the permanent actions of
// service combinations where a limit of deflection is for the variable ones. Nothing where cases are solved and superpose.
class Assignment;
std::vector<SolvedAgain> wantedAgain(const Frame& f, const AnalysisChoice& choice);
// The same where members and ways of checking are at hand.
std::vector<SolvedAgain> wantedAgain(const Frame& f, const AnalysisChoice& choice, const SharedList<Member>& members,
                                     const Assignment& assignment);

} // namespace wr
