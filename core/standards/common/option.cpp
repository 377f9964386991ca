#include "core/standards/common/option.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>

namespace wr {

namespace {

template <class List> std::string listed(const List& list, std::string_view last)
{
    std::string out;
    for (size_t k = 0; k < list.size(); ++k) {
        const std::string word = fmt::format("{}", list[k]);
        if (word.empty()) continue;
        out += fmt::format("{}{}", out.empty() ? "" : k + 1 == list.size() && !last.empty() ? last : ", ", word);
    }
    return out;
}

std::string numberFault(const Option& o, double v)
{
    if (!std::isfinite(v)) return "must be a number";
    if (!o.numbers.empty()) {
        if (std::find(o.numbers.begin(), o.numbers.end(), v) == o.numbers.end()) return "must be " + listed(o.numbers, " or ");
        return {};
    }
    const bool low = o.above ? !(v > o.least) : v < o.least;
    if (!low && v <= o.most) return {};
    if (std::isinf(o.most)) return fmt::format("must be {} {}", o.above ? "greater than" : "at least", o.least);
    if (o.above) return fmt::format("must be above {} and at most {}", o.least, o.most);
    return fmt::format("must lie between {} and {}", o.least, o.most);
}

} // namespace

std::string faultOf(const Option& o, const OptionValue& v)
{
    switch (o.kind) {
    case Option::Kind::Flag: return std::holds_alternative<bool>(v) ? "" : "must be true or false";
    case Option::Kind::Number: {
        const double* x = std::get_if<double>(&v);
        return x ? numberFault(o, *x) : "must be a number";
    }
    case Option::Kind::Word: {
        const std::string* x = std::get_if<std::string>(&v);
        if (x && !x->empty() && std::find(o.words.begin(), o.words.end(), *x) != o.words.end()) return {};
        return fmt::format("{} is not known here; allowed: {}", x ? "\"" + *x + "\"" : "this", listed(o.words, ""));
    }
    case Option::Kind::Text: return std::holds_alternative<std::string>(v) ? "" : "must be text";
    }
    return {};
}

std::string rangeOf(const Option& o)
{
    switch (o.kind) {
    case Option::Kind::Flag: return "true or false";
    case Option::Kind::Word: return listed(o.words, "");
    case Option::Kind::Text: return "a name";
    case Option::Kind::Number: break;
    }
    if (!o.numbers.empty()) return listed(o.numbers, " or ");
    if (std::isinf(o.least) && std::isinf(o.most)) return "any number";
    if (std::isinf(o.most)) return fmt::format("{} {}", o.above ? "above" : "from", o.least);
    return fmt::format("{}{} to {}", o.above ? "above " : "", o.least, o.most);
}

const Option* findOption(std::span<const Option> table, std::string_view key)
{
    const auto it = std::find_if(table.begin(), table.end(), [&](const Option& o) { return o.key == key; });
    return it == table.end() ? nullptr : &*it;
}

} // namespace wr
