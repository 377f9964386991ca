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

std::string wordsFault(const Option& o, const std::vector<std::string>& list)
{
    for (const std::string& w : list)
        if (std::find(o.words.begin(), o.words.end(), w) == o.words.end())
            return fmt::format("\"{}\" is not known here; allowed: {}", w, listed(o.words, ""));
    if (o.places > 0 && list.size() != o.places)
        return fmt::format("needs {} words, one by place: {}", o.places, listed(o.words, " or "));
    return {};
}

std::string textsFault(const OptionValue& v)
{
    const auto* list = std::get_if<std::vector<std::string>>(&v);
    if (!list || list->empty()) return "must be a list of names, with at least one";
    return std::any_of(list->begin(), list->end(), [](const std::string& s) { return s.empty(); }) ? "has an empty name" : "";
}

} // namespace

std::string_view topicTitle(Topic t)
{
    switch (t) {
    case Topic::Checked: return "What is checked";
    case Topic::Strength: return "Strength";
    case Topic::Stability: return "Stability";
    case Topic::Holds: return "Holds";
    case Topic::Lengths: return "Effective lengths";
    case Topic::Deflection: return "Deflection";
    case Topic::Slenderness: return "Slenderness";
    case Topic::Combinations: return "Combinations";
    case Topic::Loads: return "Loads";
    case Topic::Standard: break;
    }
    return {};
}

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
    case Option::Kind::Words: {
        const auto* list = std::get_if<std::vector<std::string>>(&v);
        return list ? wordsFault(o, *list) : "must be a list of words";
    }
    case Option::Kind::Texts: return textsFault(v);
    case Option::Kind::Limits:
        return std::holds_alternative<std::vector<DeflectionLimit>>(v) ? "" : "must be a list of limits of deflection";
    }
    return {};
}

std::string rangeOf(const Option& o)
{
    switch (o.kind) {
    case Option::Kind::Flag: return "true or false";
    case Option::Kind::Word: return listed(o.words, "");
    case Option::Kind::Text: return o.words.empty() ? "a name" : listed(o.words, "");
    case Option::Kind::Words:
        return o.places > 0 ? fmt::format("{} of: {}", o.places, listed(o.words, "")) : "any of: " + listed(o.words, "");
    case Option::Kind::Limits: return "a list of limits";
    case Option::Kind::Texts: return "a list of names";
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
