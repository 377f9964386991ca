// A part of a report set on pages: headings kept with what follows, tables with their headings again on each page, calculations
// line by line, pictures as they are.
#pragma once

#include "core/paper/measure.h"
#include "core/paper/pages.h"
#include "core/reporting/report_tree.h"

#include <string>
#include <vector>

namespace wr {

// Margins and sizes of a printed page, pt.
struct PageStyle
{
    PaperSize paper = kA4;
    double left = 56, right = 48, top = 62, bottom = 52;
    double size = 9; // of running text
    double width() const { return paper.width - left - right; }
    double height() const { return paper.height - top - bottom; }
};
PageStyle pageStyle(bool letter);

// Pages of one part (and of the parts in it that have none of their own), without head and foot.
struct SetPart
{
    std::vector<Page> pages;
    std::vector<OutlineEntry> outline; // levels from `depth` on
    double end = 0;                    // where the last page is free from
};
SetPart setPart(const ReportPart& part, int depth, const UnitSystem& units, const PageStyle& style, const TextMeasure& measure);

} // namespace wr
