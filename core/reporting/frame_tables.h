// Tables of a frame's loads and results, the same for the window, the command line and CSV. Values in the frame's units.
#pragma once

#include "core/analysis/deflected.h"
#include "core/analysis/modes.h"
#include "core/checking/frame_limits.h"
#include "core/standards/stability_line.h"

#include <span>
#include <string>
#include <variant>
#include <vector>

namespace wr {

struct TableColumn
{
    std::string name, unit;
    int digits = 3; // decimals on screen
};

struct Table
{
    std::string title;
    std::vector<TableColumn> columns;
    struct Row
    {
        std::vector<std::variant<std::string, double>> cells;
        int element = -1, node = -1; // what it is about, to be picked
        int place = -1;              // in what the table lists, however its rows are sorted
    };
    std::vector<Row> rows;
};

// RFC 4180; the first row is "name (unit)"; full precision.
std::string tableCsv(const Table& t);
// Cell as on screen.
std::string cellText(const Table& t, size_t row, size_t column);

// Resultant of every load against its reactions, with what area loads should come to (q times area).
Table loadTotalsTable(const Frame& f, const FrameForces& r);
Table combinationTable(const Frame& f);
// Columns of caseTable by what they say.
enum CaseColumn {
    kCaseName,
    kCaseTitle,
    kCaseAction,
    kCaseWeight,
    kCaseTotal,
    kCaseHand,
    kCaseAgrees,
    kCaseSigns,
    kCaseNeverWith,
    kCaseCategory
};
Table caseTable(const Frame& f);
// Every load in words, one a row; `place`: among loadsOf(f).
Table loadTable(const Frame& f);
Table reactionTable(const Frame& f, const FrameForces& r, const std::vector<ShownLoad>& loads);
Table displacementTable(const Frame& f, const FrameForces& r, const std::vector<ShownLoad>& loads);
// Limits of the frame, a row each; its state says why one is unchecked.
Table frameLimitTable(const Frame& f, std::span<const StandingLimit> rows, const ForceTable& t);
// The stability statement, a line a row.
Table stabilityTable(const std::vector<StabilityLine>& lines);
Table driftTable(const Frame& f, const FrameForces& r, const std::vector<ShownLoad>& loads);
Table forceTable(const Frame& f, const FrameForces& r, const std::vector<ShownLoad>& loads);
// Largest displacement across each element against the straight line between its ends.
Table bendingTable(const Frame& f, const FrameForces& r, const std::vector<ShownLoad>& loads);
Table bucklingTable(const Frame& f, const BucklingResult& b, const std::vector<std::string>& names);
Table vibrationTable(const VibrationResult& v);

} // namespace wr
