// Spreadsheets: workbooks of the Office Open XML and the OpenDocument format (ISO/IEC 29500, ISO/IEC 26300). Values are read as
// they were saved; formulas are not calculated, links to other files are not followed, macros are not looked at.
#pragma once

#include "core/base/progress.h"
#include "core/tables/package.h"

#include <expected>
#include <string>

namespace wr {

struct SpreadsheetNotes
{
    size_t formulas = 0;      // cells whose value is a formula's, as it was when the file was saved
    size_t emptyFormulas = 0; // formulas that were never calculated: nothing stands there
    std::string firstEmpty;   // where the first of those is: "Forces, row 12, column D"
    bool macros = false, links = false;
    size_t hiddenSheets = 0;
    size_t pictures = 0; // drawings, which are not looked at
};

struct Spreadsheet
{
    Book book;
    SpreadsheetNotes notes;
};

bool isWorkbook(const Package& p);     // Office Open XML
bool isOpenDocument(const Package& p); // OpenDocument spreadsheet

// The error is a sentence: damaged, unfolds beyond the limits, cancelled.
std::expected<Spreadsheet, std::string> readWorkbook(const Package& p, std::string file, const TableLimits& limits,
                                                     Progress& progress);
std::expected<Spreadsheet, std::string> readOpenDocument(const Package& p, std::string file, const TableLimits& limits,
                                                         Progress& progress);

} // namespace wr
