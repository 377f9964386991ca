#include "app/ledger/ledger_columns.h"

#include <algorithm>
#include <array>

namespace wr {

namespace {

using C = LedgerColumn;
constexpr std::array kRows{
    LedgerColumnRow{C::Member, "Member", 74, false, 1, 0, 0, "name"},
    LedgerColumnRow{C::Group, "Group", 98, false, 1, 1, 0, "design group"},
    LedgerColumnRow{C::Section, "Section", 118, false, 1, 0, 1, "section"},
    LedgerColumnRow{C::Members, "Members", 64, true, 0, 1, 1, "how many"},
    LedgerColumnRow{C::Section, "Section", 108, false, 0, 1, 0, "section, or several"},
    LedgerColumnRow{C::Util, "Util.", 96, false, 1, 1, 1, "utilisation, of the worst"},
    LedgerColumnRow{C::Second, "second", 118, false, 1, 1, 1, "by the other standard"},
    LedgerColumnRow{C::Spread, "Spread", 132, false, 0, 1, 1,
                    "every member's utilisation on one line, the limit marked: spread wide, or well used"},
    LedgerColumnRow{C::Governs, "Governs", 112, false, 1, 1, 1, "check and clause"},
    LedgerColumnRow{C::Combination, "Comb.", 50, false, 1, 2, 2, "combination that governs"},
    LedgerColumnRow{C::At, "At", 54, true, 1, 0, 0, "place along the member"},
    LedgerColumnRow{C::Slenderness, "L/r", 42, true, 1, 0, 0, "slenderness, where there is axial force"},
    LedgerColumnRow{C::Worst, "Worst member", 88, false, 0, 1, 1, "whose utilisation it is"},
    LedgerColumnRow{C::Mean, "Mean", 46, true, 0, 1, 1, "mean utilisation"},
    LedgerColumnRow{C::Over, "Over", 42, true, 0, 1, 1, "members over their limit"},
    LedgerColumnRow{C::Length, "Length", 66, true, 1, 1, 1, "length, of all"},
    LedgerColumnRow{C::Mass, "Mass", 60, true, 2, 1, 1, "mass, of all"},
    LedgerColumnRow{C::Brief, "Brief", 100, false, 2, 2, 0, "brief"},
    LedgerColumnRow{C::Kind, "Kind", 60, false, 2, 2, 0, "column, beam, brace, other"},
    LedgerColumnRow{C::Status, "Status", 70, false, 2, 0, 0, "over, unchecked, warned, ok, left out"},
    LedgerColumnRow{C::Grade, "Grade", 90, false, 2, 2, 2, "grade of the steel"},
    LedgerColumnRow{C::Level, "Level", 60, true, 2, 0, 0, "height of a level member, or of the lower end"},
    LedgerColumnRow{C::Standard, "Standard", 130, false, 2, 2, 0, "design standard"},
};

} // namespace

std::span<const LedgerColumnRow> ledgerColumns()
{
    return kRows;
}

const LedgerColumnRow& rowOf(LedgerColumn c)
{
    return *std::find_if(kRows.begin(), kRows.end(), [&](const LedgerColumnRow& r) { return r.column == c; });
}

} // namespace wr
