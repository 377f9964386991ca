// The trace: a calculation written down step by step, and its counterpart that compiles to nothing.
// A clause is a function template over one of the two; labels hold string literals only.
#pragma once

#include "core/base/units.h"

#include <deque>
#include <string>
#include <string_view>
#include <vector>

namespace wr {

struct Label
{
    std::string_view symbol;  // "F_cr"
    std::string_view formula; // "0.658^(F_y/F_e)*F_y", "" for a value that is put in
    std::string_view clause;  // "E3-2"
    Quantity quantity = Quantity::Ratio;
};

struct TraceStep
{
    enum class Kind { Heading, Value, Note };
    Kind kind = Kind::Value;
    Label label;
    double value = 0;
    std::string text; // heading or note
};

// The fast path: nothing is kept.
struct NoTrace
{
    static constexpr bool keeps = false;
    double put(const Label&, double v) { return v; }
    void heading(std::string_view, std::string_view) {}
    void note(std::string_view) {}
};

class Trace
{
public:
    static constexpr bool keeps = true;
    std::vector<TraceStep> steps;

    double put(const Label& l, double v)
    {
        steps.push_back({TraceStep::Kind::Value, l, v, {}});
        return v;
    }
    void heading(std::string_view title, std::string_view clause)
    {
        steps.push_back({TraceStep::Kind::Heading, {"", "", clause, Quantity::Ratio}, 0, std::string(title)});
    }
    void note(std::string_view text) { steps.push_back({TraceStep::Kind::Note, {}, 0, std::string(text)}); }
};

} // namespace wr
