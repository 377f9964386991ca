// The outcomes of one member while its checks run: the largest ratio of each, and what stays unchecked or does not apply.
#pragma once

#include "core/standards/check.h"

#include <cmath>
#include <limits>
#include <span>

namespace wr {

class Outcomes
{
public:
    Outcomes(MemberResult& r, std::span<const CheckRow> rows);
    CheckOutcome& at(int row) { return r_.outcomes[row]; }
    double ratio(int row) const { return r_.outcomes[row].ratio; }
    void take(int row, double ratio, double demand, double capacity, size_t set, int span, double x, std::string_view clause,
              int path = 0)
    {
        CheckOutcome& o = at(row);
        if (std::isnan(o.ratio)) return; // a ratio that is no number is kept: it makes the check unchecked
        // Formulas driven far outside what they are for give strengths below zero: with a demand that is no check at all.
        if (!(capacity > 0) && demand > 0) ratio = std::numeric_limits<double>::quiet_NaN();
        if (!(ratio <= o.ratio) || !o.set.given()) {
            o.ratio = ratio;
            o.demand = demand;
            o.capacity = capacity;
            o.set = SetRow(set);
            o.span = span;
            o.at = x;
            o.clause = clause;
            o.path = path;
        }
    }
    void unchecked(int row, std::string_view reason);
    // Where a strength came out as nothing, what is made of it (axial force and bending) is unchecked too.
    void spoilWithoutStrength(int interaction);
    // For a row that nothing was put forward for, and that is not unchecked.
    void notApplicableIfUntouched(int row, std::string_view reason);
    void notApplicable(int row, std::string_view reason);
    void leaveOut(const Brief& b); // the brief's own wish, with a note each

private:
    MemberResult& r_;
    std::span<const CheckRow> rows_;
};

// Every check of the list unchecked for one reason, but those that are advice.
void allUnchecked(MemberResult& r, std::span<const CheckRow> rows, const std::string& reason);

// Says that torsion below the brief's share of `what` is left out.
void noteNeglectedTorsion(MemberResult& r, double limit, std::string_view what);

// Slenderness against the limit of the brief (`compressed`: in compression, else in tension) or the one advised; 0: none.
void slendernessOutcome(Outcomes& out, int row, const Brief& b, const Demands& d, double slenderness, int span,
                        double advisedCompression, double advisedTension, std::string_view compressionClause,
                        std::string_view tensionClause);

} // namespace wr
