#include "core/reporting/trace_layout.h"

#include <algorithm>
#include <map>
#include <unordered_map>

namespace wr {

namespace {

class TraceSetter
{
public:
    TraceSetter(const UnitSystem& u, double width, double size, const TextMeasure& m, const TraceInks& inks)
        : units_(u), width_(width), size_(size), math_(m), inks_(inks)
    {
    }

    std::vector<TraceLine> set(const Trace& trace)
    {
        for (const TraceStep& s : trace.steps) {
            // Values that are put in stand beside each other.
            if (s.kind != TraceStep::Kind::Value || !s.label.formula.empty()) given();
            switch (s.kind) {
            case TraceStep::Kind::Heading: heading(s); break;
            case TraceStep::Kind::Note:
                flow(words(s.text, size_ - 1, inks_.second), 0, 0, false);
                lines_.back().height += 0.17 * size_;
                break;
            case TraceStep::Kind::Value: value(s); break;
            }
        }
        given();
        return std::move(lines_);
    }

private:
    struct ValueText
    {
        std::string text, number; // with and without its unit
    };

    std::vector<MathBox> words(std::string_view text, double size, Ink ink, Face face = Face::Plain) const
    {
        std::vector<MathBox> out;
        for (size_t from = 0; from < text.size();) {
            const size_t end = std::min(text.find(' ', from), text.size());
            if (end > from) out.push_back(math_.text(text.substr(from, end - from), size, ink, face));
            from = end + 1;
        }
        return out;
    }

    // Boxes flow into lines; a line is as high as its highest box.
    void flow(const std::vector<MathBox>& boxes, double indent, double hanging, bool formula)
    {
        double start = indent;
        const double gap = size_ / 3;
        for (size_t i = 0; i < boxes.size() || boxes.empty();) {
            TraceLine line;
            line.formula = formula && start == indent;
            double x = start, ascent = 0, descent = 0;
            const size_t from = i;
            while (i < boxes.size() && (i == from || x + boxes[i].width <= width_)) {
                x += boxes[i].width + gap;
                ascent = std::max(ascent, boxes[i].ascent);
                descent = std::max(descent, boxes[i].descent);
                ++i;
            }
            x = start;
            for (size_t k = from; k < i; ++k) {
                appendShifted(line.marks, boxes[k].marks, x, ascent);
                x += boxes[k].width + gap;
            }
            line.height = ascent + descent + size_ / 4;
            lines_.push_back(std::move(line));
            start = hanging;
            if (boxes.empty()) return;
        }
    }

    void heading(const TraceStep& s)
    {
        std::vector<MathBox> boxes = words(s.text, size_, inks_.ink, Face::Strong);
        if (!s.label.clause.empty()) boxes.push_back(math_.text(s.label.clause, size_ - 1, inks_.faint));
        const size_t first = lines_.size();
        flow(boxes, 0, 0, false);
        for (Mark& m : lines_[first].marks)
            shift(m, 0, 0.75 * size_);
        lines_[first].height += 0.75 * size_;
        for (size_t k = first; k < lines_.size(); ++k)
            lines_[k].heading = true;
        lines_.back().rule = true;
        lines_.back().ruleAt = lines_.back().height;
        lines_.back().height += 0.42 * size_;
    }

    void given()
    {
        if (given_.empty()) return;
        for (size_t k = 0; k + 1 < given_.size(); ++k)
            given_[k].width += size_; // room to the next
        flow(given_, 0, 0, false);
        given_.clear();
    }

    // The formula with numbers put in. Numbers with units run wide: what does not fit a line is set smaller, down to what can
    // still be read, and then without its units, which stand in the lines above.
    MathBox numbersPutIn(const Expression& e) const
    {
        const auto numbers = [&](double size, bool units) {
            return math_.formula(e, size, inks_.second, [&](const std::string& symbol) -> std::optional<std::string> {
                const auto it = seen_.find(symbol);
                if (it == seen_.end()) return std::nullopt;
                return units ? it->second.text : it->second.number;
            });
        };
        const double room = width_ - 2.4 * size_, full = size_ - 1, least = 0.6 * size_;
        MathBox put = numbers(full, true);
        if (put.width > room) put = numbers(std::max(least, full * room / put.width), true);
        if (put.width > room) put = numbers(full, false);
        if (put.width > room) put = numbers(std::max(least, full * room / put.width), false);
        return put;
    }

    void value(const TraceStep& s)
    {
        const std::string text = units_.text(s.label.quantity, s.value);
        // A sign of equality stays with what is behind it, a result with its clause.
        const auto equals = [&](std::vector<MathBox> boxes) {
            boxes.insert(boxes.begin(), math_.text("=", size_, inks_.second));
            return math_.inRow(std::move(boxes), size_ / 3);
        };
        std::vector<MathBox> line{math_.symbol(s.label.symbol, size_, inks_.ink)};
        bool formula = false;
        if (const auto& e = parsedFormula(s.label.formula); e && !s.label.formula.empty()) {
            formula = true;
            line.push_back(equals({math_.formula(*e, size_, inks_.ink)}));
            // The same with numbers put in, unless it is a bare symbol.
            if (e->kind != Expression::Kind::Symbol && e->kind != Expression::Kind::Number)
                line.push_back(equals({numbersPutIn(*e)}));
        }
        std::vector<MathBox> result{math_.text(text, size_, inks_.ink, formula ? Face::Strong : Face::Plain)};
        if (!s.label.clause.empty()) result.push_back(math_.text(s.label.clause, size_ - 2, inks_.faint));
        line.push_back(equals(std::move(result)));
        if (s.label.formula.empty())
            given_.push_back(math_.inRow(std::move(line), size_ / 3));
        else {
            flow(line, 0, 1.2 * size_, formula);
            lines_.back().height += size_ / 6;
        }
        const std::string unit = " " + units_.textUnit(s.label.quantity);
        seen_[std::string(s.label.symbol)] = {text, text.ends_with(unit) ? text.substr(0, text.size() - unit.size()) : text};
    }

    const UnitSystem& units_;
    double width_, size_;
    MathSetter math_;
    TraceInks inks_;
    std::map<std::string, ValueText> seen_; // by symbol
    std::vector<MathBox> given_;
    std::vector<TraceLine> lines_;
};

} // namespace

const std::expected<Expression, std::string>& parsedFormula(std::string_view literal)
{
    static thread_local std::unordered_map<std::string_view, std::expected<Expression, std::string>> known;
    const auto it = known.find(literal);
    return it != known.end() ? it->second : known.emplace(literal, parseExpression(literal)).first->second;
}

std::vector<TraceLine> layOutTrace(const Trace& trace, const UnitSystem& units, double width, double size,
                                   const TextMeasure& measure, const TraceInks& colours)
{
    return TraceSetter(units, width, size, measure, colours).set(trace);
}

std::string plainStep(const TraceStep& s, const UnitSystem& u)
{
    const std::string clause = s.label.clause.empty() ? "" : "  [" + std::string(s.label.clause) + "]";
    if (s.kind == TraceStep::Kind::Heading) return s.text + clause;
    if (s.kind == TraceStep::Kind::Note) return s.text;
    std::string out = std::string(s.label.symbol) + " = ";
    if (!s.label.formula.empty()) out += std::string(s.label.formula) + " = ";
    return out + u.text(s.label.quantity, s.value) + clause;
}

} // namespace wr
