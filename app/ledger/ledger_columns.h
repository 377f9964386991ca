// The columns the ledger can have: one row a column, with the tables it stands in.
#pragma once

#include <span>
#include <string_view>

namespace wr {

enum class LedgerKind { Members, Groups, Sections };

enum class LedgerColumn {
    Member,
    Group,
    Section,
    Members,
    Util,
    Second,
    Spread,
    Governs,
    Combination,
    At,
    Slenderness,
    Worst,
    Mean,
    Over,
    Length,
    Mass,
    Brief,
    Kind,
    Status,
    Grade,
    Level,
    Standard
};

struct LedgerColumnRow
{
    LedgerColumn column;
    std::string_view title;
    int width;
    bool number;
    // Per table: 0 not there, 1 there, 2 there when asked for.
    int members, groups, sections;
    std::string_view meaning;
};

// In the order in which they stand.
std::span<const LedgerColumnRow> ledgerColumns();
const LedgerColumnRow& rowOf(LedgerColumn c);
inline int placeIn(const LedgerColumnRow& r, LedgerKind k)
{
    return k == LedgerKind::Members ? r.members : k == LedgerKind::Groups ? r.groups : r.sections;
}

} // namespace wr
