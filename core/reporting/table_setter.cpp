#include "core/reporting/table_setter.h"

#include <algorithm>
#include <cmath>
#include <numeric>

namespace wr {

namespace {
constexpr double kGap = 7, kBar = 34, kLine = 1.32, kLooked = 400; // rows that are measured
}

TableSetter::TableSetter(const TableBlock& t, double width, const TextMeasure& measure)
    : t_(t), measure_(measure), width_(width), size_(8)
{
    const size_t n = t.table.columns.size(), rows = t.table.rows.size();
    numbers_.assign(n, 1);
    std::vector<double> want(n, 0), least(n, 0);
    const size_t step = std::max<size_t>(1, rows / static_cast<size_t>(kLooked));
    for (size_t c = 0; c < n; ++c) {
        bool any = false;
        for (size_t r = 0; r < rows; ++r) {
            const auto& cells = t.table.rows[r].cells;
            if (c >= cells.size()) continue;
            const auto* s = std::get_if<std::string>(&cells[c]);
            if (s && !s->empty() && *s != "–") numbers_[c] = 0;
            any |= !s;
            if (r % step != 0) continue;
            const std::string text = cellText(t.table, r, c);
            want[c] = std::max(want[c], measure.advance(text, Face::Plain, size_));
            for (size_t from = 0; from < text.size();) { // its longest word
                const size_t end = std::min(text.find(' ', from), text.size());
                least[c] =
                    std::max(least[c], measure.advance(std::string_view(text).substr(from, end - from), Face::Plain, size_));
                from = end + 1;
            }
        }
        if (!any) numbers_[c] = 0;
        if (numbers_[c]) least[c] = want[c];
        least[c] = std::min(least[c], 0.4 * width);
        // A heading takes two lines rather than room.
        const TableColumn& head = t.table.columns[c];
        double word = measure.advance(head.unit, Face::Plain, size_ - 1);
        for (size_t from = 0; from < head.name.size();) {
            const size_t end = std::min(head.name.find(' ', from), head.name.size());
            word =
                std::max(word, measure.advance(std::string_view(head.name).substr(from, end - from), Face::Plain, size_ - 1));
            from = end + 1;
        }
        want[c] = std::max(want[c], word), least[c] = std::max(least[c], word);
        if (static_cast<int>(c) == t.ratio) want[c] += kBar, least[c] += kBar;
    }
    const double room = width - kGap * static_cast<double>(n > 0 ? n - 1 : 0);
    const double total = std::accumulate(want.begin(), want.end(), 0.0),
                 lowest = std::accumulate(least.begin(), least.end(), 0.0);
    wide_ = want;
    if (total > room && n > 0) {
        // What is over is taken from those that can give, by what they can; more than that from all alike.
        const double give = total - lowest, over = total - room;
        for (size_t c = 0; c < n; ++c)
            wide_[c] = give >= over ? want[c] - (want[c] - least[c]) * over / give : least[c] * room / lowest;
    }
    double x = 0;
    for (size_t c = 0; c < n; ++c) {
        at_.push_back(x);
        x += wide_[c] + kGap;
        const TableColumn& head = t.table.columns[c];
        heads_.push_back(wrapped(head.name, Face::Plain, size_ - 1, wide_[c] + 0.01, measure));
        if (!head.unit.empty()) heads_.back().push_back(head.unit);
        headHeight_ = std::max(headHeight_, static_cast<double>(heads_.back().size()) * (size_ - 1) * kLine);
    }
    headHeight_ += 5;
}

std::vector<std::string> TableSetter::lines(size_t row, size_t column) const
{
    if (column >= t_.table.rows[row].cells.size()) return {""};
    const double w = wide_[column] - (static_cast<int>(column) == t_.ratio ? kBar : 0);
    return wrapped(cellText(t_.table, row, column), Face::Plain, size_, w + 0.01, measure_);
}

double TableSetter::rowHeight(size_t row) const
{
    size_t most = 1;
    for (size_t c = 0; c < wide_.size(); ++c)
        if (!isNumber(c)) most = std::max(most, lines(row, c).size());
    return static_cast<double>(most) * size_ * kLine + 2.6;
}

std::vector<Mark> TableSetter::head() const
{
    std::vector<Mark> out;
    const double s = size_ - 1;
    for (size_t c = 0; c < wide_.size(); ++c) {
        double y = headHeight_ - 5 - static_cast<double>(heads_[c].size() - 1) * s * kLine - 0.2 * s;
        for (const std::string& line : heads_[c]) {
            const double w = measure_.advance(line, Face::Plain, s);
            out.emplace_back(TextMark{at_[c] + (isNumber(c) ? wide_[c] - w : 0), y, s, line, inks::second, Face::Plain, 0});
            y += s * kLine;
        }
    }
    out.emplace_back(lineMark({0, headHeight_ - 3}, {width_, headHeight_ - 3}, inks::faint, 0.7));
    return out;
}

std::vector<Mark> TableSetter::row(size_t row) const
{
    std::vector<Mark> out;
    const Tone tone = row < t_.tones.size() ? t_.tones[row] : Tone::Plain;
    const bool leads = row < t_.to.size() && !t_.to[row].empty();
    for (size_t c = 0; c < wide_.size(); ++c) {
        const bool ratio = static_cast<int>(c) == t_.ratio;
        double y = size_ * 1.1;
        for (const std::string& line : lines(row, c)) {
            const double w = measure_.advance(line, Face::Plain, size_);
            const Ink ink = ratio && tone != Tone::Plain ? inkOf(tone) : c == 0 && leads ? inks::current : inks::text;
            const double right = wide_[c] - (ratio ? kBar : 0);
            out.emplace_back(TextMark{at_[c] + (isNumber(c) ? right - w : 0), y, size_, line, ink,
                                      ratio && tone == Tone::Over ? Face::Strong : Face::Plain, 0});
            y += size_ * kLine;
        }
        const auto& cells = t_.table.rows[row].cells;
        if (!ratio || c >= cells.size()) continue;
        if (const auto* v = std::get_if<double>(&cells[c]); v && std::isfinite(*v)) {
            const double x = at_[c] + wide_[c] - kBar + 4, full = kBar - 6, h = 3.4, top = size_ * 0.62;
            out.emplace_back(boxMark(x, top, full, h, inks::shade));
            out.emplace_back(boxMark(x, top, full * std::clamp(*v, 0.0, 1.5) / 1.5, h, *v > 1 ? inks::over : inks::good));
            out.emplace_back(lineMark({x + full / 1.5, top - 1}, {x + full / 1.5, top + h + 1}, inks::text, 0.6));
        }
    }
    const double bottom = rowHeight(row);
    out.emplace_back(lineMark({0, bottom - 0.3}, {width_, bottom - 0.3}, inks::hairline, 0.3));
    return out;
}

} // namespace wr
