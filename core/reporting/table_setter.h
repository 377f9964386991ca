// A table of a report set to a width: columns as wide as they need, words wrapped where they do not fit, utilisations with
// bars.
#pragma once

#include "core/paper/measure.h"
#include "core/reporting/report_tree.h"

#include <string>
#include <vector>

namespace wr {

class TableSetter
{
public:
    TableSetter(const TableBlock& t, double width, const TextMeasure& measure);

    const std::vector<double>& widths() const { return wide_; } // of the columns, without the room between them
    double headHeight() const { return headHeight_; }
    double rowHeight(size_t row) const;
    std::vector<Mark> head() const;
    std::vector<Mark> row(size_t row) const; // from its top

private:
    bool isNumber(size_t column) const { return numbers_[column] != 0; }
    std::vector<std::string> lines(size_t row, size_t column) const;

    const TableBlock& t_;
    const TextMeasure& measure_;
    double width_, size_, headHeight_ = 0;
    std::vector<char> numbers_;
    std::vector<double> at_, wide_; // of the columns
    std::vector<std::vector<std::string>> heads_;
};

} // namespace wr
