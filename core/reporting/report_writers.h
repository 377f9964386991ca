// A report in files: pages, one page of HTML, a spreadsheet, a text document, tables of comma-separated text. Each writes the
// same tree; the same tree is the same bytes.
#pragma once

#include "core/base/progress.h"
#include "core/reporting/report_tree.h"

#include <expected>
#include <filesystem>
#include <string>

namespace wr {

using WrittenOr = std::expected<void, std::string>; // what could not be written, a sentence

// A4 or Letter, fonts embedded, outline and links.
WrittenOr writeReportPdf(const ReportTree& t, const std::filesystem::path& path, Progress& progress);
// One file, formulas as MathML, pictures as SVG; narrow screens turn wide tables into ones that slide.
WrittenOr writeReportHtml(const ReportTree& t, const std::filesystem::path& path, Progress& progress);
// A sheet a table, with the part it stands in as its name: numbers as numbers, units in the headings, frozen, with filters.
WrittenOr writeReportXlsx(const ReportTree& t, const std::filesystem::path& path, Progress& progress);
// OpenDocument text with styles, tables, formulas and pictures.
WrittenOr writeReportOdt(const ReportTree& t, const std::filesystem::path& path, Progress& progress);
// Every table under its heading, RFC 4180, full precision.
WrittenOr writeReportCsv(const ReportTree& t, const std::filesystem::path& path, Progress& progress);

// By the ending of the name; the error names those there are.
WrittenOr writeReport(const ReportTree& t, const std::filesystem::path& path, Progress& progress);
bool reportFormatKnown(const std::filesystem::path& path);

} // namespace wr
