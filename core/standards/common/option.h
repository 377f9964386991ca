// What a standard lets an engineer state, one row an option: reader and writer of the frame file, its schema, the documents and
// the editors of the window all come from the row, and so does the value the standard calculates with.
#pragma once

#include "core/base/units.h"
#include "core/frame/design.h"

#include <limits>
#include <span>
#include <stdexcept>
#include <string>
#include <string_view>
#include <type_traits>
#include <vector>

namespace wr {

// Of the sheet of a brief, in its order.
enum class Topic { Checked, Strength, Stability, Holds, Lengths, Deflection, Slenderness, Combinations, Loads, Standard };
std::string_view topicTitle(Topic t); // "What is checked"; empty for Standard: the title of the family stands there

struct Option
{
    enum class Kind { Flag, Number, Word, Text, Words, Limits, Texts };
    // Texts: a list of texts. Words: a list of some of the words, each once. Limits: of deflection, a list of DeflectionLimit.
    std::string_view key; // in the frame file; "safety.flexure.phi": inside objects
    Kind kind = Kind::Flag;
    std::string_view standing = ""; // what stands where nothing is stated, in words
    std::string_view clause = "";
    std::string_view meaning = "";
    Quantity quantity = Quantity::Ratio; // of a number
    double least = -std::numeric_limits<double>::infinity(), most = std::numeric_limits<double>::infinity();
    bool above = false;               // of least: it does not count itself
    std::vector<double> numbers = {}; // the only ones; empty: all within the range
    // Of a choice, by the place of what they mean; an empty first word stands for nothing stated and cannot be. For yes or no
    // the second means yes.
    std::vector<std::string_view> words = {};
    std::string_view needs = ""; // key without which it means nothing
    bool must = false;           // stands wherever the object it is in does
    std::string_view title = ""; // in the sheet of a brief: "Loads act at"
    Topic topic = Topic::Standard;
    size_t places = 0; // of Words: so many, by their place, and one may stand twice; 0: any number
};

// Why a value cannot stand for an option ("must lie between 0 and 0.2"); empty: it can.
std::string faultOf(const Option& o, const OptionValue& v);
// The range, or the words, as documents say it: "0 to 1", "top, centroid, bottom".
std::string rangeOf(const Option& o);
// The option of that key, or null.
const Option* findOption(std::span<const Option> table, std::string_view key);

// A row with the member it becomes in the values that a standard calculates with.
template <class T> struct BoundOption
{
    Option row;
    void (*set)(T&, const Option&, const OptionValue&);
    std::optional<OptionValue> (*get)(const T&, const Option&); // nothing where it stands as it does by itself
};

namespace detail {

template <class V> struct ValueOf;
template <class V> struct ValueOf<std::optional<V>>
{
    using type = V;
};
template <class V> struct ValueOf
{
    using type = V;
};

template <class M> void assign(M& into, const Option& o, const OptionValue& v)
{
    using V = typename ValueOf<M>::type;
    if constexpr (std::is_same_v<V, bool>) {
        if (o.kind == Option::Kind::Word)
            into = std::get<std::string>(v) == o.words.at(1);
        else
            into = std::get<bool>(v);
    } else if constexpr (std::is_same_v<V, double>)
        into = std::get<double>(v);
    else if constexpr (std::is_same_v<V, std::string> || std::is_same_v<V, std::vector<std::string>> ||
                       std::is_same_v<V, std::vector<DeflectionLimit>>)
        into = std::get<V>(v);
    else if constexpr (std::is_same_v<V, std::vector<Hold>>) {
        into.clear();
        for (const std::string& word : std::get<std::vector<std::string>>(v))
            if (const auto h = holdFromName(word)) into.push_back(*h);
    } else {
        for (size_t k = 0; k < o.words.size(); ++k)
            if (o.words[k] == std::get<std::string>(v)) into = static_cast<V>(k);
    }
}

template <class M> std::optional<OptionValue> stated(const M& m, const M& base, const Option& o)
{
    if (m == base) return std::nullopt;
    const auto value = [&](const auto& x) -> OptionValue {
        using V = std::remove_cvref_t<decltype(x)>;
        if constexpr (std::is_same_v<V, bool>) {
            if (o.kind == Option::Kind::Word) return std::string(o.words.at(x ? 1 : 0));
            return x;
        } else if constexpr (std::is_enum_v<V>)
            return std::string(o.words.at(static_cast<size_t>(x)));
        else if constexpr (std::is_same_v<V, std::vector<Hold>>) {
            std::vector<std::string> words;
            for (const Hold h : x)
                words.emplace_back(holdName(h));
            return words;
        } else
            return x;
    };
    if constexpr (std::is_same_v<M, std::optional<typename ValueOf<M>::type>>)
        return m ? std::optional<OptionValue>(value(*m)) : std::nullopt;
    else
        return value(m);
}

} // namespace detail

// Binds a row to a member that is reached by `Access`: static auto& of(T&).
template <class T, class Access> BoundOption<T> bindBy(Option row)
{
    return {std::move(row), [](T& t, const Option& o, const OptionValue& v) { detail::assign(Access::of(t), o, v); },
            [](const T& t, const Option& o) {
                static const T base{};
                return detail::stated(Access::of(t), Access::of(base), o);
            }};
}
template <class T, auto Member> struct DirectAccess
{
    static auto& of(T& t) { return t.*Member; }
    static const auto& of(const T& t) { return t.*Member; }
};
// Binds a row to a member: bind<Options, &Options::c1>({...}).
template <class T, auto Member> BoundOption<T> bind(Option row)
{
    return bindBy<T, DirectAccess<T, Member>>(std::move(row));
}

// The rows alone.
template <class T> std::vector<Option> rowsOf(const std::vector<BoundOption<T>>& table)
{
    std::vector<Option> out;
    for (const BoundOption<T>& b : table)
        out.push_back(b.row);
    return out;
}
// What is stated, put into `into`. Keys the table does not have, and values that cannot stand, are bugs of the caller: the
// reader of the frame file and the editors refuse them.
template <class T> void applyStated(const std::vector<BoundOption<T>>& table, const StatedOptions& stated, T& into)
{
    for (const auto& [key, value] : stated) {
        bool known = false;
        for (const BoundOption<T>& b : table)
            if (b.row.key == key) {
                if (const std::string fault = faultOf(b.row, value); !fault.empty())
                    throw std::invalid_argument(key + " " + fault);
                b.set(into, b.row, value);
                known = true;
            }
        if (!known) throw std::invalid_argument(key + " is no option here");
    }
}
// What differs from the values of T itself.
template <class T> StatedOptions statedOf(const std::vector<BoundOption<T>>& table, const T& values)
{
    StatedOptions out;
    for (const BoundOption<T>& b : table)
        if (auto v = b.get(values, b.row)) out.emplace(std::string(b.row.key), *std::move(v));
    return out;
}

} // namespace wr
