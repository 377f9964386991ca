#include "core/base/expression.h"

#include "core/base/numbers.h"

#include <cmath>
#include <memory>
#include <tao/pegtl.hpp>
#include <tao/pegtl/contrib/parse_tree.hpp>

namespace wr {

namespace {

namespace pegtl = tao::pegtl;

namespace grammar {
using namespace tao::pegtl;
struct Blank : star<space>
{
};
template <char C> struct Sign : seq<Blank, one<C>, Blank>
{
};
struct Number : seq<plus<digit>, opt<one<'.'>, star<digit>>, opt<one<'e'>, opt<one<'-', '+'>>, plus<digit>>>
{
};
// A comma belongs to a symbol only straight between letters or digits ("M_c,x"); between arguments it stands before a blank.
struct SymbolName
    : seq<ranges<'a', 'z', 'A', 'Z'>, star<sor<alnum, one<'_', '\''>, seq<one<','>, at<ranges<'a', 'z', 'A', 'Z', '0', '9'>>>>>>
{
};
struct Sum;
struct Arguments : opt<list<Sum, seq<Blank, one<','>, Blank>>>
{
};
struct FunctionName : plus<ranges<'a', 'z'>>
{
};
struct Call : seq<FunctionName, one<'('>, Blank, Arguments, Blank, one<')'>>
{
};
struct Bracket : seq<one<'('>, Blank, Sum, Blank, one<')'>>
{
};
struct Primary : sor<Number, Call, SymbolName, Bracket>
{
};
struct Exponent;
struct Power : seq<Primary, opt<Sign<'^'>, Exponent>>
{
};
struct Negative : seq<one<'-'>, Blank, Power>
{
};
struct Exponent : sor<Negative, Power>
{
};
struct Factor : sor<Negative, Power>
{
};
struct TimesSign : one<'*'>
{
};
struct OverSign : one<'/'>
{
};
struct PlusSign : one<'+'>
{
};
struct MinusSign : one<'-'>
{
};
struct Product : seq<Factor, star<Blank, sor<TimesSign, OverSign>, Blank, Factor>>
{
};
struct Sum : seq<Product, star<Blank, sor<PlusSign, MinusSign>, Blank, Product>>
{
};
struct Whole : seq<Blank, Sum, Blank, eof>
{
};
template <class Rule> using Selector =
    parse_tree::selector<Rule, parse_tree::store_content::on<Number, SymbolName, FunctionName, Call, Power, Negative, Product,
                                                             Sum, TimesSign, OverSign, PlusSign, MinusSign>>;
} // namespace grammar

Expression convert(const pegtl::parse_tree::node& n)
{
    using Kind = Expression::Kind;
    if (n.is_type<grammar::Number>()) return {Kind::Number, n.string(), {}};
    if (n.is_type<grammar::SymbolName>()) return {Kind::Symbol, n.string(), {}};
    if (n.is_type<grammar::Call>()) {
        Expression call{Kind::Call, n.children.front()->string(), {}};
        for (size_t i = 1; i < n.children.size(); ++i)
            call.parts.push_back(convert(*n.children[i]));
        return call;
    }
    if (n.is_type<grammar::Negative>()) return {Kind::Negative, "", {convert(*n.children.front())}};
    if (n.is_type<grammar::Power>()) {
        if (n.children.size() == 1) return convert(*n.children.front());
        return {Kind::Power, "", {convert(*n.children[0]), convert(*n.children[1])}};
    }
    // Product or Sum: operand, sign, operand, sign … from left to right.
    Expression left = convert(*n.children.front());
    for (size_t i = 1; i + 1 < n.children.size(); i += 2) {
        const auto& sign = *n.children[i];
        const Kind kind = sign.is_type<grammar::TimesSign>()  ? Kind::Product
                          : sign.is_type<grammar::OverSign>() ? Kind::Quotient
                          : sign.is_type<grammar::PlusSign>() ? Kind::Sum
                                                              : Kind::Difference;
        left = Expression{kind, "", {std::move(left), convert(*n.children[i + 1])}};
    }
    return left;
}

std::expected<double, std::string> callFunction(const std::string& name, const std::vector<double>& a)
{
    const auto wrong = [&] {
        return std::unexpected("\"" + name + "\" does not take " + std::to_string(a.size()) + " arguments");
    };
    if (name == "pi") return a.empty() ? std::expected<double, std::string>(3.14159265358979323846) : wrong();
    if (name == "min" || name == "max") {
        if (a.empty()) return wrong();
        double v = a.front();
        for (double x : a)
            v = name == "min" ? std::min(v, x) : std::max(v, x);
        return v;
    }
    if (a.size() != 1) return wrong();
    if (name == "sqrt") return std::sqrt(a[0]);
    if (name == "abs") return std::abs(a[0]);
    if (name == "exp") return std::exp(a[0]);
    if (name == "ln") return std::log(a[0]);
    if (name == "sin") return std::sin(a[0]);
    if (name == "cos") return std::cos(a[0]);
    if (name == "tan") return std::tan(a[0]);
    return std::unexpected("unknown function \"" + name + "\"");
}

} // namespace

std::expected<Expression, std::string> parseExpression(std::string_view text)
{
    pegtl::memory_input input(text.data(), text.data() + text.size(), "formula");
    const auto root = pegtl::parse_tree::parse<grammar::Whole, grammar::Selector>(input);
    if (!root || root->children.empty()) {
        // The furthest place the greedy sum reaches is where the reader gave up.
        pegtl::memory_input again(text.data(), text.data() + text.size(), "formula");
        pegtl::parse<pegtl::seq<grammar::Blank, pegtl::opt<grammar::Sum>>>(again);
        return std::unexpected("cannot read \"" + std::string(text) + "\" at column " +
                               std::to_string(again.position().column));
    }
    return convert(*root->children.front());
}

std::expected<double, std::string> evaluate(const Expression& e, const Lookup& lookup)
{
    using Kind = Expression::Kind;
    if (e.kind == Kind::Number) return numberFrom(e.text);
    if (e.kind == Kind::Symbol) {
        if (const auto v = lookup(e.text)) return *v;
        return std::unexpected("\"" + e.text + "\" has no value yet");
    }
    std::vector<double> v;
    for (const Expression& p : e.parts) {
        const auto x = evaluate(p, lookup);
        if (!x) return x;
        v.push_back(*x);
    }
    switch (e.kind) {
    case Kind::Negative: return -v[0];
    case Kind::Sum: return v[0] + v[1];
    case Kind::Difference: return v[0] - v[1];
    case Kind::Product: return v[0] * v[1];
    case Kind::Quotient: return v[0] / v[1];
    case Kind::Power: return std::pow(v[0], v[1]);
    default: return callFunction(e.text, v);
    }
}

} // namespace wr
