// How a clause writes down what it does: a value that is put in, and a value with its formula.
#pragma once

#include "core/standards/trace.h"

namespace wr {

template <class Sink> double given(Sink& sink, std::string_view symbol, Quantity q, double v, std::string_view clause = "")
{
    return sink.put({symbol, "", clause, q}, v);
}
template <class Sink>
double step(Sink& sink, std::string_view symbol, std::string_view formula, std::string_view equation, Quantity q, double v)
{
    return sink.put({symbol, formula, equation, q}, v);
}

} // namespace wr
